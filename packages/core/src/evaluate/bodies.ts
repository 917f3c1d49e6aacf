import type { Mesh } from '../space/index.ts'
import { meshPlaced } from '../space/index.ts'
import { joinRunMeshes, unpackTag } from '../sweep/index.ts'
import type { Body, BodyFigures, BodyMaterial, ComingBody } from './body.ts'
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

/** kg of everything a part is made of: all sound bodies with their copies, hidden ones too; also of those still to be made, where it is known. */
export function massOf(result: PartResult): number | undefined {
  return sumOver(result, (f) => f.mass)
}

/** mm3 of the same. */
export function volumeOf(result: PartResult): number | undefined {
  return sumOver(result, (f) => f.volume)
}

function sumOver(
  result: PartResult,
  of: (figures: Pick<BodyFigures, 'volume' | 'mass'>) => number,
): number | undefined {
  const all = result.steps.flatMap((s): readonly (Body | ComingBody)[] => {
    if (s.state !== 'good') return []
    return s.output?.bodies ?? s.output?.coming ?? []
  })
  if (all.length === 0 || !all.every((b) => b.figures !== undefined)) return undefined
  return all.reduce((sum, b) => sum + of(b.figures!) * b.places.length, 0)
}
