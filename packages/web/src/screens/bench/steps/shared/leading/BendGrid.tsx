import { countingIds, type Id } from '@flexum/core/base'
import {
  bendEntry,
  idsIn,
  type BendFigures,
  bendsLeadThen,
  insertBend,
  LAST,
  moveBend,
  pasteBends,
  readPastedBends,
  removeBends,
  setBendCell,
  type BendColumn,
  type Command,
} from '@flexum/core/recipe'
import { newId } from '../../../actions/ids.ts'
import { useBench, usePart } from '../../../context.ts'
import { pastedWords } from './pasted-words.ts'
import { counted } from '../../../../../ui/counted.ts'
import { said } from '../grid/said.ts'
import { FormulaGrid } from '../grid/FormulaGrid.tsx'
import type { GridColumn, GridFault, GridLine } from '../grid/lines.ts'

const COLUMNS: readonly GridColumn<BendColumn>[] = [
  { key: 'length', head: 'straight', called: 'straight', dimension: 'length' },
  { key: 'rotation', head: 'turn°', called: 'turn of the plane', dimension: 'angle' },
  { key: 'angle', head: 'bend°', called: 'angle', dimension: 'angle' },
  { key: 'radius', head: 'R', called: 'radius', dimension: 'length' },
]

/** A bend table as a spreadsheet, its last row the straight after the last bend; `lead` where the bends do not lead yet. */
export function BendGrid(props: {
  readonly step: Id
  readonly lines: readonly GridLine<BendColumn>[]
  readonly faults: ReadonlyMap<string, GridFault>
  readonly lead?: BendFigures | undefined
}) {
  const { step, lines, lead } = props
  const { session } = useBench()
  const part = usePart()
  const change = <A,>(command: Command<A>, then: A, label: string, node?: Id | null): boolean => {
    const options = { label, ...(node === undefined ? {} : { select: { step, node } }) }
    return lead
      ? session.run(bendsLeadThen(command), { lead: { step, table: lead }, then }, options)
      : session.run(command, then, options)
  }
  const bends = lines.length - 1
  return (
    <FormulaGrid
      label="Bends"
      step={step}
      columns={COLUMNS}
      lines={lines}
      faults={props.faults}
      onKeep={(id, column, formula) =>
        change(setBendCell, { step, row: id === lines[bends]?.id ? LAST : id, column, formula }, 'Bend table')
      }
      onRemove={(id) => change(removeBends, { step, rows: [id] }, 'Remove bend', null)}
      onMove={(row, to) => change(moveBend, { step, row, to }, 'Move bend in the order')}
      onAdd={() => {
        const last = lines[bends - 1]?.formulas
        const id = newId(part, 'n')
        const row = bendEntry(id, last?.length ?? '50', '0', '90', last?.radius ?? '25')
        change(insertBend, { step, index: bends, row }, 'Add bend', id)
      }}
      onPaste={(row, column, cells) => {
        const at = { row: Math.min(row, bends), column, cells }
        const pasted = readPastedBends(bends, at)
        const done = change(
          pasteBends,
          { step, ...at, newId: countingIds('n', idsIn(part)) },
          pasted.whole ? 'Paste a bend table' : `Paste ${counted(pasted.rows.length, 'row')}`,
        )
        if (done) said(session, pastedWords(pasted, bends))
      }}
    />
  )
}
