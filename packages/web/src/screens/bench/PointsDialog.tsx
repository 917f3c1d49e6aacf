import { useState } from 'react'
import { DELIMITERS, type PointColumn, type PointTable, type TablePoint } from '@flexum/core/format'
import { pointsOf } from '@flexum/core/files'
import { LENGTH_UNITS, formatExact, type LengthUnit } from '@flexum/core/units'
import type { PointsBrought } from '../../bench/session.ts'
import { counted } from '../../ui/counted.ts'
import { FormDialog, Row } from '../stock/FormDialog.tsx'
import { takePoints } from './actions/points-in.ts'
import { useBench, useSessionState } from './context.ts'

const COLUMNS: Readonly<Record<PointColumn, string>> = {
  x: 'x',
  y: 'y',
  z: 'z',
  radius: 'bend radius',
  none: 'left out',
}
const CORNERS = {
  table: 'as the table says, else sharp',
  bend: 'bends of one radius',
  smooth: 'one smooth curve through all',
} as const
/** Lines of the table that are shown. */
const SHOWN = 4

/** Asks what a table of points does not say of itself, and makes a path of it. */
export function PointsDialog() {
  const points = useSessionState((s) => s.points)
  return points ? <AskPoints key={points.file} points={points} /> : null
}

function AskPoints({ points: { file, table } }: { readonly points: PointsBrought }) {
  const { session } = useBench()
  const entry = usePointsEntry(table, file)
  const { columns, decimal, unit, corners, made } = entry
  return (
    <FormDialog
      title={`Points of ${file}`}
      keep="Make a path"
      busy={false}
      refusal={entry.refusal}
      onSubmit={(e) => {
        e.preventDefault()
        entry.take()
      }}
      onClose={() => session.askPoints(undefined)}
    >
      <p>
        {counted(table.lines.length, 'line')}, cells parted by {DELIMITERS[table.delimiter]}
        {decimal === 'comma' ? '; with a decimal comma, so that 12,5 is read as 12.5.' : '.'}
      </p>
      <div className="overflow-x-auto">
        <FirstLines columns={columns} table={table} setColumns={entry.setColumns} />
      </div>
      {table.delimiter !== ',' && (
        <Row label="Fractions follow" fault={undefined}>
          <select
            className="select select-sm"
            value={decimal}
            onChange={(e) => entry.setDecimal(e.target.value as typeof decimal)}
          >
            <option value="point">a point: 12.5</option>
            <option value="comma">a comma: 12,5</option>
          </select>
        </Row>
      )}
      <Row label="Its figures are in" fault={entry.asked ? entry.unitFault : undefined}>
        <select
          className="select select-sm"
          value={unit}
          onChange={(e) => entry.setUnit(e.target.value as LengthUnit)}
        >
          {unit === '' && <option value="">the file does not say…</option>}
          {LENGTH_UNITS.map((u) => (
            <option key={u} value={u}>
              {u}
              {u === table.unit ? ', as the file says' : ''}
            </option>
          ))}
        </select>
      </Row>
      <CornersRow corners={corners} setCorners={entry.setCorners} />
      {corners === 'bend' && (
        <Row
          label={`Bend radius${unit === '' ? '' : `, ${unit}`}`}
          fault={entry.asked ? entry.radiusFault : undefined}
        >
          <input
            className="input input-sm figure text-right"
            inputMode="decimal"
            value={entry.radius}
            onChange={(e) => entry.setRadius(e.target.value)}
          />
        </Row>
      )}
      <p className={made.ok ? 'muted' : 'text-error'} role="status">
        {made.ok ? extent(made.value, unit) : `✕ ${made.fault.message}.`}
      </p>
    </FormDialog>
  )
}

