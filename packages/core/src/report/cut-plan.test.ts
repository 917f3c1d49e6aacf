import { describe, expect, it } from 'vitest'
import { rad } from '../num/index.ts'
import { alikeBars, cutWords, placedBar, planFigures, sawAngle, sawDegrees, type GroupPlan } from './index.ts'

const SAW = { kerf: 3, trimStart: 10, trimEnd: 10, keepFrom: 200 }
const square = { made: 'square', mitre: 0, bevel: 0 } as const
const mitred = (degrees: number) => ({ made: 'mitre', mitre: rad(degrees), bevel: 0 }) as const

function group(more: Partial<GroupPlan> = {}): GroupPlan {
  const piece = {
    key: 'a',
    part: 'Frame',
    runName: 'Rail',
    number: 2,
    quantity: 2,
    length: 900,
    short: 860,
    left: mitred(45),
    right: square,
    bent: false,
    mass: 1,
  }
  return {
    key: 'g',
    row: null,
    name: 'Flat 20x5',
    material: 'Steel',
    massPerLength: 0.001,
    pieces: [piece],
    kinds: [],
    bars: [
      {
        id: 'b1',
        kind: 'k',
        length: 2000,
        pieces: [
          { id: 'a.1', length: 900 },
          { id: 'a.2', length: 900 },
        ],
      },
      { id: 'b2', kind: 'k', length: 2000, pieces: [{ id: 'gone.1', length: 900 }] },
    ],
    missing: [],
    unpriced: true,
    cost: 0,
    bound: 0,
    ...more,
  } as unknown as GroupPlan
}

describe('a saw in words', () => {
  it('is told by the same digits and sides everywhere', () => {
    expect([sawAngle(rad(45)), sawAngle(rad(-22.5)), sawAngle(rad(0.004)), sawAngle(0)]).toEqual([
      '45.00° right',
      '22.50° left',
      '0°',
      '0°',
    ])
    expect([sawDegrees(rad(33.8567)), sawDegrees(-1e-9)]).toEqual([33.86, 0])
    expect(cutWords({ ...mitred(30), bevel: rad(-10) })).toBe('mitre 30.00° right, bevel 10.00° left')
    expect(cutWords(square)).toBe('square')
  })
})

describe('a bar of a plan', () => {
  it('has its pieces where they lie, with the way that each cut leans', () => {
    const g = group()
    const { pieces, left, isKept } = placedBar(g, g.bars[0]!, SAW, new Set(['a.2']))
    expect(pieces.map((p) => [p.from, p.to, p.sawn])).toEqual([
      [10, 910, false],
      [913, 1813, true],
    ])
    expect(pieces[0]!.leans(0.1, 6)[0]).toBeCloseTo(6, 9)
    expect(pieces[0]!.leans(0.1, 6)[1]).toBe(0)
    expect(pieces[0]!.leans(0.01, 6)[0]).toBeCloseTo(3, 9)
    expect(pieces[1]!.words).toBe('Frame, Rail 2: 900.0 mm, sawn')
    expect([left, isKept]).toEqual([2000 - 1813 - SAW.kerf, false])
  })
  it('of pieces turned over leans the other way, and as deep as a cut is that neighbours share', () => {
    const g = group()
    const nest = { key: 'n', depth: 20, lean: 1.4, left: 1, right: 1 } as const
    const shared = {
      ...g.bars[0]!,
      pieces: [
        { id: 'a.1', length: 900, nest },
        { id: 'a.2', length: 900, nest: { ...nest, left: -1 as const } },
      ],
    }
    const [first, second] = placedBar(g, shared, SAW, new Set()).pieces
    expect(first!.leans(0.5, 6)).toEqual([10, 10])
    expect([first!.turned, second!.turned]).toEqual([false, true])
    expect(second!.leans(0.5, 6)).toEqual([-10, -10])
    expect(second!.words).toMatch(/turned over/)
  })
  it('says of a piece that the order has no more that it is gone', () => {
    const g = group()
    expect(placedBar(g, g.bars[1]!, SAW, new Set()).pieces[0]).toMatchObject({ kind: undefined })
    expect(placedBar(g, g.bars[1]!, SAW, new Set()).pieces[0]!.words).toMatch(/a piece that is gone/)
  })
})

describe('a plan', () => {
  it('comes to the same figures for page and paper', () => {
    expect(planFigures(group(), SAW).slice(0, 2)).toEqual(['2 bars', '3 pieces'])
    expect(planFigures(group(), SAW).some((w) => /^\d+\.\d % waste/.test(w))).toBe(true)
  })
  it('draws bars that are sawn alike once', () => {
    const g = group()
    const like = { ...g, bars: [g.bars[0]!, { ...g.bars[0]!, id: 'b3' }, g.bars[1]!] }
    expect(alikeBars(like, new Set()).map((a) => a.times)).toEqual([2, 1])
    expect(alikeBars(like, new Set(['a.1'])).map((a) => a.times)).toEqual([2, 1])
  })
})
