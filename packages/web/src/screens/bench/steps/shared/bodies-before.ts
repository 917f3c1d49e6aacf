import type { Id } from '@flexum/core/base'
import { kindOf, takenBy, type Part, type Step } from '@flexum/core/recipe'

/** The steps before one that have bodies which have not gone into another before it; and those that are chosen already. */
export function bodiesBefore(part: Part, step: Step, chosen: readonly Id[]): readonly Step[] {
  const before = part.steps.slice(
    0,
    part.steps.findIndex((s) => s.id === step.id),
  )
  const gone = new Set(before.flatMap((s) => (s.aside ? [] : takenBy(s))))
  return before.filter(
    (s) => kindOf(s).gives.includes('bodies') && !s.aside && (!gone.has(s.id) || chosen.includes(s.id)),
  )
}
