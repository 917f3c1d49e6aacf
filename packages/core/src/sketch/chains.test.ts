import { describe, expect, it } from 'vitest'
import { arc, circle, line, pt } from '../../testing/drawn.ts'
import { areasOf, chainOf, openEnds, type SketchEntity } from './index.ts'

const square: readonly SketchEntity[] = [
  pt('a', 0, 0),
  pt('b', 40, 0),
  pt('c', 40, 30),
  pt('d', 0, 30),
  line('l1', 'a', 'b'),
  line('l2', 'c', 'b'),
  line('l3', 'c', 'd'),
  line('l4', 'd', 'a'),
]

describe('chains', () => {
  it('start at the loose end drawn first, go as drawn, and turn round on request', () => {
    const open = square.filter((e) => e.id !== 'l4')
    const chain = chainOf(open, [])
    expect(chain).toMatchObject({
      ok: true,
      value: {
        closed: false,
        links: [
          { curve: 'l1', forward: true },
          { curve: 'l2', forward: false },
          { curve: 'l3', forward: true },
        ],
      },
    })
    const back = chainOf(open, [], { reversed: true })
    expect(back.ok && back.value.links.map((l) => l.curve)).toEqual(['l3', 'l2', 'l1'])
    const fromD = chainOf(open, [], { start: 'd' })
    expect(fromD.ok && fromD.value.links[0]).toEqual({ curve: 'l3', forward: false })
  })
  it('are none where there is nothing but circles, whatever their number', () => {
    const rings = (n: number): SketchEntity[] =>
      Array.from({ length: n }, (_, i) => [pt(`m${i}`, 0, 0), circle(`o${i}`, `m${i}`, 5 + i)]).flat()
    // A tube's section.
    expect(chainOf(rings(2), [])).toMatchObject({ ok: false, fault: { kind: 'apart', chains: 2 } })
    expect(chainOf(rings(2), ['o1'])).toMatchObject({ ok: true, value: { closed: true } })
    expect(chainOf(rings(30), [])).toMatchObject({ ok: false, fault: { kind: 'apart', chains: 30 } })
    expect(chainOf([...square, ...rings(1)], [])).toMatchObject({
      ok: false,
      fault: { kind: 'apart', chains: 2 },
    })
  })
  it('close, and start where asked', () => {
    const chain = chainOf(square, [], { start: 'c' })
    expect(chain.ok && chain.value.closed).toBe(true)
    expect(chain.ok && chain.value.links[0]!.curve).toBe('l2')
    expect(chainOf([pt('m', 0, 0), circle('o', 'm', 5)], [])).toMatchObject({
      ok: true,
      value: { closed: true },
    })
  })
  it('meet where points stand in one place, and leave guides out', () => {
    const apart = [
      ...square.filter((e) => e.id !== 'l4'),
      pt('e', 0, 30),
      pt('f', 10, 60),
      line('l5', 'e', 'f'),
      { ...line('g', 'a', 'c'), guide: true } as SketchEntity,
    ]
    const chain = chainOf(apart, [])
    expect(chain.ok && chain.value.links).toHaveLength(4)
  })
  it('name a fork and what falls apart', () => {
    const fork = chainOf([...square, pt('x', 60, 0), line('l5', 'b', 'x')], [])
    expect(fork).toMatchObject({ ok: false, fault: { kind: 'fork', at: [40, 0] } })
    expect(!fork.ok && fork.fault.kind === 'fork' && [...fork.fault.curves].sort()).toEqual([
      'l1',
      'l2',
      'l5',
    ])
    const two = chainOf(
      [...square.filter((e) => e.id !== 'l4'), pt('x', 0, 30.4), pt('y', 0, 60), line('l5', 'x', 'y')],
      [],
    )
    expect(two).toMatchObject({ ok: false, fault: { kind: 'apart', chains: 2 } })
    expect(!two.ok && two.fault.kind === 'apart' && two.fault.gap).toBeCloseTo(0.4, 12)
    expect(chainOf([], [])).toMatchObject({ ok: false, fault: { kind: 'none' } })
  })
})

