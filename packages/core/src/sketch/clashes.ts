import type { Id } from '../base/index.ts'
import type { Constraint } from './constraints/index.ts'
import type { SketchEntity } from './entities.ts'
import { solve } from './solve.ts'

/** A constraint of the clashing set, and the shape the sketch would take without it. */
export interface ClashMember {
  readonly constraint: Id
  readonly without: readonly SketchEntity[]
}

/**
 * The smallest set of constraints that cannot all hold, by deletion filtering: every constraint that can go while the
 * rest still fails is left out; what is left fails, and solves as soon as any one of it goes. Empty if all can hold.
 */
export function clashOf(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
): ClashMember[] {
  if (solve(entities, constraints).converged) return []
  let set = [...constraints]
  // The oldest are tried first, so that of two that could be blamed the newer stays in the set.
  for (const c of constraints) {
    const fewer = set.filter((x) => x !== c)
    if (!solve(entities, fewer).converged) set = fewer
  }
  return set.map((c) => ({
    constraint: c.id,
    without: solve(
      entities,
      constraints.filter((x) => x !== c),
    ).entities,
  }))
}
