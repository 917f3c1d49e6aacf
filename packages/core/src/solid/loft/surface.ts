import { tolerance } from '../../num/index.ts'
import type { PlaneFrame } from '../../path/index.ts'
import {
  arcParameter,
  curveLength,
  directionAt,
  loopIntegrals,
  pointAt,
  vec2,
  type Curve2,
  type Loop2,
  type Vec2,
} from '../../plane/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { besideFace, type KnownForm } from '../face/forms.ts'
import { memoBy } from '../../base/index.ts'

/**
 * A closed outline on a plane of its own. `knots` are shares of its length, going on from each other, at which evenly many of the places lie
 * that are met: its corners where all outlines have as many, else the one place that is met first.
 */
export interface LoftSection {
  readonly plane: PlaneFrame
  readonly loop: Loop2
  readonly knots: readonly number[]
}

/**
 * How a blend leaves its first outline, or comes to its last: freely, along a direction, or tangent to the faces that it stands on; of a pull
 * that sets how far that holds.
 */
export type LoftEnd =
  | { readonly kind: 'free' }
  | { readonly kind: 'along'; readonly way: Vec3; readonly pull: number }
  | {
      readonly kind: 'tangent'
      /** Faces that the outline lies on besides its own plane; where it lies on none it goes on in the plane. */
      readonly forms: readonly KnownForm[]
      /** The plane's normal, to the side on which the blend is. */
      readonly toward: Vec3
      /** In the plane: 1 to the inside of the outline, -1 to its outside. */
      readonly inPlane: 1 | -1
      /** 1 where the blend leaves the outline, -1 where it comes to it. */
      readonly travel: 1 | -1
      readonly pull: number
    }

/** A body between two or more closed outlines, in their order. */
export interface Loft {
  readonly sections: readonly LoftSection[]
  readonly smooth: boolean
  readonly ends: readonly [LoftEnd, LoftEnd]
}

/** A break in direction from which on a place of an outline is a corner: the sine of its angle. */
const CORNER = 0.02

/** Where an outline breaks its direction, as shares of its length. */
export function cornersOf(loop: Loop2): number[] {
  const total = lengthOf(loop)
  let from = 0
  return loop.flatMap((c, i) => {
    const before = loop[(i + loop.length - 1) % loop.length]!
    const breaks = Math.abs(vec2.cross(directionAt(before, 1), directionAt(c, 0))) > CORNER
    const share = from / total
    from += lengthsOf(loop)[i]!
    return breaks ? [share] : []
  })
}

/** Lengths of the curves of outlines, which never change; a blend asks for them at every place. */
export const lengthsOf = memoBy((loop: Loop2): readonly number[] => loop.map(curveLength))

const lengthOf = (loop: Loop2): number => lengthsOf(loop).reduce((sum, l) => sum + l, 0)

export const wrapped = (share: number): number => share - Math.floor(share)

/** The place of an outline that is met so far round, 0 to 1. */
export function placeOnOutline({ loop, knots, plane }: LoftSection, round: number): Vec3 {
  const count = knots.length
  const at = wrapped(round) * count
  const piece = Math.min(Math.floor(at), count - 1)
  const [from, to] = [knots[piece]!, knots[piece + 1] ?? knots[0]! + 1]
  let left = wrapped(from + (at - piece) * (to - from)) * lengthOf(loop)
  let [x, y]: Vec2 = pointAt(loop[0]!, 0)
  const all = lengthsOf(loop)
  for (const [i, c] of loop.entries()) {
    const length = all[i]!
    if (left <= length) {
      ;[x, y] = pointAt(c, length > 0 ? evenParameter(c, left / length) : 0)
      break
    }
    left -= length
  }
  return vec3.addScaled(vec3.addScaled(plane.origin, plane.x, x), plane.y, y)
}

/** The parameter of a curve a share of its way on: of a piece of an ellipse by the angle of the circle that it is drawn out from. */
const evenParameter = (c: Curve2, share: number): number =>
  c.kind === 'bezier' ? arcParameter(c, share) : share

/** The places of all outlines that meet, and the ways at both ends with their pull, as shares of a span. */
export interface Row {
  readonly places: readonly Vec3[]
  readonly ways: readonly [Vec3 | undefined, Vec3 | undefined]
}

