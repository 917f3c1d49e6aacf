import { describe, expect, it } from 'vitest'
import { isEnd, type CarriedGiven } from '../sweep/index.ts'
import {
  barOn,
  blocking,
  codesOf,
  evaluated,
  helix,
  outputsOf,
  throughNodes,
  withRun,
} from '../../testing/parts.ts'
import {
  SQUARE_CUT,
  STARTERS,
  type EndEntry,
  type Part,
  type RunStep,
  type Step,
  setFormula,
  makeChange,
} from '../recipe/index.ts'
import { compareOrientations, createEvaluator } from '../recipe/evaluated/index.ts'
import { deg, integrate, TURN } from '../num/index.ts'
import { checkWatertight, type Mesh } from '../space/index.ts'
import { bendingOfLead, leadOf } from './index.ts'

const hoop = STARTERS.hoop.make('Hoop')
const straight = (length = '500') =>
  throughNodes([
    ['0', '0', '0'],
    [length, '0', '0'],
  ])
const ring = helixRing()

/** A ring of radius 40 by four bends that touch. */
function helixRing(): Step {
  const r = '40'
  return throughNodes(
    [
      ['40', '-40', '0', r],
      ['40', '40', '0', r],
      ['-40', '40', '0', r],
      ['-40', '-40', '0', r],
    ],
    true,
  )
}

describe('the bend table of a part of a path', () => {
  const half = withRun(hoop, {
    part: { from: { kind: 'percent', at: '0' }, to: { kind: 'percent', at: '50' } },
  })
  it('is that of the run, as are the strip, the blank and the report', () => {
    const r = evaluated(half)
    const { run, blank, path } = outputsOf(r)
    const along = run.table!.rows.reduce((s, row) => s + row.length + row.angle * row.radius, run.table!.last)
    expect(run.path.length).toBeCloseTo(path.analysis.length / 2, 9)
    expect(along).toBeCloseTo(run.path.length, 9)
    expect(blank.developed.length).toBeCloseTo(along, 9)
    const lead = leadOf(half, r)
    expect(lead.run!.carriage).toBe(run.carriage)
    expect(bendingOfLead(lead)).toEqual({ table: run.table })
    expect(path.table!.rows).toHaveLength(2)
    expect(run.table!.rows).toHaveLength(1)
  })
  it('tells of one run where there are several, by what is chosen', () => {
    const second: Part = {
      ...half,
      steps: [
        ...half.steps,
        { ...(hoop.steps.find((s) => s.kind === 'run') as RunStep), id: 'whole', name: 'Whole' },
        { ...hoop.steps.find((s) => s.kind === 'blank')!, id: 'blank2', run: 'whole' } as Step,
      ],
    }
    const r = evaluated(second)
    expect(leadOf(second, r).blank!.developed.length).toBeCloseTo(leadOf(second, r).run!.path.length, 9)
    const other = leadOf(second, r, 'blank2')
    expect(other.step!.id).toBe('whole')
    expect(other.blank!.developed.length).toBeCloseTo(2 * leadOf(second, r).blank!.developed.length, 9)
  })
  it('takes touching bends together, or apart when that is asked for', () => {
    const u = barOn(
      throughNodes([
        ['0', '0', '0'],
        ['100', '0', '0', '20'],
        ['100', '40', '0', '20'],
        ['0', '40', '0'],
      ]),
      'round-bar',
      { diameter: '8' },
    )
    expect(outputsOf(evaluated(u)).run.table!.rows.map((b) => Math.round(deg(b.angle)))).toEqual([180])
    const parted = outputsOf(evaluated(withRun(u, { partedBends: true }))).run.table!
    expect(parted.rows.map((b) => Math.round(deg(b.angle)))).toEqual([90, 90])
  })
})

