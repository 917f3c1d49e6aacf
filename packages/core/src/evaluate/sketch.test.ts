import { describe, expect, it } from 'vitest'
import {
  emptyPart,
  freshStep,
  STARTERS,
  stationOf,
  nodeEntry,
  readPart,
  writePart,
  setFormula,
  renameDimension,
  setOverride,
  addVariant,
  chooseVariant,
  MILD_STEEL,
  type Capability,
  type Part,
  type SketchStep,
  type Step,
} from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Given } from './index.ts'
import { hookSketch } from '../../testing/sketches.ts'

const hook: Part = {
  ...emptyPart('Hook'),
  values: [{ id: 'v1', name: 'reach', dimension: 'length', formula: '40' }],
  steps: [
    hookSketch,
    {
      id: 'path',
      kind: 'sketch-path',
      name: 'Line',
      aside: false,
      sketch: 'sketch',
      curves: [],
      start: null,
      reversed: false,
    },
    {
      id: 'profile',
      kind: 'stock-profile',
      name: 'Wire',
      aside: false,
      shape: 'round-bar',
      sizes: { diameter: 'across / 10' },
      material: MILD_STEEL,
    },
    {
      id: 'run',
      kind: 'run',
      name: 'Run',
      aside: false,
      path: 'path',
      profile: 'profile',
      turning: 'square',
      anchor: 'centroid',
      clock: '0',
      flip: false,
    },
  ],
}

const outputOf = <C extends Capability>(part: Part, id: string, gives: C): Given<C> => {
  const result = createEvaluator().evaluate(part)
  const step = result.steps.find((s) => s.id === id)!
  expect(step.findings).toEqual([])
  return step.output![gives] as Given<C>
}
const change = <T>(r: { ok: true; value: T } | { ok: false; fault: { message: string } }): T => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}