/** The way at an end with its pull; undefined where it is free. */
function wayAt(end: LoftEnd, section: LoftSection, share: number): Vec3 | undefined {
  switch (end.kind) {
    case 'free':
      return undefined
    case 'along':
      return vec3.scale(end.way, end.pull)
    case 'tangent':
      return vec3.scale(tangentWay(end, section, share), end.travel * end.pull)
  }
}

/** Share of an outline before and after a place by which its direction there is taken. */
const BESIDE = 1 / 4096

/** The direction in which what an outline stands on goes on there. */
function tangentWay(
  { forms, toward, inPlane }: Extract<LoftEnd, { kind: 'tangent' }>,
  section: LoftSection,
  share: number,
): Vec3 {
  const p = placeOnOutline(section, share)
  const beside = forms.map((f) => besideFace(f, p)).filter((b) => Math.abs(b.distance) < tolerance.onFace)
  const on = beside
    .map((b) => vec3.addScaled(toward, b.normal, -vec3.dot(toward, b.normal)))
    .filter((w) => vec3.length(w) > BESIDE)
  if (on.length > 0) return vec3.unit(on.map(vec3.unit).reduce(vec3.add))
  return vec3.scale(inwardAt(section, share), inPlane)
}

/** The direction in its plane to the inside of an outline, square to it. */
export function inwardAt(section: LoftSection, share: number): Vec3 {
  const { plane, loop } = section
  const along = vec3.sub(placeOnOutline(section, share + BESIDE), placeOnOutline(section, share - BESIDE))
  const left = vec3.cross(vec3.cross(plane.x, plane.y), along)
  return vec3.unit(vec3.scale(left, Math.sign(loopIntegrals(loop).area) || 1))
}

/** Places across from one outline to the next, with the way there: straight, or by cubics through all outlines. */
export function across(row: Row, blend: Loft, span: number, t: number): Vec3 {
  const [p, q] = [row.places[span]!, row.places[span + 1]!]
  if (!blend.smooth) return vec3.addScaled(p, vec3.sub(q, p), t)
  const [a, b] = [slopeAt(row, span, 1), slopeAt(row, span + 1, 0)]
  const [t2, t3] = [t * t, t * t * t]
  const w = [2 * t3 - 3 * t2 + 1, t3 - 2 * t2 + t, -2 * t3 + 3 * t2, t3 - t2]
  return [0, 1, 2].map(
    (j) => w[0]! * p[j]! + w[1]! * a[j]! + w[2]! * q[j]! + w[3]! * b[j]!,
  ) as unknown as Vec3
}

/** The slope at an outline, by the length of the span after it (1) or before it (0). */
function slopeAt(of: Row, k: number, after: 0 | 1): Vec3 {
  const { places: row, ways } = of
  const last = row.length - 1
  const span = after === 1 ? k : k - 1
  const size = vec3.distance(row[span]!, row[span + 1]!)
  const way = k === 0 ? ways[0] : k === last ? ways[1] : undefined
  if (way) return vec3.scale(way, size)
  if (k > 0 && k < last) {
    // By the places before and after, as far apart as they are.
    const [d0, d1] = [vec3.distance(row[k - 1]!, row[k]!), vec3.distance(row[k]!, row[k + 1]!)]
    const mean = vec3.add(
      vec3.scale(vec3.sub(row[k]!, row[k - 1]!), d1 / (d0 * (d0 + d1) || 1)),
      vec3.scale(vec3.sub(row[k + 1]!, row[k]!), d0 / (d1 * (d0 + d1) || 1)),
    )
    return vec3.scale(mean, size)
  }
  // A free end goes on from the place beside it as it comes from there: no bend at the end.
  const chord = vec3.sub(row[span + 1]!, row[span]!)
  if (last === 1) {
    const other = ways[k === 0 ? 1 : 0]
    if (!other) return chord
    return vec3.scale(vec3.addScaled(vec3.scale(chord, 3), other, -size), 0.5)
  }
  const beside = slopeAt(of, k === 0 ? 1 : last - 1, k === 0 ? 0 : 1)
  return vec3.scale(vec3.sub(vec3.scale(chord, 3), beside), 0.5)
}

/** The places of all outlines that meet so far round. */
export function rowAt({ sections, ends }: Loft, share: number): Row {
  return {
    places: sections.map((s) => placeOnOutline(s, share)),
    ways: [wayAt(ends[0], sections[0]!, share), wayAt(ends[1], sections.at(-1)!, share)],
  }
}
