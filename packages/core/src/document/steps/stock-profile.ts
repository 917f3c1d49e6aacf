import { lazy, object, string } from 'yup'
import type { Formula } from '../../units/index.ts'
import { formulaSchema, nameSchema, record } from '../schema-parts.ts'
import { baseFields, mapFields, type StepBase, type StepKind } from './kind.ts'

/** The stock shapes, with the names of their sizes in the order they are asked for. All sizes are lengths. */
export const STOCK_SIZES = {
  'round-bar': ['diameter'],
  tube: ['diameter', 'wall'],
  'square-bar': ['side', 'corner'],
  'rectangular-bar': ['width', 'height', 'corner'],
  flat: ['width', 'thickness'],
  hexagon: ['flats'],
  'square-tube': ['side', 'wall', 'corner'],
  'rectangular-tube': ['width', 'height', 'wall', 'corner'],
} as const

export type StockShape = keyof typeof STOCK_SIZES

/** What people call the shapes. */
export const STOCK_TITLES: Readonly<Record<StockShape, string>> = {
  'round-bar': 'Round bar',
  tube: 'Tube',
  'square-bar': 'Square bar',
  'rectangular-bar': 'Rectangular bar',
  flat: 'Flat',
  hexagon: 'Hexagon',
  'square-tube': 'Square tube',
  'rectangular-tube': 'Rectangular tube',
}

/** How a material looks in pictures. */
export const LOOKS = ['steel', 'stainless', 'aluminium', 'copper', 'brass', 'wood', 'rubber'] as const
export type Look = (typeof LOOKS)[number]

/** The material, copied into the part so that the part says all there is to know of it. */
export interface MaterialEntry {
  readonly name: string
  readonly density: Formula
  readonly look: Look
}

/** A section chosen from stock shapes. */
export interface StockProfileStep extends StepBase {
  readonly kind: 'stock-profile'
  readonly shape: StockShape
  /** Formulas by size name; exactly the sizes of the shape. */
  readonly sizes: Readonly<Record<string, Formula>>
  readonly material: MaterialEntry
}

const shapes = Object.keys(STOCK_SIZES)

const sizesFor = (shape: string) => {
  const keys: readonly string[] = shape in STOCK_SIZES ? STOCK_SIZES[shape as StockShape] : []
  return keys.length > 0 ? record(Object.fromEntries(keys.map((k) => [k, formulaSchema]))) : object()
}

export const stockProfileKind: StepKind<StockProfileStep> = {
  kind: 'stock-profile',
  title: 'Stock profile',
  station: 'profile',
  schema: lazy((step: { shape?: unknown }) =>
    record({
      ...baseFields,
      kind: string().strict().oneOf(['stock-profile']).required(),
      shape: string()
        .strict()
        .oneOf(shapes, `a stock shape is one of ${shapes.join(', ')}`)
        .required('a shape is missing here'),
      sizes: sizesFor(String(step?.shape)),
      material: record({
        name: nameSchema,
        density: formulaSchema,
        look: string()
          .strict()
          .oneOf([...LOOKS], `a look is one of ${LOOKS.join(', ')}`)
          .required('a look is missing here'),
      }),
    }),
  ) as unknown as StepKind<StockProfileStep>['schema'],
  inputs: () => [],
  mapFormulas(step, visit) {
    const keys = Object.keys(step.sizes).map((k) => [k, 'length'] as const)
    const sizes = mapFields(step.sizes, keys, 'sizes/', visit)
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    return sizes === step.sizes && material === step.material ? step : { ...step, sizes, material }
  },
}
