import { describe, expect, it } from 'vitest'
import { emptyPart, freshHole, STARTERS, type HolesStep, type Part, type Step } from '@flexum/core/recipe'
import { areaOf, bodiesOf } from '@flexum/core/recipe/evaluated'
import { edgesOfBody } from '../topology/edges.ts'
import { blockStep, filletStep, revolvedStep } from '../../../testing/bodies.ts'
import { rectangleAt } from '../../../testing/sketches.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

/** The area of all, which is what it should be to a share, and within what is told of its error. */
function expectArea(steps: readonly Step[], exact: number, share = 5e-6): void {
  const result = evaluator.evaluate({ ...emptyPart('Trial'), steps } satisfies Part, { areas: true })
  expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
  const { value, error } = areaOf(result)!
  expect(Math.abs(value / exact - 1)).toBeLessThan(share)
  expect(Math.abs(value - exact)).toBeLessThan(error + 1e-9 * exact)
}
const rod = (id: string, axis: 'x' | 'z', diameter: string, more = {}) =>
  blockStep(id, {
    shape: 'cylinder',
    axis,
    x: axis === 'x' ? '-30' : '0',
    z: axis === 'z' ? '-30' : '0',
    diameter,
    height: '60',
    ...more,
  })

describe('area', () => {
  it('of a block exactly, of a cylinder, of a ring by Pappus', () => {
    expectArea([blockStep('slab')], 2 * (40 * 30 + 40 * 20 + 30 * 20), 1e-12)
    expectArea([rod('a', 'z', '24')], 2 * Math.PI * 12 * (12 + 60))
    expectArea([rectangleAt('ring', 30, 0, 8, 5), revolvedStep('a', 'ring')], 2 * Math.PI * 34 * 26)
  })
  it('of what two equal rods that cross have in common: 16 r2', () => {
    expectArea(
      [rod('a', 'z', '24'), rod('b', 'x', '24', { does: { kind: 'common', with: ['a'] } })],
      16 * 144,
      1e-5,
    )
  })
  it('of a drilled and countersunk plate', () => {
    const holes: HolesStep = {
      id: 'holes',
      kind: 'holes',
      name: 'Holes',
      aside: false,
      of: 'slab',
      rows: [
        {
          ...freshHole('h', { kind: 'face', on: { of: 'slab', face: 'slab/0/end' }, x: '0', y: '0' }),
          diameter: '6',
          head: 'sink',
          headDiameter: '12',
        },
      ],
    }
    const plain = 2 * (40 * 30 + 40 * 20 + 30 * 20)
    const cone = Math.PI * (6 + 3) * Math.hypot(3, 3)
    const exact = plain - Math.PI * (36 + 9) + cone + 2 * Math.PI * 3 * 17
    expectArea([blockStep('slab'), holes], exact)
  })
  it('of a block rounded all round: its planes, quarter rounds and eighths of a ball', () => {
    const slab = blockStep('slab')
    const [body] = bodiesOf(evaluator.evaluate({ ...emptyPart('Trial'), steps: [slab] }))
    const [a, b, c] = [34, 24, 14]
    const exact = 2 * (a * b + b * c + c * a) + 4 * (a + b + c) * ((Math.PI / 2) * 3) + 4 * Math.PI * 9
    expectArea([slab, filletStep('round', 'slab', edgesOfBody(body!))], exact, 1e-4)
  })
  it('of a bent bar: Pappus for a round about its own middle line; none while it is only asked for figures', () => {
    const bend = STARTERS.angle.make('Bail')
    const result = evaluator.evaluate(bend, { areas: true })
    const { length } = result.steps.find((s) => s.output?.path)!.output!.path!.path
    const { value, error } = areaOf(result)!
    const exact = 2 * Math.PI * 5 * (length + 5)
    expect(Math.abs(value / exact - 1)).toBeLessThan(1e-5)
    expect(Math.abs(value - exact)).toBeLessThan(error + 1e-9 * exact)
    expect(areaOf(evaluator.evaluate(bend))).toBeUndefined()
  })
  it('is told of each body that stands by the step that made it, and of none that went into another', () => {
    const steps = [blockStep('slab'), rod('hole', 'z', '8', { does: { kind: 'cuts', with: ['slab'] } })]
    const { areas } = evaluator.evaluate({ ...emptyPart('Trial'), steps } satisfies Part, { areas: true })
    expect([...areas!.keys()]).toEqual(['hole'])
    const plain = 2 * (40 * 30 + 40 * 20 + 30 * 20)
    const exact = plain - 2 * Math.PI * 16 + 2 * Math.PI * 4 * 20
    expect(areas!.get('hole')![0]!.value / exact).toBeCloseTo(1, 5)
  })
})
