/**
 * A triangle mesh of a closed body, outward by the right-hand rule. Vertices are split where normals break, so
 * a place can have several vertices; they then carry the very same coordinates, bit for bit.
 *
 *   positions  x0 y0 z0 x1 y1 z1 …   3 per vertex
 *   normals    unit, 3 per vertex
 *   triangles  3 vertex indices per triangle
 *   tags       1 per triangle; what it means is the maker's business
 */
export interface Mesh {
  readonly positions: Float32Array
  readonly normals: Float32Array
  readonly triangles: Uint32Array
  readonly tags: Uint32Array
}

/** Volume enclosed by the mesh: the sum of signed tetrahedra about its first vertex, which keeps round-off small. */
export function meshVolume(m: Mesh): number {
  const p = m.positions
  const [ox, oy, oz] = [p[0] ?? 0, p[1] ?? 0, p[2] ?? 0]
  let six = 0
  for (let i = 0; i < m.triangles.length; i += 3) {
    const a = m.triangles[i]! * 3
    const b = m.triangles[i + 1]! * 3
    const c = m.triangles[i + 2]! * 3
    const [ax, ay, az] = [p[a]! - ox, p[a + 1]! - oy, p[a + 2]! - oz]
    const [bx, by, bz] = [p[b]! - ox, p[b + 1]! - oy, p[b + 2]! - oz]
    const [cx, cy, cz] = [p[c]! - ox, p[c + 1]! - oy, p[c + 2]! - oz]
    six += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)
  }
  return six / 6
}

/** Total surface of the mesh. */
export function meshSurface(m: Mesh): number {
  const p = m.positions
  let sum = 0
  for (let i = 0; i < m.triangles.length; i += 3) {
    const a = m.triangles[i]! * 3
    const b = m.triangles[i + 1]! * 3
    const c = m.triangles[i + 2]! * 3
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!]
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!]
    sum += Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2
  }
  return sum
}
