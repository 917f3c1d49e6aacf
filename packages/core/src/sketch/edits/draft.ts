import { countingIds, type Id } from '../../base/index.ts'
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

/** A draft to try things on: begun from another, which it leaves as it is. Its dimensions only are there, without figures. */
export function scratchOf(d: SketchDraft): SketchDraft {
  const ids = countingIds(
    'scratch',
    [...d.entities, ...d.constraints].map((x) => x.id),
  )
  const put = (id: Id, relation: object): Id => {
    scratch.constraints.push({ ...relation, id } as Relation)
    return id
  }
  const scratch: SketchDraft = {
    entities: [...d.entities],
    constraints: [...d.constraints],
    add(entity) {
      const id = ids()
      scratch.entities.push({ ...entity, id } as SketchEntity)
      return id
    },
    point: (at) => scratch.add({ kind: 'point', x: at[0], y: at[1] }),
    relate: (tie) => put(ids(), tie),
    size: (measured) => put(ids(), { kind: 'dimension', measured }),
  }
  return scratch
}
