import type { Id } from '@flexum/core/base'
import { rad } from '@flexum/core/num'
import { vec2, type Vec2 } from '@flexum/core/plane'
import { ACROSS } from '@flexum/core/sketch'
import type { Draft } from '../drafting.ts'
import { directionFrom } from '../snap.ts'
import type { Snap } from '../caught.ts'
import { arcTo } from './arc-stretch.ts'
import { lineTo } from './line-stretch.ts'
import { linesOf, leavingAt } from './patterns.ts'
import { catchWords, placeEnd, transformPoint } from './place.ts'
import type { Stretch } from './stretch.ts'
import { NO_PREVIEW, type Pointer, type Tool, type ToolHost } from './tool.ts'

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
    const way = ahead()
    if (mode === 'arc') return arcTo(a, p, way)
    const before = last()?.curve
    const model = host.model()
    const kind = before === undefined ? undefined : model.byId.get(before)?.kind
    const on = joints.length > 0 ? undefined : start?.on?.[0]
    const leaves = on === undefined ? undefined : leavingAt(model, on, a)
    return lineTo(a, p, {
      ...(before !== undefined && kind !== undefined && way ? { before: { curve: before, kind, way } } : {}),
      ...(leaves ? { start: leaves } : {}),
      patterns: linesOf(
        model,
        p.patterns.filter((id) => id !== before),
      ),
    })
  }

  const put = (p: Pointer, s: Stretch, to: Id | undefined): void => {
    const joint = last()
    const place = vec2.distance(s.end, from()!)
    if (place <= 1e-6 * host.model().size) return
    const made = host.apply(mode === 'line' ? 'Draw a line' : 'Draw an arc', (d, constrain) => {
      const a = joint?.point ?? transformPoint(d, start!, constrain)
      const b = to ?? placeEnd(d, withoutTold(p.snap, s.relation?.kind), s.end, constrain)
      const curve = addCurve(d, s, a, b, guide)
      if (constrain && !p.plain) relate(d, s, a, b, curve, joint?.curve)
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
      return { curves: [s.curve], ghosts: s.ghosts ?? [], words: s.words, fields: s.fields, hint }
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
function withoutTold(snap: Snap, relation: string | undefined): Snap {
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

function addCurve(d: Draft, s: Stretch, from: Id, to: Id, guide: boolean): Id {
  const more = guide ? { guide: true } : {}
  if (!s.centre || s.curve.kind !== 'arc') return d.add({ kind: 'line', from, to, ...more })
  const centre = d.point(s.centre)
  const { radius } = s.curve
  return d.add({ kind: 'arc', centre, from, to, radius, clockwise: s.clockwise ?? false, ...more })
}

/** Ties a stretch to what it was meant to be; an arc leaves the curve before it. */
function relate(d: Draft, s: Stretch, a: Id, b: Id, curve: Id, before: Id | undefined): void {
  const { relation, equal, touches } = s
  if (relation?.kind === 'level') d.relate({ kind: 'horizontal', a, b })
  if (relation?.kind === 'upright') d.relate({ kind: 'vertical', a, b })
  if (relation?.kind === 'square') d.relate({ kind: 'perpendicular', a: relation.to, b: curve })
  if (relation?.kind === 'parallel') d.relate({ kind: 'parallel', a: relation.to, b: curve })
  const touching = relation?.kind === 'tangent' ? relation.to : s.centre ? before : undefined
  if (touching !== undefined) touch(d, touching, curve, a)
  if (equal !== undefined) d.relate({ kind: 'equal', a: equal, b: curve })
  if (touches !== undefined) touch(d, touches, curve, b)
}

/** Two curves touch at a point; a line is named first. */
function touch(d: Draft, a: Id, b: Id, at: Id): void {
  const isLine = d.entities.find((e) => e.id === a)?.kind === 'line'
  d.relate({ kind: 'tangent', a: isLine ? a : b, b: isLine ? b : a, at, side: 1 })
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
