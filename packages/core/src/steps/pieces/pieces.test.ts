import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { nodeEntry } from '../node-path/typed.ts'
import { STARTERS, type Part, type Step } from '../../recipe/index.ts'
import { createEvaluator, type StepResult } from '../../recipe/evaluated/index.ts'
import type { PiecesStep } from './typed.ts'
import type { RunStep } from '../run/typed.ts'
import { mouldingFlat, type CutsGiven } from '../../cutting/index.ts'
import { type CarriedGiven, frameOn } from '../../sweep/index.ts'
import { locate, segmentPoint } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

const DEG = Math.PI / 180
const PIECES: PiecesStep = {
  id: 'pieces',
  kind: 'pieces',
  name: 'Pieces',
  aside: false,
  run: 'run',
  turned: false,
  hold: '0',
}

type Places = readonly (readonly [number, number])[]

/** A part whose run goes with mitred corners along places of the floor. */
function along(
  places: Places,
  closed: boolean,
  section: {
    readonly shape: 'square-bar' | 'cornice'
    readonly sizes: Record<string, string>
    readonly anchor?: RunStep['anchor']
  },
  choices: Partial<PiecesStep> = {},
  run: Partial<RunStep> = {},
): Part {
  const bar = STARTERS.straight.make('Bar')
  const steps = bar.steps.flatMap((s): Step[] => {
    if (s.kind === 'node-path')
      return [
        { ...s, closed, nodes: places.map(([x, y], i) => nodeEntry(`n${i + 1}`, String(x), String(y), '0')) },
      ]
    if (s.kind === 'stock-profile') return [{ ...s, shape: section.shape, sizes: section.sizes }]
    if (s.kind === 'run')
      return [
        {
          ...s,
          corners: { all: 'mitre', each: {} },
          ...(section.anchor ? { anchor: section.anchor } : {}),
          ...run,
        },
      ]
    return []
  })
  return { ...bar, steps: [...steps, { ...PIECES, ...choices }] }
}

const resultOf = (part: Part, step = 'pieces'): StepResult =>
  createEvaluator()
    .evaluate(part, { phase: 'figures' })
    .steps.find((s) => s.id === step)!
function cutsOf(part: Part): CutsGiven {
  const r = resultOf(part)
  if (r.state !== 'good') throw new Error(JSON.stringify(r.findings))
  return r.output!.cuts!
}
const codes = (part: Part): string[] => resultOf(part).findings.map((f) => f.code)

const FRAME: Places = [
  [0, 0],
  [500, 0],
  [500, 300],
  [0, 300],
]
const SQUARE_BAR = { shape: 'square-bar', sizes: { side: '20', corner: '0' } } as const
const CORNICE = {
  shape: 'cornice',
  sizes: { face: '90', thickness: '14', spring: '38' },
  anchor: 'origin',
} as const

describe('a spring angle that is given', () => {
  const room: Places = [
    [0, 0],
    [3000, 0],
    [3000, 2000],
    [2000, 3000],
  ]
  it('lays the back so, whatever the section says; the saw is set by the known form', () => {
    const springs = fc.double({ min: 1, max: 89, noNaN: true })
    fc.assert(
      fc.property(springs, (deg) => {
        const cuts = cutsOf(
          along(
            room,
            false,
            {
              shape: 'cornice',
              sizes: { face: '90', thickness: '14', spring: '38' },
              anchor: 'origin',
            },
            { spring: `${deg} deg` },
          ),
        )
        for (const [piece, corner] of [
          [0, 90],
          [1, 135],
        ] as const) {
          const known = mouldingFlat(deg * DEG, corner * DEG)
          const { setting } = cuts.pieces[piece]!.end
          expect(Math.abs(setting.mitre)).toBeCloseTo(known.mitre, 9)
          expect(Math.abs(setting.bevel)).toBeCloseTo(known.bevel, 9)
        }
        expect(cuts.spring! / DEG).toBeCloseTo(deg, 9)
      }),
      { numRuns: 25 },
    )
  })
  it('of the section itself is as it lies by itself; of no such angle it is refused', () => {
    const section = {
      shape: 'cornice',
      sizes: { face: '90', thickness: '14', spring: '38' },
      anchor: 'origin',
    } as const
    const [own, given] = [{}, { spring: '38 deg' }].map((c) => cutsOf(along(room, false, section, c)))
    expect(given!.lie.up.map((v) => v.toFixed(9))).toEqual(own!.lie.up.map((v) => v.toFixed(9)))
    expect(codes(along(room, false, section, { spring: '91 deg' }))).toEqual(['pieces.spring'])
  })
})

