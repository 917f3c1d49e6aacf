import type { Id } from '@flexum/core/base'
import { putDrawing } from '@flexum/core/recipe'
import { solve, type Pull, type SketchEntity } from '@flexum/core/sketch'
import type { Board } from './board.ts'
import { onSheet, sheetTooMuch } from './effort.ts'
import { heldConstraints, mirrorsHeld, settledWords } from './holding.ts'
import { withoutRedundant } from './outcome.ts'

/** Dragging what is free. */
export interface Pulling {
  /** Shows the sketch pulled, not yet counting. */
  pull(entities: readonly SketchEntity[], pulls: readonly Pull[]): void
  /** Keeps what is shown; `joined` brings points together that a drag let fall on each other. */
  keepPull(label: string, joined?: readonly [Id, Id]): void
  dropPull(): void
  /** Why something cannot be dragged, in words. */
  tellSettled(id: Id): void
}

/** How often the part follows a drag: what comes of it takes the page time that the sheet itself needs. */
const PACE_MS = 250

export function pullingOn(board: Board): Pulling {
  const { set, keep, session, stepId: step } = board
  return {
    pull(entities, pulls) {
      const m = board.model()
      const own = [...m.solved.constraints, ...heldConstraints(m)]
      const constraints = [...own, ...mirrorsHeld(entities, own, pulls)]
      const tried = onSheet(() => solve(entities, constraints, pulls))
      if (!tried.ok) set({ said: sheetTooMuch(tried.fault) })
      if (!tried.ok || !tried.value.converged) return
      if (!board.store.getState().dragging) set({ dragging: true })
      const { entities: shown } = tried.value
      session.show(putDrawing, { step, entities: shown, constraints: m.step.constraints }, PACE_MS)
    },
    keepPull(label, joined) {
      set({ dragging: false })
      const [shown, now] = [board.step(), board.counting()]
      if (!shown || !now || shown === now) return
      const drawing = { entities: shown.entities, constraints: shown.constraints }
      if (!joined) {
        keep(label, drawing)
        return
      }
      const draft = board.draftFrom(drawing)
      draft.relate({ kind: 'coincident', a: joined[0], b: joined[1] })
      const outcome = board.tried(draft.done())
      keep(label, outcome.kind === 'good' ? withoutRedundant(outcome.drawing, outcome.redundant) : drawing)
    },
    dropPull() {
      set({ dragging: false })
      session.endPreview()
    },
    tellSettled(id) {
      set({ said: settledWords(board.model(), id) })
    },
  }
}
