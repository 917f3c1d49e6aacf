import { array, mixed, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  flagSchema,
  formulaSchema,
  idSchema,
  isFormula,
  LIMITS,
  record,
  operationSchema,
  type Operation,
} from '../../document/index.ts'
import type { Formula } from '../../units/index.ts'
import { pickedFaceSchema, type PickedFace } from '../shared/typed-picked.ts'
import { copiesSchema, withCopies, type CopiesEntry } from '../shared/typed-copies.ts'
import { FIRST_MATERIAL, materialSchema, type MaterialEntry } from '../stock-profile/typed.ts'

/** Out: toward whoever looks at the sheet; in: the other way; even: half of the depth each way; both: a depth each way. */
export const EXTRUSION_WAYS = ['out', 'in', 'even', 'both'] as const

/** Regions of a sheet pushed along its normal. None picked means the largest. */
export interface ExtrudedStep extends StepBase {
  readonly kind: 'extruded'
  readonly sketch: Id
  readonly regions: readonly (readonly Id[])[]
  readonly way: (typeof EXTRUSION_WAYS)[number]
  /** How far off the sheet it starts, the way it goes. */
  readonly start: Formula
  readonly depth: Formula
  /** The depth the other way, of one that goes both ways. */
  readonly other: Formula
  /** As deep as the bodies are that it does something with, on every way it goes; `depth` is not asked then. */
  readonly through: boolean
  /** Up to the plane of a flat face, in place of a depth. */
  readonly until?: PickedFace
  /** How far its sides lean in from the sheet on, of one that goes one way. */
  readonly draft?: Formula
  readonly does?: Operation
  /** Set again: mirrored, in rows, all round; whatever it does, all of them do. */
  readonly copies?: readonly CopiesEntry[]
  readonly material: MaterialEntry
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly extruded: ExtrudedStep
  }
}

/** A formula that may be left out. */
const draftSchema = mixed<Formula>()
  .optional()
  .test('formula', 'a draft is a formula', (v) => v === undefined || isFormula(v))

const ids = array(idSchema).strict().required().max(LIMITS.sketchEntities)

export const extrudedKind: StepKind<ExtrudedStep> = {
  kind: 'extruded',
  title: 'Extruded',
  station: 'fit',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['extruded']).required(),
    sketch: idSchema,
    regions: array(ids).strict().required('a list of regions is missing here').max(LIMITS.regions),
    way: string()
      .strict()
      .oneOf([...EXTRUSION_WAYS], `an extrusion goes ${EXTRUSION_WAYS.join(', ')}`)
      .required('a way is missing here'),
    start: formulaSchema,
    depth: formulaSchema,
    other: formulaSchema,
    through: flagSchema,
    until: pickedFaceSchema.default(undefined).optional(),
    draft: draftSchema,
    does: operationSchema,
    copies: copiesSchema,
    material: materialSchema,
  }),
  gives: ['bodies'],
  inputs: (step) => [
    { id: step.sketch, gives: 'sketch' },
    ...(step.until ? [{ id: step.until.of, gives: 'bodies' } as const] : []),
  ],
  fresh(base, around) {
    const sketch = around.last('sketch')
    if (sketch === undefined) return fail(fault('step.needs', 'An extruded body needs a sketch first'))
    return ok({
      ...base,
      kind: 'extruded',
      sketch,
      regions: [],
      way: 'out',
      start: '0',
      depth: '10',
      other: '10',
      through: false,
      material: FIRST_MATERIAL,
    })
  },
  limits: (step) => [[step.regions.length, LIMITS.regions, 'regions']],
  ids: (step) => (step.copies ?? []).map((c) => c.id),
  texts: (step) => [[step.material.name, 'the material']],
  mapFormulas(whole, visit) {
    const step = withCopies(whole, visit)
    const mapped = mapFields(
      step,
      [
        ['start', 'length'],
        ['depth', 'length'],
        ['other', 'length'],
      ],
      '',
      visit,
    )
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    const drafted =
      step.draft === undefined
        ? mapped
        : mapFields(mapped as ExtrudedStep & { readonly draft: Formula }, [['draft', 'angle']], '', visit)
    return material === step.material ? drafted : { ...drafted, material }
  },
}