describe('pieces of a run', () => {
  it('of a mitred frame of square bars, 500 x 300 outside, are 500 and 300 at the long point', () => {
    // The path is the middle line of the bars.
    const middle = FRAME.map(([x, y]) => [x === 0 ? 10 : 490, y === 0 ? 10 : 290] as const)
    const cuts = cutsOf(along(middle, true, SQUARE_BAR))
    expect(cuts.pieces.map((p) => p.number)).toEqual([1, 2, 3, 4])
    for (const [i, p] of cuts.pieces.entries()) {
      const [long, short] = i % 2 === 0 ? [500, 460] : [300, 260]
      expect(p.lengths.long).toBeCloseTo(long, 9)
      expect(p.lengths.short).toBeCloseTo(short, 9)
      expect(Math.abs(p.start.setting.mitre / DEG)).toBeCloseTo(45, 9)
      expect(p.start.setting.bevel).toBeCloseTo(0, 9)
      expect(p.start.setting.mitre).toBeCloseTo(-p.end.setting.mitre, 9)
      expect(p.start.corner!.drawn / DEG).toBeCloseTo(90, 9)
      expect(p.turn).toBeCloseTo(0, 9)
      expect(p.straight).toBe(true)
    }
    // Between the planes each weighs as much as its middle line is long; the run weighs as they do together.
    const part = along(middle, true, SQUARE_BAR)
    const body = createEvaluator()
      .evaluate(part)
      .steps.find((s) => s.id === 'run')!.output!.bodies![0]!
    expect(cuts.pieces.reduce((sum, p) => sum + p.mass, 0)).toBeCloseTo(body.figures.mass, 9)
  })
  it('of a cornice lie on its back, and are set as the table says with its signs', () => {
    // Inside corners of 90 and 135 degrees, outside ones of 225 and 270.
    const places: Places = [
      [0, 0],
      [1000, 0],
      [1000, 700],
      [600, 1100],
      [600, 1600],
      [1200, 1600],
    ]
    const [c, s] = [Math.cos(38 * DEG), Math.sin(38 * DEG)]
    for (const spring of [{}, { spring: '38 deg' }]) {
      const cuts = cutsOf(along(places, false, CORNICE, spring))
      expect(cuts.lie.up[0]).toBeCloseTo(c, 9)
      expect(cuts.lie.up[1]).toBeCloseTo(-s, 9)
      // The face is the wider one, and was lain on before.
      expect(cuts.usual!.width).toBeCloseTo(90 - 14 / (s * c), 9)
      expect(cuts.rests[0]!.width).toBeCloseTo(90, 9)
      for (const [i, p] of cuts.pieces.entries()) {
        if (i === 0) continue
        const known = mouldingFlat(38 * DEG, p.start.corner!.drawn)
        expect(p.start.setting.mitre).toBeCloseTo(known.mitre, 9)
        expect(p.start.setting.bevel).toBeCloseTo(known.bevel, 9)
        const before = cuts.pieces[i - 1]!.end.setting
        expect(before.mitre).toBeCloseTo(-known.mitre, 9)
        expect(before.bevel).toBeCloseTo(-known.bevel, 9)
      }
    }
    const face = cutsOf(along(places, false, CORNICE, { lies: 1 }))
    expect(face.lie.up[0]).toBeCloseTo(-c, 9)
    expect(face.lie.up[1]).toBeCloseTo(s, 9)
  })
  it('of a cornice are set as the closed form says, inside and outside corners', () => {
    // A bay: inside corners of 90 and 135 degrees, then an outside one; the moulding at the left of travel.
    const places: Places = [
      [0, 0],
      [1000, 0],
      [1000, 700],
      [600, 1100],
      [600, 1600],
      [1200, 1600],
    ]
    const part = along(places, false, CORNICE)
    const cuts = cutsOf(part)
    expect(cuts.spring! / DEG).toBeCloseTo(38, 9)
    const corners = cuts.pieces.slice(0, -1).map((p) => p.end)
    expect(corners.map((c) => Math.round(c.corner!.drawn / DEG))).toEqual([90, 135, 225, 270])
    for (const c of corners) {
      const known = mouldingFlat(38 * DEG, c.corner!.drawn)
      const inside = c.corner!.drawn < Math.PI ? 1 : -1
      expect(Math.abs(c.setting.mitre)).toBeCloseTo(inside * known.mitre, 9)
      expect(Math.abs(c.setting.bevel)).toBeCloseTo(inside * known.bevel, 9)
    }
    // Inside and outside corners are set the other way round.
    expect(Math.sign(corners[0]!.setting.mitre)).toBe(-Math.sign(corners[3]!.setting.mitre))
    expect(Math.sign(corners[0]!.setting.bevel)).toBe(-Math.sign(corners[3]!.setting.bevel))
    // Against the wall it is only the half of the wall's turn; the wall line is what was drawn.
    const nested = cutsOf(along(places, false, CORNICE, { lies: 0 }))
    expect(Math.abs(nested.pieces[0]!.end.setting.mitre / DEG)).toBeCloseTo(45, 9)
    expect(nested.pieces[0]!.end.setting.bevel).toBeCloseTo(0, 9)
    expect(nested.pieces.reduce((sum, p) => sum + p.lengths.line, 0)).toBeCloseTo(
      1000 + 700 + Math.hypot(400, 400) + 500 + 600,
      9,
    )
    // The other end at the left: blade and handle the other way.
    const turned = cutsOf(along(places, false, CORNICE, { turned: true }))
    for (const [i, p] of cuts.pieces.entries()) {
      const q = turned.pieces[i]!
      expect(q.end.setting.bevel).toBeCloseTo(-p.end.setting.bevel, 12)
      expect(q.end.setting.mitre).toBeCloseTo(p.end.setting.mitre, 12)
    }
  })
  it('meet: both cut faces of every corner coincide in space', () => {
    const spot = fc.tuple(fc.integer({ min: -2000, max: 2000 }), fc.integer({ min: -2000, max: 2000 }))
    fc.assert(
      fc.property(fc.array(spot, { minLength: 3, maxLength: 6 }), fc.boolean(), (places, cornice) => {
        const part = along(places, false, cornice ? CORNICE : SQUARE_BAR)
        const results = createEvaluator().evaluate(part, { phase: 'figures' }).steps
        const cuts = results.find((s) => s.id === 'pieces')?.output?.cuts
        const carried = results.find((s) => s.id === 'run')?.output?.carried
        fc.pre(cuts !== undefined && carried !== undefined)
        for (const [i, p] of cuts!.pieces.slice(0, -1).entries()) {
          const q = cuts!.pieces[i + 1]!
          // Sharper corners than 20 degrees have their tips further off than a saw, or round-off, goes.
          const { drawn } = p.end.corner!
          if (Math.min(drawn, 2 * Math.PI - drawn) < 20 * DEG) continue
          const { x, y } = carried!.outline
          for (let k = 0; k < x.length; k++) {
            const a = placeOn(carried!, p.to, 'end', p.end, x[k]!, y[k]!)
            const b = placeOn(carried!, q.from, 'start', q.start, x[k]!, y[k]!)
            expect(vec3.distance(a, b)).toBeLessThan(1e-9 * Math.max(1, vec3.length(a)))
          }
        }
      }),
      { numRuns: 100 },
    )
  })
  it('of returns are told, and are outside corners', () => {
    const back = { kind: 'return', runOn: '0', length: '50', toward: 'right' } as const
    const part = along(
      [
        [0, 0],
        [1000, 0],
      ],
      false,
      CORNICE,
      { hold: '60' },
      { ends: { start: back, end: back } },
    )
    const cuts = cutsOf(part)
    expect(cuts.pieces.map((p) => p.isReturn)).toEqual(['start', undefined, 'end'])
    expect(cuts.pieces[0]!.end.corner!.drawn / DEG).toBeCloseTo(270, 9)
    expect(codes(part)).toEqual(['pieces.small', 'pieces.small'])
  })
  it('longer than their bars are parted by joints that lean alike', () => {
    const long: Places = [
      [0, 0],
      [5000, 0],
      [5000, 900],
    ]
    const cuts = cutsOf(along(long, false, CORNICE, { bar: { length: '2400', scarf: '45' } }))
    expect(cuts.pieces).toHaveLength(4)
    for (const p of cuts.pieces) expect(p.lengths.long).toBeLessThanOrEqual(2400)
    expect(cuts.pieces.map((p) => p.start.made)).toEqual(['square', 'scarf', 'scarf', 'mitre'])
    expect(cuts.pieces[0]!.end.slope).toEqual(cuts.pieces[1]!.start.slope)
    expect(codes(along(long, false, CORNICE, { bar: { length: '60', scarf: '45' } }))).toEqual([
      'pieces.long',
      'pieces.long',
    ])
  })
  it('longer than their bars are parted in the middle of a section that lies beside its line', () => {
    const part = along(
      [
        [0, 0],
        [5000, 0],
      ],
      false,
      { shape: 'square-bar', sizes: { side: '60', corner: '0' }, anchor: 'bottom-left' },
      { bar: { length: '2520', scarf: '30' } },
    )
    expect(cutsOf(part).pieces.map((p) => p.lengths.long.toFixed(3))).toEqual(['2517.321', '2517.321'])
    expect(codes(part)).toEqual([])
  })
  it('follow corners as they were measured, and say what no saw cuts', () => {
    const at = (angle: string) => along(FRAME, false, CORNICE, { measured: [{ corner: 'n2', angle }] })
    const cuts = cutsOf(at('91.5'))
    const known = mouldingFlat(38 * DEG, 91.5 * DEG)
    for (const e of [cuts.pieces[0]!.end, cuts.pieces[1]!.start]) {
      expect(Math.abs(e.setting.mitre)).toBeCloseTo(known.mitre, 9)
      expect(Math.abs(e.setting.bevel)).toBeCloseTo(known.bevel, 9)
      expect(Math.abs(e.corner!.drawnSetting.mitre)).toBeCloseTo(mouldingFlat(38 * DEG, 90 * DEG).mitre, 9)
    }
    expect(cuts.pieces[1]!.end.corner!.measured).toBeUndefined()
    expect(resultOf(at('180')).findings[0]!.message).toMatch(/180.00° is straight on/)
    expect(resultOf(at('19')).findings[0]!.message).toMatch(
      /19.00° is none that a saw cuts; it has 20° to 340°/,
    )
    expect(codes(at('270'))).toEqual(['pieces.other-side'])
    expect(codes(along(FRAME, false, CORNICE, { measured: [{ corner: 'gone', angle: '91' }] }))).toEqual([
      'pieces.no-corner',
    ])
  })
  it('too short for the section are refused by their crossing cuts; a travelling run has none', () => {
    const tight: Places = [
      [0, 0],
      [1000, 0],
      [1000, 60],
      [0, 60],
    ]
    expect(codes(along(tight, false, CORNICE))).toContain('pieces.crossed')
    const fixed = along(FRAME, false, SQUARE_BAR, {}, { turning: 'fixed' })
    expect(resultOf(fixed).state).toBe('failed')
    expect(codes(fixed)).toEqual(['pieces.fixed'])
  })
})

/** Where a point of the section lies on a cut, in space. */
function placeOn(
  carried: CarriedGiven,
  station: number,
  side: 'start' | 'end',
  cut: { readonly slope: readonly [number, number]; readonly beyond: number },
  x: number,
  y: number,
): Vec3 {
  const { frames, path } = carried
  const found = locate(path, station).index
  const index = side === 'end' && path.starts[found] === station ? found - 1 : found
  const s = side === 'end' ? path.segments[index]!.length : 0
  const { n, b, t } = frameOn(frames, index, s)
  const z = cut.slope[0] * x + cut.slope[1] * y + (side === 'end' ? cut.beyond : -cut.beyond)
  const line = segmentPoint(path.segments[index]!, s)
  return vec3.addScaled(vec3.addScaled(vec3.addScaled(line, n, x), b, y), t, z)
}