describe('the memory', () => {
  const wave = (between: string): Part =>
    withRun(barOn(straight('100'), 'square-bar', { side: '10', corner: '0' }), {
      twist: { kind: 'formula', formula: `90 deg * ${between}` },
    })
  it('sees a change of a formula along the run wherever it is', () => {
    const evaluator = createEvaluator()
    // A bump between a quarter and a third of the way, and none.
    const bump = evaluator.evaluate(wave('max(0, (t - 0.25) * (0.33 - t)) * 500 * k'.replace('k', '1')))
    const flat = evaluator.evaluate(wave('max(0, (t - 0.25) * (0.33 - t)) * 500 * k'.replace('k', '2')))
    const [a, b] = [outputsOf(bump).run, outputsOf(flat).run]
    expect(a).not.toBe(b)
    expect(a.mesh.positions).not.toEqual(b.mesh.positions)
  })
  it('sees a change of a value that such a formula uses', () => {
    const evaluator = createEvaluator()
    const withK = (k: string): Part => ({
      ...wave('max(0, (t - 0.25) * (0.33 - t)) * 500 * k'),
      values: [{ id: 'v', name: 'k', dimension: 'number', formula: k }],
    })
    expect(outputsOf(evaluator.evaluate(withK('1'))).run).not.toBe(
      outputsOf(evaluator.evaluate(withK('2'))).run,
    )
    expect(outputsOf(evaluator.evaluate(withK('1'))).run).toBe(
      outputsOf(evaluator.evaluate(withK('1 + 0'))).run,
    )
  })
  it('keeps last good results apart by part, and comparing leaves none', () => {
    const evaluator = createEvaluator()
    const angle = STARTERS.angle.make('Angle')
    const broken = (p: Part): Part => {
      const r = setFormula(p, { step: 'profile', field: 'sizes/diameter', formula: '-1' })
      if (!r.ok) throw new Error(r.fault.message)
      return r.value
    }
    const good = outputsOf(evaluator.evaluate(angle, { owner: 'one' })).run
    const other = STARTERS.straight.make('Bar')
    // Another part whose steps have the same ids has no last good of its own.
    expect(outputsOf(evaluator.evaluate(broken(other), { owner: 'two' })).run).toBeUndefined()
    expect(outputsOf(evaluator.evaluate(broken(angle))).run).toBeUndefined()
    compareOrientations(evaluator, angle, 'run')
    expect(outputsOf(evaluator.evaluate(broken(angle), { owner: 'one' })).run).toBe(good)
    expect(outputsOf(evaluator.evaluate(angle, { owner: 'one' })).run).toBe(good)
  })
})

describe('the cut length', () => {
  const flat = barOn(straight(), 'flat', { width: '40', thickness: '10' })
  const cut = (start: EndEntry, end: EndEntry): number =>
    outputsOf(evaluated(withRun(flat, { ends: { start, end } }))).blank.cut
  const angled = (across: string, tilt = '0'): EndEntry => ({
    kind: 'angled',
    runOn: '0',
    closed: false,
    across,
    tilt,
  })
  it('goes to the furthest tips of angled ends', () => {
    expect(cut(SQUARE_CUT, SQUARE_CUT)).toBe(500)
    expect(cut(angled('45'), angled('-45'))).toBe(540)
    expect(cut(angled('45'), angled('45'))).toBe(540)
    expect(cut(angled('0', '45'), SQUARE_CUT)).toBe(505)
    expect(cut(angled('30'), SQUARE_CUT)).toBe(Math.ceil(500 + 20 * Math.tan(Math.PI / 6)))
  })
  it('goes to the tip of the true outline, which may lie between the points that are drawn', () => {
    const cutTo = (diameter: string, across: string, tilt: string): number => {
      const part = withRun(barOn(straight('100'), 'round-bar', { diameter }), {
        ends: { start: SQUARE_CUT, end: angled(across, tilt) } as RunStep['ends'] & object,
      })
      const fine = {
        ...part,
        steps: part.steps.map((s) => (s.kind === 'blank' ? { ...s, roundUp: '0' } : s)),
      }
      return outputsOf(evaluated(fine)).blank.cut
    }
    const tip = (radius: number, ...angles: number[]): number =>
      radius * Math.hypot(...angles.map((a) => Math.tan((a * Math.PI) / 180)))
    expect(cutTo('20', '60', '60')).toBeCloseTo(100 + tip(10, 60, 60), 3)
    expect(cutTo('60', '70', '33')).toBeCloseTo(100 + tip(30, 70, 33), 3)
  })
  it('goes to the top of a dome, and leaves plugs to be made by themselves', () => {
    expect(cut({ kind: 'domed', runOn: '0', height: '12' }, SQUARE_CUT)).toBe(512)
    const tube = barOn(straight(), 'tube', { diameter: '30', wall: '2' })
    const plugged = evaluated(
      withRun(tube, {
        ends: { start: { ...SQUARE_CUT, closed: true }, end: SQUARE_CUT } as RunStep['ends'] & object,
      }),
    )
    expect(outputsOf(plugged).blank.cut).toBe(500)
    expect(codesOf(plugged)).toEqual(['blank.plugs'])
  })
})

