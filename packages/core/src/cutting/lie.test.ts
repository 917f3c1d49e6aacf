import { describe, expect, it } from 'vitest'
import type { Vec2 } from '../plane/index.ts'
import { restsOf, springAngle, usualRest } from './lie.ts'

const box = (w: number, h: number): Vec2[] => [
  [0, 0],
  [w, 0],
  [w, h],
  [0, h],
]

describe('sides that a bar can lie on', () => {
  it('are those of its hull, the widest first, up into the section', () => {
    const rests = restsOf(box(40, 10), [20, 5], 0)
    expect(rests.map((r) => r.width)).toEqual([40, 40, 10, 10])
    expect(rests.map((r) => r.up.map((v) => v + 0)).slice(0, 2)).toEqual(
      expect.arrayContaining([
        [0, 1],
        [0, -1],
      ]),
    )
  })
  it('bridge a hollow back, whichever way the section is drawn', () => {
    // A channel, open below: it bears on its two feet.
    const channel: Vec2[] = [
      [0, 0],
      [5, 0],
      [5, 20],
      [35, 20],
      [35, 0],
      [40, 0],
      [40, 25],
      [0, 25],
    ]
    for (const points of [channel, [...channel].reverse()]) {
      const below = restsOf(points, [20, 17], 0).find((r) => r.up[1] > 0.5)!
      expect(below.width).toBe(40)
      expect(below.up.map((v) => v + 0)).toEqual([0, 1])
    }
  })
  it('are none of a round one, nor those it falls over from', () => {
    const n = 48
    const round = Array.from({ length: n }, (_, i): Vec2 => {
      const a = (2 * Math.PI * i) / n
      return [10 * Math.cos(a), 10 * Math.sin(a)]
    })
    expect(restsOf(round, [0, 0], 2 * 10 * Math.sin(Math.PI / n))).toEqual([])
    // A leaning one: its centroid stands beyond the foot.
    const leaning: Vec2[] = [
      [0, 0],
      [10, 0],
      [60, 80],
      [50, 80],
    ]
    expect(restsOf(leaning, [30, 40], 0).some((r) => r.up[1] > 0.99)).toBe(false)
    expect(restsOf([], [0, 0], 0)).toEqual([])
  })
  it('give the spring angle of a cornice', () => {
    const spring = (38 * Math.PI) / 180
    const [back] = restsOf(
      box(90, 14).map(([x, y]): Vec2 => [
        x * Math.sin(spring) + y * Math.cos(spring),
        -x * Math.cos(spring) + y * Math.sin(spring),
      ]),
      [40, -20],
      0,
    )
    expect(springAngle(back!)).toBeCloseTo(spring, 12)
  })
  it('are laid on as is usual: the widest, but the back of a moulding before its face, whichever way the room is', () => {
    const round = (v: readonly number[]): string[] => v.map((x) => x.toFixed(3))
    // A cornice whose face is wider than its back, and its mirror image.
    const parallel: Vec2[] = [
      [0, 0],
      [0, -20],
      [57.4, 53.5],
      [38, 48.65],
    ]
    const centroid: Vec2 = [23, 19]
    const sides = restsOf(parallel, centroid, 0)
    expect(sides[0]!.up[0]).toBeLessThan(0)
    const back = usualRest(sides, 1)!
    expect(back.up[0]).toBeGreaterThan(0)
    expect(back.width).toBeCloseTo(Math.hypot(38, 48.65), 9)
    const image = usualRest(
      restsOf(
        parallel.map(([x, y]): Vec2 => [-x, y]),
        [-23, 19],
        0,
      ),
      -1,
    )!
    expect(round(image.up)).toEqual(round([-back.up[0], back.up[1]]))
    const board = usualRest(restsOf(box(14, 70), [7, 35], 0), 1)!
    expect(round(board.up)).toEqual(round([1, 0]))
    // A flat that lies, and a square bar, are as they stand.
    expect(round(usualRest(restsOf(box(70, 14), [35, 7], 0), 1)!.up)).toEqual(round([0, 1]))
    expect(round(usualRest(restsOf(box(20, 20), [10, 10], 0), 1)!.up)).toEqual(round([0, 1]))
    expect(usualRest([], 1)).toBeUndefined()
  })
})
