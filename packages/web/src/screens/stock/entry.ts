import { sizeDimension, STOCK_TITLES } from '@flexum/core/recipe'
import { STOCK_SIZES, type StockShape, sectionProperties, stockSection } from '@flexum/core/profile'
import { formatDigits, formatExact, MASS_DIGITS } from '@flexum/core/units'
import { readFigure } from '../../ui/readFigure.ts'
import { allOk, fail, fault, ok, type Result } from '@flexum/core/base'
import type { Material, StockBar } from '../../api/catalogue.ts'
import { entryOfForming, formingOf, formingSchema, type FormingEntry } from './forming-entry.ts'
import { figure, passed, sizeText } from './figures.ts'
import { lazy, number, object, string, ValidationError, type InferType, type ObjectSchema } from 'yup'

/** Bar lengths as typed: lengths with commas or blanks between them that have units only where wanted. */
export function readLengths(text: string): Result<readonly number[]> {
  const parts = text
    .split(/[,;]/)
    .map((p) => p.trim())
    .filter(Boolean)
  const lengths: number[] = []
  for (const p of parts) {
    const read = readFigure(p, 'length')
    if (!read.ok) return read
    if (!(read.value > 0)) return fail(fault('stock.length', `"${p}" is no length above 0`))
    lengths.push(read.value)
  }
  return lengths.length === 0 ? fail(fault('stock.lengths', 'at least one length is needed')) : ok(lengths)
}

/** Words for sizes of a shape that cannot be made, if that is so. */
function unmade(shape: StockShape, sizes: Readonly<Record<string, number>>): string | undefined {
  const made = stockSection(shape, sizes)
  return made.ok ? undefined : made.fault.message
}

/** What is typed for a stock bar. */
export interface BarEntry {
  name: string
  shape: StockShape
  sizes: Record<string, string>
  materialId: string
  lengths: string
  /** Bars that were left over; empty for none. */
  remnants: string
  forming: FormingEntry
}

export const barSchema = lazy((value: Partial<BarEntry> | undefined) => {
  const names: readonly string[] = STOCK_SIZES[value?.shape ?? 'round-bar']
  const sizes = Object.fromEntries(names.map((n) => [n, figure(sizeDimension(n), n)]))
  // The names of the sizes go by the shape, which types of schemas cannot say.
  return object({
    name: string().trim().max(80).required('a name is missing'),
    shape: string<StockShape>().required(),
    sizes: object(sizes).test('made', (typed: Readonly<Record<string, string>>, context) => {
      const read = allOk(names.map((n) => readFigure(typed[n] ?? '', sizeDimension(n))))
      if (!read.ok) return true
      const sized = Object.fromEntries(names.map((n, i) => [n, read.value[i]!]))
      const wrong = unmade(value?.shape ?? 'round-bar', sized)
      return wrong ? new ValidationError(wrong, typed, `${context.path}.${names[0]}`) : true
    }),
    materialId: string().required('a material is missing'),
    lengths: string()
      .defined()
      .test('lengths', (text, context) => {
        const read = readLengths(text ?? '')
        return read.ok ? true : context.createError({ message: read.fault.message })
      }),
    remnants: string()
      .defined()
      .test('remnants', (text, context) => {
        const read = (text ?? '').trim() === '' ? ok([]) : readLengths(text!)
        return read.ok ? true : context.createError({ message: read.fault.message })
      }),
    forming: formingSchema,
  }) as unknown as ObjectSchema<BarEntry>
})

export function barOf(id: string, e: BarEntry): StockBar {
  const sizes = STOCK_SIZES[e.shape].map((n: string) => [
    n,
    passed(readFigure(e.sizes[n] ?? '', sizeDimension(n))),
  ])
  return {
    id,
    name: e.name.trim(),
    shape: e.shape,
    sizes: Object.fromEntries(sizes),
    materialId: e.materialId,
    barLengths: passed(readLengths(e.lengths)),
    remnants: e.remnants.trim() === '' ? [] : passed(readLengths(e.remnants)),
    forming: formingOf(e.forming),
  }
}

export function entryOfBar(bar: StockBar): BarEntry {
  return {
    name: bar.name,
    shape: bar.shape,
    sizes: Object.fromEntries(Object.entries(bar.sizes).map(([n, v]) => [n, sizeText(sizeDimension(n), v)])),
    materialId: bar.materialId,
    lengths: bar.barLengths.map(formatExact).join(', '),
    remnants: bar.remnants.map(formatExact).join(', '),
    forming: entryOfForming(bar.forming),
  }
}

/** Shape and sizes in a few words. */
export function barWords(bar: StockBar): string {
  const sizes = STOCK_SIZES[bar.shape].map((n: string) => sizeText(sizeDimension(n), bar.sizes[n] ?? 0))
  return `${STOCK_TITLES[bar.shape].toLowerCase()} ${sizes.join(' × ')}`
}

/** kg/m of a bar, by its section and its material's density. */
export function massPerMetre(bar: StockBar, material: Material | undefined): number | undefined {
  const made = stockSection(bar.shape, bar.sizes)
  return made.ok && material ? sectionProperties(made.value).area * 1e-6 * material.density : undefined
}

/** The same as it is told; nothing while it is not known. */
export function massOfMetre(bar: StockBar, material: Material | undefined): string | undefined {
  const mass = massPerMetre(bar, material)
  return mass === undefined ? undefined : formatDigits(mass, MASS_DIGITS)
}

/** kg/m3 to a density in kg/mm3. */
const PER_M3 = 1e-9

/** What is typed for a material. */
export type MaterialEntry = InferType<typeof materialSchema>

export const materialSchema = object({
  name: string().trim().max(80).required('a name is missing'),
  density: figure('density', 'density', 'above 0'),
  look: string<Material['look']>().required(),
  price: string()
    .trim()
    .required('the price is missing')
    .test('price', 'the price must be a number, not below 0', (t) => number().min(0).isValidSync(t)),
})

export const entryOfMaterial = (m: Material): MaterialEntry => ({
  name: m.name,
  density: `${formatExact(m.density)} kg/m3`,
  look: m.look,
  price: formatExact(m.price),
})

export function materialOf(id: string, e: MaterialEntry): Material {
  const density = passed(readFigure(e.density, 'density'))
  return {
    id,
    name: e.name.trim(),
    density: Number((density / PER_M3).toPrecision(12)),
    look: e.look,
    price: Number(e.price),
  }
}
