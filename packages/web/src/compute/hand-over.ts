import type { Body } from '@flexum/core/solid'
import type { StepResult } from '@flexum/core/recipe/evaluated'
import type { Mesh } from '@flexum/core/space'
import type { Answer } from './messages.ts'

/** From so many bytes on a mesh is handed over rather than copied by the page while it waits. */
const HEAVY = 256 * 1024

/** An answer with what is to be handed over with it. */
export interface HandedOver {
  readonly answer: Answer
  readonly buffers: readonly ArrayBuffer[]
}

/**
 * An answer the heavy meshes of which are handed over: the worker keeps its own for what is worked out next and makes the copy, so that
 * the page takes it without one. All else is copied as it is sent. `heavy` is from how many bytes on.
 */
export function handOver(answer: Answer, heavy = HEAVY): HandedOver {
  const buffers: ArrayBuffer[] = []
  const steps = answer.steps.map((s) => ('kind' in s ? stepHanded(s, buffers, heavy) : s))
  return buffers.length === 0 ? { answer, buffers } : { answer: { ...answer, steps }, buffers }
}

function stepHanded(step: StepResult, buffers: ArrayBuffer[], heavy: number): StepResult {
  const bodies = step.output?.bodies
  if (!bodies?.some((b) => bytesOf(b.mesh) >= heavy)) return step
  const handed = bodies.map((b): Body =>
    bytesOf(b.mesh) < heavy ? b : { ...b, mesh: meshHanded(b.mesh, buffers) },
  )
  return { ...step, output: { ...step.output, bodies: handed } }
}

const ROWS = ['positions', 'normals', 'triangles', 'tags'] as const

const bytesOf = (mesh: Mesh): number => ROWS.reduce((sum, row) => sum + mesh[row].byteLength, 0)

function meshHanded(mesh: Mesh, buffers: ArrayBuffer[]): Mesh {
  const copied = <T extends { readonly buffer: ArrayBufferLike; slice(): T }>(row: T): T => {
    const copy = row.slice()
    buffers.push(copy.buffer as ArrayBuffer)
    return copy
  }
  return {
    ...mesh,
    positions: copied(mesh.positions),
    normals: copied(mesh.normals),
    triangles: copied(mesh.triangles),
    tags: copied(mesh.tags),
  }
}
