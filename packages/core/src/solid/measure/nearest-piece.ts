import { spend } from '../../base/index.ts'
import { segmentDistance, vec3, type Vec3 } from '../../space/index.ts'
import { awayFrom, awayFromBox, boxed, type Triangle, type TriangleBox } from './triangles-near.ts'
import { leastBetween } from '../../num/index.ts'

/** A straight piece of a line. */
export type StraightPiece = readonly [from: Vec3, to: Vec3]

/** Which piece comes nearest to a surface, where along it (0 to 1), and how near. */
export interface NearestPiece {
  readonly distance: number
  readonly piece: number
  readonly share: number
  /** The triangle that it comes nearest to. */
  readonly triangle: Triangle
}

const LOOKED = 1
/** Halvings by which the place on the nearest piece is found; the distance to a triangle has one lowest stretch along it. */
const NARROWINGS = 60

/** The piece of a line that comes nearest to some triangles, exactly; undefined without either. */
export function nearestPiece(
  pieces: readonly StraightPiece[],
  triangles: readonly Triangle[],
): NearestPiece | undefined {
  if (pieces.length === 0 || triangles.length === 0) return undefined
  spend(20 * triangles.length, 'how near a body is')
  const root = boxed(triangles)
  let best = { distance: Infinity, piece: 0, triangle: triangles[0]! }
  pieces.forEach(([p, q], piece) => {
    const middle = vec3.scale(vec3.add(p, q), 0.5)
    const half = vec3.distance(p, q) / 2
    const least = (box: TriangleBox): number => awayFromBox(box, middle) - half
    const open = [root]
    for (let box = open.pop(); box; box = open.pop()) {
      spend(LOOKED, 'how near a body is')
      if (least(box) >= best.distance) continue
      if (!box.parted) {
        for (const triangle of box.in as readonly Triangle[]) {
          const distance = awayFromPiece(triangle, p, q)
          if (distance < best.distance) best = { distance, piece, triangle }
        }
        continue
      }
      const [a, b] = box.in as readonly [TriangleBox, TriangleBox]
      // The nearer first, so that the other is passed over.
      open.push(...(least(a) < least(b) ? [b, a] : [a, b]))
    }
  })
  const [p, q] = pieces[best.piece]!
  const away = (t: number): number => awayFrom(best.triangle, between(p, q, t))
  const crossing = crossingShare(best.triangle, p, q)
  if (crossing !== undefined) return { ...best, distance: 0, share: crossing }
  return { ...best, share: leastBetween(away, 0, 1, NARROWINGS) }
}

const between = (p: Vec3, q: Vec3, t: number): Vec3 => vec3.addScaled(p, vec3.sub(q, p), t)

/** How far a straight piece is from a triangle: 0 where it goes through, else from a side of it or from an end of the piece. */
function awayFromPiece(triangle: Triangle, p: Vec3, q: Vec3): number {
  if (crossingShare(triangle, p, q) !== undefined) return 0
  const [a, b, c] = triangle
  return Math.min(
    awayFrom(triangle, p),
    awayFrom(triangle, q),
    segmentDistance(p, q, a, b),
    segmentDistance(p, q, b, c),
    segmentDistance(p, q, c, a),
  )
}

/** Where a straight piece goes through a triangle (Moeller and Trumbore 1997); undefined where it does not, or lies in its plane. */
function crossingShare([a, b, c]: Triangle, p: Vec3, q: Vec3): number | undefined {
  const way = vec3.sub(q, p)
  const [u, v] = [vec3.sub(b, a), vec3.sub(c, a)]
  const h = vec3.cross(way, v)
  const det = vec3.dot(u, h)
  if (det === 0) return undefined
  const s = vec3.sub(p, a)
  const first = vec3.dot(s, h) / det
  const k = vec3.cross(s, u)
  const second = vec3.dot(way, k) / det
  const t = vec3.dot(v, k) / det
  return first >= 0 && second >= 0 && first + second <= 1 && t >= 0 && t <= 1 ? t : undefined
}
