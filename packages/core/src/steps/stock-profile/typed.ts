import { lazy, number, object, string } from 'yup'
import { ok, own } from '../../base/index.ts'
import type { DimensionName, Formula } from '../../units/index.ts'
import {
  baseFields,
  mapFields,
  type StepBase,
  type StepKind,
  formulaSchema,
  nameSchema,
  record,
} from '../../document/index.ts'
import { type StockShape, type Look, LOOKS, STOCK_SIZES } from '../../profile/index.ts'

/** What a size is: a length but for the spring angle and the layers of a cable. */
export const sizeDimension = (size: string): DimensionName =>
  size === 'spring' ? 'angle' : size === 'layers' ? 'number' : 'length'

/** What people call the shapes. */
export const STOCK_TITLES: Readonly<Record<StockShape, string>> = {
  'round-bar': 'Round bar',
  tube: 'Tube',
  'square-bar': 'Square bar',
  'rectangular-bar': 'Rectangular bar',
  flat: 'Flat',
  hexagon: 'Hexagon',
  cable: 'Stranded cable',
  'square-tube': 'Square tube',
  'rectangular-tube': 'Rectangular tube',
  angle: 'Angle',
  channel: 'Channel',
  tee: 'Tee',
  'half-round': 'Half round',
  'quarter-round': 'Quarter round',
  cove: 'Cove',
  bead: 'Bead',
  ovolo: 'Ovolo',
  ogee: 'Ogee',
  skirting: 'Skirting',
  cornice: 'Cornice board',
}

/** The material, copied into the part so that the part says all there is to know of it. */
export interface MaterialEntry {
  readonly name: string
  readonly density: Formula
  readonly look: Look
}

/** What a new section is made of until something else is chosen. */
export const FIRST_MATERIAL: MaterialEntry = { name: 'Mild steel', density: '7.85 g/cm3', look: 'steel' }

/** Sizes that a shape starts with, by their names. */
const FIRST_SIZES: Readonly<Record<string, string>> = {
  diameter: '10',
  wall: '1',
  side: '10',
  corner: '0',
  width: '20',
  height: '10',
  thickness: '3',
  flats: '10',
  root: '0',
  web: '3',
  flange: '3',
  radius: '12',
  edge: '3',
  round: '3',
  face: '90',
  spring: '38',
  wire: '1',
  layers: '1',
}

/** The sizes of a shape: those that are given, and for others what the shape starts with. */
export function sizesOf(
  shape: StockShape,
  given: Readonly<Record<string, Formula>>,
): Readonly<Record<string, Formula>> {
  return Object.fromEntries(STOCK_SIZES[shape].map((k) => [k, own(given, k) ?? FIRST_SIZES[k]!]))
}

/** A section chosen from stock shapes. */
export interface StockProfileStep extends StepBase {
  readonly kind: 'stock-profile'
  readonly shape: StockShape
  /** Formulas by size name; exactly the sizes of the shape. */
  readonly sizes: Readonly<Record<string, Formula>>
  readonly wall?: WallEntry
  readonly source?: SectionSource
  readonly material: MaterialEntry
}

declare module '../../document/registry.ts' {
  interface StepTypes {
    readonly 'stock-profile': StockProfileStep
  }
}

/** The section of the library a profile was taken from, and its version then. */
export interface SectionSource {
  readonly section: string
  readonly version: number
}

export const sourceSchema = record({
  section: string().strict().max(64).required('a section is missing here'),
  version: number().strict().integer().min(1).required('a version is missing here'),
})
  .default(undefined)
  .optional()

/** A wall along a closed outline: where its material lies, and how thick it is. Without one the section is solid. */
export interface WallEntry {
  readonly side: 'in' | 'out' | 'even'
  readonly thickness: Formula
}

export const wallSchema = record({
  side: string().strict().oneOf(['in', 'out', 'even'], 'a wall lies in, out or even').required(),
  thickness: formulaSchema,
})
  .default(undefined)
  .optional()

export const materialSchema = record({
  name: nameSchema,
  density: formulaSchema,
  look: string()
    .strict()
    .oneOf([...LOOKS], `a look is one of ${LOOKS.join(', ')}`)
    .required('a look is missing here'),
})

const shapes = Object.keys(STOCK_SIZES)

const sizesFor = (shape: string) => {
  const keys = own<readonly string[]>(STOCK_SIZES, shape) ?? []
  return keys.length > 0 ? record(Object.fromEntries(keys.map((k) => [k, formulaSchema]))) : object()
}

export const stockProfileKind: StepKind<StockProfileStep> = {
  kind: 'stock-profile',
  called: (step) => STOCK_TITLES[step.shape],
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
      wall: wallSchema,
      source: sourceSchema,
      material: materialSchema,
    }),
  ) as unknown as StepKind<StockProfileStep>['schema'],
  gives: ['section'],
  inputs: () => [],
  fresh: (base) =>
    ok({
      ...base,
      kind: 'stock-profile',
      shape: 'round-bar',
      sizes: sizesOf('round-bar', {}),
      material: FIRST_MATERIAL,
    }),
  texts: (step) => [[step.material.name, 'the material']],
  mapFormulas(step, visit) {
    const keys = Object.keys(step.sizes).map((k) => [k, sizeDimension(k)] as const)
    const sizes = mapFields(step.sizes, keys, 'sizes/', visit)
    const material = mapFields(step.material, [['density', 'density']], 'material/', visit)
    const wall = step.wall && mapFields(step.wall, [['thickness', 'length']], 'wall/', visit)
    const same = sizes === step.sizes && material === step.material && wall === step.wall
    return same ? step : { ...step, sizes, material, ...(wall ? { wall } : {}) }
  },
}