describe('a sketch in a recipe', () => {
  it('survives writing and reading', () => {
    expect(readPart(JSON.parse(writePart(hook)))).toEqual({ ok: true, value: hook })
  })
  it('is settled and gives the path of its chain', () => {
    expect(outputOf(hook, 'sketch', 'sketch')).toMatchObject({ loose: 0, gaps: [], regions: [] })
    const { path } = outputOf(hook, 'path', 'path')
    const { table } = outputOf(hook, 'path', 'table')
    // Up 60, half round R20, down 30, half round R10, up 15.
    expect(path.length).toBeCloseTo(60 + 20 * Math.PI + 30 + 10 * Math.PI + 15, 8)
    expect(table!.rows.map((r) => r.radius)).toEqual([expect.closeTo(20, 8), expect.closeTo(10, 8)])
    // On the sheet XZ, up is Z.
    expect(path.segments[0]).toMatchObject({ kind: 'line', direction: [0, 0, 1] })
  })
  it('follows values, variants and the names of its dimensions', () => {
    const wide = change(addVariant(hook, { variant: { id: 'w', name: 'Wide', overrides: {} } }))
    const set = change(setOverride(wide, { variant: 'w', name: 'reach', formula: '52' }))
    const chosen = change(chooseVariant(set, { variant: 'w' }))
    const length = 60 + 26 * Math.PI + 30 + 10 * Math.PI + 15
    expect(outputOf(chosen, 'path', 'path').path.length).toBeCloseTo(length, 8)
    // The wire is a tenth of the dimension named "across".
    expect(outputOf(chosen, 'profile', 'section').properties.area).toBeCloseTo((Math.PI / 4) * 5.2 ** 2, 8)
    const renamed = change(renameDimension(chosen, { step: 'sketch', dimension: 'd2', name: 'mouth' }))
    expect(outputOf(renamed, 'profile', 'section').properties.area).toBeCloseTo((Math.PI / 4) * 5.2 ** 2, 8)
    expect(renameDimension(hook, { step: 'sketch', dimension: 'd2', name: 'reach' })).toMatchObject({
      ok: false,
      fault: { message: expect.stringContaining('a value named "reach"') as string },
    })
  })
  it('names what cannot all hold, and keeps the last good path', () => {
    const evaluator = createEvaluator()
    evaluator.evaluate(hook, { owner: 'hook' })
    const clashing: Step = {
      ...hookSketch,
      constraints: [
        ...hookSketch.constraints,
        {
          ...(hookSketch.constraints.find((c) => c.id === 'd1') as never as object),
          id: 'd9',
          name: 'again',
          formula: '70',
        } as never,
      ],
    }
    const result = evaluator.evaluate(
      { ...hook, steps: [clashing, ...hook.steps.slice(1)] },
      { owner: 'hook' },
    )
    expect(result.steps[0]).toMatchObject({ state: 'failed', stale: true })
    expect(result.findings[0]!.message).toMatch(
      /^2 constraints of "Hook line" cannot all hold: Length d1; Length again\. /,
    )
    expect(result.steps[1]).toMatchObject({ state: 'waiting', stale: true })
  })
  it('names a fork, and a gap', () => {
    const forked: Step = {
      ...hookSketch,
      entities: [
        ...hookSketch.entities,
        { kind: 'point', id: 'x', x: 30, y: 60 },
        { kind: 'line', id: 'l9', from: 'p2', to: 'x' },
      ],
    }
    const steps = hook.steps.slice(1)
    const evaluate = (sketch: Step) => createEvaluator().evaluate({ ...hook, steps: [sketch, ...steps] })
    expect(evaluate(forked).steps[1]!.findings[0]!.message).toMatch(/forks at \(0, 60\): 3 curves meet/)
    const guide = forked.entities.map((e) => (e.id === 'l9' ? { ...e, guide: true } : e)) as never
    expect(evaluate({ ...forked, entities: guide }).steps[1]!.state).toBe('good')
    const parted: Step = {
      ...hookSketch,
      entities: [
        ...hookSketch.entities.filter((e) => e.id !== 'l3'),
        { kind: 'point', id: 'x', x: 60.4, y: 30 },
        { kind: 'line', id: 'l3', from: 'x', to: 'p6' },
      ],
      constraints: hookSketch.constraints.filter((c) => c.id !== 't4'),
    }
    const gapped = evaluate(parted)
    expect(gapped.steps[0]!.findings.map((f) => f.code)).toContain('sketch.gap')
    expect(gapped.steps[1]!.findings[0]!.message).toMatch(
      /fall into 2 pieces; the nearest ends are 0\.\d+ mm apart/,
    )
  })
  it('keeps the chain that was drawn first when another outline is drawn beside it', () => {
    const length = (steps: readonly Step[]) => {
      const r = createEvaluator().evaluate({ ...hook, steps })
      return [r.steps[1]!.state, r.steps[1]!.output?.path?.path.length]
    }
    const steps = hook.steps.slice(1)
    const alone = length([hookSketch, ...steps])
    const beside: Step = {
      ...hookSketch,
      entities: [
        ...hookSketch.entities,
        { kind: 'point', id: 'x1', x: 200, y: 0 },
        { kind: 'point', id: 'x2', x: 230, y: 0 },
        { kind: 'point', id: 'x3', x: 215, y: 25 },
        { kind: 'line', id: 'y1', from: 'x1', to: 'x2' },
        { kind: 'line', id: 'y2', from: 'x2', to: 'x3' },
        { kind: 'line', id: 'y3', from: 'x3', to: 'x1' },
        { kind: 'circle', id: 'y4', centre: 'x3', radius: 4 },
      ],
    }
    expect(alone[0]).toBe('good')
    expect(length([beside, ...steps])).toEqual(alone)
  })
  it('takes formulas into its dimensions and refuses what is not there', () => {
    const bad = change(
      setFormula(hook, { step: 'sketch', field: 'constraints/d1/formula', formula: 'heigth' }),
    )
    const result = createEvaluator().evaluate(bad)
    expect(result.steps[0]).toMatchObject({ state: 'failed' })
    expect(result.findings[0]!.message).toContain('heigth')
  })
  it('lies where it is said to: planes seen from the right side, offset toward the viewer', () => {
    const frameOn = (plane: SketchStep['plane']) =>
      outputOf({ ...hook, steps: [{ ...hookSketch, plane }, ...hook.steps.slice(1)] }, 'sketch', 'sketch')
        .frame
    const toward = (plane: SketchStep['plane']): Vec3 => {
      const f = frameOn(plane)
      return vec3.cross(f.x, f.y).map((x) => x + 0) as unknown as Vec3
    }
    expect(toward({ kind: 'xy', offset: '0' })).toEqual([0, 0, 1])
    expect(toward({ kind: 'xz', offset: '0' })).toEqual([0, -1, 0])
    expect(toward({ kind: 'yz', offset: '0' })).toEqual([1, 0, 0])
    expect(frameOn({ kind: 'xz', offset: '7' }).origin.map((x) => x + 0)).toEqual([0, -7, 0])
  })
  it('lies square to a path at a station, or through three of its nodes', () => {
    const rail: Step = {
      id: 'rail',
      kind: 'node-path',
      name: 'Rail',
      aside: false,
      closed: false,
      nodes: [
        nodeEntry('n1', '0', '0', '0'),
        nodeEntry('n2', '50', '0', '0'),
        nodeEntry('n3', '50', '30', '40'),
      ],
    }
    const on = (plane: SketchStep['plane']) =>
      createEvaluator().evaluate({ ...hook, steps: [rail, { ...hookSketch, plane }, ...hook.steps.slice(1)] })
    const frameOf = (plane: SketchStep['plane']) => {
      const sketch = on(plane).steps[1]!.output?.sketch
      if (!sketch) throw new Error('the sketch must be good')
      return sketch.frame
    }
    const square = frameOf({ kind: 'square', path: 'rail', station: '75' })
    // Half along the second leg of 50: there it goes (0, 0.6, 0.8).
    square.origin.forEach((x, i) => expect(x).toBeCloseTo([50, 15, 20][i]!, 9))
    const along: Vec3 = [0, 0.6, 0.8]
    expect(vec3.dot(square.x, along)).toBeCloseTo(0, 12)
    expect(vec3.dot(square.y, along)).toBeCloseTo(0, 12)
    // Looked at against the travel, from ahead: so across points left of travel, up stays up.
    expect(vec3.dot(vec3.cross(square.x, square.y), along)).toBeCloseTo(1, 12)
    expect(square.y[2]).toBeGreaterThan(0)
    const nodes = frameOf({ kind: 'nodes', path: 'rail', nodes: ['n2', 'n1', 'n3'] })
    expect(nodes.origin).toEqual([50, 0, 0])
    expect(vec3.dot(nodes.x, [-1, 0, 0])).toBeCloseTo(1, 12)
    expect(vec3.dot(vec3.cross(nodes.x, nodes.y), along)).toBeCloseTo(0, 12)
    const past = on({ kind: 'square', path: 'rail', station: '500' })
    expect(past.steps[1]!.findings[0]!.message).toContain('the path is 100 mm long')
  })
  it('names what has no length', () => {
    const flat: Step = {
      ...hookSketch,
      entities: [
        { kind: 'point', id: 'a', x: 0, y: 0 },
        { kind: 'point', id: 'b', x: 0, y: 0 },
        { kind: 'point', id: 'c', x: 30, y: 0 },
        { kind: 'line', id: 'l', from: 'a', to: 'b' },
        { kind: 'line', id: 'm', from: 'b', to: 'c' },
      ],
      constraints: [],
    }
    const { findings } = createEvaluator().evaluate({ ...hook, steps: [flat, ...hook.steps.slice(1)] })
    expect(findings.find((f) => f.code === 'sketch.nothing')).toMatchObject({
      severity: 'warns',
      message: expect.stringContaining('line 1') as string,
    })
  })
})

