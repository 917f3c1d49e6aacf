import type { Mesh as CoreMesh } from '@flexum/core/space'
import { unpackTag } from '@flexum/core/sweep'
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

/** Sides come first in a run's mesh, then the ends. */
function countSides(mesh: CoreMesh): number {
  let low = 0
  let high = mesh.tags.length
  while (low < high) {
    const mid = (low + high) >> 1
    if (unpackTag(mesh.tags[mid]!).kind === 'side') low = mid + 1
    else high = mid
  }
  return low
}

/** The sides of one path segment, sharing the body's vertices. */
export function segmentGeometry(body: BufferGeometry, mesh: CoreMesh, segment: number): BufferGeometry {
  const index: number[] = []
  for (let t = 0; t < mesh.tags.length; t++) {
    const tag = unpackTag(mesh.tags[t]!)
    if (tag.kind === 'side' && tag.segment === segment) {
      index.push(mesh.triangles[t * 3]!, mesh.triangles[t * 3 + 1]!, mesh.triangles[t * 3 + 2]!)
    }
  }
  const g = new BufferGeometry()
  g.setAttribute('position', body.getAttribute('position'))
  g.setAttribute('normal', body.getAttribute('normal'))
  g.setIndex(index)
  return g
}

/** Outlines of the end faces as line pairs: edges that only one end triangle has. */
export function endOutlines(mesh: CoreMesh): BufferGeometry {
  const edges = new Map<number, readonly [number, number] | null>()
  const vertices = mesh.positions.length / 3
  for (let t = countSides(mesh); t < mesh.tags.length; t++) {
    for (let k = 0; k < 3; k++) {
      const a = mesh.triangles[t * 3 + k]!
      const b = mesh.triangles[t * 3 + ((k + 1) % 3)]!
      const key = Math.min(a, b) * vertices + Math.max(a, b)
      edges.set(key, edges.has(key) ? null : [a, b])
    }
  }
  const index = [...edges.values()].flatMap((e) => e ?? [])
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(mesh.positions, 3))
  g.setIndex(index)
  return g
}

/** A polyline from points. */
export function lineGeometry(points: readonly (readonly [number, number, number])[]): BufferGeometry {
  const g = new BufferGeometry()
  g.setAttribute('position', new BufferAttribute(new Float32Array(points.flat()), 3))
  return g
}
