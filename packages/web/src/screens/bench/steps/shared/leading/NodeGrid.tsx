import { countingIds, type Id } from '@flexum/core/base'
import {
  idsIn,
  nodeEntry,
  type NodePlace,
  insertNode,
  moveNode,
  nodesLeadThen,
  pasteCells,
  removeNodes,
  setCell,
  type Command,
  type NodeColumn,
} from '@flexum/core/recipe'
import { formatExact, LENGTH_FACTORS, typedFormula } from '@flexum/core/units'
import { newId } from '../../../actions/ids.ts'
import { useBench, usePart } from '../../../context.ts'
import { counted } from '../../../../../ui/counted.ts'
import { laidWords, said } from '../grid/said.ts'
import { FormulaGrid } from '../grid/FormulaGrid.tsx'
import type { GridColumn, GridFault, GridLine } from '../grid/lines.ts'

const COLUMNS: readonly GridColumn<NodeColumn>[] = [
  { key: 'x', head: 'x', called: 'x', dimension: 'length' },
  { key: 'y', head: 'y', called: 'y', dimension: 'length' },
  { key: 'z', head: 'z', called: 'z', dimension: 'length' },
  {
    key: 'radius',
    head: 'bend R',
    called: 'bend radius',
    dimension: 'length',
    empty: 'no radius: a sharp corner',
  },
]

const PLACES = COLUMNS.filter((c) => c.key !== 'radius')

/** The nodes of a path as a spreadsheet; `lead` where the nodes do not lead yet. */
export function NodeGrid(props: {
  readonly step: Id
  readonly lines: readonly GridLine<NodeColumn>[]
  readonly faults: ReadonlyMap<string, GridFault>
  /** Where a new node goes after another, mm. */
  readonly next: (after: number) => readonly [number, number, number]
  readonly lead?: readonly NodePlace[] | undefined
  /** Its corners do not count. */
  readonly smooth?: boolean
}) {
  const { step, lead, lines } = props
  const { session } = useBench()
  const part = usePart()
  const change = <A,>(command: Command<A>, then: A, label: string, node?: Id | null): boolean => {
    const options = { label, ...(node === undefined ? {} : { select: { step, node } }) }
    return lead
      ? session.run(nodesLeadThen(command), { lead: { step, points: lead }, then }, options)
      : session.run(command, then, options)
  }
  const { unit } = part.units.length
  return (
    <FormulaGrid
      label="Nodes"
      step={step}
      columns={props.smooth ? PLACES : COLUMNS}
      lines={props.lines}
      faults={props.faults}
      onKeep={(node, column, formula) => change(setCell, { step, node, column, formula }, 'Node table')}
      onRemove={(node) => change(removeNodes, { step, nodes: [node] }, 'Remove node', null)}
      onMove={(node, to) => change(moveNode, { step, node, to }, 'Move node in the order')}
      onAdd={(after) => {
        const id = newId(part, 'n')
        const [x, y, z] = props
          .next(after)
          .map((v) => typedFormula(formatExact(Number((v / LENGTH_FACTORS[unit]).toFixed(6))), unit)) as [
          string,
          string,
          string,
        ]
        change(insertNode, { step, index: after + 1, node: nodeEntry(id, x, y, z) }, 'Add node', id)
      }}
      onPaste={(row, column, cells) => {
        const done = change(
          pasteCells,
          { step, row, column, cells, newId: countingIds('n', idsIn(part)) },
          `Paste ${counted(cells.length, 'row')}`,
        )
        if (done) said(session, laidWords('nodes', cells.length, Math.min(row, lines.length), lines.length))
      }}
    />
  )
}
