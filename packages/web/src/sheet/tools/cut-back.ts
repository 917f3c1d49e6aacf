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

const HINT =
  'Click the stretch that should go, or drag across several; back over the trail takes the last one back'

/**
 * Cuts curves back: a click takes out the stretch under the pointer as far as the next crossing on both sides, a drag all
 * that it goes across, as one step to undo. Going back onto the stretch before gives the last one back.
 */
export function cutBackTool(host: ToolHost): Tool {
  /** What the drag has gone across; undefined while the button is up. */
  let trail: Piece[] | undefined
  let last: Vec2 | undefined

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
  const cross = (at: Vec2, reach: number): void => {
    const piece = trail && pieceAt(at, reach)
    if (!trail || !piece || (trail.length > 0 && samePiece(trail.at(-1)!, piece))) return
    const before = trail.findIndex((t) => samePiece(t, piece))
    if (before < 0) trail.push(piece)
    // Back on what was crossed before: what came after it is given back.
    else trail.splice(before + 1)
  }

  return {
    name: 'trim',
    get begun() {
      return (trail?.length ?? 0) > 0
    },
    preview(p) {
      const under = trail ? undefined : pieceAt(p.raw, p.reach)
      const going = trail ?? (under ? [under] : [])
      if (going.length === 0) return { ...NO_PREVIEW, hint: HINT }
      const words = [going.length === 1 ? 'goes' : `${going.length} go`]
      return { ...NO_PREVIEW, curves: going.flatMap(drawn), words, hint: HINT }
    },
    press(p) {
      trail = []
      last = p.raw
      cross(p.raw, p.reach)
    },
    drag(p) {
      if (!trail || !last) return
      // A quick hand skips places: all of the way counts.
      const way = vec2.sub(p.raw, last)
      const steps = Math.max(1, Math.ceil(vec2.length(way) / p.reach))
      for (let k = 1; k <= Math.min(steps, MOST_STEPS); k++)
        cross(vec2.addScaled(last, way, k / Math.min(steps, MOST_STEPS)), p.reach / 2)
      last = p.raw
    },
    release() {
      const gone = trail ?? []
      trail = undefined
      if (gone.length === 0) host.say('Click on a curve.')
      else host.edit(gone.length === 1 ? 'Cut back' : `Cut back ${gone.length}`, (d) => cutAll(d, gone))
    },
    key(key) {
      if (key !== 'Escape' || !trail) return false
      trail = undefined
      return true
    },
  }
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
