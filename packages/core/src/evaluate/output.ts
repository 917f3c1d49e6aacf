import type { Id } from '../base/index.ts'
import type {
  Anchor,
  Capability,
  Look,
  MaterialEntry,
  StepKindName,
  StockShape,
  TurningName,
} from '../document/index.ts'
import type {
  Bar,
  BendEffects,
  BenderSizes,
  BendRow,
  BendTable,
  Clash,
  CurveBends,
  Developed,
  LimitedBend,
  Program,
  Speeds,
  TrialFit,
} from '../forming/index.ts'
import type { Lie, LineAt, PieceLengths, Rest, SawSetting, Slope } from '../cutting/index.ts'
import type { CornerResult, Opening, Path, PathAnalysis, PlaneFrame } from '../path/index.ts'
import type { Outline, Section, SectionProperties } from '../profile/index.ts'
import type { Gap, LooseEnd, SketchEntity, SketchRegion } from '../sketch/index.ts'
import type { Vec2 } from '../plane/index.ts'
import type { Placement, Vec3 } from '../space/index.ts'
import type { Carriage, Chunk, Facing, Frames, Joint, Piece } from '../sweep/index.ts'
import type { Body, ComingBody, EndMade, Strand } from './body.ts'

export type { Strand } from './body.ts'
import type { Finding } from './finding.ts'
import type { MetAt } from './fit/cope.ts'

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
  readonly material: MaterialEntry['name']
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

/** A section carried along a path: how it goes, what becomes of its corners and ends. Stations are along its own path. */
export interface CarriedGiven {
  /** What it is carried along: the used part of its path, with what its ends and corners make of it. */
  readonly path: Path
  /** Station of the whole path where the used part starts. */
  readonly from: number
  /** Length put on before that, so that the run's own stations start earlier. */
  readonly before: number
  /** Stations of the whole path where the run's segments start, and where the last ends. */
  readonly sourceStarts: readonly number[]
  readonly turning: TurningName
  readonly frames: Frames
  readonly carriage: Carriage
  /** Stretches carried in one go, parted at butt corners. */
  readonly chunks: readonly Chunk[]
  readonly corners: readonly RunCorner[]
  /** How far the material goes beyond the ends of its path, mm: leaning cuts to their furthest tip, and domes. */
  readonly tips: { readonly start: number; readonly end: number }
  /** Domes and plugs on its ends. */
  readonly made: readonly EndMade[]
  /** The whole section as points, in the order of the edges; at the start when it is shaped. */
  readonly outline: Outline
  /** The whole section in the path's frame, as placed, all strands. */
  readonly section: Section
  /** Area of the whole section without scale, mm2, at the stations of the shape; one figure when it is not shaped. */
  readonly areas: Float64Array
  /** One or more; by themselves what `section` is together. */
  readonly strands: readonly Strand[]
  /** Of each strand where there are such: how long its own centre line is, and how far it goes beyond the ends, mm. */
  readonly strandLines?: readonly StrandLine[]
  readonly anchor: Anchor
  /** Where it stands: once for itself, and once for each copy. */
  readonly places: readonly Placement[]
}

/** How one strand of a run goes; mm. */
export interface StrandLine {
  readonly length: number
  readonly tips: { readonly start: number; readonly end: number }
}

/** Where a hole stands on a run: along it, and about it from the section's x toward its y. */
export interface HoleMark {
  readonly run: Id
  readonly station: number
  readonly clock: number
  readonly diameter: number
}

/** A piece that an end leaves over when it is cut. */
export interface Leftover {
  /** Counted from the run on: 1 is the first beyond the cut. */
  readonly number: number
  /** mm3 */
  readonly volume: number
  readonly kept: boolean
  readonly middle: Vec3
  /** Where its faces part: the two places between, and the third corner of the triangle on either side; three numbers a place. */
  readonly outline: Float32Array
}

/** How an end of a run meets a body, or a face. Lengths are mm along the end's own way. */
export interface MeetingGiven {
  readonly run: Id
  readonly side: 'start' | 'end'
  /** From the end as it was to where it first meets: above 0 it stops short, below 0 it went in. */
  readonly gap: number
  /** How far on from the end as it was the cut goes, at the least and at the most, and at which clock angles. */
  readonly shortest: { readonly along: number; readonly clock: number }
  readonly longest: { readonly along: number; readonly clock: number }
  /** The cut all round the outline of the section, in the section's own axes. */
  readonly line: readonly MetAt[]
  /** Length of the run's path to the furthest point of the cut. */
  readonly length: number
  /** What falls off, from the run on; those that are kept. */
  readonly leftovers: readonly Leftover[]
}

/** The straight bar of one strand. */
export interface StrandBlank {
  readonly developed: number
  readonly cut: number
  readonly mass: number
}

