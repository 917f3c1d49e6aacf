import { beforeEach, describe, expect, it, vi } from 'vitest'
import * as sketch from '@flexum/core/sketch'
import { BELOW, drawBox, handOn } from '../../testing/sheet.ts'

vi.mock('@flexum/core/sketch', async (original) => {
  const real = await original<typeof sketch>()
  return { ...real, solveGently: vi.fn(real.solveGently) }
})

describe('the sheet solves', () => {
  const solves = vi.mocked(sketch.solveGently)
  beforeEach(() => {
    solves.mockClear()
  })

  it('once to try a dimension that is typed, and once for the shape it then has', () => {
    const hand = handOn()
    drawBox(hand)
    for (const [places, text] of [
      [BELOW, '40'],
      // The first one made the box half as large.
      [
        [
          [40, 12],
          [52, 12],
        ],
        '30',
      ],
    ] as const) {
      hand.sheet.model()
      solves.mockClear()
      expect(hand.dimension(places, text)).toBe(true)
      hand.sheet.model()
      expect(solves.mock.calls.length).toBeLessThanOrEqual(2)
    }
    const [first] = hand.dimensions()
    hand.sheet.set({ editing: { kind: 'old', id: first!.id } })
    solves.mockClear()
    expect(hand.sheet.enter('44')).toBe(true)
    hand.sheet.model()
    expect(solves.mock.calls.length).toBe(2)
  })

  it('nothing while nothing changes: the model is the same object', () => {
    const hand = handOn()
    drawBox(hand)
    const model = hand.sheet.model()
    solves.mockClear()
    expect(hand.sheet.model()).toBe(model)
    hand.sheet.choose([model.entities[0]!.id])
    expect(hand.sheet.model()).toBe(model)
    expect(solves).not.toHaveBeenCalled()
  })
})
