import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wholePath, wholeRun } from '../../testing/parts.ts'
import type { Result } from '../base/index.ts'
import {
  nodeEntry,
  partOnPath,
  STARTERS,
  type Part,
  SQUARE_CUT,
  addValue,
  chooseVariant,
  renameValue,
  setSuppressed,
  setBuiltTo,
  setCell,
  setFormula,
  setShape,
  setUnits,
  addVariant,
  makeChange,
} from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import { checkWatertight } from '../space/index.ts'
import { massOf, bodiesOf } from './index.ts'
import type { PartResult } from './result.ts'

const done = (r: Result<Part>): Part => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const angle = STARTERS.angle.make('Angle')
const fresh = (p: Part): PartResult => createEvaluator().evaluate(p)
const output = (r: PartResult, id: string) => r.steps.find((s) => s.id === id)!.output
const state = (r: PartResult, id: string): string => r.steps.find((s) => s.id === id)!.state
const cell = (p: Part, node: string, column: 'x' | 'radius', formula: string): Part =>
  done(setCell(p, { step: 'path', node, column, formula }))

describe('figures before meshes', () => {
  const length = 170 + 15 * Math.PI + 120
  it('are all there, and the bodies are told of; then nothing of it changes but that they are there', () => {
    const evaluator = createEvaluator()
    const first = evaluator.evaluate(angle, { phase: 'figures' })
    const run = first.steps.find((s) => s.id === 'run')!
    expect(run.output!.bodies).toBeUndefined()
    expect(run.output!.coming).toMatchObject([{ id: 'run', hidden: false }])
    expect(run.awaits).toBeGreaterThan(100)
    expect(massOf(first)).toBeCloseTo(25 * Math.PI * length * 7.85e-6, 12)
    expect(output(first, 'blank')!.blank!.cut).toBeGreaterThan(length)
    const whole = evaluator.evaluate(angle)
    expect(massOf(whole)).toBe(massOf(first))
    expect(whole.awaits).toBe(0)
    expect(bodiesOf(whole)).toHaveLength(1)
    const now = whole.steps.find((s) => s.id === 'run')!
    expect(now.output!.carried).toBe(run.output!.carried)
    expect(now.version).toBeGreaterThan(run.version)
    expect(now.basis).toBe(run.basis)
    expect(output(whole, 'blank')).toBe(output(first, 'blank'))
    // Known now, so that asking for figures alone gives all of it.
    expect(evaluator.evaluate(angle, { phase: 'figures' }).awaits).toBe(0)
  })
  it('know no mass where only a mesh can tell it, and find contact with the body', () => {
    const evaluator = createEvaluator()
    const coil: Part = {
      ...STARTERS.spring.make('Coil'),
      steps: STARTERS.spring
        .make('Coil')
        .steps.map((s) => (s.kind === 'helix-path' ? { ...s, pitch: '2' } : s)),
    }
    const first = evaluator.evaluate(coil, { phase: 'figures' })
    const whole = evaluator.evaluate(coil)
    expect(first.findings.map((f) => f.code)).not.toContain('run.contact')
    expect(whole.findings.map((f) => f.code)).toContain('run.contact')
    const mitred: Part = {
      ...angle,
      steps: angle.steps.map((s) =>
        s.kind === 'run'
          ? {
              ...s,
              twist: { kind: 'total', angle: '90 deg' },
              ends: {
                start: { kind: 'angled', runOn: '0', closed: false, across: '20 deg', tilt: '0' },
                end: SQUARE_CUT,
              },
            }
          : s,
      ),
    }
    expect(massOf(evaluator.evaluate(mitred, { phase: 'figures' }))).toBeUndefined()
    expect(massOf(evaluator.evaluate(mitred))).toBeGreaterThan(0.15)
  })
  it('leave the last whole result to stand in where the next one fails', () => {
    const evaluator = createEvaluator()
    const owner = 'page'
    const good = evaluator.evaluate(angle, { owner })
    evaluator.evaluate(cell(angle, 'n2', 'radius', '31'), { owner, phase: 'figures' })
    const broken = evaluator.evaluate(cell(angle, 'n2', 'radius', '180'), { owner, phase: 'figures' })
    expect(broken.steps.find((s) => s.id === 'run')).toMatchObject({ stale: true, awaits: 0 })
    expect(output(broken, 'run')).toBe(output(good, 'run'))
  })
})

