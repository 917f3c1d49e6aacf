import { X } from 'lucide-react'
import { useRef, useState } from 'react'
import { countingIds } from '@flexum/core/base'
import { idsIn, type NodeEntry, type NodePathStep } from '@flexum/core/document'
import { COLUMNS, moveNode, pasteCells, removeNodes, setCell, type NodeColumn } from '@flexum/core/edit'
import { rowsFromText } from '@flexum/core/format'
import { formatExact, formulaText, LENGTH_FACTORS, namesUsed, type Formula } from '@flexum/core/units'
import { stepResult } from '../../../bench/results.ts'
import { selectionOf } from '../../../bench/session.ts'
import { editedFormula, textToEdit } from '../../../bench/typing.ts'
import { EntryField } from '../../../ui/EntryField.tsx'
import { echoOf } from '../../../ui/FormulaField.tsx'
import { tightLength } from '../../../ui/units.ts'
import { addNodeAfter } from '../actions.ts'
import { useBench, usePart, useSessionState, useSurroundings } from '../context.ts'

const formulaIn = (node: NodeEntry, column: NodeColumn): Formula =>
  column === 'radius' ? (node.corner.kind === 'bend' ? node.corner.radius : '') : node[column]

interface Editing {
  readonly node: string
  readonly column: NodeColumn
  readonly text: string
}

/**
 * Nodes as a spreadsheet: arrow keys and Enter move, Tab goes along, what is typed replaces, Escape goes back, and rows
 * from a spreadsheet can be pasted at any cell. Enter in the last row adds a node; Alt with up or down moves a row.
 */
