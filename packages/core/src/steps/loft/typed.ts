import { array, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  mapSame,
  type StepBase,
  type StepKind,
  flagSchema,
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

export const LOFT_ENDS = ['free', 'square', 'tangent'] as const

/** An outline of a blend: a region of a sketch, met first at a share of its length further on. */
export interface LoftOutline {
  readonly id: Id
  readonly sketch: Id
  readonly regions: readonly (readonly Id[])[]
  /** Percent of its length. */
  readonly shift: Formula
}

/** A body between two or more closed outlines on planes of their own. */
export interface LoftStep extends StepBase {
  readonly kind: 'blended'
  readonly outlines: readonly LoftOutline[]
  readonly smooth: boolean
  /** How it leaves the first outline and comes to the last, of a smooth one: freely, square to its plane, or tangent to a body that it stands on. */
  readonly start: (typeof LOFT_ENDS)[number]
  readonly end: (typeof LOFT_ENDS)[number]
  readonly startOn?: Id
  readonly endOn?: Id
  /** How far the direction at an end holds, as a share of the way to the next outline. */
  readonly startPull: Formula
  readonly endPull: Formula
  readonly does?: Operation
  /** Set again: mirrored, in rows, all round; whatever it does, all of them do. */
  readonly copies?: readonly CopiesEntry[]
  readonly material: MaterialEntry
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly blended: LoftStep
  }
}

const ids = array(idSchema).strict().required().max(LIMITS.sketchEntities)
const outline = record({
  id: idSchema,
  sketch: idSchema,
  regions: array(ids).strict().required('a list of regions is missing here').max(LIMITS.regions),
  shift: formulaSchema,
})
const end = string()
  .strict()
  .oneOf([...LOFT_ENDS], `an end of a blend is ${LOFT_ENDS.join(' or ')}`)
  .required('an end is missing here')

export const loftKind: StepKind<LoftStep> = {
  kind: 'blended',
  title: 'Blended',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['blended']).required(),
    outlines: array(outline).strict().required('a list of outlines is missing here').max(LIMITS.regions),
    smooth: flagSchema,
    start: end,
    end,
    startOn: idSchema.notRequired(),
    endOn: idSchema.notRequired(),
    startPull: formulaSchema,
    endPull: formulaSchema,
    does: operationSchema,
    copies: copiesSchema,
    material: materialSchema,
  }),
  gives: ['bodies'],
  inputs: (step) => [
    ...step.outlines.map((o) => ({ id: o.sketch, gives: 'sketch' }) as const),
    ...(['start', 'end'] as const).flatMap((side) => {
      const on = step[side] === 'tangent' ? step[`${side}On`] : undefined
      return on === undefined ? [] : [{ id: on, gives: 'bodies' } as const]
    }),
  ],
  fresh(base, around) {
    const sketches = around.all('sketch').slice(-2)
    if (sketches.length < 2)
      return fail(fault('step.needs', 'A blended body needs two sketches with a closed outline each first'))
    const next = around.ids('o')
    return ok({
      ...base,
      kind: 'blended',
      outlines: sketches.map((sketch) => ({ id: next(), sketch, regions: [], shift: '0' })),
      smooth: false,
      start: 'free',
      end: 'free',
      startPull: '1',
      endPull: '1',
      material: FIRST_MATERIAL,
    })
  },
  ids: (step) => [...step.outlines, ...(step.copies ?? [])].map((o) => o.id),
  limits: (step) => [[step.outlines.length, LIMITS.regions, 'outlines']],
  texts: (step) => [[step.material.name, 'the material']],
  mapFormulas(whole, visit) {
    const step = withCopies(whole, visit)
    const pulls = mapFields(
      step,
      [
        ['startPull', 'number'],
        ['endPull', 'number'],
      ],
      '',
      visit,
    )
    const outlines = mapSame(step.outlines, (o) =>
      mapFields(o, [['shift', 'number']], `outlines/${o.id}/`, visit),
    )
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    return outlines === step.outlines && material === step.material ? pulls : { ...pulls, outlines, material }
  },
}
