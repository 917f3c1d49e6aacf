import type { Id } from '../base/index.ts'
import { rad } from '../num/index.ts'
import { directionAt, vec2, type Vec2 } from '../plane/index.ts'
import type { Constraint } from './constraints/index.ts'
import { piecesOf, placesOf, type Places } from './curves.ts'
import { ACROSS, endsOf, isBuiltIn, ORIGIN, pointsOf, UP, type SketchEntity } from './entities.ts'

type WithoutId<T> = T extends unknown ? Omit<T, 'id'> : never
/** A constraint that could be put on. */
export type Suggestion = WithoutId<Constraint>

type Line = Extract<SketchEntity, { kind: 'line' }>
type Curve = Exclude<SketchEntity, { kind: 'point' }>
const isLine = (e: SketchEntity): e is Line => e.kind === 'line'
const isRound = (e: SketchEntity): e is Extract<SketchEntity, { kind: 'arc' | 'circle' }> =>
  e.kind === 'arc' || e.kind === 'circle'

/** How far from true counts as meant: angles in rad, places as shares of the sketch's size, sizes as shares of themselves. */
const MEANT = {
  level: rad(4),
  tangent: rad(8),
  square: rad(3),
  parallel: rad(2),
  together: 0.006,
  origin: 0.03,
  place: 0.012,
  size: 0.02,
} as const

/** What a drawing nearly is, best guesses first: together, on the origin, level, upright, tangent, square, equal, symmetric. */
export function relationsNearly(entities: readonly SketchEntity[], size: number): Suggestion[] {
  const at = placesOf(entities)
  const curves = entities.filter((e): e is Curve => e.kind !== 'point')
  const lines = curves.filter(isLine)
  const places = [...new Set(curves.flatMap(pointsOf))].filter((id) => !isBuiltIn(id))
  const ends = [...new Set(curves.flatMap((c) => endsOf(c) ?? []))].filter((id) => !isBuiltIn(id))
  return [
    ...together(ends, at, size),
    ...onOrigin(places, at, size),
    ...levels(lines, at),
    ...tangents(curves, at),
    ...pairsOfLines(lines, at),
    ...rounds(curves, at, size),
    ...symmetric(ends, at, size),
    ...aligned(ends, at, size),
  ]
}

function together(ends: readonly Id[], at: Places, size: number): Suggestion[] {
  return pairs(ends, (a, b) =>
    vec2.distance(at(a), at(b)) <= MEANT.together * size ? [{ kind: 'coincident', a, b }] : [],
  )
}

/** The place nearest to the origin is meant to be on it; else what lies nearly on an axis is meant to be there. */
function onOrigin(places: readonly Id[], at: Places, size: number): Suggestion[] {
  const near = [...places].sort((a, b) => vec2.length(at(a)) - vec2.length(at(b)))
  const [first] = near
  if (first !== undefined && vec2.length(at(first)) <= MEANT.origin * size)
    return [{ kind: 'coincident', a: first, b: ORIGIN }]
  return near.flatMap((p): Suggestion[] => {
    const [x, y] = at(p)
    if (Math.abs(y) <= MEANT.place * size) return [{ kind: 'horizontal', a: ORIGIN, b: p }]
    return Math.abs(x) <= MEANT.place * size ? [{ kind: 'vertical', a: ORIGIN, b: p }] : []
  })
}

function levels(lines: readonly Line[], at: Places): Suggestion[] {
  return lines.flatMap((l): Suggestion[] => {
    const [dx, dy] = vec2.sub(at(l.to), at(l.from)).map(Math.abs) as [number, number]
    const long = Math.hypot(dx, dy)
    if (long === 0) return []
    if (dy / long < Math.sin(MEANT.level)) return [{ kind: 'horizontal', a: l.from, b: l.to }]
    return dx / long < Math.sin(MEANT.level) ? [{ kind: 'vertical', a: l.from, b: l.to }] : []
  })
}

/** Curves that share an end and leave it in nearly opposite directions. */
function tangents(curves: readonly Curve[], at: Places): Suggestion[] {
  const away = (c: Curve, point: Id): Vec2 | undefined => {
    const pieces = piecesOf(c, at)
    const [from, to] = endsOf(c)!
    if (pieces.length === 0) return undefined
    if (point === from) return directionAt(pieces[0]!, 0)
    return point === to ? vec2.scale(directionAt(pieces.at(-1)!, 1), -1) : undefined
  }
  const open = curves.filter((c) => endsOf(c) !== undefined)
  return pairs(open, (a, b) => {
    if (isLine(a) && isLine(b)) return []
    return endsOf(a)!.flatMap((point): Suggestion[] => {
      if (!endsOf(b)!.includes(point)) return []
      const [u, v] = [away(a, point), away(b, point)]
      if (!u || !v || vec2.dot(u, v) > -Math.cos(MEANT.tangent)) return []
      const [first, second] = isLine(b) ? [b, a] : [a, b]
      return [{ kind: 'tangent', a: first.id, b: second.id, at: point, side: 1 }]
    })
  })
}

