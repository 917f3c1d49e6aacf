import type { Id } from '@flexum/core/base'
import { TURN } from '@flexum/core/num'
import { arc2, ellipsePieces, line2, vec2, type Vec2 } from '@flexum/core/plane'
import { arcSweep } from '@flexum/core/sketch'
import type { SheetModel } from '../model.ts'
import type { Draft } from '../drafting.ts'
import type { Snap } from '../caught.ts'
import { roundsOf, type RoundPattern } from './patterns.ts'
import { isCaught, placeEnd, transformPoint } from './place.ts'
import type { Stamp } from './stamp.ts'
import type { Pointer } from './tool.ts'

function radiusAt(centre: Vec2, p: Pointer, key = 'radius'): number {
  return p.typed[key]?.value ?? vec2.distance(centre, p.snap.at)
}

/** A circle within this of another's radius is meant as large, as a share of the pointer's reach. */
const AS_LARGE = 0.6

/** A round that was pointed at and that a circle from a centre to the pointer is as large as. */
function asLarge(centre: Vec2, p: Pointer, model: SheetModel): RoundPattern | undefined {
  if (p.plain || isCaught(p.snap) || p.typed['diameter']) return undefined
  const r = vec2.distance(centre, p.snap.at)
  return roundsOf(model, p.patterns).find((x) => Math.abs(x.radius - r) <= AS_LARGE * p.reach)
}

/**
 * Has a round go through the place that the pointer caught: the point that is there, or one tied to the middle or the crossing. A curve or an
 * axis that it only comes to somewhere says how far it reaches, and no more.
 */
function through(d: Draft, s: Snap, round: Id): void {
  const isPlace =
    s.point !== undefined || s.middleOf !== undefined || s.between !== undefined || s.on?.length === 2
  if (isPlace) d.relate({ kind: 'point-on', point: transformPoint(d, s, true), curve: round })
}

export const circleStamp = (): Stamp => ({
  name: 'circle',
  asks: ['Click the centre', 'Click how far it reaches, or type the diameter'],
  label: 'Draw a circle',
  shape([centre], p, model) {
    const like = asLarge(centre!, p, model)
    const r = p.typed['diameter'] ? p.typed['diameter'].value / 2 : (like?.radius ?? radiusAt(centre!, p))
    return {
      ...(r > 0 ? {} : { unfinished: true }),
      curves: r > 0 ? [arc2(centre!, r, 0, TURN)] : [],
      ghosts: like ? [like.curve] : [],
      words: like ? [`as large as ${like.name}`] : [],
      fields: [{ key: 'diameter', label: 'diameter', value: 2 * r, dimension: 'length' }],
    }
  },
  build(d, [centre, out], p, constrain, model) {
    const { diameter } = p.typed
    const like = asLarge(centre!.at, p, model)
    const radius = diameter ? diameter.value / 2 : (like?.radius ?? vec2.distance(centre!.at, out!.at))
    const middle = transformPoint(d, centre!, constrain)
    const round = d.add({ kind: 'circle', centre: middle, radius })
    if (diameter) d.dimension({ of: 'diameter', round }, diameter.formula)
    else if (like) {
      if (constrain) d.relate({ kind: 'equal', a: like.id, b: round })
    } else if (constrain) through(d, out!, round)
  },
})

/** Centre of the circle through three points; undefined when they lie on one line. */
function centreThrough(a: Vec2, b: Vec2, c: Vec2): Vec2 | undefined {
  const [p, q] = [vec2.sub(b, a), vec2.sub(c, a)]
  const cross = 2 * vec2.cross(p, q)
  if (Math.abs(cross) <= 1e-9 * vec2.dot(q, q)) return undefined
  const [pp, qq] = [vec2.dot(p, p), vec2.dot(q, q)]
  return vec2.add(a, [(q[1] * pp - p[1] * qq) / cross, (p[0] * qq - q[0] * pp) / cross])
}

/** An arc from one end to the other through a third place. */
export const arcThroughStamp = (): Stamp => {
  const found = (a: Vec2, b: Vec2, through: Vec2) => {
    const centre = centreThrough(a, through, b)
    if (!centre) return undefined
    const clockwise = vec2.cross(vec2.sub(through, a), vec2.sub(b, a)) < 0
    return { centre, clockwise, radius: vec2.distance(centre, a) }
  }
  return {
    name: 'arc',
    asks: [
      'Click where the arc starts',
      'Click where it ends',
      'Click a place it passes, or type the radius',
    ],
    label: 'Draw an arc',
    shape([a, b], p) {
      if (!b) return { curves: [line2(a!, p.snap.at)], words: [], fields: [] }
      const arc = found(a!, b, throughFor(a!, b, p))
      if (!arc) {
        const least = vec2.distance(a!, b) / 2
        const fields = [{ key: 'radius', label: 'radius', value: least, dimension: 'length' }] as const
        return { curves: [line2(a!, b)], words: [], fields, unfinished: true }
      }
      const start = Math.atan2(a![1] - arc.centre[1], a![0] - arc.centre[0])
      return {
        curves: [arc2(arc.centre, arc.radius, start, arcSweep(arc.centre, a!, b, arc.clockwise))],
        words: [],
        fields: [{ key: 'radius', label: 'radius', value: arc.radius, dimension: 'length' }],
      }
    },
    build(d, [a, b, c], p, constrain) {
      const arc = found(a!.at, b!.at, throughFor(a!.at, b!.at, p))
      if (!arc) return
      const [from, to] = [transformPoint(d, a!, constrain), transformPoint(d, b!, constrain)]
      const centre = d.point(arc.centre)
      const round = d.add({ kind: 'arc', centre, from, to, radius: arc.radius, clockwise: arc.clockwise })
      if (p.typed['radius']) d.dimension({ of: 'radius', round }, p.typed['radius'].formula)
      else if (constrain) through(d, c!, round)
    },
  }
}

