import type { Id } from '@flexum/core/base'
import type { SketchStep, Drawing, SketchDimension } from '@flexum/core/recipe'
import { pointsOf } from '@flexum/core/sketch'
import { formatExact, formulaText } from '@flexum/core/units'
import type { Board } from './board.ts'

const isAside = ({ measured }: SketchDimension): boolean =>
  measured.of === 'off-line' || measured.of === 'between' || measured.of === 'radius'

/** The dimension that one put on with it follows: what is drawn beside has one figure, and one text on the sheet. */
export function leaderOf(step: SketchStep, d: SketchDimension): SketchDimension | undefined {
  const name = formulaText(d.formula)
  if (d.role !== 'driving' || !isAside(d)) return undefined
  return step.constraints.find(
    (c): c is SketchDimension => c.kind === 'dimension' && c !== d && c.name === name && isAside(c),
  )
}

/** The lines and rounds that a dimension and those that follow it measure from: what other things were drawn beside. */
function originalsOf(step: SketchStep, d: SketchDimension): Id[] {
  return step.constraints.flatMap((c) => {
    if (c.kind !== 'dimension' || (c.id !== d.id && leaderOf(step, c)?.id !== d.id)) return []
    if (c.measured.of === 'off-line') return [c.measured.line]
    return c.measured.of === 'between' ? [c.measured.a] : []
  })
}

/**
 * What comes of a drawing in which a distance beside was typed anew, with the original where it stands; undefined where there is no
 * original, or the drawing cannot hold so.
 */
export function withOriginalHeld(board: Board, d: SketchDimension, drawing: Drawing) {
  const model = board.model()
  const originals = originalsOf(model.step, d)
  if (originals.length === 0) return undefined
  const draft = board.draftFrom(drawing)
  const held = new Set<Id>()
  const points = new Set<Id>()
  for (const id of originals) {
    const e = model.byId.get(id)
    if (!e) continue
    for (const p of pointsOf(e)) points.add(p)
    if (e.kind === 'circle')
      held.add(draft.dimension({ of: 'radius', round: id }, `${formatExact(e.radius)} mm`))
  }
  for (const point of points) {
    if (!model.byId.has(point)) continue
    const [x, y] = model.at(point)
    held.add(draft.relate({ kind: 'fixed', point, x, y }))
  }
  const outcome = board.tried(draft.done())
  if (outcome.kind !== 'good') return undefined
  const { entities, constraints } = outcome.drawing
  return {
    ...outcome,
    drawing: { entities, constraints: constraints.filter((c) => !held.has(c.id)) },
    redundant: outcome.redundant.filter((id) => !held.has(id)),
  }
}
