import { fail, fault, type Result } from '../base/index.ts'
import { breachesOf, type Part } from '../document/index.ts'
import type { Command } from './command.ts'

/**
 * Runs a command, and refuses what it makes where that breaks a rule of the part that was not broken before: so that nothing
 * stands on screen that the next reader of the part refuses, and a part that came in with a breach can still be worked on.
 */
export function apply<Args>(command: Command<Args>, part: Part, args: Args): Result<Part> {
  const made = command(part, args)
  if (!made.ok || made.value === part) return made
  const before = new Set(breachesOf(part).map((b) => b.about))
  const fresh = breachesOf(made.value).find((b) => !before.has(b.about))
  return fresh ? fail(fault('edit.rules', fresh.message)) : made
}
