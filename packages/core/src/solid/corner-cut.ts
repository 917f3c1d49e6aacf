import { meanReach } from '../profile/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { packTag } from '../sweep/index.ts'
import { between, beyondFaces, roundSteps, rightSideOut } from './edge-cut.ts'
import { offsetForm, onFaces, type FaceForm, type KnownForm } from './forms.ts'
import type { Shell } from './shell.ts'

type Plane = Extract<KnownForm, { kind: 'plane' }>

/** A corner of three planes where three rounded edges of one radius meet: what is outside the ball there, and a little beyond the planes. */
export interface CornerCut {
  readonly planes: readonly [Plane, Plane, Plane]
  readonly size: number
  readonly widest: number
  /** How far it goes beyond the planes, mm; else by its size. */
  readonly beyond?: number
}

const EDGES = 3

/** The middle of the ball in a corner; undefined where the planes do not meet. */
export function cornerCentre({ planes, size }: Pick<CornerCut, 'planes' | 'size'>): Vec3 | undefined {
  const inner = planes.map((p) => offsetForm(p, -size) as Plane)
  return onFaces(inner, planes[0].at, 1e9)
}

export const cornerForm = (cut: CornerCut): FaceForm => {
  const at = cornerCentre(cut)
  return at ? { kind: 'sphere', at, radius: cut.size, out: 1 } : { kind: 'free' }
}

/**
 * Its shell: the patch of the ball, its sides the very places of the roundings' own; the three sections where these begin, and three squares
 * beyond the planes.
 */
export function cornerShell(
  cut: CornerCut,
  chordError: number,
): { readonly shell: Shell; readonly edges: number } | undefined {
  const { planes, size } = cut
  const centre = cornerCentre(cut)
  const beyond = beyondFaces(cut)
  const outer = onFaces(
    planes.map((p) => offsetForm(p, beyond) as Plane),
    planes[0].at,
    1e9,
  )
  if (!centre || !outer) return undefined
  const n = planes.map((p) => p.normal) as unknown as readonly [Vec3, Vec3, Vec3]
  const m = roundSteps(cut.widest, size, chordError)
  const places: Vec3[] = []
  const known = new Map<string, number>()
  const put = (key: string, p: () => Vec3): number => {
    let v = known.get(key)
    if (v === undefined) {
      known.set(key, (v = places.length))
      places.push(p())
    }
    return v
  }
  const ball = (i: number, j: number, k: number): number =>
    put(`ball ${i} ${j} ${k}`, () => {
      const weights = [i, j, k]
      const on = weights.flatMap((w, at) => (w > 0 ? [at] : [])) as (0 | 1 | 2)[]
      if (on.length === 1) return vec3.addScaled(centre, n[on[0]!], size)
      if (on.length === 2) {
        const [a, b] = [n[on[0]!], n[on[1]!]]
        const angle = vec3.angleBetween(a, b)
        return vec3.addScaled(centre, between(a, b, angle, weights[on[1]!]! / m), size * meanReach(angle, m))
      }
      const way = vec3.unit(vec3.addScaled(vec3.addScaled(vec3.scale(n[0], i), n[1], j), n[2], k))
      return vec3.addScaled(centre, way, size * meanReach(cut.widest, m) ** 2)
    })
  const triangles: number[] = []
  const tags: number[] = []
  const patch = packTag('side', 0, 0, EDGES)
  const add = (a: number, b: number, c: number, tag: number): void => {
    triangles.push(a, b, c)
    tags.push(tag)
  }
  for (let i = 0; i < m; i++)
    for (let j = 0; j < m - i; j++) {
      const k = m - i - j
      add(ball(i, j, k), ball(i + 1, j, k - 1), ball(i, j + 1, k - 1), patch)
      if (k > 1) add(ball(i + 1, j, k - 1), ball(i + 1, j + 1, k - 2), ball(i, j + 1, k - 1), patch)
    }
  const out = (i: number): number => put(`out ${i}`, () => vec3.addScaled(centre, n[i]!, size + beyond))
  const side = (i: number, j: number): number => {
    const [a, b] = [Math.min(i, j), Math.max(i, j)]
    return put(`side ${a} ${b}`, () => {
      const [na, nb] = [n[a]!, n[b]!]
      return vec3.addScaled(centre, vec3.add(na, nb), (size + beyond) / (1 + vec3.dot(na, nb)))
    })
  }
  const tip = put('tip', () => outer)
  // In the order of the patch's own triangles, so that all look the same way.
  for (const [i, j] of [
    [0, 1],
    [1, 2],
    [2, 0],
  ] as const) {
    const section = packTag('start', 0, 0, EDGES)
    const at = (s: number): number => {
      const w: [number, number, number] = [0, 0, 0]
      w[i] = m - s
      w[j] = s
      return ball(...w)
    }
    const apex = side(i, j)
    for (let s = 0; s < m; s++) add(apex, at(s + 1), at(s), section)
    add(apex, out(j), at(m), section)
    add(apex, at(0), out(i), section)
    const square = packTag('side', 1, 0, EDGES)
    const before = side(i, (i + 2) % 3)
    add(tip, side(i, j), out(i), square)
    add(tip, out(i), before, square)
  }
  const positions = Float64Array.from(places.flat())
  const normals = new Float32Array(9 * tags.length)
  tags.forEach((tag, f) => {
    const [a, b, c] = [0, 1, 2].map((k) => places[triangles[3 * f + k]!]!) as [Vec3, Vec3, Vec3]
    const facet = vec3.cross(vec3.sub(b, a), vec3.sub(c, a))
    for (let k = 0; k < 3; k++) {
      const p = places[triangles[3 * f + k]!]!
      const v = tag === patch ? vec3.sub(centre, p) : facet
      normals.set(vec3.scale(v, 1 / (vec3.length(v) || 1)), 9 * f + 3 * k)
    }
  })
  const shell = rightSideOut({
    positions,
    triangles: Uint32Array.from(triangles),
    tags: Uint32Array.from(tags),
    flat: new Uint8Array(tags.length),
    normals,
  })
  return { shell, edges: EDGES }
}