describe('regions', () => {
  it('have holes, and crossing curves make several', () => {
    const { regions } = areasOf([...square, pt('m', 20, 15), circle('o', 'm', 5)])
    expect(regions.map((r) => r.area)).toEqual([
      expect.closeTo(25 * Math.PI, 9),
      expect.closeTo(1200 - 25 * Math.PI, 9),
    ])
    expect(regions[1]!.holes).toHaveLength(1)
    const split = areasOf([...square, pt('p', 20, -5), pt('q', 20, 40), line('cut', 'p', 'q')])
    expect(split.regions.map((r) => r.area)).toEqual([expect.closeTo(600, 9), expect.closeTo(600, 9)])
    expect(split.regions.every((r) => r.curves.includes('cut'))).toBe(true)
  })
  it('overlap in their common part: two circles make three', () => {
    const { regions } = areasOf([pt('m', 0, 0), pt('n', 8, 0), circle('o', 'm', 6), circle('k', 'n', 6)])
    const lens = 2 * 36 * Math.acos(8 / 12) - (8 / 2) * Math.sqrt(4 * 36 - 64)
    expect(regions.map((r) => r.area)).toEqual([
      expect.closeTo(lens, 8),
      expect.closeTo(36 * Math.PI - lens, 8),
      expect.closeTo(36 * Math.PI - lens, 8),
    ])
  })
  it('are not closed by a gap, which is found with its size; a guide closes nothing', () => {
    const open = square.map((e) => (e.id === 'l4' ? line('l4', 'd', 'z') : e))
    const { regions, gaps } = areasOf([...open, pt('z', 0, 0.4)])
    expect(regions).toEqual([])
    expect(gaps).toHaveLength(1)
    expect(gaps[0]!.distance).toBeCloseTo(0.4, 12)
    expect([gaps[0]!.a.point, gaps[0]!.b.point].sort()).toEqual(['a', 'z'])
    const guided = areasOf(square.map((e) => (e.id === 'l4' ? ({ ...e, guide: true } as SketchEntity) : e)))
    expect(guided.regions).toEqual([])
  })
  it('name every open end, with the nearest one left, at any distance', () => {
    // 40 by 25, open by 3 at a corner: too far for a slip of the hand.
    const box = [pt('a', 0, 0), pt('b', 40, 0), pt('c', 40, 25), pt('d', 0, 25), pt('z', 0, 3)]
    const sides = [line('l1', 'a', 'b'), line('l2', 'b', 'c'), line('l3', 'c', 'd'), line('l4', 'd', 'z')]
    const { regions, gaps, loose } = areasOf([...box, ...sides])
    const { open, alone } = openEnds(loose)
    expect([regions, gaps, alone]).toEqual([[], [], []])
    expect(open.map((g) => [g.a.point, g.b.point, g.distance])).toEqual([['a', 'z', 3]])
    // Beside something large 3 mm is a slip; two more ends far away are each other's; a tee leaves one end over.
    const more = areasOf([...box, ...sides, pt('p', 300, 0), pt('q', 420, 0), line('m', 'p', 'q')])
    expect([more.gaps, openEnds(more.loose).open].map((list) => list.map((g) => g.distance))).toEqual([
      [3],
      [120],
    ])
    const { loose: ends } = areasOf([
      pt('a', 0, 0),
      pt('b', 40, 0),
      pt('c', 20, 30),
      pt('m', 20, 0),
      line('l', 'a', 'm'),
      line('k', 'm', 'b'),
      line('n', 'm', 'c'),
    ])
    const tee = openEnds(ends)
    expect([tee.open, tee.alone].map((x) => x.length)).toEqual([1, 1])
  })
  it('need an area: what goes there and back encloses nothing', () => {
    expect(areasOf([pt('a', 0, 0), pt('b', 9, 0), line('l', 'a', 'b'), line('k', 'b', 'a')]).regions).toEqual(
      [],
    )
    const half = areasOf([
      pt('m', 0, 0),
      pt('a', -5, 0),
      pt('b', 5, 0),
      arc('r', 'm', 'b', 'a', 5),
      line('l', 'a', 'b'),
    ])
    expect(half.regions.map((r) => r.area)).toEqual([expect.closeTo(12.5 * Math.PI, 9)])
  })
})
