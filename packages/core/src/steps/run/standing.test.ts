import { describe, expect, it } from 'vitest'
import { rectangleAt } from '../../../testing/sketches.ts'
import { barOn, codesOf, evaluated, throughNodes, withRun } from '../../../testing/parts.ts'
import { readPartText, writePart, type Part, type Step } from '../../recipe/index.ts'
import type { RunStep } from './typed.ts'
import { pointAt } from '../../plane/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { frameAt } from '../../sweep/index.ts'

const profile: Step = {
  id: 'profile',
  kind: 'sketch-profile',
  name: 'Drawn',
  aside: false,
  sketch: 'sheet',
  regions: [],
  material: { name: 'Steel', density: '8 g/cm3', look: 'steel' },
}
const line = throughNodes([
  ['10', '20', '30'],
  ['110', '20', '30', '25'],
  ['110', '120', '80', '25'],
  ['200', '120', '80'],
])
/** A bar along the line, of a section drawn on a sheet at a height, off its origin. */
const part = (change: Partial<RunStep>): Part => {
  const bar = barOn(line, 'round-bar', { diameter: '10' })
  const sheet: Step = { ...rectangleAt('sheet', 7, -4, 12, 30), plane: { kind: 'yz', offset: '45' } }
  const others = bar.steps.filter((s) => s.id !== 'profile')
  return withRun(
    { ...bar, steps: [sheet, profile, ...others] },
    { profile: 'profile', stands: 'section', ...change },
  )
}
const outputOf = (p: Part, kind: Step['kind']) => evaluated(p).steps.find((s) => s.kind === kind)?.output
/** How far the start of the run is from where its section was drawn, at most. */
const apart = (p: Part): number => {
  const { section, drawn } = outputOf(p, 'sketch-profile')!.section!
  const run = outputOf(p, 'run')!.carried!
  const { origin, n, b } = frameAt(run.frames, 0)
  const on = (at: Vec3, x: Vec3, y: Vec3, q: readonly [number, number]): Vec3 =>
    vec3.addScaled(vec3.addScaled(at, x, q[0]), y, q[1])
  return Math.max(
    ...section[0]!.outer.map((c, i) =>
      vec3.distance(
        on(drawn!.origin, drawn!.x, drawn!.y, pointAt(c, 0)),
        on(origin, n, b, pointAt(run.section[0]!.outer[i]!, 0)),
      ),
    ),
  )
}

describe('a run that stands where its section was drawn', () => {
  it.each([
    ['as it is', {}],
    ['by a corner of its box, turned', { anchor: 'bottom-left', clock: '30 deg' }],
    ['by a point of its own', { anchor: 'point', point: { x: '12', y: '10' }, clock: '-75 deg' }],
    ['twisted', { twist: { kind: 'total', angle: '90 deg' } }],
    [
      'part of the way',
      { part: { from: { kind: 'station', at: '40' }, to: { kind: 'station', at: '180' } } },
    ],
  ] as [string, Partial<RunStep>][])('begins there, %s', (_, change) => {
    const p = part(change)
    expect(codesOf(evaluated(p)).filter((c) => c !== 'sketch.loose')).toEqual([])
    expect(apart(p)).toBeLessThan(1e-5)
    // It is the same bar, moved.
    const [there, here] = [
      outputOf(p, 'run')!,
      outputOf(part({ ...change, stands: undefined as never }), 'run')!,
    ]
    expect(there.carried!.path.length).toBeCloseTo(here.carried!.path.length, 6)
    expect(there.table!.table?.rows.map((r) => r.rotation)).toEqual(
      here.table!.table?.rows.map((r) => expect.closeTo(r.rotation, 6)),
    )
    expect(there.bodies![0]!.figures.volume).toBeCloseTo(here.bodies![0]!.figures.volume, 3)
  })
  it('sets off toward whoever looks at the sheet', () => {
    const { path } = outputOf(part({}), 'run')!.carried!
    expect(path.segments[0]).toMatchObject({ direction: [1, 0, 0].map((v) => expect.closeTo(v, 9)) })
  })
  it('says why it cannot: flipped, not turning, leaning, drawn on no sheet', () => {
    const of = (change: Partial<RunStep>): string[] => codesOf(evaluated(part(change)))
    expect(of({ flip: true })).toContain('run.stands')
    expect(of({ turning: 'fixed' })).toContain('run.stands')
    expect(of({ turning: 'upright', up: { x: '0', y: '1', z: '1' } })).toContain('run.stands')
    const bar = withRun(barOn(line, 'round-bar', { diameter: '10' }), { stands: 'section' })
    expect(codesOf(evaluated(bar))).toContain('run.stands')
  })
  it('is kept with the part', () => {
    const p = part({})
    const read = readPartText(writePart(p))
    expect(read.ok && read.value).toEqual(p)
    expect(readPartText(writePart(p).replace('"stands": "section"', '"stands": "there"')).ok).toBe(false)
  })
})