/** What is said of the columns, the unit and the corners of a file of points, and what is wrong with it. */
function usePointsEntry(table: PointTable, file: string) {
  const { session } = useBench()
  const [columns, setColumns] = useState(table.columns)
  const [decimal, setDecimal] = useState(table.decimal)
  const [unit, setUnit] = useState<LengthUnit | ''>(table.unit ?? '')
  const [corners, setCorners] = useState<keyof typeof CORNERS>('table')
  const [radius, setRadius] = useState('')
  const [asked, setAsked] = useState(false)
  const [refusal, setRefusal] = useState<string>()
  const made = pointsOf({ ...table, decimal }, columns)
  const wide = Number(radius)
  const radiusFault =
    corners === 'bend' && !(radius.trim() !== '' && wide > 0)
      ? `"${radius}" is no radius; a number above 0 is`
      : undefined
  const unitFault = unit === '' ? 'say in which unit its figures are' : undefined
  const take = (): void => {
    setAsked(true)
    if (unit === '' || radiusFault) return
    const problem = takePoints(session, file, table, {
      columns,
      decimal,
      unit,
      corners: corners === 'bend' ? { kind: 'bend', radius: wide } : { kind: corners },
    })
    setRefusal(problem)
    if (problem === undefined) session.askPoints(undefined)
  }
  return {
    refusal,
    take,
    decimal,
    columns,
    setColumns,
    setDecimal,
    asked,
    unitFault,
    unit,
    setUnit,
    corners,
    setCorners,
    radiusFault,
    radius,
    setRadius,
    made,
  }
}

/** The first lines of the file, with what each column is taken as. */
function FirstLines({
  columns,
  table,
  setColumns,
}: {
  readonly columns: readonly PointColumn[]
  readonly table: PointTable
  readonly setColumns: (next: readonly PointColumn[]) => void
}) {
  return (
    <table className="figure w-full" aria-label="First lines">
      <thead>
        <tr>
          {columns.map((column, i) => (
            <th key={i} className="px-0.5 pb-1">
              <select
                className="select select-xs w-[4.6rem] px-1.5 font-sans"
                aria-label={`Column ${i + 1}${table.head?.[i] ? `, ${table.head[i]}` : ''}`}
                value={column}
                onChange={(e) => setColumns(columns.with(i, e.target.value as PointColumn))}
              >
                {Object.entries(COLUMNS).map(([key, words]) => (
                  <option key={key} value={key}>
                    {words}
                  </option>
                ))}
              </select>
            </th>
          ))}
        </tr>
        {table.head && (
          <tr className="muted font-sans">
            {columns.map((_, i) => (
              <th key={i} className="px-1 text-right font-normal">
                {table.head?.[i] ?? ''}
              </th>
            ))}
          </tr>
        )}
      </thead>
      <tbody>
        {table.lines.slice(0, SHOWN).map(({ line, cells }) => (
          <tr key={line}>
            {columns.map((column, i) => (
              <td key={i} className={`px-1 text-right ${column === 'none' ? 'muted line-through' : ''}`}>
                {cells[i] ?? ''}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** Whether corners stay as they are or are bent. */
function CornersRow({
  corners,
  setCorners,
}: {
  readonly corners: keyof typeof CORNERS
  readonly setCorners: (next: keyof typeof CORNERS) => void
}) {
  return (
    <Row label="Corners" fault={undefined}>
      <select
        className="select select-sm"
        value={corners}
        onChange={(e) => setCorners(e.target.value as typeof corners)}
      >
        {Object.entries(CORNERS).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </Row>
  )
}

/** How far the points reach, so that a wrong unit or column is seen at once. */
function extent(points: readonly TablePoint[], unit: string): string {
  const sizes = (['x', 'y', 'z'] as const).map((axis) => {
    let [low, high] = [Infinity, -Infinity]
    for (const p of points) [low, high] = [Math.min(low, p[axis]), Math.max(high, p[axis])]
    return formatExact(Number((high - low).toPrecision(6)))
  })
  return `They reach over ${sizes.join(' × ')}${unit === '' ? '' : ` ${unit}`}.`
}
