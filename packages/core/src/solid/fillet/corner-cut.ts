import { vec3, type Vec3 } from '../../space/index.ts'
import { packTag } from '../../sweep/index.ts'
import { cornerCentre, cornerPlaces, onRim, type CornerCut } from './corner-places.ts'
import { rightSideOut } from '../right-side-out.ts'
import type { FaceForm } from '../face/forms.ts'
import { roundSteps } from './rounding.ts'
import type { Boundary } from '../boundary.ts'

const EDGES = 3

export const cornerForm = (cut: CornerCut): FaceForm => {
  const at = cornerCentre(cut)
  return at ? { kind: 'sphere', at, radius: cut.size, out: 1 } : { kind: 'free' }
}

/**
 * Its shell: the patch of the ball, its sides the very places of the roundings' own; the three sections where these begin, and three squares
 * beyond the planes.
 */
export function cornerCutBoundary(
  cut: CornerCut,
  chordError: number,
): { readonly shell: Boundary; readonly edges: number } | undefined {
  const m = roundSteps(cut.widest, cut.size, chordError)
  const corner = cornerPlaces(cut, m)
  if (!corner) return undefined
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
    put(`ball ${i} ${j} ${k}`, () => corner.ball(i, j, k))
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
  const out = (i: number): number => put(`out ${i}`, () => corner.out(i))
  const side = (i: number, j: number): number =>
    put(`side ${Math.min(i, j)} ${Math.max(i, j)}`, () => corner.side(i, j))
  const tip = put('tip', () => corner.tip)
  // In the order of the patch's own triangles, so that all look the same way.
  for (const [i, j] of [
    [0, 1],
    [1, 2],
    [2, 0],
  ] as const) {
    const section = packTag('start', 0, 0, EDGES)
    const at = (s: number): number => ball(...onRim(i, j, s, m))
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
      const v = tag === patch ? vec3.sub(corner.centre, p) : facet
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
