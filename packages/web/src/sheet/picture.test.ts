import { describe, expect, it } from 'vitest'
import { arc2, line2, vec2 } from '@flexum/core/plane'
import { setPicture, type SheetPicture } from '@flexum/core/recipe'
import { areasOf } from '@flexum/core/sketch'
import { handOn } from '../../testing/sheet.ts'
import { foundOn, squareTurn } from './found.ts'
import {
  pictureIn,
  pictureMatrix,
  pixelOnSheet,
  scaledSo,
  stretchedSo,
  turnedTo,
  uprightBy,
} from './picture.ts'
import { entitiesOf, putStrokes } from './strokes.ts'
import { toScreen } from './view.ts'

const view = { centre: [30, 30] as const, scale: 5, width: 800, height: 500 }
const image = { hash: 'a'.repeat(64), width: 400, height: 200 }

describe('a picture on the sheet', () => {
  const p = pictureIn(view, image)
  it('is laid in the middle of the view, within it', () => {
    expect(pixelOnSheet(p, [200, 100])).toEqual([expect.closeTo(30, 9), expect.closeTo(30, 9)])
    for (const corner of [
      [0, 0],
      [400, 200],
    ] as const) {
      const [x, y] = toScreen(view, pixelOnSheet(p, corner))
      expect(x > 0 && x < 800 && y > 0 && y < 500).toBe(true)
    }
    // Its upper edge is up.
    expect(pixelOnSheet(p, [0, 0])[1]).toBeGreaterThan(pixelOnSheet(p, [0, 200])[1])
  })
  it('is scaled so that two places are as far apart as they truly are, the first staying', () => {
    const [a, b] = [pixelOnSheet(p, [100, 50]), pixelOnSheet(p, [300, 50])]
    const scaled = scaledSo(p, a, b, 80)!
    expect(vec2.distance(pixelOnSheet(scaled, [100, 50]), a)).toBeLessThan(1e-9)
    expect(vec2.distance(pixelOnSheet(scaled, [100, 50]), pixelOnSheet(scaled, [300, 50]))).toBeCloseTo(80, 9)
    expect(scaledSo(p, a, a, 80)).toBeUndefined()
    expect(scaledSo(p, a, b, 0)).toBeUndefined()
  })
  it('is put upright by an edge: turned by the least that makes it level or upright, about its middle', () => {
    const askew = turnedTo(p, 0.3)
    for (const ends of [
      [
        [100, 50],
        [300, 50],
      ],
      [
        [100, 50],
        [100, 150],
      ],
      [
        [300, 50],
        [100, 50],
      ],
    ] as const) {
      const upright = uprightBy(askew, pixelOnSheet(askew, ends[0]), pixelOnSheet(askew, ends[1]))!
      expect(upright.angle).toBeCloseTo(0, 12)
      expect(vec2.distance(pixelOnSheet(upright, [200, 100]), pixelOnSheet(askew, [200, 100]))).toBeLessThan(
        1e-9,
      )
    }
    expect(uprightBy(askew, [1, 1], [1, 1])).toBeUndefined()
  })
  it('is stretched by a second distance across the first, which still holds', () => {
    // Pixels twice as high as wide, turned: 200 px across are 50 mm, 80 px up are 40 mm.
    const turned = turnedTo(p, 0.3)
    const at = (q: SheetPicture, x: number, y: number) => pixelOnSheet(q, [x, y])
    const first = scaledSo(turned, at(turned, 100, 50), at(turned, 300, 50), 50)!
    const second = stretchedSo(first, at(first, 120, 30), at(first, 120, 110), 40)!
    expect(second.stretch).toBeCloseTo(2, 9)
    expect(vec2.distance(at(second, 100, 50), at(second, 300, 50))).toBeCloseTo(50, 9)
    expect(vec2.distance(at(second, 120, 30), at(second, 120, 110))).toBeCloseTo(40, 9)
    expect(vec2.distance(at(second, 120, 30), at(first, 120, 30))).toBeLessThan(1e-9)
    // The same with both ways slanting.
    const slant = scaledSo(turned, at(turned, 0, 0), at(turned, 200, 40), Math.hypot(50, 20))!
    const settled = stretchedSo(slant, at(slant, 0, 150), at(slant, 60, 30), Math.hypot(15, 60))!
    expect(settled.stretch).toBeCloseTo(2, 9)
    expect(settled.scale).toBeCloseTo(0.25, 9)
  })
  it('is not stretched by a distance along the first one, or with none known', () => {
    const at = (x: number, y: number) => pixelOnSheet(p, [x, y])
    expect(stretchedSo(p, at(0, 0), at(0, 50), 20)).toBeUndefined()
    const first = scaledSo(p, at(100, 50), at(300, 50), 50)!
    const far = (x: number, y: number) => pixelOnSheet(first, [x, y])
    expect(stretchedSo(first, far(100, 80), far(250, 82), 20)).toBeUndefined()
  })
  it('turns about its middle, and is drawn where its pixels are', () => {
    const turned = turnedTo(p, 0.4)
    expect(vec2.distance(pixelOnSheet(turned, [200, 100]), [30, 30])).toBeLessThan(1e-9)
    const [a, b, c, d, e, f] = pictureMatrix(turned, view).slice(7, -1).split(' ').map(Number) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    const [x, y] = toScreen(view, pixelOnSheet(turned, [37, 151]))
    expect(a * 37 + c * 151 + e).toBeCloseTo(x, 6)
    expect(b * 37 + d * 151 + f).toBeCloseTo(y, 6)
  })
  it('is scaled by pointing and typing on the sheet', () => {
    const hand = handOn()
    hand.session.run(setPicture, { step: 'sketch', picture: p }, { label: 'Lay' })
    hand.sheet.take('scale-picture')
    const [a, b] = [pixelOnSheet(p, [100, 50]), pixelOnSheet(p, [300, 50])]
    expect(hand.move(...a).hint).toContain('Click one end')
    hand.click(...a, { plain: true })
    hand.click(...b, { plain: true })
    expect(hand.said()).toContain('type the true length')
    hand.move(...b, { plain: true })
    hand.type({ length: '4 in' })
    const now = hand.step().picture as SheetPicture
    expect(200 * now.scale).toBeCloseTo(101.6, 6)
    hand.session.undo()
    expect(hand.step().picture).toEqual(p)
  })
})