describe('pieces', () => {
  const corner = (closed: boolean) =>
    barOn(
      throughNodes(
        [
          ['0', '0', '0'],
          ['200', '0', '0'],
          ['200', '100', '0'],
          ['0', '100', '0'],
        ],
        closed,
      ),
      'rectangular-bar',
      { width: '20', height: '10', corner: '0' },
    )
  it.each([
    [true, 4],
    [false, 3],
  ])('are one figure, told with the blank (closed %s)', (closed, n) => {
    const r = evaluated(corner(closed))
    const { run, blank } = outputsOf(r)
    expect(run.pieces).toHaveLength(n)
    expect(blank.pieces).toBe(n)
    expect(r.findings.find((f) => f.code === 'blank.pieces')!.message).toMatch(
      new RegExp(`cut into ${n} pieces.*sum of their lengths`),
    )
    expect(run.pieces.reduce((s, p) => s + p.to - p.from, 0)).toBeCloseTo(run.path.length, 9)
  })
  it('with a return count it', () => {
    const returned = withRun(corner(false), {
      ends: { start: SQUARE_CUT, end: { kind: 'return', runOn: '0', length: '40', toward: 'left' } },
    })
    expect(outputsOf(evaluated(returned)).run.pieces).toHaveLength(4)
  })
  it('a mitre that was chosen is not asked for again, and one that was not is offered', () => {
    const asked = evaluated(corner(false)).findings.filter((f) => f.code === 'blank.sharp')
    expect(asked).toHaveLength(2)
    for (const f of asked) {
      const mitred = makeChange(corner(false), f.cures[0]!.change)
      expect(mitred.ok && codesOf(evaluated(mitred.value))).toEqual(['blank.pieces'])
    }
    const chosen = evaluated(withRun(corner(false), { corners: { all: 'mitre', each: {} } }))
    expect(codesOf(chosen)).toEqual(['blank.pieces'])
  })
})

/** How far the middles of a mesh's side triangles lie off the true surface of a section that winds about a straight along X. */
function furthestOff(
  mesh: Mesh,
  angleAt: (s: number) => number,
  inSection: (y: number, z: number) => number,
): number {
  let most = 0
  const p = mesh.positions
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    if (isEnd(mesh.tags[t / 3]!)) continue
    for (const [a, b, c] of [
      [1 / 3, 1 / 3, 1 / 3],
      [0.5, 0, 0.5],
      [0.1, 0.8, 0.1],
    ] as const) {
      const at = [0, 1, 2].map(
        (k) =>
          a * p[mesh.triangles[t]! * 3 + k]! +
          b * p[mesh.triangles[t + 1]! * 3 + k]! +
          c * p[mesh.triangles[t + 2]! * 3 + k]!,
      ) as [number, number, number]
      const turn = -angleAt(at[0])
      const [y, z] = [
        at[1] * Math.cos(turn) - at[2] * Math.sin(turn),
        at[1] * Math.sin(turn) + at[2] * Math.cos(turn),
      ]
      most = Math.max(most, inSection(y, z))
    }
  }
  return most
}

