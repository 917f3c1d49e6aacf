import { fail, fault, ok, type Id } from '../../base/index.ts'
import { stepOf, type Step } from '../../document/index.ts'
import type { CopiesEntry } from './typed-copies.ts'
import { withStep, type Command } from '../../edit/index.ts'

const COPIED: ReadonlySet<string> = new Set(['run', 'extruded', 'turned', 'plain-body', 'blended'])

/** Sets a run or a body again: mirrored, in rows, all round; none for once only. */
export const changeCopies: Command<{ step: Id; copies: readonly CopiesEntry[] }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step || !COPIED.has(step.kind))
    return fail(fault('edit.no-body', `there is no step "${args.step}" with a body that is set again`))
  const { copies: _, ...once } = step as Step & { readonly copies?: readonly CopiesEntry[] }
  return ok(withStep(part, (args.copies.length > 0 ? { ...once, copies: args.copies } : once) as Step))
}
