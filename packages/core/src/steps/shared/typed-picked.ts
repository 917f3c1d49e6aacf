import { string } from 'yup'
import type { Id } from '../../base/index.ts'
import { idSchema, LIMITS, record } from '../../document/index.ts'

/** A face that was picked: on the bodies of a step as these stand by then, by what made it. */
export interface PickedFace {
  readonly of: Id
  readonly face: string
}

/** In place of the name of a face while none is picked yet. */
export const NO_FACE = 'none'

/** An edge that was picked: by the two faces that it parts. */
export interface PickedEdge {
  readonly of: Id
  readonly edge: string
}

const called = string()
  .strict()
  .required('the name of a face or an edge is missing here')
  .max(LIMITS.pickedLength, 'this is no name of a face or an edge')

export const pickedFaceSchema = record({ of: idSchema, face: called })
export const pickedEdgeSchema = record({ of: idSchema, edge: called })
