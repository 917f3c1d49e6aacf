import { faultWords, type Id, type Result } from '@flexum/core/base'
import { shortBound } from '@flexum/core/recipe/evaluated'
import { isBuiltIn, liesInMirror, mirror, exportFile, type SketchEntity } from '@flexum/core/sketch'
import type { Board } from './board.ts'
import type { Draft } from './drafting.ts'
import type { Offer } from './offers.ts'
import { goesFar, withoutLost, withoutNew, withoutRedundant, type Outcome } from './outcome.ts'

/** Everything that changes what is drawn, each as one step to undo. */
export interface Edits {
  /**
   * Keeps a change. `build` is asked first with constraints; where these cannot hold, without. Gives the ids it put in, or
   * undefined when nothing came of it.
   */
  apply<T>(label: string, build: (draft: Draft, constrain: boolean) => T): T | undefined
  /** Keeps an edit; says why when it cannot be made. True when it was kept. */
  edit(label: string, build: (draft: Draft) => Result<readonly Id[]>): boolean
  /** What an edit would come to; undefined when the sketch is gone. */
  tryEdit(build: (draft: Draft) => Result<readonly Id[]>): Outcome | undefined
  remove(ids: readonly Id[], label: string): void
  toggleGuide(curves: readonly Id[]): void
  constrain(offer: Offer): boolean
}

export function editsOn(board: Board): Edits {
  const { set, keep } = board
  const edits: Edits = {
    apply(label, build) {
      // With all that was meant; without what cannot hold; and if even that fails, as it is drawn.
      for (const constrain of [true, false]) {
        const draft = board.draft()
        if (!draft) return undefined
        const made = build(draft, constrain)
        mirrorNew(board, draft)
        const outcome = board.tried(draft.done())
        if (outcome.kind === 'fault') {
          set({ said: outcome.message })
          return undefined
        }
        if (outcome.kind !== 'good') continue
        if (constrain && goesFar(outcome.change, board.model().size, 0)) continue
        const kept = withoutRedundant(outcome.drawing, outcome.redundant)
        set({ typed: undefined, said: undefined })
        return keep(label, kept) ? made : undefined
      }
      const draft = board.draft()!
      build(draft, false)
      mirrorNew(board, draft)
      board.attempt(label, draft.done())
      return undefined
    },
    edit(label, build) {
      const outcome = edits.tryEdit(build)
      if (!outcome) return false
      if (outcome.kind !== 'good') return board.settleOn(label, outcome)
      set({ said: undefined, ghost: undefined })
      return keep(label, outcome.drawing)
    },
    tryEdit(build) {
      const draft = board.draft()
      if (!draft) return undefined
      const made = build(draft)
      if (!made.ok) {
        const display = board.part().units.length
        return { kind: 'fault', message: faultWords(made.fault, (mm) => shortBound(mm, display, 'below')) }
      }
      const outcome = board.tried(draft.done())
      if (outcome.kind !== 'good') return outcome
      return { ...outcome, drawing: withoutNew(outcome.drawing, outcome.redundant) }
    },
    remove(ids, label) {
      const draft = board.draft()
      if (!draft) return
      const before = draft.constraints
      exportFile(draft, ids)
      const kept = new Set(draft.constraints.map((c) => c.id))
      const gone = new Set(before.map((c) => c.id).filter((id) => !kept.has(id)))
      draft.constraints = withoutLost(draft.constraints, before, gone) as typeof draft.constraints
      if (keep(label, draft.done())) set({ chosen: [] })
    },
    toggleGuide(curves) {
      const step = board.counting()
      if (!step) return
      const { byId, entities } = board.model()
      const isGuide = (e: SketchEntity | undefined): boolean =>
        e !== undefined && e.kind !== 'point' && e.guide === true
      const all = curves.every((id) => isGuide(byId.get(id)))
      const changed = entities.map((e): SketchEntity => {
        if (e.kind === 'point' || !curves.includes(e.id)) return e
        const { guide: _, ...rest } = e
        return all ? (rest as typeof e) : { ...e, guide: true }
      })
      keep(all ? 'No guide any more' : 'As guide', { entities: changed, constraints: step.constraints })
    },
    constrain(offer) {
      const draft = board.draft()
      if (!draft) return false
      for (const r of offer.relations) draft.relate(r)
      const outcome = board.tried(draft.done())
      if (outcome.kind === 'good' && outcome.redundant.length === offer.relations.length) {
        set({ said: `Other constraints make it ${offer.word} already; one more would say nothing.` })
        return false
      }
      const kept =
        outcome.kind === 'good'
          ? { ...outcome, drawing: withoutRedundant(outcome.drawing, outcome.redundant) }
          : outcome
      const done = board.settleOn(capital(offer.word), kept)
      if (done) set({ said: undefined })
      return done
    },
  }
  return edits
}

/** While a mirror is switched on, what is new in a draft appears on its other side, linked. */
function mirrorNew(board: Board, draft: Draft): void {
  const axis = board.store.getState().mirror
  if (axis === undefined || (!isBuiltIn(axis) && !draft.entities.some((e) => e.id === axis))) return
  const before = board.model().byId
  const drawn = draft.entities.filter((e) => e.kind !== 'point' && !before.has(e.id)).map((e) => e.id)
  const twice = drawn.filter((id) => !liesInMirror(draft, id, axis))
  if (twice.length > 0) mirror(draft, twice, axis, true)
}

const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1)
