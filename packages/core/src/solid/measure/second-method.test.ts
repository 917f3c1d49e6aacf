import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyPart, type Part, type PlainBodyStep, type Step } from '@flexum/core/recipe'
import { bodiesOf, type PartResult } from '@flexum/core/recipe/evaluated'
import { edgesOfBody } from '../topology/edges.ts'
import { meshSurface } from '@flexum/core/space'
import { blockStep, filletStep } from '../../../testing/bodies.ts'
import { bodyTrial } from '../../../testing/trial.ts'

const { evaluator } = bodyTrial()

const worked = (steps: readonly Step[]): PartResult =>
  evaluator.evaluate({ ...emptyPart('Trial'), steps } satisfies Part)

/** Stretches of a line, the first first, that do not touch. */
type Stretches = readonly (readonly [from: number, to: number])[]
/** Where a line along x at a y and a z lies in a body; nothing of the core is used for it. */
type Inside = (y: number, z: number) => Stretches

const insideOf = (b: PlainBodyStep): Inside => {
  const [x, y, z] = [Number(b.x), Number(b.y), Number(b.z)]
  const [wide, deep, height, radius] = [b.wide, b.deep, b.height, b.diameter].map(Number) as [
    number,
    number,
    number,
    number,
  ]
  const r = radius / 2
  const about = (middle: number, half: number): Stretches =>
    half > 0 ? [[middle - half, middle + half]] : []
  const round = (off: number): number => (Math.abs(off) < r ? Math.sqrt(r * r - off * off) : 0)
  // A block along X is as wide along Y and as deep along Z, and so on round.
  switch (b.axis) {
    case 'x':
      return (py, pz) => {
        const [u, v] = [py - y, pz - z]
        const isIn =
          b.shape === 'cylinder' ? Math.hypot(u, v) < r : Math.abs(u) < wide / 2 && Math.abs(v) < deep / 2
        return isIn ? [[x, x + height]] : []
      }
    case 'y':
      return (py, pz) => {
        if (py < y || py > y + height) return []
        const u = pz - z
        return about(x, b.shape === 'cylinder' ? round(u) : Math.abs(u) < wide / 2 ? deep / 2 : 0)
      }
    case 'z':
      return (py, pz) => {
        if (pz < z || pz > z + height) return []
        const v = py - y
        return about(x, b.shape === 'cylinder' ? round(v) : Math.abs(v) < deep / 2 ? wide / 2 : 0)
      }
  }
}

type Does = 'joins' | 'cuts' | 'common'

/** A body after what another does to it. */
const after =
  (so: Inside, kind: Does, tool: Inside): Inside =>
  (y, z) => {
    const [a, b] = [so(y, z), tool(y, z)]
    const isIn = (s: Stretches, at: number): boolean => s.some(([from, to]) => at > from && at < to)
    const ends = [...new Set([...a, ...b].flat())].sort((p, q) => p - q)
    return ends.slice(1).flatMap((to, i): Stretches => {
      const middle = (ends[i]! + to) / 2
      const [inA, inB] = [isIn(a, middle), isIn(b, middle)]
      const stays = kind === 'joins' ? inA || inB : kind === 'cuts' ? inA && !inB : inA && inB
      return stays ? [[ends[i]!, to]] : []
    })
  }

/**
 * Volume by slices square to z, each of lines along x at the middles of an even grid, so many to the mm; and how far off it may be, by a
 * coarser one. Faces that lie along x stand at whole mm, and no line runs along one.
 */
function bySlices(
  inside: Inside,
  reach: number,
  fine: number,
): { readonly value: number; readonly error: number } {
  const at = (n: number): number => {
    let sum = 0
    for (let i = 0; i < 2 * reach * n; i++)
      for (let k = 0; k < 2 * reach * n; k++)
        for (const [from, to] of inside((i + 0.5) / n - reach, (k + 0.5) / n - reach))
          sum += (to - from) / n ** 2
    return sum
  }
  // Two coarser ones, as one may agree with the finest by chance.
  const [coarse, middle, value] = [at(fine / 2), at((3 * fine) / 4), at(fine)]
  return { value, error: Math.max(Math.abs(value - coarse), Math.abs(value - middle)) }
}

/** The figures of the one body of a part against slices of it: the exact volume, and the mesh within what its chord error allows. */
function compare(result: PartResult, inside: Inside, reach: number, fine: number): void {
  const slices = bySlices(inside, reach, fine)
  const volume = bodiesOf(result).reduce((sum, b) => sum + b.figures.volume, 0)
  const bound = bodiesOf(result).reduce((sum, b) => sum + b.figures.volumeBound, 0)
  expect(Math.abs(volume - slices.value)).toBeLessThan(3 * slices.error + bound + 1e-3 * slices.value)
  for (const { mesh, figures, chordError } of bodiesOf(result))
    expect(Math.abs(figures.meshVolume - figures.volume)).toBeLessThan(chordError * meshSurface(mesh))
}

