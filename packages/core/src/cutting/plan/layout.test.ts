import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { countingIds } from '../../base/index.ts'
import { fitsOn, layoutsOf, leftOn, movedPiece, placedOn, type BarLayout } from './layout.ts'

const SAW = { kerf: 3, trimStart: 10, trimEnd: 5, keepFrom: 300 }
const bar = (id: string, length: number, ...pieces: number[]): BarLayout => ({
  id,
  kind: 'k',
  length,
  cost: 1,
  held: false,
  pieces: pieces.map((p, i) => ({ id: `${id}${i}`, length: p })),
})

describe('pieces on a bar', () => {
  it('lie behind the trim with a kerf between them', () => {
    const b = bar('a', 1000, 300, 200)
    expect(placedOn(b, SAW).map((p) => [p.from, p.to])).toEqual([
      [10, 310],
      [313, 513],
    ])
    expect(leftOn(b, SAW)).toBe(1000 - 513 - 3)
    expect(leftOn(bar('a', 513), SAW)).toBe(513 - 10 - 3)
    expect(leftOn(bar('a', 515, 300, 200), SAW)).toBe(2)
    expect(fitsOn(b.pieces, 518, SAW)).toBe(true)
    expect(fitsOn(b.pieces, 517.99, SAW)).toBe(false)
  })
  it('of a plan each have a name of their own', () => {
    const problem = {
      pieces: [
        { id: 'short', length: 100, count: 3 },
        { id: 'long', length: 400, count: 2 },
      ],
      bars: [{ id: 'k', length: 600, cost: 7 }],
      saw: SAW,
    }
    const uses = [
      { bar: 0, counts: [1, 1], times: 2 },
      { bar: 0, counts: [1, 0], times: 1 },
    ]
    const named = new Map([
      ['short', ['s1', 's2', 's3'].map((id) => ({ id, length: 100 }))],
      ['long', ['l1', 'l2'].map((id) => ({ id, length: 400 }))],
    ])
    const bars = layoutsOf(problem, uses, named, countingIds('bar', new Set()))
    expect(bars.map((b) => b.pieces.map((p) => p.id))).toEqual([['l1', 's1'], ['l2', 's2'], ['s3']])
    expect(new Set(bars.map((b) => b.id)).size).toBe(3)
    expect(bars[0]).toMatchObject({ kind: 'k', length: 600, cost: 7, held: false })
  })
  it('go to another bar by hand, or are refused with why', () => {
    const bars = [bar('a', 1000, 300, 200), bar('b', 1000, 600), bar('c', 400, 200)]
    const moved = movedPiece(bars, SAW, { piece: 'a1', to: 'b', at: 0 }, new Set())
    expect(moved.ok && moved.value.map((b) => [b.pieces.map((p) => p.id), b.held])).toEqual([
      [['a0'], false],
      [['a1', 'b0'], true],
      [['c0'], false],
    ])
    // Which it was is kept with the bar, and goes with the piece when that is moved again.
    if (!moved.ok) throw new Error(moved.fault.message)
    expect(moved.value[1]!.byHand).toEqual(['a1'])
    const back = movedPiece(moved.value, SAW, { piece: 'a1', to: 'a', at: 0 }, new Set())
    expect(back.ok && back.value.map((b) => [b.held, b.byHand ?? []])).toEqual([
      [true, ['a1']],
      [false, []],
      [false, []],
    ])
    const last = movedPiece(bars, SAW, { piece: 'c0', to: 'a', at: 9 }, new Set())
    expect(last.ok && last.value.map((b) => b.id)).toEqual(['a', 'b'])
    const why = (m: ReturnType<typeof movedPiece>): string => (m.ok ? '' : m.fault.message)
    expect(why(movedPiece(bars, SAW, { piece: 'b0', to: 'a', at: 0 }, new Set(), (v) => `${v} mm`))).toBe(
      'the bar has 479 mm left between its trims, and the piece takes 600 mm',
    )
    expect(why(movedPiece(bars, SAW, { piece: 'a1', to: 'b', at: 0 }, new Set(['a1'])))).toMatch(
      /sawn already/,
    )
    expect(why(movedPiece(bars, SAW, { piece: 'x', to: 'b', at: 0 }, new Set()))).toMatch(/piece is not/)
    expect(why(movedPiece(bars, SAW, { piece: 'a1', to: 'x', at: 0 }, new Set()))).toMatch(/bar is not/)
  })
  it('keep every piece once, and every bar within its length, however they are moved', () => {
    const size = fc.integer({ min: 20, max: 500 })
    const three = fc.array(fc.array(size, { minLength: 1, maxLength: 4 }), { minLength: 3, maxLength: 3 })
    const moves = fc.array(fc.tuple(fc.nat(2), fc.nat(3), fc.nat(2), fc.nat(4)), { maxLength: 12 })
    fc.assert(
      fc.property(three, moves, (lengths, list) => {
        const start = lengths.map((l, i) => bar('abc'[i]!, 2100, ...l))
        let bars: readonly BarLayout[] = start
        for (const [from, piece, to, at] of list) {
          const moved = movedPiece(
            bars,
            SAW,
            { piece: `${'abc'[from]!}${piece}`, to: 'abc'[to]!, at },
            new Set(),
          )
          if (moved.ok) bars = moved.value
        }
        const ids = (of: readonly BarLayout[]) => of.flatMap((b) => b.pieces.map((p) => p.id)).sort()
        expect(ids(bars)).toEqual(ids(start))
        for (const b of bars) expect(fitsOn(b.pieces, b.length, SAW)).toBe(true)
      }),
    )
  })
})
