import { copedLengths, turnBetweenCuts, type LineAt, type Slope } from '../cutting/index.ts'
import type { CutsGiven, MeetingGiven, SawnEnd, SawnPiece, StepResult } from './output.ts'

/** What pieces came to with the ends that met something, so that asked again they are the same. */
const known = new WeakMap<CutsGiven, { readonly met: readonly MeetingGiven[]; readonly made: CutsGiven }>()

/**
 * Pieces with the ends of their run that meet something: each is as long as the line of its cut says, all round the section. As they were
 * where none does.
 */
export function fittedCuts(cuts: CutsGiven, steps: readonly StepResult[]): CutsGiven {
  const met = steps.flatMap((s) =>
    s.state === 'good' ? (s.output?.meetings ?? []).filter((m) => m.run === cuts.run) : [],
  )
  if (met.length === 0) return cuts
  const before = known.get(cuts)
  if (before && before.met.length === met.length && before.met.every((m, i) => m === met[i]))
    return before.made
  const made = { ...cuts, pieces: cuts.pieces.map((p) => withEnds(p, cuts, met)) }
  known.set(cuts, { met, made })
  return made
}

function withEnds(piece: SawnPiece, { pieces }: CutsGiven, met: readonly MeetingGiven[]): SawnPiece {
  const at = (side: 'start' | 'end'): MeetingGiven | undefined =>
    piece.number === (side === 'start' ? 1 : pieces.length) ? met.find((m) => m.side === side) : undefined
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

const beyondOutside = ({ longest, line }: MeetingGiven): number =>
  Math.max(0, longest.along - Math.max(...line.map((p) => p.along)))

/** What a cut that meets something is, in place of what was there. */
function copedEnd(end: SawnEnd, m: MeetingGiven | undefined): SawnEnd {
  if (!m) return end
  const coped = m.line.map(({ at, along }): LineAt => ({ at, beyond: along }))
  return { made: 'coped', slope: [0, 0], beyond: 0, setting: { mitre: 0, bevel: 0 }, coped }
}
