import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { countingIds } from '../../base/index.ts'
import { barByBar } from './first-fit.ts'
import { fitsOn, layoutsOf, placedOn, type BarLayout, type PieceToSaw } from './layout.ts'
import { leastOverhead, overheadOf } from './nest.ts'
import { type Nest, roomOf, takes, type PlanProblem, type Saw } from './problem.ts'
import { faultsOf } from './verify.ts'

const SAW: Saw = { kerf: 3, trimStart: 10, trimEnd: 10, keepFrom: 0 }
const frame: Nest = { key: '45', depth: 40, lean: Math.SQRT2, left: 1, right: -1 }
const leaning: Nest = { ...frame, right: 1 }
const bar = (...pieces: PieceToSaw[]): BarLayout => ({
  id: 'b',
  kind: 'k',
  length: 5000,
  cost: 1,
  pieces,
  held: false,
})

/** Where both cuts of a placed piece cross the near and the far edge of a bar that is as wide as its cuts are deep. */
function edgesOf(
  p: ReturnType<typeof placedOn>[number],
): Record<'left' | 'right', readonly [number, number]> {
  if (!p.nest) return { left: [p.from, p.from], right: [p.to, p.to] }
  const turn = p.turned ? -1 : 1
  const { depth } = p.nest
  // Leaning to the one side a cut goes further at the far edge, to the other at the near one.
  const left = p.nest.left * turn > 0 ? ([0, depth] as const) : ([depth, 0] as const)
  const right = p.nest.right * turn > 0 ? ([-depth, 0] as const) : ([0, -depth] as const)
  return {
    left: [p.from + left[0], p.from + left[1]],
    right: [p.to + right[0], p.to + right[1]],
  }
}

describe('pieces that share their cuts', () => {
  it('lie beside each other, every second one turned over', () => {
    const placed = placedOn(
      bar(...['a', 'b', 'c'].map((id) => ({ id, length: 500, nest: frame })), { id: 'd', length: 100 }),
      SAW,
    )
    const step = 500 - 40 + 3 * Math.SQRT2
    expect(placed.map((p) => [p.from, p.turned])).toEqual([
      [10, false],
      [expect.closeTo(10 + step, 9), true],
      [expect.closeTo(10 + 2 * step, 9), false],
      // The outer tip of the last is a tip, and what follows is square.
      [expect.closeTo(10 + 2 * step + 503, 9), false],
    ])
  })
  it('are parted by the kerf all across the bar, whichever pieces stand beside each other', () => {
    const kind = fc.constantFrom<Nest | undefined>(frame, leaning, undefined, {
      ...frame,
      left: -1,
      right: 1,
    })
    const some = fc.array(fc.record({ length: fc.integer({ min: 45, max: 900 }), nest: kind }), {
      minLength: 2,
      maxLength: 7,
    })
    fc.assert(
      fc.property(some, (list) => {
        const pieces = list.map(({ length, nest }, i): PieceToSaw => ({
          id: String(i),
          length,
          ...(nest ? { nest } : {}),
        }))
        const placed = placedOn(bar(...pieces), SAW)
        placed.slice(1).forEach((p, i) => {
          const [before, after] = [edgesOf(placed[i]!).right, edgesOf(p).left]
          const shared = placed[i]!.nest && p.nest
          for (const k of [0, 1] as const) {
            const gap = after[k] - before[k]
            // A shared cut is parallel: as wide at both edges, its kerf along the bar.
            if (shared) expect(gap).toBeCloseTo(3 * Math.SQRT2, 9)
            else expect(gap).toBeGreaterThan(3 - 1e-9)
          }
        })
      }),
    )
  })
  it('are planned within their bars: what is planned always fits as it is laid out, by two ways of looking', () => {
    const nests: readonly (Pick<Nest, 'key' | 'depth' | 'lean'> | undefined)[] = [
      undefined,
      { key: 'x', depth: 40, lean: Math.SQRT2 },
      { key: 'y', depth: 18, lean: 1.2 },
      { key: 'z', depth: 0.5, lean: 3 },
    ]
    const problems = fc.array(
      fc.record({
        length: fc.integer({ min: 60, max: 700 }),
        count: fc.integer({ min: 1, max: 5 }),
        nest: fc.constantFrom(...nests),
      }),
      { minLength: 1, maxLength: 6 },
    )
    fc.assert(
      fc.property(problems, (list) => {
        const pieces = list.map(({ nest, ...p }, i) => ({ ...p, id: `p${i}`, ...(nest ? { nest } : {}) }))
        const problem: PlanProblem = {
          pieces,
          bars: [{ id: 'k', length: 1400, cost: 1 }],
          saw: SAW,
          overhead: overheadOf(pieces, SAW),
        }
        expect(leastOverhead(problem)).toBeLessThanOrEqual(problem.overhead!)
        const { uses } = barByBar(problem)
        expect(faultsOf(problem, uses)).toEqual([])
        const named = new Map(
          pieces.map((p) => [
            p.id,
            Array.from({ length: p.count }, (_, k): PieceToSaw => ({
              id: `${p.id}.${k}`,
              length: p.length,
              ...(p.nest ? { nest: { ...p.nest, left: 1, right: -1 } } : {}),
            })),
          ]),
        )
        for (const b of layoutsOf(problem, uses, named, countingIds('b', new Set())))
          expect(fitsOn(b.pieces, b.length, SAW)).toBe(true)
      }),
    )
  })
  it('of one kind alone take what is planned, to the last: no bar is thought shorter than it is', () => {
    const pieces = [{ id: 'a', length: 500, count: 3, nest: frame }]
    const problem = { pieces, bars: [], saw: SAW, overhead: overheadOf(pieces, SAW) }
    expect(leastOverhead(problem)).toBe(problem.overhead)
    const used = 3 * 500 - 2 * 40 + 2 * 3 * Math.SQRT2 + 20
    const kind = { id: 'k', length: used, cost: 1 }
    expect(roomOf(problem, kind)).toBeCloseTo(3 * takes(pieces[0]!, SAW), 9)
  })
})
