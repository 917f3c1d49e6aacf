export { apply } from './apply.ts'
export { stepOfKind, withStep, type Command } from './command.ts'
export { changeBy, type ChangeCommands } from './cure.ts'
export { setFormula, sameFormula } from './fields.ts'
export { addStep, keepPiece, moveStep, removeStep, renameStep, setSuppressed, setBuiltTo } from './steps.ts'
export {
  addValue,
  addVariant,
  chooseVariant,
  removeValue,
  removeVariant,
  renameValue,
  renameVariant,
  setOverride,
  setValueDimension,
  setValueFormula,
} from './values.ts'
export { countUses, freeName, renameEverywhere, takenName } from './names.ts'
export { pickInstead } from './picks.ts'
export { reversePath, takeFromEnd } from './reverse.ts'
export { renamePart, setExpected, setUnits } from './whole.ts'
export {
  commit,
  HISTORY_DEPTH,
  present,
  redo,
  reselect,
  startHistory,
  undo,
  type History,
  type Moment,
} from './history.ts'
