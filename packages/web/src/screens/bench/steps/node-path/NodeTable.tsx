import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { countingIds } from '@flexum/core/base'
import { idsIn, type NodeEntry, type NodePathStep } from '@flexum/core/document'
import { COLUMNS, moveNode, pasteCells, removeNodes, setCell, type NodeColumn } from '@flexum/core/edit'
import { FILES_IN } from '@flexum/core/files'
import { formulaText, type Formula } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import { editedFormula } from '../../../../ui/typing.ts'
import { echoOf } from '../../../../ui/FormulaField.tsx'
import { addNodeAfter } from '../../actions/nodes.ts'
import { useBench, usePart, useSessionState, useSurroundings } from '../../context.ts'
import { formulaIn, NodeRow, type NodeRowActions } from './NodeRow.tsx'

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
    const read = FILES_IN.nodes.read(text)
    if (!read.ok) {
      toast.error(read.fault.message)
      return
    }
    const cells = read.value
    session.run(
      pasteCells,
      { step: step.id, row, column, cells, newId: countingIds('n', idsIn(part)) },
      { label: `Paste ${cells.length} rows` },
    )
    go(row, COLUMNS.indexOf(column))
  }

  /** What rows ask for goes to the table as it is now, through an object that never changes. */
  const latest = useRef({ edited, onKey, onPaste })
  useLayoutEffect(() => {
    latest.current = { edited, onKey, onPaste }
  })
  const actions = useMemo(
    (): NodeRowActions => ({
      choose: (node) => session.select({ step: step.id, node }),
      point: (node) => session.point(node === undefined ? undefined : { node }),
      remove: (node) =>
        session.run(
          removeNodes,
          { step: step.id, nodes: [node] },
          { label: 'Remove node', select: { node: null } },
        ),
      draft: (node, column, text) => setEditing(text === undefined ? undefined : { node, column, text }),
      keep: (node, column, text) => {
        const formula = latest.current.edited(node, column, text)
        session.run(setCell, { step: step.id, node: node.id, column, formula }, { label: 'Node table' })
      },
      key: (...args) => latest.current.onKey(...args),
      paste: (...args) => latest.current.onPaste(...args),
    }),
    [session, step.id],
  )
  const findings = new Map<string, { wrong: boolean; bad: string[] }>()
  for (const f of result?.findings ?? []) {
    if (f.node === undefined) continue
    const of = findings.get(f.node) ?? { wrong: true, bad: [] }
    if (f.field?.startsWith(`nodes/${f.node}/`)) of.bad.push(f.field.split('/').at(-1)!)
    findings.set(f.node, of)
  }
  const value = (node: string, column: NodeColumn): number | undefined =>
    result?.fields[`nodes/${node}/${column}`]?.value
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
          {step.nodes.map((node, row) => (
            <NodeRow
              key={node.id}
              node={node}
              row={row}
              isEnd={!step.closed && (row === 0 || row === step.nodes.length - 1)}
              state={node.id === chosen ? 'chosen' : node.id === pointed ? 'pointed' : ''}
              wrong={findings.has(node.id)}
              bad={findings.get(node.id)?.bad.join(' ') ?? ''}
              editing={editing?.node === node.id ? editing.column : undefined}
              x={value(node.id, 'x')}
              y={value(node.id, 'y')}
              z={value(node.id, 'z')}
              radius={value(node.id, 'radius')}
              display={part.units.length}
              actions={actions}
            />
          ))}
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
