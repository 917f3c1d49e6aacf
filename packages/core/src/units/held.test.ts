import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { decimalsThatHold } from './held.ts'

describe('decimals that hold', () => {
  it('are those of which half of one is more than the figure may be off', () => {
    expect(decimalsThatHold(0, 5)).toBe(5)
    expect(decimalsThatHold(0.004, 5)).toBe(2)
    expect(decimalsThatHold(0.006, 5)).toBe(1)
    expect(decimalsThatHold(0.6, 5)).toBe(0)
    expect(decimalsThatHold(80, 5)).toBe(0)
    fc.assert(
      fc.property(fc.double({ min: 1e-9, max: 1e3, noNaN: true }), (error) => {
        const held = decimalsThatHold(error, 6)
        if (held > 0) expect(error).toBeLessThanOrEqual(0.5 * 10 ** -held * (1 + 1e-9))
        if (held < 6) expect(error).toBeGreaterThan(0.5 * 10 ** -(held + 1) * (1 - 1e-9))
      }),
    )
  })
})
