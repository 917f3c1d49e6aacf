export {
  emptyOrder,
  NEW_SAW,
  ORDER_LIMITS,
  orderSchema,
  readOrder,
  type Order,
  type OrderBar,
  type OrderLine,
  type OrderStock,
} from './order.ts'
export {
  byStock,
  kindOfPiece,
  namesOfPiece,
  type ListedLine,
  type OrderPiece,
  type StockGroup,
  type StockOfTable,
} from './gather.ts'
export { barsAtHand, figuresOf, planOrder, type GroupFigures, type GroupPlan, type Planning } from './plan.ts'
export { cutListCsv, planCsv } from './lists.ts'
