import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chordTurn, deg, gaussRule, halfTurn, integrate, rad, roundUpTo } from './index.ts'

describe('gaussRule', () => {
  it('integrates polynomials of degree 2n - 1 exactly', () => {
    for (const n of [2, 5, 9, 16]) {
      const { nodes, weights } = gaussRule(n)
      for (let power = 0; power <= 2 * n - 1; power++) {
        let sum = 0
        for (let i = 0; i < n; i++) sum += weights[i]! * nodes[i]! ** power
        expect(sum).toBeCloseTo(power % 2 ? 0 : 2 / (power + 1), 13)
      }
    }
  })
})

describe('integrate', () => {
  it('meets closed forms of smooth and of sharply curved functions', () => {
    expect(integrate(Math.exp, 0, 1)).toBeCloseTo(Math.E - 1, 13)
    expect(integrate((x) => 1 / (1 + 1e4 * x * x), -1, 1)).toBeCloseTo((2 / 100) * Math.atan(100), 12)
    expect(integrate((x) => x, 2, 2)).toBe(0)
    expect(integrate(() => NaN, 0, 1)).toBeNaN()
  })

  it('does not go on halving what is noise, and ends with any f', () => {
    let asked = 0
    const noisy = (x: number): number => {
      asked++
      return 1 + 1e-6 * Math.sin(1e9 * x * x)
    }
    expect(integrate(noisy, 0, 1, 1e-5)).toBeCloseTo(1, 5)
    expect(asked).toBeLessThan(100)
    asked = 0
    expect(integrate(noisy, 0, 1)).toBeCloseTo(1, 5)
    expect(asked).toBeLessThan(300_000)
  })
})

describe('the turn of an arc by how far its chord leaves it', () => {
  it('is that of the closed form, and does not cancel', () => {
    for (const turn of [0.01, 0.5, 2, 3])
      expect(chordTurn(20, 20 * (1 - Math.cos(turn / 2)))).toBeCloseTo(turn, 10)
    expect(chordTurn(20, 20)).toBe(Math.PI)
    expect(chordTurn(1e12, 1e-6) / Math.sqrt((8 * 1e-6) / 1e12)).toBeCloseTo(1, 9)
  })
})

describe('halfTurn', () => {
  it('keeps half a turn positive and zero unsigned', () => {
    expect(halfTurn(-Math.PI)).toBe(Math.PI)
    expect(halfTurn(rad(-179.99999999999))).toBe(Math.PI)
    expect(Object.is(halfTurn(-1e-12), 0)).toBe(true)
    expect(deg(halfTurn(rad(270)))).toBeCloseTo(-90, 12)
  })
  it('lands in (-pi, pi] and differs by whole turns', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e3, max: 1e3, noNaN: true }), (a) => {
        const h = halfTurn(a)
        expect(h > -Math.PI && h <= Math.PI).toBe(true)
        expect(Math.cos(h - a)).toBeCloseTo(1, 9)
      }),
    )
  })
})

describe('roundUpTo', () => {
  it('rounds up to the step and forgives round-off', () => {
    expect(roundUpTo(987.038, 1)).toBe(988)
    expect(roundUpTo(500 + 1e-10, 1)).toBe(500)
    expect(roundUpTo(501, 5)).toBe(505)
    expect(roundUpTo(12.3, 0)).toBe(12.3)
  })
})