describe('the stated error of a mesh', () => {
  const off = (half: readonly [number, number]) => (y: number, z: number) => {
    const [dy, dz] = [Math.abs(y) - half[0], Math.abs(z) - half[1]]
    const outside = Math.hypot(Math.max(dy, 0), Math.max(dz, 0))
    return Math.max(outside, Math.min(Math.max(dy, dz), 0) * -1)
  }
  it.each([
    ['a flat twisted ten times over', '3600', 'flat', { width: '30', thickness: '3' }, [15, 1.5]],
    ['a square bar twisted a hundred times over', '36000', 'square-bar', { side: '12', corner: '0' }, [6, 6]],
  ] as const)('holds for %s, and its volume is that of the theorem', (_, angle, shape, sizes, half) => {
    const part = withRun(barOn(straight(), shape, sizes), { twist: { kind: 'total', angle } })
    const { run } = outputsOf(evaluated(part))
    const rate = ((Number(angle) / 360) * TURN) / 500
    // Seen along travel (X) y is left and z up, and the roll follows the right hand.
    const measured = furthestOff(run.mesh, (s) => rate * s, off(half))
    expect(measured).toBeLessThan(run.chordError)
    expect(measured).toBeGreaterThan(run.chordError / 50)
    expect(Math.abs(run.meshVolume - run.theoremVolume!)).toBeLessThan(run.volumeBound)
    expect(Math.abs(run.meshVolume / run.theoremVolume! - 1)).toBeLessThan(0.015)
  })
  it('holds for twisted strands', () => {
    const part = withRun(barOn(straight('200'), 'round-bar', { diameter: '3' }), {
      strands: { kind: 'circle', count: '3', radius: '4', start: '0', facing: 'turned' },
      twist: { kind: 'rate', angle: '360', every: '8' },
    })
    const { run } = outputsOf(evaluated(part))
    expect(Math.abs(run.meshVolume - run.theoremVolume!)).toBeLessThan(run.volumeBound)
    // Not worse than the section itself loses by its sides.
    expect(Math.abs(run.meshVolume / run.theoremVolume! - 1)).toBeLessThan(0.05)
    const fine = outputsOf(createEvaluator().evaluate(part, { chordError: 0.01 })).run
    expect(fine.chordError).toBeLessThan(0.0101)
    expect(Math.abs(fine.meshVolume / fine.theoremVolume! - 1)).toBeLessThan(0.006)
  })
  it('is kept when a file asks for another, and refused where it cannot be had', () => {
    for (const chordError of [0.5, 0.05, 0.005]) {
      const { run } = outputsOf(createEvaluator().evaluate(hoop, { chordError }))
      expect(run.chordError).toBeLessThan(chordError * 1.01 + 1e-4)
      expect(Math.abs(run.meshVolume - run.volume)).toBeLessThan(run.volumeBound)
    }
    // However small it is: at 1e-9 the outline alone would have half a million points, and took minutes.
    for (const chordError of [1e-5, 1e-7, 1e-9, 1e-300]) {
      const [tooFine] = blocking(createEvaluator().evaluate(hoop, { chordError }))
      expect(tooFine).toMatchObject({ code: 'run.too-fine' })
      const [, fits] = /million points.*; (\S+) mm would fit\.$/.exec(tooFine!.message)!
      expect(Number(fits)).toBeGreaterThan(chordError)
      expect(blocking(createEvaluator().evaluate(hoop, { chordError: Number(fits) }))).toEqual([])
    }
  })
  it('that is larger than usual is a finding', () => {
    const long = evaluated(barOn(helix({ turns: '3000', pitch: '8' }), 'round-bar', { diameter: '3' }))
    const { run } = outputsOf(long)
    expect(codesOf(long)).toContain('run.coarse')
    expect(run.chordError).toBeGreaterThan(0.02)
    expect(Math.abs(run.meshVolume - run.theoremVolume!)).toBeLessThan(run.volumeBound)
  })
})

describe('a scale and a twist by formula', () => {
  it('are followed over 200 waves', () => {
    const part = withRun(barOn(straight(), 'square-bar', { side: '10', corner: '0' }), {
      scale: { kind: 'formula', formula: '1 + 0.2 * sin(360 deg * 200 * t)' },
    })
    const { run } = outputsOf(evaluated(part))
    const exact = 100 * 500 * (1 + 0.04 / 2)
    expect(run.theoremVolume! / exact).toBeCloseTo(1, 7)
    expect(Math.abs(run.meshVolume - exact)).toBeLessThan(run.volumeBound)
  })
  it('say so past that', () => {
    const part = withRun(barOn(straight(), 'square-bar', { side: '10', corner: '0' }), {
      scale: { kind: 'formula', formula: '1 + 0.2 * sin(360 deg * 50000 * t)' },
    })
    expect(blocking(evaluated(part))[0]!.message).toMatch(/changes too fast to be followed/)
  })
  it('keep their volume on a bend', () => {
    const part = withRun(hoop, { scale: { kind: 'formula', formula: '1 + 0.3 * t^2' } })
    const { run } = outputsOf(evaluated(part))
    const area = Math.PI * (100 - 64)
    expect(
      run.theoremVolume! / (area * run.path.length * integrate((t) => (1 + 0.3 * t * t) ** 2, 0, 1)),
    ).toBeCloseTo(1, 7)
  })
})

