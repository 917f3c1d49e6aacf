import { spend } from '../../base/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { nearestOnTriangle } from '../parts.ts'

export type Triangle = readonly [Vec3, Vec3, Vec3]

/** Whether any of some triangles lies nearer to a place than a distance, mm; only those whose nearest place counts, where that is asked. */
export type TrianglesNear = (place: Vec3, distance: number, counts?: (nearest: Vec3) => boolean) => boolean

/** Triangles up to which a box is not parted further. */
const FEW = 4
/** Units of work that it comes to, to sort in a triangle, and to look at a box. */
const SORTED = 20
const LOOKED = 1

/** A box round some triangles, and the two boxes, or the triangles, in it. */
export interface TriangleBox {
  readonly low: Vec3
  readonly high: Vec3
  readonly in: readonly [TriangleBox, TriangleBox] | readonly Triangle[]
  readonly parted: boolean
}

/** Some triangles in boxes within boxes, each parted across its longest side, so that only what comes near to a place is looked at. */
export function trianglesNear(triangles: readonly Triangle[]): TrianglesNear {
  if (triangles.length === 0) return () => false
  spend(SORTED * triangles.length, 'looking how thick a wall is')
  const root = boxed(triangles)
  return (p, distance, counts = () => true) => {
    const open = [root]
    for (let box = open.pop(); box; box = open.pop()) {
      spend(LOOKED, 'looking how thick a wall is')
      if (awayFromBox(box, p) >= distance) continue
      if (box.parted) open.push(...(box.in as readonly [TriangleBox, TriangleBox]))
      else if ((box.in as readonly Triangle[]).some((t) => isNear(t, p, distance, counts))) return true
    }
    return false
  }
}

function isNear(t: Triangle, p: Vec3, distance: number, counts: (nearest: Vec3) => boolean): boolean {
  const way = wayTo(t, p)
  return vec3.length(way) < distance && counts(vec3.add(p, way))
}

/** The way from a place to the nearest of a triangle. */
const wayTo = ([a, b, c]: Triangle, p: Vec3): Vec3 =>
  nearestOnTriangle(vec3.sub(a, p), vec3.sub(b, p), vec3.sub(c, p))

/** How far a place is from a triangle. */
export const awayFrom = (t: Triangle, p: Vec3): number => vec3.length(wayTo(t, p))

/** Triangles, one at least, in boxes within boxes. */
export function boxed(triangles: readonly Triangle[]): TriangleBox {
  const side = (most: boolean) =>
    ([0, 1, 2] as const).map((j) =>
      triangles.reduce(
        (v, t) => (most ? Math.max : Math.min)(v, t[0][j], t[1][j], t[2][j]),
        most ? -Infinity : Infinity,
      ),
    ) as unknown as Vec3
  const [low, high] = [side(false), side(true)]
  if (triangles.length <= FEW) return { low, high, in: triangles, parted: false }
  const long = ([0, 1, 2] as const).reduce<0 | 1 | 2>(
    (best, j) => (high[j] - low[j] > high[best] - low[best] ? j : best),
    0,
  )
  const middle = (t: Triangle): number => t[0][long] + t[1][long] + t[2][long]
  const sorted = triangles.toSorted((a, b) => middle(a) - middle(b))
  const half = sorted.length >> 1
  return { low, high, in: [boxed(sorted.slice(0, half)), boxed(sorted.slice(half))], parted: true }
}

/** How far a place is from a box; 0 inside. */
export function awayFromBox({ low, high }: TriangleBox, p: Vec3): number {
  const off = (j: 0 | 1 | 2): number => Math.max(0, low[j] - p[j], p[j] - high[j])
  return Math.hypot(off(0), off(1), off(2))
}
