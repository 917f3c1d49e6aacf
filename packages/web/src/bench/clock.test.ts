import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad, TURN } from '@flexum/core/num'
import { angleSeen, turnedClock } from './clock.ts'

const frame = { origin: [10, 0, 5], t: [1, 0, 0], n: [0, 1, 0], b: [0, 0, 1] } as const

describe('the clock angle under the pointer', () => {
  it('is measured in the plane of the section', () => {
    const from = [-100, 0, 5] as const
    const toward = (y: number, z: number) => ({ origin: from, direction: [110, y, z] as const })
    expect(angleSeen(toward(0, 7), frame)).toBeCloseTo(rad(90), 12)
    expect(angleSeen(toward(-3, 3), frame)).toBeCloseTo(rad(135), 12)
    expect(angleSeen({ origin: from, direction: [0, 1, 0] }, frame)).toBeUndefined()
  })
  it('follows by the angle the pointer went, in steps, within half a turn', () => {
    expect(turnedClock(0, rad(10), rad(53), rad(15))).toBeCloseTo(rad(45), 12)
    expect(turnedClock(rad(170), 0, rad(30), rad(5))).toBeCloseTo(rad(-160), 12)
    fc.assert(
      fc.property(
        fc.double({ min: -9, max: 9, noNaN: true }),
        fc.double({ min: -9, max: 9, noNaN: true }),
        (a, b) => {
          const c = turnedClock(a, 0, b, 0)
          expect(c).toBeGreaterThan(-TURN / 2 - 1e-9)
          expect(c).toBeLessThanOrEqual(TURN / 2 + 1e-9)
          expect(Math.cos(c - a - b)).toBeCloseTo(1, 9)
        },
      ),
    )
  })
})
