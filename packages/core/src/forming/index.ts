export { bendTurnOf, turnToward, type BendTurn } from './bend-plane.ts'
export { AT_ORIGIN, bendStartOf, startBy, turnsOf, type BendStart, type StartTurns } from './bend-start.ts'
export {
  bendTableOf,
  nodesOfBendTable,
  pathOfBendTable,
  type Bend,
  type BendRow,
  type Bends,
  type BendTable,
  type NotBendable,
} from './bend-table.ts'
export {
  cutLength,
  developedLength,
  type BendReach,
  type BlankAllowances,
  type Developed,
  type DevelopedBend,
} from './developed.ts'
