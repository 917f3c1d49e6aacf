import { describe, expect, it } from 'vitest'
import { emptyPart, type Part, type SketchStep, type Step } from '@flexum/core/recipe'
import { bodiesOf, createEvaluator, volumeOf } from '@flexum/core/recipe/evaluated'
import { facesOfBody } from '../topology/faces.ts'
import { meshOfBody } from '../origins.ts'
import { checkWatertight } from '@flexum/core/space'
import { blockStep, revolvedStep } from '../../../testing/bodies.ts'
import { solids } from '../../../testing/trial.ts'

/** Half a disc on a sheet that stands at y, its diameter upright. */
const halfDisc = (id: string, x: number, y: number, z: number, radius: number): SketchStep => ({
  id,
  kind: 'sketch',
  name: id,
  aside: false,
  plane: { kind: 'xz', offset: `${-y}` },
  constraints: [],
  entities: [
    { kind: 'point', id: 'middle', x, y: z },
    { kind: 'point', id: 'low', x, y: z - radius },
    { kind: 'point', id: 'high', x, y: z + radius },
    { kind: 'arc', id: 'round', centre: 'middle', from: 'low', to: 'high', radius, clockwise: false },
    { kind: 'line', id: 'axis', from: 'high', to: 'low' },
  ],
})

/** A slab of 300 by 200 by 10 with blocks, rods and balls that stand in it, each joined to what came before. */
function slabWith(count: number, z = '5'): Step[] {
  const steps: Step[] = [blockStep('s0', { wide: '300', deep: '200', height: '10' })]
  for (let i = 1; i < count; i++) {
    const does = { kind: 'joins' as const, with: [`s${i - 1}`] }
    const [x, y] = [-135 + (i % 10) * 30, -80 + Math.floor(i / 10) * 28]
    const place = { x: `${x}`, y: `${y}`, z: i === count - 1 ? z : '5', does }
    if (i % 3 === 0) steps.push(blockStep(`s${i}`, { ...place, wide: '12', deep: '12', height: '20' }))
    else if (i % 3 === 1)
      steps.push(blockStep(`s${i}`, { ...place, shape: 'cylinder', diameter: '14', height: '20' }))
    else steps.push(halfDisc(`b${i}`, x, y, 12, 9), revolvedStep(`s${i}`, `b${i}`, { axis: 'axis', does }))
  }
  return steps
}

/** What stands out of the slab, mm3, by how many of each there are: the ball's cap is 11 high. */
function slabVolume(count: number): number {
  const of = (kind: number): number =>
    Array.from({ length: count - 1 }, (_, i) => i + 1).filter((i) => i % 3 === kind).length
  const cap = (Math.PI * 11 * 11 * (3 * 9 - 11)) / 3
  return 300 * 200 * 10 + of(0) * 12 * 12 * 15 + of(1) * Math.PI * 49 * 15 + of(2) * cap
}

const partOf = (steps: readonly Step[]): Part => ({ ...emptyPart('Trial'), steps })

describe('many bodies joined one after the other', () => {
  it('are worked out, sixty of them', async () => {
    const evaluator = createEvaluator({ solids })
    const r = evaluator.evaluate(partOf(slabWith(60)), { chordError: 0.1 })
    expect(r.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    const bodies = bodiesOf(r)
    expect(bodies).toHaveLength(1)
    expect(checkWatertight(meshOfBody(bodies[0]!))).toMatchObject({ openEdges: 0, crossedEdges: 0 })
    expect(volumeOf(r)! / slabVolume(60)).toBeCloseTo(1, 8)
    expect(Math.abs(volumeOf(r)! - slabVolume(60))).toBeLessThan(bodies[0]!.figures.volumeBound)
  })
  it('come to the same whether what came before was known or not', async () => {
    const warm = createEvaluator({ solids })
    warm.evaluate(partOf(slabWith(20)), { chordError: 0.1 })
    for (const [count, z] of [
      [20, '4'],
      [21, '5'],
      [19, '5'],
    ] as const) {
      const part = partOf(slabWith(count, z))
      const gone = warm.evaluate(part, { chordError: 0.1 })
      const fresh = createEvaluator({ solids }).evaluate(part, { chordError: 0.1 })
      expect(volumeOf(gone)).toBe(volumeOf(fresh))
      const [a, b] = [gone, fresh].map((r) => bodiesOf(r)[0]!)
      expect(a!.mesh.positions).toEqual(b!.mesh.positions)
      expect(a!.mesh.triangles).toEqual(b!.mesh.triangles)
      expect(facesOfBody(a!).faces.map((f) => f.name)).toEqual(facesOfBody(b!).faces.map((f) => f.name))
    }
  })
})