describe('a whole part', () => {
  // Legs of 200 and 150, one bend of radius 30, round bar of 10 in mild steel.
  const length = 170 + 15 * Math.PI + 120
  it('comes to length, table, volume, mass and cut length of the closed form', () => {
    const r = fresh(angle)
    expect(r.findings).toEqual([])
    const path = wholePath(output(r, 'path'))
    expect(Math.abs(path.analysis.length / length - 1)).toBeLessThan(1e-12)
    expect(path.table!.rows).toHaveLength(1)
    expect(output(r, 'profile')!.section!.massPerLength).toBeCloseTo(25 * Math.PI * 7.85e-6, 15)
    const run = wholeRun(output(r, 'run'))
    expect(Math.abs(run.volume / (25 * Math.PI * length) - 1)).toBeLessThan(1e-12)
    expect(Math.abs(run.meshVolume - run.volume)).toBeLessThan(run.volumeBound)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
    expect(run.mass).toBeCloseTo(25 * Math.PI * length * 7.85e-6, 12)
    expect(output(r, 'blank')!.blank!).toMatchObject({
      cut: 338,
      developed: { length: expect.closeTo(length, 9) },
    })
    expect(r.steps.map((s) => s.summary)).toEqual([
      '337.124 mm, 1 bend',
      'round bar 10',
      'square, steel',
      'cut 338 mm',
    ])
  })
  it('shifts the neutral line by the depth in the bend plane, wherever the anchor is', () => {
    let p = done(setShape(angle, { step: 'profile', shape: 'flat', sizes: { width: '20', thickness: '4' } }))
    p = done(setFormula(p, { step: 'blank', field: 'neutral', formula: '0.4' }))
    // The flat lies with its width across the bend: depth 20, shift 2.
    expect(output(fresh(p), 'blank')!.blank!.developed.length).toBeCloseTo(290 + 28 * (Math.PI / 2), 9)
    const turned = done(setFormula(p, { step: 'run', field: 'clock', formula: '90' }))
    expect(output(fresh(turned), 'blank')!.blank!.developed.length).toBeCloseTo(290 + 29.6 * (Math.PI / 2), 9)
  })
  it('a drawn path says what it waits for, and nothing else is found', () => {
    const { findings } = fresh(STARTERS.drawn.make('x'))
    expect(findings.map((f) => f.code)).toEqual(['path.none'])
    expect(findings[0]!.message).toMatch(/draw the line/)
  })
  const whole = Object.entries(STARTERS).filter(([name]) => name !== 'drawn')
  it.each(whole.map(([, s]) => [s.title, s.make('x')] as const))(
    '%s starts without blocking findings',
    (_, p) => {
      expect(fresh(p).findings.filter((f) => f.severity === 'blocks')).toEqual([])
    },
  )
})

