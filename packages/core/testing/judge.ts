import Module from 'manifold-3d/manifold.js'
import type { Mesh } from '../src/space/index.ts'

const library = await Module()
library.setup()

/** What an independent library makes of a mesh: whether it is a closed body that lies right side out, its volume and the
 * area of its skin. */
export interface Judgement {
  readonly status: string
  readonly volume: number
  readonly skin: number
  readonly bodies: number
}

/** Gives a mesh to the library; vertices in one place count as one. */
export function judge(mesh: Mesh): Judgement {
  const { Mesh: TheirMesh, Manifold } = library
  const places = new Map<string, number>()
  const positions: number[] = []
  const index = Array.from({ length: mesh.positions.length / 3 }, (_, v) => {
    const p = mesh.positions.subarray(v * 3, v * 3 + 3)
    const key = p.join()
    const known = places.get(key)
    if (known !== undefined) return known
    places.set(key, positions.length / 3)
    positions.push(...p)
    return positions.length / 3 - 1
  })
  const theirs = new TheirMesh({
    numProp: 3,
    vertProperties: Float32Array.from(positions),
    triVerts: Uint32Array.from(mesh.triangles, (v) => index[v]!),
  })
  let body
  try {
    body = new Manifold(theirs)
  } catch (error) {
    return { status: String((error as { code?: string }).code ?? error), volume: NaN, skin: NaN, bodies: 0 }
  }
  const parts = body.decompose()
  const found = {
    status: body.status(),
    volume: body.volume(),
    skin: body.surfaceArea(),
    bodies: parts.length,
  }
  for (const p of parts) p.delete()
  body.delete()
  return found
}
