import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MOST_SHEETS, OVERLAP, sheetsOf } from './sheets.ts'

describe('a strip over sheets', () => {
  it('of one sheet joins nothing', () => {
    expect(sheetsOf(0, 270, 270)).toEqual([
      { number: 1, from: 0, to: 270, before: undefined, after: undefined },
    ])
  })
  it('shows all of the bar, and two sheets that follow are joined at one place by one letter', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 9000, noNaN: true }),
        (start, length) => {
          const sheets = sheetsOf(start, length, 270)!
          expect(sheets[0]!.from).toBe(start)
          expect(sheets.at(-1)!.to).toBeCloseTo(start + length, 9)
          sheets.forEach((s, i) => {
            expect(s.to - s.from).toBeLessThanOrEqual(270 + 1e-9)
            expect(s.to).toBeGreaterThan(s.from)
            const next = sheets[i + 1]
            expect(s.after?.letter).toBe(next?.before?.letter)
            if (!next) return
            expect(s.after!.at).toBeCloseTo(next.before!.at, 9)
            expect(s.to - next.from).toBeCloseTo(OVERLAP, 9)
          })
        },
      ),
    )
  })
  it('is refused where it takes too many', () => {
    expect(sheetsOf(0, 1e6, 270)).toBeUndefined()
    expect(sheetsOf(0, 254 * MOST_SHEETS, 270)).toHaveLength(MOST_SHEETS)
    expect(sheetsOf(0, 254 * 30, 270)!.at(-2)!.after!.letter).toBe('AC')
  })
})