/** The place an arc passes: the pointer, or the middle of the bow with a typed radius on the pointer's side. */
function throughFor(a: Vec2, b: Vec2, p: Pointer): Vec2 {
  const r = p.typed['radius']?.value
  const half = vec2.distance(a, b) / 2
  if (r === undefined || r < half || half === 0) return p.snap.at
  const middle = vec2.scale(vec2.add(a, b), 0.5)
  const d = vec2.sub(b, a)
  const left: Vec2 = [-d[1] / (2 * half), d[0] / (2 * half)]
  const side = vec2.cross(d, vec2.sub(p.snap.at, a)) >= 0 ? 1 : -1
  return vec2.add(middle, vec2.scale(left, side * (r - Math.sqrt(r * r - half * half))))
}

/** An arc about a centre. */
export const arcCentreStamp = (): Stamp => {
  const end = (c: Vec2, a: Vec2, p: Pointer): Vec2 => {
    const r = p.typed['radius']?.value ?? vec2.distance(c, a)
    const angle = Math.atan2(p.snap.at[1] - c[1], p.snap.at[0] - c[0])
    return [c[0] + r * Math.cos(angle), c[1] + r * Math.sin(angle)]
  }
  return {
    name: 'arc-centre',
    asks: ['Click the centre', 'Click where the arc starts', 'Click where it ends'],
    label: 'Draw an arc',
    shape([c, a], p) {
      if (!a) return { curves: [line2(c!, p.snap.at)], words: [], fields: [] }
      const r = vec2.distance(c!, a)
      if (!(r > 0)) return undefined
      const clockwise = vec2.cross(vec2.sub(a, c!), vec2.sub(p.snap.at, c!)) < 0
      const start = Math.atan2(a[1] - c![1], a[0] - c![0])
      return {
        curves: [arc2(c!, r, start, arcSweep(c!, a, end(c!, a, p), clockwise))],
        words: [],
        fields: [{ key: 'radius', label: 'radius', value: r, dimension: 'length' }],
      }
    },
    build(d: Draft, [c, a, b]: readonly Snap[], p: Pointer, constrain: boolean) {
      const clockwise = vec2.cross(vec2.sub(a!.at, c!.at), vec2.sub(b!.at, c!.at)) < 0
      const [centre, from] = [transformPoint(d, c!, constrain), transformPoint(d, a!, constrain)]
      const to = placeEnd(d, b!, end(c!.at, a!.at, { ...p, snap: b!, typed: {} }), constrain)
      const round = d.add({
        kind: 'arc',
        centre,
        from,
        to,
        radius: vec2.distance(c!.at, a!.at),
        clockwise,
      })
      if (p.typed['radius']) d.dimension({ of: 'radius', round }, p.typed['radius'].formula)
    },
  }
}

/** An ellipse by its centre, the end of one half axis, and how far it reaches the other way. */
export const ellipseStamp = (): Stamp => {
  const second = (c: Vec2, a: Vec2, p: Pointer): number => {
    const d = vec2.sub(a, c)
    const typed = p.typed['second']?.value
    return typed ?? Math.abs(vec2.cross(d, vec2.sub(p.snap.at, c))) / Math.max(vec2.length(d), 1e-12)
  }
  return {
    name: 'ellipse',
    asks: ['Click the centre', 'Click the end of one half axis', 'Click how far it reaches the other way'],
    label: 'Draw an ellipse',
    shape([c, a], p) {
      if (!a) return { curves: [line2(c!, p.snap.at)], words: [], fields: [] }
      const b = second(c!, a, p)
      if (vec2.distance(a, c!) === 0) return undefined
      return {
        ...(b > 0 ? {} : { unfinished: true }),
        curves: b > 0 ? ellipsePieces(c!, vec2.sub(a, c!), b) : [],
        words: [],
        fields: [{ key: 'second', label: 'half axis', value: b, dimension: 'length' }],
      }
    },
    build(d, [c, a], p, constrain) {
      const [centre, end] = [transformPoint(d, c!, constrain), transformPoint(d, a!, constrain)]
      d.add({ kind: 'ellipse', centre, end, radius: second(c!.at, a!.at, p) })
    },
  }
}