describe('the seam of a closed run', () => {
  const made = (shape: 'square-bar' | 'round-bar' | 'hexagon' | 'tube', change: Partial<RunStep>) => {
    const sizes = {
      'square-bar': { side: '8', corner: '0' },
      'round-bar': { diameter: '8' },
      hexagon: { flats: '8' },
      tube: { diameter: '10', wall: '1' },
    }[shape] as Record<string, string>
    return evaluated(withRun(barOn(ring, shape, sizes), change))
  }
  const twist = (angle: string): Partial<RunStep> => ({ twist: { kind: 'total', angle } })
  it.each([
    ['square-bar', '90'],
    ['square-bar', '-270'],
    ['square-bar', '360'],
    ['hexagon', '60'],
    ['round-bar', '77'],
    ['tube', '123'],
  ] as const)('closes for a %s twisted by %s degrees, and so does its mesh', (shape, angle) => {
    const r = made(shape, twist(angle))
    expect(codesOf(r)).toEqual([])
    const { run } = outputsOf(r)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
    expect(Math.abs(run.meshVolume - run.theoremVolume!)).toBeLessThan(run.volumeBound)
    expect(Math.abs(run.meshVolume / run.theoremVolume! - 1)).toBeLessThan(0.02)
  })
  it('is a finding with cures where the twist goes against the symmetry', () => {
    const r = made('square-bar', twist('125'))
    expect(blocking(r)).toMatchObject([
      { code: 'run.seam', cures: [{ change: { with: { field: 'twist/angle', formula: '90 deg' } } }] },
    ])
    const rate = made('square-bar', { twist: { kind: 'rate', angle: '100', every: '40' } })
    const [finding] = blocking(rate)
    expect(finding!.cures[0]!.label).toBe('Twist by 630° in all')
  })
  it('is one where the scale or the shape end otherwise than they began', () => {
    const scaled = made('round-bar', { scale: { kind: 'ends', start: '1', end: '1.5', ease: 'straight' } })
    expect(blocking(scaled)).toMatchObject([
      { code: 'run.seam', cures: [{ change: { with: { field: 'scale/end', formula: '1' } } }] },
    ])
    const shaped = made('round-bar', {
      shaping: [{ id: 'a', field: 'sizes/diameter', dimension: 'length', formula: '8 + 2 * t' }],
    })
    expect(blocking(shaped).map((f) => f.code)).toEqual(['run.seam'])
    const closes = made('round-bar', {
      shaping: [
        { id: 'a', field: 'sizes/diameter', dimension: 'length', formula: '8 + 1 mm * sin(360 deg * t)' },
      ],
    })
    expect(codesOf(closes)).toEqual([])
  })
  it('closes for strands that change places', () => {
    const r = made('round-bar', {
      strands: { kind: 'circle', count: '3', radius: '6', start: '0', facing: 'turned' },
      ...twist('120'),
    })
    expect(blocking(r)).toEqual([])
    const { run } = outputsOf(r)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
    expect(Math.abs(run.meshVolume / run.theoremVolume! - 1)).toBeLessThan(0.03)
  })
})

describe('a section that reaches the centre of curvature', () => {
  const bentBar = (radius: string): CarriedGiven | string[] => {
    const r = evaluated(
      barOn(
        throughNodes([
          ['0', '0', '0'],
          ['100', '0', '0', radius],
          ['100', '80', '0'],
        ]),
        'round-bar',
        { diameter: '20' },
      ),
    )
    return r.findings.map((f) => `${f.severity} ${f.code}`)
  }
  it('warns where it just reaches it, and blocks past it', () => {
    expect(bentBar('10.01')).toEqual([])
    expect(bentBar('10')).toEqual(['warns run.no-inside'])
    expect(bentBar('9.99')).toEqual(['blocks run.fold'])
  })
})
