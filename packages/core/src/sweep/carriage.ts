import { reach, type Section } from '../profile/index.ts'
import type { Vec2 } from '../plane/index.ts'
import type { Vec3 } from '../space/index.ts'
import { courseAt, type Course } from './course.ts'
import type { Frames } from './frames.ts'
import { shapeReach, type ShapeTable } from './shape.ts'

/** All that carries a section along a path: frames, and what changes its size and shape on the way. Plain data. */
export interface Carriage {
  readonly frames: Frames
  /** Size of the section along the run, about its anchor. */
  readonly scale?: Course
  /** Its points along the run, when its own sizes change. */
  readonly shape?: ShapeTable
  /** On a closed path, which point of the outline at the start each point at the end meets; the same ones without it. */
  readonly seam?: Uint32Array
}

/** How a stretch that is carried in one go ends. */
export interface ChunkEnd {
  /** How far it goes beyond its last joint, or stops short of it (below 0), mm; only straights do either. */
  readonly shift: number
  /** Unit normal of the plane it ends in, along the travel; without one it ends square. */
  readonly plane?: Vec3
}

/** Segments carried in one go, from joint to joint. */
export interface Chunk {
  readonly first: number
  readonly last: number
  readonly closed: boolean
  readonly start: ChunkEnd
  readonly end: ChunkEnd
}

export const SQUARE_END: ChunkEnd = { shift: 0 }

/** The whole path as one chunk. */
export function wholeChunk(f: Frames, start: ChunkEnd = SQUARE_END, end: ChunkEnd = SQUARE_END): Chunk {
  return { first: 0, last: f.path.segments.length - 1, closed: f.path.closed, start, end }
}

export function scaleAt(c: Carriage, station: number): number {
  return c.scale ? courseAt(c.scale, station) : 1
}

/** How far the section reaches at a station in a direction of its own plane (unit, side and up). */
export function reachAt(c: Carriage, section: Section, station: number, d: Vec2): number {
  const own = c.shape ? shapeReach(c.shape, station, d) : reach(section, d)
  return own * scaleAt(c, station)
}

/** Whether the section is the same all along, and turns with the path without roll of its own. */
export function isPlain(c: Carriage): boolean {
  const { frames } = c
  return frames.turning === 'square' && frames.rolls.length === 0 && !c.scale && !c.shape
}
