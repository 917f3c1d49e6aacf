import { tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { nearestPiece, type StraightPiece } from './nearest-piece.ts'
import type { Triangle } from './triangles-near.ts'

/** A point, an edge or a face to measure from. */
export interface Extent {
  /** Its triangles; a straight piece of an edge is one with two corners in one place, a point one with three. */
  readonly triangles: readonly Triangle[]
  /** For each exact surface or circle that it is of or ends in, where that is nearest to a place. */
  readonly onto: readonly ((p: Vec3) => Vec3)[]
  /** How far its triangles may lie off those, mm. */
  readonly off: number
}

/** Where two things come nearest. */
export interface NearestPlaces {
  readonly distance: number
  readonly from: Vec3
  readonly to: Vec3
}

/** Times that a place is led from one exact surface to the other and back. */
const LED = 200

/** Where two things come nearest: by their triangles, and on the exact surfaces that those stand for where these come nearest close by. */
export function nearestBetween(a: Extent, b: Extent): NearestPlaces | undefined {
  const found = [byTriangles(a, b), turned(byTriangles(b, a))]
  const near = found.reduce((best, n) => (n && (!best || n.distance < best.distance) ? n : best), undefined)
  if (!near || near.distance === 0) return near
  const within = a.off + b.off
  const still = (p: Vec3) => (): Vec3 => p
  let best: NearestPlaces | undefined
  for (const onA of a.onto.length > 0 ? a.onto : [still(near.from)])
    for (const onB of b.onto.length > 0 ? b.onto : [still(near.to)]) {
      const exact = led(near, onA, onB)
      const isThere = exact.distance <= near.distance + within && liesOn(exact.from, a) && liesOn(exact.to, b)
      if (isThere && (!best || exact.distance < best.distance)) best = exact
    }
  return best ?? near
}

/** Whether a place of an exact surface lies on what is meant of it, as its triangles show. */
const liesOn = (p: Vec3, { triangles, off }: Extent): boolean =>
  nearestPiece([[p, p]], triangles)!.distance <= off + tolerance.nearestRoundOff

function byTriangles(a: Extent, b: Extent): NearestPlaces | undefined {
  const pieces = a.triangles.flatMap(sidesOf)
  const near = nearestPiece(pieces, b.triangles)
  if (!near) return undefined
  const [p, q] = pieces[near.piece]!
  const from = vec3.addScaled(p, vec3.sub(q, p), near.share)
  return { distance: near.distance, from, to: near.distance === 0 ? from : onTriangle(near.triangle, from) }
}

const sidesOf = ([a, b, c]: Triangle): StraightPiece[] =>
  a === b && b === c
    ? [[a, a]]
    : b === c
      ? [[a, b]]
      : [
          [a, b],
          [b, c],
          [c, a],
        ]

const turned = (n: NearestPlaces | undefined): NearestPlaces | undefined =>
  n && { distance: n.distance, from: n.to, to: n.from }

/** The place of a triangle that is nearest to another place. */
function onTriangle([a, b, c]: Triangle, p: Vec3): Vec3 {
  const n = vec3.cross(vec3.sub(b, a), vec3.sub(c, a))
  const nn = vec3.dot(n, n)
  if (nn > 0) {
    const foot = vec3.addScaled(p, n, -vec3.dot(vec3.sub(p, a), n) / nn)
    const isInside = (
      [
        [a, b],
        [b, c],
        [c, a],
      ] as const
    ).every(([u, v]) => vec3.dot(vec3.cross(vec3.sub(v, u), vec3.sub(foot, u)), n) >= 0)
    if (isInside) return foot
  }
  const sides = (
    [
      [a, b],
      [b, c],
      [c, a],
    ] as const
  ).map(([u, v]) => onSide(u, v, p))
  return sides.reduce((best, s) => (vec3.distance(s, p) < vec3.distance(best, p) ? s : best))
}

function onSide(a: Vec3, b: Vec3, p: Vec3): Vec3 {
  const d = vec3.sub(b, a)
  const long = vec3.dot(d, d)
  const share = long > 0 ? Math.min(1, Math.max(0, vec3.dot(vec3.sub(p, a), d) / long)) : 0
  return vec3.addScaled(a, d, share)
}

/** Both places led to the nearest of the other's surface, by turns, until they rest. */
function led(near: NearestPlaces, onA: (p: Vec3) => Vec3, onB: (p: Vec3) => Vec3): NearestPlaces {
  let [from, to] = [onA(near.from), onB(near.to)]
  for (let k = 0; k < LED; k++) {
    const [p, q] = [onA(to), onB(from)]
    const moved = vec3.distance(p, from) + vec3.distance(q, to)
    from = p
    to = onB(p)
    if (moved < tolerance.atRest) break
  }
  return { distance: vec3.distance(from, to), from, to }
}
