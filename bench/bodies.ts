import { emptyPart, type Part } from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import type { MadeSolid, SolidMesh, Solids, SolidTree } from '@flexum/core/solid'
import { blockStep } from '../packages/core/testing/bodies.ts'
import { loadManifold } from '@flexum/manifold'

/** How long it took to take ten cylinders out of one body, ms. */
export interface Drilled {
  readonly triangles: number
  readonly atOnce: number
  readonly oneByOne: number
}

const CYLINDERS = 10
/** Rings and sectors of the ball that is drilled: 200 k triangles. */
const RINGS = 250
const SECTORS = 400

/** Ten cylinders out of a ball of 200 000 triangles: asked for in one go, and one after the other. */
export async function drilled(): Promise<Drilled> {
  const solids = await loadManifold()
  const body = ball(100)
  const tools = Array.from({ length: CYLINDERS }, (_, i) => cylinder(6, 240, -72 + 16 * i))
  const leaf = (mesh: SolidMesh): SolidTree => ({ kind: 'mesh', mesh })
  made(solids, { kind: 'cut', from: leaf(ball(50)), by: [leaf(tools[0]!)] })
  const start = performance.now()
  made(solids, { kind: 'cut', from: leaf(body), by: tools.map(leaf) })
  const atOnce = performance.now() - start
  let now: SolidMesh = body
  const again = performance.now()
  for (const tool of tools) now = made(solids, { kind: 'cut', from: leaf(now), by: [leaf(tool)] })
  return { triangles: body.faces.length, atOnce, oneByOne: performance.now() - again }
}

function made(solids: Solids, tree: SolidTree): MadeSolid {
  const result = solids.make(tree)
  if (!result.ok) throw new Error(result.fault.message)
  return result.value
}

/** Memory of the process after edits of a part with four booleans, against that after the first hundred. */
export async function memoryAfterEdits(
  edits: number,
): Promise<{ readonly first: number; readonly after: number }> {
  const evaluator = createEvaluator({ solids: await loadManifold() })
  const part = (i: number): Part => ({
    ...emptyPart('Edited'),
    steps: [
      blockStep('slab', { wide: String(80 + (i % 50)) }),
      blockStep('a', {
        x: '-20',
        z: '-5',
        shape: 'cylinder',
        height: '40',
        does: { kind: 'cuts', with: ['slab'] },
      }),
      blockStep('b', {
        x: '20',
        z: '-5',
        shape: 'cylinder',
        height: '40',
        does: { kind: 'cuts', with: ['slab'] },
      }),
      blockStep('c', { z: '10', wide: '20', deep: '20', does: { kind: 'joins', with: ['slab'] } }),
      blockStep('d', { z: '25', wide: '6', deep: '60', does: { kind: 'cuts', with: ['slab'] } }),
    ],
  })
  const megabytes = (): number => process.memoryUsage().rss / 1e6
  for (let i = 0; i < 100; i++) evaluator.evaluate(part(i), { owner: 'bench', rough: true })
  const first = megabytes()
  for (let i = 0; i < edits; i++) evaluator.evaluate(part(i), { owner: 'bench', rough: true })
  return { first, after: megabytes() }
}

function ball(radius: number): SolidMesh {
  const positions: number[] = [0, 0, radius]
  for (let r = 1; r < RINGS; r++)
    for (let s = 0; s < SECTORS; s++) {
      const [a, b] = [(Math.PI * r) / RINGS, (2 * Math.PI * s) / SECTORS]
      positions.push(
        radius * Math.sin(a) * Math.cos(b),
        radius * Math.sin(a) * Math.sin(b),
        radius * Math.cos(a),
      )
    }
  positions.push(0, 0, -radius)
  const last = positions.length / 3 - 1
  const at = (r: number, s: number): number => 1 + (r - 1) * SECTORS + (s % SECTORS)
  const triangles: number[] = []
  for (let s = 0; s < SECTORS; s++) {
    triangles.push(0, at(1, s), at(1, s + 1), last, at(RINGS - 1, s + 1), at(RINGS - 1, s))
    for (let r = 1; r + 1 < RINGS; r++)
      triangles.push(at(r, s), at(r + 1, s), at(r + 1, s + 1), at(r, s), at(r + 1, s + 1), at(r, s + 1))
  }
  return meshOf(positions, triangles)
}

function cylinder(radius: number, height: number, x: number): SolidMesh {
  const n = 64
  const positions: number[] = []
  for (const z of [-height / 2, height / 2])
    for (let i = 0; i < n; i++) {
      const a = (2 * Math.PI * i) / n
      positions.push(x + radius * Math.cos(a), radius * Math.sin(a), z)
    }
  positions.push(x, 0, -height / 2, x, 0, height / 2)
  const triangles: number[] = []
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    triangles.push(i, j, n + j, i, n + j, n + i, 2 * n, j, i, 2 * n + 1, n + i, n + j)
  }
  return meshOf(positions, triangles)
}

const meshOf = (positions: readonly number[], triangles: readonly number[]): SolidMesh => ({
  positions: Float64Array.from(positions),
  triangles: Uint32Array.from(triangles),
  faces: Uint32Array.from({ length: triangles.length / 3 }, (_, i) => i),
})
