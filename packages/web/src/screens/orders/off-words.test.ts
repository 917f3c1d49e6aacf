import { describe, expect, it } from 'vitest'
import { oldPlanWords } from '@flexum/core/report'
import { offWords } from './OffPieces.tsx'

describe('what is told of a plan', () => {
  it('how many sawn pieces are too short or too long', () => {
    const off = (id: string, length: number, wanted: number) => ({ id, length, wanted, asSawn: false })
    expect(offWords([off('a', 900, 1000), off('b', 900, 1000)])).toBe(
      '2 sawn pieces of 900.0 mm are 100.0 mm too short by now',
    )
    expect(offWords([off('a', 900, 1000), off('c', 1200, 1150.5)])).toBe(
      '1 sawn piece of 900.0 mm is 100.0 mm too short by now, 1 sawn piece of 1200.0 mm is 49.5 mm too long by now',
    )
  })
  it('that it is older than its order, than its parts, or being made anew', () => {
    const standing = { state: 'done', outdated: false, changed: [] }
    expect(oldPlanWords(standing)).toBeUndefined()
    expect(oldPlanWords({ ...standing, outdated: true })).toMatch(/^An old plan: the order was changed since/)
    expect(oldPlanWords({ ...standing, changed: ['l1'] })).toMatch(/^An old plan: parts were changed since/)
    expect(oldPlanWords({ ...standing, state: 'working', outdated: true })).toMatch(
      /^Not the last word: .* as the order was changed/,
    )
    expect(oldPlanWords({ ...standing, state: 'waiting' })).toBe(
      'Not the last word: this order is being planned anew.',
    )
  })
})
