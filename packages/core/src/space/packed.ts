import { fromByteArray, toByteArray } from 'base64-js'
import { fail, fault, ok, type Result } from '../base/index.ts'

/** A mesh as text, for files: the corners as little-endian 32-bit floats, three a place; the triangles as 32-bit numbers of places. Base64. */
export interface PackedMesh {
  readonly places: string
  readonly corners: string
}

/** A mesh without normals or faces. */
export interface BareMesh {
  readonly positions: Float64Array
  readonly triangles: Uint32Array
}

export function packMesh({ positions, triangles }: BareMesh): PackedMesh {
  const places = new DataView(new ArrayBuffer(4 * positions.length))
  positions.forEach((v, i) => places.setFloat32(4 * i, v, true))
  const corners = new DataView(new ArrayBuffer(4 * triangles.length))
  triangles.forEach((v, i) => corners.setUint32(4 * i, v, true))
  return {
    places: fromByteArray(new Uint8Array(places.buffer)),
    corners: fromByteArray(new Uint8Array(corners.buffer)),
  }
}

/** The mesh that a text holds; refused where it is no base64, not of whole triples, not finite, or names places that are not there. */
export function unpackMesh({ places, corners }: PackedMesh): Result<BareMesh> {
  const refuse = (message: string): Result<never> => fail(fault('mesh.packed', message))
  const [p, c] = [bytesOf(places), bytesOf(corners)]
  if (!p || !c) return refuse('the mesh is not written as base64')
  if (p.byteLength % 12 !== 0 || c.byteLength % 12 !== 0)
    return refuse('the mesh ends in the middle of a triple')
  const positions = new Float64Array(p.byteLength / 4)
  for (let i = 0; i < positions.length; i++) positions[i] = p.getFloat32(4 * i, true)
  if (!positions.every(Number.isFinite)) return refuse('a corner of the mesh is no number')
  const triangles = new Uint32Array(c.byteLength / 4)
  for (let i = 0; i < triangles.length; i++) triangles[i] = c.getUint32(4 * i, true)
  if (triangles.some((v) => 3 * v >= positions.length))
    return refuse('a triangle of the mesh has a corner that is not there')
  return ok({ positions, triangles })
}

function bytesOf(text: string): DataView | undefined {
  try {
    const bytes = toByteArray(text)
    return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  } catch {
    return undefined
  }
}
