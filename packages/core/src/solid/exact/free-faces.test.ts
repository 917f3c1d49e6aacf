import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyPart, type Part, type RunStep, type SketchStep, type Step } from '@flexum/core/recipe'
import { areaOf } from '@flexum/core/recipe/evaluated'
import { gaussRule, TURN } from '@flexum/core/num'
import { STEEL } from '../../../testing/bodies.ts'
import { barOn, throughNodes, withRun } from '../../../testing/parts.ts'
import { roundAt } from '../../../testing/sketches.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

/** Random bodies of each kind. */
const BODIES = Number(process.env['BODIES'] ?? 5)
const size = fc.integer({ min: 30, max: 300 }).map((n) => n / 10)

/** The area that is told lies within its bound of the right one, and the bound under a ten-thousandth. */
function holds(part: Part, right: number): void {
  const { value, error } = areaOf(evaluator.evaluate(part, { areas: true }))!
  expect(Math.abs(value - right)).toBeLessThan(error)
  expect(error / value).toBeLessThan(1e-4)
}

/** By Gauss's rule with 16 places in each of so many stretches from 0 to 1. */
function integral(f: (t: number) => number, stretches: number): number {
  const { nodes, weights } = gaussRule(16)
  let sum = 0
  for (let k = 0; k < stretches; k++)
    nodes.forEach((x, i) => (sum += weights[i]! * f((k + (1 + x) / 2) / stretches)))
  return sum / (2 * stretches)
}

describe('the area of a straight blend', () => {
  it('from an oval to a circle is that of its ruled side, by quadrature', () => {
    const height = fc.integer({ min: 50, max: 600 }).map((n) => n / 10)
    fc.assert(
      fc.property(size, size, size, height, (a, b, r, h) => {
        const oval: SketchStep = {
          ...roundAt('a', 0, 0, 1),
          entities: [
            { kind: 'point', id: 'm', x: 0, y: 0 },
            { kind: 'point', id: 'e', x: a, y: 0 },
            { kind: 'ellipse', id: 'o', centre: 'm', end: 'e', radius: b },
          ],
          constraints: [],
        }
        const circle: SketchStep = { ...roundAt('b', 0, 0, r), plane: { kind: 'xy', offset: String(h) } }
        const blend: Step = {
          id: 'blend',
          name: 'Duct',
          aside: false,
          kind: 'blended',
          outlines: ['a', 'b'].map((sketch, i) => ({ id: `o${i}`, sketch, regions: [], shift: '0' })),
          smooth: false,
          start: 'free',
          end: 'free',
          startPull: '1',
          endPull: '1',
          material: STEEL,
        }
        const side = integral((turn) => {
          const [c, s] = [Math.cos(TURN * turn), Math.sin(TURN * turn)]
          return integral((t) => {
            const [x, y] = [-(a + (r - a) * t) * s, (b + (r - b) * t) * c]
            const [p, q] = [(r - a) * c, (r - b) * s]
            return TURN * Math.hypot(y * h, x * h, x * q - y * p)
          }, 4)
        }, 40)
        holds({ ...emptyPart('Duct'), steps: [oval, circle, blend] }, side + Math.PI * (a * b + r * r))
      }),
      { numRuns: BODIES },
    )
  })
})

describe('the area of a round bar whose diameter changes', () => {
  const shaped = (length: number, formula: string): Part =>
    withRun(
      barOn(
        throughNodes([
          ['0', '0', '0'],
          [String(length), '0', '0'],
        ]),
        'round-bar',
        { diameter: '10' },
      ),
      {
        shaping: [{ id: 'd', field: 'sizes/diameter', dimension: 'length', formula }],
      } satisfies Partial<RunStep>,
    )
  it('evenly is that of a cone', () => {
    fc.assert(
      fc.property(size, size, fc.integer({ min: 10, max: 200 }), (a, b, length) => {
        const side = ((Math.PI * (a + b)) / 2) * Math.hypot(length, (b - a) / 2)
        holds(shaped(length, `${a} mm + ${b - a} mm * t`), side + (Math.PI / 4) * (a * a + b * b))
      }),
      { numRuns: BODIES },
    )
  })
  it('in waves is that of its wavy side, by quadrature; asked for later it is the same', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 38 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 20, max: 200 }),
        (tenths, waves, length) => {
          const high = tenths / 10
          const side = integral((t) => {
            const d = 10 + high * Math.sin(TURN * waves * t)
            const slope = (high * TURN * waves * Math.cos(TURN * waves * t)) / length
            return Math.PI * d * Math.hypot(1, slope / 2) * length
          }, 8 * waves)
          const part = shaped(length, `10 mm + ${high} mm * sin(${waves} * 360 deg * t)`)
          evaluator.evaluate(part)
          evaluator.evaluate(shaped(length, '7 mm + 1 mm * t'))
          holds(part, side + (Math.PI / 4) * 200)
        },
      ),
      { numRuns: BODIES },
    )
  })
})
