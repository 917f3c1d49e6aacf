import { array, string } from 'yup'
import type { Id } from '../../base/index.ts'
import { LIMITS } from '../limits.ts'
import { idSchema, record } from '../schema-parts.ts'
import { baseFields, mapFields, type StepBase, type StepKind } from './kind.ts'
import {
  materialSchema,
  sourceSchema,
  wallSchema,
  type MaterialEntry,
  type SectionSource,
  type WallEntry,
} from './stock-profile.ts'

/** A section made of regions of a sketch, each named by the curves round it. None picked means the largest. */
export interface SketchProfileStep extends StepBase {
  readonly kind: 'sketch-profile'
  readonly sketch: Id
  readonly regions: readonly (readonly Id[])[]
  readonly wall?: WallEntry
  readonly source?: SectionSource
  readonly material: MaterialEntry
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
  inputs: (step) => [step.sketch],
  mapFormulas(step, visit) {
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    const wall = step.wall && mapFields(step.wall, [['thickness', 'length']], 'wall/', visit)
    const same = material === step.material && wall === step.wall
    return same ? step : { ...step, material, ...(wall ? { wall } : {}) }
  },
}