/** The straight bar that a run is bent from. */
export interface BlankGiven {
  readonly run: Id
  /** Of several strands the longest; bends are those of the line of all. */
  readonly developed: Developed
  /** What the line of all comes to, by which it is bent; `developed` but for strands. */
  readonly line: number
  /** Of each strand where there are such. */
  readonly strands?: readonly StrandBlank[]
  /** What the cuts and domes of the ends take beyond the path. */
  readonly tips: CarriedGiven['tips']
  readonly startAllowance: number
  readonly endAllowance: number
  /** What holds it while it is bent, and is cut off after. */
  readonly cutOff: { readonly start: number; readonly end: number }
  /** The cut length is a multiple of this; of any length at 0. */
  readonly roundUp: number
  /** What ends that meet something add, each to the furthest point of its cut; below 0 they take off. */
  readonly fitted: number
  /** What there is of bar beyond the path at each end, by its cut, its dome or what it meets; below 0 where it is trimmed. */
  readonly beyond: { readonly start: number; readonly end: number }
  /** What it would be if no end met anything. */
  readonly unmet: { readonly tips: CarriedGiven['tips']; readonly cut: number }
  /** How many pieces it is the sum of. */
  readonly pieces: number
  readonly cut: number
  /** The length of the stock bars that it is sawn from, where that is told. */
  readonly bar: number | undefined
  /** Mass of the sawn bar. */
  readonly mass: number
}

/** A bend as it is made. Radii are those of the centreline, mm; angles rad. */
export interface FormedBend extends LimitedBend {
  readonly row: BendRow
  /** The tool that it is bent over, the angle it is bent to, and the radius it springs to. */
  readonly tool: number
  readonly set: number
  readonly got: number
  /** Depth of its neutral fibre, as a share of the section's; the straight bar that goes into it. */
  readonly share: number
  readonly developed: number
  readonly effects: BendEffects
}

/** How a blank is bent. */
export interface FormingGiven {
  readonly run: Id
  readonly blank: Id
  /** In the order of the bend table. */
  readonly bends: readonly FormedBend[]
  /** Straights of the bend table: one before each bend, one after the last. */
  readonly straights: readonly number[]
  /** What the trial bends say; undefined without any. */
  readonly fit: TrialFit | undefined
  /** The end of the path is bent first. */
  readonly fromEnd: boolean
  /** From the end that is bent first, with what is held beyond the part. */
  readonly bar: Bar
  readonly program: Program
  /** How fast it is bent, whether to both hands, and in which order where one was asked for. */
  readonly how: {
    readonly speeds: Speeds
    readonly bothHands: boolean
    readonly order: readonly number[] | undefined
  }
  /** Radius of the circle round the section by which collisions are looked for, mm. */
  readonly reach: number
  readonly sizes: BenderSizes
  /** Undefined until they were looked for, or where that is too much. */
  readonly clashes: readonly Clash[] | undefined
}

/** One end of a piece: its cut, and how the saw is set for it. */
export interface SawnEnd {
  readonly made: 'square' | 'mitre' | 'butt' | 'angled' | 'domed' | 'scarf' | 'coped'
  /** The plane of the cut over the section's x and y, along the travel. */
  readonly slope: Slope
  /** How far from the end of the piece's line, outward, it crosses that, mm. */
  readonly beyond: number
  readonly setting: SawSetting
  /** Where it meets something: how far beyond the end of the piece's line it is cut, all round the outline; the saw only cuts to the furthest. */
  readonly coped?: readonly LineAt[]
  /** The corner it lies in. */
  readonly corner?: SawnCorner
}

/** A corner that pieces meet in, its angle on the side of the section, rad: over pi outside. */
export interface SawnCorner {
  /** Its node or curve; `start` and `end` for those of returns. */
  readonly key: Id
  readonly drawn: number
  readonly measured: number | undefined
  /** How the saw would be set for it as drawn. */
  readonly drawnSetting: SawSetting
}

/** A piece as it is sawn from a bar. */
export interface SawnPiece extends Piece {
  /** From 1, in the order of the path. */
  readonly number: number
  /** It is a return at this end of the run. */
  readonly isReturn: 'start' | 'end' | undefined
  readonly straight: boolean
  readonly start: SawnEnd
  readonly end: SawnEnd
  readonly lengths: PieceLengths
  /** Turn about its axis from where its start is longest to where its end is. */
  readonly turn: number | undefined
  /** How far its section rolls from its start to its end: it would have to be twisted. 0 for what is round. */
  readonly roll: number
  readonly mass: number
  /** Of each strand where there are such; `lengths` are those of all together. */
  readonly strands?: readonly SawnStrand[]
}

/** One strand of a piece: its long and short point along its own line, mm. */
export interface SawnStrand {
  readonly long: number
  readonly short: number
  readonly mass: number
}

/** The pieces of a run as they are sawn, and how they lie on the saw. */
export interface CutsGiven {
  readonly run: Id
  readonly pieces: readonly SawnPiece[]
  /** Sides that the bar can lie on, the widest first. */
  readonly rests: readonly Rest[]
  /** The side it lies on where nobody says another: of a moulding its back. */
  readonly usual: Rest | undefined
  /** The side it lies on; none as it stands in the part. */
  readonly rest: Rest | undefined
  readonly lie: Lie
  /** The spring angle of its usual side, rad; none for what has no side to lie on. */
  readonly spring: number | undefined
  /** Length of the bars that it comes from, where that is told. */
  readonly bar: number | undefined
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
  readonly meetings?: readonly MeetingGiven[]
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
