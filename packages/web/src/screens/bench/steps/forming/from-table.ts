import {
  BENDER_SIZES,
  FORMING_RULES,
  type BenderEntry,
  type BenderSize,
  type FormingRule,
  type FormingRules,
  type ShareRow,
  type TrialEntry,
} from '@flexum/core/document'
import { deg } from '@flexum/core/num'
import { formatExact, type DimensionName, type Formula } from '@flexum/core/units'
import type { BenderOfTable, StockForming } from '../../../../api/catalogue.ts'

/** Digits that are kept of an angle from the tables. */
const DIGITS = 9

/** A figure of the tables as a formula that means the same in every unit. */
export function formulaOf(value: number, dimension: DimensionName): Formula {
  if (dimension === 'angle') return `${formatExact(Number(deg(value).toFixed(DIGITS)))} deg`
  return dimension === 'length' ? `${formatExact(value)} mm` : formatExact(value)
}

const formulas = <K extends string>(
  names: Readonly<Record<K, DimensionName>>,
  values: Readonly<Record<string, number>>,
): Record<K, Formula> =>
  Object.fromEntries(
    Object.entries<DimensionName>(names).map(([n, d]) => [n, formulaOf(values[n] ?? 0, d)]),
  ) as Record<K, Formula>

/** A bender of the table as a part keeps it. */
export const benderEntry = (row: BenderOfTable, newId: () => string): BenderEntry => ({
  name: row.name,
  bothHands: row.bothHands,
  dies: row.dies.map((radius) => ({ id: newId(), radius: formulaOf(radius, 'length') })),
  ...formulas<BenderSize>(BENDER_SIZES, row.sizes),
})

/** What a stock of the table bears as a part keeps it. */
export const rulesEntry = (name: string, { rules }: StockForming): FormingRules => ({
  name,
  ...formulas<FormingRule>(FORMING_RULES, rules),
})

export const trialEntries = ({ trials }: StockForming, newId: () => string): TrialEntry[] =>
  trials.map((t) => ({
    id: newId(),
    radius: formulaOf(t.radius, 'length'),
    set: formulaOf(t.set, 'angle'),
    got: formulaOf(t.got, 'angle'),
  }))

export const shareRows = ({ shares }: StockForming, newId: () => string): ShareRow[] =>
  shares.map((s) => ({ id: newId(), ratio: formatExact(s.ratio), share: formatExact(s.share) }))
