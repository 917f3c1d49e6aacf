import { Hono, type Context } from 'hono'
import { array, boolean, lazy, mixed, number, object, string, type MixedSchema, type ObjectSchema } from 'yup'
import { own } from '@flexum/core/base'
import { BENDER_SIZES, FORMING_RULES, type BenderSize, type FormingRule } from '@flexum/core/recipe'
import { LOOKS, STOCK_SIZES, type Look, type StockShape } from '@flexum/core/profile'
import { jsonBody, paramsOf } from '../http/input.ts'
import { problem } from '../http/problem.ts'
import type { CatalogueService, StockForming, TableChange } from '../services/catalogue.ts'

const byId = paramsOf(
  object({
    id: string()
      .matches(/^[A-Za-z0-9_-]{1,40}$/, 'an id is 1 to 40 letters, digits, _ or -')
      .required(),
  }),
)
const name = string()
  .strict()
  .max(80, 'a name has at most 80 characters')
  .required('a name is missing')
  .matches(/^(?=.*\S)[^\p{Cc}\p{Cs}]*$/u, 'a name is a word or more, without control characters')
const above0 = (what: string) =>
  number().strict().positive(`the ${what} must be above 0`).required(`the ${what} is missing`)

const material = object({
  name,
  density: above0('density').max(30_000, 'a density is in kg/m3, at most 30000'),
  look: string<Look>()
    .strict()
    .oneOf([...LOOKS], `a look is one of ${LOOKS.join(', ')}`)
    .required('a look is missing'),
  price: number().strict().min(0, 'a price cannot be below 0').required('the price is missing'),
})

/** Exactly the sizes of the shape, each a number. */
const sizesOf = (shape: unknown) => {
  const names: readonly string[] = own<readonly string[]>(STOCK_SIZES, String(shape)) ?? []
  const fields = names.map((n) => [n, number().strict().required(`the ${n} is missing`)] as const)
  return object<Record<string, number>>(Object.fromEntries(fields))
    .strict()
    .noUnknown('there is a size here that this shape does not have: ${unknown}')
    .required('the sizes are missing')
}

const notBelow0 = (what: string) =>
  number().strict().min(0, `the ${what} cannot be below 0`).required(`the ${what} is missing`)
const figuresOf = <K extends string>(names: Readonly<Record<K, unknown>>) =>
  // The names go by the list, which types of schemas cannot say.
  object(Object.fromEntries(Object.keys(names).map((n) => [n, notBelow0(n)])))
    .strict()
    .noUnknown('there is a figure here that does not belong: ${unknown}') as unknown as ObjectSchema<
    Record<K, number>
  >

/** What is known of how a stock bends. */
const formingOf = lazy((v: unknown) =>
  v === null || v === undefined
    ? mixed<StockForming>().nullable().default(null)
    : object({
        rules: figuresOf<FormingRule>(FORMING_RULES).required('the limits are missing'),
        shares: array(
          object({
            ratio: above0('ratio'),
            share: above0('share').lessThan(1, 'a neutral share is below 1'),
          }).required(),
        )
          .strict()
          .max(40)
          .required('the neutral shares are missing'),
        trials: array(
          object({ radius: above0('radius'), set: above0('angle set'), got: above0('angle got') }).required(),
        )
          .strict()
          .max(60)
          .required('the trial bends are missing'),
      }),
)

const SPEEDS: readonly BenderSize[] = ['feed', 'turn', 'bend']

const bender = object({
  name,
  bothHands: boolean().strict().required('it is missing whether it bends to either hand'),
  dies: array(above0('radius of a die').max(100_000))
    .strict()
    .max(60, 'a bender has at most 60 dies')
    .required('the dies are missing'),
  sizes: figuresOf<BenderSize>(BENDER_SIZES)
    .required('the sizes are missing')
    .test('speeds', 'a speed is above 0', (v) => SPEEDS.every((s) => v[s] > 0)),
})

const bar = lazy((value: { shape?: unknown } | undefined) =>
  object({
    name,
    shape: string<StockShape>()
      .strict()
      .oneOf(
        Object.keys(STOCK_SIZES) as StockShape[],
        `a shape is one of ${Object.keys(STOCK_SIZES).join(', ')}`,
      )
      .required('a shape is missing'),
    sizes: sizesOf(value?.shape),
    materialId: string().strict().required('a material is missing'),
    barLengths: array(above0('bar length').max(100_000, 'a bar is at most 100 m long'))
      .strict()
      .min(1, 'stock needs at least one bar length')
      .max(20)
      .required('the bar lengths are missing'),
    remnants: array(above0('left-over bar').max(100_000, 'a bar is at most 100 m long'))
      .strict()
      .max(500, 'at most 500 left-over bars are kept')
      .optional(),
    forming: formingOf as unknown as MixedSchema<StockForming | null>,
  }).required(),
)

function answer(c: Context, change: TableChange) {
  switch (change.kind) {
    case 'done':
      return c.json({ ok: true }, 200)
    case 'missing':
      return problem(c, 404, 'catalogue.none', 'this is not in the table any more')
    case 'refused':
      return problem(c, 409, 'catalogue.refused', change.message)
  }
}

/** Materials and stock bars: the tables to choose from, row by row. */
export function catalogueRoutes(catalogue: CatalogueService) {
  return new Hono()
    .get('/materials', async (c) => c.json({ materials: await catalogue.materials() }, 200))
    .get('/stock', async (c) => c.json({ stock: await catalogue.stock() }, 200))
    .put('/materials/:id', byId, jsonBody(material), async (c) => {
      const body = c.req.valid('json')
      return answer(c, await catalogue.putMaterial({ id: c.req.valid('param').id, ...body }))
    })
    .delete('/materials/:id', byId, async (c) =>
      answer(c, await catalogue.removeMaterial(c.req.valid('param').id)),
    )
    .put('/stock/:id', byId, jsonBody(bar), async (c) => {
      const body = c.req.valid('json')
      return answer(
        c,
        await catalogue.putStock({ ...body, id: c.req.valid('param').id, forming: body.forming ?? null }),
      )
    })
    .get('/benders', async (c) => c.json({ benders: await catalogue.benders() }, 200))
    .put('/benders/:id', byId, jsonBody(bender), async (c) => {
      const body = c.req.valid('json')
      return answer(c, await catalogue.putBender({ id: c.req.valid('param').id, ...body }))
    })
    .delete('/benders/:id', byId, async (c) =>
      answer(c, await catalogue.removeBender(c.req.valid('param').id)),
    )
    .delete('/stock/:id', byId, async (c) => answer(c, await catalogue.removeStock(c.req.valid('param').id)))
}
