import type { Id } from '@flexum/core/base'
import { vec2 } from '@flexum/core/plane'
import {
  ACROSS,
  endsOf,
  holds,
  isBuiltIn,
  residualOf,
  type Constraint,
  type SketchEntity,
  UP,
} from '@flexum/core/sketch'
import type { NewRelation } from './drafting.ts'
import { isFree, type SheetModel } from './model.ts'
import type { SketchRelation } from '@flexum/core/recipe'

/** A constraint that makes sense for what is chosen. */
export interface Offer {
  readonly word: string
  readonly relations: readonly NewRelation[]
  /** The shape has it already, by chance or by other constraints. */
  readonly holds: boolean
  /** It is there as a constraint. */
  readonly there: boolean
}

type Line = Extract<SketchEntity, { kind: 'line' }>
type Round = Extract<SketchEntity, { kind: 'arc' | 'circle' }>
type Curve = Exclude<SketchEntity, { kind: 'point' }>

const isLine = (e: SketchEntity): e is Line => e.kind === 'line'
const isRound = (e: SketchEntity): e is Round => e.kind === 'arc' || e.kind === 'circle'
const isPoint = (e: SketchEntity): e is Extract<SketchEntity, { kind: 'point' }> => e.kind === 'point'

/** Everything that could be constrained about the chosen things, in the order people reach for it. */
export function offersFor(model: SheetModel, chosen: readonly Id[]): Offer[] {
  const things = chosen.flatMap((id): SketchEntity[] => {
    if (id === 'origin') return [{ kind: 'point', id, x: 0, y: 0 }]
    if (id === ACROSS) return [{ kind: 'line', id, from: 'origin', to: 'across-unit' }]
    if (id === UP) return [{ kind: 'line', id, from: 'origin', to: 'up-unit' }]
    const e = model.byId.get(id)
    return e ? [e] : []
  })
  if (things.length === 0 || things.length !== chosen.length) return []
  const found: { word: string; relations: NewRelation[] }[] = []
  const offer = (word: string, ...relations: NewRelation[]): void => void found.push({ word, relations })
  const lines = things.filter(isLine)
  const rounds = things.filter(isRound)
  const points = things.filter(isPoint)
  const only = (...kinds: { length: number }[]): boolean =>
    kinds.reduce((n, k) => n + k.length, 0) === things.length

  if (only(lines))
    offerLines(
      lines.filter((l) => !isBuiltIn(l.id)),
      lines,
      offer,
    )
  if (only(points)) offerPoints(model, points, offer)
  if (only(rounds) && rounds.length > 1) {
    offer('equal', ...pairs(rounds).map(([a, b]) => ({ kind: 'equal', a: a.id, b: b.id }) as const))
    offer(
      'same centre',
      ...pairs(rounds).map(([a, b]) => ({ kind: 'concentric', a: a.id, b: b.id }) as const),
    )
  }
  if (points.length === 1 && things.length === 2) {
    const curve = things.find((e) => e.kind !== 'point') as Curve
    offer('on it', { kind: 'point-on', point: points[0]!.id, curve: curve.id })
    if (isLine(curve) && !isBuiltIn(curve.id))
      offer('in the middle', { kind: 'midpoint', point: points[0]!.id, a: curve.from, b: curve.to })
    if (curve.kind === 'arc')
      offer('in the middle', { kind: 'arc-middle', point: points[0]!.id, round: curve.id })
    if (isRound(curve)) offer('at the centre', { kind: 'coincident', a: points[0]!.id, b: curve.centre })
  }
  if (points.length === 2 && lines.length === 1 && things.length === 3)
    offer('symmetric', { kind: 'symmetric', a: points[0]!.id, b: points[1]!.id, line: lines[0]!.id })
  if (things.length === 2 && points.length === 0) offerTouch(model, things as Curve[], offer)

  return found.map(({ word, relations }) => ({
    word,
    relations,
    holds: relations.every((r) => holdsAlready(model, r)),
    there: relations.every((r) => isThere(model, r)),
  }))
}

/** Any place is the one that a point is at: it is fixed already only where nothing can move it. */
function holdsAlready(model: SheetModel, r: NewRelation): boolean {
  if (r.kind === 'fixed') return !isFree(model, r.point)
  return holds(model.entities, { ...r, id: '?' } as Constraint)
}

type AddOffer = (word: string, ...relations: NewRelation[]) => void

const pairs = <T>(list: readonly T[]): (readonly [T, T])[] =>
  list.slice(1).map((item) => [list[0]!, item] as const)

