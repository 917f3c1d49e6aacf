import { fail, fault, ok, type Result } from '../base/index.ts'
import { TURN } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { curveSegment } from './curve-segment.ts'
import { makePath, type Path } from './path.ts'
import {
  arcSegment,
  helixSegment,
  lineSegment,
  reverseSegment,
  segmentPoint,
  segmentTangent,
  type Segment,
} from './segment.ts'

/** Sizes of a coil, of which any two of `pitch`, `turns` and `height` say the third. */
export interface CoilSizes {
  /** Rise per turn where it is not closed, mm. */
  readonly pitch?: number | undefined
  /** All turns, those of closed ends too. */
  readonly turns?: number | undefined
  /** From its first place to its last along the axis, mm; below 0 it goes down. */
  readonly height?: number | undefined
}

/** What goes on at an end of a coil, tangent to it: nothing, a straight, or a hook that bends away along the axis. */
export type CoilEnd =
  | { readonly kind: 'none' }
  | { readonly kind: 'straight'; readonly length: number }
  | { readonly kind: 'hook'; readonly radius: number; readonly angle: number; readonly length: number }

/** A coil about +Z from the origin, starting on the +X side: a helix, a cone or a flat spiral. */
export interface CoilSource {
  readonly radius: number
  /** Radius at the end; it changes evenly with the turns. */
  readonly endRadius: number
  readonly sizes: CoilSizes
  readonly hand: 'right' | 'left'
  /** Turns of each end that lie on each other, and how far apart these are, mm a turn. */
  readonly closed: { readonly start: number; readonly end: number; readonly rise: number }
  readonly ends: { readonly start: CoilEnd; readonly end: CoilEnd }
}

/** Of a turn, over how much the pitch goes over from that of a closed end to that of the rest. */
const GOES_OVER = 0.5

/** Pitch, turns and height of a coil, of which two are given: with closed ends, half a turn beside each goes over from one rise to the other. */
export function coilOf(
  { pitch, turns, height }: CoilSizes,
  { start, end, rise }: CoilSource['closed'],
): Result<{ readonly pitch: number; readonly turns: number; readonly height: number }> {
  const shut = start + end
  const over = GOES_OVER * ((start > 0 ? 1 : 0) + (end > 0 ? 1 : 0))
  // Height is the closed turns at their rise, those that go over at the mean of both, and the rest at the pitch.
  const fixed = shut * rise + (over / 2) * rise
  const open = (all: number): number => all - shut - over / 2
  if (turns !== undefined && !(turns > 0))
    return fail(fault('helix.turns', 'a helix needs more than 0 turns'))
  if (turns !== undefined && !(turns >= shut + over))
    return fail(
      fault(
        'helix.closed',
        `the closed ends take ${shut + over} turns with what goes over to them, and there are only ${turns}`,
      ),
    )
  if (pitch !== undefined && turns !== undefined)
    return ok({ pitch, turns, height: fixed + open(turns) * pitch })
  if (turns !== undefined && height !== undefined) {
    if (!(open(turns) > 0)) return fail(fault('helix.closed', 'no turn is left between the closed ends'))
    return ok({ pitch: (height - fixed) / open(turns), turns, height })
  }
  if (pitch === undefined || height === undefined)
    return fail(fault('helix.sizes', 'a helix needs two of pitch, turns and height'))
  if (pitch === 0)
    return fail(fault('helix.pitch', 'without a rise per turn no height is reached; give the turns instead'))
  const all = (height - fixed) / pitch + shut + over / 2
  if (!(all > 0) || !(all >= shut + over))
    return fail(
      fault(
        'helix.turns',
        `these sizes come to ${Number(all.toFixed(3))} turns; give another height or pitch`,
      ),
    )
  return ok({ pitch, turns: all, height })
}

