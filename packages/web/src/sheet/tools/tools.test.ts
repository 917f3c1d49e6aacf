import { describe, expect, it } from 'vitest'
import { BELOW, RIGHT, drawBox, drawHook, handOn, type Hand } from '../../../testing/sheet.ts'
import { rad } from '@flexum/core/num'
import { areasOf, chainOf, pointsOf } from '@flexum/core/sketch'
import { pointAt, curveLength } from '@flexum/core/plane'
import { pointerFor } from '../../screens/bench/sheet/pointer.ts'
import { offersFor } from '../offers.ts'

const lengthOf = (hand: ReturnType<typeof handOn>): number =>
  hand
    .entities()
    .reduce(
      (s, e) => s + (hand.sheet.model().pieces.get(e.id) ?? []).reduce((n, c) => n + curveLength(c), 0),
      0,
    )

describe('a dimension to the origin', () => {
  it('takes it where a curve passes close by', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(-30, 0.9, { plain: true })
    hand.click(60, 0.9, { plain: true })
    hand.key('Enter')
    hand.sheet.take('chain')
    hand.click(25, 20, { plain: true })
    hand.click(45, 40, { plain: true })
    hand.key('Enter')
    // Nine pixels are 1.8 mm here: the line passes by at half of that.
    hand.sheet.take('dimension')
    hand.click(0.1, 0.2)
    expect(hand.sheet.store.getState().chosen).toEqual(['origin'])
    hand.sheet.take('choose')
    hand.sheet.take('dimension')
    hand.click(20, 0.9)
    expect(hand.sheet.store.getState().chosen).not.toEqual(['origin'])
  })
})

describe('a round that is caught on something', () => {
  const withGuide = (): Hand => {
    const hand = handOn()
    hand.sheet.take('guide')
    hand.click(40, 10, { plain: true })
    hand.click(40, 50, { plain: true })
    hand.key('Enter')
    return hand
  }
  it('goes through the middle of a guide line, and keeps to it', () => {
    const hand = withGuide()
    hand.sheet.take('circle')
    hand.click(15, 30, { plain: false })
    const p = hand.move(40.1, 30.1)
    expect(p?.words.join()).toMatch(/middle of/)
    hand.click(40.1, 30.1)
    const [circle] = hand.entities('circle')
    const [midpoint] = hand.constraints('midpoint')
    expect(midpoint).toBeDefined()
    expect(hand.constraints('point-on')).toMatchObject([
      { point: midpoint?.kind === 'midpoint' ? midpoint.point : '', curve: circle!.id },
    ])
  })
  it('goes through the origin, and an arc through the place that its third press caught', () => {
    const hand = withGuide()
    hand.sheet.take('circle')
    hand.click(0, 22, { plain: true })
    hand.click(0.1, 0.1)
    expect(hand.constraints('point-on')).toHaveLength(1)
    hand.sheet.take('arc')
    hand.click(20, 60, { plain: true })
    hand.click(60, 60, { plain: true })
    hand.click(40, 50.1)
    expect(hand.constraints('point-on')).toHaveLength(2)
    expect(hand.sheet.model().failing.size).toBe(0)
  })
})

