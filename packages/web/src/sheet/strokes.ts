import { countingIds, ok, type Id, type Result } from '@flexum/core/base'
import type { SubPath } from '@flexum/core/format'
import { TURN } from '@flexum/core/num'
import { pointAt, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import type { Draft, NewItem } from './drafting.ts'
import type { SketchItem } from '@flexum/core/recipe'

/** A stroke to be drawn. */
export interface Stroke extends SubPath {
  /** Of the joint at the start of each curve: whether it runs on. */
  readonly smooth?: readonly boolean[]
  /** Of each curve: whether it is a straight parallel or square to the others of which this is so. */
  readonly square?: readonly boolean[]
}

/** Straights turned by less than this are level or upright, rad. */
const LEVEL = 0.0026

/** Strokes of a drawing as entities of a sketch by itself: curves that follow each other share their points. */
export function entitiesOf(strokes: readonly Stroke[]): SketchItem[] {
  const items: SketchItem[] = []
  const [points, curves] = [countingIds('p', []), countingIds('c', [])]
  putAll(strokes, (item) => {
    const id = item.kind === 'point' ? points() : curves()
    items.push({ ...item, id } as SketchItem)
    return id
  })
  return items
}

/** Strokes put into a drawing, smooth joints tangent and square straights square from then on; gives the new curves. */
export function putStrokes(draft: Draft, strokes: readonly Stroke[]): Result<readonly Id[]> {
  const made = putAll(strokes, (item) => draft.add(item))
  made.forEach((m, i) => keepSquare(draft, m, strokes[i]!))
  for (const { curves, smooth, points } of made) {
    curves.forEach((id, i) => {
      const before = curves[(i + curves.length - 1) % curves.length]!
      if (!smooth[i] || before === id) return
      const kind = (c: Id): string => draft.entities.find((e) => e.id === c)!.kind
      if (kind(id) === 'line' && kind(before) === 'line') return
      const [a, b] = kind(id) === 'line' ? [id, before] : [before, id]
      draft.relate({ kind: 'tangent', a, b, at: points[i]!, side: 1 })
    })
  }
  return ok(made.flatMap((m) => m.curves))
}

/** Level or upright where they are; parallel or square to the longest otherwise. */
function keepSquare(draft: Draft, { curves, points }: Made, { square, curves: shapes }: Stroke): void {
  const all = (square ?? []).flatMap((is, i) => {
    const c = shapes[i]
    if (!is || c?.kind !== 'line') return []
    const [x, y] = vec2.sub(c.to, c.from)
    return [{ i, x, y, long: Math.hypot(x, y) }]
  })
  if (all.length < 2) return
  const lead = all.reduce((a, b) => (b.long > a.long ? b : a))
  const upright = Math.min(Math.abs(lead.x), Math.abs(lead.y)) < LEVEL * lead.long
  for (const s of all) {
    if (upright) {
      const [a, b] = [points[s.i]!, points[s.i + 1]!]
      draft.relate({ kind: Math.abs(s.x) > Math.abs(s.y) ? 'horizontal' : 'vertical', a, b })
    } else if (s !== lead) {
      const along = Math.abs(s.x * lead.x + s.y * lead.y) > 0.5 * s.long * lead.long
      draft.relate({ kind: along ? 'parallel' : 'perpendicular', a: curves[lead.i]!, b: curves[s.i]! })
    }
  }
}

interface Made {
  readonly curves: readonly Id[]
  /** The point each curve starts at. */
  readonly points: readonly Id[]
  readonly smooth: readonly boolean[]
}

function putAll(strokes: readonly Stroke[], add: (item: NewItem) => Id): Made[] {
  const put = (at: Vec2): Id => add({ kind: 'point', x: at[0], y: at[1] })
  return strokes.map((stroke): Made => {
    const first = stroke.curves[0]!
    const smooth = stroke.smooth ?? []
    if (stroke.curves.length === 1 && first.kind === 'arc' && Math.abs(first.sweep) >= TURN - 1e-9)
      return {
        curves: [add({ kind: 'circle', centre: put(first.centre), radius: first.radius })],
        points: [],
        smooth: [],
      }
    const start = put(pointAt(first, 0))
    const points = [start]
    const curves = stroke.curves.map((c, i) => {
      const last = i === stroke.curves.length - 1
      const to = last && stroke.closed ? start : put(pointAt(c, 1))
      const id = add(itemOf(c, points.at(-1)!, to, put))
      points.push(to)
      return id
    })
    return { curves, points, smooth }
  })
}

function itemOf(c: Curve2, from: Id, to: Id, put: (at: Vec2) => Id): NewItem {
  switch (c.kind) {
    case 'line':
      return { kind: 'line', from, to }
    case 'arc':
      return { kind: 'arc', centre: put(c.centre), from, to, radius: c.radius, clockwise: c.sweep < 0 }
    case 'bezier':
      return {
        kind: 'spline',
        points: [from, ...c.points.slice(1, -1).map(put), to],
        form: 'control',
        degree: (c.points.length - 1) as 2 | 3,
      }
  }
}
