import { faceOf, type Body } from '@flexum/core/solid'
import type { Mesh as CoreMesh } from '@flexum/core/space'
import { isEnd, type FaceTag } from '@flexum/core/sweep'
import { BufferAttribute, BufferGeometry } from 'three'

/** A core mesh as three's geometry, without copying; group 0 is the sides, group 1 the end faces. */
export function bodyGeometry(mesh: CoreMesh): BufferGeometry {
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(mesh.positions, 3))
  g.setAttribute('normal', new BufferAttribute(mesh.normals, 3))
  g.setIndex(new BufferAttribute(mesh.triangles, 1))
  const sides = countSides(mesh)
  g.addGroup(0, sides * 3, 0)
  g.addGroup(sides * 3, mesh.triangles.length - sides * 3, 1)
  return g
}

/** Sides come first in a body's mesh, then the ends. */
function countSides(mesh: CoreMesh): number {
  let low = 0
  let high = mesh.tags.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (!isEnd(mesh.tags[mid]!)) low = mid + 1
    else high = mid
  }
  return low
}

/** Some faces of a body, sharing its vertices. */
export function facesOf(
  geometry: BufferGeometry,
  body: Pick<Body, 'mesh' | 'origins'>,
  pick: (face: FaceTag, triangle: number) => boolean,
): BufferGeometry {
  const { mesh } = body
  const index: number[] = []
  for (let t = 0; t < mesh.tags.length; t++) {
    if (!pick(faceOf(body, t), t)) continue
    index.push(mesh.triangles[t * 3]!, mesh.triangles[t * 3 + 1]!, mesh.triangles[t * 3 + 2]!)
  }
  return sharing(geometry, index)
}

/** Lines between pairs of a body's vertices. */
export function pairGeometry(body: BufferGeometry, pairs: Uint32Array): BufferGeometry {
  const g = new BufferGeometry()
  g.setAttribute('position', body.getAttribute('position'))
  g.setIndex(new BufferAttribute(pairs, 1))
  return g
}

function sharing(body: BufferGeometry, index: number[]): BufferGeometry {
  const g = new BufferGeometry()
  for (const name of ['position', 'normal', 'color']) {
    const attribute = body.getAttribute(name)
    if (attribute) g.setAttribute(name, attribute)
  }
  g.setIndex(index)
  return g
}

/** A polyline from points. */
export function lineGeometry(points: readonly (readonly [number, number, number])[]): BufferGeometry {
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(new Float32Array(points.flat()), 3))
  return g
}
