import type { Id } from '@flexum/core/base'
import { entityName } from '@flexum/core/recipe/evaluated'
import { pointAt, vec2, type Vec2 } from '@flexum/core/plane'
import { tolerance } from '@flexum/core/num'
import type { SheetModel } from './model.ts'
import type { Snap } from './caught.ts'

/** The middle of a line or an arc near a place, or of an outline that is alike about its middle. */
export function snapMiddle(
  model: SheetModel,
  at: Vec2,
  reach: number,
  skips: (id: Id) => boolean,
): Snap | undefined {
  for (const e of model.entities) {
    if ((e.kind !== 'line' && e.kind !== 'arc') || skips(e.id)) continue
    const [piece] = model.pieces.get(e.id) ?? []
    const middle = piece && pointAt(piece, 0.5)
    if (middle && vec2.distance(middle, at) <= reach)
      return { at: middle, word: `middle of ${entityName(model.step, e.id)}`, middleOf: e.id }
  }
  for (const { edges, holes } of model.solved.areas.regions) {
    const centre = holes.length === 0 ? centreOf(model, edges) : undefined
    if (centre && vec2.distance(centre.at, at) <= reach)
      return { at: centre.at, word: 'centre of the outline', between: centre.between }
  }
  return undefined
}

/** The middle of an outline of lines whose corners lie opposite each other about it, and two corners that it lies between. */
function centreOf(
  model: SheetModel,
  edges: readonly Id[],
): { readonly at: Vec2; readonly between: readonly [Id, Id] } | undefined {
  const n = edges.length
  if (n < 4 || n % 2 !== 0) return undefined
  const corners: Id[] = []
  for (let i = 0; i < n; i++) {
    const [e, next] = [model.byId.get(edges[i]!), model.byId.get(edges[(i + 1) % n]!)]
    if (e?.kind !== 'line' || next?.kind !== 'line') return undefined
    const shared = [e.from, e.to].find((p) => p === next.from || p === next.to)
    if (shared === undefined) return undefined
    corners.push(shared)
  }
  const middle = (i: number): Vec2 =>
    vec2.scale(vec2.add(model.at(corners[i]!), model.at(corners[i + n / 2]!)), 0.5)
  const at = middle(0)
  for (let i = 1; i < n / 2; i++)
    if (vec2.distance(at, middle(i)) > tolerance.samePlace * model.size) return undefined
  return { at, between: [corners[0]!, corners[n / 2]!] }
}
