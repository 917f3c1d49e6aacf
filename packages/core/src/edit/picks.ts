import { fail, fault, ok, type Id } from '../base/index.ts'
import { stepOf, type Step } from '../document/index.ts'
import { withStep, type Command } from './command.ts'

/** Puts another face or edge in place of one that was picked, wherever the step names it. */
export const pickInstead: Command<{ step: Id; was: string; now: string }> = (part, args) => {
  const step = stepOf(part, args.step)
  if (!step) return fail(fault('edit.no-step', `there is no step "${args.step}" in this part`))
  return ok(withStep(part, replaced(step, args.was, args.now) as Step))
}

const PICKS: ReadonlySet<string> = new Set(['face', 'edge'])

function replaced(value: unknown, was: string, now: string): unknown {
  if (Array.isArray(value)) return value.map((v: unknown) => replaced(v, was, now))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([k, v]) => [k, PICKS.has(k) && v === was ? now : replaced(v, was, now)]),
  )
}
