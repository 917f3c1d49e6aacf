import type { Id } from '@flexum/core/base'
import { constraintName } from '@flexum/core/evaluate'
import { isBuiltIn, pointsOf, referencesOf, type Constraint } from '@flexum/core/sketch'
import type { SheetModel } from './model.ts'

/** Held reference dimensions as constraints with what they measure now. */
export function heldConstraints(m: SheetModel): Constraint[] {
  return m.step.constraints.flatMap((c) => {
    if (c.kind !== 'dimension' || c.role !== 'reference' || !c.held) return []
    const value = c.side * (m.solved.measures.get(c.id) ?? 0)
    return [{ kind: 'dimension' as const, id: c.id, measured: c.measured, value }]
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
