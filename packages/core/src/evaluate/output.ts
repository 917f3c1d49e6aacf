import type { Id } from '../base/index.ts'
import type { Anchor, Look, MaterialEntry, StepKindName, StockShape } from '../document/index.ts'
import type { BendTable, Developed } from '../forming/index.ts'
import type { CornerResult, Path, PathAnalysis, PlaneFrame } from '../path/index.ts'
import type { Outline, Section, SectionProperties } from '../profile/index.ts'
import type { Gap, SketchEntity, SketchRegion } from '../sketch/index.ts'
import type { Vec2 } from '../plane/index.ts'
import type { Mesh, Placement, Vec3 } from '../space/index.ts'
import type { Carriage, Chunk, Frames, Joint, Piece, RunDrawing, Turning } from '../sweep/index.ts'
import type { Finding } from './finding.ts'

/** A node where it stands, with what became of its corner. */
export interface PlacedNode {
  readonly id: Id
  readonly point: Vec3
  readonly corner: CornerResult
}

export interface PathOutput {
  readonly kind: 'path'
  readonly path: Path
  readonly analysis: PathAnalysis
  readonly nodes: readonly PlacedNode[]
  /** The sketch curves it runs along, by the index of a segment's origin; only for a path of a sketch. */
  readonly pieces?: readonly Id[]
  /** None when the path cannot be bent; then `notBendable` says why. */
  readonly table: BendTable | undefined
  readonly notBendable: string | undefined
}

/** A sketch worked out, in its own plane. */
export interface SketchOutput {
  readonly kind: 'sketch'
  readonly frame: PlaneFrame
  readonly entities: readonly SketchEntity[]
  readonly loose: number
  readonly free: ReadonlySet<Id>
  readonly regions: readonly SketchRegion[]
  readonly gaps: readonly Gap[]
  /** What each dimension measures, mm or rad, by id. */
  readonly measures: ReadonlyMap<Id, number>
}

export interface ProfileOutput {
  readonly kind: 'profile'
  readonly section: Section
  readonly properties: SectionProperties
  /** None for a section that was drawn. */
  readonly shape: StockShape | undefined
  /** Sizes in mm, by name. */
  readonly sizes: Readonly<Record<string, number>>
  readonly material: MaterialEntry['name']
  readonly look: Look
  /** kg/mm3 */
  readonly density: number
  /** kg/mm */
  readonly massPerLength: number
  /** It has a wall along its outline. */
  readonly hollow: boolean
}

/** One strand of a run, in the path's frame. */
export interface Strand {
  readonly section: Section
  /** mm2 */
  readonly area: number
  readonly centroid: Vec2
  readonly perimeter: number
  readonly look: Look
  /** kg/mm3 */
  readonly density: number
  /** Edges of the mesh's tags from here on are this strand's. */
  readonly firstEdge: number
}

/** What stands on an end of a run besides its cut. */
export type EndMade =
  | { readonly kind: 'dome'; readonly side: 'start' | 'end'; readonly height: number }
  | { readonly kind: 'plug'; readonly side: 'start' | 'end' }

/** A corner of a run where the direction breaks. */
export interface RunCorner {
  /** Its node or curve; `start` and `end` for those of returns. */
  readonly key: Id
  readonly station: number
  readonly deflection: number
  readonly joint: Joint
  /** Someone said so; otherwise it is what becomes of a corner about which nothing is said. */
  readonly chosen: boolean
}

export interface RunOutput {
  readonly kind: 'run'
  /** What it is carried along: the used part of its path, with what its ends and corners make of it. */
  readonly path: Path
  /** Station of the whole path where the used part starts. */
  readonly from: number
  /** Length put on before that, so that the run's own stations start earlier. */
  readonly before: number
  /** Stations of the whole path where the run's segments start, and where the last ends. */
  readonly sourceStarts: readonly number[]
  readonly turning: Turning
  readonly frames: Frames
  readonly carriage: Carriage
  /** Stretches carried in one go, parted at butt corners. */
  readonly chunks: readonly Chunk[]
  readonly corners: readonly RunCorner[]
  /** What is cut from stock in one go, parted at all corners but rounded ones. */
  readonly pieces: readonly Piece[]
  /** How far the material goes beyond the ends of its path, mm: leaning cuts to their furthest tip, and domes. */
  readonly tips: { readonly start: number; readonly end: number }
  /** The bend table of the run as it is made; none when it cannot be bent, and then `notBendable` says why. */
  readonly table: BendTable | undefined
  readonly notBendable: string | undefined
  /** Domes and plugs on its ends. */
  readonly made: readonly EndMade[]
  /** The whole section as points, in the order of the mesh's edges; at the start when it is shaped. */
  readonly outline: Outline
  /** The whole section in the path's frame, as placed, all strands. */
  readonly section: Section
  /** Area of the whole section without scale, mm2, at the stations of the shape; one figure when it is not shaped. */
  readonly areas: Float64Array
  /** One or more; by themselves what `section` is together. */
  readonly strands: readonly Strand[]
  readonly anchor: Anchor
  readonly look: Look
  readonly hidden: boolean
  /** Where it stands: once for itself, and once for each copy. Volume, mass and mesh are those of one. */
  readonly places: readonly Placement[]
  readonly mesh: Mesh
  /** Lines of the mesh, and how far it has grown at each station. */
  readonly drawing: RunDrawing
  /** The mesh lies nowhere further than this from the true surface, mm: all that it leaves out, and single precision. */
  readonly chordError: number
  /** Volume in mm3: by theorem where one holds, else by the mesh. */
  readonly volume: number
  readonly theoremVolume: number | undefined
  readonly meshVolume: number
  /** How far the mesh's volume may be from the theorem's: chord error times the mesh's surface. */
  readonly volumeBound: number
  readonly mass: number
}

export interface BlankOutput {
  readonly kind: 'blank'
  readonly run: Id
  readonly developed: Developed
  /** What the cuts and domes of the ends take beyond the path. */
  readonly tips: RunOutput['tips']
  readonly startAllowance: number
  readonly endAllowance: number
  /** How many pieces it is the sum of. */
  readonly pieces: number
  readonly cut: number
  /** Mass of the sawn bar. */
  readonly mass: number
}

export type StepOutput = SketchOutput | PathOutput | ProfileOutput | RunOutput | BlankOutput

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
  /** Grows whenever anything above changes. */
  readonly version: number
}
