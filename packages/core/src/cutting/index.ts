export {
  mouldingFlat,
  mouldingNested,
  sawSetting,
  slopeAt,
  SQUARE,
  towardFence,
  type Lie,
  type SawSetting,
  type Slope,
} from './saw.ts'
export { restsOf, springAngle, type Rest } from './lie.ts'
export { pieceLengths, turnBetweenCuts, type PieceEnd, type PieceLengths, type Reach } from './piece.ts'
export { partedAt } from './parted.ts'
