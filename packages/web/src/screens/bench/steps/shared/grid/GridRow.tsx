import { X } from 'lucide-react'
import { memo } from 'react'
import { deg } from '@flexum/core/num'
import {
  formatExact,
  formulaText,
  LENGTH_FACTORS,
  namesUsed,
  type Formula,
  type LengthDisplay,
} from '@flexum/core/units'
import { EntryField } from '../../../../../ui/EntryField.tsx'
import { textToEdit } from '../../../../../ui/typing.ts'
import { tightLength } from '../../../../../ui/units.ts'
import type { GridColumn, GridLine } from './lines.ts'

/** What a row can ask of its grid; the same object for all rows and for as long as the grid is there. */
export interface GridActions {
  choose(id: string): void
  point(id: string | undefined): void
  remove(id: string): void
  draft(id: string, column: string, text: string | undefined): void
  keep(id: string, column: string, text: string): void
  key(e: React.KeyboardEvent<HTMLInputElement>, keep: () => void, row: number, column: number): boolean
  paste(e: React.ClipboardEvent<HTMLInputElement>, row: number, column: number): void
}

export interface GridRowProps {
  readonly line: GridLine
  readonly columns: readonly GridColumn[]
  readonly row: number
  readonly state: 'chosen' | 'pointed' | ''
  readonly wrong: boolean
  /** Columns with a finding, joined by spaces. */
  readonly bad: string
  readonly editing: string | undefined
  readonly display: LengthDisplay
  /** What was worked out is not of what is typed: cells show that. */
  readonly asTyped: boolean
  readonly actions: GridActions
}

const SHOWN_PLACES = 3

function shown(
  formula: Formula,
  value: number | undefined,
  column: GridColumn,
  display: LengthDisplay,
): string {
  if (formula === '') return ''
  if (value === undefined) return formulaText(formula)
  if (column.dimension === 'angle') return formatExact(Number(deg(value).toFixed(SHOWN_PLACES)) + 0)
  return display.style.kind === 'fraction'
    ? tightLength(value, display)
    : formatExact(Number((value / LENGTH_FACTORS[display.unit]).toFixed(SHOWN_PLACES)) + 0)
}

const WASH = { chosen: 'bg-[var(--chosen-wash)]', pointed: 'bg-base-200', '': '' } as const

/** Whether a row shows the very same figures. */
const sameLine = (a: GridLine, b: GridLine, columns: readonly GridColumn[]): boolean =>
  a === b ||
  (a.id === b.id &&
    a.name === b.name &&
    a.fixed === b.fixed &&
    a.dim?.join() === b.dim?.join() &&
    columns.every(({ key }) => a.formulas[key] === b.formulas[key] && a.values[key] === b.values[key]))

const sameRow = ({ line: a, ...before }: GridRowProps, { line: b, ...now }: GridRowProps): boolean =>
  sameLine(a, b, now.columns) &&
  (Object.keys(now) as (keyof typeof now)[]).every((key) => before[key] === now[key])

/** One row of figures. Drawn again only when something of its own changes: there may be thousands. */
export const GridRow = memo(function GridRow(p: GridRowProps) {
  const { line, columns, actions } = p
  const bad = p.bad.split(' ')
  return (
    <tr
      className={`group border-t hairline ${WASH[p.state]}`}
      onPointerEnter={() => actions.point(line.id)}
      onPointerLeave={() => actions.point(undefined)}
    >
      <th scope="row" className="font-normal">
        <button
          type="button"
          className={`w-full cursor-pointer py-1 pr-1 text-right ${p.wrong ? 'font-semibold text-error' : 'muted'}`}
          aria-label={`Choose ${line.name}${p.wrong ? ', it has a finding' : ''}`}
          onClick={() => actions.choose(line.id)}
        >
          {p.wrong && '✕'}
          {line.head}
        </button>
      </th>
      {columns.map((column, c) =>
        line.formulas[column.key] === undefined ? (
          <td key={column.key} aria-hidden />
        ) : (
          <GridCell key={column.key} of={p} column={column} at={c} isBad={bad.includes(column.key)} />
        ),
      )}
      <td className="p-0 text-center">
        {!line.fixed && (
          <button
            type="button"
            className="cursor-pointer text-[var(--ink2)] opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
            aria-label={`Remove ${line.name}`}
            onClick={() => actions.remove(line.id)}
          >
            <X size={12} aria-hidden />
          </button>
        )}
      </td>
    </tr>
  )
}, sameRow)

/** One figure of a row. */
function GridCell(props: {
  readonly of: GridRowProps
  readonly column: GridColumn
  /** Its place in the row. */
  readonly at: number
  readonly isBad: boolean
}) {
  const { of: p, column, at, isBad } = props
  const { line, row, actions } = p
  const formula = line.formulas[column.key] ?? ''
  const named = formula !== '' && namesUsed(formula).length > 0
  const tone = isBad
    ? 'text-error underline decoration-wavy'
    : named && p.editing !== column.key
      ? 'text-success'
      : line.dim?.includes(column.key)
        ? 'text-[var(--ink2)]'
        : ''
  const text = formula === '' ? '' : textToEdit(formula, p.display.unit, column.dimension === 'length')
  return (
    <td className="p-0">
      <EntryField
        data-cell={`${row}-${at}`}
        className={`cell w-full bg-transparent py-1 pr-2 pl-1 text-right ${tone}`}
        aria-label={`${column.called} of ${line.name}`}
        aria-invalid={isBad}
        title={named ? formulaText(formula) : undefined}
        placeholder={column.empty === undefined ? '' : '·'}
        shown={shown(formula, p.asTyped ? undefined : line.values[column.key], column, p.display)}
        text={text}
        onEntered={() => actions.choose(line.id)}
        onDraft={(draft) => actions.draft(line.id, column.key, draft)}
        onKeep={(typed) => actions.keep(line.id, column.key, typed)}
        onKey={(e, keep) => actions.key(e, keep, row, at)}
        onPaste={(e) => actions.paste(e, row, at)}
      />
    </td>
  )
}