describe('solids rebuilt by slices', () => {
  it('two rods that cross, one cut by the other, one drilled', () => {
    const rod = (id: string, axis: 'x' | 'y' | 'z', diameter: number, more: Partial<PlainBodyStep> = {}) =>
      blockStep(id, {
        shape: 'cylinder',
        axis,
        x: axis === 'x' ? '-30' : '0',
        y: axis === 'y' ? '-30' : '0',
        z: axis === 'z' ? '-30' : '0',
        diameter: String(diameter),
        height: '60',
        ...more,
      })
    const [a, b, c] = [rod('a', 'z', 30), rod('b', 'x', 22, { y: '3' }), rod('c', 'y', 8, { z: '-18' })]
    const [inA, inB, inC] = [a, b, c].map(insideOf) as [Inside, Inside, Inside]
    const withA = (s: PlainBodyStep, kind: Does) => ({ ...s, does: { kind, with: ['a'] } as const })
    for (const kind of ['joins', 'cuts'] as const)
      compare(worked([a, withA(b, kind), withA(c, 'cuts')]), after(after(inA, kind, inB), 'cuts', inC), 31, 8)
  })
  it('a block rounded all round', () => {
    const slab = blockStep('slab', { z: '-10' })
    const [body] = bodiesOf(worked([slab]))
    const r = 4
    const inside: Inside = (y, z) => {
      const off = Math.hypot(Math.max(0, Math.abs(y) - (15 - r)), Math.max(0, Math.abs(z) - (10 - r)))
      const half = 20 - r + Math.sqrt(r * r - off * off)
      return off < r ? [[-half, half]] : []
    }
    compare(worked([slab, filletStep('round', 'slab', edgesOfBody(body!), { size: '4' })]), inside, 21, 12)
  })
  it('four blocks whose mesh the library tidies wrongly: it is taken as it was', () => {
    const sizes = (x: number, y: number, z: number, wide: number, deep: number, height: number) => ({
      x: String(x),
      y: String(y),
      z: String(z),
      wide: String(wide),
      deep: String(deep),
      height: String(height),
    })
    const does = (kind: Does) => ({ does: { kind, with: ['s0'] } }) as const
    const r = worked([
      blockStep('s0', { axis: 'x', ...sizes(-8, -2, -4, 28, 36, 24) }),
      blockStep('s1', { axis: 'y', ...sizes(2, -6, 2, 32, 8, 24), ...does('joins') }),
      blockStep('s2', { axis: 'x', ...sizes(4, 6, -6, 24, 20, 28), ...does('joins') }),
      blockStep('s3', { ...sizes(8, 4, 4, 20, 24, 28), ...does('common') }),
    ])
    const [body] = bodiesOf(r)
    expect(body!.figures.volume).toBeCloseTo(4624, 6)
    expect(body!.figures.meshVolume).toBeCloseTo(4624, 3)
  })
  it('random recipes of blocks and cylinders that are joined, cut and kept in common', () => {
    const mm = fc.integer({ min: -4, max: 4 }).map((v) => String(2 * v))
    const size = fc.integer({ min: 2, max: 9 }).map((v) => String(4 * v))
    const any = fc.record({
      shape: fc.constantFrom('block' as const, 'cylinder' as const),
      axis: fc.constantFrom('x' as const, 'y' as const, 'z' as const),
      x: mm,
      y: mm,
      z: mm,
      wide: size,
      deep: size,
      diameter: size,
      height: size,
    })
    const how = fc.constantFrom('joins' as const, 'cuts' as const, 'common' as const)
    let compared = 0
    fc.assert(
      fc.property(any, fc.array(fc.tuple(any, how), { minLength: 1, maxLength: 3 }), (first, more) => {
        const begin = blockStep('s0', first)
        const steps = [
          begin,
          ...more.map(([sizes, kind], i) =>
            blockStep(`s${i + 1}`, { ...sizes, does: { kind, with: ['s0'] } }),
          ),
        ]
        const result = worked(steps)
        // What does not touch, or leaves nothing, is told, and is no body.
        if (result.findings.some((f) => f.severity === 'blocks')) return
        const inside = more.reduce<Inside>(
          (so, [, kind], i) => after(so, kind, insideOf(steps[i + 1]!)),
          insideOf(begin),
        )
        compare(result, inside, 46, 4)
        compared++
      }),
      { numRuns: 30 },
    )
    expect(compared).toBeGreaterThan(8)
  })
})
