import type { Id } from '@flexum/core/base'
import { TURN } from '@flexum/core/num'
import { arc2, line2, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { arcSweep } from '@flexum/core/sketch'
import { placeEnd, transformPoint } from './place.ts'
import type { Stamp } from './stamp.ts'
import type { Pointer } from './tool.ts'

const outlineOf = (corners: readonly Vec2[]): Curve2[] =>
  corners.map((c, i) => line2(c, corners[(i + 1) % corners.length]!))

/** The corners of a box from one to the other, with sides that may be typed. */
function boxCorners(a: Vec2, p: Pointer): readonly [Vec2, Vec2, Vec2, Vec2] {
  const to = p.snap.at
  const side = (k: 0 | 1, typed: number | undefined): number =>
    typed === undefined ? to[k] : a[k] + (to[k] < a[k] ? -typed : typed)
  const [x, y] = [side(0, p.typed['width']?.value), side(1, p.typed['height']?.value)]
  return [a, [x, a[1]], [x, y], [a[0], y]]
}

export const boxStamp = (): Stamp => ({
  name: 'box',
  asks: ['Click a corner', 'Click the opposite corner, or type width and height'],
  label: 'Draw a box',
  shape([a], p) {
    const corners = boxCorners(a!, p)
    const [w, h] = [Math.abs(corners[2][0] - a![0]), Math.abs(corners[2][1] - a![1])]
    return {
      ...(w > 0 && h > 0 ? {} : { unfinished: true }),
      curves: w > 0 && h > 0 ? outlineOf(corners) : [],
      words: [],
      fields: [
        { key: 'width', label: 'width', value: w, dimension: 'length' },
        { key: 'height', label: 'height', value: h, dimension: 'length' },
      ],
    }
  },
  build(d, [a, c], p, constrain) {
    const corners = boxCorners(a!.at, p)
    const first = transformPoint(d, a!, constrain)
    const ids: Id[] = [
      first,
      d.point(corners[1]),
      placeEnd(d, c!, corners[2], constrain),
      d.point(corners[3]),
    ]
    const sides = ids.map((from, i) => d.add({ kind: 'line', from, to: ids[(i + 1) % 4]! }))
    void sides
    // A box is level and upright by what it is, with or without the key.
    d.relate({ kind: 'horizontal', a: ids[0]!, b: ids[1]! })
    d.relate({ kind: 'vertical', a: ids[1]!, b: ids[2]! })
    d.relate({ kind: 'horizontal', a: ids[2]!, b: ids[3]! })
    d.relate({ kind: 'vertical', a: ids[3]!, b: ids[0]! })
    const { width, height } = p.typed
    if (width) d.dimension({ of: 'distance', a: ids[0]!, b: ids[1]! }, width.formula)
    if (height) d.dimension({ of: 'distance', a: ids[1]!, b: ids[2]! }, height.formula)
  },
})

/** What a polygon is sized by. */
export type PolygonSize = 'corners' | 'flats' | 'side'
const POLYGON_SIZES: readonly PolygonSize[] = ['corners', 'flats', 'side']
const FIRST_SIDES = 6

export function polygonStamp(): Stamp {
  let by: PolygonSize = 'flats'
  const sidesOf = (p: Pointer): number =>
    Math.min(Math.max(Math.round(p.typed['sides']?.value ?? FIRST_SIDES), 3), 60)
  /** Radius of the corners' circle for a size. */
  const radiusFor = (size: number, n: number): number => {
    const half = Math.PI / n
    if (by === 'side') return size / (2 * Math.sin(half))
    return by === 'flats' ? size / 2 / Math.cos(half) : size / 2
  }
  const sizeFor = (radius: number, n: number): number => {
    const half = Math.PI / n
    if (by === 'side') return 2 * radius * Math.sin(half)
    return by === 'flats' ? 2 * radius * Math.cos(half) : 2 * radius
  }
  const cornersOf = (centre: Vec2, to: Vec2, p: Pointer): Vec2[] => {
    const n = sidesOf(p)
    const typed = p.typed['size']?.value
    const radius = typed === undefined ? vec2.distance(centre, to) : radiusFor(typed, n)
    const start = Math.atan2(to[1] - centre[1], to[0] - centre[0])
    return Array.from({ length: n }, (_, i): Vec2 => {
      const a = start + (i * TURN) / n
      return [centre[0] + radius * Math.cos(a), centre[1] + radius * Math.sin(a)]
    })
  }
  return {
    name: 'polygon',
    asks: ['Click the centre', 'Click a corner · B changes what the size means'],
    label: 'Draw a polygon',
    key(key) {
      if (key !== 'b') return false
      by = POLYGON_SIZES[(POLYGON_SIZES.indexOf(by) + 1) % POLYGON_SIZES.length]!
      return true
    },
    shape([centre], p) {
      const corners = cornersOf(centre!, p.snap.at, p)
      const radius = vec2.distance(corners[0]!, centre!)
      const label = by === 'side' ? 'side' : by === 'flats' ? 'across flats' : 'across corners'
      return {
        ...(radius > 0 ? {} : { unfinished: true }),
        curves: radius > 0 ? outlineOf(corners) : [],
        words: [],
        fields: [
          { key: 'size', label, value: sizeFor(radius, corners.length), dimension: 'length' },
          { key: 'sides', label: 'sides', value: corners.length, dimension: 'number' },
        ],
      }
    },
    build(d, [centre, corner], p, constrain) {
      const corners = cornersOf(centre!.at, corner!.at, p)
      const n = corners.length
      const middle = transformPoint(d, centre!, constrain)
      const radius = vec2.distance(corners[0]!, centre!.at)
      const round = d.add({ kind: 'circle', centre: middle, radius, guide: true })
      const ids = corners.map((c) => d.point(c))
      const sides = ids.map((from, i) => d.add({ kind: 'line', from, to: ids[(i + 1) % n]! }))
      for (const point of ids) d.relate({ kind: 'point-on', point, curve: round })
      for (const side of sides.slice(1)) d.relate({ kind: 'equal', a: sides[0]!, b: side })
      const { size } = p.typed
      if (!size) return
      if (by === 'side') d.dimension({ of: 'distance', a: ids[0]!, b: ids[1]! }, size.formula)
      else if (by === 'corners') d.dimension({ of: 'diameter', round }, size.formula)
      else if (n % 2 === 0) d.dimension({ of: 'off-line', point: ids[n / 2]!, line: sides[0]! }, size.formula)
      else {
        const inner = d.add({
          kind: 'circle',
          centre: middle,
          radius: radius * Math.cos(Math.PI / n),
          guide: true,
        })
        d.relate({ kind: 'tangent', a: sides[0]!, b: inner, side: 1 })
        d.dimension({ of: 'diameter', round: inner }, size.formula)
      }
    },
  }
}

export const slotStamp = (): Stamp => ({
  name: 'slot',
  asks: ['Click the centre of one end', 'Click the centre of the other', 'Click how wide, or type the width'],
  label: 'Draw a slot',
  shape([a, b], p) {
    if (!b) {
      const to = p.snap.at
      if (vec2.distance(a!, to) === 0) return undefined
      return {
        curves: [line2(a!, to)],
        words: [],
        fields: [{ key: 'length', label: 'length', value: vec2.distance(a!, to), dimension: 'length' }],
      }
    }
    const r = slotRadius(a!, b, p)
    const s = slotPlaces(a!, b, r)
    const fields = [{ key: 'width', label: 'width', value: 2 * r, dimension: 'length' }] as const
    if (!s) return { curves: [line2(a!, b)], words: [], fields, unfinished: true }
    const round = (centre: Vec2, from: Vec2, to: Vec2): Curve2 =>
      arc2(centre, r, Math.atan2(from[1] - centre[1], from[0] - centre[0]), arcSweep(centre, from, to, false))
    return {
      curves: [line2(s.p1, s.p2), round(b, s.p2, s.p3), line2(s.p3, s.p4), round(a!, s.p4, s.p1)],
      words: [],
      fields,
    }
  },
  build(d, [a, b, c], p, constrain) {
    const r = slotRadius(a!.at, b!.at, { ...p, snap: c! })
    const s = slotPlaces(a!.at, b!.at, r)!
    const [ca, cb] = [transformPoint(d, a!, constrain), transformPoint(d, b!, constrain)]
    const [p1, p2, p3, p4] = [d.point(s.p1), d.point(s.p2), d.point(s.p3), d.point(s.p4)]
    const l1 = d.add({ kind: 'line', from: p1, to: p2 })
    const r1 = d.add({ kind: 'arc', centre: cb, from: p2, to: p3, radius: r, clockwise: false })
    const l2 = d.add({ kind: 'line', from: p3, to: p4 })
    const r2 = d.add({ kind: 'arc', centre: ca, from: p4, to: p1, radius: r, clockwise: false })
    d.relate({ kind: 'tangent', a: l1, b: r1, at: p2, side: 1 })
    d.relate({ kind: 'tangent', a: l2, b: r1, at: p3, side: 1 })
    d.relate({ kind: 'tangent', a: l2, b: r2, at: p4, side: 1 })
    d.relate({ kind: 'tangent', a: l1, b: r2, at: p1, side: 1 })
    d.relate({ kind: 'equal', a: r1, b: r2 })
    const { width } = p.typed
    if (width) d.dimension({ of: 'off-line', point: p3, line: l1 }, width.formula)
  },
})

function slotRadius(a: Vec2, b: Vec2, p: Pointer): number {
  const typed = p.typed['width']?.value
  if (typed !== undefined) return typed / 2
  const d = vec2.sub(b, a)
  const length = vec2.length(d)
  return length === 0 ? 0 : Math.abs(vec2.cross(d, vec2.sub(p.snap.at, a))) / length
}

function slotPlaces(a: Vec2, b: Vec2, r: number) {
  const d = vec2.sub(b, a)
  const length = vec2.length(d)
  if (!(length > 0 && r > 0)) return undefined
  const off: Vec2 = [(d[1] / length) * r, (-d[0] / length) * r]
  return {
    p1: vec2.add(a, off),
    p2: vec2.add(b, off),
    p3: vec2.sub(b, off),
    p4: vec2.sub(a, off),
  }
}
