import type { Id } from '@flexum/core/base'
import { constraintName } from '@flexum/core/recipe/evaluated'
import {
  isBuiltIn,
  pointsOf,
  referencesOf,
  type Constraint,
  type Pull,
  type SketchEntity,
} from '@flexum/core/sketch'
import type { SheetModel } from './model.ts'

/** Held reference dimensions as constraints with what they measure now. */
export function heldConstraints(m: SheetModel): Constraint[] {
  return m.step.constraints.flatMap((c) => {
    if (c.kind !== 'dimension' || c.role !== 'reference' || !c.held) return []
    const value = c.side * (m.solved.measures.get(c.id) ?? 0)
    return [{ kind: 'dimension' as const, id: c.id, measured: c.measured, value }]
  })
}

/**
 * Lines in which something is mirrored, held in place while anything but they themselves is pulled: what is mirrored moves about them, and they
 * do not turn with it.
 */
export function mirrorsHeld(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  pulls: readonly Pull[],
): Constraint[] {
  const byId = new Map(entities.map((e) => [e.id, e]))
  const pulled = new Set(pulls.map((p) => ('round' in p ? p.round : p.point)))
  // What lies on a point that is pulled is pulled with it.
  for (let more = true; more;) {
    const before = pulled.size
    for (const c of constraints)
      if (c.kind === 'coincident' && (pulled.has(c.a) || pulled.has(c.b))) pulled.add(c.a).add(c.b)
    more = pulled.size > before
  }
  const lines = new Set(
    constraints.flatMap((c) => (c.kind === 'symmetric' && !isBuiltIn(c.line) ? [c.line] : [])),
  )
  const ends = [...lines].flatMap((id) => {
    const line = byId.get(id)
    const own = line ? pointsOf(line) : []
    return own.some((p) => pulled.has(p)) ? [] : own
  })
  return [...new Set(ends)].flatMap((id): Constraint[] => {
    const p = byId.get(id)
    return p?.kind === 'point' ? [{ kind: 'fixed', id: `mirror-${id}`, point: id, x: p.x, y: p.y }] : []
  })
}

/** What holds a settled thing: the constraints that tie it or its points. */
export function settledWords(m: SheetModel, id: Id): string {
  if (isBuiltIn(id)) return 'The origin and axes of the sheet do not move.'
  const e = m.byId.get(id)
  const own = new Set(e ? [e.id, ...pointsOf(e)] : [id])
  for (const c of m.entities) if (c.kind !== 'point' && pointsOf(c).some((p) => own.has(p))) own.add(c.id)
  const holding = m.step.constraints.filter(
    (c) => !(c.kind === 'dimension' && c.role === 'reference') && referencesOf(c).some((r) => own.has(r)),
  )
  const names = holding.slice(0, 4).map((c) => constraintName(m.step, c))
  const more = holding.length > 4 ? ` and ${holding.length - 4} more` : ''
  return `Settled, so it does not move. It is held by ${names.join('; ')}${more}.`
}
