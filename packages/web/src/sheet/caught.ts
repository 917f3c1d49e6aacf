import type { Id } from '@flexum/core/base'
import type { Vec2 } from '@flexum/core/plane'

/** What a place on the sheet caught on. */
export interface Snap {
  readonly at: Vec2
  /** In a word, for the label by the pointer. */
  readonly word?: string
  /** A point that is there already. */
  readonly point?: Id
  /** The middle of a line or an arc. */
  readonly middleOf?: Id
  /** In the middle between two points. */
  readonly between?: readonly [Id, Id]
  /** Curves the place lies on; two for a crossing. */
  readonly on?: readonly Id[]
  /** The curve of them that a line from where the tool comes from touches there. */
  readonly tangentTo?: Id
  /** Points it is level with, or upright above or below. */
  readonly level?: Id
  readonly upright?: Id
  /** Lines to draw from what it is aligned with. */
  readonly guides?: readonly (readonly [Vec2, Vec2])[]
  /** The place belongs to something outside the sketch. */
  readonly outside?: boolean
}