describe('the chain', () => {
  it('goes from line to tangent arc to line in one go, with what was meant', () => {
    const hand = handOn()
    drawHook(hand)
    expect(hand.entities('line')).toHaveLength(3)
    expect(hand.entities('arc')).toHaveLength(2)
    expect(hand.constraints('tangent')).toHaveLength(4)
    // The first line is upright; the last click was on the grid and upright by the arc before it.
    expect(hand.constraints('vertical')).toHaveLength(1)
    expect(hand.constraints('coincident')).toMatchObject([{ b: 'origin' }])
    expect(hand.loose()).toBe(7)
    expect(chainOf(hand.entities(), [])).toMatchObject({ ok: true, value: { closed: false } })
  })
  it('tells before the click what will be constrained, and keeps to the hand when told to', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(10, 10)
    expect(hand.move(50, 10.6).words).toContain('level')
    expect(hand.move(10.4, 40).words).toContain('upright')
    expect(hand.move(50, 10.6, { plain: true }).words).toEqual([])
    hand.click(50, 10.6, { plain: true })
    expect(hand.constraints('horizontal')).toEqual([])
    hand.click(80, 10.9)
    expect(hand.constraints('horizontal')).toHaveLength(1)
  })
  it('takes typed length and angle, which become dimensions', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0)
    hand.move(20, 9)
    hand.type({ length: '1 3/8 in', angle: '30' })
    expect(lengthOf(hand)).toBeCloseTo(1.375 * 25.4, 9)
    expect(hand.dimensions().map((d) => [d.measured.of, d.formula])).toEqual([
      ['distance', '1 3/8 in'],
      ['angle', '30'],
    ])
    hand.move(60, 40)
    hand.type({ length: '20', angle: '90' })
    expect(hand.constraints('vertical')).toHaveLength(1)
    expect(hand.loose()).toBe(0)
  })
  it('goes on by figures alone, without the pointer being moved', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(10, 10)
    hand.type({ length: '40' })
    hand.type({ length: '30', angle: '90' })
    hand.type({ length: '12' })
    hand.key('a')
    hand.type({ radius: '8', sweep: '90' })
    hand.key('Enter')
    const ends = hand.entities('point').map((e) => hand.sheet.model().at(e.id))
    const has = (x: number, y: number): boolean => ends.some((p) => Math.hypot(p[0] - x, p[1] - y) < 1e-6)
    // Level, up, on up, and round to one side.
    expect([has(50, 10), has(50, 40), has(50, 52)]).toEqual([true, true, true])
    expect(has(58, 60) || has(42, 60)).toBe(true)
    expect(hand.entities('line')).toHaveLength(3)
    expect(hand.entities('arc')).toMatchObject([{ radius: expect.closeTo(8, 6) as number }])
    for (const [tool, typed, size] of [
      ['circle', { diameter: '18' }, { radius: 9 }],
      ['box', { width: '20', height: '11' }, undefined],
    ] as const) {
      const other = handOn()
      other.sheet.take(tool)
      other.click(5, 5)
      other.type(typed)
      if (size)
        expect(other.entities('circle')).toMatchObject([{ radius: expect.closeTo(size.radius, 6) as number }])
      else expect(areasOf(other.entities()).regions.map((r) => r.area)).toEqual([expect.closeTo(220, 6)])
    }
  })
  it('appears on the other side of a mirror that is switched on, linked, and is one outline', () => {
    const hand = handOn()
    hand.sheet.set({ mirror: 'up-axis' })
    hand.sheet.take('chain')
    hand.click(0, 40)
    hand.click(30, 40)
    hand.key('a')
    hand.click(42, 22, { plain: true })
    hand.key('l')
    hand.click(0, -10, { plain: true })
    hand.key('Enter')
    // The line down the middle would be its own twin.
    hand.click(0, -10)
    hand.click(0, 40)
    hand.key('Enter')
    const curves = hand.entities().filter((e) => e.kind !== 'point')
    expect(curves).toHaveLength(7)
    expect(areasOf(hand.entities()).regions).toHaveLength(2)
    const [left, right] = areasOf(hand.entities()).regions.map((r) => r.area)
    expect(left).toBeCloseTo(right!, 4)
    hand.sheet.take('choose')
    hand.drag([30, 40], [33, 46])
    const [a, b] = areasOf(hand.entities()).regions.map((r) => r.area)
    expect(a).toBeCloseTo(b!, 4)
    expect(a).not.toBeCloseTo(left!, 1)
    for (let k = 0; k < 5; k++) hand.session.undo()
    expect(hand.entities()).toEqual([])
  })
  it('keeps to steps of an angle while these are locked', () => {
    const hand = handOn()
    hand.sheet.set({ steps: rad(45) })
    hand.sheet.take('chain')
    hand.click(10, 10)
    const preview = hand.move(48, 44)
    expect(preview.fields.find((f) => f.key === 'angle')!.value).toBeCloseTo(rad(45), 9)
    hand.click(48, 44)
    hand.click(20, 71)
    hand.sheet.set({ steps: rad(30) })
    hand.click(70, 100)
    const ways = hand.entities('line').map((e) => {
      const [a, b] = pointsOf(e).map((p) => hand.sheet.model().at(p))
      return (Math.atan2(b![1] - a![1], b![0] - a![0]) * 180) / Math.PI
    })
    expect(ways.map((w) => Number(w.toFixed(6)))).toEqual([45, 135, 30])
  })
  it('takes a typed radius and sweep of an arc', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0)
    hand.click(30, 0)
    hand.key('a')
    hand.move(45, 14)
    hand.type({ radius: '12', sweep: '90' })
    const [arc] = hand.entities('arc')
    expect(arc).toMatchObject({ radius: expect.closeTo(12, 9), clockwise: false })
    expect(lengthOf(hand)).toBeCloseTo(30 + 6 * Math.PI, 6)
    // Both are held: another radius leaves the sweep as it was typed.
    expect(hand.dimensions().map((d) => [d.measured.of, d.formula])).toEqual([
      ['radius', '12'],
      ['sweep', '90'],
    ])
    hand.sheet.set({ editing: { kind: 'old', id: hand.dimensions()[0]!.id } })
    expect(hand.sheet.enter('20')).toBe(true)
    const [piece] = hand.sheet.model().pieces.get(arc!.id)!
    expect(curveLength(piece!)).toBeCloseTo(10 * Math.PI, 6)
  })
  it('takes the last point back, and closes with one key', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    for (const [x, y] of [
      [0, 0],
      [40, 0],
      [40, 30],
      [90, 70],
    ] as const)
      hand.click(x, y)
    expect(hand.entities('line')).toHaveLength(3)
    hand.key('Backspace')
    expect(hand.entities('line')).toHaveLength(2)
    hand.key('c')
    expect(hand.entities('line')).toHaveLength(3)
    expect(areasOf(hand.entities()).regions.map((r) => r.area)).toEqual([expect.closeTo(600, 6)])
    expect(hand.sheet.tool().begun).toBe(false)
  })
  it('goes on from a loose end, and ends on a point that is there', () => {
    const hand = handOn()
    drawHook(hand)
    hand.sheet.take('chain')
    hand.click(60, 45)
    expect(hand.move(60.2, 70).words).toContain('upright')
    hand.click(0, 0)
    expect(chainOf(hand.entities(), [])).toMatchObject({ ok: true, value: { closed: true } })
    expect(hand.sheet.tool().begun).toBe(false)
  })
  it('draws guides, which are part of no region', () => {
    const hand = handOn()
    hand.sheet.take('guide')
    hand.click(0, 0)
    hand.click(50, 0)
    hand.key('Enter')
    expect(hand.entities('line')).toMatchObject([{ guide: true }])
  })
})

