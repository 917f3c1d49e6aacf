import * as fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Step } from '@flexum/core/recipe'
import { bodiesOf, volumeOf } from '@flexum/core/recipe/evaluated'
import { edgesOfBody } from '../topology/edges.ts'
import { facesOfBody } from '../topology/faces.ts'
import { meshOfBody } from '../origins.ts'
import { checkWatertight } from '@flexum/core/space'
import { blockStep, filletStep, extrudedStep } from '../../../testing/bodies.ts'
import { outlineAt } from '../../../testing/sketches.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { worked } = bodyTrial()

/** The volume of some steps whose body is called slab, with some of its edges rounded or bevelled; a sound body of a number of faces. */
function after(
  steps: readonly Step[],
  size: number,
  shape: 'rounded' | 'bevelled',
  picks: (edge: number) => boolean = () => true,
): { readonly volume: number; readonly faces: readonly string[] } | undefined {
  const picked = edgesOfBody(bodiesOf(worked(...steps))[0]!).filter((_, i) => picks(i))
  const r = worked(...steps, filletStep('round', 'slab', picked, { size: `${size}`, shape }))
  const [body] = bodiesOf(r)
  if (!body || r.findings.some((f) => f.severity === 'blocks')) return undefined
  expect(checkWatertight(meshOfBody(body))).toMatchObject({ openEdges: 0, crossedEdges: 0 })
  return { volume: volumeOf(r)!, faces: facesOfBody(body).faces.map((f) => f.name) }
}

/** An outline turned and moved. */
const turned = (points: readonly (readonly [number, number])[], by: number): Step[] => [
  outlineAt(
    'outline',
    points.map(([x, y]) => [
      x * Math.cos(by) - y * Math.sin(by) + 3.3,
      x * Math.sin(by) + y * Math.cos(by) - 7.1,
    ]),
  ),
  extrudedStep('slab', 'outline', { depth: '20' }),
]

const size = fc.integer({ min: 600, max: 3800 }).map((v) => v / 1000)
const turn = fc.double({ min: 0, max: 6.3, noNaN: true })

describe('roundings of any size that go over into each other', () => {
  it('leave nothing of where they meet: a block has six planes, twelve quarter rounds and eight parts of a ball', () => {
    fc.assert(
      fc.property(size, (r) => {
        const made = after([blockStep('slab')], r, 'rounded')!
        const [a, b, c] = [40 - 2 * r, 30 - 2 * r, 20 - 2 * r] as const
        const exact =
          a * b * c +
          2 * r * (a * b + b * c + c * a) +
          Math.PI * r * r * (a + b + c) +
          (4 / 3) * Math.PI * r ** 3
        expect(made.faces).toHaveLength(26)
        expect(made.volume / exact).toBeCloseTo(1, 6)
      }),
      { numRuns: Number(process.env.RUNS ?? 12) },
    )
  })
  it('nor do they on a body with six sides that stands at any turn', () => {
    const hexagon = Array.from({ length: 6 }, (_, i): [number, number] => [
      20 * Math.cos((i * Math.PI) / 3),
      20 * Math.sin((i * Math.PI) / 3),
    ])
    fc.assert(
      fc.property(size, turn, (r, by) => {
        const made = after(turned(hexagon, by), r, 'rounded')!
        expect(made.faces).toHaveLength(8 + 18 + 12)
      }),
      { numRuns: Number(process.env.RUNS ?? 8) },
    )
  })
  it('nor at an inner corner, where two of them meet half way', () => {
    const l: [number, number][] = [
      [0, 0],
      [40, 0],
      [40, 15],
      [18, 15],
      [18, 35],
      [0, 35],
    ]
    fc.assert(
      fc.property(
        size,
        turn,
        fc.constantFrom('rounded' as const, 'bevelled' as const),
        fc.array(fc.boolean(), { minLength: 18, maxLength: 18 }),
        (r, by, shape, picks) => {
          fc.pre(picks.some(Boolean))
          const made = after(turned(l, by), r, shape, (i) => picks[i]!)
          fc.pre(made !== undefined)
          expect(made!.volume).toBeGreaterThan(0)
        },
      ),
      { numRuns: Number(process.env.RUNS ?? 12) },
    )
  })
})
