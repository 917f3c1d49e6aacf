import type { Body } from '../../src/solid/index.ts'
import { shortFigures, type StepMaker } from '../../src/recipe/evaluated/index.ts'
import { line2 } from '../../src/plane/index.ts'
import { region } from '../../src/profile/index.ts'
import type { Mesh } from '../../src/space/index.ts'
import { packTag } from '../../src/sweep/index.ts'
import type { BlockStep } from './typed.ts'

const SIDES = 6
/** kg/mm3 */
const DENSITY = 2.7e-6

export const blockMaker: StepMaker<BlockStep> = {
  cheaper: 'Smaller sizes would fit.',
  evaluate(step, context) {
    const size = (['long', 'wide', 'high'] as const).map((f) => context.number(f)) as [number, number, number]
    const none = (['long', 'wide', 'high'] as const)[size.findIndex((v) => !(v > 0))]
    if (none !== undefined) {
      const message = `A block needs a size above 0; "${none}" reads ${shortFigures(size[size.findIndex((v) => !(v > 0))]!, context.display)}.`
      const at = { station: 'fit', step: step.id, field: none, cures: [] } as const
      return { findings: [{ ...at, id: `${step.id}:size`, severity: 'blocks', code: 'block.size', message }] }
    }
    const [x, y, z] = size
    const volume = x * y * z
    const corners = [
      [0, 0],
      [x, 0],
      [x, y],
      [0, y],
    ] as const
    const base = region(corners.map((c, i) => line2(c, corners[(i + 1) % 4]!)))
    const body: Body = {
      id: step.id,
      solid: {
        kind: 'extruded',
        step: step.id,
        section: [base],
        plane: { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] },
        from: 0,
        to: z,
      },
      mesh: boxMesh(size),
      chordError: 0,
      origins: {
        all: [
          {
            step: step.id,
            instance: 0,
            edges: SIDES,
            materials: [{ look: 'aluminium', density: DENSITY, firstEdge: 0 }],
          },
        ],
      },
      lines: {
        sharp: Uint32Array.from(
          Array.from({ length: SIDES }, (_, f) => [0, 1, 1, 2, 2, 3, 3, 0].map((k) => f * 4 + k)).flat(),
        ),
        tangent: new Uint32Array(0),
        corners: Uint32Array.from({ length: SIDES * 4 }, (_, i) => i),
      },
      look: 'aluminium',
      hidden: false,
      instances: [{ x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], shift: [0, 0, 0] }],
      figures: { volume, theoremVolume: volume, meshVolume: volume, volumeBound: 0, mass: volume * DENSITY },
    }
    return { output: { bodies: [body] }, findings: [] }
  },
  summary: ({ bodies }) => (bodies ? 'a block' : ''),
}

/** Six faces of four corners each, outward by the right-hand rule. */
function boxMesh(size: readonly [number, number, number]): Mesh {
  const positions: number[] = []
  const normals: number[] = []
  const triangles: number[] = []
  const tags: number[] = []
  for (let axis = 0; axis < 3; axis++)
    for (const side of [0, 1]) {
      const [u, v] = side === 1 ? [(axis + 1) % 3, (axis + 2) % 3] : [(axis + 2) % 3, (axis + 1) % 3]
      const first = positions.length / 3
      for (const [a, b] of [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as const) {
        const at = [0, 0, 0]
        at[axis] = side * size[axis]!
        at[u] = a * size[u]!
        at[v] = b * size[v]!
        positions.push(...at)
        normals.push(...[0, 1, 2].map((k) => (k === axis ? 2 * side - 1 : 0)))
      }
      triangles.push(first, first + 1, first + 2, first, first + 2, first + 3)
      const tag = packTag('side', axis * 2 + side, 0, SIDES)
      tags.push(tag, tag)
    }
  return {
    positions: Float32Array.from(positions),
    normals: Float32Array.from(normals),
    triangles: Uint16Array.from(triangles),
    tags: Uint32Array.from(tags),
  }
}
