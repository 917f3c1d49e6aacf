import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTERS, type Part, type Step } from '../../recipe/index.ts'
import { areaOf, createEvaluator, leadOf, type PartResult } from '../../recipe/evaluated/index.ts'
import { listPieces } from '../../report/index.ts'
import type { RunStep } from './typed.ts'
import { pointAt } from '../../plane/index.ts'
import { loopsOf, sectionProperties } from '../../profile/index.ts'
import { checkWatertight, vec3, type Vec3 } from '../../space/index.ts'
import { frameOn, scaleAt, strandLine, type Carriage } from '../../sweep/index.ts'
import { TURN } from '../../num/index.ts'
import { barOn, codesOf, evaluated, outputsOf, throughNodes, withRun } from '../../../testing/parts.ts'

const straight = (length: string): Step =>
  throughNodes([
    ['0', '0', '0'],
    [length, '0', '0'],
  ])

const circle = (count: string, radius: string): NonNullable<RunStep['strands']> => ({
  kind: 'circle',
  count,
  radius,
  start: '0',
  facing: 'turned',
})

const total = (angle: string): NonNullable<RunStep['twist']> => ({ kind: 'total', angle })

/** Three round 6 that touch, ten turns on 300. */
const RADIUS = 6 / Math.sqrt(3)
const OWN = Math.hypot(300, TURN * 10 * RADIUS)
const rope = withRun(barOn(straight('300'), 'round-bar', { diameter: '6' }), {
  strands: circle('3', '6 / sqrt(3)'),
  twist: total('3600'),
})

const blankOn = (part: Part, neutral = '0.5'): Part => ({
  ...part,
  steps: [
    ...part.steps.filter((s) => s.kind !== 'blank'),
    ...STARTERS.angle
      .make('x')
      .steps.flatMap((s): Step[] =>
        s.kind === 'blank'
          ? [{ ...s, run: 'run', neutral, startAllowance: '0', endAllowance: '0', roundUp: '0' }]
          : [],
      ),
  ],
})

const carriedOf = (r: PartResult) => outputsOf(r).run
const leadBlank = (part: Part) => leadOf(part, evaluated(part)).blank!

