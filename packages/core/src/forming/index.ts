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
