export {
  courseAt,
  courseBetween,
  courseMost,
  courseOf,
  courseRange,
  type Course,
  type Followed,
} from './course.ts'
export {
  fixedFrames,
  frameAt,
  frameOn,
  wayOn,
  rollAt,
  squareFrames,
  squareFramesFrom,
  twisted,
  type Frame,
  type Frames,
  type Turning,
} from './frames.ts'
export { rollRate, rollRates, strandLine } from './strand-lines.ts'
export { facingFrames, type Facing } from './facing.ts'
export { steepStretches, uprightFrames } from './upright-frames.ts'
export {
  isPlain,
  reachAt,
  scaleAt,
  SQUARE_END,
  wholeChunk,
  type Carriage,
  type Chunk,
  type ChunkEnd,
} from './carriage.ts'
export { keepSections, sampleShape, sectionsAlong, shapeOutline, type ShapeTable } from './shape.ts'
export { chunksOf, rollJump, roundedPath, type Joint } from './joints.ts'
export { pointsNeeded } from './ring-steps.ts'
export { leaned, placeRings, type Rings } from './rings.ts'
export { seamOf, turnsOnto, type Seam } from './seam.ts'
export { edgesOf, meshRun, type Edges } from './mesh.ts'
export { ringPlaces } from './doubles.ts'
export { lengthened, type Carried } from './lengthen.ts'
export { joinRunMeshes } from './mesh-join.ts'
export { runMeshSize, type MeshSize } from './mesh-size.ts'
export { plugMesh } from './caps.ts'
export {
  meshClosed,
  type ClosedMesh,
  type ClosedRegion,
  type Closing,
  type Closings,
  type LoopEdges,
} from './closed-ends.ts'
export { isEnd, packTag, unpackTag, type FaceTag } from './tags.ts'
export { volumeByTheorem, type SectionAt } from './volume.ts'
export { foldsOf, reachInBend, type Fold } from './folds.ts'
export { contactsOf, type Contact } from './contact.ts'
export { leastWidth, thinnestOf, type Thinnest } from './thickness.ts'
export { piecesBetween, type Piece } from './pieces.ts'
export { cutsOfPiece, type PieceCut } from './piece-ends.ts'
export {
  drawRun,
  grownTo,
  type BodyLines,
  type Grown,
  type Growth,
  type RunDrawing,
  type Stretch,
} from './drawing.ts'
export { withoutCollapsed } from './mesh-collapsed.ts'
export type { CarriedGiven, StrandLine, RunCorner } from './carried.ts'
export { type Orientation, ORIENTATIONS } from './orientation.ts'
export type { EndMade, Strand } from './strand.ts'
export {
  endCaps,
  exactSweptBody,
  sweptBody,
  sweptPoints,
  strandLines,
  endTips,
  sweptVolumes,
  sweptWeight,
  endFrame,
  endWay,
} from './swept-body.ts'
export type { EndTrim, Leftover, TrimmedAt } from './end-trim.ts'