describe('when a step fails', () => {
  it('names each node whose bend cannot fit, with the largest that does, and a cure that works', () => {
    const evaluator = createEvaluator()
    const good = evaluator.evaluate(angle, { owner: 'angle' })
    const r = evaluator.evaluate(cell(angle, 'n2', 'radius', '180'), { owner: 'angle' })
    expect(r.findings).toHaveLength(1)
    const [finding] = r.findings
    expect(finding).toMatchObject({ severity: 'blocks', code: 'path.no-room', node: 'n2', station: 'path' })
    expect(finding!.message).toMatch(/bend at node 2 does not fit: radius 180.*the largest is 150 mm/)
    expect(state(r, 'path')).toBe('failed')
    expect(state(r, 'run')).toBe('waiting')
    const run = r.steps.find((s) => s.id === 'run')!
    expect(run.stale).toBe(true)
    expect(run.output).toBe(output(good, 'run'))
    const cured = evaluator.evaluate(
      done(makeChange(cell(angle, 'n2', 'radius', '180'), finding!.cures[0]!.change)),
    )
    expect(cured.findings).toEqual([])
  })
  it('words lengths in the unit shown', () => {
    const inches = done(
      setUnits(angle, {
        units: { length: { unit: 'in', style: { kind: 'decimal', places: 3 } }, mass: 'kg' },
      }),
    )
    const [finding] = fresh(cell(inches, 'n2', 'radius', '180')).findings
    expect(finding!.message).toMatch(/the largest is 5.905 in/)
    expect(finding!.cures[0]!.change.with).toMatchObject({ formula: { text: '5.905', bare: 'in' } })
  })
  it('words sizes that make no section in the unit shown', () => {
    const inches = done(
      setUnits(angle, {
        units: { length: { unit: 'in', style: { kind: 'decimal', places: 3 } }, mass: 'kg' },
      }),
    )
    const tube = done(setShape(inches, { step: 'profile', shape: 'tube' }))
    const sized = (wall: string): Part =>
      done(setFormula(tube, { step: 'profile', field: 'sizes/wall', formula: wall }))
    const thin = done(
      setFormula(sized('1 in'), { step: 'profile', field: 'sizes/diameter', formula: '1 in' }),
    )
    const [finding] = fresh(thin).findings
    expect(finding).toMatchObject({ code: 'profile.size', severity: 'blocks' })
    expect(finding!.message).toBe(
      'This tube cannot be made: a wall of 1 in leaves no hollow; it must be below 0.5 in.',
    )
  })
  it('points at the cell that cannot be read', () => {
    const r = fresh(cell(angle, 'n3', 'x', '12 kg'))
    expect(r.findings).toMatchObject([{ node: 'n3', field: 'nodes/n3/x', code: 'formula.wrong-dimension' }])
    expect(r.findings[0]!.message).toBe('Node 3, x: "12 kg" is a mass; a length is needed here')
  })
  it('finds a section that folds in a tight bend, and the radius that would do', () => {
    const tight = fresh(cell(angle, 'n2', 'radius', '4'))
    const fold = tight.findings.find((f) => f.code === 'run.fold')!
    expect(fold).toMatchObject({ severity: 'blocks', node: 'n2', from: 196 })
    expect(fold.message).toMatch(/A radius above 5 mm would do/)
    const cured = fresh(done(makeChange(cell(angle, 'n2', 'radius', '4'), fold.cures[0]!.change)))
    expect(cured.findings).toEqual([])
  })
  it('warns of sharp corners that cannot be bent, and still gives a picture', () => {
    const r = fresh(cell(angle, 'n2', 'radius', ''))
    expect(r.findings).toMatchObject([
      { code: 'blank.sharp', severity: 'warns', from: 200 },
      { code: 'blank.pieces', severity: 'notes' },
    ])
    expect(wholeRun(output(r, 'run')).theoremVolume).toBeCloseTo(25 * Math.PI * 350, 6)
  })
  it.each<[string, Part, string]>([
    [
      'profile size',
      done(setFormula(angle, { step: 'profile', field: 'sizes/diameter', formula: '-1' })),
      'profile.size',
    ],
    [
      'density',
      done(setFormula(angle, { step: 'profile', field: 'material/density', formula: '0' })),
      'profile.density',
    ],
    [
      'neutral line',
      done(setFormula(angle, { step: 'blank', field: 'neutral', formula: '1.2' })),
      'blank.neutral',
    ],
    [
      'allowance',
      done(setFormula(angle, { step: 'blank', field: 'endAllowance', formula: '-5' })),
      'blank.endAllowance',
    ],
    [
      'fold back',
      done(setFormula(cell(angle, 'n3', 'x', '50'), { step: 'path', field: 'nodes/n3/y', formula: '0' })),
      'path.fold-back',
    ],
    ['set aside', done(setSuppressed(angle, { step: 'profile', aside: true })), 'step.input'],
  ])('tells of %s', (_, p, code) => expect(fresh(p).findings.map((f) => f.code)).toEqual([code]))
  it('tells of a helix without turns', () => {
    const spring = STARTERS.spring.make('Spring')
    const r = fresh(done(setFormula(spring, { step: 'path', field: 'turns', formula: '0' })))
    expect(r.findings).toMatchObject([{ code: 'helix.turns', field: 'turns' }])
  })
})

