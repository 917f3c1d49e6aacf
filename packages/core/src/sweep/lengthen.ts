import { extendedPath, lineSegment, segmentPoint, segmentTangent } from '../path/index.ts'
import { vec3 } from '../space/index.ts'
import type { Carriage, Chunk } from './carriage.ts'
import type { Course } from './course.ts'
import { carried } from './frames.ts'

/** What a run is carried by, and the stretches that it is carried in. */
export interface Carried {
  readonly carriage: Carriage
  readonly chunks: readonly Chunk[]
}

/**
 * An open run that goes on straight at one of its ends, square there, by so many mm (above 0): a straight goes on by itself; after a bend a
 * straight is put. Size, shape and roll stay as they are at the end.
 */
export function lengthened({ carriage, chunks }: Carried, side: 'start' | 'end', by: number): Carried {
  const { frames } = carriage
  const { path } = frames
  const last = path.segments.length - 1
  const g = path.segments[side === 'start' ? 0 : last]!
  const at = side === 'start' ? 0 : chunks.length - 1
  const onward = (chunk: Chunk, shift: number): Chunk => ({ ...chunk, [side]: { shift } })
  if (g.kind === 'line')
    return {
      carriage,
      chunks: chunks.map((c, i) => (i === at ? onward(c, Math.max(c[side].shift, 0) + by) : c)),
    }
  const s = side === 'start' ? 0 : g.length
  const [place, tangent] = [segmentPoint(g, s), segmentTangent(g, s)]
  if (side === 'end') {
    const [n, b] = carried(g, frames.sides[last]!, frames.ups[last]!, g.length)
    const longer = extendedPath(path, [], [lineSegment(place, tangent, by)])
    return {
      carriage: {
        ...carriage,
        frames: { ...frames, path: longer, sides: [...frames.sides, n], ups: [...frames.ups, b] },
      },
      chunks: chunks.map((c, i) => (i === at ? { ...onward(c, 0), last: c.last + 1 } : c)),
    }
  }
  const longer = extendedPath(path, [lineSegment(vec3.addScaled(place, tangent, -by), tangent, by)], [])
  const { scale, shape } = carriage
  return {
    carriage: {
      ...carriage,
      frames: {
        ...frames,
        path: longer,
        sides: [frames.sides[0]!, ...frames.sides],
        ups: [frames.ups[0]!, ...frames.ups],
        rolls: frames.rolls.map((r) => later(r, by)),
        ...(frames.upright
          ? {
              upright: {
                ...frames.upright,
                steep: frames.upright.steep.map((z) => ({
                  from: z.from + by,
                  to: z.to + by,
                  angle: later(z.angle, by),
                })),
              },
            }
          : {}),
      },
      ...(scale ? { scale: later(scale, by) } : {}),
      ...(shape ? { shape: { ...shape, stations: shape.stations.map((x) => x + by) } } : {}),
    },
    chunks: chunks.map((c, i) =>
      i === at ? { ...onward(c, 0), last: c.last + 1 } : { ...c, first: c.first + 1, last: c.last + 1 },
    ),
  }
}

const later = (c: Course, by: number): Course => ({ ...c, stations: c.stations.map((s) => s + by) })
