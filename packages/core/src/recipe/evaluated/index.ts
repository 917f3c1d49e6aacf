export * from '../../evaluate/index.ts'
export { addMaker, createEvaluator } from '../makers.ts'
export { compareOrientations, type ComparedOrientation } from '../../steps/run/compare.ts'
export { bendKey } from '../../steps/shared/bend-key.ts'
export { CLASH_WORDS } from '../../steps/forming/made.ts'
export { barAt, barBody } from '../../steps/forming/bar-body.ts'
export { bendFiguresOf, endAsStart, meetingPointsOf } from '../../steps/bend-table/figures.ts'
export {
  numericConstraint,
  numericConstraints,
  solveSketch,
  unsolvedSketch,
  type FieldValue,
  type SolvedSketch,
} from '../../steps/sketch/solved.ts'
export { placesInSpace, straightsOf } from '../../steps/sketch/places.ts'
export { takableOfRun } from '../../steps/sketch/takable-run.ts'
export { frameOnFace } from '../../steps/shared/face-frame.ts'
export { facing } from '../../steps/sketch/frame.ts'
export { placesOfBodies, takableOfBodies } from '../../steps/sketch/takable-body.ts'
export { downOn, takableOn, type Takable, type TakableCurve } from '../../steps/sketch/takable.ts'
export { constraintName, entityName, measuredName } from '../../steps/sketch/words.ts'
export { pickedRegions } from '../../steps/shared/regions.ts'
