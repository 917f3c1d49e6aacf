import { describe, expect, it } from 'vitest'
import { arc2, line2, vec2 } from '@flexum/core/plane'
import type { SheetPicture } from '@flexum/core/document'
import { setPicture } from '@flexum/core/edit'
import { areasOf } from '@flexum/core/sketch'
import { handOn } from '../../testing/sheet.ts'
import { pictureIn, pictureMatrix, pixelOnSheet, scaledSo, stretchedSo, turnedTo } from './picture.ts'
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
