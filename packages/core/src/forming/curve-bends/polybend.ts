import { tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { distanceOf, lengthOf, unitOf } from './sure-arithmetic.ts'

/** Straights through nodes with a bend at each but the first and the last: `radii[i]` is that of node i + 1. */
export interface Polybend {
  readonly nodes: readonly Vec3[]
  readonly radii: readonly number[]
}

/** A bend at a node: how much of each leg it takes, its arc from where it begins, going along `way`, toward `inward`. */
export interface Corner {
  readonly angle: number
  readonly sine: number
  readonly cosine: number
  readonly takes: number
  readonly radius: number
  readonly begin: Vec3
  readonly end: Vec3
  readonly centre: Vec3
  readonly way: Vec3
  readonly inward: Vec3
}

export function cornerAt(before: Vec3, node: Vec3, after: Vec3, radius: number): Corner {
  const way = unitOf(vec3.sub(node, before), [1, 0, 0])
  const out = unitOf(vec3.sub(after, node), way)
  const cosine = vec3.dot(way, out)
  const side = vec3.addScaled(out, way, -cosine)
  const sine = lengthOf(side)
  const turns = sine > tolerance.noBend || cosine < 0
  const inward = turns && sine > 0 ? unitOf(side, way) : vec3.squareTo(way)
  // The tangent of half the angle.
  const takes = turns ? (radius * sine) / (1 + cosine) : 0
  const begin = vec3.addScaled(node, way, -takes)
  return {
    angle: Math.atan2(sine, cosine),
    sine,
    cosine,
    takes,
    radius,
    begin,
    end: vec3.addScaled(node, out, takes),
    centre: vec3.addScaled(begin, inward, radius),
    way,
    inward,
  }
}

export const cornersOf = ({ nodes, radii }: Polybend): Corner[] =>
  radii.map((r, i) => cornerAt(nodes[i]!, nodes[i + 1]!, nodes[i + 2]!, r))

/** The straights between bends, mm; below 0 where bends overlap. */
export function straightsOf({ nodes }: Polybend, corners: readonly Corner[]): number[] {
  return nodes
    .slice(1)
    .map((n, i) => distanceOf(nodes[i]!, n) - (corners[i - 1]?.takes ?? 0) - (corners[i]?.takes ?? 0))
}

/** Whether a direction from a bend's centre, by its parts along the way and outward where it begins, lies within its arc of less than half a turn. */
const isWithin = (x: number, y: number, { sine, cosine }: Corner): boolean =>
  x > 0 && sine * y - cosine * x > 0

/** The place of a straight stretch that is nearest to a point. */
export function nearestOnStraight(p: Vec3, from: Vec3, to: Vec3): Vec3 {
  const way = vec3.sub(to, from)
  const long = vec3.dot(way, way)
  const t = long > 0 ? Math.min(1, Math.max(0, vec3.dot(vec3.sub(p, from), way) / long)) : 0
  return vec3.addScaled(from, way, t)
}

/** The place of a bend's arc that is nearest to a point. */
export function nearestOnArc(p: Vec3, c: Corner): Vec3 {
  if (c.takes === 0) return c.begin
  const d = vec3.sub(p, c.centre)
  const [x, y] = [vec3.dot(d, c.way), -vec3.dot(d, c.inward)]
  if (!isWithin(x, y, c)) return distanceOf(p, c.begin) <= distanceOf(p, c.end) ? c.begin : c.end
  const out = c.radius / Math.sqrt(x * x + y * y)
  const [s, k] = [x * out, -y * out]
  return vec3.addScaled(vec3.addScaled(c.centre, c.way, s), c.inward, k)
}

/** How far a point is from a straight stretch; as the place on it, without one being made. */
export function offStraight(p: Vec3, from: Vec3, to: Vec3): number {
  const [wx, wy, wz] = [to[0] - from[0], to[1] - from[1], to[2] - from[2]]
  const [dx, dy, dz] = [p[0] - from[0], p[1] - from[1], p[2] - from[2]]
  const long = wx * wx + wy * wy + wz * wz
  const share = long > 0 ? (dx * wx + dy * wy + dz * wz) / long : 0
  const t = share < 0 ? 0 : share > 1 ? 1 : share
  const [x, y, z] = [dx - t * wx, dy - t * wy, dz - t * wz]
  return Math.sqrt(x * x + y * y + z * z)
}

/** The same from a bend's arc. */
export function offArc(p: Vec3, c: Corner): number {
  const { way, inward, centre, radius, takes } = c
  if (takes === 0) return distanceOf(p, c.begin)
  const [dx, dy, dz] = [p[0] - centre[0], p[1] - centre[1], p[2] - centre[2]]
  const x = dx * way[0] + dy * way[1] + dz * way[2]
  const y = -(dx * inward[0] + dy * inward[1] + dz * inward[2])
  if (!isWithin(x, y, c)) return Math.min(distanceOf(p, c.begin), distanceOf(p, c.end))
  const across =
    dx * (way[1] * inward[2] - way[2] * inward[1]) +
    dy * (way[2] * inward[0] - way[0] * inward[2]) +
    dz * (way[0] * inward[1] - way[1] * inward[0])
  const out = Math.sqrt(x * x + y * y) - radius
  return Math.sqrt(out * out + across * across)
}

/** The place of a path that is nearest to a point, among the pieces from one to another: straights are even, bends odd. */
export function nearestOn(
  p: Vec3,
  { nodes }: Polybend,
  corners: readonly Corner[],
  first: number,
  last: number,
): { readonly at: Vec3; readonly piece: number; readonly distance: number } {
  let [piece, distance] = [first, Infinity]
  const to = Math.min(last, 2 * corners.length)
  for (let i = Math.max(0, first); i <= to; i++) {
    const k = i >> 1
    const off =
      i % 2 === 1
        ? offArc(p, corners[k]!)
        : offStraight(p, corners[k - 1]?.end ?? nodes[0]!, corners[k]?.begin ?? nodes.at(-1)!)
    if (off < distance) [piece, distance] = [i, off]
  }
  return { at: distance === Infinity ? p : nearestOnPiece(p, { nodes }, corners, piece), piece, distance }
}

/** The place of one piece that is nearest to a point. */
export function nearestOnPiece(
  p: Vec3,
  { nodes }: Pick<Polybend, 'nodes'>,
  corners: readonly Corner[],
  piece: number,
): Vec3 {
  const k = piece >> 1
  return piece % 2 === 1
    ? nearestOnArc(p, corners[k]!)
    : nearestOnStraight(p, corners[k - 1]?.end ?? nodes[0]!, corners[k]?.begin ?? nodes.at(-1)!)
}

/** Where two lines come nearest: midway between them, how far from the first's place on, from there to the second's place, and their distance; they are not parallel. */
export function meeting(p: Vec3, u: Vec3, q: Vec3, w: Vec3) {
  const d = vec3.sub(q, p)
  const k = vec3.dot(u, w)
  const area = 1 - k * k
  const along = (vec3.dot(d, u) - k * vec3.dot(d, w)) / area
  const back = (k * vec3.dot(d, u) - vec3.dot(d, w)) / area
  const [x, y] = [vec3.addScaled(p, u, along), vec3.addScaled(q, w, back)]
  return { at: vec3.scale(vec3.add(x, y), 0.5), along, back: -back, gap: distanceOf(x, y) }
}