describe('catching', () => {
  it('on ends, middles, centres, crossings and curves, and lines up with what was touched', () => {
    const hand = handOn()
    drawBox(hand)
    hand.sheet.take('circle')
    const words = (x: number, y: number): readonly string[] => hand.move(x, y).words
    expect(words(80.5, 49.6)).toContain('point')
    expect(words(40.4, 0.3)).toContain('middle of line 1')
    expect(words(0.3, 0.4)).toContain('point')
    expect(words(60.2, 50.4)).toContain('on line 3')
    // The upper right corner was touched: level with it, out in the open.
    words(80, 50)
    expect(words(120, 50.4)[0]).toMatch(/^level with (start|end) of line [23]$/)
    hand.click(40, 25)
    hand.click(50, 25)
    hand.sheet.take('chain')
    expect(words(40.3, 25.2)).toContain('centre')
    hand.click(-20, 25)
    expect(words(30.1, 25.2)).toContain('on circle 1')
  })
  it('on the axes of the sheet and where lines cross them, but not on one that the line comes from', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    expect(hand.move(0.4, 40).words).toEqual(['on the axis up'])
    hand.click(-12, 20, { plain: true })
    hand.click(24, 30, { plain: true })
    hand.key('Enter')
    expect(hand.move(0.5, 23.8).words).toEqual(['crossing of line 1 and the axis up'])
    hand.click(0.5, 23.8)
    expect(hand.move(30, 0.7).words).toContain('on the axis across')
    hand.click(30, 0.7)
    expect(hand.constraints('point-on').map((c) => c.kind === 'point-on' && c.curve)).toEqual([
      hand.entities('line')[0]!.id,
      'up-axis',
      'across-axis',
    ])
    // From the axis on along it the line is level, and says so itself.
    expect(hand.move(60, 0.5).words).toEqual(['level'])
  })
  it('on the middle of an arc and of an outline, which keep what is put there', () => {
    const hand = handOn()
    hand.sheet.take('arc-centre')
    hand.click(0, 0)
    hand.click(30, 0)
    hand.click(0, 30)
    hand.sheet.take('chain')
    const h = 30 / Math.SQRT2
    expect(hand.move(h + 0.4, h).words).toEqual(['middle of arc 1'])
    hand.click(h + 0.4, h)
    hand.click(60, 70, { plain: true })
    hand.key('Enter')
    expect(hand.constraints('arc-middle')).toHaveLength(1)
    const middle = (): readonly number[] => {
      const c = hand.constraints('arc-middle')[0]!
      return hand.sheet.model().at(c.kind === 'arc-middle' ? c.point : '')
    }
    expect(middle()[0]).toBeCloseTo(h, 7)
    // It stays the middle when the arc is made longer.
    const [arc] = hand.entities('arc')
    const end = arc?.kind === 'arc' ? arc.to : ''
    hand.sheet.take('choose')
    hand.drag([0, 30], [-20, 15])
    const { at } = hand.sheet.model()
    const away = (a: readonly number[], b: readonly number[]): number =>
      Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!)
    expect(away(at(end), [0, 30])).toBeGreaterThan(5)
    expect(away(middle(), at(end))).toBeCloseTo(away(middle(), at(arc?.kind === 'arc' ? arc.from : '')), 6)

    const box = handOn()
    drawBox(box)
    box.sheet.take('circle')
    expect(box.move(40.4, 25.3).words).toEqual(['centre of the outline'])
    box.click(40.4, 25.3)
    box.click(46, 25.3)
    const [ring] = box.entities('circle')
    // The box keeps two sizes, and the circle one.
    expect(box.loose()).toBe(3)
    expect(box.sheet.model().at(ring?.kind === 'circle' ? ring.centre : '')).toEqual([
      expect.closeTo(40, 9),
      expect.closeTo(25, 9),
    ])
  })
  it('takes after lines and rounds that were pointed at, and draws what it takes after', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0, { plain: true })
    hand.click(40, 30, { plain: true })
    hand.key('Enter')
    const [first] = hand.entities('line')
    hand.click(10, 40, { plain: true })
    // Not before it was pointed at.
    expect(hand.move(42.2, 64).words).toEqual([])
    hand.sheet.set({ patterns: [first!.id] })
    expect(hand.move(42.2, 64).words).toEqual(['parallel to line 1'])
    expect(hand.move(50.3, 69.8)).toMatchObject({ words: ['parallel to line 1', 'as long as line 1'] })
    expect(hand.move(50.3, 69.8).ghosts).toHaveLength(2)
    expect(hand.move(22.1, 24).words).toEqual(['square to line 1'])
    hand.click(50.3, 69.8)
    hand.key('Enter')
    expect(hand.constraints('parallel')).toHaveLength(1)
    expect(hand.constraints('equal')).toHaveLength(1)
    const [, second] = hand.entities('line')
    expect(curveLength(hand.sheet.model().pieces.get(second!.id)![0]!)).toBeCloseTo(50, 9)
    // A typed length is what counts then.
    hand.click(90, 0, { plain: true })
    hand.move(130, 30.2)
    hand.type({ length: '20' })
    expect(hand.constraints('equal')).toHaveLength(1)
    expect(hand.constraints('parallel')).toHaveLength(2)

    hand.key('Enter')
    hand.sheet.take('circle')
    hand.click(-60, 0, { plain: true })
    hand.click(-48, 0, { plain: true })
    hand.sheet.set({ patterns: [hand.entities('circle')[0]!.id] })
    hand.click(-60, 60, { plain: true })
    expect(hand.move(-60, 72.7)).toMatchObject({ words: ['as large as circle 1'], ghosts: [{ radius: 12 }] })
    hand.click(-60, 72.7)
    expect(hand.entities('circle')[1]).toMatchObject({ radius: expect.closeTo(12, 9) })
    expect(hand.constraints('equal')).toHaveLength(2)
  })
  it('leaves a round tangent, and runs from one to another tangent to both', () => {
    const hand = handOn()
    hand.sheet.take('circle')
    hand.click(0, 0)
    hand.click(20, 0, { plain: true })
    hand.click(80, 0, { plain: true })
    hand.click(90, 0, { plain: true })
    const [big, small] = hand.entities('circle').map((e) => e.id)
    hand.sheet.take('chain')
    // From a place on the big circle, nearly along it.
    hand.click(14.2, -14.1)
    expect(hand.move(40.5, 11).words).toEqual(['tangent to circle 1'])
    hand.click(40.5, 11)
    hand.key('Enter')
    const [loose] = hand.constraints('tangent')
    expect(loose).toMatchObject({ b: big })
    hand.sheet.remove([hand.entities('line')[0]!.id])
    // Over both, from near the one place to near the other.
    hand.click(4, 19.6)
    const end = hand.move(81.6, 9.9)
    expect(end.words).toEqual(['tangent to circle 1', 'tangent to circle 2'])
    hand.click(81.6, 9.9)
    const line = hand.entities('line')[0]!
    const ends = line.kind === 'line' ? [line.from, line.to].map((id) => hand.sheet.model().at(id)) : []
    expect(hand.constraints('tangent').map((c) => c.kind === 'tangent' && c.b)).toEqual([big, small])
    const { at } = hand.sheet.model()
    const centre = (id: string): readonly number[] => {
      const e = hand.entities('circle').find((c) => c.id === id)
      return at(e?.kind === 'circle' ? e.centre : '')
    }
    const radius = (id: string): number => {
      const e = hand.entities('circle').find((c) => c.id === id)
      return e?.kind === 'circle' ? e.radius : 0
    }
    for (const [i, id] of [big!, small!].entries()) {
      const [c, p] = [centre(id), ends[i]!]
      expect(Math.hypot(p[0] - c[0]!, p[1] - c[1]!)).toBeCloseTo(radius(id), 7)
      const along = [ends[1]![0] - ends[0]![0], ends[1]![1] - ends[0]![1]]
      expect((p[0] - c[0]!) * along[0]! + (p[1] - c[1]!) * along[1]!).toBeCloseTo(0, 5)
    }
  })
  it('ties what is put there', () => {
    const hand = handOn()
    drawBox(hand)
    hand.sheet.take('chain')
    hand.click(40, 50.2)
    hand.click(40.2, 0.2)
    expect(hand.constraints('midpoint')).toHaveLength(2)
    expect(hand.loose()).toBe(2)
  })
})

