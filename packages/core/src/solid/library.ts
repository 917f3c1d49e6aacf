import type { Result } from '../base/index.ts'
import type { Transform, Vec3 } from '../space/index.ts'

/** A closed body as triangles with doubles, its faces numbered by whoever made it. */
export interface SolidMesh {
  /** Three numbers a vertex, mm; vertices that stand in one place are one. */
  readonly positions: Float64Array
  /** Three vertices a triangle, outward by the right-hand rule. */
  readonly triangles: Uint32Array
  /** The face that each triangle is part of, below 2^31. */
  readonly faces: Uint32Array
}

/** What is to be made of bodies; the leaves are counted in the order in which they stand. */
export type SolidTree = Joint & {
  /** Where it is a body by itself, by what it is told again: the library may keep what it made of it, and is to make it by itself. */
  readonly body?: { readonly of: object; readonly as: string }
}

type Joint =
  | { readonly kind: 'mesh'; readonly mesh: SolidMesh }
  | { readonly kind: 'joined' | 'common'; readonly of: readonly SolidTree[] }
  /** A half and its mirror image in a plane square to an axis, joined; its leaves count twice, those of the image after. */
  | {
      readonly kind: 'mirrored'
      readonly of: SolidTree
      readonly axis: 0 | 1 | 2
      readonly at: number
      /** The place of the axes, where they are not the part's own. */
      readonly frame?: Transform
    }
  /** Of the parts that it falls into some, counted by how near each comes to a place: 0 is the nearest. */
  | { readonly kind: 'parts'; readonly of: SolidTree; readonly near: Vec3; readonly keep: readonly number[] }
  | { readonly kind: 'cut'; readonly from: SolidTree; readonly by: readonly SolidTree[] }

/** What was made: each triangle still says which face of which leaf it is of. */
export interface MadeSolid extends SolidMesh {
  /** The leaf that each triangle comes from. */
  readonly leaves: Uint32Array
  /** 1 where the triangle looks the other way than its face did: the wall of a cut. */
  readonly turned: Uint8Array
  /** mm3, before places near to each other were made one. */
  readonly volume: number
}

/**
 * What the core needs of a library of solids. The library is loaded by whoever runs the core, and given to the evaluator;
 * nothing in the core imports one. A body that is not closed or not sound is refused with what is wrong with it.
 */
export interface Solids {
  /** With `tidy`, places nearer to each other than that, mm, become one where the body stays sound, for who keeps it in single precision. */
  make(tree: SolidTree, tidy?: number): Result<MadeSolid>
  /** While something is dragged: bodies are put together coarsely, and volumes looked at once. */
  readonly rough?: boolean
}
