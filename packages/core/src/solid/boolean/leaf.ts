import type { Id } from '../../base/index.ts'
import type { Boundary } from '../boundary.ts'
import type { Transform } from '../../space/index.ts'
import type { Origin, Solid } from '../body.ts'

/** A solid that is of one step, and is put together with others. */
export type LeafSolid = Extract<
  Solid,
  { kind: 'swept' | 'extruded' | 'revolved' | 'edged' | 'cornered' | 'raised' | 'lofted' | 'imported' }
>

/** A leaf where it stands. */
export interface PlacedLeaf {
  readonly solid: LeafSolid
  readonly place: Transform | undefined
}

/** A body of one step in one place, as something to be put together with others. */
export interface Leaf extends PlacedLeaf {
  readonly shell: Boundary
  /** By which it is told from others of its step. */
  readonly key: Id | undefined
  readonly origin: Pick<Origin, 'step' | 'instance' | 'edges'>
}

/** A face by the leaf that it comes from and its tag there. */
export interface FaceSource {
  readonly leaf: number
  readonly tag: number
}