describe('twisted strands', () => {
  it('are as long as their own helix, and have the volume and mass of such a bar', () => {
    const run = carriedOf(evaluated(rope))
    expect(OWN).toBeCloseTo(370.6, 1)
    expect(run.strandLines!.map((l) => l.length)).toEqual(Array(3).fill(expect.closeTo(OWN, 9)))
    expect(run.volume / (27 * Math.PI * OWN)).toBeCloseTo(1, 6)
    expect(run.mass / (27 * Math.PI * OWN * 7.85e-6)).toBeCloseTo(1, 6)
    expect(Math.abs(run.meshVolume - run.volume)).toBeLessThan(run.volumeBound)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
  })
  it('have the area of such bars, within what is told', () => {
    const part = withRun(rope, { strands: circle('3', '6') })
    const askew = Math.hypot(1, (TURN * 10 * 6) / 300)
    const made = createEvaluator().evaluate(part, { areas: true })
    const { value, error } = areaOf(made)!
    const right = 3 * (TURN * 3 * 300 * askew + 2 * 9 * Math.PI * askew)
    expect(Math.abs(value - right)).toBeLessThan(error)
    expect(error).toBeLessThan(1e-4 * right)
  })
  it('are round across their own line: no place of the section is off the tube about its helix', () => {
    const { strands } = carriedOf(evaluated(rope))
    const rate = (TURN * 10) / 300
    for (const [k, { section }] of strands.entries()) {
      const helix = (s: number): Vec3 => {
        const a = (TURN * k) / 3 + rate * s
        return [s, RADIUS * Math.cos(a), RADIUS * Math.sin(a)]
      }
      for (const c of loopsOf(section).flat())
        for (const t of [0, 0.31, 0.77]) {
          const [x, y] = pointAt(c, t)
          expect(nearest(helix, [0, x, y], 6)).toBeCloseTo(3, 5)
        }
    }
  })
  it('tell one length in blank, pieces and list, with what each weighs', () => {
    const blank = leadBlank(blankOn(rope))
    const each = 9 * Math.PI * OWN * 7.85e-6
    expect(blank.developed.length).toBeCloseTo(OWN, 9)
    expect(blank.line).toBeCloseTo(300, 9)
    expect(blank.cut).toBeCloseTo(OWN, 9)
    expect(blank.mass).toBeCloseTo(3 * each, 9)
    for (const part of [blankOn(rope), { ...rope, steps: rope.steps.filter((s) => s.kind !== 'blank') }]) {
      const { pieces } = listPieces(part, evaluated(part))
      expect(pieces.map((p) => [p.length, p.mass, p.bent])).toEqual(
        Array(3).fill([expect.closeTo(OWN, 6), expect.closeTo(each, 8), false]),
      )
    }
  })
  it('are as they were without twist, and where one lies on the path', () => {
    const flat = carriedOf(evaluated(withRun(rope, { twist: total('0') })))
    expect(flat.strandLines!.map((l) => l.length)).toEqual(Array(3).fill(expect.closeTo(300, 12)))
    expect(flat.volume).toBeCloseTo(27 * Math.PI * 300, 6)
    const core = withRun(rope, {
      strands: {
        kind: 'free',
        places: [
          { id: 'a', x: '0', y: '0', turn: '0', profile: null },
          { id: 'b', x: '6', y: '0', turn: '0', profile: null },
        ],
      },
    })
    const [inner, outer] = carriedOf(evaluated(core)).strandLines!
    expect(inner!.length).toBeCloseTo(300, 9)
    expect(outer!.length).toBeCloseTo(Math.hypot(300, TURN * 60), 9)
    expect(leadBlank(blankOn(core)).strands!.map((s) => s.cut)).toEqual([
      expect.closeTo(300, 9),
      expect.closeTo(Math.hypot(300, TURN * 60), 9),
    ])
    const told = evaluated(blankOn(core)).steps.find((s) => s.kind === 'blank')!.summary
    expect(told).toMatch(/^cut 300 mm to 481\.791 mm$/)
  })
  it('keep volume and mesh together where the twist changes, with a scale, square ones and many', () => {
    const changes: Partial<RunStep>[] = [
      { twist: { kind: 'formula', formula: '3600 deg * t * t' } },
      { scale: { kind: 'ends', start: '1', end: '0.6', ease: 'straight' } },
      { strands: circle('5', '8') },
    ]
    for (const change of changes) {
      const made = evaluated(withRun(rope, change))
      expect(made.findings.filter((f) => f.severity === 'blocks')).toEqual([])
      const run = carriedOf(made)
      expect(Math.abs(run.meshVolume - run.volume)).toBeLessThan(run.volumeBound)
      const own = run.strandLines!.reduce((sum, l) => sum + l.length, 0) * 9 * Math.PI
      if (!change.scale) expect(run.volume / own).toBeCloseTo(1, 5)
    }
    const square = withRun(barOn(straight('300'), 'square-bar', { side: '5', corner: '0' }), {
      strands: circle('4', '8'),
      twist: total('1080'),
    })
    const run = carriedOf(evaluated(square))
    expect(run.volume / (100 * Math.hypot(300, TURN * 24))).toBeCloseTo(1, 6)
    expect(Math.abs(run.meshVolume - run.volume)).toBeLessThan(run.volumeBound)
  })
  it('that are too thick for their winding stay as they are carried', () => {
    const thick = withRun(barOn(straight('60'), 'round-bar', { diameter: '6' }), {
      strands: {
        kind: 'free',
        places: [
          { id: 'a', x: '1', y: '0', turn: '0', profile: null },
          { id: 'b', x: '20', y: '0', turn: '0', profile: null },
        ],
      },
      twist: total('2600'),
    })
    const run = carriedOf(evaluated(thick))
    expect(sectionProperties(run.strands[0]!.section).area).toBeCloseTo(9 * Math.PI, 6)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
  })
})

