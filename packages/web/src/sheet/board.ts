import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Id } from '@flexum/core/base'
import { type Part, type SketchStep, putDrawing, type Drawing } from '@flexum/core/recipe'
import { entityName } from '@flexum/core/recipe/evaluated'
import type { SketchEntity } from '@flexum/core/sketch'
import { partOf, shownPart, type Session } from '../bench/session.ts'
import { draftOf, type Draft } from './drafting.ts'
import { sheetModel, surroundingsFor, type SheetModel } from './model.ts'
import { goesFar, tryDrawing, type AroundOf, type Outcome } from './outcome.ts'
import { withFollowed } from './taking.ts'
import { OPENED, type SheetState } from './state.ts'

/** What every part of a sheet stands on: the sketch as it counts and as it is shown, and how a drawing is tried and kept. */
export interface Board {
  readonly store: StoreApi<SheetState>
  readonly session: Session
  readonly stepId: Id
  set(change: Partial<SheetState>): void
  /** The part that counts. */
  part(): Part
  /** The sketch as it is on screen, dragged or not; undefined when it is gone. */
  step(): SketchStep | undefined
  /** The sketch that counts; undefined when it is gone. */
  counting(): SketchStep | undefined
  /** The sketch that counts, solved. */
  model(): SheetModel
  readonly aroundOf: AroundOf
  /** A change begun from the shape as it is solved; undefined when the sketch is gone. */
  draft(): Draft | undefined
  /** The same from a drawing that does not count yet. */
  draftFrom(drawing: Drawing): Draft
  /** What would come of a drawing. */
  tried(drawing: Drawing): Outcome
  /** Keeps a drawing as one step to undo. */
  keep(label: string, drawing: Drawing): boolean
  /** Tries a drawing: keeps it, or leaves it pending with the reason. */
  attempt(label: string, drawing: Drawing, asked?: number): boolean
  /** The same with what came of trying it; `asked` is how far a typed figure itself moves things, mm. */
  settleOn(label: string, outcome: Outcome, asked?: number): boolean
}

export function createBoard(session: Session, stepId: Id): Board {
  const store = createStore<SheetState>()(() => OPENED)
  const state = () => session.store.getState()
  const sketchIn = (part: Part): SketchStep | undefined => {
    const s = part.steps.find((x) => x.id === stepId)
    return s?.kind === 'sketch' ? withFollowed(s, state().result) : undefined
  }
  const part = (): Part => partOf(state())
  const counting = (): SketchStep | undefined => sketchIn(part())
  const aroundOf: AroundOf = (step) => {
    const now = part()
    const with1 = now.steps.includes(step)
      ? now
      : { ...now, steps: now.steps.map((s) => (s.id === step.id ? step : s)) }
    return surroundingsFor(with1, state().result)
  }
  const model = (): SheetModel => {
    const step = counting()!
    return sheetModel(step, aroundOf(step))
  }
  const set = (change: Partial<SheetState>): void => store.setState(change)
  const begun = (step: SketchStep, entities: readonly SketchEntity[]): Draft =>
    draftOf(part(), step, entities)

  const board: Board = {
    store,
    session,
    stepId,
    set,
    part,
    step: () => sketchIn(shownPart(state())),
    counting,
    model,
    aroundOf,
    draft() {
      const step = counting()
      return step && begun(step, model().entities)
    },
    draftFrom: (drawing) => begun({ ...counting()!, ...drawing }, drawing.entities),
    tried: (drawing) => tryDrawing(counting()!, drawing, aroundOf),
    keep: (label, drawing) => session.run(putDrawing, { step: stepId, ...drawing }, { label }),
    attempt: (label, drawing, asked) => board.settleOn(label, board.tried(drawing), asked),
    settleOn(label, outcome, asked = 0) {
      if (outcome.kind === 'fault') {
        set({ said: outcome.message })
        return false
      }
      if (outcome.kind === 'clash') {
        const { drawing, rows } = outcome
        set({ pending: { kind: 'clash', label, drawing, rows, looked: undefined } })
        return false
      }
      const { change, drawing } = outcome
      if (!goesFar(change, model().size, asked)) return board.keep(label, drawing)
      const step = counting()!
      const why =
        change.flipped.length > 0
          ? `This turns ${change.flipped.map((id) => entityName(step, id)).join(', ')} round.`
          : `This moves the ${entityName(step, change.farthestPoint!)} far away.`
      set({ pending: { kind: 'far', label, drawing, why, of: step } })
      return false
    },
  }
  return board
}
