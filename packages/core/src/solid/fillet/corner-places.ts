import { meanReach } from '../../profile/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { offsetForm, onFaces, type KnownForm } from '../face/forms.ts'
import { between, beyondFaces } from './rounding.ts'

type Plane = Extract<KnownForm, { kind: 'plane' }>

/** A corner of three planes where three rounded edges of one radius meet: what is outside the ball there, and a little beyond the planes. */
export interface CornerCut {
  readonly planes: readonly [Plane, Plane, Plane]
  readonly size: number
  readonly widest: number
  /** How far it goes beyond the planes, mm; else by its size. */
  readonly beyond?: number
}

/** The middle of the ball in a corner; undefined where the planes do not meet. */
export function cornerCentre({ planes, size }: Pick<CornerCut, 'planes' | 'size'>): Vec3 | undefined {
  const inner = planes.map((p) => offsetForm(p, -size) as Plane)
  return onFaces(inner, planes[0].at, 1e9)
}

/** The places of a corner's shell, by its planes 0 to 2. What is laid on an edge ends in the very same ones. */
export interface CornerPlaces {
  readonly centre: Vec3
  /** Beyond all planes. */
  readonly tip: Vec3
  /** Half as far beyond them. */
  readonly within: Vec3
  /** On the ball, by weights of the planes' normals that sum to the steps of a rounding. */
  ball(i: number, j: number, k: number): Vec3
  /** On the ball from where it touches plane i to where it touches plane j. */
  rim(i: number, j: number): readonly Vec3[]
  /** Beyond where the ball touches plane i. */
  out(i: number): Vec3
  /** Beyond planes i and j, at the section where their rounding begins. */
  side(i: number, j: number): Vec3
}

/** The weights of a place on the rim between the planes i and j, s steps of m from i. */
export function onRim(i: number, j: number, s: number, m: number): [number, number, number] {
  const w: [number, number, number] = [0, 0, 0]
  w[i] = m - s
  w[j] = s
  return w
}

/** The places of a corner whose roundings have m steps; undefined where the planes do not meet. */
export function cornerPlaces(cut: CornerCut, m: number): CornerPlaces | undefined {
  const { planes, size } = cut
  const centre = cornerCentre(cut)
  const beyond = beyondFaces(cut)
  const [tip, within] = [beyond, beyond / 2].map((by) =>
    onFaces(
      planes.map((p) => offsetForm(p, by) as Plane),
      planes[0].at,
      1e9,
    ),
  )
  if (!centre || !tip || !within) return undefined
  const n = planes.map((p) => p.normal) as unknown as readonly [Vec3, Vec3, Vec3]
  const ball = (...weights: readonly [number, number, number]): Vec3 => {
    const on = weights.flatMap((w, at) => (w > 0 ? [at] : [])) as (0 | 1 | 2)[]
    if (on.length === 1) return vec3.addScaled(centre, n[on[0]!], size)
    if (on.length === 2) {
      const [a, b] = [n[on[0]!], n[on[1]!]]
      const angle = vec3.angleBetween(a, b)
      return vec3.addScaled(centre, between(a, b, angle, weights[on[1]!]! / m), size * meanReach(angle, m))
    }
    const [i, j, k] = weights
    const way = vec3.unit(vec3.addScaled(vec3.addScaled(vec3.scale(n[0], i), n[1], j), n[2], k))
    return vec3.addScaled(centre, way, size * meanReach(cut.widest, m) ** 2)
  }
  return {
    centre,
    tip,
    within,
    ball,
    rim: (i, j) => Array.from({ length: m + 1 }, (_, s) => ball(...onRim(i, j, s, m))),
    out: (i) => vec3.addScaled(centre, n[i]!, size + beyond),
    side(i, j) {
      const [na, nb] = [n[Math.min(i, j)]!, n[Math.max(i, j)]!]
      return vec3.addScaled(centre, vec3.add(na, nb), (size + beyond) / (1 + vec3.dot(na, nb)))
    },
  }
}
