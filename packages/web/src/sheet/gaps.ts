import { type Drawing } from '@flexum/core/recipe'
import { entityName } from '@flexum/core/recipe/evaluated'
import { closingOf, type Closing, type Gap } from '@flexum/core/sketch'
import { formatLength } from '@flexum/core/units'
import type { Board } from './board.ts'
import { onSheet } from './effort.ts'
import { constraintsOf } from './outcome.ts'

/** Closing what is open. */
export interface Gaps {
  /** Closes gaps by the move that disturbs least; where neither end can move, by a short line. Says what was moved. */
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
      const moved: Closing['moved'][number][] = []
      let lines = 0
      for (const gap of gaps) {
        const closed = closedBy(board, now, gap)
        if (closed) {
          now = closed.drawing
          moved.push(...closed.moved)
        } else {
          now = bridged(board, now, gap)
          lines++
        }
      }
      if (!board.keep(gaps.length === 1 ? 'Close the gap' : 'Close the gaps', now)) return
      const said = saidOf(board, gaps.length, moved, lines)
      board.set({ said: said === '' ? undefined : said })
    },
    bridge(gap) {
      const draft = board.draft()
      if (draft) board.keep('Bridge the gap', bridged(board, draft.done(), gap))
    },
  }
}

function bridged(board: Board, now: Drawing, { a, b }: Gap): Drawing {
  const line = board.draftFrom(now)
  line.add({ kind: 'line', from: a.point, to: b.point })
  return line.done()
}

/** A drawing with a gap closed, and what was moved; undefined where its constraints let no end move. */
function closedBy(
  board: Board,
  now: Drawing,
  gap: Gap,
): { readonly drawing: Drawing; readonly moved: Closing['moved'] } | undefined {
  const constraints = constraintsOf({ ...board.counting()!, ...now }, board.aroundOf)
  const way = onSheet(() => closingOf(now.entities, constraints, gap))
  const meeting = board.draftFrom(way.ok && way.value ? { ...now, entities: [...way.value.entities] } : now)
  meeting.relate({ kind: 'coincident', a: gap.a.point, b: gap.b.point })
  const tried = board.tried(meeting.done())
  if (tried.kind !== 'good') return undefined
  return { drawing: tried.drawing, moved: way.ok && way.value ? way.value.moved : [] }
}

/** What was done, and by how much: of many ends the one that went farthest. */
function saidOf(
  board: Board,
  gaps: number,
  moved: readonly Closing['moved'][number][],
  lines: number,
): string {
  const step = board.counting()!
  const unit = board.part().units.length
  const name = (m: Closing['moved'][number]): string =>
    `the ${entityName(step, m.end.point)} by ${formatLength(m.by, unit)}`
  const bridges =
    lines === 0
      ? ''
      : lines === 1
        ? 'Neither end can move; a short line closes the gap.'
        : `At ${lines} gaps neither end can move; a short line closes each.`
  if (moved.length === 0) return bridges
  const farthest = moved.reduce((most, m) => (m.by > most.by ? m : most))
  const ways =
    gaps - lines === 1
      ? `Moved ${moved.map(name).join(' and ')}.`
      : `Moved ${moved.length} ends, ${name(farthest)} the farthest.`
  return [ways, bridges].filter((s) => s !== '').join(' ')
}
