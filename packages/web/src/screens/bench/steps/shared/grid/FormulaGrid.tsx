import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual'
import { Fragment, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { toast } from 'sonner'
import { IMPORTS } from '@flexum/core/files'
import { formulaText, type Formula } from '@flexum/core/units'
import { selectionOf } from '../../../../../bench/session.ts'
import { echoOf } from '../../../../../ui/FormulaField.tsx'
import { editedFormula } from '../../../../../ui/typing.ts'
import { useBench, usePart, useSessionState, useSurroundings } from '../../../context.ts'
import { GridRow, type GridActions } from './GridRow.tsx'
import type { GridColumn, GridFault, GridLine } from './lines.ts'

interface Editing {
  readonly id: string
  readonly column: string
  readonly text: string
}

export interface FormulaGridProps<C extends string> {
  readonly label: string
  readonly step: string
  readonly columns: readonly GridColumn<C>[]
  readonly lines: readonly GridLine<C>[]
  readonly faults: ReadonlyMap<string, GridFault>
  onKeep(id: string, column: C, formula: Formula): void
  onRemove(id: string): void
  /** Moves a row to another place in the order, where that counts. */
  onMove?(id: string, to: number): void
  /** Puts a row after another; Enter goes on in it. */
  onAdd(after: number): void
  onPaste(row: number, column: C, cells: readonly (readonly string[])[]): void
}

type Cell = readonly [row: number, column: number]

/** The cell that someone goes to, by the grid that it is of. */
const wanted = new WeakMap<object, { readonly label: string; readonly step: string; readonly to: Cell }>()

/** Rows from which on only those that are to be seen are on the page, how high one is about, px, and how many beside them. */
const MANY_ROWS = 80
const HEIGHT = 26
const BESIDE = 12

/**
 * Figures as a spreadsheet: arrow keys and Enter move, Tab goes along, what is typed replaces, Escape goes back, and rows
 * from a spreadsheet can be pasted at any cell. Enter in the last row adds one; Alt with up or down moves a row.
 */
export function FormulaGrid<C extends string>(props: FormulaGridProps<C>) {
  const { label, step, columns, lines, faults } = props
  const { session, view } = useBench()
  const part = usePart()
  const around = useSurroundings()
  const chosen = useSessionState((s) => selectionOf(s).node)
  const pointed = useSessionState((s) => s.focus?.node)
  const asTyped = useSessionState((s) => s.problem?.kind === 'broken')
  const [editing, setEditing] = useState<Editing>()
  const [goneTo, setGoneTo] = useState<number>()
  const grid = useRef<HTMLTableElement>(null)
  const { unit } = part.units.length

  const columnOf = (key: string): GridColumn<C> => columns.find((c) => c.key === key)!
  const edited = (line: GridLine<C>, key: string, text: string): Formula =>
    editedFormula(line.formulas[key as C] ?? '', text, unit, columnOf(key).dimension === 'length')
  const line = editing && lines.find((l) => l.id === editing.id)
  const note = editing && line && noteOf(edited(line, editing.column, editing.text), columnOf(editing.column))
  function noteOf(formula: Formula, column: GridColumn): { ok: boolean; text: string } {
    if (formulaText(formula).trim() === '' && column.empty !== undefined)
      return { ok: true, text: column.empty }
    return echoOf(formula, column.dimension, part.units, around)
  }
  // What it gives is read at each drawing and kept by nobody.
  // oxlint-disable-next-line react/incompatible-library
  const rows = useVirtualizer({
    count: lines.length,
    enabled: lines.length > MANY_ROWS,
    getScrollElement: () => grid.current?.closest('aside') ?? null,
    estimateSize: () => HEIGHT,
    overscan: BESIDE,
    // What is being typed, and what was gone to, is on the page wherever it is scrolled to.
    rangeExtractor: (range) => {
      const at = editing ? lines.findIndex((l) => l.id === editing.id) : -1
      const rows = new Set([...defaultRangeExtractor(range), at, goneTo ?? -1])
      return [...rows].filter((i) => i >= 0 && i < lines.length).sort((a, b) => a - b)
    },
    scrollMargin: grid.current?.offsetTop ?? 0,
  })
  const find = ([row, column]: Cell): HTMLInputElement | null | undefined =>
    grid.current?.querySelector<HTMLInputElement>(`[data-cell="${row}-${column}"]`)
  /** Goes to a cell, once what was just kept or added is on the page; it may be that of another grid, which takes the place of this one. */
  const go = (...to: Cell): void => {
    wanted.set(session, { label, step, to })
    queueMicrotask(() => {
      // One that is far off is put on the page first, so that the next key is already its own.
      if (!find(to) && lines.length > MANY_ROWS) flushSync(() => setGoneTo(to[0]))
      find(to)?.focus()
      requestAnimationFrame(() => {
        if (grid.current?.isConnected) wanted.delete(session)
      })
    })
  }
  useLayoutEffect(() => {
    const there = wanted.get(session)
    if (there?.label === label && there.step === step) find(there.to)?.focus()
  }, [session, label, step])
  const hasCell = (row: number, column: number): boolean =>
    columns[column] !== undefined && lines[row]?.formulas[columns[column].key] !== undefined
  const onKey: GridActions['key'] = (e, keep, row, column) => {
    const field = e.currentTarget
    const last = lines.length - 1
    if (props.onMove && e.altKey && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) {
      const to = row + (e.key === 'ArrowDown' ? 1 : -1)
      if (to < 0 || to > last || lines[row]!.fixed || lines[to]!.fixed) return false
      keep()
      props.onMove(lines[row]!.id, to)
      go(to, column)
    } else if (e.key === 'Enter') {
      // What cannot be read is kept and shown as a finding, but no row follows from it.
      const adds = row === last && note?.ok !== false
      keep()
      if (adds) props.onAdd(row)
      if (adds || row < last) go(row + 1, adds || !hasCell(row + 1, column) ? 0 : column)
    } else if (e.key === 'ArrowDown' && row < last) go(row + 1, hasCell(row + 1, column) ? column : 0)
    else if (e.key === 'ArrowUp' && row > 0) go(row - 1, hasCell(row - 1, column) ? column : 0)
    else if (e.key === 'ArrowRight' && field.selectionEnd === field.value.length && hasCell(row, column + 1))
      go(row, column + 1)
    else if (e.key === 'ArrowLeft' && field.selectionStart === 0 && hasCell(row, column - 1))
      go(row, column - 1)
    else return false
    e.preventDefault()
    return true
  }
  const onPaste: GridActions['paste'] = (e, row, column) => {
    const text = e.clipboardData.getData('text/plain')
    if (!/[\t\n;]/.test(text.trim())) return
    e.preventDefault()
    e.currentTarget.blur()
    const read = IMPORTS.nodes.read(text)
    if (!read.ok) {
      toast.error(read.fault.message)
      return
    }
    view.current?.lookAtNext()
    // Very many rows are read, laid in and gone to one after the other, so that the page is never held for long.
    const { onPaste } = props
    setTimeout(() => {
      onPaste(row, columns[column]!.key, read.value)
      // Whoever went elsewhere by then is not called back.
      setTimeout(() => {
        if (document.activeElement === document.body) go(row, column)
      })
    })
  }
  const onKeep = (id: string, column: string, text: string): void => {
    const of = lines.find((l) => l.id === id)
    if (of) props.onKeep(id, column as C, edited(of, column, text))
  }

  /** What rows ask for goes to the grid as it is now, through an object that never changes. */
  const latest = useRef({ onKey, onPaste, onKeep, props })
  useLayoutEffect(() => {
    latest.current = { onKey, onPaste, onKeep, props }
  })
  const actions = useMemo(
    (): GridActions => ({
      choose: (node) => session.select({ step, node }),
      point: (node) => session.point(node === undefined ? undefined : { node }),
      remove: (id) => latest.current.props.onRemove(id),
      draft: (id, column, text) => setEditing(text === undefined ? undefined : { id, column, text }),
      keep: (...args) => latest.current.onKeep(...args),
      key: (...args) => latest.current.onKey(...args),
      paste: (...args) => latest.current.onPaste(...args),
    }),
    [session, step],
  )
  const margin = rows.options.scrollMargin
  const seen =
    lines.length > MANY_ROWS
      ? rows
          .getVirtualItems()
          .map(({ index, start, end }) => ({ index, from: start - margin, to: end - margin }))
      : lines.map((_, index) => ({ index, from: 0, to: 0 }))
  const left = lines.length > MANY_ROWS ? rows.getTotalSize() - (seen.at(-1)?.to ?? 0) : 0
  return (
    <>
      <table ref={grid} className="figure w-full" aria-label={label} aria-rowcount={lines.length + 1}>
        <thead>
          <tr className="font-sans [&>th]:pb-1 [&>th]:font-medium">
            <th className="w-8 text-right">#</th>
            {columns.map((c) => (
              <th key={c.key} className="pr-2 text-right" style={{ width: c.width }}>
                {c.head}
              </th>
            ))}
            <th className="w-6">
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {seen.map(({ index: row, from }, i) => {
            const of = lines[row]!
            const gap = from - (seen[i - 1]?.to ?? 0)
            return (
              <Fragment key={of.id}>
                {gap > 0 && <Gap height={gap} />}
                <GridRow
                  line={of}
                  columns={columns}
                  row={row}
                  state={of.id === chosen ? 'chosen' : of.id === pointed ? 'pointed' : ''}
                  wrong={faults.has(of.id)}
                  bad={faults.get(of.id)?.columns.join(' ') ?? ''}
                  editing={editing?.id === of.id ? editing.column : undefined}
                  display={part.units.length}
                  asTyped={asTyped}
                  actions={actions}
                />
              </Fragment>
            )
          })}
          {left > 0 && <Gap height={left} />}
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

/** Room for the rows that are not on the page. */
const Gap = ({ height }: { readonly height: number }) => (
  <tr aria-hidden>
    <td style={{ height }} />
  </tr>
)
