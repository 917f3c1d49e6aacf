import { X } from 'lucide-react'
import { memo } from 'react'
import type { NodeEntry } from '@flexum/core/document'
import { COLUMNS, type NodeColumn } from '@flexum/core/edit'
import {
  formatExact,
  formulaText,
  LENGTH_FACTORS,
  namesUsed,
  type Formula,
  type LengthDisplay,
} from '@flexum/core/units'
import { textToEdit } from '../../../../ui/typing.ts'
import { EntryField } from '../../../../ui/EntryField.tsx'
import { tightLength } from '../../../../ui/units.ts'

/** What a row can ask of its table; the same object for all rows and for as long as the table is there. */
export interface NodeRowActions {
  choose(node: string): void
  point(node: string | undefined): void
  remove(node: string): void
  draft(node: string, column: NodeColumn, text: string | undefined): void
  keep(node: NodeEntry, column: NodeColumn, text: string): void
  key(e: React.KeyboardEvent<HTMLInputElement>, keep: () => void, row: number, column: number): boolean
  paste(e: React.ClipboardEvent<HTMLInputElement>, row: number, column: NodeColumn): void
}

export interface NodeRowProps {
  readonly node: NodeEntry
  readonly row: number
  /** First or last of an open path: its corner does not count. */
  readonly isEnd: boolean
  readonly state: 'chosen' | 'pointed' | ''
  readonly wrong: boolean
  /** Columns with a finding, joined by spaces. */
  readonly bad: string
  readonly editing: NodeColumn | undefined
  readonly x: number | undefined
  readonly y: number | undefined
  readonly z: number | undefined
  readonly radius: number | undefined
  readonly display: LengthDisplay
  readonly actions: NodeRowActions
}

/** What is typed in a cell; an empty text for no radius. */
export const formulaIn = (node: NodeEntry, column: NodeColumn): Formula =>
  column === 'radius' ? (node.corner.kind === 'bend' ? node.corner.radius : '') : node[column]

function shown(formula: Formula, value: number | undefined, display: LengthDisplay): string {
  if (formula === '') return ''
  if (value === undefined) return formulaText(formula)
  return display.style.kind === 'fraction'
    ? tightLength(value, display)
    : formatExact(Number((value / LENGTH_FACTORS[display.unit]).toFixed(3)))
}

const WASH = { chosen: 'bg-[var(--chosen-wash)]', pointed: 'bg-base-200', '': '' } as const

/** One node of the table. Drawn again only when something of its own changes: a path may have thousands. */
export const NodeRow = memo(function NodeRow(p: NodeRowProps) {
  const { node, row, actions } = p
  const bad = p.bad.split(' ')
  return (
    <tr
      className={`group border-t hairline ${WASH[p.state]}`}
      onPointerEnter={() => actions.point(node.id)}
      onPointerLeave={() => actions.point(undefined)}
    >
      <th scope="row" className="font-normal">
        <button
          type="button"
          className={`w-full cursor-pointer py-1 pr-1 text-right ${p.wrong ? 'font-semibold text-error' : 'muted'}`}
          aria-label={`Choose node ${row + 1}${p.wrong ? ', it has a finding' : ''}`}
          onClick={() => actions.choose(node.id)}
        >
          {p.wrong && '✕'}
          {row + 1}
        </button>
      </th>
      {COLUMNS.map((column, c) => {
        const formula = formulaIn(node, column)
        const isBad = bad.includes(column)
        const named = formula !== '' && namesUsed(formula).length > 0
        const tone = isBad
          ? 'text-error underline decoration-wavy'
          : named && p.editing !== column
            ? 'text-success'
            : column === 'radius' && p.isEnd
              ? 'text-[var(--ink2)]'
              : ''
        return (
          <td key={column} className="p-0">
            <EntryField
              data-cell={`${row}-${c}`}
              className={`cell w-full bg-transparent py-1 pr-2 pl-1 text-right ${tone}`}
              aria-label={`${column === 'radius' ? 'bend radius' : column} of node ${row + 1}`}
              aria-invalid={isBad}
              title={named ? formulaText(formula) : undefined}
              placeholder={column === 'radius' ? '·' : ''}
              shown={shown(formula, p[column], p.display)}
              text={formula === '' ? '' : textToEdit(formula, p.display.unit, true)}
              onEntered={() => actions.choose(node.id)}
              onDraft={(text) => actions.draft(node.id, column, text)}
              onKeep={(text) => actions.keep(node, column, text)}
              onKey={(e, keep) => actions.key(e, keep, row, c)}
              onPaste={(e) => actions.paste(e, row, column)}
            />
          </td>
        )
      })}
      <td className="p-0 text-center">
        <button
          type="button"
          className="cursor-pointer text-[var(--ink2)] opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
          aria-label={`Remove node ${row + 1}`}
          onClick={() => actions.remove(node.id)}
        >
          <X size={12} aria-hidden />
        </button>
      </td>
    </tr>
  )
})
