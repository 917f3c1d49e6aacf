import { fail, fault, ok, type Result } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import { stepTo, type Nest, type PatternUse, type PlanProblem, type Saw } from './problem.ts'

/** One piece to be sawn, by a name of its own. Its length is that of its long point, mm. */
export interface PieceToSaw {
  readonly id: string
  readonly length: number
  /** How its cuts nest with those of its neighbours. */
  readonly nest?: Nest
}

/** A bar and what is sawn from it, from its start on. */
export interface BarLayout {
  readonly id: string
  /** Which kind of bar it is. */
  readonly kind: string
  readonly length: number
  readonly cost: number
  readonly pieces: readonly PieceToSaw[]
  /** Someone put pieces on it by hand: these stay on it when the rest is planned anew. */
  readonly held: boolean
  /** Which they are; all of them where that is not kept. */
  readonly byHand?: readonly string[]
}

/** Whether a piece was put on its bar by hand. */
export const isByHand = ({ held, byHand }: Pick<BarLayout, 'held' | 'byHand'>, piece: string): boolean =>
  held && (byHand?.includes(piece) ?? true)

/** Where a piece lies on its bar, mm from the bar's start. */
export interface Placed extends PieceToSaw {
  readonly from: number
  readonly to: number
  /** It is turned over, so that its cut is that of the one before. */
  readonly turned: boolean
}

/** Where the pieces of a bar lie: after the first trim, with a kerf between each two; those that share a cut beside each other. */
export const placedOn = (bar: Pick<BarLayout, 'pieces'>, saw: Saw): Placed[] => placed(bar.pieces, saw)

function placed(pieces: readonly PieceToSaw[], saw: Saw): Placed[] {
  const list: Placed[] = []
  for (const p of pieces) {
    const before = list.at(-1)
    const shares = before?.nest && p.nest?.key === before.nest.key
    const from = !before ? saw.trimStart : before.to + (shares ? stepTo(p.nest!, saw) : saw.kerf)
    const asks = shares ? before.nest!.right * (before.turned ? -1 : 1) : undefined
    list.push({ ...p, from, to: from + p.length, turned: asks !== undefined && asks !== p.nest!.left })
  }
  return list
}

/** What is left of a bar behind its last piece and the cut that frees it, mm; the last trim is part of it. */
export function leftOn(bar: BarLayout, saw: Saw): number {
  const last = placedOn(bar, saw).at(-1)
  const rest = bar.length - (last?.to ?? saw.trimStart)
  return rest <= saw.kerf ? Math.max(0, rest) : rest - saw.kerf
}

/** Whether pieces fit a bar one after the other as they are given: within what both trims leave. */
export function fitsOn(pieces: readonly PieceToSaw[], length: number, saw: Saw): boolean {
  const end = placed(pieces, saw).at(-1)?.to ?? saw.trimStart
  return end + saw.trimEnd <= length * (1 + tolerance.barFits)
}

/**
 * Bars of a plan by themselves, each with pieces by name: of every kind of piece those that are given, in their order; those that
 * share cuts together, the longest first. `newId` names the bars.
 */
export function layoutsOf(
  problem: PlanProblem,
  uses: readonly PatternUse[],
  named: ReadonlyMap<string, readonly PieceToSaw[]>,
  newId: () => string,
): BarLayout[] {
  const next = new Map(problem.pieces.map((p) => [p.id, 0]))
  return uses.flatMap((u) =>
    Array.from({ length: u.times }, (): BarLayout => {
      const kind = problem.bars[u.bar]!
      const pieces = problem.pieces.flatMap((p, i) =>
        Array.from({ length: u.counts[i]! }, (): PieceToSaw => {
          const n = next.get(p.id)!
          next.set(p.id, n + 1)
          return { ...named.get(p.id)![n]!, length: p.length }
        }),
      )
      return {
        id: newId(),
        kind: kind.id,
        length: kind.length,
        cost: kind.cost,
        pieces: inChains(pieces),
        held: false,
      }
    }),
  )
}

/** Pieces that share cuts one after the other, the longest first. */
function inChains(pieces: readonly PieceToSaw[]): PieceToSaw[] {
  const sorted = [...pieces].sort((a, b) => b.length - a.length)
  const keys = [...new Set(sorted.map((p) => p.nest?.key))]
  return keys.flatMap((key) => sorted.filter((p) => p.nest?.key === key))
}

/** What became of a plan that was changed by hand. */
export type Moved = Result<readonly BarLayout[]>

/**
 * A piece taken from its bar and put on another, at a place among its pieces. Refused, with why, where it does not fit, and where either
 * bar's piece was sawn already. A bar that has no piece any more goes away; the piece is put there by hand from then on, and no other.
 */
export function movedPiece(
  bars: readonly BarLayout[],
  saw: Saw,
  move: { readonly piece: string; readonly to: string; readonly at: number },
  done: ReadonlySet<string>,
  said: (mm: number) => string = String,
): Moved {
  const from = bars.find((b) => b.pieces.some((p) => p.id === move.piece))
  const piece = from?.pieces.find((p) => p.id === move.piece)
  if (!from || !piece) return fail(fault('plan.no-piece', 'this piece is not in the plan any more'))
  const to = bars.find((b) => b.id === move.to)
  if (!to) return fail(fault('plan.no-bar', 'this bar is not in the plan any more'))
  if (done.has(piece.id)) return fail(fault('plan.done', 'this piece is sawn already'))
  const others = to.pieces.filter((p) => p !== piece)
  const pieces = [...others.slice(0, move.at), piece, ...others.slice(move.at)]
  if (!fitsOn(pieces, to.length, saw)) {
    const bare = { ...to, pieces: others }
    const room = leftOn(bare, saw) - saw.trimEnd
    const message = `the bar has ${said(Math.max(0, room))} left between its trims, and the piece takes ${said(piece.length)}`
    return fail(fault('plan.full', message))
  }
  return ok(
    bars.flatMap((b): BarLayout[] => {
      const byHand = b.pieces.flatMap((p) => (p !== piece && isByHand(b, p.id) ? [p.id] : []))
      if (b === to) return [{ ...b, pieces, held: true, byHand: [...byHand, piece.id] }]
      if (b !== from) return [b]
      const left = b.pieces.filter((p) => p !== piece)
      return left.length === 0 ? [] : [{ ...b, pieces: left, held: byHand.length > 0, byHand }]
    }),
  )
}
