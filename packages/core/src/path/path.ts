import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { reverseSegment, segmentCurvature, segmentPoint, segmentTangent, type Segment } from './segment.ts'
import { memoBy } from '../base/index.ts'

/** Where a segment came from in its source: the leg from a node to the next, the corner at a node, a named piece, or none. */
export type Origin =
  | { readonly kind: 'leg'; readonly index: number }
  | { readonly kind: 'node'; readonly index: number }
  | { readonly kind: 'piece'; readonly index: number }
  /** Put on for a run: before the start (0) or after the end (1). */
  | { readonly kind: 'added'; readonly index: number }

/** A chain of exact segments, end to start. `starts[i]` is the station of segment i; the last entry is the length. */
export interface Path {
  readonly segments: readonly Segment[]
  readonly origins: readonly Origin[]
  readonly starts: readonly number[]
  readonly length: number
  readonly closed: boolean
}

export function makePath(parts: readonly { segment: Segment; origin: Origin }[], closed: boolean): Path {
  const starts = [0]
  for (const { segment } of parts) starts.push(starts.at(-1)! + segment.length)
  return {
    segments: parts.map((p) => p.segment),
    origins: parts.map((p) => p.origin),
    starts,
    length: starts.at(-1)!,
    closed,
  }
}

/** The segment a station lies on, and how far along it. Stations beyond the ends are taken to the ends; a joint belongs to the segment that starts there. */
export function locate(path: Path, station: number): { readonly index: number; readonly s: number } {
  let low = 0
  let high = path.segments.length - 1
  while (low < high) {
    const mid = (low + high + 1) >> 1
    if (path.starts[mid]! <= station) low = mid
    else high = mid - 1
  }
  const s = station - path.starts[low]!
  return { index: low, s: Math.min(Math.max(s, 0), path.segments[low]!.length) }
}

export function pathPoint(path: Path, station: number): Vec3 {
  const { index, s } = locate(path, station)
  return segmentPoint(path.segments[index]!, s)
}

/** The unit tangent; at a tangent break, that of the segment that starts there. */
export function pathTangent(path: Path, station: number): Vec3 {
  const { index, s } = locate(path, station)
  return segmentTangent(path.segments[index]!, s)
}

export function pathCurvature(path: Path, station: number): Vec3 {
  const { index, s } = locate(path, station)
  return segmentCurvature(path.segments[index]!, s)
}

/** The same path from its end to its start; origins keep the numbers of their source. */
export function reversePath(path: Path): Path {
  const parts = path.segments.map((segment, i) => ({
    segment: reverseSegment(segment),
    origin: path.origins[i]!,
  }))
  return makePath(parts.reverse(), path.closed)
}

/** A place where the direction breaks: a sharp corner. */
export interface Kink {
  /** Station, and the segments before and after it. At the seam of a closed path `before` is the last segment. */
  readonly station: number
  readonly before: number
  readonly after: number
  readonly deflection: number
}

export const kinksOf = memoBy(findKinks)

function findKinks(path: Path): readonly Kink[] {
  const kinks: Kink[] = []
  const n = path.segments.length
  for (let after = path.closed ? 0 : 1; after < n; after++) {
    const before = (after + n - 1) % n
    const incoming = path.segments[before]!
    const deflection = vec3.angleBetween(
      segmentTangent(incoming, incoming.length),
      segmentTangent(path.segments[after]!, 0),
    )
    if (deflection > tolerance.sameDirection) {
      kinks.push({ station: path.starts[after]!, before, after, deflection })
    }
  }
  return kinks
}
