import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { singularValues } from '../../testing/singular-values.ts'
import { nearOrder, nullSpace, skyline, solvePositive, solveSkyline } from './index.ts'

const entry = fc.integer({ min: -500, max: 500 }).map((n) => n / 100)

/** Rows of a few entries each, some of them sums of others: what a sketch's conditions look like. */
const rows = fc
  .record({
    n: fc.integer({ min: 1, max: 14 }),
    own: fc.array(fc.array(fc.tuple(fc.nat(), entry), { minLength: 1, maxLength: 4 }), { maxLength: 12 }),
    sums: fc.array(fc.tuple(fc.nat(), fc.nat(), entry), { maxLength: 4 }),
  })
  .map(({ n, own, sums }) => {
    const made = own.map((cells) => new Map(cells.map(([c, x]) => [c % n, x])))
    for (const [i, j, k] of sums) {
      if (made.length < 2) break
      const [a, b] = [made[i % made.length]!, made[j % made.length]!]
      const sum = new Map(a)
      for (const [c, x] of b) sum.set(c, (sum.get(c) ?? 0) + k * x)
      made.push(sum)
    }
    return { n, rows: made }
  })

describe('the null space of rows with few entries', () => {
  it('has the rank that singular values tell, and is orthonormal and taken to zero', () => {
    fc.assert(
      fc.property(rows, ({ n, rows: given }) => {
        const dense = given.flatMap((row) => {
          const size = Math.hypot(...row.values())
          return size > 0 ? [Array.from({ length: n }, (_, c) => (row.get(c) ?? 0) / size)] : []
        })
        const values = singularValues(dense)
        // Matrices that are all but of lower rank have no rank to compare.
        fc.pre(values.every((v) => v > 1e-4 || v < 1e-11))
        const found = nullSpace(given, n, 1e-7)
        expect(found.rank).toBe(values.filter((v) => v > 1e-4).length)
        expect(found.vectors).toHaveLength(n - found.rank)
        found.vectors.forEach((v, i) => {
          for (const row of dense)
            expect(Math.abs(row.reduce((s, x, c) => s + x * v[c]!, 0))).toBeLessThan(1e-9)
          found.vectors.forEach((w, j) => {
            const dot = v.reduce((s, x, c) => s + x * w[c]!, 0)
            expect(dot).toBeCloseTo(i === j ? 1 : 0, 9)
          })
        })
      }),
      { numRuns: 400 },
    )
  })
  it('of no rows is everything', () => {
    expect(nullSpace([], 3, 1e-7)).toMatchObject({ rank: 0 })
    expect(nullSpace([new Map([[1, 0]])], 2, 1e-7).vectors).toHaveLength(2)
  })
})

describe('Cholesky within an envelope', () => {
  it('agrees with the dense one, in any order', () => {
    const system = fc.record({
      n: fc.integer({ min: 1, max: 12 }),
      cells: fc.array(entry, { minLength: 60, maxLength: 60 }),
    })
    fc.assert(
      fc.property(system, ({ n, cells }) => {
        // J^T J of rows that tie neighbours two apart, and a little on the diagonal.
        const a = new Float64Array(n * n)
        const ties: number[][] = []
        for (let k = 0; k < n; k++) {
          const tie = [...new Set([k, (k + 2) % n, (k * 3) % n])]
          ties.push(tie)
          tie.forEach((i, p) =>
            tie.forEach((j, q) => (a[i * n + j]! += cells[k * 3 + p]! * cells[k * 3 + q]!)),
          )
        }
        for (let i = 0; i < n; i++) a[i * n + i]! += 1
        const right = Float64Array.from({ length: n }, (_, i) => cells[40 + i]!)
        const place = nearOrder(n, ties)
        expect([...place].sort((x, y) => x - y)).toEqual(Array.from({ length: n }, (_, i) => i))
        const first = Int32Array.from({ length: n }, (_, i) => i)
        for (const tie of ties)
          for (const i of tie) for (const j of tie) first[place[i]!] = Math.min(first[place[i]!]!, place[j]!)
        const matrix = skyline(first)
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++)
            if (place[j]! <= place[i]! && place[j]! >= first[place[i]!]!)
              matrix.values[matrix.at[place[i]!]! + place[j]!] = a[i * n + j]!
        const moved = new Float64Array(n)
        right.forEach((x, i) => (moved[place[i]!] = x))
        const got = solveSkyline(matrix, moved)!
        const wanted = solvePositive(a, right, n)!
        wanted.forEach((x, i) => expect(got[place[i]!]).toBeCloseTo(x, 8))
      }),
    )
  })
  it('says when a matrix is not positive definite', () => {
    const m = skyline(Int32Array.of(0, 0))
    m.values.set([1, 2, 1])
    expect(solveSkyline(m, Float64Array.of(1, 1))).toBeUndefined()
  })
})