describe('where a sketch is worked on', () => {
  it('with the profile where only a profile is made of it, with the path otherwise', () => {
    const part = STARTERS.straight.make('Bar')
    const sheet = freshStep(part, 'sketch', { id: 'sheet' })
    if (!sheet.ok) throw new Error(sheet.fault.message)
    const open: SketchStep = {
      ...sheet.value,
      entities: [
        { kind: 'point', id: 'a', x: 0, y: 0 },
        { kind: 'point', id: 'b', x: 9, y: 1 },
        { kind: 'line', id: 'l', from: 'a', to: 'b' },
      ],
    }
    const steps = [...part.steps, open]
    expect(stationOf(open, steps)).toBe('path')
    const profile = freshStep({ ...part, steps }, 'sketch-profile', { id: 'profile' })
    if (!profile.ok) throw new Error(profile.fault.message)
    const all = [...steps, profile.value]
    expect(stationOf(open, all)).toBe('profile')
    const { findings } = createEvaluator().evaluate({ ...part, steps: all })
    expect(findings.find((f) => f.code === 'sketch.loose')).toMatchObject({ station: 'profile' })
    const path = freshStep({ ...part, steps: all }, 'sketch-path', { id: 'along' })
    if (!path.ok) throw new Error(path.fault.message)
    expect(stationOf(open, [...all, path.value])).toBe('path')
  })
})