describe('shapes', () => {
  it('a box is level and upright, and takes typed sizes', () => {
    const hand = handOn()
    hand.sheet.take('box')
    hand.click(0, 0)
    hand.move(30, 20)
    hand.type({ width: '80', height: '50' })
    expect(areasOf(hand.entities()).regions[0]!.area).toBeCloseTo(4000, 6)
    expect(hand.loose()).toBe(0)
  })
  it('a polygon has equal sides and can be given across its flats', () => {
    const hand = handOn()
    hand.sheet.take('polygon')
    hand.click(30, 30)
    hand.click(42, 30)
    const sides = hand.entities('line').filter((e) => e.kind === 'line' && !e.guide)
    expect(sides.length).toBeGreaterThanOrEqual(3)
    const lengths = sides.map((e) =>
      (hand.sheet.model().pieces.get(e.id) ?? []).reduce((s, c) => s + curveLength(c), 0),
    )
    for (const l of lengths) expect(l).toBeCloseTo(lengths[0]!, 6)
    // Place, size and turn are what is left.
    expect(hand.loose()).toBeLessThanOrEqual(4)
  })
  it('a slot is a closed region with round ends', () => {
    const hand = handOn()
    hand.sheet.take('slot')
    hand.click(10, 20)
    hand.click(50, 20)
    hand.click(50, 28)
    const [region] = areasOf(hand.entities()).regions
    expect(region!.area).toBeCloseTo(40 * 16 + Math.PI * 64, 3)
  })
  it('that have no size yet take what is typed, without another move of the pointer', () => {
    const sizes: readonly [string, readonly (readonly [number, number])[], Record<string, string>, number][] =
      [
        [
          'slot',
          [
            [10, 20],
            [50, 20],
          ],
          { width: '16' },
          40 * 16 + Math.PI * 64,
        ],
        ['box', [[10, 20]], { width: '30', height: '20' }, 600],
        ['circle', [[10, 20]], { diameter: '14' }, Math.PI * 49],
        [
          'ellipse',
          [
            [10, 20],
            [30, 20],
          ],
          { second: '8' },
          Math.PI * 160,
        ],
        ['polygon', [[10, 20]], { size: '10' }, 50 * Math.sqrt(3)],
      ]
    for (const [tool, places, typed, area] of sizes) {
      const hand = handOn()
      hand.sheet.take(tool as Parameters<typeof hand.sheet.take>[0])
      for (const [x, y] of places) hand.click(x, y, { plain: true })
      hand.type(typed)
      const { regions } = areasOf(hand.entities())
      expect([tool, regions.length]).toEqual([tool, 1])
      expect(regions[0]!.area).toBeCloseTo(area, 3)
    }
  })
  it('that have no size draw nothing where nothing is typed either', () => {
    for (const [tool, presses] of [
      ['slot', 3],
      ['box', 2],
      ['circle', 2],
      ['polygon', 2],
      ['ellipse', 3],
      ['arc', 3],
    ] as const) {
      const hand = handOn()
      hand.sheet.take(tool)
      for (let i = 0; i < presses; i++) hand.click(10, 20, { plain: true })
      hand.type({ width: '16', radius: '5' })
      expect([tool, hand.entities('line').length + hand.entities('arc').length]).toEqual([tool, 0])
      expect(hand.entities('circle').length + hand.entities('ellipse').length).toBe(0)
    }
  })
  it('an arc takes a typed radius where its end was pressed', () => {
    const hand = handOn()
    hand.sheet.take('arc')
    hand.click(0, 0, { plain: true })
    hand.click(20, 0, { plain: true })
    hand.type({ radius: '15' })
    expect(hand.entities('arc')).toMatchObject([{ radius: expect.closeTo(15, 9) }])
  })
  it('arcs go through three points or round a centre, circles and ellipses have their sizes', () => {
    const hand = handOn()
    hand.sheet.take('arc')
    hand.click(0, 0, { plain: true })
    hand.click(20, 0, { plain: true })
    hand.click(10, 10, { plain: true })
    expect(hand.entities('arc')).toMatchObject([{ radius: expect.closeTo(10, 6) }])
    hand.sheet.take('arc-centre')
    hand.click(60, 0, { plain: true })
    hand.click(70, 0, { plain: true })
    hand.click(60, 10, { plain: true })
    expect(hand.entities('arc')).toHaveLength(2)
    hand.sheet.take('circle')
    hand.click(100, 0, { plain: true })
    hand.move(109, 0, { plain: true })
    hand.type({ diameter: '14' })
    expect(hand.entities('circle')).toMatchObject([{ radius: expect.closeTo(7, 9) }])
    hand.sheet.take('ellipse')
    hand.click(0, 60, { plain: true })
    hand.click(20, 60, { plain: true })
    hand.click(0, 68, { plain: true })
    expect(hand.entities('ellipse')).toMatchObject([{ radius: expect.closeTo(8, 6) }])
  })
  it('points of a spline in line with others are not tied to them', () => {
    const hand = handOn()
    drawBox(hand)
    hand.sheet.take('spline')
    hand.move(80, 50)
    for (const [x, y] of [
      [100, 50.2],
      [115, 50.1],
      [130, 60],
    ] as const)
      hand.click(x, y)
    const before = hand.constraints('horizontal').length
    hand.key('Enter')
    expect(hand.entities('spline')).toHaveLength(1)
    expect(hand.constraints('horizontal')).toHaveLength(before)
    // Chains still are.
    hand.sheet.take('chain')
    hand.move(80, 50)
    expect(hand.move(92, 50.2).words[0]).toMatch(/^level with/)
  })
  it('a spline goes through its points, or is pulled by them', () => {
    const hand = handOn()
    hand.sheet.take('spline')
    for (const [x, y] of [
      [0, 0],
      [20, 15],
      [45, 5],
    ] as const)
      hand.click(x, y, { plain: true })
    hand.key('Enter')
    const [spline] = hand.entities('spline')
    expect(spline).toMatchObject({ form: 'through' })
    expect(spline!.kind === 'spline' && spline!.points).toHaveLength(3)
  })
})

