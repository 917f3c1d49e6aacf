import type { Id } from '../base/index.ts'
import type { Constraint } from './constraints/index.ts'
import type { SketchEntity } from './entities.ts'
import { solve, solveGently } from './solve.ts'

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
  const leap: Holds = (some) => solve(entities, some).converged
  const led: Holds = (some) => solveGently(entities, some).converged
  if (leap(constraints)) return []
  let set = filtered(constraints, leap)
  // A leap can miss a solution far off and so blame what can hold: what is left is asked again, led there in steps.
  if (led(set)) {
    if (led(constraints)) return []
    set = filtered(constraints, led)
  }
  return set.map((c) => ({
    constraint: c.id,
    without: solveGently(
      entities,
      constraints.filter((x) => x !== c),
    ).entities,
  }))
}

type Holds = (constraints: readonly Constraint[]) => boolean

/** What is left when everything is left out that can go while the rest still fails. */
function filtered(constraints: readonly Constraint[], holds: Holds): readonly Constraint[] {
  let set = constraints
  // The oldest are tried first, so that of two that could be blamed the newer stays in the set.
  for (const c of constraints) {
    const fewer = set.filter((x) => x !== c)
    if (!holds(fewer)) set = fewer
  }
  return set
}
