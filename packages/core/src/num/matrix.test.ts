import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pivotedQr, solvePositive } from './index.ts'

const entries = (n: number) =>
  fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: n, maxLength: n })

describe('solvePositive', () => {
  it('solves what it multiplies back to', () => {
    fc.assert(
      fc.property(entries(25), entries(5), (g, x) => {
        const n = 5
        const a = new Float64Array(n * n)
        for (let i = 0; i < n; i++) {
          for (let j = 0; j < n; j++) {
            for (let k = 0; k < n; k++) a[i * n + j]! += g[k * n + i]! * g[k * n + j]!
          }
          a[i * n + i]! += 0.5
        }
        const b = Float64Array.from({ length: n }, (_, i) => x.reduce((s, v, j) => s + a[i * n + j]! * v, 0))
        const found = solvePositive(Float64Array.from(a), b, n)!
        x.forEach((v, i) => expect(found[i]).toBeCloseTo(v, 6))
      }),
    )
  })
  it('says when a matrix is not positive definite', () => {
    expect(solvePositive(Float64Array.of(1, 2, 2, 1), Float64Array.of(1, 1), 2)).toBeUndefined()
    expect(solvePositive(Float64Array.of(NaN), Float64Array.of(1), 1)).toBeUndefined()
  })
})

describe('pivotedQr', () => {
  it('finds the rank of a product of known rank, and what no column reaches', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4 }), entries(24), entries(20), (rank, left, right) => {
        const [m, n] = [6, 5]
        // Columns are combinations of `rank` well separated directions.
        const a = new Float64Array(m * n)
        for (let j = 0; j < n; j++) {
          for (let r = 0; r < rank; r++) {
            const weight = j === r ? 10 : right[r * n + j]!
            for (let i = 0; i < m; i++) a[j * m + i]! += weight * (i === r ? 10 : left[r * m + i]! / 10)
          }
        }
        const qr = pivotedQr(a, m, n, 1e-9)
        expect(qr.rank).toBeLessThanOrEqual(rank)
        expect(qr.complement).toHaveLength(m - qr.rank)
        for (const v of qr.complement) {
          expect(Math.hypot(...v)).toBeCloseTo(1, 10)
          for (let j = 0; j < n; j++) {
            let dot = 0
            for (let i = 0; i < m; i++) dot += v[i]! * a[j * m + i]!
            expect(Math.abs(dot)).toBeLessThan(1e-6)
          }
        }
        expect([...qr.order].sort()).toEqual([0, 1, 2, 3, 4])
      }),
    )
  })
  it('of an empty or a zero matrix is rank 0', () => {
    expect(pivotedQr(new Float64Array(0), 3, 0, 1e-9)).toMatchObject({ rank: 0, order: [] })
    expect(pivotedQr(new Float64Array(6), 3, 2, 1e-9).complement).toHaveLength(3)
  })
})
