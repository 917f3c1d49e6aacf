import type { Id } from '../base/index.ts'

/** A place that lines, arcs and circles share. */
export interface SketchPoint {
  readonly kind: 'point'
  readonly id: Id
  readonly x: number
  readonly y: number
}

export interface SketchLine {
  readonly kind: 'line'
  readonly id: Id
  readonly from: Id
  readonly to: Id
}

/** From `from` round `centre` to `to`, counter-clockwise unless `clockwise`; the sense is kept across edits. */
export interface SketchArc {
  readonly kind: 'arc'
  readonly id: Id
  readonly centre: Id
  readonly from: Id
  readonly to: Id
  readonly radius: number
  readonly clockwise: boolean
}

export interface SketchCircle {
  readonly kind: 'circle'
  readonly id: Id
  readonly centre: Id
  readonly radius: number
}

export type SketchEntity = SketchPoint | SketchLine | SketchArc | SketchCircle

/** Entities as they stand and the constraints that hold them; lengths mm, angles rad. */
export interface Sketch<C> {
  readonly entities: readonly SketchEntity[]
  readonly constraints: readonly C[]
}
