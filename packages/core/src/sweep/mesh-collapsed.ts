import { tolerance } from '../num/index.ts'
import { indexArray, type Mesh } from '../space/index.ts'
import type { ClosedMesh } from './closed-ends.ts'

const SINGLE = 2 ** -23

/**
 * A mesh without the faces that have come to nothing, as where a piece is cut off right at its corner on one side: points of theirs that lie
 * together are one, wherever they are used, so that what is left is closed as it was.
 */
export function withoutCollapsed({ mesh, places }: ClosedMesh): ClosedMesh {
  const onto = joined(mesh)
  if (!onto) return { mesh, places }
  const positions = Float32Array.from(mesh.positions)
  const exact = Float64Array.from(places)
  onto.forEach((to, v) => {
    for (let k = 0; k < 3; k++) {
      positions[3 * v + k] = positions[3 * to + k]!
      exact[3 * v + k] = exact[3 * to + k]!
    }
  })
  const left: number[] = []
  for (let i = 0; i < mesh.tags.length; i++) {
    const [a, b, c] = [0, 1, 2].map((k) => onto[mesh.triangles[3 * i + k]!]!)
    if (a !== b && b !== c && c !== a) left.push(i)
  }
  const triangles = indexArray(3 * left.length, positions.length / 3)
  left.forEach((i, at) => triangles.set(mesh.triangles.subarray(3 * i, 3 * i + 3), 3 * at))
  const tags = Uint32Array.from(left, (i) => mesh.tags[i]!)
  return { mesh: { ...mesh, positions, triangles, tags }, places: exact }
}

/** For each point the one that it is one with: at the same place, or the end of an edge of no length; undefined where no edge is so short. */
function joined({ positions: p, triangles }: Mesh): Int32Array | undefined {
  const far = p.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
  const near = tolerance.touches + SINGLE * far
  const count = p.length / 3
  const onto = Int32Array.from({ length: count }, (_, v) => v)
  const root = (v: number): number => {
    let at = v
    while (onto[at] !== at) at = onto[at]!
    return at
  }
  const join = (a: number, b: number): void => {
    const [x, y] = [root(a), root(b)]
    onto[Math.max(x, y)] = Math.min(x, y)
  }
  let found = false
  for (let i = 0; i < triangles.length; i += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [triangles[i + k]!, triangles[i + ((k + 1) % 3)]!]
      if ([0, 1, 2].some((x) => Math.abs(p[3 * a + x]! - p[3 * b + x]!) > near)) continue
      found = true
      join(a, b)
    }
  if (!found) return undefined
  const first = new Map<string, number>()
  for (let v = 0; v < count; v++) {
    const key = `${p[3 * v]! + 0},${p[3 * v + 1]! + 0},${p[3 * v + 2]! + 0}`
    const known = first.get(key)
    if (known === undefined) first.set(key, v)
    else join(known, v)
  }
  return onto.map((_, v) => root(v))
}
