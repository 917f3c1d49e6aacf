import type { Id } from '@flexum/core/base'
import type { Curve2, Vec2 } from '@flexum/core/plane'
import type { Field } from './tool.ts'

/** What a stretch of a chain is meant to be: level or upright by itself, or toward another curve. */
export type Relation =
  | { readonly kind: 'level' | 'upright' }
  | { readonly kind: 'tangent' | 'square' | 'parallel'; readonly to: Id }

/** The line or arc that the pointer makes of where the chain has come to. */
export interface Stretch {
  readonly end: Vec2
  readonly curve: Curve2
  readonly relation: Relation | undefined
  /** A line it is as long as. */
  readonly equal?: Id
  /** A curve that it touches at its end. */
  readonly touches?: Id
  /** What is drawn over because the stretch takes after it. */
  readonly ghosts?: readonly Curve2[]
  readonly centre?: Vec2
  readonly clockwise?: boolean
  readonly fields: readonly Field[]
  readonly words: readonly string[]
}

/** A curve that a stretch begins on, and the way it goes there. */
export interface Leaving {
  readonly curve: Id
  readonly kind: string
  readonly way: Vec2
}