/** The least distance from a place to a line that goes about the first coordinate, by looks and halving. */
function nearest(line: (s: number) => Vec3, to: Vec3, reach: number): number {
  let [best, step] = [0, reach / 50]
  const at = (s: number): number => vec3.distance(line(s), to)
  for (let s = -reach; s <= reach; s += step) if (at(s) < at(best)) best = s
  while (step > 1e-9) {
    if (at(best + step) < at(best)) best += step
    else if (at(best - step) < at(best)) best -= step
    else step /= 2
  }
  return at(best)
}

describe('the circle that is said to have room', () => {
  it.each([
    ['3', '3600', 2.9],
    ['3', '0', 3],
    ['5', '2000', 4],
    ['7', '900', 6],
  ])('has it, for %s strands and %s degrees', (count, angle) => {
    const at = (radius: string) =>
      evaluated(withRun(rope, { strands: circle(count, radius), twist: total(angle) }))
    const told = at('2').findings.find((f) => f.code === 'run.overlap')!
    const [, radius] = /radius (\S+) mm has room/.exec(told.message)!
    expect(codesOf(at(radius!))).not.toContain('run.overlap')
    expect(codesOf(at(String(0.97 * Number(radius))))).toContain('run.overlap')
  })
  it('is not there where they wind too fast', () => {
    const fast = evaluated(withRun(rope, { strands: circle('5', '9'), twist: total('9000') }))
    expect(fast.findings.find((f) => f.code === 'run.overlap')!.message).toContain('no circle has room')
  })
})

describe('layers', () => {
  const bent = throughNodes([
    ['0', '0', '0'],
    ['200', '0', '0', '50'],
    ['200', '150', '0'],
  ])
  const row = withRun(barOn(bent, 'round-bar', { diameter: '8' }), {
    strands: { kind: 'row', count: '3', spacing: '8', lie: '0' },
  })
  const legs = 150 + 100
  it('in a bend have each their own length, in blank and list', () => {
    const radii = carriedOf(evaluated(row)).strands.map((s) => 50 - s.centroid[0])
    const own = radii.map((r) => legs + (r * Math.PI) / 2)
    expect(radii.toSorted()).toEqual([42, 50, 58])
    expect(carriedOf(evaluated(row)).strandLines!.map((l) => l.length)).toEqual(
      own.map((l) => expect.closeTo(l, 9)),
    )
    const blank = leadBlank(blankOn(row, '0.4'))
    // Unstretched at 0.4 of its own 8 from its own inside.
    const cuts = radii.map((r) => legs + ((r - 0.8) * Math.PI) / 2)
    expect(blank.strands!.map((s) => s.cut)).toEqual(cuts.map((l) => expect.closeTo(l, 9)))
    expect(blank.cut).toBeCloseTo(Math.max(...cuts), 9)
    const part = blankOn(row, '0.4')
    expect(listPieces(part, evaluated(part)).pieces.map((p) => p.length)).toEqual(
      cuts.map((l) => expect.closeTo(l, 9)),
    )
  })
  it('of a mitred frame have each their own long and short point', () => {
    const corner = throughNodes([
      ['0', '0', '0'],
      ['200', '0', '0'],
      ['200', '150', '0'],
    ])
    const part = withRun(barOn(corner, 'square-bar', { side: '8', corner: '0' }), {
      strands: { kind: 'row', count: '3', spacing: '8', lie: '0' },
      corners: { all: 'mitre', each: {} },
    })
    const { pieces } = listPieces(part, evaluated(part))
    // On the inside of the corner each layer ends 8 earlier; its two edges lie 8 apart.
    const long = [200, 150].flatMap((l) => [l + 4 - 8, l + 4, l + 4 + 8])
    const found = pieces.toSorted((a, b) => b.length - a.length)
    expect(found.map((p) => p.length)).toEqual(
      long.toSorted((a, b) => b - a).map((l) => expect.closeTo(l, 9)),
    )
    expect(found.map((p) => p.length - p.short)).toEqual(Array(6).fill(expect.closeTo(8, 9)))
  })
  it('of their own profiles are sawn from those', () => {
    const part: Part = {
      ...row,
      steps: row.steps.flatMap((s): Step[] =>
        s.kind === 'stock-profile'
          ? [s, { ...s, id: 'thin', name: 'Thin', sizes: { diameter: '4' } }]
          : s.kind === 'run'
            ? [
                {
                  ...s,
                  strands: {
                    kind: 'free',
                    places: [
                      { id: 'a', x: '0', y: '0', turn: '0', profile: null },
                      { id: 'b', x: '10', y: '0', turn: '0', profile: 'thin' },
                    ],
                  },
                },
              ]
            : [],
      ),
    }
    const { pieces } = listPieces(
      { ...part, steps: [row.steps[0]!, ...part.steps] },
      evaluated({ ...part, steps: [row.steps[0]!, ...part.steps] }),
    )
    expect(pieces.map((p) => p.stock.sizes)).toEqual([{ diameter: 8 }, { diameter: 4 }])
    expect(pieces[1]!.mass).toBeCloseTo(4 * Math.PI * 7.85e-6 * pieces[1]!.length, 8)
  })
})

