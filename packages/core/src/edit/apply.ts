import { fail, fault, ok, type Result } from '../base/index.ts'
import { breachesOf, type Part } from '../document/index.ts'
import { withNames } from './called.ts'
import type { Command } from './command.ts'

/**
 * Runs a command, lets the names of steps follow what they hold, and refuses what it makes where that breaks a rule of the part that was not broken before: so that nothing
 * stands on screen that the next reader of the part refuses, and a part that came in with a breach can still be worked on.
 */
export function apply<Args>(command: Command<Args>, part: Part, args: Args): Result<Part> {
  const done = command(part, args)
  if (!done.ok || done.value === part) return done
  const made = ok(withNames(part, done.value))
  const before = new Set(breachesOf(part).map((b) => b.about))
  const fresh = breachesOf(made.value).find((b) => !before.has(b.about))
  return fresh ? fail(fault('edit.rules', fresh.message)) : made
}
