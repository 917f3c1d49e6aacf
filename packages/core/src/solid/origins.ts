import type { Body, Origin, BodyMaterial } from './body.ts'
import { meshTransformed, type Mesh } from '../space/index.ts'
import { unpackTag, type FaceTag } from '../sweep/index.ts'

/** A body's mesh with all its copies, for files. */
export function meshOfBody(body: Body): Mesh {
  return meshTransformed(body.mesh, body.instances)
}

/** Where a triangle of a body's mesh, or of its copies, comes from. */
export function originOf({ origins, mesh }: Pick<Body, 'origins' | 'mesh'>, triangle: number): Origin {
  return origins.all[origins.of?.[triangle % mesh.tags.length] ?? 0]!
}

/** Which face of the step that it comes from a triangle of a body's mesh is. */
export function faceOf(body: Pick<Body, 'origins' | 'mesh'>, triangle: number): FaceTag {
  return unpackTag(body.mesh.tags[triangle % body.mesh.tags.length]!, originOf(body, triangle).edges)
}

/** The material that a triangle of a body's mesh, or of its copies, is of. */
export function materialOf(body: Pick<Body, 'origins' | 'mesh'>, triangle: number): BodyMaterial {
  const { materials } = originOf(body, triangle)
  if (materials.length === 1) return materials[0]!
  const { edge } = faceOf(body, triangle)
  return materials.findLast((m) => m.firstEdge <= edge) ?? materials[0]!
}

/** All materials of a body, of whichever step. */
export const materialsOf = ({ origins }: Pick<Body, 'origins'>): readonly BodyMaterial[] =>
  origins.all.flatMap((o) => o.materials)
