import { copedLengths, type LineAt } from './unfold.ts'
import { turnBetweenCuts } from './piece.ts'
import type { Slope } from './saw.ts'
import type { SawnEnd, SawnPiece } from './sawn.ts'
import type { EndTrim } from '../sweep/index.ts'

/**
 * A piece of so many with the ends of its run that meet something: as long as the line of its cut says, all round the section. As it was
 * where it has none.
 */
export function withEndsMet(piece: SawnPiece, count: number, met: readonly EndTrim[]): SawnPiece {
  const at = (side: 'start' | 'end'): EndTrim | undefined =>
    piece.number === (side === 'start' ? 1 : count) ? met.find((m) => m.side === side) : undefined
  const [first, last] = [at('start'), at('end')]
  if (!first && !last) return piece
  const [start, end] = [copedEnd(piece.start, first), copedEnd(piece.end, last)]
  const lengths = copedLengths(piece.to - piece.from, start, end)
  // The inside of a hollow bar may go further than its outside.
  const further = [first, last].reduce((sum, m) => sum + (m ? beyondOutside(m) : 0), 0)
  const { turn: _, ...rest } = piece
  const [longer, shorter] = [lengths.long + further - piece.lengths.long, lengths.short - piece.lengths.short]
  const strands = piece.strands?.map((s) => ({
    long: s.long + longer,
    short: s.short + shorter,
    mass: (s.mass * (s.long + longer)) / s.long,
  }))
  return {
    ...rest,
    ...(strands ? { strands } : {}),
    start,
    end,
    lengths: { ...lengths, long: lengths.long + further },
    turn: turnBetweenCuts(
      first ? toward(first.longest.clock + Math.PI) : start.slope,
      last ? toward(last.longest.clock) : end.slope,
    ),
  }
}

const toward = (clock: number): Slope => [Math.cos(clock), Math.sin(clock)]

const beyondOutside = ({ longest, line }: EndTrim): number =>
  Math.max(0, longest.along - Math.max(...line.map((p) => p.along)))

/** What a cut that meets something is, in place of what was there. */
function copedEnd(end: SawnEnd, m: EndTrim | undefined): SawnEnd {
  if (!m) return end
  const coped = m.line.map(({ at, along }): LineAt => ({ at, beyond: along }))
  return { made: 'coped', slope: [0, 0], beyond: 0, setting: { mitre: 0, bevel: 0 }, coped }
}
