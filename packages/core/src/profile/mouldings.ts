import { ok, type Result } from '../base/index.ts'
import { deg } from '../num/index.ts'
import { arc2, line2, type Curve2, type Vec2 } from '../plane/index.ts'
import { region, type Region } from './region.ts'
import { needPositive, refuse, refuseLengths, type Sizes } from './sizes.ts'

const QUARTER = Math.PI / 2

/** Straight lines through points in order. */
const lines = (...points: Vec2[]): Curve2[] =>
  points.slice(1).flatMap((p, i) => {
    const from = points[i]!
    return Math.hypot(p[0] - from[0], p[1] - from[1]) > 0 ? [line2(from, p)] : []
  })

/** A quarter of a disc in the corner between two planes: the corner is the origin. */
export function quarterRound(s: Sizes<'radius'>): Result<Region> {
  const bad = needPositive(s, ['radius'])
  if (bad) return bad
  const r = s.radius
  return ok(region([...lines([0, r], [0, 0], [r, 0]), arc2([0, 0], r, 0, QUARTER)]))
}

/** A hollow between two edges, the corner in the origin: legs are as long as radius and edge together. */
export function cove(s: Sizes<'radius' | 'edge'>): Result<Region> {
  const bad = needPositive(s, ['radius'])
  if (bad) return bad
  if (s.edge < 0) return refuse('the edge cannot be below 0')
  const [r, e] = [s.radius, s.edge]
  const w = r + e
  if (e === 0) return refuse('the edge must be above 0, or the tips have no thickness')
  return ok(region([...lines([e, w], [0, w], [0, 0], [w, 0], [w, e]), arc2([w, w], r, -QUARTER, -QUARTER)]))
}

/** A round proud of a strip as wide as it: the strip's back is on the origin's level. */
export function bead(s: Sizes<'width' | 'height'>): Result<Region> {
  const bad = needPositive(s, ['width', 'height'])
  if (bad) return bad
  const r = s.width / 2
  const flat = s.height - r
  if (flat < 0) return refuseLengths`a height of ${s.height} is less than half the width, ${r}`
  return ok(region([...lines([-r, flat], [-r, 0], [r, 0], [r, flat]), arc2([0, flat], r, 0, Math.PI)]))
}

/** A quarter round set back by an edge on both sides. */
export function ovolo(s: Sizes<'radius' | 'edge'>): Result<Region> {
  const bad = needPositive(s, ['radius'])
  if (bad) return bad
  const [r, e] = [s.radius, s.edge]
  if (e < 0) return refuse('the edge cannot be below 0')
  const w = r + e
  return ok(region([...lines([e, w], [0, w], [0, 0], [w, 0], [w, e]), arc2([e, e], r, 0, QUARTER)]))
}

/** A double curve, round below and hollow above, between edges: two quarters of one radius. */
export function ogee(s: Sizes<'radius' | 'edge'>): Result<Region> {
  const bad = needPositive(s, ['radius', 'edge'])
  if (bad) return bad
  const [r, e] = [s.radius, s.edge]
  return ok(
    region([
      ...lines([e, e + 2 * r], [0, e + 2 * r], [0, 0], [e + 2 * r, 0], [e + 2 * r, e]),
      arc2([e + r, e], r, 0, QUARTER),
      arc2([e + r, e + 2 * r], r, -QUARTER, -QUARTER),
    ]),
  )
}

/** A board along the foot of a wall, its back on the wall, its upper front edge rounded. */
export function skirting(s: Sizes<'height' | 'thickness' | 'round'>): Result<Region> {
  const bad = needPositive(s, ['height', 'thickness'])
  if (bad) return bad
  const { height: h, thickness: t, round: r } = s
  if (r < 0) return refuse('the rounding cannot be below 0')
  if (r > Math.min(t, h))
    return refuseLengths`a rounding of ${r} is too large; at most ${Math.min(t, h)} fits`
  const front = lines([t - r, h], [0, h], [0, 0], [t, 0], [t, h - r])
  return ok(region(r > 0 ? [...front, arc2([t - r, h - r], r, 0, QUARTER)] : front))
}

/**
 * A board leaning between wall (x = 0) and ceiling: `spring` is the angle between its back and the wall, `face` the width of
 * the front that is seen. Its edges are cut plumb and level, so that they lie flat; the foot of its back is the origin. With
 * spring s and thickness t its back is t / (sin s cos s) narrower than its face.
 */
export function cornice(s: Sizes<'face' | 'thickness' | 'spring'>): Result<Region> {
  const bad = needPositive(s, ['face', 'thickness'])
  if (bad) return bad
  const { face, thickness: t, spring } = s
  if (!(spring > 0 && spring < QUARTER))
    return refuse(`a spring angle of ${Number(deg(spring).toFixed(3))}° is not between 0 and 90°`)
  const back = face - t / (Math.sin(spring) * Math.cos(spring))
  if (!(back > 0))
    return refuseLengths`a face of ${face} leaves no back: at a thickness of ${t} it must be above ${face - back}`
  const [p, h] = [back * Math.sin(spring), back * Math.cos(spring)]
  return ok(region(lines([0, 0], [0, -t / Math.sin(spring)], [p + t / Math.cos(spring), h], [p, h], [0, 0])))
}
