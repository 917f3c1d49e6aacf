import { base, blockStep, STEEL } from '../../../testing/bodies.ts'
import { emptyPart, type Part, type Step } from '@flexum/core/recipe'
import { bodiesOf, massOf, volumeOf } from '@flexum/core/recipe/evaluated'
import { freshHole, type HolesStep } from '../holes/typed.ts'
import { nodeEntry } from '../node-path/typed.ts'
import type { TrimStep } from '../trim/typed.ts'
import type { RunStep } from '../run/typed.ts'
import type { StockProfileStep } from '../stock-profile/typed.ts'
import { bodyTrial } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { evaluator } = bodyTrial()

describe('a bracket arm that meets two bosses, with holes', () => {
  /** Bosses of 40 across and 16 high about the origin and 150 on, and a flat of 20 x 6 between them. */
  const R = 20
  const boss = (id: string, x: string, more = {}) =>
    blockStep(id, { shape: 'cylinder', x, z: '-8', diameter: '40', height: '16', ...more })
  const bore = (id: string, x: string, of: string) =>
    blockStep(id, {
      shape: 'cylinder',
      x,
      z: '-20',
      diameter: '12',
      height: '40',
      does: { kind: 'cuts', with: [of] },
    })
  const meets = (id: string, side: TrimStep['side'], body: string): TrimStep => ({
    ...base(id),
    kind: 'meeting',
    of: 'arm',
    side,
    to: { kind: 'body', body },
    reach: 'outside',
    joined: true,
    keeps: [],
  })
  const steps: Step[] = [
    boss('near', '0'),
    boss('far', '150'),
    {
      ...base('path'),
      kind: 'node-path',
      closed: false,
      nodes: [nodeEntry('n1', '30', '0', '0'), nodeEntry('n2', '120', '0', '0')],
    },
    {
      ...base('bar'),
      kind: 'stock-profile',
      shape: 'flat',
      sizes: { width: '20', thickness: '6' },
      material: STEEL,
    } satisfies StockProfileStep,
    {
      ...base('arm'),
      kind: 'run',
      path: 'path',
      profile: 'bar',
      turning: 'square',
      anchor: 'centroid',
      clock: '0',
      flip: false,
    } satisfies RunStep,
    {
      ...base('slots'),
      kind: 'holes',
      of: 'arm',
      rows: ['20', '45', '70'].map((station, i) => ({
        ...freshHole(`h${i}`, { kind: 'run', run: 'arm', station, clock: '90 deg' }),
        diameter: i === 1 ? '9' : '6',
      })),
    } satisfies HolesStep,
    meets('start', 'start', 'near'),
    meets('end', 'end', 'far'),
    bore('near-bore', '0', 'near'),
    bore('far-bore', '150', 'far'),
  ]
  it('comes to what is worked out by hand, in volume and in mass', () => {
    const result = evaluator.evaluate({ ...emptyPart('Bracket'), steps } satisfies Part)
    expect(result.findings.filter((f) => f.severity === 'blocks').map((f) => f.message)).toEqual([])
    // From axis to axis the flat, less what of it lies in each boss: the round within 10 of its middle line, once on each side.
    const half = 10
    const inBoss = half * Math.sqrt(R * R - half * half) + R * R * Math.asin(half / R)
    const flat = 6 * (150 * 20 - 2 * inBoss)
    const bosses = 2 * Math.PI * (R * R - 36) * 16
    const holes = 6 * Math.PI * (2 * 9 + 4.5 ** 2)
    const exact = flat + bosses - holes
    expect(bodiesOf(result)).toHaveLength(1)
    expect(volumeOf(result)! / exact).toBeCloseTo(1, 6)
    expect(massOf(result)!).toBeCloseTo(exact * 8e-6, 4)
    expect(Math.abs(volumeOf(result)! - exact)).toBeLessThan(bodiesOf(result)[0]!.figures.volumeBound)
  })
})