describe('the length of a strand', () => {
  it('is that of its line through frames, on random paths with twist, scale and every turning', () => {
    const coordinate = fc.integer({ min: -100, max: 100 })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate, coordinate), { minLength: 3, maxLength: 4 }),
        fc.constantFrom('square', 'upright', 'fixed'),
        fc.integer({ min: -900, max: 900 }),
        fc.boolean(),
        fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 })),
        (points, turning, angle, scaled, at) => {
          const path = throughNodes(
            points.map(([x, y, z], i) => [String(x + 150 * i), String(y), String(z), '12']),
          )
          const part = withRun(barOn(path, 'round-bar', { diameter: '1' }), {
            turning: turning as RunStep['turning'],
            twist: total(String(angle)),
            ...(scaled ? { scale: { kind: 'ends', start: '1', end: '0.5', ease: 'smooth' } as const } : {}),
          })
          const result = createEvaluator().evaluate(part, { phase: 'figures' })
          const run = result.steps.find((s) => s.id === 'run')!
          if (run.state !== 'good') return
          const { carriage } = run.output!.carried!
          const told = strandLine(carriage, at, 0, carriage.frames.path.length)
          expect(told / chords(carriage, at)).toBeCloseTo(1, 6)
        },
      ),
      { numRuns: Number(process.env['STRANDS'] ?? 60) },
    )
  })
})

/** Length of the line by chords, extrapolated (Richardson) and twice as many until that stands still: upright frames may roll of a sudden. */
function chords(c: Carriage, [x, y]: readonly [number, number]): number {
  const { path } = c.frames
  const by = (n: number): number =>
    path.segments.reduce((all, g, i) => {
      const place = (s: number): Vec3 => {
        const f = frameOn(c.frames, i, s)
        const k = scaleAt(c, path.starts[i]! + s)
        return vec3.addScaled(vec3.addScaled(f.origin, f.n, k * x), f.b, k * y)
      }
      let sum = 0
      for (let j = 0; j < n; j++)
        sum += vec3.distance(place((g.length * j) / n), place((g.length * (j + 1)) / n))
      return all + sum
    }, 0)
  let [rough, fine] = [by(200), by(400)]
  let before = Infinity
  for (let n = 800; n <= 51_200; n *= 2) {
    const length = (4 * fine - rough) / 3
    if (Math.abs(length / before - 1) < 1e-8) return length
    before = length
    ;[rough, fine] = [fine, by(n)]
  }
  return (4 * fine - rough) / 3
}
