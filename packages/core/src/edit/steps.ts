import { fail, fault, ok, type Id, type Result } from '../base/index.ts'
import { LIMITS, needsOf, stepOf, type Part, type Step } from '../document/index.ts'
import { withStep, type Command } from './command.ts'

const missing = (id: Id): Result<never> =>
  fail(fault('edit.no-step', `there is no step "${id}" in this part`))

/** The first step that stands before something it builds on. */
function outOfOrder(part: Part): { step: Step; needs: Step } | undefined {
  const seen = new Set<Id>()
  for (const step of part.steps) {
    const late = needsOf(step).find((id) => !seen.has(id) && stepOf(part, id))
    if (late) return { step, needs: stepOf(part, late)! }
    seen.add(step.id)
  }
  return undefined
}

/** Adds a step at an index of the recipe. */
export const addStep: Command<{ step: Step; index: number }> = (part, args) => {
  if (part.steps.length >= LIMITS.steps) {
    return fail(fault('edit.too-many', `a recipe has at most ${LIMITS.steps} steps`))
  }
  return ok({
    ...part,
    steps: [...part.steps.slice(0, args.index), args.step, ...part.steps.slice(args.index)],
  })
}

/** Keeps of the pieces that a step's body falls into the one nearest to a place, mm; without a place all of them. */
export const keepPiece: Command<{ step: Id; at?: readonly number[] }> = (part, { step: id, at }) => {
  const step = stepOf(part, id)
  if (!step) return missing(id)
  const { keep: _, ...rest } = step
  return ok(withStep(part, (at ? { ...rest, keep: at } : rest) as Step))
}

/** Takes a step out; one that others build on stays and says who needs it. */
export const removeStep: Command<{ step: Id }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step) return missing(args.step)
  const users = part.steps.filter((s) => needsOf(s).includes(args.step))
  if (users.length > 0) {
    const names = users.map((u) => `"${u.name}"`).join(', ')
    return fail(
      fault(
        'edit.in-use',
        `${names} builds on "${step.name}"; take that out first, or set "${step.name}" aside`,
      ),
    )
  }
  return ok({
    ...part,
    steps: part.steps.filter((s) => s !== step),
    builtTo: part.builtTo === args.step ? null : part.builtTo,
  })
}

/** Moves a step to another place; refused if it would stand before what it builds on, or after what builds on it. */
export const moveStep: Command<{ step: Id; to: number }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step) return missing(args.step)
  const rest = part.steps.filter((s) => s !== step)
  const moved = { ...part, steps: [...rest.slice(0, args.to), step, ...rest.slice(args.to)] }
  const wrong = outOfOrder(moved)
  if (wrong) {
    return fail(fault('edit.order', `"${wrong.step.name}" needs "${wrong.needs.name}" before it`))
  }
  return ok(moved)
}

export const renameStep: Command<{ step: Id; name: string }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step) return missing(args.step)
  if (args.name.length > LIMITS.nameLength) {
    return fail(fault('edit.too-long', `a name has at most ${LIMITS.nameLength} characters`))
  }
  return ok(withStep(part, { ...step, name: args.name }))
}

/** Sets a step aside, or takes it back into the build. */
export const setSuppressed: Command<{ step: Id; aside: boolean }> = (part, args) => {
  const step = stepOf(part, args.step)
  return step ? ok(withStep(part, { ...step, aside: args.aside })) : missing(args.step)
}

/** Builds to this step and no further; null builds all. */
export const setBuiltTo: Command<{ step: Id | null }> = (part, args) =>
  args.step !== null && !stepOf(part, args.step) ? missing(args.step) : ok({ ...part, builtTo: args.step })
