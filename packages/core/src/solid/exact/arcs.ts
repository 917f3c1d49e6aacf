import { tolerance, gaussRule } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { crossing, exactly, type ExactSurface } from './surface.ts'

/** A place on the edge of a face, and where it goes on to there: both by the rule's weight. */
export interface ArcNode {
  readonly at: Vec3
  /** The way along the edge that this node stands for, mm. */
  readonly step: Vec3
}

/** A stretch of an edge between two places on it, as nodes of a quadrature on each of its two faces. */
export interface Arc {
  readonly onA: readonly ArcNode[]
  readonly onB: readonly ArcNode[]
  /** How far the two faces lie apart along it, mm: 0 where they cross. */
  readonly apart: number
  /** The sine of the angle between the faces where they are furthest apart. */
  readonly leans: number
}

/** A curve that leaves its chord's direction further than this (cosine) is halved first. */
const RUNS_ALONG = 0.3
/** Steps of Newton's that are taken at most; from a chord four do. */
const STEPS = 12

export const COARSE = 4
export const FINE = 6

/**
 * The edge of two faces between two places on it. Where they cross it is the curve in which they do, found by Newton from the chord in the planes
 * square to that. Where they touch, or only one is known, it is what the chord comes to on each when it moves one way, so that both end
 * at one curve but for how far they are apart. Undefined where no such curve is found: the stretch is to be halved, or given up.
 */
export function arcBetween(
  p: Vec3,
  q: Vec3,
  a: ExactSurface,
  b: ExactSurface | undefined,
  nodes: number,
  reach: number,
): Arc | undefined {
  const chord = vec3.sub(q, p)
  const size = vec3.length(chord)
  if (size === 0) return { onA: [], onB: [], apart: 0, leans: 0 }
  const u = vec3.scale(chord, 1 / size)
  if (a.flat && b?.flat) return straight(p, q, nodes, a, b)
  const middle = vec3.addScaled(p, chord, 0.5)
  const crosses = b && crossing(middle, a, b) >= tolerance.facesCross && !areOne(a, b)
  const { nodes: points, weights } = gaussRule(nodes)
  const onA: ArcNode[] = []
  const onB: ArcNode[] = []
  let [apart, leans] = [0, 0]
  const m1 = vec3.squareTo(u)
  const m2 = vec3.cross(u, m1)
  for (let i = 0; i < nodes; i++) {
    const from = vec3.addScaled(middle, chord, points[i]! / 2)
    const weight = (weights[i]! * size) / 2
    if (crosses) {
      const at = onBoth(from, a, b, m1, m2, size, reach)
      if (!at) return undefined
      const way = vec3.cross(a.beside(at).normal, b.beside(at).normal)
      const along = vec3.dot(way, u)
      if (Math.abs(along) < RUNS_ALONG * vec3.length(way)) return undefined
      const node = { at, step: vec3.scale(way, weight / along) }
      onA.push(node)
      onB.push(node)
      continue
    }
    const way = sideways(a.beside(from).normal, u)
    if (!way) return undefined
    const nodeA = moved(from, way, u, a, weight, reach)
    const nodeB = b && moved(from, way, u, b, weight, reach)
    if (!nodeA || (b && !nodeB)) return undefined
    onA.push(nodeA)
    if (nodeB) {
      onB.push(nodeB)
      apart = Math.max(apart, vec3.distance(nodeA.at, nodeB.at))
      const [na, nb] = [a.beside(nodeA.at).normal, b.beside(nodeB.at).normal]
      leans = Math.max(leans, vec3.length(vec3.cross(na, nb)))
    }
  }
  return { onA, onB, apart, leans }
}

/** Whether two faces are one surface here, to round-off: their edge may lie anywhere. */
function areOne(a: ExactSurface, b: ExactSurface): boolean {
  return (
    a.flat !== undefined &&
    b.flat !== undefined &&
    Math.abs(vec3.dot(a.flat, b.flat)) > 1 - tolerance.negligible
  )
}

/** Between planes the chord itself. */
function straight(p: Vec3, q: Vec3, nodes: number, a: ExactSurface, b: ExactSurface): Arc {
  const { nodes: points, weights } = gaussRule(nodes)
  const chord = vec3.sub(q, p)
  const on = Array.from(points, (x, i) => ({
    at: vec3.addScaled(p, chord, (1 + x) / 2),
    step: vec3.scale(chord, weights[i]! / 2),
  }))
  const apart = Math.max(...[p, q].flatMap((c) => [a, b].map((form) => Math.abs(form.beside(c).distance))))
  return { onA: on, onB: on, apart, leans: crossing(p, a, b) }
}

/** The place on both faces in the plane through one that m1 and m2 span. */
function onBoth(
  from: Vec3,
  a: ExactSurface,
  b: ExactSurface,
  m1: Vec3,
  m2: Vec3,
  size: number,
  reach: number,
): Vec3 | undefined {
  let at = from
  const eps = exactly([a, b])
  for (let step = 0; step < STEPS; step++) {
    const [fa, fb] = [a.beside(at), b.beside(at)]
    if (Math.max(Math.abs(fa.distance), Math.abs(fb.distance)) <= eps * reach) return at
    const [a1, a2, b1, b2] = [
      vec3.dot(fa.normal, m1),
      vec3.dot(fa.normal, m2),
      vec3.dot(fb.normal, m1),
      vec3.dot(fb.normal, m2),
    ]
    const det = a1 * b2 - a2 * b1
    if (Math.abs(det) < tolerance.facesCross / 4) return undefined
    const x = (-fa.distance * b2 + fb.distance * a2) / det
    const y = (-fb.distance * a1 + fa.distance * b1) / det
    at = vec3.addScaled(vec3.addScaled(at, m1, x), m2, y)
    // The curve of a stretch keeps near its chord.
    if (!(vec3.distance(at, from) <= 2 * size)) return undefined
  }
  const off = Math.max(Math.abs(a.beside(at).distance), Math.abs(b.beside(at).distance))
  return off < 100 * eps * reach ? at : undefined
}

/** A direction about that of a normal, square to the chord. */
function sideways(normal: Vec3, u: Vec3): Vec3 | undefined {
  const way = vec3.addScaled(normal, u, -vec3.dot(normal, u))
  const size = vec3.length(way)
  return size > 0.3 ? vec3.scale(way, 1 / size) : undefined
}

/** The place that one comes to on a face when it moves along a direction square to the chord. */
function moved(
  from: Vec3,
  way: Vec3,
  u: Vec3,
  form: ExactSurface,
  weight: number,
  reach: number,
): ArcNode | undefined {
  let at = from
  const eps = exactly([form])
  for (let step = 0; step < STEPS; step++) {
    const { distance, normal } = form.beside(at)
    const slope = vec3.dot(normal, way)
    if (Math.abs(slope) < 0.2) return undefined
    if (Math.abs(distance) <= eps * reach) break
    at = vec3.addScaled(at, way, -distance / slope)
  }
  const { distance, normal } = form.beside(at)
  if (!(Math.abs(distance) < 100 * eps * reach)) return undefined
  const rise = -vec3.dot(normal, u) / vec3.dot(normal, way)
  return { at, step: vec3.scale(vec3.addScaled(u, way, rise), weight) }
}