describe('choosing and dragging', () => {
  it('moves what is free while the rest holds, as one step to undo', () => {
    const hand = handOn()
    drawBox(hand)
    hand.drag([80, 50], [95, 62])
    expect(areasOf(hand.entities()).regions[0]!.area).toBeCloseTo(95 * 62, 0)
    expect(hand.constraints('horizontal')).toHaveLength(2)
    hand.session.undo()
    expect(areasOf(hand.entities()).regions[0]!.area).toBeCloseTo(4000, 6)
  })
  it('leaves what is settled, and says what holds it', () => {
    const hand = handOn()
    drawBox(hand)
    hand.dimension(BELOW, '80')
    hand.dimension(RIGHT, '50')
    expect(hand.loose()).toBe(0)
    hand.drag([80, 50], [95, 62])
    expect(hand.said()).toMatch(/^Settled, so it does not move\. It is held by .*Length d[12]/)
    expect(areasOf(hand.entities()).regions[0]!.area).toBeCloseTo(4000, 6)
  })
  it('keeps a held reference while dragging', () => {
    const hand = handOn()
    drawBox(hand)
    hand.dimension(BELOW, '80')
    const [d] = hand.dimensions()
    hand.sheet.setReference(d!.id, true)
    hand.sheet.setDimension(d!.id, { held: true }, 'Hold')
    hand.drag([80, 50], [95, 62])
    expect(areasOf(hand.entities()).regions[0]!.area).toBeCloseTo(80 * 62, 0)
  })
  it('joins an end to the point it is let fall on', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0)
    hand.click(40, 0)
    hand.key('Enter')
    hand.click(20, 30)
    hand.click(55, 30)
    hand.key('Enter')
    hand.sheet.take('choose')
    hand.drag([20, 30], [40, 0.5])
    expect(hand.constraints('coincident')).toHaveLength(2)
    expect(chainOf(hand.entities(), [])).toMatchObject({ ok: true })
  })
  it('takes points by a box where it takes no curve of theirs, and they can be made one', () => {
    const hand = handOn()
    hand.sheet.take('chain')
    hand.click(0, 0)
    hand.click(40, 0)
    hand.key('Enter')
    hand.click(44, 3, { plain: true })
    hand.click(44, 30, { plain: true })
    hand.key('Enter')
    hand.sheet.take('circle')
    hand.click(-30, 0, { plain: true })
    hand.click(-30, 9, { plain: true })
    hand.sheet.take('choose')
    hand.drag([36, -5], [50, 8])
    const chosen = hand.sheet.store.getState().chosen
    expect(chosen.map((id) => hand.sheet.name(id))).toEqual(['end of line 1', 'start of line 2'])
    const [together] = offersFor(hand.sheet.model(), chosen)
    expect(together!.word).toBe('together')
    expect(hand.sheet.constrain(together!)).toBe(true)
    expect(
      chainOf(
        hand.entities(),
        hand.entities('line').map((e) => e.id),
      ),
    ).toMatchObject({ ok: true })
    // A round is taken as a whole or not at all.
    hand.drag([-34, -4], [-26, 4])
    expect(hand.sheet.store.getState().chosen.map((id) => hand.sheet.name(id))).toEqual([
      'centre of circle 1',
    ])
    hand.drag([-42, -12], [-18, 12])
    expect(hand.sheet.store.getState().chosen.map((id) => hand.sheet.name(id))).toEqual(['circle 1'])
  })
  it('erases what a drag goes across, gives the last back on the way back, and undoes as one', () => {
    const hand = handOn()
    // Three uprights over a level line: six stretches above and below it, four of the line.
    hand.sheet.take('chain')
    for (const x of [0, 20, 40]) {
      hand.click(x, -10, { plain: true })
      hand.click(x, 30, { plain: true })
      hand.key('Enter')
    }
    hand.click(-12, 10, { plain: true })
    hand.click(52, 10, { plain: true })
    hand.key('Enter')
    const before = lengthOf(hand)
    hand.sheet.take('trim')
    const drag = (...places: (readonly [number, number])[]) => {
      const at = (p: readonly [number, number]) =>
        pointerFor(hand.sheet, p, { plain: false, more: false, others: [] })
      hand.sheet.tool().press(at(places[0]!))
      for (const p of places.slice(1)) hand.sheet.tool().drag!(at(p))
      const words = hand.sheet.tool().preview(at(places.at(-1)!)).words
      hand.sheet.tool().release!(at(places.at(-1)!))
      return words
    }
    // Across the upper halves of all three.
    expect(drag([-6, 22], [46, 22])).toEqual(['3 go'])
    expect(lengthOf(hand)).toBeCloseTo(before - 3 * 20, 6)
    hand.session.undo()
    expect(lengthOf(hand)).toBeCloseTo(before, 9)
    // Over two, and back onto the first.
    expect(drag([-6, 22], [26, 22], [0, 22])).toEqual(['goes'])
    expect(lengthOf(hand)).toBeCloseTo(before - 20, 6)
    hand.session.undo()
    // As soon as the way goes back over it, the last is given back, before the one before is come to.
    expect(drag([-6, 22], [46, 22], [33, 22])).toEqual(['2 go'])
    hand.session.undo()
    // A single one too, and the first of several: nothing is done then, and nothing said.
    for (const way of [
      [
        [-6, 22],
        [6, 22],
        [-6, 22],
      ],
      [
        [-6, 22],
        [46, 22],
        [-8, 23],
      ],
    ] as const) {
      expect([way, drag(...way)]).toEqual([way, []])
      expect(lengthOf(hand)).toBeCloseTo(before, 9)
    }
    // Gone forward again it is crossed again.
    expect(drag([-6, 22], [6, 22], [-6, 22], [6, 22])).toEqual(['goes'])
    hand.session.undo()
    // Met again beside the way the last is given back; an earlier one that is met on a round way stays.
    expect(drag([-6, 22], [26, 22], [26, 28], [10, 28])).toEqual(['goes'])
    hand.session.undo()
    expect(drag([-6, 22], [26, 22], [26, 36], [-6, 36], [-6, 17], [8, 17])).toEqual(['2 go'])
    hand.session.undo()
    // Two stretches of one line, whose rest goes by another name after the first is cut.
    expect(drag([10, 14], [10, 6], [10, 3], [30, 3], [30, 14])).toEqual(['3 go'])
    expect(lengthOf(hand)).toBeCloseTo(before - 20 - 20 - 20, 6)
  })
  it('chooses by a box, adds and takes away', () => {
    const hand = handOn()
    drawBox(hand)
    hand.drag([-10, 40], [90, 60])
    expect(hand.sheet.store.getState().chosen).toEqual([hand.entities('line')[2]!.id])
    hand.click(40, 0)
    expect(hand.sheet.store.getState().chosen).toHaveLength(1)
    hand.click(40, 50, { more: true })
    expect(hand.sheet.store.getState().chosen).toHaveLength(2)
    hand.click(40, 50, { more: true })
    expect(hand.sheet.store.getState().chosen).toHaveLength(1)
  })
})

