import type { Mesh } from '../space/index.ts'

const HEADER_BYTES = 80
const FACE_BYTES = 50

/**
 * A mesh as binary STL, mm: 80 bytes of text, a count, then 50 bytes a triangle (normal, three corners, two spare
 * bytes), all little-endian.
 */
export function stlOf(mesh: Mesh, title: string): Uint8Array<ArrayBuffer> {
  const faces = mesh.triangles.length / 3
  const bytes = new Uint8Array(HEADER_BYTES + 4 + faces * FACE_BYTES)
  const view = new DataView(bytes.buffer)
  // A file that starts with "solid" would be taken for the text form.
  const text = `binary, mm: ${title}`
  for (let i = 0; i < Math.min(text.length, HEADER_BYTES); i++) bytes[i] = text.charCodeAt(i) & 0x7f
  view.setUint32(HEADER_BYTES, faces, true)
  const p = mesh.positions
  let at = HEADER_BYTES + 4
  for (let f = 0; f < faces; f++) {
    const corners = [0, 1, 2].map((k) => mesh.triangles[f * 3 + k]! * 3) as [number, number, number]
    const [a, b, c] = corners
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!]
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!]
    const normal = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx]
    const size = Math.hypot(...normal) || 1
    for (const n of normal) {
      view.setFloat32(at, n / size, true)
      at += 4
    }
    for (const v of corners) {
      for (let k = 0; k < 3; k++) {
        view.setFloat32(at, p[v + k]!, true)
        at += 4
      }
    }
    at += 2
  }
  return bytes
}