function offerLines(own: readonly Line[], all: readonly Line[], offer: AddOffer): void {
  if (own.length === all.length) {
    offer('level', ...own.map((l) => ({ kind: 'horizontal', a: l.from, b: l.to }) as const))
    offer('upright', ...own.map((l) => ({ kind: 'vertical', a: l.from, b: l.to }) as const))
  }
  if (all.length < 2) return
  const with2 = (kind: 'parallel' | 'perpendicular' | 'collinear' | 'equal'): NewRelation[] =>
    pairs(all).map(([a, b]) => ({ kind, a: a.id, b: b.id }))
  offer('parallel', ...with2('parallel'))
  if (all.length === 2) offer('square', ...with2('perpendicular'))
  if (own.length === all.length) offer('equal', ...with2('equal'))
  offer('in line', ...with2('collinear'))
}

function offerPoints(model: SheetModel, points: readonly { readonly id: Id }[], offer: AddOffer): void {
  if (points.length === 1) {
    const [p] = points
    if (isBuiltIn(p!.id)) return
    const [x, y] = model.at(p!.id)
    offer('fixed', { kind: 'fixed', point: p!.id, x, y })
    offer('on the origin', { kind: 'coincident', a: p!.id, b: 'origin' })
    return
  }
  offer('together', ...pairs(points).map(([a, b]) => ({ kind: 'coincident', a: a.id, b: b.id }) as const))
  offer('level', ...pairs(points).map(([a, b]) => ({ kind: 'horizontal', a: a.id, b: b.id }) as const))
  offer('upright', ...pairs(points).map(([a, b]) => ({ kind: 'vertical', a: a.id, b: b.id }) as const))
  if (points.length === 2) {
    for (const [word, line] of [
      ['symmetric about up', UP],
      ['symmetric about across', ACROSS],
    ] as const)
      offer(word, { kind: 'symmetric', a: points[0]!.id, b: points[1]!.id, line })
  }
}

/** Two curves that touch: at an end they share, or wherever they come to. */
function offerTouch(model: SheetModel, [a, b]: readonly Curve[], offer: AddOffer): void {
  if (!a || !b || (isLine(a) && isLine(b)) || isBuiltIn(a.id) || isBuiltIn(b.id)) return
  const [first, second] = isLine(b) ? [b, a] : [a, b]
  const at = sharedEnd(model, first, second)
  if (at !== undefined) {
    offer('tangent', { kind: 'tangent', a: first.id, b: second.id, at, side: 1 })
    const spline = [first, second].find((e) => e.kind === 'spline')
    const other = spline === first ? second : first
    if (spline) offer('runs on smoothly', { kind: 'curvature', spline: spline.id, with: other.id, at })
    return
  }
  if (first.kind === 'spline' || second.kind === 'spline' || second.kind === 'line') return
  if (!isLine(first) && (first.kind === 'ellipse' || second.kind === 'ellipse')) return
  offer('tangent', { kind: 'tangent', a: first.id, b: second.id, side: sideOf(model, first, second) })
}

/** A point at an end of both, or two ends in one place. */
function sharedEnd(model: SheetModel, a: Curve, b: Curve): Id | undefined {
  const p: readonly Id[] = endsOf(a) ?? []
  const q: readonly Id[] = endsOf(b) ?? []
  const shared = p.find((id) => q.includes(id))
  if (shared !== undefined) return shared
  const near = 1e-6 * model.size
  return p.find((id) => q.some((other) => vec2.distance(model.at(id), model.at(other)) <= near))
}

/** The side on which two curves are nearest to touching. */
function sideOf(model: SheetModel, a: Curve, b: Curve): 1 | -1 {
  const sides = [1, -1] as const
  const off = sides.map((side) => {
    const c: Constraint = { kind: 'tangent', id: '?', a: a.id, b: b.id, side }
    return [side, residual(model, c)] as const
  })
  return off[0]![1] <= off[1]![1] ? 1 : -1
}

function residual(model: SheetModel, c: Constraint): number {
  return residualOf(model.entities, c)
}

function isThere(model: SheetModel, r: NewRelation): boolean {
  const same = (a: SketchRelation): boolean => {
    const { id: _, ...rest } = a
    return rest.kind === r.kind && sameIds(rest, r)
  }
  return model.step.constraints.some((c) => c.kind !== 'dimension' && same(c))
}

/** The same ids, in whichever order. */
function sameIds(a: object, b: object): boolean {
  const ids = (x: object): string =>
    Object.entries(x)
      .filter(([k, v]) => k !== 'kind' && typeof v === 'string')
      .map(([, v]) => v as string)
      .sort()
      .join(' ')
  return ids(a) === ids(b)
}
