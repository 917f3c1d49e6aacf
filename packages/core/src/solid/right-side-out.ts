import { vec3, type Vec3 } from '../space/index.ts'
import type { Boundary } from './boundary.ts'

/** A closed shell with its triangles outward; normals of facets turn with them, those of round ones are right already. */
export function rightSideOut(shell: Boundary): Boundary {
  const { positions: p, triangles: t } = shell
  const at = (v: number): Vec3 => [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!]
  let six = 0
  const origin = at(t[0]!)
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => vec3.sub(at(t[i + k]!), origin)) as [Vec3, Vec3, Vec3]
    six += vec3.dot(a, vec3.cross(b, c))
  }
  if (six >= 0) return shell
  const triangles = t.slice()
  const normals = shell.normals.slice()
  for (let f = 0; f < shell.tags.length; f++) {
    ;[triangles[3 * f + 1], triangles[3 * f + 2]] = [t[3 * f + 2]!, t[3 * f + 1]!]
    for (let j = 0; j < 3; j++) {
      const [second, third] = [shell.normals[9 * f + 3 + j]!, shell.normals[9 * f + 6 + j]!]
      normals[9 * f + 3 + j] = third
      normals[9 * f + 6 + j] = second
    }
    // Those of facets were made from the wrong order.
    const [a, b, c] = [0, 1, 2].map((k) => at(triangles[3 * f + k]!)) as [Vec3, Vec3, Vec3]
    const facet = vec3.cross(vec3.sub(b, a), vec3.sub(c, a))
    const n: Vec3 = [normals[9 * f]!, normals[9 * f + 1]!, normals[9 * f + 2]!]
    if (vec3.dot(facet, n) < 0 && isFacet(shell, f))
      for (let k = 0; k < 9; k++) normals[9 * f + k] = -normals[9 * f + k]!
  }
  return { ...shell, triangles, normals }
}

/** Whether a triangle has one normal at all its corners, as a facet has. */
function isFacet({ normals: n }: Boundary, f: number): boolean {
  return [0, 1, 2].every((j) => n[9 * f + j] === n[9 * f + 3 + j] && n[9 * f + j] === n[9 * f + 6 + j])
}
