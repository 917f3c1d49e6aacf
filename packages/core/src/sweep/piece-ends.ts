import { tolerance } from '../num/index.ts'
import { kinksOf, type Kink } from '../path/index.ts'
import type { Vec2 } from '../plane/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Carriage, Chunk, ChunkEnd } from './carriage.ts'
import { frameOn, rollAt } from './frames.ts'
import type { Piece } from './pieces.ts'
import { mitreLean } from './rings.ts'

/**
 * A cut at one end of a piece. `slope`: how much further along the travel its plane lies for each mm toward the section's side and up;
 * `beyond`: how far from the end of the piece's line, outward, it crosses that, mm. `kink`: the corner that it lies in.
 */
export interface PieceCut {
  readonly slope: Vec2
  readonly beyond: number
  readonly kink: Kink | undefined
}

/** The cuts of a piece, and how far its section rolls from its start to its end, by the right-hand rule about travel, rad. */
export interface PieceCuts {
  readonly start: PieceCut
  readonly end: PieceCut
  readonly roll: number
}

/** The cuts at both ends of a piece of a run whose section turns with its path, each by the section's axes there. */
export function cutsOfPiece(c: Carriage, chunks: readonly Chunk[], piece: Piece): PieceCuts {
  const { path } = c.frames
  // Once round a closed path is its length further, but for round-off.
  const kinkAt = (station: number): Kink | undefined =>
    kinksOf(path).find((k) =>
      [k.station, ...(path.closed ? [k.station + path.length] : [])].some(
        (at) => Math.abs(at - station) <= tolerance.pointCoincidence,
      ),
    )
  const [first, last] = [kinkAt(piece.from), kinkAt(piece.to)]
  const startSegment = first ? first.after : 0
  const endSegment = last ? last.before : path.segments.length - 1
  const begun = chunks.find((k) => !k.closed && k.first === startSegment)
  const ended = chunks.find((k) => !k.closed && k.last === endSegment)
  const lean = (kink: Kink | undefined): ChunkEnd =>
    kink ? { shift: 0, plane: mitreLean(c.frames, kink) } : { shift: 0 }
  return {
    start: cutIn(c, startSegment, 'start', begun?.start ?? lean(first), first),
    end: cutIn(c, endSegment, 'end', ended?.end ?? lean(last), last),
    roll: rollBetween(c, piece),
  }
}

/** Roll from one station to another; across the seam of a closed path, where what closes it begins anew. */
function rollBetween({ frames }: Carriage, { from, to }: Piece): number {
  const { length } = frames.path
  const roll = (a: number, b: number): number => rollAt(frames, b) - rollAt(frames, a)
  return to > length ? roll(from, length) + roll(0, to - length) : roll(from, to)
}

function cutIn(
  c: Carriage,
  segment: number,
  side: 'start' | 'end',
  { shift, plane }: ChunkEnd,
  kink: Kink | undefined,
): PieceCut {
  const at = side === 'start' ? -shift : c.frames.path.segments[segment]!.length + shift
  const { n, b, t } = frameOn(c.frames, segment, at)
  const slopeOf = (axis: Vec3): number => (plane ? -vec3.dot(axis, plane) / vec3.dot(t, plane) + 0 : 0)
  return { slope: [slopeOf(n), slopeOf(b)], beyond: shift, kink }
}
