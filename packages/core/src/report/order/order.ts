import { array, boolean, number, object, string, ValidationError } from 'yup'
import { fail, fault, ok, type Result } from '../../base/index.ts'
import type { Saw } from '../../cutting/index.ts'

/** What is to be sawn: parts with quantities, the saw, and the bars at hand. Lengths in mm. */
export interface Order {
  readonly schema: 1
  readonly name: string
  readonly lines: readonly OrderLine[]
  readonly saw: Saw
  /** Whether neighbours on a bar share cuts that lean alike: never, only as they lie, or turned over for it too; as they lie without. */
  readonly sharing?: Sharing
  /** Bars of stocks for which this order says more than the table of stock. */
  readonly stocks: readonly OrderStock[]
  /** Pieces that were sawn, by name. */
  readonly done: readonly string[]
  /** Those of them that are taken as they were sawn, though their size has changed since. */
  readonly asSawn?: readonly string[]
}

export const SHARINGS = ['none', 'kept', 'turned'] as const
export type Sharing = (typeof SHARINGS)[number]

/** A part so many times. */
export interface OrderLine {
  readonly id: string
  readonly part: string
  readonly variant: string | null
  readonly quantity: number
}

/** The bars of one stock, by its key. */
export interface OrderStock {
  readonly key: string
  readonly bars: readonly OrderBar[]
}

/** Bars of one length. */
export interface OrderBar {
  readonly id: string
  readonly length: number
  /** How many there are; null for any number. */
  readonly count: number | null
  /** What one costs; null for what its material comes to by its mass. */
  readonly price: number | null
  /** The price is that of a metre, in place of that of a bar. */
  readonly perMetre?: boolean
  /** It is left over from before, or begun already: it costs nothing and is taken first. */
  readonly remnant: boolean
}

export const NEW_SAW: Saw = { kerf: 3, trimStart: 10, trimEnd: 10, keepFrom: 500 }

export const emptyOrder = (name: string): Order => ({
  schema: 1,
  name,
  lines: [],
  saw: NEW_SAW,
  stocks: [],
  done: [],
})

/** Most of what an order has. */
export const ORDER_LIMITS = {
  lines: 200,
  quantity: 10_000,
  pieces: 20_000,
  stocks: 200,
  bars: 60,
  length: 100_000,
} as const

const id = string().strict().min(1, 'an id is missing').max(64).required('an id is missing')
const length = (what: string) =>
  number()
    .strict()
    .required(`${what} is missing`)
    .min(0, `${what} is 0 or more`)
    .max(ORDER_LIMITS.length, `${what} is at most ${ORDER_LIMITS.length} mm`)
const unique =
  <T>(of: (item: T) => string) =>
  (list: readonly T[] | undefined) =>
    new Set((list ?? []).map(of)).size === (list ?? []).length

/** What an order must be; a misfit says where. */
export const orderSchema = object({
  schema: number()
    .strict()
    .oneOf([1], 'this order was made by a newer Flexum')
    .required('the schema is missing'),
  name: string()
    .strict()
    .required('an order has a name')
    .max(120, 'a name has at most 120 characters')
    .matches(/^(?=.*\S)[^\p{Cc}\p{Cs}]*$/u, 'a name is without control characters'),
  lines: array(
    object({
      id,
      part: id,
      variant: string().strict().max(64).nullable().defined('the variant is missing (null for none)'),
      quantity: number()
        .strict()
        .integer('a quantity is a whole number')
        .min(0, 'a quantity is 0 or more')
        .max(ORDER_LIMITS.quantity, `a quantity is at most ${ORDER_LIMITS.quantity}`)
        .required('a quantity is missing'),
    }),
  )
    .strict()
    .required('the lines are missing')
    .max(ORDER_LIMITS.lines, `an order has at most ${ORDER_LIMITS.lines} lines`)
    .test(
      'lines',
      'two lines have the same id',
      unique((l) => l.id),
    ),
  saw: object({
    kerf: length('the kerf'),
    trimStart: length('the trim at the start'),
    trimEnd: length('the trim at the end'),
    keepFrom: length('the length from which what is left is kept'),
  }).required('the saw is missing'),
  sharing: string()
    .strict()
    .oneOf([...SHARINGS], `sharing cuts is one of ${SHARINGS.join(', ')}`)
    .optional(),
  stocks: array(
    object({
      key: string().strict().min(1).max(300).required('the key of a stock is missing'),
      bars: array(
        object({
          id,
          length: length('the length of a bar').min(1, 'a bar is 1 mm long at least'),
          count: number()
            .strict()
            .integer('a count of bars is a whole number')
            .min(0, 'a count of bars is 0 or more')
            .max(ORDER_LIMITS.pieces)
            .nullable()
            .defined('the count of bars is missing (null for any)'),
          price: number()
            .strict()
            .min(0, 'a price is 0 or more')
            .max(1e9)
            .nullable()
            .defined('the price is missing'),
          perMetre: boolean().strict().optional(),
          remnant: boolean().strict().required('it is missing whether a bar is left over'),
        }),
      )
        .strict()
        .required('the bars of a stock are missing')
        .max(ORDER_LIMITS.bars, `a stock has at most ${ORDER_LIMITS.bars} kinds of bars`)
        .test(
          'bars',
          'two bars have the same id',
          unique((b) => b.id),
        ),
    }),
  )
    .strict()
    .required('the stocks are missing')
    .max(ORDER_LIMITS.stocks, `an order has at most ${ORDER_LIMITS.stocks} stocks`)
    .test(
      'stocks',
      'a stock stands twice',
      unique((s) => s.key),
    ),
  done: array(string().strict().max(300).required())
    .strict()
    .required('the list of sawn pieces is missing')
    .max(ORDER_LIMITS.pieces, `at most ${ORDER_LIMITS.pieces} pieces are sawn`),
  asSawn: array(string().strict().max(300).required())
    .strict()
    .max(ORDER_LIMITS.pieces, `at most ${ORDER_LIMITS.pieces} pieces are taken as they were sawn`)
    .optional()
    .default(undefined),
}).noUnknown()

/** An order as it came, checked. */
export function readOrder(input: unknown): Result<Order> {
  try {
    return ok(orderSchema.validateSync(input, { strict: true }) as Order)
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return fail(fault('order.unsound', error.message))
  }
}
