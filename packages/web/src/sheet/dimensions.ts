import type { Id } from '@flexum/core/base'
import { changeDimension, putDrawing, type SketchDimension } from '@flexum/core/recipe'
import type { Vec2 } from '@flexum/core/plane'
import { formulaText, type Formula } from '@flexum/core/units'
import type { Board } from './board.ts'
import { presentFormula, putOnDimension, retypeDimension } from './dimension-entry.ts'
import { dimensionOf } from './model.ts'

/** Typing, placing and changing dimensions. */
export interface Dimensions {
  /** Types a dimension: a new one is put on, an old one changed. */
  enter(formula: Formula): boolean
  setDimension(id: Id, change: Partial<Omit<SketchDimension, 'id' | 'kind' | 'name'>>, label: string): void
  /** Places the text of a dimension while it is dragged, and keeps it. */
  showPlace(id: Id, place: Vec2): void
  keepPlace(): void
  setReference(id: Id, reference: boolean): void
}

export function dimensionsOn(board: Board): Dimensions {
  const { store, session, stepId: step, set } = board
  return {
    enter(formula) {
      const { editing } = store.getState()
      if (!editing) return false
      const done =
        editing.kind === 'new'
          ? putOnDimension(board, editing, formula)
          : retypeDimension(board, editing.id, formula)
      if (done || store.getState().pending) set({ editing: undefined })
      if (done && editing.kind === 'new') set({ chosen: [] })
      return done
    },
    setDimension(id, change, label) {
      session.run(changeDimension, { step, dimension: id, change }, { label })
    },
    showPlace(id, place) {
      session.show(changeDimension, { step, dimension: id, change: { place } })
    },
    keepPlace() {
      const shown = board.step()
      if (!shown) return
      const { entities, constraints } = shown
      session.run(putDrawing, { step, entities, constraints }, { label: 'Move dimension' })
    },
    setReference(id, reference) {
      if (!board.counting()) return
      const model = board.model()
      const d = dimensionOf(model, id)
      if (!d) return
      const changed: SketchDimension = reference
        ? { ...d, role: 'reference' }
        : {
            ...d,
            role: 'driving',
            held: false,
            formula: formulaText(d.formula) === '' ? presentFormula(model, d) : d.formula,
          }
      const constraints = model.step.constraints.map((c) => (c === d ? changed : c))
      board.attempt(reference ? 'Make reference' : 'Make driving', { entities: model.entities, constraints })
    },
  }
}
