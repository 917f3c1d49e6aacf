import type { Result } from '../../base/index.ts'
import { isBinaryStl, readBinaryStl, readTextStl } from './stl.ts'
import { MOST_BYTES, refuseMesh, type ReadMesh } from './mesh.ts'
import { readObj } from './obj.ts'
import { readThreeMf } from './three-mf.ts'

/** Reads a mesh from an STL, OBJ or 3MF file, told by what it holds and not by what it is called. */
export function readMesh(bytes: Uint8Array): Result<ReadMesh> {
  if (bytes.length > MOST_BYTES)
    return refuseMesh(
      'large',
      `the file has ${Math.round(bytes.length / 1e6)} MB; ${MOST_BYTES / 1e6} MB is the most`,
    )
  const read = readBy(bytes)
  if (!read.ok || read.value.triangles.length > 0) return read
  return refuseMesh('none', 'the file holds no triangle; an STL, OBJ or 3MF file with a body is needed')
}

function readBy(bytes: Uint8Array): Result<ReadMesh> {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return readThreeMf(bytes)
  if (isBinaryStl(bytes)) return readBinaryStl(bytes)
  const text = latin(bytes)
  if (/^\s*solid\b/i.test(text.slice(0, 200))) return readTextStl(text)
  if (/^\s*(?:v|f|o|g|vn|vt|mtllib|usemtl)\s/m.test(text.slice(0, 20_000))) return readObj(text)
  return refuseMesh('sort', 'the file is no STL, OBJ or 3MF file; what it begins with is none of them')
}

/** Bytes as text, each a character: numbers and words of these files are plain. */
function latin(bytes: Uint8Array): string {
  const pieces: string[] = []
  for (let i = 0; i < bytes.length; i += 8192)
    pieces.push(String.fromCharCode(...bytes.subarray(i, i + 8192)))
  return pieces.join('')
}
