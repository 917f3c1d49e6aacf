import type { Drawing } from '@flexum/core/recipe'
import type { Proposal } from '@flexum/core/sketch'
import type { Board } from './board.ts'
import { withProposals } from './settling.ts'

/** What is shown before it counts, and waits for yes or no: a clash, a change that goes far, proposals that settle. */
export interface Deciding {
  /** Makes a pending change in another way: one of the clashing constraints let go. */
  resolve(drawing: Drawing): void
  acceptPending(): void
  refusePending(): void
  /** Opens and closes the proposals that settle the sketch. */
  proposeSettling(): void
  settleWith(proposals: readonly Proposal[]): void
}

export function decidingOn({ store, set, ...board }: Board): Deciding {
  return {
    resolve(drawing) {
      const { pending } = store.getState()
      set({ pending: undefined, editing: undefined })
      if (pending) board.attempt(pending.label, drawing, Infinity)
    },
    acceptPending() {
      const { pending } = store.getState()
      if (pending?.kind !== 'far') return
      set({ pending: undefined, editing: undefined })
      // What was drawn since would be lost by it.
      if (board.counting() !== pending.of)
        set({ said: `The sheet was changed since that was asked, so it was not done: ${pending.label}` })
      else board.keep(pending.label, pending.drawing)
    },
    refusePending: () => set({ pending: undefined }),
    proposeSettling() {
      set({ refused: store.getState().refused ? undefined : [], ghost: undefined, playing: false })
    },
    settleWith(proposals) {
      const label = proposals.length === 1 ? 'Settle' : `Settle by ${proposals.length}`
      set({ ghost: undefined, pointed: [] })
      board.attempt(label, withProposals(board.model(), board.part(), proposals), Infinity)
    },
  }
}
