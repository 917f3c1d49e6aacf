import { indexArray, type Mesh } from '../space/index.ts'
import { isEnd } from './tags.ts'

/** Several bodies as one mesh: vertices one body after the other, then all sides, then all end faces. */
export function joinRunMeshes(meshes: readonly Mesh[]): Mesh {
  const [only] = meshes
  if (meshes.length === 1) return only!
  const count = (of: (m: Mesh) => number): number => meshes.reduce((sum, m) => sum + of(m), 0)
  const vertices = count((m) => m.positions.length / 3)
  const faces = count((m) => m.tags.length)
  const positions = new Float32Array(vertices * 3)
  const normals = new Float32Array(vertices * 3)
  const triangles = indexArray(faces * 3, vertices)
  const tags = new Uint32Array(faces)
  const bases: number[] = []
  let base = 0
  for (const m of meshes) {
    positions.set(m.positions, base * 3)
    normals.set(m.normals, base * 3)
    bases.push(base)
    base += m.positions.length / 3
  }
  let face = 0
  for (const ends of [false, true])
    meshes.forEach((m, k) => {
      for (let t = 0; t < m.tags.length; t++) {
        if (isEnd(m.tags[t]!) !== ends) continue
        for (let i = 0; i < 3; i++) triangles[face * 3 + i] = m.triangles[t * 3 + i]! + bases[k]!
        tags[face++] = m.tags[t]!
      }
    })
  return { positions, normals, triangles, tags }
}
