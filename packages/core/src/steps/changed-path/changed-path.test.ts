import { describe, expect, it } from 'vitest'
import { chainAt } from '../../../testing/sketches.ts'
import { codesOf, evaluated, wholePath } from '../../../testing/parts.ts'
import { FIRST_CHANGES, PATH_CHANGES, type PathChange } from './typed.ts'
import {
  freshStep,
  readPartText,
  STARTERS,
  writePart,
  type Part,
  type Step,
  setFormula,
} from '../../recipe/index.ts'
import { changeChangedPath } from './commands.ts'
import { pathPoint } from '../../path/index.ts'

const done = (r: { ok: true; value: Part } | { ok: false; fault: unknown }): Part => {
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}
/** A part with its path changed after it. */
const changed = (part: Part, change: PathChange): Part => {
  const made = freshStep(part, 'changed-path', { id: 'changed' })
  if (!made.ok) throw new Error(made.fault.message)
  const steps = [...part.steps, { ...made.value, path: 'path' }]
  return done(changeChangedPath({ ...part, steps }, { step: 'changed', choices: { change } }))
}
const pathOf = (part: Part) => wholePath(evaluated(part).steps.find((s) => s.id === 'changed')!.output)
const findingsOf = (part: Part) => evaluated(part).steps.find((s) => s.id === 'changed')!.findings
const bar = STARTERS.straight.make('Bar')
const angle = STARTERS.angle.make('Angle')
const frame = STARTERS.frame.make('Frame')

