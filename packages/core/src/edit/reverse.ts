import { fail, fault, ok, type Id } from '../base/index.ts'
import { kindOf, mapSame, stepOf, type PathStart, type Step } from '../document/index.ts'
import { withStep, type Command } from './command.ts'

/**
 * Travels a path the other way, and turns what goes along it so that it stays where it was. Exact for paths in one plane
 * (their up stays); what goes by the direction of travel itself is told by `againstTravel`.
 */
export const reversePath: Command<{ step: Id; begins?: PathStart }> = (part, args) => {
  const step = stepOf(part, args.step)
  const reversed = step && kindOf(step).reversed?.(step, args.begins)
  if (!reversed) return fail(fault('edit.no-path', 'this step is no path that could be reversed'))
  const turned = withStep(part, reversed)
  return ok({
    ...turned,
    steps: mapSame(turned.steps, (s): Step => kindOf(s).turnedWith?.(s, args.step, turned.steps) ?? s),
  })
}
