import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { costOf, type PlanProblem } from './problem.ts'
import { faultsOf } from './verify.ts'
import { planCuts, type CutPlan } from './solve.ts'
import type { LinearSolver } from './linear.ts'
import { loadHighs } from '../../../../highs/src/index.ts'

let solver: LinearSolver
beforeAll(async () => {
  solver = await loadHighs()
})

const NO_SAW = { kerf: 0, trimStart: 0, trimEnd: 0, keepFrom: 0 }
const planOf = (problem: PlanProblem): CutPlan => planCuts(problem, { solver, seconds: 5 })

/** The least that pieces cost, by trying every way to put one after the other into bars begun or new ones. Small cases only. */
function leastCost({ pieces, bars, saw }: PlanProblem): number {
  const list = pieces.flatMap((p) => Array.from({ length: p.count }, () => p.length)).sort((a, b) => b - a)
  let best = Infinity
  const begun: { left: number; bar: number }[] = []
  const used = bars.map(() => 0)
  const put = (k: number, cost: number): void => {
    if (cost >= best) return
    if (k === list.length) {
      best = cost
      return
    }
    const length = list[k]!
    const tried = new Set<number>()
    for (const b of begun) {
      if (b.left < saw.kerf + length || tried.has(b.left)) continue
      tried.add(b.left)
      b.left -= saw.kerf + length
      put(k + 1, cost)
      b.left += saw.kerf + length
    }
    bars.forEach((bar, i) => {
      const left = bar.length - saw.trimStart - saw.trimEnd - length
      if (left < 0 || used[i]! >= (bar.count ?? Infinity)) return
      used[i]!++
      begun.push({ left, bar: i })
      put(k + 1, cost + bar.cost)
      begun.pop()
      used[i]!--
    })
  }
  put(0, 0)
  return best
}

describe('linear programs', () => {
  it('are solved with what each row would cost more', () => {
    const s = solver.solve({
      columns: [
        { cost: 2, entries: [[0, 1]] },
        {
          cost: 3,
          entries: [
            [0, 1],
            [1, 2],
          ],
        },
      ],
      rows: [
        { least: 4, most: Infinity },
        { least: 3, most: Infinity },
      ],
    })!
    expect(s.cost).toBeCloseTo(9.5, 9)
    expect(s.values).toEqual([expect.closeTo(2.5, 9), expect.closeTo(1.5, 9)])
    expect(s.duals).toEqual([expect.closeTo(2, 9), expect.closeTo(0.5, 9)])
  })
  it('in whole numbers; without a solution there is none', () => {
    const program = { columns: [{ cost: 1, entries: [[0, 2]] as const }], rows: [{ least: 3, most: 4 }] }
    expect(solver.solveWhole(program, 5)).toMatchObject({ cost: 2, values: [2] })
    expect(solver.solve({ ...program, rows: [{ least: 5, most: 4 }] })).toBeUndefined()
  })
})