describe('strokes', () => {
  const slot = {
    closed: true,
    smooth: [true, true, true, true],
    curves: [
      line2([0, 0], [30, 0]),
      arc2([30, 5], 5, -Math.PI / 2, Math.PI),
      line2([30, 10], [0, 10]),
      arc2([0, 5], 5, Math.PI / 2, Math.PI),
    ],
  }
  const ring = { closed: true, curves: [arc2([15, 5], 3, 0, 2 * Math.PI)] }
  it('become curves that share their points, whole circles circles', () => {
    const entities = entitiesOf([slot, ring])
    expect(entities.filter((e) => e.kind === 'line' || e.kind === 'arc')).toHaveLength(4)
    expect(entities.filter((e) => e.kind === 'circle')).toHaveLength(1)
    expect(areasOf(entities).regions.map((r) => r.area)).toEqual([
      expect.closeTo(9 * Math.PI, 6),
      expect.closeTo(300 + 25 * Math.PI - 9 * Math.PI, 6),
    ])
    expect(areasOf(entities).gaps).toEqual([])
  })
  it('are put into a drawing with their smooth joints tangent', () => {
    const hand = handOn()
    hand.sheet.edit('Draw', (d) => putStrokes(d, [slot, ring]))
    expect(hand.constraints('tangent')).toHaveLength(4)
    expect(hand.sheet.model().solved.areas.regions).toHaveLength(2)
  })
})

describe('outlines found in it', () => {
  /** A box of 200 x 100 px, turned in the picture by `turn` (y down). */
  const boxOf = (turn: number) => {
    const corners = (
      [
        [0, 0],
        [200, 0],
        [200, 100],
        [0, 100],
      ] as const
    ).map((c) => vec2.add([100, 40], vec2.turn(c, turn)))
    const curves = corners.map((c, i) => line2(c, corners[(i + 1) % 4]!))
    const four = <T>(v: T): T[] => curves.map(() => v)
    return { curves, closed: true, smooth: four(false), square: four(true), turn }
  }
  const picture = pictureIn(view, image)

  it('lie on the sheet where they do in the picture, y up', () => {
    const [found] = foundOn([boxOf(0.1)], picture, 1)
    found!.stroke.curves.forEach((c, i) => {
      const px = boxOf(0.1).curves[i]!
      if (c.kind === 'line' && px.kind === 'line')
        expect(vec2.distance(c.from, pixelOnSheet(picture, px.from))).toBeLessThan(1e-9)
    })
    // Traced at half the size, it lies where it did.
    const half = {
      ...boxOf(0),
      curves: boxOf(0).curves.map((c) => line2(vec2.scale(c.from, 0.5), vec2.scale(c.to, 0.5))),
    }
    const [again] = foundOn([half], picture, 2)
    expect(again!.stroke.curves).toEqual(foundOn([boxOf(0)], picture, 1)[0]!.stroke.curves)
  })
  it('say by how much the picture is turned', () => {
    expect(squareTurn([boxOf(0.1)], picture)).toBeCloseTo(-0.1, 9)
    const upright = turnedTo(picture, 0.1)
    expect(squareTurn([boxOf(0.1)], upright)).toBeCloseTo(0, 9)
    expect(squareTurn([], picture)).toBe(0)
  })
  it('keep their square corners: level and upright, or square to the longest', () => {
    const kindsOf = (turn: number): string[] => {
      const hand = handOn()
      const strokes = foundOn([boxOf(turn)], picture, 1).map((f) => f.stroke)
      expect(hand.sheet.edit('Draw the outlines', (d) => putStrokes(d, strokes))).toBe(true)
      return hand.sheet.counting()!.constraints.map((c) => c.kind)
    }
    expect(kindsOf(0).toSorted()).toEqual(['horizontal', 'horizontal', 'vertical', 'vertical'])
    expect(kindsOf(0.2).toSorted()).toEqual(['parallel', 'perpendicular', 'perpendicular'])
  })
  it('are left out and taken in again by their numbers', () => {
    const { sheet } = handOn()
    sheet.set({ found: foundOn([boxOf(0), boxOf(0.2)], picture, 1) })
    sheet.leaveOut(1)
    expect(sheet.store.getState().found!.map((f) => f.out)).toEqual([false, true])
    sheet.leaveOut(1)
    sheet.leaveOut(0)
    expect(sheet.store.getState().found!.map((f) => f.out)).toEqual([true, false])
  })
})
