import { vec2, type Vec2 } from '@flexum/core/plane'
import { foot, lineOf, meeting, middleOf } from './dimensioning.ts'
import type { SheetModel } from './model.ts'
import { toScreen, type SheetView } from './view.ts'
import type { SketchDimension, SketchMeasured } from '@flexum/core/recipe'

/** How a dimension is drawn, px on the surface. */
export interface DimensionDrawing {
  /** Thin lines: extensions and leaders. */
  readonly thin: readonly string[]
  /** The dimension line or arc itself. */
  readonly line: string
  /** Heads: where they point to, and from which way they come (unit vector toward the point). */
  readonly arrows: readonly { readonly at: Vec2; readonly toward: Vec2 }[]
  readonly text: Vec2
}

/** Px between what is measured and a dimension that was not placed. */
const OFF = 34
const PAST = 6

const seg = (a: Vec2, b: Vec2): string => `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`
const unit = (v: Vec2): Vec2 => {
  const size = vec2.length(v)
  return size > 0 ? vec2.scale(v, 1 / size) : [1, 0]
}

export function layoutDimension(
  model: SheetModel,
  d: Pick<SketchDimension, 'measured' | 'place'>,
  view: SheetView,
): DimensionDrawing | undefined {
  const m = d.measured
  const on = (p: Vec2): Vec2 => toScreen(view, p)
  const placed: Vec2 | undefined =
    d.place[0] === 0 && d.place[1] === 0 ? undefined : [d.place[0] * view.scale, -d.place[1] * view.scale]
  switch (m.of) {
    case 'distance':
    case 'across':
    case 'up': {
      const [p, q] = [on(model.at(m.a)), on(model.at(m.b))]
      const along: Vec2 = m.of === 'across' ? [1, 0] : m.of === 'up' ? [0, 1] : unit(vec2.sub(q, p))
      return linear(p, q, along, placed, middleOnScreen(model, view))
    }
    case 'off-line': {
      const line = lineOf(model, m.line)
      if (!line) return undefined
      const at = model.at(m.point)
      const p = on(at)
      const q = on(foot(at, model.at(line.from), model.at(line.to)))
      const drawn = linear(p, q, unit(vec2.sub(q, p)), placed, middleOnScreen(model, view))
      // The line goes on to where it is measured to.
      return {
        ...drawn,
        thin: [...drawn.thin, seg(nearestEnd(q, on(model.at(line.from)), on(model.at(line.to))), q)],
      }
    }
    case 'angle':
      return angle(model, m, view, placed)
    case 'radius':
    case 'diameter':
    case 'arc-length':
    case 'sweep':
      return round(model, m, view, placed)
    case 'between': {
      const [a, b] = [model.byId.get(m.a), model.byId.get(m.b)]
      if ((a?.kind !== 'arc' && a?.kind !== 'circle') || (b?.kind !== 'arc' && b?.kind !== 'circle'))
        return undefined
      // Along a ray from the centre: where the text was placed, or through the middle of the first arc.
      const centre = model.at(a.centre)
      const [piece] = model.pieces.get(a.id) ?? []
      const turn = piece?.kind === 'arc' && a.kind === 'arc' ? piece.start + piece.sweep / 2 : 0
      const ray: Vec2 = placed
        ? unit(vec2.sub(vec2.add(on(middleOf(model, m)), placed), on(centre)))
        : [Math.cos(turn), -Math.sin(turn)]
      const along = (r: number): Vec2 => vec2.addScaled(on(centre), ray, r * view.scale)
      const text = placed
        ? vec2.add(on(middleOf(model, m)), placed)
        : along(Math.max(a.radius, b.radius) + OFF / view.scale)
      const [p, q] = [along(Math.min(a.radius, b.radius)), along(Math.max(a.radius, b.radius))]
      return {
        thin: [seg(q, text)],
        line: seg(p, q),
        arrows: [
          { at: p, toward: vec2.scale(ray, -1) },
          { at: q, toward: ray },
        ],
        text,
      }
    }
    case 'chain': {
      const at = on(middleOf(model, m))
      const text = vec2.add(at, placed ?? [0, -OFF])
      return { thin: [seg(at, text)], line: '', arrows: [], text }
    }
  }
}

