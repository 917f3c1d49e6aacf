import { allOk, fail, fault, ok, type Result } from '@flexum/core/base'
import { FIRST_RULES, FORMING_RULES, type FormingRule } from '@flexum/core/recipe'
import { formatExact, formulaText, type DimensionName } from '@flexum/core/units'
import type { StockBar, StockForming } from '../../api/catalogue.ts'
import { readFigure } from '../../ui/readFigure.ts'
import { figure, passed, sizeText } from './figures.ts'
import { boolean, lazy, object, string, type ObjectSchema } from 'yup'

/** What is typed of how a stock bends: limits, and rows of figures as text, a row a line. */
export interface FormingEntry {
  known: boolean
  rules: Record<string, string>
  shares: string
  trials: string
}

const RULES = Object.entries(FORMING_RULES) as [FormingRule, DimensionName][]
const SHARE_COLUMNS = [
  ['ratio', 'number'],
  ['share', 'number'],
] as const
const TRIAL_COLUMNS = [
  ['radius', 'length'],
  ['set', 'angle'],
  ['got', 'angle'],
] as const

type Columns = readonly (readonly [name: string, dimension: DimensionName])[]

/** Rows of figures, a row a line, blanks or commas between them; what is wrong is told with its line. */
export function readRows(text: string, columns: Columns): Result<readonly Record<string, number>[]> {
  const rows: Record<string, number>[] = []
  for (const [i, line] of text.split('\n').entries()) {
    const cells = line.split(/[\s,;]+/).filter(Boolean)
    if (cells.length === 0) continue
    if (cells.length !== columns.length) {
      const names = columns.map(([n]) => n).join(', ')
      return fail(fault('stock.row', `line ${i + 1} has ${cells.length} figures; ${names} are needed`))
    }
    const read = allOk(columns.map(([, d], k) => readFigure(cells[k]!, d)))
    if (!read.ok) return fail(fault('stock.row', `line ${i + 1}: ${read.fault.message}`))
    if (read.value.some((v) => !(v > 0)))
      return fail(fault('stock.row', `line ${i + 1}: all its figures must be above 0`))
    rows.push(Object.fromEntries(columns.map(([n], k) => [n, read.value[k]!])))
  }
  return ok(rows)
}

const rowsField = (columns: Columns) =>
  string()
    .defined()
    .test('rows', (text, context) => {
      const read = readRows(text ?? '', columns)
      return read.ok ? true : context.createError({ message: read.fault.message })
    })

export const formingSchema = lazy((v: Partial<FormingEntry> | undefined) =>
  v?.known
    ? (object({
        known: boolean().required(),
        rules: object(Object.fromEntries(RULES.map(([n, d]) => [n, figure(d, n, 'not below 0')]))),
        shares: rowsField(SHARE_COLUMNS).test('below 1', 'a neutral share is below 1', (text) => {
          const read = readRows(text ?? '', SHARE_COLUMNS)
          return !read.ok || read.value.every((r) => r['share']! < 1)
        }),
        trials: rowsField(TRIAL_COLUMNS),
      }) as unknown as ObjectSchema<FormingEntry>)
    : (object({ known: boolean().required() }) as unknown as ObjectSchema<FormingEntry>),
)

/** What the form has let pass. */
export function formingOf(e: FormingEntry): StockForming | null {
  if (!e.known) return null
  return {
    rules: Object.fromEntries(
      RULES.map(([n, d]) => [n, passed(readFigure(e.rules[n] ?? '', d))]),
    ) as StockForming['rules'],
    shares: passed(readRows(e.shares, SHARE_COLUMNS)) as unknown as StockForming['shares'],
    trials: passed(readRows(e.trials, TRIAL_COLUMNS)) as unknown as StockForming['trials'],
  }
}

const NONE: FormingEntry = {
  known: false,
  rules: Object.fromEntries(RULES.map(([n]) => [n, formulaText(FIRST_RULES[n])])),
  shares: '',
  trials: '',
}

export function entryOfForming(forming: StockBar['forming'] | undefined): FormingEntry {
  if (!forming) return NONE
  const rows = (list: readonly object[], columns: Columns): string =>
    list
      .map((r) =>
        columns
          .map(([n, d]) => {
            const value = (r as Record<string, number>)[n]!
            return d === 'angle' ? sizeText(d, value).replace(' deg', '') : formatExact(value)
          })
          .join(' '),
      )
      .join('\n')
  return {
    known: true,
    rules: Object.fromEntries(RULES.map(([n, d]) => [n, sizeText(d, forming.rules[n])])),
    shares: rows(forming.shares, SHARE_COLUMNS),
    trials: rows(forming.trials, TRIAL_COLUMNS),
  }
}
