import type { Change, Changes } from '../document/index.ts'
import type { Command } from './command.ts'

/** A command for every change that a finding may offer. */
export type ChangeCommands = { readonly [K in keyof Changes]: Command<Changes[K]> }

/** The command that makes whichever change a finding offers, by those that there are. */
export const changeBy =
  (commands: ChangeCommands): Command<Change> =>
  (part, change) =>
    (commands[change.do] as Command<Change['with']>)(part, change.with)