describe('cut plans', () => {
  it('keep kerfs and trims: three of 100 take 306 and both trims', () => {
    const problem = (length: number): PlanProblem => ({
      pieces: [{ id: 'a', length: 100, count: 3 }],
      bars: [{ id: 'bar', length, cost: 1 }],
      saw: { kerf: 3, trimStart: 5, trimEnd: 7, keepFrom: 0 },
    })
    expect(planOf(problem(318)).uses).toEqual([{ bar: 0, counts: [3], times: 1 }])
    expect(planOf(problem(317.999)).cost).toBe(2)
    expect(planOf(problem(318)).bound).toBe(1)
  })
  it('are the best there is: 500 small cases against trying everything', () => {
    const small: fc.Arbitrary<PlanProblem> = fc.record({
      pieces: fc
        .array(
          fc.record({ length: fc.integer({ min: 8, max: 60 }), count: fc.integer({ min: 1, max: 3 }) }),
          {
            minLength: 1,
            maxLength: 3,
          },
        )
        .map((list) => list.map((p, i) => ({ ...p, id: `p${i}` }))),
      bars: fc
        .array(
          fc.record({ length: fc.integer({ min: 60, max: 140 }), cost: fc.integer({ min: 1, max: 9 }) }),
          { minLength: 1, maxLength: 2 },
        )
        .map((list) => list.map((b, i) => ({ ...b, id: `b${i}` }))),
      saw: fc.record({
        kerf: fc.integer({ min: 0, max: 4 }),
        trimStart: fc.constantFrom(0, 3),
        trimEnd: fc.constantFrom(0, 2),
        keepFrom: fc.constant(0),
      }),
    })
    fc.assert(
      fc.property(small, fc.option(fc.integer({ min: 1, max: 2 })), (base, remnants) => {
        // A few bars that are left over cost nothing.
        const problem: PlanProblem = remnants
          ? { ...base, bars: [...base.bars, { id: 'left', length: 66, count: remnants, cost: 0 }] }
          : base
        const plan = planOf(problem)
        const least = leastCost(problem)
        if (least === Infinity) {
          expect(plan.missing.some((n) => n > 0)).toBe(true)
          return
        }
        expect(faultsOf(problem, plan.uses)).toEqual([])
        expect(plan.cost).toBeCloseTo(least, 9)
        // There are few ways to fill these bars: what is found is proven.
        expect(plan.bound).toBeCloseTo(least, 9)
      }),
      { numRuns: 500 },
    )
  })
  it('never break a rule, whatever is asked for, and tell what is missing', () => {
    const any: fc.Arbitrary<PlanProblem> = fc.record({
      pieces: fc
        .array(
          fc.record({
            length: fc.double({ min: 1, max: 3000, noNaN: true }),
            count: fc.integer({ min: 0, max: 60 }),
          }),
          { minLength: 1, maxLength: 12 },
        )
        .map((list) => list.map((p, i) => ({ ...p, id: `p${i}` }))),
      bars: fc
        .array(
          fc.record(
            {
              length: fc.double({ min: 100, max: 6000, noNaN: true }),
              cost: fc.double({ min: 0.5, max: 90, noNaN: true }),
              count: fc.integer({ min: 0, max: 30 }),
            },
            { requiredKeys: ['length', 'cost'] },
          ),
          { minLength: 1, maxLength: 4 },
        )
        .map((list) => list.map((b, i) => ({ ...b, id: `b${i}` }))),
      saw: fc.record({
        kerf: fc.double({ min: 0, max: 5, noNaN: true }),
        trimStart: fc.double({ min: 0, max: 30, noNaN: true }),
        trimEnd: fc.double({ min: 0, max: 30, noNaN: true }),
        keepFrom: fc.constant(300),
      }),
    })
    fc.assert(
      fc.property(any, (problem) => {
        const plan = planCuts(problem, { solver, seconds: 0.05 })
        expect(faultsOf(problem, plan.uses, plan.missing)).toEqual([])
        expect(plan.cost).toBeCloseTo(costOf(problem, plan.uses), 6)
        if (plan.missing.every((n) => n === 0)) expect(plan.bound).toBeLessThanOrEqual(plan.cost * (1 + 1e-9))
      }),
      { numRuns: 40 },
    )
  })
  it('of 200 pieces of 20 lengths are within one bar of what is proven', () => {
    let seed = 7
    const random = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647
    const pieces = Array.from({ length: 20 }, (_, i) => ({
      id: `p${i}`,
      length: 150 + Math.round(random() * 2200),
      count: 10,
    }))
    const problem: PlanProblem = {
      pieces,
      bars: [{ id: 'six', length: 6000, cost: 1 }],
      saw: { kerf: 3, trimStart: 10, trimEnd: 10, keepFrom: 500 },
    }
    const plan = planOf(problem)
    expect(faultsOf(problem, plan.uses)).toEqual([])
    expect(plan.cost - plan.bound).toBeLessThanOrEqual(1)
  })
  it('of very many ways to fill a bar come to an end: all fits one, and nearly all', () => {
    const pieces = Array.from({ length: 20 }, (_, i) => ({ id: `p${i}`, length: 10 + i, count: 3 }))
    const whole = pieces.reduce((n, p) => n + p.length * p.count, 0)
    for (const [length, bars] of [
      [whole, 1],
      [whole - 1, 2],
    ] as const) {
      const plan = planOf({ pieces, bars: [{ id: 'bar', length, cost: 1 }], saw: NO_SAW })
      expect([plan.cost, plan.bound]).toEqual([bars, bars])
    }
  })
  it('stop when asked to, with the best so far', () => {
    const problem: PlanProblem = {
      pieces: [
        { id: 'a', length: 70, count: 40 },
        { id: 'b', length: 45, count: 40 },
      ],
      bars: [{ id: 'bar', length: 200, cost: 1 }],
      saw: NO_SAW,
    }
    const told: CutPlan[] = []
    const plan = planCuts(problem, { solver, seconds: 5, tell: (p) => told.push(p) < 1 })
    expect(told).toHaveLength(1)
    expect(faultsOf(problem, plan.uses)).toEqual([])
    // The verifier sees what is wrong with a plan.
    const [first] = plan.uses
    expect(faultsOf(problem, [{ ...first!, times: first!.times + 1 }, ...plan.uses.slice(1)])).not.toEqual([])
    expect(faultsOf(problem, [{ bar: 0, counts: [3, 0], times: 1 }]).join()).toMatch(/too long/)
  })
})
