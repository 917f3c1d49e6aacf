import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wallLine } from '@flexum/core/room'
import { freePlace, isIn, rangeOver } from './rooms.ts'

describe('walls that were gone over', () => {
  it('are taken in their order whichever way they were gone over, also past where they begin', () => {
    expect(rangeOver([2], 8, true)).toEqual({ first: 2, last: 2 })
    expect(rangeOver([1, 2, 3], 8, true)).toEqual({ first: 1, last: 3 })
    expect(rangeOver([3, 2, 1], 8, true)).toEqual({ first: 1, last: 3 })
    expect(rangeOver([7, 0, 1], 8, true)).toEqual({ first: 7, last: 1 })
    expect(rangeOver([1, 0, 7], 8, true)).toEqual({ first: 7, last: 1 })
    expect(rangeOver([4, 0], 5, false)).toEqual({ first: 0, last: 4 })
    expect(rangeOver([], 5, false)).toBeUndefined()
  })
  it('hold every wall that was passed on the way', () => {
    const way = fc.tuple(fc.integer({ min: 0, max: 8 }), fc.integer({ min: 1, max: 4 }), fc.boolean())
    fc.assert(
      fc.property(way, ([start, steps, forward]) => {
        const passed = Array.from({ length: steps + 1 }, (_, i) => (start + (forward ? i : 9 - i)) % 9)
        const range = rangeOver(passed, 9, true)!
        expect(passed.every((w) => isIn(w, range))).toBe(true)
        expect([...Array(9).keys()].filter((w) => isIn(w, range))).toHaveLength(steps + 1)
      }),
    )
  })
})

describe('where an opening has room', () => {
  const { path } = wallLine(
    [4000, 1000, 4000].map((length) => ({ length, bow: 0, corner: Math.PI / 2 })),
    { at: [0, 0, 0], heading: 0 },
    false,
  )
  const door = { wall: 0, from: 300, width: 850, sill: 0, height: 2000 }
  const wide = { width: 850, beside: 300 }
  it('is beside the last of its wall, or in the next wall that is long enough', () => {
    expect(freePlace({ path, openings: [] }, 0, wide)).toEqual({ wall: 0, at: 300 })
    expect(freePlace({ path, openings: [door] }, 0, wide)).toEqual({ wall: 0, at: 1450 })
    expect(freePlace({ path, openings: [door, { ...door, from: 2800 }] }, 0, wide)).toEqual({
      wall: 2,
      at: 300,
    })
    expect(freePlace({ path, openings: [] }, 0, { width: 5000, beside: 0 })).toBeUndefined()
  })
})
