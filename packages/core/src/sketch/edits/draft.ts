import type { Id } from '../../base/index.ts'
import type { Vec2 } from '../../plane/index.ts'
import type { Relation } from '../constraints/references.ts'
import type { Constraint } from '../constraints/index.ts'
import type { Measured } from '../constraints/dimensions.ts'
import type { SketchEntity } from '../entities.ts'

type WithoutId<T> = T extends unknown ? Omit<T, 'id'> : never
export type NewEntity = WithoutId<SketchEntity>
/** A constraint that is no dimension, before it has an id. */
export type NewTie = WithoutId<Exclude<Constraint, { kind: 'dimension' }>>

/**
 * A drawing while it is changed. Edits work on it in place: they may take things out and put others in their place,
 * and add what is new under ids of the draft's own. What they put on as a dimension gets its formula from whoever edits.
 */
export interface SketchDraft {
  entities: SketchEntity[]
  constraints: Relation[]
  add(entity: NewEntity): Id
  point(at: Vec2): Id
  relate(tie: NewTie): Id
  /** A driving dimension, as typed for the edit or following another one by its name. Gives its id. */
  size(measured: Measured, figure: SizeFigure): Id
}

/** What a new dimension is: the figure that was typed for the edit, or the same as another dimension. */
export type SizeFigure = 'typed' | { readonly like: Id }