describe('cutting tools', () => {
  it('show what would go, and take it', () => {
    const hand = handOn()
    drawBox(hand)
    hand.sheet.take('chain')
    hand.click(30, -20, { plain: true })
    hand.click(30, 70, { plain: true })
    hand.key('Enter')
    hand.sheet.take('trim')
    const preview = hand.move(30, 60)
    expect(preview.curves.map(curveLength)).toEqual([expect.closeTo(20, 0)])
    hand.click(30, 60)
    hand.click(30, -10)
    const lines = hand.entities('line')
    expect(lines).toHaveLength(5)
    expect(areasOf(hand.entities()).regions).toHaveLength(2)
    hand.click(200, 200)
    expect(hand.said()).toBe('Click on a curve.')
  })
  it('show and take the stretch of a free curve, and what is left of it is one', () => {
    const hand = handOn()
    hand.sheet.take('spline')
    for (const [x, y] of [
      [0, 0],
      [30, 20],
      [60, -10],
      [90, 10],
    ] as const)
      hand.click(x, y, { plain: true })
    hand.key('Enter')
    hand.sheet.take('chain')
    hand.click(45, -40, { plain: true })
    hand.click(45, 40, { plain: true })
    hand.key('Enter')
    hand.sheet.take('trim')
    const [spline] = hand.entities('spline')
    const long = (id: string): number =>
      hand.sheet
        .model()!
        .pieces.get(id)!
        .reduce((sum, c) => sum + curveLength(c), 0)
    const whole = long(spline!.id)
    const [x, y] = pointAt(hand.sheet.model()!.pieces.get(spline!.id)![2]!, 0.5)
    const going = hand.move(x, y).curves.reduce((sum, c) => sum + curveLength(c), 0)
    expect(going).toBeGreaterThan(20)
    hand.click(x, y)
    expect(hand.entities('spline')).toHaveLength(1)
    expect(long(spline!.id)).toBeCloseTo(whole - going, 1)
    // Its end lies on the line that cut it.
    expect(hand.constraints('point-on')).toHaveLength(1)
  })
  it('lengthen and split', () => {
    const hand = handOn()
    drawBox(hand)
    hand.sheet.take('chain')
    hand.click(30, 20, { plain: true })
    hand.click(50, 20, { plain: true })
    hand.key('Enter')
    hand.sheet.take('extend')
    expect(hand.move(49, 20).curves.map(curveLength)).toEqual([expect.closeTo(50, 6)])
    hand.click(49, 20)
    expect(hand.constraints('point-on')).toHaveLength(1)
    hand.click(40, 50)
    expect(hand.said()).toContain('joined')
    hand.sheet.take('split')
    hand.click(20, 50)
    expect(hand.entities('line')).toHaveLength(6)
    expect(hand.constraints('parallel')).toHaveLength(1)
  })
})
