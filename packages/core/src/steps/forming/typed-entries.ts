import type { Id } from '../../base/index.ts'
import { formatExact, writtenFigure, type DimensionName, type Formula } from '../../units/index.ts'
import type { ShareRow } from '../blank/typed.ts'
import {
  BENDER_SIZES,
  FORMING_RULES,
  type BenderEntry,
  type BenderSize,
  type FormingRule,
  type FormingRules,
  type TrialEntry,
} from './typed.ts'

/** A bender in figures: mm, rad, s. */
export interface BenderFigures {
  readonly name: string
  readonly bothHands: boolean
  readonly dies: readonly number[]
  readonly sizes: Readonly<Record<BenderSize, number>>
}

/** How a stock bends in figures: mm, rad, shares of 1. */
export interface FormingFigures {
  readonly rules: Readonly<Record<FormingRule, number>>
  readonly shares: readonly { readonly ratio: number; readonly share: number }[]
  readonly trials: readonly { readonly radius: number; readonly set: number; readonly got: number }[]
}

/** A figure as a formula that means the same in every unit. */
function formulaOf(value: number, dimension: DimensionName): Formula {
  if (dimension === 'angle') return `${writtenFigure((value * 180) / Math.PI)} deg`
  return dimension === 'length' ? `${formatExact(value)} mm` : formatExact(value)
}

const formulas = <K extends string>(
  names: Readonly<Record<K, DimensionName>>,
  values: Readonly<Record<K, number>>,
): Record<K, Formula> =>
  Object.fromEntries(
    (Object.entries(names) as [K, DimensionName][]).map(([n, d]) => [n, formulaOf(values[n], d)]),
  ) as Record<K, Formula>

/** A bender in figures as a part keeps it. */
export const benderEntry = (b: BenderFigures, newId: () => Id): BenderEntry => ({
  name: b.name,
  bothHands: b.bothHands,
  dies: b.dies.map((radius) => ({ id: newId(), radius: formulaOf(radius, 'length') })),
  ...formulas<BenderSize>(BENDER_SIZES, b.sizes),
})

/** What a stock bears, as a part keeps it. */
export const rulesEntry = (name: string, { rules }: FormingFigures): FormingRules => ({
  name,
  ...formulas<FormingRule>(FORMING_RULES, rules),
})

export const trialEntries = ({ trials }: FormingFigures, newId: () => Id): TrialEntry[] =>
  trials.map((t) => ({
    id: newId(),
    radius: formulaOf(t.radius, 'length'),
    set: formulaOf(t.set, 'angle'),
    got: formulaOf(t.got, 'angle'),
  }))

export const shareRows = ({ shares }: FormingFigures, newId: () => Id): ShareRow[] =>
  shares.map((s) => ({ id: newId(), ratio: formatExact(s.ratio), share: formatExact(s.share) }))
