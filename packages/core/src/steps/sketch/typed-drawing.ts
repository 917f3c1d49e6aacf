import type { Formula } from '../../units/index.ts'
import type { Id } from '../../base/index.ts'
import type { PickedFace } from '../shared/typed-picked.ts'

/** Where a sheet lies. Offsets go along the plane's normal, toward whoever looks at it. */
export type SheetPlane =
  | { readonly kind: 'xy' | 'xz' | 'yz'; readonly offset: Formula }
  /** Square to a path at a station of it. */
  | { readonly kind: 'square'; readonly path: Id; readonly station: Formula }
  /** Through three nodes of a path: the first is the origin, the second lies across. */
  | { readonly kind: 'nodes'; readonly path: Id; readonly nodes: readonly [Id, Id, Id] }
  /** Through three places of earlier steps: the first is the origin, the second lies across. */
  | { readonly kind: 'points'; readonly points: readonly [Followed, Followed, Followed] }
  /** Through a line from one place to another, turned about it by an angle; level at none. */
  | { readonly kind: 'tilted'; readonly along: readonly [Followed, Followed]; readonly angle: Formula }
  /** On a flat face of a body, seen from outside, at an offset from it. */
  | { readonly kind: 'face'; readonly on: PickedFace; readonly offset: Formula }
  /** Parallel to a main plane or to another sheet, through a place of an earlier step. */
  | { readonly kind: 'parallel'; readonly to: Id; readonly through: Followed }

/** The main planes, by which a sheet may be told. */
export const MAIN_PLANES = ['xy', 'xz', 'yz'] as const

/** How a sheet lies in its plane: seen from behind, and turned by quarters, to the left as it is seen. */
export interface SheetFacing {
  readonly over: boolean
  readonly quarters: 0 | 1 | 2 | 3
}

interface Curve {
  readonly id: Id
  readonly guide?: boolean
}

/** Drawn things with the coordinates they were last seen with, mm: solving starts from there. */
export type SketchItem =
  | { readonly kind: 'point'; readonly id: Id; readonly x: number; readonly y: number }
  | (Curve & { readonly kind: 'line'; readonly from: Id; readonly to: Id })
  | (Curve & {
      readonly kind: 'arc'
      readonly centre: Id
      readonly from: Id
      readonly to: Id
      readonly radius: number
      readonly clockwise: boolean
    })
  | (Curve & { readonly kind: 'circle'; readonly centre: Id; readonly radius: number })
  | (Curve & { readonly kind: 'ellipse'; readonly centre: Id; readonly end: Id; readonly radius: number })
  | (Curve & {
      readonly kind: 'spline'
      readonly points: readonly Id[]
      readonly form: 'through' | 'control'
      readonly degree: 2 | 3 | 4 | 5
    })

/** A place of an earlier step: of its drawing, its path or its body, by the name it has there. */
export interface Followed {
  readonly step: Id
  readonly of: 'sketch' | 'path' | 'carried' | 'bodies'
  readonly place: string
}

export type SketchMeasured =
  | { readonly of: 'distance' | 'across' | 'up'; readonly a: Id; readonly b: Id }
  | { readonly of: 'off-line'; readonly point: Id; readonly line: Id }
  | { readonly of: 'angle'; readonly a: Id; readonly b: Id; readonly turned?: boolean }
  | { readonly of: 'radius' | 'diameter' | 'arc-length' | 'sweep'; readonly round: Id }
  /** Radius of round b less radius of round a. */
  | { readonly of: 'between'; readonly a: Id; readonly b: Id }
  | { readonly of: 'chain'; readonly curves: readonly Id[] }

/**
 * A dimension of a sketch. A driving one has a formula and makes the shape follow it; a reference only measures. `side`
 * is the sign its measure has on the side it was put on. A held reference keeps what it measures while things are
 * dragged. `plus` and `minus` are an optional tolerance, '' for none. `place` is where its text stands, mm from the middle
 * of what it measures.
 */
export interface SketchDimension {
  readonly kind: 'dimension'
  readonly id: Id
  readonly name: string
  readonly measured: SketchMeasured
  readonly role: 'driving' | 'reference'
  readonly formula: Formula
  readonly side: 1 | -1
  readonly held: boolean
  readonly plus: Formula
  readonly minus: Formula
  readonly place: readonly [number, number]
}

export type SketchRelation =
  | { readonly kind: 'coincident'; readonly id: Id; readonly a: Id; readonly b: Id }
  | { readonly kind: 'horizontal' | 'vertical'; readonly id: Id; readonly a: Id; readonly b: Id }
  | { readonly kind: 'midpoint'; readonly id: Id; readonly point: Id; readonly a: Id; readonly b: Id }
  | { readonly kind: 'arc-middle'; readonly id: Id; readonly point: Id; readonly round: Id }
  | { readonly kind: 'symmetric'; readonly id: Id; readonly a: Id; readonly b: Id; readonly line: Id }
  /** A point that stays; one that follows a place of an earlier step stays where that was last, until it is known anew. */
  | {
      readonly kind: 'fixed'
      readonly id: Id
      readonly point: Id
      readonly x: number
      readonly y: number
      readonly follows?: Followed
    }
  | { readonly kind: 'point-on'; readonly id: Id; readonly point: Id; readonly curve: Id }
  | {
      readonly kind: 'parallel' | 'perpendicular' | 'collinear' | 'equal' | 'concentric'
      readonly id: Id
      readonly a: Id
      readonly b: Id
    }
  | {
      readonly kind: 'tangent'
      readonly id: Id
      readonly a: Id
      readonly b: Id
      readonly at?: Id
      readonly side: 1 | -1
    }
  | { readonly kind: 'curvature'; readonly id: Id; readonly spline: Id; readonly with: Id; readonly at: Id }

export type SketchConstraint = SketchRelation | SketchDimension

/**
 * A picture laid on the sheet to be traced: which it is, its size in px, where its lower left corner is, mm a px across,
 * turn. Pixels that are not square are `stretch` times as high as wide.
 */
export interface SheetPicture {
  readonly image: string
  readonly width: number
  readonly height: number
  readonly at: readonly [number, number]
  readonly scale: number
  readonly angle: number
  /** How strongly it is seen, 0 to 1. */
  readonly shade: number
  readonly stretch?: number
  /** What its scale was set by: the way between two places in px, and their true distance, mm. */
  readonly known?: { readonly px: readonly [number, number]; readonly distance: number }
}
