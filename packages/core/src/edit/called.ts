import { kindOf, type Part, type Step } from '../document/index.ts'

/** What a step is called by what it holds; undefined for a kind that has one name whatever it holds. */
const calledBy = (step: Step, steps: readonly Step[]): string | undefined =>
  kindOf(step).called?.(step, steps)

/** Whether a name is what a step is called, or that with a number. */
const isCalled = (name: string, called: string | undefined): boolean =>
  called !== undefined &&
  (name === called || (name.startsWith(`${called} `) && /^\d+$/.test(name.slice(called.length + 1))))

/** What a step is called, with a number where another has that name. */
function freeOf(called: string, steps: readonly Step[]): string {
  const names = new Set(steps.map((s) => s.name))
  for (let n = 1; ; n++) {
    const name = n === 1 ? called : `${called} ${n}`
    if (!names.has(name)) return name
  }
}

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
    if (!was || was.name !== step.name || !isCalled(was.name, calledBy(was, before.steps))) return step
    const called = calledBy(step, after.steps)
    if (called === undefined || isCalled(step.name, called)) return step
    const name = freeOf(called, after.steps)
    changed = true
    return { ...step, name }
  })
  return changed ? { ...after, steps } : after
}
