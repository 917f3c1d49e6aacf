import type { Mesh } from '../space/index.ts'
import { meshPlaced } from '../space/index.ts'
import { joinRunMeshes, unpackTag } from '../sweep/index.ts'
import type { Body, BodyMaterial } from './body.ts'
import type { PartResult } from './evaluator.ts'

/** The sound bodies of a part that are to be seen and made, in order of the recipe. */
export function bodiesOf(result: PartResult): Body[] {
  return allBodies(result).filter((b) => !b.hidden)
}

function allBodies(result: PartResult): Body[] {
  return result.steps.flatMap((s) => (s.state === 'good' && s.output?.bodies) || [])
}

/** A body's mesh with all its copies, for files. */
export function meshOfBody(body: Body): Mesh {
  return meshPlaced(body.mesh, body.places)
}

/** All bodies of a part with their copies as one mesh; none without a body. As fine as the part was worked out. */
export function meshOfPart(result: PartResult): Mesh | undefined {
  const bodies = bodiesOf(result)
  return bodies.length > 0 ? joinRunMeshes(bodies.map(meshOfBody)) : undefined
}

/** The material that a triangle of a body's mesh, or of its copies, is of. */
export function materialOf({ materials, mesh, edges }: Body, triangle: number): BodyMaterial {
  if (materials.length === 1) return materials[0]!
  const { edge } = unpackTag(mesh.tags[triangle % mesh.tags.length]!, edges)
  return materials.findLast((m) => m.firstEdge <= edge) ?? materials[0]!
}

/** kg of everything a part is made of: all sound bodies with their copies, hidden ones too. */
export function massOf(result: PartResult): number | undefined {
  return sumOver(result, (b) => b.figures.mass)
}

/** mm3 of the same. */
export function volumeOf(result: PartResult): number | undefined {
  return sumOver(result, (b) => b.figures.volume)
}

function sumOver(result: PartResult, of: (b: Body) => number): number | undefined {
  const bodies = allBodies(result)
  return bodies.length > 0 ? bodies.reduce((sum, b) => sum + of(b) * b.places.length, 0) : undefined
}
