import type { Id } from '../base/index.ts'
import type { Look, Outline } from '../profile/index.ts'
import type { Loft } from './loft/surface.ts'
import type { CornerCut } from './fillet/corner-places.ts'
import type { EdgeCut } from './fillet/edge-cut.ts'
import type { Extrusion } from './extrude.ts'
import type { FaceForm } from './face/forms.ts'
import type { Revolution } from './revolve.ts'
import type { Boundary } from './boundary.ts'
import type { AxisName, Mesh, Transform, Vec3 } from '../space/index.ts'
import type { BodyLines, Carriage, Chunk, Growth, Strand, EndMade } from '../sweep/index.ts'

/**
 * What a body is, exactly: a tree of how it was made, whose leaves are bodies of one step each. Meshes, figures and files are
 * worked out from it. Of a step that makes several, as holes or edges are, each has a key by which its faces are told, whichever others there are.
 */
export type Solid =
  | {
      readonly kind: 'swept'
      readonly step: Id
      readonly key?: Id
      readonly carriage: Carriage
      readonly chunks: readonly Chunk[]
      readonly strands: readonly Strand[]
      /** The section as points at the start, where it changes on its way; else it is cut up as finely as it is wanted. */
      readonly outline: Outline | undefined
      readonly made: readonly EndMade[]
    }
  /** A section pushed along the normal of the plane that it lies in, from one distance to another. */
  | ({ readonly kind: 'extruded'; readonly step: Id; readonly key?: Id } & Extrusion)
  /** A section turned about a line of the plane that it lies in. */
  | ({ readonly kind: 'revolved'; readonly step: Id; readonly key?: Id } & Revolution)
  /** A ready profile laid on edges: what a rounding or a bevel takes off, or fills in; and where three of them meet. */
  | { readonly kind: 'edged'; readonly step: Id; readonly key: Id; readonly cut: EdgeCut }
  | { readonly kind: 'cornered'; readonly step: Id; readonly key?: Id; readonly cut: CornerCut }
  /** As it came in a file, its faces by their numbers. */
  | {
      readonly kind: 'imported'
      readonly step: Id
      readonly key?: Id
      readonly shell: Boundary
      readonly forms: readonly FaceForm[]
    }
  /** Between closed outlines; where it is the inside of one, how far its sides lie in from those, and how far its ends go on beyond. */
  | {
      readonly kind: 'lofted'
      readonly step: Id
      readonly key?: Id
      readonly blend: Loft
      readonly moved?: { readonly sides: number; readonly start: number; readonly end: number }
    }
  /** What stands on a flat face of a solid, from one distance along its normal to another. */
  | {
      readonly kind: 'raised'
      readonly step: Id
      readonly of: Solid
      /** The face, and those that lie in one plane with it, by the leaf that each comes from and its tag there. */
      readonly faces: readonly { readonly leaf: number; readonly tag: number }[]
      readonly at: Vec3
      /** A place on the area of it that is meant, where it is of several. */
      readonly spot: Vec3
      readonly normal: Vec3
      readonly from: number
      readonly to: number
      /** The faces beside it, with their form where it goes on along the normal. */
      readonly sides: readonly {
        readonly of: readonly { readonly leaf: number; readonly tag: number }[]
        readonly form: FaceForm
      }[]
    }
  | { readonly kind: 'joined' | 'common'; readonly of: readonly Solid[] }
  | { readonly kind: 'cut'; readonly of: Solid; readonly by: readonly Solid[] }
  /** Of the parts that a solid falls into some, counted by how near each comes to a place: 0 is the nearest. */
  | { readonly kind: 'parts'; readonly of: Solid; readonly near: Vec3; readonly keep: readonly number[] }
  | { readonly kind: 'placed'; readonly of: Solid; readonly at: Transform }
  /** A half joined to its mirror image in a plane square to an axis. */
  | {
      readonly kind: 'mirrored'
      readonly of: Solid
      readonly axis: AxisName
      readonly offset: number
      /** The place of the axes, where they are not the part's own. */
      readonly frame?: Transform
    }
  /** What of a solid lies behind a plane, which looks along its normal; `reach` is further than the solid goes from the place. */
  | {
      readonly kind: 'halved'
      readonly step: Id
      readonly of: Solid
      readonly at: Vec3
      readonly normal: Vec3
      readonly reach: number
    }

/** A body of one step that others are put together from: by which its faces are told, of which place of it. */
export interface Origin {
  readonly step: Id
  readonly instance: number
  /** Edges of one section of the step: tells its faces apart by `unpackTag`. */
  readonly edges: number
  readonly materials: readonly BodyMaterial[]
}

/** Where each triangle comes from: `mesh.tags` is the face of its step's own body. */
export interface Origins {
  readonly all: readonly Origin[]
  /** For each triangle the index in `all`; left out where all are of the first. */
  readonly of?: Uint32Array
}

/** One of the pieces that a body falls into: its volume, mm3, by its mesh, and a place on it. */
export interface BodyPiece {
  readonly volume: number
  readonly at: Vec3
}

/** One material of a body. */
export interface BodyMaterial {
  readonly look: Look
  /** kg/mm3 */
  readonly density: number
  /** Faces from here on are of it, up to those of the next. */
  readonly firstEdge: number
}

/** Figures of one body, of one of its places. */
export interface BodyFigures {
  /** mm3: by theorem where one holds, else by the mesh. */
  readonly volume: number
  readonly theoremVolume: number | undefined
  readonly meshVolume: number
  /** How far the mesh's volume may be from the theorem's: its distance from the true surface times its surface. */
  readonly volumeBound: number
  /** kg */
  readonly mass: number
}

/** A body whose mesh is still to be made: all that is known of it before. */
export interface ComingBody {
  readonly id: Id
  readonly hidden: boolean
  readonly instances: readonly Transform[]
  /** Undefined where they are only known by the mesh. */
  readonly figures: Pick<BodyFigures, 'volume' | 'mass'> | undefined
}

/** A body of a part: what can be seen, measured, cut through, weighed and taken out as a file. */
export interface Body {
  readonly id: Id
  readonly solid: Solid
  readonly mesh: Mesh
  /** The mesh lies nowhere further than this from the true surface, mm: all that it leaves out, and single precision. */
  readonly chordError: number
  readonly origins: Origins
  readonly lines: BodyLines
  /** How it grows along its path, where it has one. */
  readonly growth?: Growth
  readonly look: Look
  readonly hidden: boolean
  /** Where it stands: once for itself, and once for each copy. Mesh and figures are those of one. */
  readonly instances: readonly Transform[]
  readonly figures: BodyFigures
  /** Of how many pieces that do not touch it is in one place; left out where it is of one step. */
  readonly parts?: number
  /** The pieces, the largest first, where it only fell into them by what was done last. */
  readonly parted?: readonly BodyPiece[]
}

/** The bodies of a step as they stand when another does something with them. */
export interface Standing {
  readonly step: Id
  readonly bodies: readonly Body[]
}
