import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leastBetween, rootBetween } from './index.ts'

describe('a root between two places', () => {
  it.each([
    ['of a square', (x: number) => x * x - 2, 0, 2, Math.SQRT2],
    ['of a cosine', Math.cos, 1, 2, Math.PI / 2],
    ['of a steep curve', (x: number) => Math.exp(20 * x) - 5, -1, 1, Math.log(5) / 20],
    ['of a flat one', (x: number) => (x - 0.3) ** 9, -1, 2, 0.3],
    ['of a jump', (x: number) => (x < 0.7 ? -1 : 1), 0, 1, 0.7],
  ])('%s', (name, f, low, high, root) => {
    const looks = { n: 0 }
    const counted = (x: number): number => {
      looks.n++
      return f(x)
    }
    expect(rootBetween(counted, low, high)).toBeCloseTo(root, name === 'of a flat one' ? 4 : 12)
    expect(rootBetween(f, high, low)).toBeCloseTo(root, name === 'of a flat one' ? 4 : 12)
    expect(looks.n).toBeLessThan(130)
  })
  it('is found of any cubic that changes its sign, in far fewer looks than halving takes', () => {
    const v = fc.double({ min: -5, max: 5, noNaN: true })
    fc.assert(
      fc.property(v, v, v, v, (a, b, c, d) => {
        const f = (x: number): number => ((a * x + b) * x + c) * x + d
        fc.pre(f(-3) * f(2) < 0)
        let looks = 0
        const x = rootBetween((t) => (looks++, f(t)), -3, 2)
        const slope = Math.abs((3 * a * x + 2 * b) * x + c)
        expect(Math.abs(f(x))).toBeLessThanOrEqual(1e-12 + 4e-15 * slope)
        expect(looks).toBeLessThan(80)
      }),
    )
  })
  it('is the nearer place where there is no change of sign, and an end where that is one', () => {
    expect(rootBetween((x) => x + 3, 0, 1)).toBe(0)
    expect(rootBetween((x) => x, 0, 1)).toBe(0)
    expect(rootBetween((x) => x - 1, 0, 1)).toBe(1)
  })
})

describe('the least place of a stretch', () => {
  it('is found of any parabola, or is an end of it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        (at, k) => {
          const x = leastBetween((t) => k * (t - at) ** 2, -1, 2)
          expect(x).toBeCloseTo(Math.min(2, Math.max(-1, at)), 6)
        },
      ),
    )
  })
  it('takes one look a narrowing', () => {
    let looks = 0
    leastBetween((t) => (looks++, t * t), -1, 2, 30)
    expect(looks).toBe(32)
  })
})
