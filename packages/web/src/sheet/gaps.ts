import type { Gap } from '@flexum/core/sketch'
import type { Board } from './board.ts'

/** Closing what is open. */
export interface Gaps {
  /** Closes gaps by the smallest move; where neither end can move, by a short line. */
  heal(gaps: readonly Gap[]): void
  /** Puts a line across a gap. */
  bridge(gap: Gap): void
}

export function gapsOn(board: Board): Gaps {
  return {
    heal(gaps) {
      const draft = board.draft()
      if (!draft) return
      let now = draft.done()
      for (const { a, b } of gaps) {
        const moving = board.draftFrom(now)
        moving.relate({ kind: 'coincident', a: a.point, b: b.point })
        const moved = board.tried(moving.done())
        if (moved.kind === 'good') now = moved.drawing
        else {
          const line = board.draftFrom(now)
          line.add({ kind: 'line', from: a.point, to: b.point })
          now = line.done()
          board.set({ said: 'Neither end can move; a short line closes the gap.' })
        }
      }
      board.keep(gaps.length === 1 ? 'Close the gap' : 'Close the gaps', now)
    },
    bridge({ a, b }) {
      const draft = board.draft()
      if (!draft) return
      draft.add({ kind: 'line', from: a.point, to: b.point })
      board.keep('Bridge the gap', draft.done())
    },
  }
}
