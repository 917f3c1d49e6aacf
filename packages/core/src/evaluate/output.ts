import type { Id } from '../base/index.ts'
import type { Look, StockShape, Section, SectionProperties } from '../profile/index.ts'
import type { Capability, StepKindName } from '../document/index.ts'
import type { Facing, Piece, CarriedGiven, EndTrim } from '../sweep/index.ts'
import type { BendTable, CurveBends, BlankGiven, FormingGiven } from '../forming/index.ts'
import type { CornerResult, Path, PathAnalysis, PlaneFrame } from '../path/index.ts'
import type { Opening } from '../room/index.ts'
import type { Gap, LooseEnd, SketchEntity, SketchRegion } from '../sketch/index.ts'
import type { Vec2 } from '../plane/index.ts'
import type { Vec3 } from '../space/index.ts'
import type { Body, ComingBody } from '../solid/index.ts'
import type { Finding } from './finding.ts'
import type { CutsGiven } from '../cutting/index.ts'

/** A node where it stands, with what became of its corner. */
export interface PlacedNode {
  readonly id: Id
  readonly point: Vec3
  readonly corner: CornerResult
  /** The field in which its bend radius is typed, where it is not that of a node. */
  readonly radiusField?: string
}

/** An opening where it is, with its id. */
export interface RoomOpening extends Opening {
  readonly id: Id
}

/** What stands on a line along the foot of walls. */
export interface RoomGiven {
  readonly height: number
  readonly openings: readonly RoomOpening[]
}

/** What is about a line along walls. */
export interface OnWalls {
  /** On which side of its travel the room is. */
  readonly room: 'left' | 'right'
  /** The corners in the room that it begins and ends in, rad, where the walls go on there. */
  readonly corners: { readonly start?: number | undefined; readonly end?: number | undefined }
  /** How long the walls are that stand there, mm. */
  readonly beside?: { readonly start?: number | undefined; readonly end?: number | undefined }
  /** Where the line ends with its wall, or at an opening in it. */
  readonly free?: { readonly start: boolean; readonly end: boolean }
  readonly down: number
  readonly up: number
}

/** A path worked out. */
export interface PathGiven {
  readonly path: Path
  readonly analysis: PathAnalysis
  readonly nodes: readonly PlacedNode[]
  /** What follows a curve: how far it lies off, at most and where along the curve, and all along. */
  readonly follows?: Pick<CurveBends, 'deviation'> & Partial<Pick<CurveBends, 'off'>>
  /** Along edges: how a section sits by the two faces that it runs between. */
  readonly facing?: Facing
  /** It is the foot of the walls of a room of this height, its pieces are its walls; with its openings. */
  readonly room?: RoomGiven
  /** It runs along walls, which lie behind the sides of its `facing`: how far it is from there down to the floor and up to the ceiling. */
  readonly onWalls?: OnWalls
  /** Square to the sheet that it was drawn on; only for a path of a sketch. */
  readonly sheet?: Vec3
  /** The sketch curves it runs along, by the index of a segment's origin; only for a path of a sketch. */
  readonly pieces?: readonly Id[]
}

/** How something is bent: its table, or why it has none, in words. */
export interface Bending {
  readonly table: BendTable | undefined
  readonly notBendable: string | undefined
}

/** A sketch worked out, in its own plane. */
export interface SketchGiven {
  readonly frame: PlaneFrame
  /** Where the places of other steps are that its points follow, by the constraint that says so. */
  readonly followed: ReadonlyMap<Id, Vec2>
  readonly entities: readonly SketchEntity[]
  readonly loose: number
  readonly free: ReadonlySet<Id>
  readonly regions: readonly SketchRegion[]
  readonly gaps: readonly Gap[]
  /** All other loose ends. */
  readonly looseEnds: readonly LooseEnd[]
}

/** A section with what it is made of. */
export interface SectionGiven {
  readonly section: Section
  readonly properties: SectionProperties
  /** None for a section that was drawn. */
  readonly shape: StockShape | undefined
  /** Sizes in mm, by name. */
  readonly sizes: Readonly<Record<string, number>>
  readonly material: string
  readonly look: Look
  /** kg/mm3 */
  readonly density: number
  /** kg/mm */
  readonly massPerLength: number
  /** It has a wall along its outline. */
  readonly hollow: boolean
  /** The sheet that it was drawn on, whose coordinates are its own. */
  readonly drawn?: PlaneFrame
}

/** Where a hole stands on a run: along it, and about it from the section's x toward its y. */
export interface HoleMark {
  readonly run: Id
  readonly station: number
  readonly clock: number
  readonly diameter: number
}

/**
 * All that a step's result gives, by what it can be used for. Who needs one asks for it, and never for the kind of step that
 * made it.
 */
export interface StepOutput {
  readonly sketch?: SketchGiven
  readonly path?: PathGiven
  readonly section?: SectionGiven
  readonly carried?: CarriedGiven
  readonly bodies?: readonly Body[]
  /** Ends of runs that meet something. */
  readonly trims?: readonly EndTrim[]
  /** Holes that stand on runs. */
  readonly holes?: readonly HoleMark[]
  /** Steps whose bodies went into those of this one, and are not there by themselves any more. */
  readonly takes?: readonly Id[]
  /** Bodies that are still to be made, in place of `bodies`. */
  readonly coming?: readonly ComingBody[]
  /** What is cut from stock in one go, parted at all corners but rounded ones. */
  readonly pieces?: readonly Piece[]
  readonly table?: Bending
  readonly blank?: BlankGiven
  readonly forming?: FormingGiven
  /** The pieces as they are sawn. */
  readonly cuts?: CutsGiven
  /** Figures that formulas of later steps see by name, internal units, by the id of the name. */
  readonly figures?: ReadonlyMap<Id, number>
}

/** One of the things that a result may give, by what it is called. */
export type Given<C extends Capability> = NonNullable<StepOutput[C]>

/** A field's formula worked out: its value, and the bare numbers that were given a unit. */
export interface FieldResult {
  readonly value: number
  readonly assumed: readonly string[]
}

/** `waiting`: a step it builds on has no result. `unbuilt`: past the build-to-here mark. */
export type StepState = 'good' | 'failed' | 'waiting' | 'aside' | 'unbuilt'

export interface StepResult {
  readonly id: Id
  readonly kind: StepKindName
  readonly state: StepState
  /** The result; when the state is not good, the last good one if there was one, and `stale` is set. */
  readonly output: StepOutput | undefined
  readonly stale: boolean
  readonly summary: string
  readonly fields: Readonly<Record<string, FieldResult>>
  readonly findings: readonly Finding[]
  /** Where the nodes now are, good or not, so that a failed path can still be put right by hand. */
  readonly nodePoints: readonly { readonly id: Id; readonly point: Vec3 }[]
  /** Points of meshes that are still to be made for it; 0 when all of it is there. */
  readonly awaits: number
  /** Grows whenever anything above changes. */
  readonly version: number
  /** Grows whenever anything changes that is there before its bodies are. */
  readonly basis: number
}
