import { fail, fault, ok, type Id, type Result } from '@flexum/core/base'
import { nearestOn, pieceOf, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { piecesOf, placesOf, stretchAt, trim } from '@flexum/core/sketch'
import type { Draft } from '../drafting.ts'
import { hitAt } from '../snap.ts'
import { NO_PREVIEW, type Tool, type ToolHost } from './tool.ts'

/** A stretch of a curve between crossings, by where the pointer met it. */
interface Piece {
  readonly curve: Id
  readonly from: number
  readonly to: number
  readonly at: Vec2
}

const samePiece = (a: Piece, b: Piece): boolean =>
  a.curve === b.curve && Math.abs(a.from - b.from) < 1e-9 && Math.abs(a.to - b.to) < 1e-9

const HINT = 'Click the stretch that should go, or drag across several; back along the way gives them back'

/**
 * Cuts curves back: a click takes out the stretch under the pointer as far as the next crossing on both sides, a drag all
 * that it goes across, as one step to undo. Going back along the way gives back what was crossed there.
 */
export function cutBackTool(host: ToolHost): Tool {
  /** The way of the drag, place by place, with what it came across there; undefined while the button is up. */
  let way: Stop[] | undefined
  const trail = (): readonly Piece[] => (way ?? []).flatMap((w) => w.piece ?? [])

  let last: Vec2 | undefined
  /** Something was crossed in this drag, whether it was given back or not. */
  let turned = false
  /** What the pointer is over. */
  let under: Piece | undefined

  const pieceAt = (at: Vec2, reach: number): Piece | undefined => {
    const model = host.model()
    const curve = hitAt(model, at, reach, 'curves')
    const e = curve === undefined ? undefined : model.byId.get(curve)
    if (!e || e.kind === 'point') return undefined
    const drawing = { entities: [...model.entities], constraints: [...model.step.constraints] }
    return { curve: e.id, at, ...(stretchAt(drawing, e.id, at) ?? { from: 0, to: 1 }) }
  }
  const drawn = ({ curve, from, to }: Piece): readonly Curve2[] => {
    const pieces = host.model().pieces.get(curve) ?? []
    const n = pieces.length
    // A round one may go past its seam, either way.
    return Array.from({ length: Math.ceil(to) - Math.floor(from) }, (_, k): Curve2 => {
      const i = Math.floor(from) + k
      return pieceOf(pieces[((i % n) + n) % n]!, Math.max(0, from - i), Math.min(1, to - i))
    })
  }
  const go = (at: Vec2, reach: number, beside: number): void => {
    if (!way) return
    const back = wentBack(way, at, beside)
    const piece = pieceAt(at, reach)
    const met = piece && !(under && samePiece(under, piece)) ? piece : undefined
    under = piece
    if (back) return
    const crossed = trail()
    const again = met && crossed.findIndex((t) => samePiece(t, met))
    // Met again it is given back, though the hand goes back beside its way.
    if (again !== undefined && again >= 0 && again === crossed.length - 1)
      way = way.slice(
        0,
        way.findIndex((w) => w.piece === crossed[again]),
      )
    way.push({ at, piece: again === -1 ? met : undefined })
  }

  return {
    name: 'trim',
    get begun() {
      return trail().length > 0
    },
    preview(p) {
      const under = way ? undefined : pieceAt(p.raw, p.reach)
      const going = way ? trail() : under ? [under] : []
      if (going.length === 0) return { ...NO_PREVIEW, hint: HINT }
      const words = [going.length === 1 ? 'goes' : `${going.length} go`]
      return { ...NO_PREVIEW, curves: going.flatMap(drawn), words, hint: HINT }
    },
    press(p) {
      way = []
      last = p.raw
      turned = false
      under = undefined
      go(p.raw, p.reach, p.reach)
    },
    drag(p) {
      if (!way || !last) return
      // A quick hand skips places: all of the way counts.
      const on = vec2.sub(p.raw, last)
      const steps = Math.min(MOST_STEPS, Math.max(1, Math.ceil(vec2.length(on) / p.reach)))
      for (let k = 1; k <= steps; k++)
        go(vec2.addScaled(last, on, k / steps), p.reach / 2, BESIDE_WAY * p.reach)
      last = p.raw
      if (trail().length > 0) turned = true
    },
    release() {
      const gone = trail()
      way = undefined
      // What was given back again is not to be told off for.
      if (gone.length === 0) {
        if (!turned) host.say('Click on a curve.')
      } else host.edit(gone.length === 1 ? 'Cut back' : `Cut back ${gone.length}`, (d) => cutAll(d, gone))
    },
    key(key) {
      if (key !== 'Escape' || !way) return false
      way = undefined
      return true
    },
  }
}

/** So far beside it, as a share of the pointer's reach, the way is still gone back along. */
const BESIDE_WAY = 2

/** A place of the way, and what the drag came across there. */
interface Stop {
  readonly at: Vec2
  readonly piece: Piece | undefined
}

/** Takes the way back as far as it is gone back along it: the pointer nears the place before, no further beside it than that. */
function wentBack(way: Stop[], at: Vec2, beside: number): boolean {
  let back = false
  while (way.length > 1) {
    const [before, last] = [way.at(-2)!, way.at(-1)!]
    const [far, near] = [vec2.distance(at, last.at), vec2.distance(at, before.at)]
    if (near > far || near > beside) break
    way.pop()
    back = true
  }
  return back
}

/** Places looked at along one move of the pointer. */
const MOST_STEPS = 200

/** Cuts one piece after the other: what is left of a curve may go by another name by then, so each is found by its place. */
function cutAll(d: Draft, pieces: readonly Piece[]): Result<readonly Id[]> {
  const left: Id[] = []
  for (const piece of pieces) {
    const at = placesOf(d.entities)
    let best: { readonly id: Id; readonly away: number } | undefined
    for (const e of d.entities) {
      if (e.kind === 'point') continue
      for (const c of piecesOf(e, at)) {
        const away = nearestOn(c, piece.at).distance
        if (!best || away < best.away) best = { id: e.id, away }
      }
    }
    if (!best) return fail(fault('edit.gone', 'There is nothing left to cut back.'))
    const done = trim(d, best.id, piece.at)
    if (!done.ok) return done
    left.push(...done.value)
  }
  return ok(left.filter((id) => d.entities.some((e) => e.id === id)))
}