export function NodeTable({ step }: { readonly step: NodePathStep }) {
  const { session } = useBench()
  const part = usePart()
  const around = useSurroundings()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const chosen = useSessionState((s) => selectionOf(s).node)
  const pointed = useSessionState((s) => s.focus?.node)
  const [editing, setEditing] = useState<Editing>()
  const grid = useRef<HTMLTableElement>(null)
  const { unit } = part.units.length

  const edited = (node: NodeEntry, column: NodeColumn, text: string): Formula =>
    editedFormula(formulaIn(node, column), text, unit, true)
  const editingNode = editing && step.nodes.find((n) => n.id === editing.node)
  const note =
    editing && editingNode && noteOf(edited(editingNode, editing.column, editing.text), editing.column)
  function noteOf(formula: Formula, column: NodeColumn): { ok: boolean; text: string } {
    if (formulaText(formula).trim() === '' && column === 'radius')
      return { ok: true, text: 'no radius: a sharp corner' }
    return echoOf(formula, 'length', part.units, around)
  }
  /** Goes to a cell, once what was just kept or added is on the page. */
  const go = (row: number, column: number): void => {
    queueMicrotask(() =>
      grid.current?.querySelector<HTMLInputElement>(`[data-cell="${row}-${column}"]`)?.focus(),
    )
  }
  const onKey = (
    e: React.KeyboardEvent<HTMLInputElement>,
    keep: () => void,
    row: number,
    column: number,
  ): boolean => {
    const field = e.currentTarget
    const last = step.nodes.length - 1
    if (e.altKey && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) {
      const to = row + (e.key === 'ArrowDown' ? 1 : -1)
      if (to < 0 || to > last) return false
      keep()
      session.run(
        moveNode,
        { step: step.id, node: step.nodes[row]!.id, to },
        { label: 'Move node in the order' },
      )
      go(to, column)
    } else if (e.key === 'Enter') {
      // What cannot be read is kept and shown as a finding, but no node follows from it.
      const adds = row === last && note?.ok !== false
      keep()
      if (adds) addNodeAfter(session, step.id, row)
      if (adds || row < last) go(row + 1, adds ? 0 : column)
    } else if (e.key === 'ArrowDown' && row < last) go(row + 1, column)
    else if (e.key === 'ArrowUp' && row > 0) go(row - 1, column)
    else if (e.key === 'ArrowRight' && field.selectionEnd === field.value.length && column < 3)
      go(row, column + 1)
    else if (e.key === 'ArrowLeft' && field.selectionStart === 0 && column > 0) go(row, column - 1)
    else return false
    e.preventDefault()
    return true
  }
  const onPaste = (e: React.ClipboardEvent<HTMLInputElement>, row: number, column: NodeColumn): void => {
    const text = e.clipboardData.getData('text/plain')
    if (!/[\t\n;]/.test(text.trim())) return
    e.preventDefault()
    e.currentTarget.blur()
    const cells = rowsFromText(text)
    session.run(
      pasteCells,
      { step: step.id, row, column, cells, newId: countingIds('n', idsIn(part)) },
      { label: `Paste ${cells.length} rows` },
    )
    go(row, COLUMNS.indexOf(column))
  }

  const shownIn = (node: NodeEntry, column: NodeColumn): string => {
    const value = result?.fields[`nodes/${node.id}/${column}`]?.value
    const formula = formulaIn(node, column)
    if (formula === '') return ''
    if (value === undefined) return formulaText(formula)
    const tight = tightLength(value, part.units.length, 3)
    return part.units.length.style.kind === 'fraction'
      ? tight
      : formatExact(Number((value / LENGTH_FACTORS[unit]).toFixed(3)))
  }
  return (
    <>
      <table ref={grid} className="figure w-full" aria-label="Nodes">
        <thead>
          <tr className="font-sans [&>th]:pb-1 [&>th]:font-medium">
            <th className="w-8 text-right">#</th>
            <th className="pr-2 text-right">x</th>
            <th className="pr-2 text-right">y</th>
            <th className="pr-2 text-right">z</th>
            <th className="pr-2 text-right">bend R</th>
            <th className="w-6">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {step.nodes.map((node, row) => {
            const isEnd = !step.closed && (row === 0 || row === step.nodes.length - 1)
            const wrong = result?.findings.some((f) => f.node === node.id)
            return (
              <tr
                key={node.id}
                className={`group border-t hairline ${node.id === chosen ? 'bg-[var(--chosen-wash)]' : node.id === pointed ? 'bg-base-200' : ''}`}
                onPointerEnter={() => session.point({ node: node.id })}
                onPointerLeave={() => session.point(undefined)}
              >
                <th scope="row" className="font-normal">
                  <button
                    type="button"
                    className={`w-full cursor-pointer py-1 pr-1 text-right ${wrong ? 'font-semibold text-error' : 'muted'}`}
                    aria-label={`Choose node ${row + 1}${wrong ? ', it has a finding' : ''}`}
                    onClick={() => session.select({ step: step.id, node: node.id })}
                  >
                    {wrong && '✕'}
                    {row + 1}
                  </button>
                </th>
                {COLUMNS.map((column, c) => {
                  const mine = editing?.node === node.id && editing.column === column
                  const formula = formulaIn(node, column)
                  const bad = result?.findings.some((f) => f.field === `nodes/${node.id}/${column}`) ?? false
                  const named = formula !== '' && namesUsed(formula).length > 0
                  return (
                    <td key={column} className="p-0">
                      <EntryField
                        data-cell={`${row}-${c}`}
                        className={`cell w-full bg-transparent py-1 pr-2 pl-1 text-right ${bad ? 'text-error underline decoration-wavy' : named && !mine ? 'text-success' : ''} ${column === 'radius' && isEnd ? 'text-[var(--ink2)]' : ''}`}
                        aria-label={`${column === 'radius' ? 'bend radius' : column} of node ${row + 1}`}
                        aria-invalid={bad}
                        title={named ? formulaText(formula) : undefined}
                        placeholder={column === 'radius' ? '·' : ''}
                        shown={shownIn(node, column)}
                        text={formula === '' ? '' : textToEdit(formula, unit, true)}
                        onEntered={() => session.select({ step: step.id, node: node.id })}
                        onDraft={(text) =>
                          setEditing(text === undefined ? undefined : { node: node.id, column, text })
                        }
                        onKeep={(text) =>
                          session.run(
                            setCell,
                            { step: step.id, node: node.id, column, formula: edited(node, column, text) },
                            { label: 'Node table' },
                          )
                        }
                        onKey={(e, keep) => onKey(e, keep, row, c)}
                        onPaste={(e) => onPaste(e, row, column)}
                      />
                    </td>
                  )
                })}
                <td className="p-0 text-center">
                  <button
                    type="button"
                    className="cursor-pointer text-[var(--ink2)] opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
                    aria-label={`Remove node ${row + 1}`}
                    onClick={() =>
                      session.run(
                        removeNodes,
                        { step: step.id, nodes: [node.id] },
                        { label: 'Remove node', select: { node: null } },
                      )
                    }
                  >
                    <X size={12} aria-hidden />
                  </button>
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p
        className={`figure min-h-5 px-3 pt-1 text-right break-words ${note && !note.ok ? 'text-error' : 'muted'}`}
        aria-live="polite"
      >
        {note ? `${note.ok ? '' : '✕ '}${note.text}` : ''}
      </p>
    </>
  )
}
