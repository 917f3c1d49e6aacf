import { addStep, changeBy, keepPiece, pickInstead, setFormula } from '../edit/index.ts'
import { splitBend } from '../steps/bend-table/commands.ts'
import { changeImportedBody } from '../steps/imported-body/commands.ts'
import { changeForming } from '../steps/forming/commands.ts'
import { shiftNodes } from '../steps/node-path/commands.ts'
import { changeRun } from '../steps/run/commands.ts'
import { breakMouldingLine, changeMouldingLine } from '../steps/moulding-line/commands.ts'
import { closeWalls } from '../steps/wall-path/commands.ts'

/** Makes the change that a finding offers. */
export const makeChange = changeBy({
  'set-formula': setFormula,
  'change-run': changeRun,
  'change-brought-body': changeImportedBody,
  'pick-instead': pickInstead,
  'add-step': addStep,
  'keep-piece': keepPiece,
  'change-forming': changeForming,
  'shift-nodes': shiftNodes,
  'split-bend': splitBend,
  'close-walls': closeWalls,
  'change-trim': changeMouldingLine,
  'break-trim': breakMouldingLine,
})
