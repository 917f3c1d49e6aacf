import { changeBroughtBody } from '../steps/brought-body/commands.ts'
import { changeRun } from '../steps/run/commands.ts'
import { changeForming } from '../steps/forming/commands.ts'
import { shiftNodes } from '../steps/node-path/commands.ts'
import { breakTrim, changeTrim } from '../steps/trim-path/commands.ts'
import { closeWalls } from '../steps/wall-path/commands.ts'
import { splitBend } from '../steps/bend-table/commands.ts'
import type { Command } from './command.ts'
import { setFormula } from './fields.ts'
import { addStep, keepPiece } from './steps.ts'
import { pickInstead } from './picks.ts'

/** Commands that a change may name, by that name. */
const COMMANDS = {
  'set-formula': setFormula,
  'change-run': changeRun,
  'change-brought-body': changeBroughtBody,
  'pick-instead': pickInstead,
  'add-step': addStep,
  'keep-piece': keepPiece,
  'change-forming': changeForming,
  'shift-nodes': shiftNodes,
  'split-bend': splitBend,
  'close-walls': closeWalls,
  'change-trim': changeTrim,
  'break-trim': breakTrim,
} as const

/** A command by its name with what it is told, as findings carry them. */
export type NamedChange = {
  [K in keyof typeof COMMANDS]: {
    readonly do: K
    readonly with: Parameters<(typeof COMMANDS)[K]>[1]
  }
}[keyof typeof COMMANDS]

/** Makes the change that a finding offers. */
export const makeChange: Command<NamedChange> = (part, change) =>
  (COMMANDS[change.do] as Command<NamedChange['with']>)(part, change.with)
