import { array, string } from 'yup'
import { fail, fault, ok, type Id } from '../../base/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  idSchema,
  LIMITS,
  record,
} from '../../document/index.ts'
import {
  FIRST_MATERIAL,
  materialSchema,
  sourceSchema,
  wallSchema,
  type MaterialEntry,
  type SectionSource,
  type WallEntry,
} from '../stock-profile/typed.ts'

/** A section made of regions of a sketch, each named by the curves round it. None picked means the largest. */
export interface SketchProfileStep extends StepBase {
  readonly kind: 'sketch-profile'
  readonly sketch: Id
  readonly regions: readonly (readonly Id[])[]
  readonly wall?: WallEntry
  readonly source?: SectionSource
  readonly material: MaterialEntry
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'sketch-profile': SketchProfileStep
  }
}

const ids = array(idSchema).strict().required().max(LIMITS.sketchEntities)

export const sketchProfileKind: StepKind<SketchProfileStep> = {
  kind: 'sketch-profile',
  title: 'Profile of a sketch',
  station: 'profile',
  schema: record({
    ...baseFields,
    kind: string().strict().oneOf(['sketch-profile']).required(),
    sketch: idSchema,
    regions: array(ids).strict().required('a list of regions is missing here').max(LIMITS.regions),
    wall: wallSchema,
    source: sourceSchema,
    material: materialSchema,
  }),
  gives: ['section'],
  inputs: (step) => [{ id: step.sketch, gives: 'sketch' }],
  fresh(base, around) {
    const sketch = around.last('sketch')
    if (sketch === undefined) return fail(fault('step.needs', 'A profile of a sketch needs a sketch first'))
    return ok({ ...base, kind: 'sketch-profile', sketch, regions: [], material: FIRST_MATERIAL })
  },
  limits: (step) => [[step.regions.length, LIMITS.regions, 'regions']],
  texts: (step) => [[step.material.name, 'the material']],
  mapFormulas(step, visit) {
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    const wall = step.wall && mapFields(step.wall, [['thickness', 'length']], 'wall/', visit)
    const same = material === step.material && wall === step.wall
    return same ? step : { ...step, material, ...(wall ? { wall } : {}) }
  },
}
