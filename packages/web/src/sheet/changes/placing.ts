import { fail, fault, ok, type Id } from '@flexum/core/base'
import {
  measuresAngle,
  copy,
  equalSizes,
  isBuiltIn,
  measuredIds,
  mirror,
  pointsOf,
  repeat,
  rotation,
  scaling,
  shift,
  transform,
  residualOf,
  type Constraint,
  type Relation,
  type Transform2,
} from '@flexum/core/sketch'
import { formulaText, namesUsed } from '@flexum/core/units'
import type { Vec2 } from '@flexum/core/plane'
import { figureFormula } from '../dimension-entry.ts'
import type { Draft } from '../drafting.ts'
import type { SheetModel } from '../model.ts'
import { anyDrawn, drawnAmong, middleAmong } from './chosen.ts'
import type { Change, ChangeInput, ChangeOption } from './change.ts'
import type { SketchDimension } from '@flexum/core/recipe'

const about: ChangeOption = {
  key: 'about',
  label: 'About',
  choices: [
    ['origin', 'the origin'],
    ['middle', 'the middle of what is chosen'],
  ],
}
const asCopy: ChangeOption = {
  key: 'copy',
  label: 'What is chosen',
  choices: [
    ['no', 'goes there'],
    ['yes', 'stays, a copy goes there'],
  ],
}

const centreOf = ({ model, chosen, options }: ChangeInput): Vec2 =>
  options['about'] === 'middle' ? middleAmong(model, drawnAmong(model, chosen)) : [0, 0]

/** Moves, turns, scales or copies what is chosen. */
export const moveChosen: Change = {
  word: 'Move',
  key: '',
  also: ['shift', 'turn', 'rotate', 'scale', 'copy'],
  needs: 'Choose what should be moved, turned, scaled or copied',
  fields: [
    { key: 'across', label: 'Across', dimension: 'length', first: '10', when: (o) => o['how'] === 'shift' },
    { key: 'up', label: 'Up', dimension: 'length', first: '0', when: (o) => o['how'] === 'shift' },
    { key: 'angle', label: 'Angle', dimension: 'angle', first: '90', when: (o) => o['how'] === 'turn' },
    { key: 'factor', label: 'Factor', dimension: 'number', first: '2', when: (o) => o['how'] === 'scale' },
  ],
  options: [
    {
      key: 'how',
      label: 'How',
      choices: [
        ['shift', 'shift'],
        ['turn', 'turn'],
        ['scale', 'scale'],
      ],
    },
    about,
    asCopy,
  ],
  fits: anyDrawn,
  build(draft, input) {
    const { model, figures, options } = input
    const chosen = drawnAmong(model, input.chosen)
    const placement = transformIn(input)
    if (!placement) return fail(fault('change.factor', 'The factor has to be more than 0.'))
    if (options['copy'] === 'yes') {
      const copied = copy(draft, chosen, placement)
      if (copied.ok && placement.scale === 1) equalSizes(draft, copied.value.twin)
      return copied.ok ? ok(copied.value.made) : copied
    }
    const scaled =
      placement.scale === 1 ? new Set<Id>() : scaleSizes(draft, model, chosen, figures['factor']!.value)
    const moved = transform(
      draft,
      chosen,
      placement,
      (c) => scaled.has(c.id) || stillHolds(c, draft.entities, model),
    )
    return moved.ok ? ok(chosen) : moved
  },
}

function transformIn(input: ChangeInput): Transform2 | undefined {
  const { figures, options } = input
  if (options['how'] === 'turn') return rotation(centreOf(input), figures['angle']!.value)
  if (options['how'] !== 'scale') return shift([figures['across']!.value, figures['up']!.value])
  const factor = figures['factor']!.value
  return factor > 0 ? scaling(centreOf(input), factor) : undefined
}

/** A relation holds where it is true of the moved drawing; a dimension where its figure is what it measures. */
function stillHolds(c: Relation, entities: SheetModel['entities'], model: SheetModel): boolean {
  const slack = 1e-6 * model.size
  if (c.kind !== 'dimension') return residualOf(entities, c as Constraint) <= slack
  const d = c as SketchDimension
  if (d.role === 'reference') return true
  const given = model.solved.constraints.find((x) => x.id === c.id)
  return given === undefined || residualOf(entities, given) <= slack
}