function middleOnScreen(model: SheetModel, view: SheetView): Vec2 {
  const points = model.entities.filter((e) => e.kind === 'point')
  if (points.length === 0) return [view.width / 2, view.height / 2]
  const sum = points.reduce((s, e) => vec2.add(s, [e.x, e.y]), [0, 0] as Vec2)
  return toScreen(view, vec2.scale(sum, 1 / points.length))
}

const nearestEnd = (p: Vec2, a: Vec2, b: Vec2): Vec2 => (vec2.distance(p, a) < vec2.distance(p, b) ? a : b)

function linear(p: Vec2, q: Vec2, along: Vec2, placed: Vec2 | undefined, middle: Vec2): DimensionDrawing {
  const normal: Vec2 = [-along[1], along[0]]
  const mid = vec2.scale(vec2.add(p, q), 0.5)
  const away = vec2.dot(vec2.sub(mid, middle), normal) >= 0 ? 1 : -1
  const off = placed ? vec2.dot(placed, normal) : away * OFF
  const slide = placed ? vec2.dot(placed, along) : 0
  const level = vec2.add(mid, vec2.scale(normal, off))
  const onLine = (v: Vec2): Vec2 => vec2.add(level, vec2.scale(along, vec2.dot(vec2.sub(v, level), along)))
  const [a, b] = [onLine(p), onLine(q)]
  const text = vec2.add(level, vec2.scale(along, slide))
  const extension = (from: Vec2, to: Vec2): string[] => {
    const way = vec2.sub(to, from)
    const length = vec2.length(way)
    return length < 4 ? [] : [seg(from, vec2.add(to, vec2.scale(way, PAST / length)))]
  }
  const half = vec2.distance(a, b) / 2
  const toB = unit(vec2.sub(b, a))
  // A text outside its span is led to; narrow spans take their arrows outside.
  const reach = Math.abs(slide) > half ? [seg(slide > 0 === vec2.dot(toB, along) > 0 ? b : a, text)] : []
  const narrow = half < 14
  const out = narrow ? -1 : 1
  return {
    thin: [...extension(p, a), ...extension(q, b), ...reach],
    line: narrow ? seg(vec2.add(a, vec2.scale(toB, -18)), vec2.add(b, vec2.scale(toB, 18))) : seg(a, b),
    arrows: [
      { at: a, toward: vec2.scale(toB, -out) },
      { at: b, toward: vec2.scale(toB, out) },
    ],
    text,
  }
}

function angle(
  model: SheetModel,
  m: Extract<SketchMeasured, { of: 'angle' }>,
  view: SheetView,
  placed: Vec2 | undefined,
): DimensionDrawing | undefined {
  const [a, b] = [lineOf(model, m.a), lineOf(model, m.b)]
  if (!a || !b) return undefined
  const corner = meeting(model, a, b)
  const dir = (l: typeof a, back: boolean): Vec2 => {
    const w = unit(vec2.sub(model.at(l.to), model.at(l.from)))
    const way: Vec2 = back ? [-w[0], -w[1]] : w
    return [way[0], -way[1]]
  }
  let [u, v] = [dir(a, false), dir(b, m.turned === true)]
  const at = toScreen(view, corner ?? model.at(a.from))
  if (placed && vec2.dot(vec2.add(u, v), placed) < 0) [u, v] = [vec2.scale(u, -1), vec2.scale(v, -1)]
  const r = Math.max(placed ? vec2.length(placed) : 46, 18)
  const [p, q] = [vec2.add(at, vec2.scale(u, r)), vec2.add(at, vec2.scale(v, r))]
  const turn = Math.atan2(vec2.cross(u, v), vec2.dot(u, v))
  const half = vec2.turn(u, turn / 2)
  const text = placed ? vec2.add(at, placed) : vec2.add(at, vec2.scale(half, r))
  const tangent = (w: Vec2, sign: number): Vec2 => [-w[1] * sign, w[0] * sign]
  const s = Math.sign(turn) || 1
  return {
    thin: [seg(at, vec2.add(at, vec2.scale(u, r + PAST))), seg(at, vec2.add(at, vec2.scale(v, r + PAST)))],
    line: `M${p[0]} ${p[1]}A${r} ${r} 0 0 ${turn > 0 ? 1 : 0} ${q[0]} ${q[1]}`,
    arrows: [
      { at: p, toward: tangent(u, -s) },
      { at: q, toward: tangent(v, s) },
    ],
    text,
  }
}

