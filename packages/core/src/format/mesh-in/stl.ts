import { ok, type Result } from '../../base/index.ts'
import { collectMesh, MOST_TRIANGLES, refuseMesh, tooMany, type ReadMesh } from './mesh.ts'

const HEAD = 84
const FACE = 50

/** Whether bytes are a binary STL file: their number agrees with the count of triangles that stands after 80 bytes. */
export function isBinaryStl(bytes: Uint8Array): boolean {
  if (bytes.length < HEAD) return false
  const count = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true)
  return bytes.length === HEAD + FACE * count
}

/** Reads a binary STL file: after a head of 80 bytes and a count, 50 bytes a triangle, of which its three corners count. No unit is said. */
export function readBinaryStl(bytes: Uint8Array): Result<ReadMesh> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const count = view.getUint32(80, true)
  if (count > MOST_TRIANGLES) return tooMany(`${count} triangles`)
  const mesh = collectMesh()
  for (let f = 0; f < count; f++) {
    const at = HEAD + FACE * f + 12
    const corners = [0, 12, 24].map((o) => {
      const xyz = [0, 4, 8].map((j) => view.getFloat32(at + o + j, true)) as [number, number, number]
      return xyz.every(Number.isFinite) ? mesh.placeOf(...xyz) : -1
    }) as [number, number, number]
    if (corners.includes(-1)) return refuseMesh('number', `triangle ${f + 1} has a corner that is no number`)
    mesh.triangle(...corners)
  }
  return ok({ ...mesh.done(), unit: undefined })
}

/** Reads an STL file of text: three lines "vertex x y z" a facet. No unit is said. */
export function readTextStl(text: string): Result<ReadMesh> {
  const mesh = collectMesh()
  let corners: number[] = []
  const lines = text.split('\n')
  for (const [i, line] of lines.entries()) {
    const words = line.trim().split(/\s+/)
    if (words[0]?.toLowerCase() === 'endfacet') {
      if (corners.length !== 3)
        return refuseMesh(
          'facet',
          `the facet that ends on line ${i + 1} has ${corners.length} corners, not 3`,
        )
      mesh.triangle(...(corners as [number, number, number]))
      if (mesh.count() > MOST_TRIANGLES) return tooMany(`more than ${MOST_TRIANGLES} triangles`)
      corners = []
    }
    if (words[0]?.toLowerCase() !== 'vertex') continue
    const xyz = words.slice(1, 4).map(Number)
    if (xyz.length < 3 || !xyz.every(Number.isFinite))
      return refuseMesh(
        'number',
        `line ${i + 1} is "${line.trim().slice(0, 60)}"; three numbers are needed after "vertex"`,
      )
    corners.push(mesh.placeOf(xyz[0]!, xyz[1]!, xyz[2]!))
  }
  return ok({ ...mesh.done(), unit: undefined })
}
