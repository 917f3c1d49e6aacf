import { tolerance } from '../num/index.ts'
import { fail, fault, lengthFault, ok, type Result } from '../base/index.ts'
import {
  arrange,
  loopIntegrals,
  nearestOn,
  offsetChain,
  pointAt,
  type Loop2,
  type SimpleCurve,
} from '../plane/index.ts'
import { region, type Region } from './region.ts'

/** Where the material of a hollow section lies: inside its drawn outline, outside it, or half and half. */
export type WallSide = 'in' | 'out' | 'even'

const CODE = 'profile.wall'
const refused = (message: string): Result<Region> => fail(fault(CODE, message))

/** Places on each curve at which the way to the other side of the wall is checked. */
const CHECKS = [0.1, 0.3, 0.5, 0.7, 0.9]

/**
 * A hollow section: a wall of one thickness along a drawn outline. Outside corners run on to a point; a wall that leaves no
 * hollow, or for which an inside corner or arc has no room, is refused.
 */
export function hollow(r: Region, side: WallSide, thickness: number): Result<Region> {
  if (!(thickness > 0)) return refused('the wall must be above 0')
  if (r.holes.length > 0) return refused('a section with holes has its walls already')
  if (r.outer.some((c) => c.kind === 'bezier'))
    return refused('a wall can follow lines and arcs; this outline has a spline or an ellipse')
  const inward = side === 'in' ? thickness : side === 'out' ? 0 : thickness / 2
  const inner = beside(r.outer, inward)
  const outer = beside(r.outer, inward - thickness)
  if (!inner || !outer)
    return fail(lengthFault(CODE)`a wall of ${thickness} leaves no room at a corner or an arc`)
  if (!keepsAway(inner, outer, thickness))
    return fail(lengthFault(CODE)`a wall of ${thickness} leaves no hollow`)
  return ok(region(outer, [inner]))
}

/** The loop a distance to the left of an outline that has its material on the left: inside it. */
function beside(loop: Loop2, distance: number): Loop2 | undefined {
  if (distance === 0) return loop
  const [only] = loop
  if (loop.length === 1 && only?.kind === 'arc') {
    const radius = only.radius - Math.sign(only.sweep) * distance
    return radius > 0 ? [{ ...only, radius }] : undefined
  }
  const made = offsetChain(loop as readonly SimpleCurve[], true, distance, 'extended')
  if ('kind' in made) return undefined
  const curves = made.map((s) => s.curve)
  // One simple loop the same way round, or the wall has run into itself.
  const { faces } = arrange(curves, tolerance.samePlace * Math.sqrt(Math.abs(loopIntegrals(loop).area)))
  const { area } = loopIntegrals(curves)
  const whole = faces.length === 1 && Math.abs(faces[0]!.area - area) <= tolerance.clearance * Math.abs(area)
  return whole && area > 0 ? curves : undefined
}

/** Whether the two sides of a wall are nowhere nearer than its thickness. */
function keepsAway(inner: Loop2, outer: Loop2, thickness: number): boolean {
  return inner.every((c) =>
    CHECKS.every((t) => {
      const p = pointAt(c, t)
      return outer.every((o) => nearestOn(o, p).distance >= thickness * (1 - tolerance.clearance))
    }),
  )
}
