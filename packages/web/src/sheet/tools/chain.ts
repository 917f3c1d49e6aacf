import type { Id } from '@flexum/core/base'
import { deg, rad } from '@flexum/core/num'
import { arc2, line2, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { ACROSS, arcSweep } from '@flexum/core/sketch'
import type { Draft } from '../drafting.ts'
import { directionFrom, type Snap } from '../snap.ts'
import { catchWords, isCaught, placeEnd, placePoint } from './place.ts'
import { NO_PREVIEW, type Field, type Pointer, type Tool, type ToolHost } from './tool.ts'

/** A line within this of level, upright, square or tangent is meant so, rad. */
const MEANT = rad(3.5)
const MEANT_TANGENT = rad(9)
/** Sweeps an arc likes to have, rad. */
const ROUND_STEP = rad(15)

type Relation = 'level' | 'upright' | 'tangent' | 'square'

interface Stretch {
  readonly end: Vec2
  readonly curve: Curve2
  readonly relation: Relation | undefined
  readonly centre?: Vec2
  readonly clockwise?: boolean
  readonly fields: readonly Field[]
  readonly words: readonly string[]
}

interface Joint {
  readonly point: Id
  readonly curve: Id | undefined
}

/**
 * Lines and tangent arcs end to end. A changes to arc and L to line, Backspace takes the last point back, C closes,
 * Enter or Escape ends.
 */
export function chainTool(host: ToolHost, name: 'chain' | 'guide' = 'chain'): Tool {
  let start: Snap | undefined
  let joints: Joint[] = []
  let mode: 'line' | 'arc' = 'line'
  const guide = name === 'guide'

  const reset = (): void => {
    start = undefined
    joints = []
    mode = 'line'
  }
  const last = (): Joint | undefined => {
    // An undo from outside may have taken joints away.
    while (joints.length > 0 && !host.model().byId.has(joints.at(-1)!.point)) joints.pop()
    return joints.at(-1)
  }
  const from = (): Vec2 | undefined => {
    const joint = last()
    return joint ? host.model().at(joint.point) : start?.at
  }
  const ahead = (): Vec2 | undefined => {
    const joint = last()
    if (!joint?.curve) return undefined
    return directionFrom(host.model(), joint.curve, joint.point)
  }
  const stretch = (p: Pointer): Stretch | undefined => {
    const a = from()
    if (!a) return undefined
    const before = last()?.curve
    const kind = before === undefined ? undefined : host.model().byId.get(before)?.kind
    return mode === 'line' ? lineTo(a, p, ahead(), kind) : arcTo(a, p, ahead())
  }

  const put = (p: Pointer, s: Stretch, to: Id | undefined): void => {
    const joint = last()
    const place = vec2.distance(s.end, from()!)
    if (place <= 1e-6 * host.model().size) return
    const made = host.apply(mode === 'line' ? 'Draw a line' : 'Draw an arc', (d, constrain) => {
      const a = joint?.point ?? placePoint(d, start!, constrain)
      const b = to ?? placeEnd(d, withoutTold(p.snap, s.relation), s.end, constrain)
      const curve = addCurve(d, s, a, b, guide)
      if (constrain && !p.plain) relate(d, s, joint, a, b, curve)
      typed(d, p, s, a, b, curve)
      return { a, b, curve }
    })
    if (!made) return
    const { a, b, curve } = made
    if (joints.length === 0) joints.push({ point: a, curve: undefined })
    const closes = joints.some((j) => j.point === b)
    const ends = to !== undefined || closes || (p.snap.point === b && p.snap.point !== undefined)
    joints.push({ point: b, curve })
    if (ends) reset()
  }

  return {
    name,
    get begun() {
      return start !== undefined || joints.length > 0
    },
    from,
    // Straight ahead an arc has no sweep: it goes round to the left, a quarter if nothing else is typed.
    ahead: () => (mode === 'line' ? (ahead() ?? [1, 0]) : vec2.turn(ahead() ?? [1, 0], rad(45))),
    except: () => {
      const joint = last()
      return new Set(joint?.curve === undefined ? [] : [joint.curve])
    },
    preview(p) {
      if (!from()) return { ...NO_PREVIEW, words: catchWords(p.snap), hint: 'Click where it starts' }
      const s = stretch(p)
      const hint =
        mode === 'line'
          ? 'Click the next point · A arc · C close · Enter ends'
          : 'Click the end of the arc · L line · C close · Enter ends'
      if (!s) return { ...NO_PREVIEW, hint }
      return { curves: [s.curve], words: s.words, fields: s.fields, hint }
    },
    press(p) {
      if (!from()) {
        start = p.snap
        if (start.point !== undefined && host.model().byId.has(start.point)) {
          joints = [{ point: start.point, curve: curveEndingAt(host, start.point) }]
        }
        return
      }
      const s = stretch(p)
      if (s) put(p, s, undefined)
    },
    key(key, p) {
      if (key === 'Enter' || key === 'Escape') {
        const had = start !== undefined || joints.length > 0
        reset()
        return had
      }
      if (key === 'a' && from()) {
        mode = 'arc'
        return true
      }
      if (key === 'l' && from()) {
        mode = 'line'
        return true
      }
      if (key === 'Backspace' && from()) {
        if (joints.length > 1) {
          joints.pop()
          host.undo()
          if (joints.length === 1 && start && !host.model().byId.has(joints[0]!.point)) joints = []
        } else reset()
        return true
      }
      if (key === 'c' && from() && joints.length <= 2) return true
      if (key === 'c' && joints.length > 2 && p) {
        const first = joints[0]!.point
        const at = host.model().at(first)
        const s = stretch({ ...p, plain: false, typed: {}, raw: at, snap: { at, point: first } })
        if (s) put({ ...p, typed: {} }, s, first)
        return true
      }
      return false
    },
  }
}

/** The snap without the alignment that the line's own relation says. */
function withoutTold(snap: Snap, relation: Relation | undefined): Snap {
  const { level, upright, ...rest } = snap
  return {
    ...rest,
    ...(level === undefined || relation === 'level' ? {} : { level }),
    ...(upright === undefined || relation === 'upright' ? {} : { upright }),
  }
}

/** The curve that ends at a point by itself, for going on from it. */
function curveEndingAt(host: ToolHost, point: Id): Id | undefined {
  const curves = host
    .model()
    .entities.filter((e) => (e.kind === 'line' || e.kind === 'arc') && (e.from === point || e.to === point))
  return curves.length === 1 ? curves[0]!.id : undefined
}

function lineTo(a: Vec2, p: Pointer, ahead: Vec2 | undefined, before: string | undefined): Stretch {
  let to = p.snap.at
  let relation: Relation | undefined
  const d = vec2.sub(to, a)
  const length = vec2.length(d)
  const angle = Math.atan2(d[1], d[0])
  if (!p.plain && length > 0 && (!isCaught(p.snap) || p.snap.word === 'tangent')) {
    const off = (direction: number): number =>
      Math.abs(Math.atan2(Math.sin(angle - direction), Math.cos(angle - direction)))
    const toward = ahead && Math.atan2(ahead[1], ahead[0])
    const options: (readonly [Relation, number, number])[] = []
    if (toward !== undefined && before !== 'line') options.push(['tangent', toward, MEANT_TANGENT])
    for (const k of [0, 2]) options.push(['level', (k * Math.PI) / 2, MEANT])
    for (const k of [1, 3]) options.push(['upright', (k * Math.PI) / 2, MEANT])
    if (toward !== undefined && before === 'line')
      for (const k of [-1, 1]) options.push(['square', toward + (k * Math.PI) / 2, MEANT])
    const found = options.find(([, direction, meant]) => off(direction) <= meant)
    if (found && !isCaught(p.snap)) {
      relation = found[0]
      const along = [Math.cos(found[1]), Math.sin(found[1])] as const
      to = vec2.add(a, vec2.scale(along, vec2.dot(d, along)))
      // Aligned with a touched point across the line's own direction keeps both.
      if (relation === 'level' && p.snap.upright !== undefined) to = [p.snap.at[0], a[1]]
      if (relation === 'upright' && p.snap.level !== undefined) to = [a[0], p.snap.at[1]]
    }
  }
  const typedAngle = p.typed['angle']?.value
  const typedLength = p.typed['length']?.value
  if (typedAngle !== undefined || typedLength !== undefined) {
    const way = vec2.sub(to, a)
    const direction = typedAngle ?? Math.atan2(way[1], way[0])
    const long = typedLength ?? vec2.length(way)
    to = vec2.add(a, [Math.cos(direction) * long, Math.sin(direction) * long])
    if (typedAngle !== undefined) relation = undefined
  }
  const way = vec2.sub(to, a)
  const caught = relation === undefined || p.snap.level !== undefined || p.snap.upright !== undefined
  return {
    end: to,
    curve: line2(a, to),
    relation,
    words: [...(relation ? [relation] : []), ...(caught ? catchWords(p.snap) : [])],
    fields: [
      { key: 'length', label: 'length', value: vec2.length(way), dimension: 'length' },
      { key: 'angle', label: 'angle', value: Math.atan2(way[1], way[0]), dimension: 'angle' },
    ],
  }
}

/** An arc that leaves a along a direction (without one, along the axis the pointer is nearest to) and ends at the pointer. */
function arcTo(a: Vec2, p: Pointer, ahead: Vec2 | undefined): Stretch | undefined {
  const v = vec2.sub(p.snap.at, a)
  const long = vec2.length(v)
  if (long === 0) return undefined
  const t: Vec2 = ahead ?? (Math.abs(v[0]) > Math.abs(v[1]) ? [0, v[1] < 0 ? -1 : 1] : [v[0] < 0 ? -1 : 1, 0])
  const left: Vec2 = [-t[1], t[0]]
  const side = vec2.dot(v, left) >= 0 ? 1 : -1
  // Half the sweep is the angle between the way out and the chord.
  let sweep = 2 * Math.acos(Math.min(Math.max(vec2.dot(v, t) / long, -1), 1))
  let chord = long
  if (!p.plain && !isCaught(p.snap)) {
    const near = Math.round(sweep / ROUND_STEP) * ROUND_STEP
    if (near > 0 && near < 2 * Math.PI && Math.abs(near - sweep) < rad(4)) sweep = near
  }
  const typedRadius = p.typed['radius']?.value
  sweep = Math.abs(p.typed['sweep']?.value ?? sweep)
  if (!(sweep > 1e-6) || sweep >= 2 * Math.PI - 1e-6) return undefined
  if (typedRadius !== undefined) chord = 2 * typedRadius * Math.sin(sweep / 2)
  const radius = chord / (2 * Math.sin(sweep / 2))
  if (!(radius > 0)) return undefined
  const end = vec2.add(a, vec2.turn(vec2.scale(t, chord), (side * sweep) / 2))
  const centre = vec2.add(a, vec2.scale(left, side * radius))
  const start = Math.atan2(a[1] - centre[1], a[0] - centre[0])
  const clockwise = side < 0
  return {
    end,
    curve: arc2(centre, radius, start, arcSweep(centre, a, end, clockwise)),
    relation: ahead ? 'tangent' : undefined,
    centre,
    clockwise,
    words: [
      ...(ahead ? ['tangent'] : []),
      ...(isCaught(p.snap) ? catchWords(p.snap) : [`${Math.round(deg(sweep) * 10) / 10}°`]),
    ],
    fields: [
      { key: 'radius', label: 'radius', value: radius, dimension: 'length' },
      { key: 'sweep', label: 'sweep', value: sweep, dimension: 'angle' },
    ],
  }
}

function addCurve(d: Draft, s: Stretch, from: Id, to: Id, guide: boolean): Id {
  const more = guide ? { guide: true } : {}
  if (!s.centre || s.curve.kind !== 'arc') return d.add({ kind: 'line', from, to, ...more })
  const centre = d.point(s.centre)
  const { radius } = s.curve
  return d.add({ kind: 'arc', centre, from, to, radius, clockwise: s.clockwise ?? false, ...more })
}

function relate(d: Draft, s: Stretch, joint: Joint | undefined, a: Id, b: Id, curve: Id): void {
  if (s.relation === 'level') d.relate({ kind: 'horizontal', a, b })
  if (s.relation === 'upright') d.relate({ kind: 'vertical', a, b })
  if (!joint?.curve) return
  if (s.relation === 'square') d.relate({ kind: 'perpendicular', a: joint.curve, b: curve })
  if (s.relation !== 'tangent') return
  const kinds = (id: Id): string => d.entities.find((e) => e.id === id)!.kind
  // A line is named first.
  const [first, second] = kinds(joint.curve) === 'line' ? [joint.curve, curve] : [curve, joint.curve]
  d.relate({ kind: 'tangent', a: first, b: second, at: a, side: 1 })
}

function typed(d: Draft, p: Pointer, s: Stretch, a: Id, b: Id, curve: Id): void {
  const { length, angle, radius, sweep } = p.typed
  if (s.centre) {
    if (radius) d.dimension({ of: 'radius', round: curve }, radius.formula)
    if (sweep) d.dimension({ of: 'sweep', round: curve }, sweep.formula)
    return
  }
  if (length) d.dimension({ of: 'distance', a, b }, length.formula)
  if (!angle) return
  const quarter = angle.value / (Math.PI / 2)
  if (Math.abs(quarter - Math.round(quarter)) > 1e-9)
    d.dimension({ of: 'angle', a: ACROSS, b: curve }, angle.formula)
  else if (Math.round(quarter) % 2 === 0) d.relate({ kind: 'horizontal', a, b })
  else d.relate({ kind: 'vertical', a, b })
}