function pairsOfLines(lines: readonly Line[], at: Places): Suggestion[] {
  const way = (l: Line): Vec2 => vec2.sub(at(l.to), at(l.from))
  const squares = pairs(lines, (a, b) => {
    const shared = [a.from, a.to].some((p) => p === b.from || p === b.to)
    return shared && Math.abs(vec2.dot(way(a), way(b))) < Math.sin(MEANT.square) * lengths(way(a), way(b))
      ? [{ kind: 'perpendicular', a: a.id, b: b.id }]
      : []
  })
  const sides = pairs(lines, (a, b) =>
    Math.abs(vec2.cross(way(a), way(b))) < Math.sin(MEANT.parallel) * lengths(way(a), way(b))
      ? [{ kind: 'parallel', a: a.id, b: b.id }]
      : [],
  )
  const equal = pairs(lines, (a, b) =>
    alike(vec2.length(way(a)), vec2.length(way(b))) ? [{ kind: 'equal', a: a.id, b: b.id }] : [],
  )
  return [...squares, ...sides, ...equal]
}

const lengths = (u: Vec2, v: Vec2): number => vec2.length(u) * vec2.length(v)
const alike = (a: number, b: number): boolean => Math.abs(a - b) <= MEANT.size * Math.max(a, b)

function rounds(curves: readonly Curve[], at: Places, size: number): Suggestion[] {
  const all = curves.filter(isRound)
  const sameCentre = pairs(all, (a, b) =>
    a.centre !== b.centre && vec2.distance(at(a.centre), at(b.centre)) <= MEANT.place * size
      ? [{ kind: 'concentric', a: a.id, b: b.id }]
      : [],
  )
  const equal = pairs(all, (a, b) => (alike(a.radius, b.radius) ? [{ kind: 'equal', a: a.id, b: b.id }] : []))
  return [...sameCentre, ...equal]
}

function symmetric(ends: readonly Id[], at: Places, size: number): Suggestion[] {
  const near = MEANT.place * size
  return pairs(ends, (a, b) => {
    const [[ax, ay], [bx, by]] = [at(a), at(b)]
    if (Math.abs(ax + bx) <= near && Math.abs(ay - by) <= near && Math.abs(ax) > 4 * near)
      return [{ kind: 'symmetric', a, b, line: UP }]
    return Math.abs(ay + by) <= near && Math.abs(ax - bx) <= near && Math.abs(ay) > 4 * near
      ? [{ kind: 'symmetric', a, b, line: ACROSS }]
      : []
  })
}

function aligned(ends: readonly Id[], at: Places, size: number): Suggestion[] {
  return pairs(ends, (a, b): Suggestion[] => {
    const [dx, dy] = vec2.sub(at(b), at(a))
    if (Math.abs(dy) <= MEANT.place * size) return [{ kind: 'horizontal', a, b }]
    return Math.abs(dx) <= MEANT.place * size ? [{ kind: 'vertical', a, b }] : []
  })
}

/** Things past this many are compared with the next few only, so that large drawings stay quick. */
const ALL_PAIRS = 60
const NEXT_FEW = 4

function pairs<T>(list: readonly T[], suggest: (a: T, b: T) => Suggestion[]): Suggestion[] {
  const span = list.length > ALL_PAIRS ? NEXT_FEW : list.length
  return list.flatMap((a, i) => list.slice(i + 1, i + 1 + span).flatMap((b) => suggest(a, b)))
}

type Measured = Extract<Constraint, { kind: 'dimension' }>['measured']

/** What could be dimensioned to take freedom away, what a shop would measure first: lengths, radii, angles, then places. */
export function measuresFor(entities: readonly SketchEntity[], free: ReadonlySet<Id>): Measured[] {
  const curves = entities.filter((e): e is Curve => e.kind !== 'point' && free.has(e.id))
  const lines = curves.filter(isLine)
  const all = entities.filter((e): e is Curve => e.kind !== 'point')
  const points = entities.filter((e) => e.kind === 'point' && free.has(e.id)).map((e) => e.id)
  const ends = new Set(all.flatMap((c) => endsOf(c) ?? []))
  const ordered = [...points.filter((p) => ends.has(p)), ...points.filter((p) => !ends.has(p))]
  return [
    ...lines.map((l): Measured => ({ of: 'distance', a: l.from, b: l.to })),
    ...all
      .filter((e) => 'radius' in e && free.has(e.id))
      .map((e): Measured => ({ of: e.kind === 'circle' ? 'diameter' : 'radius', round: e.id })),
    ...cornersOf(all.filter(isLine)),
    ...all.flatMap((e): Measured[] =>
      e.kind === 'arc' && free.has(e.id)
        ? [
            { of: 'across', a: e.from, b: e.to },
            { of: 'up', a: e.from, b: e.to },
          ]
        : [],
    ),
    ...lines.map((l): Measured => ({ of: 'angle', a: ACROSS, b: l.id })),
    ...ordered.flatMap((p): Measured[] => [
      { of: 'across', a: ORIGIN, b: p },
      { of: 'up', a: ORIGIN, b: p },
    ]),
  ]
}

/** Angles of lines that share an end, measured inside the corner. */
function cornersOf(lines: readonly Line[]): Measured[] {
  return lines.flatMap((a, i) =>
    lines.slice(i + 1).flatMap((b): Measured[] => {
      if (a.to === b.from || a.from === b.to) return [{ of: 'angle', a: a.id, b: b.id, turned: true }]
      return a.to === b.to || a.from === b.from ? [{ of: 'angle', a: a.id, b: b.id }] : []
    }),
  )
}
