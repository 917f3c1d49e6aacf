import { Hono, type Context } from 'hono'
import { array, lazy, number, object, string } from 'yup'
import { own } from '@flexum/core/base'
import { LOOKS, STOCK_SIZES, type Look, type StockShape } from '@flexum/core/document'
import { jsonBody, paramsOf } from '../http/input.ts'
import { problem } from '../http/problem.ts'
import type { CatalogueService, TableChange } from '../services/catalogue.ts'

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
      return answer(c, await catalogue.putStock({ id: c.req.valid('param').id, ...body }))
    })
    .delete('/stock/:id', byId, async (c) => answer(c, await catalogue.removeStock(c.req.valid('param').id)))
}
