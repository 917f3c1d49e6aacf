import { tolerance } from '../num/index.ts'
import type { Vec3 } from '../space/index.ts'
import { kinksOf, type Path } from './path.ts'
import { segmentPoint } from './segment.ts'

/** The longest a path may be, and the furthest from the origin it may go, mm: ten kilometres. Beyond, single precision shows steps. */
export const FURTHEST = 1e7

/** Why a chain of segments is no path that something can be carried along. */
export type PathFault =
  /** A length or a place is no finite number. */
  | { readonly kind: 'no-number' }
  /** It is longer, or goes further from the origin, than `FURTHEST`. */
  | { readonly kind: 'too-far'; readonly reach: number }
  /** It is so short that its ends are one point. */
  | { readonly kind: 'too-short' }
  /** It turns by half a turn on the spot. */
  | { readonly kind: 'fold-back'; readonly station: number; readonly at: Vec3; readonly after: number }

/** What is wrong with a path of whatever source; none when it is sound. */
export function pathFaults(path: Path): PathFault[] {
  let reach = path.length
  for (const g of path.segments)
    for (const [x, y, z] of [segmentPoint(g, 0), segmentPoint(g, g.length)])
      reach = Math.max(reach, Math.abs(x), Math.abs(y), Math.abs(z))
  // The largest of figures of which one is no number is none either.
  if (!Number.isFinite(reach)) return [{ kind: 'no-number' }]
  if (reach > FURTHEST) return [{ kind: 'too-far', reach }]
  if (path.length <= tolerance.pointCoincidence) return [{ kind: 'too-short' }]
  return kinksOf(path)
    .filter((k) => k.deflection >= Math.PI - tolerance.foldBack)
    .map((k) => ({
      kind: 'fold-back',
      station: k.station,
      at: segmentPoint(path.segments[k.after]!, 0),
      after: k.after,
    }))
}
