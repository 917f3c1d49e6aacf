import type { Id } from '../base/index.ts'

/** A place that curves share. */
export interface SketchPoint {
  readonly kind: 'point'
  readonly id: Id
  readonly x: number
  readonly y: number
}

interface CurveBase {
  readonly id: Id
  /** Helps to draw and is no part of a path or profile. */
  readonly guide?: boolean
}

export interface SketchLine extends CurveBase {
  readonly kind: 'line'
  readonly from: Id
  readonly to: Id
}

/** From `from` round `centre` to `to`, counter-clockwise unless `clockwise`; the sense is kept across edits. */
export interface SketchArc extends CurveBase {
  readonly kind: 'arc'
  readonly centre: Id
  readonly from: Id
  readonly to: Id
  readonly radius: number
  readonly clockwise: boolean
}

export interface SketchCircle extends CurveBase {
  readonly kind: 'circle'
  readonly centre: Id
  readonly radius: number
}

/** `end` is the end of one half axis; `radius` is the length of the other. */
export interface SketchEllipse extends CurveBase {
  readonly kind: 'ellipse'
  readonly centre: Id
  readonly end: Id
  readonly radius: number
}

/** Through its points (a natural cubic with centripetal parameters), or pulled by them as control points of a degree. */
export interface SketchSpline extends CurveBase {
  readonly kind: 'spline'
  readonly points: readonly Id[]
  readonly form: 'through' | 'control'
  readonly degree: 2 | 3 | 4 | 5
}

export type SketchCurve = SketchLine | SketchArc | SketchCircle | SketchEllipse | SketchSpline
export type SketchEntity = SketchPoint | SketchCurve

/** The sheet's own origin and axes: every sketch can refer to them, and they never move. */
export const ORIGIN = 'origin'
export const ACROSS = 'across-axis'
export const UP = 'up-axis'
export const BUILT_IN: readonly SketchEntity[] = [
  { kind: 'point', id: ORIGIN, x: 0, y: 0 },
  { kind: 'point', id: 'across-unit', x: 1, y: 0 },
  { kind: 'point', id: 'up-unit', x: 0, y: 1 },
  { kind: 'line', id: ACROSS, from: ORIGIN, to: 'across-unit', guide: true },
  { kind: 'line', id: UP, from: ORIGIN, to: 'up-unit', guide: true },
]
const BUILT_IN_IDS: ReadonlySet<Id> = new Set(BUILT_IN.map((e) => e.id))

export const isBuiltIn = (id: Id): boolean => BUILT_IN_IDS.has(id)

/** The points an entity hangs on, a point itself first. */
export function pointsOf(e: SketchEntity): readonly Id[] {
  switch (e.kind) {
    case 'point':
      return [e.id]
    case 'line':
      return [e.from, e.to]
    case 'arc':
      return [e.centre, e.from, e.to]
    case 'circle':
      return [e.centre]
    case 'ellipse':
      return [e.centre, e.end]
    case 'spline':
      return e.points
  }
}

/** The two ends of a curve that has ends. */
export function endsOf(e: SketchEntity): readonly [Id, Id] | undefined {
  if (e.kind === 'line' || e.kind === 'arc') return [e.from, e.to]
  if (e.kind === 'spline' && e.points.length > 1) return [e.points[0]!, e.points.at(-1)!]
  return undefined
}

/** The curve with other points put in place of its own. */
export function withPoints<E extends SketchEntity>(e: E, swap: (point: Id) => Id): E {
  switch (e.kind) {
    case 'point':
      return e
    case 'line':
      return { ...e, from: swap(e.from), to: swap(e.to) }
    case 'arc':
      return { ...e, centre: swap(e.centre), from: swap(e.from), to: swap(e.to) }
    case 'circle':
      return { ...e, centre: swap(e.centre) }
    case 'ellipse':
      return { ...e, centre: swap(e.centre), end: swap(e.end) }
    case 'spline':
      return { ...e, points: e.points.map(swap) }
  }
}

/** Entities as they stand and the constraints that hold them; lengths mm, angles rad. */
export interface Sketch<C> {
  readonly entities: readonly SketchEntity[]
  readonly constraints: readonly C[]
}