/** Driving lengths among what is scaled are scaled with it; gives their ids. */
function scaleSizes(draft: Draft, model: SheetModel, chosen: readonly Id[], factor: number): Set<Id> {
  const points = new Set(chosen.flatMap((id) => pointsOf(model.byId.get(id)!)))
  const within = (id: Id): boolean => {
    const e = model.byId.get(id)
    return e !== undefined && pointsOf(e).every((p) => points.has(p))
  }
  const scaled = new Set<Id>()
  draft.constraints = draft.constraints.map((c) => {
    if (c.kind !== 'dimension' || c.role === 'reference' || measuresAngle(c.measured)) return c
    if (!measuredIds(c.measured).every(within)) return c
    scaled.add(c.id)
    const value = model.solved.measures.get(c.id) ?? 0
    if (namesUsed(c.formula).length === 0)
      return { ...c, formula: figureFormula(Math.abs(value) * factor, false, 'mm') }
    const text = `(${formulaText(c.formula)}) * ${factor}`
    return { ...c, formula: typeof c.formula === 'string' ? text : { ...c.formula, text } }
  })
  return scaled
}

/** Mirrors what is chosen in an axis of the sheet or in the line chosen last. */
export const mirrorChosen: Change = {
  word: 'Mirror',
  key: 'i',
  also: ['symmetric', 'twin', 'flip', 'reflect'],
  needs: 'Choose curves, and last the line to mirror in if it is no axis',
  fields: [],
  options: [
    {
      key: 'axis',
      label: 'In',
      choices: [
        ['up-axis', 'the axis up'],
        ['across-axis', 'the axis across'],
        ['last', 'the line chosen last'],
      ],
    },
    {
      key: 'linked',
      label: 'The twins',
      choices: [
        ['yes', 'stay symmetric from now on'],
        ['no', 'are drawn once'],
      ],
    },
  ],
  fits: anyDrawn,
  build(draft, { model, chosen, options }) {
    const last = chosen.at(-1)!
    const axis = options['axis'] === 'last' ? last : options['axis']!
    if (!isBuiltIn(axis) && model.byId.get(axis)?.kind !== 'line')
      return fail(fault('change.axis', 'What was chosen last is no line.'))
    return mirror(draft, drawnAmong(model, chosen), axis, options['linked'] !== 'no')
  },
}

/** Repeats what is chosen in a row or round a centre. */
export const repeatChosen: Change = {
  word: 'Repeat',
  key: 'k',
  also: ['row', 'ring', 'copies', 'pattern', 'array'],
  needs: 'Choose what should be repeated',
  fields: [
    { key: 'count', label: 'How many in all', dimension: 'number', first: '3' },
    {
      key: 'across',
      label: 'Step across',
      dimension: 'length',
      first: '20',
      when: (o) => o['how'] === 'row',
    },
    { key: 'up', label: 'Step up', dimension: 'length', first: '0', when: (o) => o['how'] === 'row' },
    {
      key: 'angle',
      label: 'Angle in all',
      dimension: 'angle',
      first: '360',
      when: (o) => o['how'] === 'round',
    },
  ],
  options: [
    {
      key: 'how',
      label: 'How',
      choices: [
        ['row', 'in a row'],
        ['round', 'round a centre'],
      ],
    },
    about,
  ],
  fits: anyDrawn,
  build(draft, input) {
    const { model, chosen, figures, options } = input
    const count = Math.round(figures['count']!.value)
    if (!(count >= 2 && count <= 200))
      return fail(fault('change.count', 'How many: a whole number from 2 to 200, what is there included.'))
    if (options['how'] === 'round') {
      const all = figures['angle']!.value
      const whole = Math.abs(Math.abs(all) - 2 * Math.PI) < 1e-9
      const step = all / (whole ? count : count - 1)
      const centre = centreOf(input)
      return repeat(draft, drawnAmong(model, chosen), count, (k) => rotation(centre, step * k))
    }
    const [dx, dy] = [figures['across']!.value, figures['up']!.value]
    return repeat(draft, drawnAmong(model, chosen), count, (k) => shift([dx * k, dy * k]))
  },
}