/** The path of a coil; where its radius and rise stay, exact as a helix. */
export function pathOfCoil(c: CoilSource): Result<Path> {
  if (!(c.radius > 0)) return fail(fault('helix.radius', 'the radius of a helix must be above 0'))
  if (!(c.endRadius > 0)) return fail(fault('helix.endRadius', 'the radius at the end must be above 0'))
  if (!(c.closed.start >= 0 && c.closed.end >= 0))
    return fail(fault('helix.closed', 'closed ends have 0 turns or more'))
  const sizes = coilOf(c.sizes, c.closed)
  if (!sizes.ok) return sizes
  const { pitch, turns } = sizes.value
  const grow = (c.endRadius - c.radius) / (turns * TURN)
  const way = c.hand === 'right' ? 1 : -1
  const out: Vec3 = [1, 0, 0]
  // A left hand turns the other way round while it rises: its own axis points down.
  const along: Vec3 = [0, way, 0]
  const segments: Segment[] = []
  let [turned, height] = [0, 0]
  /** So many turns whose rise goes evenly from one to another, mm a turn. */
  const wind = (count: number, from: number, to: number): void => {
    if (!(count > 0)) return
    const [angle, sweep] = [turned * TURN, count * TURN]
    const [a, b] = [(way * from) / TURN, (way * (to - from)) / (2 * TURN * sweep)]
    const [o, l] = [vec3.round(out, along, angle), vec3.round(along, vec3.scale(out, -1), angle)]
    const radius = c.radius + grow * angle
    const centre: Vec3 = [0, 0, height]
    if (grow === 0 && b === 0) segments.push(helixSegment(centre, o, l, radius, sweep, a * sweep))
    else {
      const spiral = { kind: 'spiral', centre, out: o, along: l, radius, grow, rise: [a, b, 0] } as const
      segments.push(curveSegment(spiral, 0, sweep))
    }
    turned += count
    height += ((from + to) / 2) * count
  }
  const { start, end, rise } = c.closed
  const over = (shut: number): number => (shut > 0 ? GOES_OVER : 0)
  wind(start, rise, rise)
  wind(over(start), rise, pitch)
  wind(turns - start - end - over(start) - over(end), pitch, pitch)
  wind(over(end), pitch, rise)
  wind(end, rise, rise)
  const up = Math.sign(sizes.value.height) || 1
  const before = endPieces(c.ends.start, segments[0]!, 'start', -up)
  const after = endPieces(c.ends.end, segments.at(-1)!, 'end', up)
  if (!before.ok) return before
  if (!after.ok) return after
  const all = [...before.value, ...segments, ...after.value]
  return ok(
    makePath(
      all.map((segment, index) => ({ segment, origin: { kind: 'piece', index } })),
      false,
    ),
  )
}

/** What goes on at an end, in the order of travel; a hook bends toward `up` along the axis. */
function endPieces(e: CoilEnd, g: Segment, side: 'start' | 'end', up: number): Result<Segment[]> {
  if (e.kind === 'none') return ok([])
  const s = side === 'start' ? 0 : g.length
  // Outward at either end.
  const way = vec3.scale(segmentTangent(g, s), side === 'start' ? -1 : 1)
  const at = segmentPoint(g, s)
  const pieces: Segment[] = []
  let [place, direction] = [at, way]
  if (e.kind === 'hook') {
    if (!(e.radius > 0)) return fail(fault(`helix.${side}-radius`, 'the radius of a hook must be above 0'))
    if (!(e.angle > 0 && e.angle <= TURN))
      return fail(fault(`helix.${side}-angle`, 'a hook bends by more than 0° and at most 360°'))
    const axis: Vec3 = [0, 0, up]
    const inward = vec3.unit(vec3.addScaled(axis, way, -vec3.dot(axis, way)))
    const centre = vec3.addScaled(at, inward, e.radius)
    const arc = arcSegment(centre, vec3.scale(inward, -1), way, e.radius, e.angle)
    pieces.push(arc)
    place = segmentPoint(arc, arc.length)
    direction = segmentTangent(arc, arc.length)
  }
  if (!(e.length >= 0)) return fail(fault(`helix.${side}-length`, 'the straight at an end is 0 or longer'))
  if (e.length > 0) pieces.push(lineSegment(place, direction, e.length))
  return ok(side === 'end' ? pieces : pieces.map(reverseSegment).reverse())
}
