import { countingIds, type Id } from '@flexum/core/base'
import {
  type Part,
  type SketchStep,
  freeName,
  type Drawing,
  type SketchConstraint,
  type SketchDimension,
  type SketchItem,
  type SketchMeasured,
  type SketchRelation,
} from '@flexum/core/recipe'
import { measuresAngle, measuredValue, type SizeFigure, type SketchEntity } from '@flexum/core/sketch'
import type { Vec2 } from '@flexum/core/plane'
import type { Formula } from '@flexum/core/units'

type Omitted<T> = T extends { readonly id: Id } ? Omit<T, 'id'> : never
export type NewItem = Omitted<SketchItem>
export type NewRelation = Omitted<SketchRelation>

/** A change to a drawing as it is put together: things are added with ids that are free. */
export interface Draft {
  entities: SketchItem[]
  constraints: SketchConstraint[]
  add(item: NewItem): Id
  point(at: Vec2): Id
  relate(relation: NewRelation): Id
  /** A driving dimension with the figure typed for the change in work, or that follows another one by its name. */
  size(measured: SketchMeasured, figure: SizeFigure): Id
  /** What was typed for the change in work. */
  figure: Formula
  /** A dimension; its side is the one the drawing has. */
  dimension(measured: SketchMeasured, formula: Formula | undefined, more?: Partial<SketchDimension>): Id
  done(): Drawing
}

const PREFIX = { length: 'd', angle: 'a', radius: 'r' } as const

/** Begins a change from the shape as it is solved. */
export function draftOf(part: Part, step: SketchStep, entities: readonly SketchEntity[]): Draft {
  const taken = [...step.entities, ...step.constraints].map((x) => x.id)
  const ids = new Map<string, () => Id>()
  const newId = (prefix: string): Id => {
    let next = ids.get(prefix)
    if (!next) ids.set(prefix, (next = countingIds(prefix, taken)))
    return next()
  }
  const names: string[] = []
  const draft: Draft = {
    entities: [...entities],
    constraints: [...step.constraints],
    add(item) {
      const id = newId(item.kind === 'point' ? 'p' : 'c')
      draft.entities.push({ ...item, id } as SketchItem)
      return id
    },
    point: (at) => draft.add({ kind: 'point', x: at[0], y: at[1] }),
    relate(relation) {
      const id = newId('k')
      draft.constraints.push({ ...relation, id } as SketchRelation)
      return id
    },
    dimension(measured, formula, more) {
      const id = newId('k')
      const prefix = measuresAngle(measured)
        ? PREFIX.angle
        : measured.of === 'radius'
          ? PREFIX.radius
          : PREFIX.length
      const name = more?.name ?? freeName(part, prefix, names)
      names.push(name)
      const value = measuredValue(draft.entities, measured)
      draft.constraints.push({
        kind: 'dimension',
        id,
        name,
        measured,
        role: formula === undefined ? 'reference' : 'driving',
        formula: formula ?? '',
        side: value < 0 ? -1 : 1,
        held: false,
        plus: '',
        minus: '',
        place: [0, 0],
        ...more,
      })
      return id
    },
    figure: '',
    size(measured, figure) {
      const leader = figure === 'typed' ? undefined : draft.constraints.find((c) => c.id === figure.like)
      return draft.dimension(measured, leader?.kind === 'dimension' ? leader.name : draft.figure)
    },
    done: () => ({ entities: draft.entities, constraints: draft.constraints }),
  }
  return draft
}
