export { apply } from './apply.ts'
export type { Command } from './command.ts'
export { setFormula } from './fields.ts'
export {
  COLUMNS,
  insertNode,
  isHeld,
  moveNode,
  pasteCells,
  placeNode,
  removeNodes,
  setCell,
  setClosed,
  type Axis,
  type NodeColumn,
} from './nodes.ts'
export {
  addStep,
  changeRun,
  moveStep,
  removeStep,
  renameStep,
  setAside,
  setBuiltTo,
  setHand,
  setMaterial,
  setShape,
  setWall,
  type RunChoices,
} from './steps.ts'
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
export { countUses, freeName, takenName } from './names.ts'
export {
  changeDimension,
  changeSketchPath,
  changeSketchProfile,
  putDrawing,
  renameDimension,
  setPicture,
  setPlane,
  type Drawing,
} from './sketch.ts'
export { againstTravel, reversePath } from './reverse.ts'
export { renamePart, setUnits } from './whole.ts'
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
export { profileOf, putSection, setSource, takeSection } from './sections.ts'
