import { kindOf, type Part, type Step } from '../document/index.ts'

/** What a step is called by what it holds; undefined for a kind that has one name whatever it holds. */
const calledBy = (step: Step, steps: readonly Step[]): string | undefined =>
  kindOf(step).called?.(step, steps)

/**
 * The part after a change with the names of its steps following what these hold: of those that were called so before, and that
 * the change itself named nothing else.
 */
export function withNames(before: Part, after: Part): Part {
  if (after.steps === before.steps) return after
  const known = new Map(before.steps.map((s) => [s.id, s]))
  let changed = false
  const steps = after.steps.map((step): Step => {
    const was = known.get(step.id)
    if (!was || was.name !== step.name || was.name !== calledBy(was, before.steps)) return step
    const name = calledBy(step, after.steps)
    if (name === undefined || name === step.name) return step
    changed = true
    return { ...step, name }
  })
  return changed ? { ...after, steps } : after
}