describe('a path from a path', () => {
  it('is read back as it was written, whatever its change', () => {
    for (const kind of PATH_CHANGES) {
      const part = changed(angle, FIRST_CHANGES[kind])
      const read = readPartText(writePart(part))
      expect(read.ok && read.value).toEqual(part)
    }
    const odd = writePart(changed(angle, FIRST_CHANGES.part)).replace('"kind": "part"', '"kind": "twirl"')
    const read = readPartText(odd.includes('twirl') ? odd : odd.replace('"kind":"part"', '"kind":"twirl"'))
    expect(read.ok).toBe(false)
  })
  it('mirrored lies on the other side; its bend table turns the other way', () => {
    const { path, table } = pathOf(changed(angle, { kind: 'mirror', plane: 'yz', offset: '10' }))
    expect(pathPoint(path, path.length)).toEqual([-180, 150, 0].map((v) => expect.closeTo(v, 9)))
    expect(table!.rows).toHaveLength(1)
  })
  it('is a part of it, by stations', () => {
    const part = changed(angle, { kind: 'part', from: '50', to: '120' })
    expect(pathOf(part).path.length).toBeCloseTo(70, 9)
    // Past the end it goes to the end.
    const long = done(setFormula(part, { step: 'changed', field: 'change/to', formula: '1 m' }))
    const whole = evaluated(angle).steps[0]!.output!.path!.path.length
    expect(pathOf(long).path.length).toBeCloseTo(whole - 50, 9)
    const none = done(setFormula(part, { step: 'changed', field: 'change/to', formula: '50' }))
    expect(findingsOf(none)).toMatchObject([{ code: 'path.part', field: 'change/to' }])
  })
  it('closed begins elsewhere, and open says that it cannot', () => {
    const ring = changed(frame, { kind: 'start', at: '40' })
    expect(pathOf(ring).path.closed).toBe(true)
    expect(findingsOf(changed(bar, { kind: 'start', at: '40' }))).toMatchObject([{ code: 'path.open' }])
  })
  it('bends a straight at the same length, and keeps it when straightened', () => {
    const arc = pathOf(changed(bar, { kind: 'arc', angle: '180', x: '0', y: '0', z: '1' }))
    expect(arc.path.length).toBeCloseTo(300, 9)
    expect(arc.table!.rows).toMatchObject([{ angle: expect.closeTo(Math.PI, 9) }])
    const straight = pathOf(changed(angle, { kind: 'straighten' }))
    expect(straight.path.segments).toHaveLength(1)
    expect(findingsOf(changed(angle, FIRST_CHANGES.arc))).toMatchObject([{ code: 'path.not-straight' }])
  })
  it('joined tells how the paths meet', () => {
    const two = changed(angle, { kind: 'join', with: [], radius: '0' })
    const other = freshStep(two, 'node-path', { id: 'other' })
    if (!other.ok) throw new Error(other.fault.message)
    const steps = [two.steps[0]!, other.value, ...two.steps.slice(1)]
    const part = done(
      changeChangedPath(
        { ...two, steps },
        {
          step: 'changed',
          choices: { change: { kind: 'join', with: ['other'], radius: '0' } },
        },
      ),
    )
    const found = evaluated(part)
    expect(codesOf(found).some((c) => c === 'path.bridged' || c === 'path.joint')).toBe(true)
  })
  it('goes to one side of a flat path, or says why not', () => {
    const part = changed(frame, { kind: 'beside', by: '5 mm', corners: 'extended' })
    const before = wholePath(evaluated(frame).steps[0]!.output).path
    // A closed path turns by a whole turn: beside it the length changes by that much of the distance, or by its corners.
    expect(Math.abs(pathOf(part).path.length - before.length)).toBeGreaterThan(5)
    expect(pathOf(part).path.closed).toBe(true)
    const none = done(setFormula(part, { step: 'changed', field: 'change/by', formula: '5 m' }))
    const other = done(setFormula(part, { step: 'changed', field: 'change/by', formula: '-5 m' }))
    expect([findingsOf(none), findingsOf(other)].flat()).toMatchObject([
      { code: 'path.beside', field: 'change/by' },
    ])
  })
  it('says what does not fit in the unit of the part', () => {
    const inches = (part: Part): Part => ({
      ...part,
      units: { ...part.units, length: { unit: 'in', style: { kind: 'decimal', places: 3 } } },
    })
    const beside = changed(inches(angle), { kind: 'beside', by: '50 mm', corners: 'extended' })
    expect(findingsOf(beside)).toMatchObject([
      { message: expect.stringMatching(/^The bend at 6\.693 in is tighter/) },
    ])
  })
  it('is the line in space of two sketches on crossing sheets', () => {
    const front = {
      ...chainAt('front', [
        [0, 0],
        [80, 0],
        [160, 60],
      ]),
      plane: { kind: 'xz', offset: '0' },
    } as const
    const top = chainAt('top', [
      [0, 20],
      [120, 20],
      [160, -20],
    ])
    const along = (id: string, sketch: string): Step => ({
      id,
      kind: 'sketch-path',
      name: id,
      aside: false,
      sketch,
      curves: [],
      start: null,
      reversed: false,
    })
    const views: Step = {
      id: 'changed',
      kind: 'changed-path',
      name: 'Line',
      aside: false,
      path: 'front-path',
      change: { kind: 'views', with: 'top-path' },
    }
    const part: Part = {
      ...bar,
      steps: [front, top, along('front-path', 'front'), along('top-path', 'top'), views],
    }
    const { path, table } = pathOf(part)
    expect(path.length).toBeCloseTo(80 + 40 * Math.hypot(1, 0.75) + 40 * Math.hypot(1, 0.75, 1), 9)
    expect(pathPoint(path, path.length)).toEqual([160, -20, 60].map((v) => expect.closeTo(v, 9)))
    expect(table).toBeUndefined()
    const alone = done(changeChangedPath(part, { step: 'changed', choices: { change: FIRST_CHANGES.views } }))
    expect(findingsOf(alone)).toMatchObject([{ code: 'views.other', severity: 'blocks' }])
    const twice = done(
      changeChangedPath(part, {
        step: 'changed',
        choices: { change: { kind: 'views', with: 'front-path' } },
      }),
    )
    expect(findingsOf(twice)).toMatchObject([{ code: 'views.same-way' }])
    // A view that is longer than the other is used as far as that goes.
    const longer = {
      ...part,
      steps: part.steps.with(
        1,
        chainAt('top', [
          [0, 20],
          [120, 20],
          [200, -60],
        ]),
      ),
    }
    expect(findingsOf(longer)).toMatchObject([
      { code: 'views.unseen', message: expect.stringContaining('56.569 mm of the other view') },
    ])
  })
  it('rebuilt tells how far it lies off; with fewer corners how many are left out', () => {
    const smooth = pathOf(changed(angle, { kind: 'rebuild', spans: '12' }))
    expect(smooth.follows!.deviation.most).toBeGreaterThan(0)
    expect(smooth.table).toBeUndefined()
    expect(findingsOf(changed(angle, { kind: 'rebuild', spans: '1.5' }))).toMatchObject([
      { code: 'path.spans', field: 'change/spans' },
    ])
    expect(findingsOf(changed(bar, { kind: 'simplify', within: '1' }))).toMatchObject([
      { message: '0 corners are left out.' },
    ])
  })
})
