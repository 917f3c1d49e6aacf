import { fail, fault, ok, type Id } from '../base/index.ts'
import { inputsOf, kindOf, mapSame, stepOf, type PathStart, type Step } from '../document/index.ts'
import { withStep, type Command } from './command.ts'

/**
 * Travels a path the other way. What takes it takes it from its other end from then on, so that all stays where it was: stations, ends, sides,
 * and what changes along it.
 */
export const reversePath: Command<{ step: Id; begins?: PathStart }> = (part, args) => {
  const step = stepOf(part, args.step)
  const reversed = step && kindOf(step).reversed?.(step, args.begins)
  if (!reversed) return fail(fault('edit.no-path', 'this step is no path that could be reversed'))
  const turned = withStep(part, reversed)
  return ok({
    ...turned,
    steps: mapSame(turned.steps, (s) => (takes(s, args.step) ? turnedTo(s, args.step) : s)),
  })
}

/** Has a step take a path from its end, or from its start again. */
export const takeFromEnd: Command<{ step: Id; path: Id }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step || !takes(step, args.path)) return fail(fault('edit.no-path', 'this step takes no such path'))
  return ok(withStep(part, turnedTo(step, args.path)))
}

const takes = (step: Step, path: Id): boolean =>
  inputsOf(step).some((i) => i.gives === 'path' && i.id === path)

function turnedTo(step: Step, path: Id): Step {
  const { against = [], ...rest } = step
  const now = against.includes(path) ? against.filter((id) => id !== path) : [...against, path]
  return (now.length > 0 ? { ...rest, against: now } : rest) as Step
}
