import { array, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  formulaSchema,
  idSchema,
  LIMITS,
  record,
  operationSchema,
  type Operation,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'
import { copiesSchema, withCopies, type CopiesEntry } from '../shared/typed-copies.ts'
import { FIRST_MATERIAL, materialSchema, type MaterialEntry } from '../stock-profile/typed.ts'

export const REVOLVED_SIDES = ['left', 'right', 'even'] as const

/** A wall along the curves of a chain: on the left or right of the way that it is drawn, or half on each side. */
export interface RevolvedWall {
  readonly side: (typeof REVOLVED_SIDES)[number]
  readonly thickness: Formula
}

/** Regions of a sketch, or a wall along its chain, turned about a line of the sheet. */
export interface RevolvedStep extends StepBase {
  readonly kind: 'turned'
  readonly sketch: Id
  readonly regions: readonly (readonly Id[])[]
  /** Turns the chain that was drawn, with a wall, in place of regions. */
  readonly wall?: RevolvedWall
  /** A line of the sketch, or an axis of the sheet by its name. */
  readonly axis: Id
  readonly angle: Formula
  readonly does?: Operation
  /** Set again: mirrored, in rows, all round; whatever it does, all of them do. */
  readonly copies?: readonly CopiesEntry[]
  readonly material: MaterialEntry
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly turned: RevolvedStep
  }
}

const ids = array(idSchema).strict().required().max(LIMITS.sketchEntities)

const wallFields = record({
  side: string()
    .strict()
    .oneOf([...REVOLVED_SIDES], `a wall lies ${REVOLVED_SIDES.join(', ')}`)
    .required('a side is missing here'),
  thickness: formulaSchema,
})

export const revolvedKind: StepKind<RevolvedStep> = {
  kind: 'turned',
  title: 'Turned',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['turned']).required(),
    sketch: idSchema,
    regions: array(ids).strict().required('a list of regions is missing here').max(LIMITS.regions),
    wall: wallFields.optional().default(undefined),
    axis: idSchema,
    angle: formulaSchema,
    does: operationSchema,
    copies: copiesSchema,
    material: materialSchema,
  }),
  gives: ['bodies'],
  inputs: (step) => [{ id: step.sketch, gives: 'sketch' }],
  fresh(base, around) {
    const sketch = around.last('sketch')
    if (sketch === undefined) return fail(fault('step.needs', 'A turned body needs a sketch first'))
    return ok({
      ...base,
      kind: 'turned',
      sketch,
      regions: [],
      axis: 'up-axis',
      angle: '360 deg',
      material: FIRST_MATERIAL,
    })
  },
  limits: (step) => [[step.regions.length, LIMITS.regions, 'regions']],
  ids: (step) => (step.copies ?? []).map((c) => c.id),
  texts: (step) => [[step.material.name, 'the material']],
  mapFormulas(whole, visit) {
    const step = withCopies(whole, visit)
    const mapped = mapFields(step, [['angle', 'angle']], '', visit)
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    const wall = step.wall && mapFields(step.wall, [['thickness', 'length']], 'wall/', visit)
    if (material === step.material && wall === step.wall) return mapped
    return { ...mapped, material, ...(wall ? { wall } : {}) }
  },
}
