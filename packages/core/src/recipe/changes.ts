import { addStep, changeBy, keepPiece, pickInstead, setFormula } from '../edit/index.ts'
import { splitBend } from '../steps/bend-table/commands.ts'
import { changeBroughtBody } from '../steps/brought-body/commands.ts'
import { changeForming } from '../steps/forming/commands.ts'
import { shiftNodes } from '../steps/node-path/commands.ts'
import { changeRun } from '../steps/run/commands.ts'
import { breakTrim, changeTrim } from '../steps/trim-path/commands.ts'
import { closeWalls } from '../steps/wall-path/commands.ts'

/** Makes the change that a finding offers. */
export const makeChange = changeBy({
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
})
