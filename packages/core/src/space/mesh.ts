/**
 * A triangle mesh of a closed body, outward by the right-hand rule. Vertices are split where normals break, so
 * a place can have several vertices; they then carry the very same coordinates, bit for bit.
 *
 *   positions  x0 y0 z0 x1 y1 z1 …   3 per vertex
 *   normals    unit, 3 per vertex
 *   triangles  3 vertex indices per triangle; 16 bits wide where that is enough
 *   tags       1 per triangle; what it means is the maker's business
 */
export interface Mesh {
  readonly positions: Float32Array
  readonly normals: Float32Array
  readonly triangles: Uint32Array | Uint16Array
  readonly tags: Uint32Array
}

/**
 * Volume enclosed by the mesh, mm3, by the divergence theorem for the field (x, 0, 0): each triangle adds its mean x
 * times the x part of its area. x is taken from the first vertex, which keeps round-off small.
 */
export function meshVolume(m: Mesh): number {
  const p = m.positions
  const t = m.triangles
  if (p.length === 0) return 0
  const x0 = 3 * p[0]!
  let six = 0
  for (let i = 0; i < t.length; i += 3) {
    const a = t[i]! * 3
    const b = t[i + 1]! * 3
    const c = t[i + 2]! * 3
    const ay = p[a + 1]!
    const az = p[a + 2]!
    const area = (p[b + 1]! - ay) * (p[c + 2]! - az) - (p[b + 2]! - az) * (p[c + 1]! - ay)
    six += (p[a]! + p[b]! + p[c]! - x0) * area
  }
  return six / 6
}

/** An index array wide enough for a number of vertices. */
export function indexArray(length: number, vertices: number): Uint32Array | Uint16Array {
  return vertices <= 0x10000 ? new Uint16Array(length) : new Uint32Array(length)
}

/** Total surface of the mesh, mm2. */
export function meshSurface(m: Mesh): number {
  const p = m.positions
  let sum = 0
  for (let i = 0; i < m.triangles.length; i += 3) {
    const a = m.triangles[i]! * 3
    const b = m.triangles[i + 1]! * 3
    const c = m.triangles[i + 2]! * 3
    const ux = p[b]! - p[a]!
    const uy = p[b + 1]! - p[a + 1]!
    const uz = p[b + 2]! - p[a + 2]!
    const vx = p[c]! - p[a]!
    const vy = p[c + 1]! - p[a + 1]!
    const vz = p[c + 2]! - p[a + 2]!
    const nx = uy * vz - uz * vy
    const ny = uz * vx - ux * vz
    const nz = ux * vy - uy * vx
    // Not Math.hypot: it guards against overflow that cannot happen here and costs several times as much.
    sum += Math.sqrt(nx * nx + ny * ny + nz * nz) / 2
  }
  return sum
}

/** The largest coordinate of the mesh either way, mm. */
export function meshReach(m: Mesh): number {
  const p = m.positions
  let most = 0
  for (let i = 0; i < p.length; i++) {
    const at = Math.abs(p[i]!)
    if (at > most) most = at
  }
  return most
}
