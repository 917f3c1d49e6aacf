export { cutWords, sawAngle, sawDegrees } from './cut-words.ts'
export { alikeBars, placedBar, planFigures, type PlacedBar, type PlacedPiece } from './cut-plan.ts'
export { listPieces, type ListedCut } from './pieces.ts'
export {
  emptyOrder,
  type Order,
  readOrder,
  ORDER_LIMITS,
  type OrderBar,
  type OrderLine,
  type Sharing,
} from './order/order.ts'
export { planOrder, figuresOf } from './order/plan.ts'
export type { GroupPlan, OffPiece } from './order/group-plan.ts'
export {
  type OrderPiece,
  type StockGroup,
  kindOfPiece,
  byStock,
  type ListedLine,
  type StockOfTable,
} from './order/gather.ts'
export { bendSheetOf, type BendSheet, type Seen, type SheetTable } from './bend-sheet.ts'
export { oldPlanWords } from './order/old-plan.ts'
export { shelving } from './order/shelf.ts'
export { cutListCsv, planCsv } from './order/lists.ts'
