export {
  emptyOrder,
  NEW_SAW,
  ORDER_LIMITS,
  SHARINGS,
  orderSchema,
  readOrder,
  type Order,
  type OrderBar,
  type OrderLine,
  type OrderStock,
  type Sharing,
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
export {
  barsAtHand,
  figuresOf,
  planOrder,
  type GroupFigures,
  type GroupPlan,
  type OffPiece,
  type Planning,
} from './plan.ts'
export { shelving, type Shelving } from './shelf.ts'
export { cutListCsv, planCsv } from './lists.ts'
export { oldPlanWords, type PlanStanding } from './old-plan.ts'
