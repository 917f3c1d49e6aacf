import type { Id } from '../base/index.ts'
import type { Path } from '../path/index.ts'
import type { Anchor, Outline, Section } from '../profile/index.ts'
import type { Transform } from '../space/index.ts'
import type { Carriage, Chunk } from './carriage.ts'
import type { Frames } from './frames.ts'
import type { Joint } from './joints.ts'
import type { EndMade, Strand } from './strand.ts'
import type { Orientation } from './orientation.ts'

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
  readonly turning: Orientation
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
  readonly instances: readonly Transform[]
}

/** How one strand of a run goes; mm. */
export interface StrandLine {
  readonly length: number
  readonly tips: { readonly start: number; readonly end: number }
}