function round(
  model: SheetModel,
  m: Extract<SketchMeasured, { of: 'radius' | 'diameter' | 'arc-length' | 'sweep' }>,
  view: SheetView,
  placed: Vec2 | undefined,
): DimensionDrawing | undefined {
  const e = model.byId.get(m.round)
  if (e?.kind !== 'arc' && e?.kind !== 'circle') return undefined
  const at = toScreen(view, model.at(e.centre))
  const r = e.radius * view.scale
  const [piece] = model.pieces.get(e.id) ?? []
  const middle = e.kind === 'arc' && piece?.kind === 'arc' ? piece.start + piece.sweep / 2 : Math.PI / 4
  const natural: Vec2 = [Math.cos(middle), -Math.sin(middle)]
  if ((m.of === 'arc-length' || m.of === 'sweep') && piece?.kind === 'arc') {
    const big = Math.max(placed ? vec2.length(placed) : r + OFF, 12)
    const end = (a: number): Vec2 => vec2.add(at, [Math.cos(a) * big, -Math.sin(a) * big])
    const rim = (a: number): Vec2 => vec2.add(at, [Math.cos(a) * r, -Math.sin(a) * r])
    const [a0, a1] = [piece.start, piece.start + piece.sweep]
    const [p, q] = [end(a0), end(a1)]
    const large = Math.abs(piece.sweep) > Math.PI ? 1 : 0
    const way = piece.sweep > 0 ? 1 : -1
    return {
      thin: [seg(rim(a0), p), seg(rim(a1), q)],
      line: `M${p[0]} ${p[1]}A${big} ${big} 0 ${large} ${way > 0 ? 0 : 1} ${q[0]} ${q[1]}`,
      arrows: [
        { at: p, toward: [Math.sin(a0) * way, Math.cos(a0) * way] },
        { at: q, toward: [-Math.sin(a1) * way, -Math.cos(a1) * way] },
      ],
      text: placed ? vec2.add(at, placed) : vec2.add(at, vec2.scale(natural, big)),
    }
  }
  const offset = placed ?? vec2.scale(natural, m.of === 'diameter' ? r + OFF : Math.max(r * 0.5, 16))
  const toward = vec2.length(offset) > 0 ? unit(offset) : natural
  const rim = vec2.add(at, vec2.scale(toward, r))
  const text = vec2.add(at, offset)
  const outside = vec2.length(offset) > r
  if (m.of === 'diameter') {
    const far = vec2.sub(at, vec2.scale(toward, r))
    return {
      thin: outside ? [seg(rim, text)] : [],
      line: seg(far, rim),
      arrows: [
        { at: rim, toward },
        { at: far, toward: vec2.scale(toward, -1) },
      ],
      text,
    }
  }
  return {
    thin: outside ? [seg(at, rim)] : [],
    line: outside ? seg(text, rim) : seg(at, rim),
    arrows: [{ at: rim, toward: outside ? vec2.scale(toward, -1) : toward }],
    text,
  }
}