describe('named values and variants', () => {
  let p = done(addValue(angle, { value: { id: 'v1', name: 'reach', dimension: 'length', formula: '200' } }))
  p = cell(cell(p, 'n2', 'x', 'reach'), 'n3', 'x', 'reach')
  p = done(addVariant(p, { variant: { id: 'w1', name: 'Long', overrides: { reach: '300' } } }))
  it('drive the part', () => {
    const long = fresh(done(chooseVariant(p, { variant: 'w1' })))
    expect(
      wholePath(output(long, 'path')).analysis.length - wholePath(output(fresh(p), 'path')).analysis.length,
    ).toBeCloseTo(100, 9)
  })
  it('that fail are findings at Values and at each use', () => {
    const r = fresh({ ...p, values: [{ ...p.values[0]!, formula: 'reach + 1' }] })
    expect(r.findings.map((f) => [f.station, f.code])).toEqual([
      ['values', 'values.cycle'],
      ['path', 'values.failed'],
      ['path', 'values.failed'],
    ])
  })
  it('renamed, or sizes written another way, cost nothing', () => {
    const evaluator = createEvaluator()
    const a = evaluator.evaluate(p)
    const b = evaluator.evaluate(done(renameValue(p, { value: 'v1', name: 'rise' })))
    const c = evaluator.evaluate(cell(p, 'n2', 'x', '20 cm'))
    for (const [i, step] of a.steps.entries()) {
      expect(b.steps[i]).toBe(step)
      expect(c.steps[i]).toBe(step)
    }
  })
})

describe('what is not built', () => {
  it('stops at the mark', () => {
    const r = fresh(done(setBuiltTo(angle, { step: 'profile' })))
    expect(r.steps.map((s) => s.state)).toEqual(['good', 'good', 'unbuilt', 'unbuilt'])
    expect(r.findings).toEqual([])
  })
})

describe('incremental results', () => {
  it('only work out again what changed', () => {
    const evaluator = createEvaluator()
    const a = evaluator.evaluate(angle)
    const b = evaluator.evaluate(
      done(setFormula(angle, { step: 'blank', field: 'endAllowance', formula: '20' })),
    )
    expect(b.steps.slice(0, 3)).toEqual(a.steps.slice(0, 3))
    b.steps.slice(0, 3).forEach((s, i) => expect(s).toBe(a.steps[i]))
    expect(output(b, 'blank')!.blank!.cut).toBe(358)
  })
  it('equal those worked out from nothing, over random edits', () => {
    const evaluator = createEvaluator()
    const edit = fc.tuple(
      fc.constantFrom('n1', 'n2', 'n3'),
      fc.constantFrom('x', 'radius'),
      fc.constantFrom('10', '35', '250', '', 'oops', '400'),
    )
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 6 }), (edits) => {
        const p = edits.reduce((q, [node, column, text]) => cell(q, node, column as 'x', text), angle)
        const plain = (r: PartResult) =>
          r.steps.map((s) => [s.id, s.state, s.findings, s.state === 'good' ? s.output : null])
        expect(plain(evaluator.evaluate(p))).toEqual(plain(fresh(p)))
      }),
      { numRuns: 40 },
    )
  })
})

describe('a path with formulas in inches', () => {
  it('means the same whatever unit is shown', () => {
    const nodes = [
      nodeEntry('a', '0', '0', '0'),
      nodeEntry('b', { text: '4', bare: 'in' }, '0', '0', '1 in'),
      nodeEntry('c', '4 in', '50', '0'),
    ]
    const p = partOnPath(
      'x',
      { id: 'path', kind: 'node-path', name: 'Path', aside: false, closed: false, nodes },
      {
        name: 'Bar',
        shape: 'round-bar',
        sizes: { diameter: '6' },
        material: { name: 'Brass', density: '8.5', look: 'brass' },
      },
    )
    const mm = wholePath(output(fresh(p), 'path')).analysis.length
    expect(mm).toBeCloseTo(101.6 + 50 - 2 * 25.4 + 25.4 * (Math.PI / 2), 9)
    const shown = done(
      setUnits(p, { units: { length: { unit: 'ft', style: { kind: 'decimal', places: 2 } }, mass: 'lb' } }),
    )
    expect(wholePath(output(fresh(shown), 'path')).analysis.length).toBe(mm)
  })
})
