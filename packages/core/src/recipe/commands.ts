export * from '../edit/index.ts'
export {
  COLUMNS,
  insertNode,
  isHeld,
  moveNode,
  moveNodesBy,
  pasteCells,
  placeNode,
  removeNodes,
  setCell,
  setClosed,
  setSmooth,
  type Axis,
  type NodeColumn,
} from '../steps/node-path/commands.ts'
export {
  BEND_COLUMNS,
  bendsLeadThen,
  insertBend,
  LAST,
  letBendsLead,
  letNodesLead,
  moveBend,
  nodesLeadThen,
  pasteBends,
  readPastedBends,
  type PastedBends,
  removeBends,
  setBendCell,
  setStraights,
  type BendColumn,
} from '../steps/bend-table/commands.ts'
export { addPathFromPoints, type PointCorners } from '../steps/node-path/commands-points.ts'
export { changeRun, type RunChoices } from '../steps/run/commands.ts'
export { changeExtruded } from '../steps/extruded/commands.ts'
export { changePlainBody } from '../steps/plain-body/commands.ts'
export { changeImportedBody } from '../steps/imported-body/commands.ts'
export { changeHalved, grindEnds } from '../steps/halved/commands.ts'
export { changeFillet } from '../steps/fillet/commands.ts'
export { changeEdgePath } from '../steps/edge-path/commands.ts'
export { changePushed } from '../steps/pushed/commands.ts'
export { changeShell } from '../steps/shell/commands.ts'
export { changeLoft } from '../steps/loft/commands.ts'
export { changeTrim } from '../steps/trim/commands.ts'
export { changeHoles } from '../steps/holes/commands.ts'
export { changeRevolved } from '../steps/revolved/commands.ts'
export { changeCopies } from '../steps/shared/commands-copies.ts'
export { changeOperation } from '../steps/shared/commands-operation.ts'
export { changeBentPath, turnIntoBends, typeBends } from '../steps/bent-path/commands.ts'
export { changeChangedPath } from '../steps/changed-path/commands.ts'
export { changeBlank, type BlankChoices } from '../steps/blank/commands.ts'
export {
  breakMouldingLine,
  changeMouldingLine,
  runMoulding,
  sameMoulding,
  setMouldingLineFigure,
  type MouldingLineChoices,
} from '../steps/moulding-line/commands.ts'
export {
  addOpening,
  closeWalls,
  insertWall,
  moveWall,
  pasteWalls,
  removeOpenings,
  removeWalls,
  setOpeningCell,
  setOpeningWall,
  setWallCell,
  standWallsOn,
  WALL_COLUMNS,
  type WallColumn,
} from '../steps/wall-path/commands.ts'
export { changePieces, type PiecesChoices } from '../steps/pieces/commands.ts'
export { changeForming, pasteTrials, type FormingChoices } from '../steps/forming/commands.ts'
export { changeHelix, type HelixChoices } from '../steps/helix-path/commands.ts'
export { setShape } from '../steps/stock-profile/commands.ts'
export { changeSketchPath } from '../steps/sketch-path/commands.ts'
export { changeSketchProfile } from '../steps/sketch-profile/commands.ts'
export { setMaterial, setSource, setWall, type ProfileStep } from '../steps/shared/commands-profile.ts'
export {
  changeDimension,
  putDrawing,
  renameDimension,
  setFacing,
  setPicture,
  setPlane,
  type Drawing,
} from '../steps/sketch/commands.ts'
export { makeChange } from './changes.ts'
export { profileOf, putSection, takeSection } from '../steps/shared/commands-sections.ts'
