export {
  definedIn,
  idsIn,
  needsSolids,
  overridesInForce,
  PART_FORMAT,
  PART_VERSION,
  stepOf,
  emptyPart,
  METRIC,
  type NamedValue,
  type Part,
  type UnitSettings,
  type Variant,
} from './part.ts'
export {
  CAPABILITIES,
  mapSame,
  STATIONS,
  baseFields,
  mapFields,
  type Around,
  type Capability,
  type DefinedName,
  type FormulaVisitor,
  type Input,
  type Station,
  type StepBase,
  type StepKind,
  type PathStart,
} from './kind.ts'
export { freshStep } from './fresh.ts'
export { LIMITS } from './limits.ts'
export { picturesUnder, readPartFile, readPartText, writePartFile, type FilePicture } from './pictures.ts'
export { deeperThan, readPart, writePart } from './read.ts'
export { breachesOf, type Breach } from './rules.ts'
export {
  addKind,
  allKinds,
  kindNamed,
  barTakenBy,
  operationOf,
  gives,
  inputsOf,
  kindOf,
  stationOf,
  takenBy,
  mapStepFormulas,
  needsOf,
  type Step,
  type StepTypes,
  type StepKindName,
} from './registry.ts'
export { OPERATIONS, operationSchema, type Operation } from './operation.ts'
export type { Change, Changes } from './change.ts'
export {
  formulaSchema,
  ID_FORM,
  idSchema,
  isFormula,
  record,
  flagSchema,
  nameSchema,
  recordByKind,
  optionalFormulaSchema,
  optionalByKind,
} from './schema-parts.ts'
