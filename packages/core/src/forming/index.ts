export { bendTableOf, nodesOfBendTable, pathOfBendTable, type BendRow, type BendTable } from './bend-table.ts'
export {
  cutLength,
  developedLength,
  type BendReach,
  type BlankAllowances,
  type Developed,
  type DevelopedBend,
} from './developed.ts'
