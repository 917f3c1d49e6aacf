export { decimalsThatHold } from './held.ts'
export { DIMENSIONS, describeDimension, type Dimension, type DimensionName } from './dimension.ts'
export {
  LENGTH_FACTORS,
  LENGTH_UNITS,
  MASS_FACTORS,
  unitNamed,
  type LengthUnit,
  type MassUnit,
} from './unit.ts'
export type { Quantity } from './quantity.ts'
export type { BareUnits, Surroundings } from './evaluate.ts'
export {
  checkName,
  formulaText,
  formulaUnit,
  namesUsed,
  readFormula,
  renameInFormula,
  resolveFormula,
  typedFormula,
  writtenLength,
  type Formula,
  type Resolved,
  isDecimal,
} from './formula.ts'
export { evaluateValues, surroundingsOf, type NamedFormula, type ValueTable } from './values.ts'
export { formatExact, writtenFigure } from './exact.ts'
export {
  DENSITY_FACTORS,
  formatAngle,
  formatDecimal,
  formatDensity,
  formatFraction,
  formatLength,
  formatLengthExact,
  formatLengthFigures,
  formatDigits,
  formatMass,
  MASS_DIGITS,
  type DensityUnit,
  type LengthDisplay,
} from './format.ts'
export {
  compareExpected,
  EXPECTED,
  isExpectedText,
  type Compared,
  type Expected,
  type ExpectedOf,
} from './expected.ts'
