import { Plus } from 'lucide-react'
import { useMemo } from 'react'
import { countingIds } from '@flexum/core/base'
import {
  idsIn,
  OPENING_COLUMNS,
  openingEntry,
  type OpeningColumn,
  type WallPathStep,
  addOpening,
  removeOpenings,
  setOpeningCell,
  setOpeningWall,
  type OpeningEntry,
} from '@flexum/core/recipe'
import { LENGTH_FACTORS, typedFormula } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { freePlace } from '../../../../bench/rooms.ts'
import { newId } from '../../actions/ids.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { faultsByRow } from '../shared/grid/faults.ts'
import { FormulaGrid } from '../shared/grid/FormulaGrid.tsx'
import type { GridColumn, GridFault, GridLine } from '../shared/grid/lines.ts'
import type { StepResult } from '@flexum/core/recipe/evaluated'

const COLUMNS: readonly GridColumn<OpeningColumn>[] = [
  { key: 'from', head: 'from', called: 'distance from where its wall begins', dimension: 'length' },
  { key: 'width', head: 'width', called: 'width', dimension: 'length' },
  { key: 'sill', head: 'sill', called: 'sill', dimension: 'length' },
  { key: 'height', head: 'height', called: 'height', dimension: 'length' },
]

/** Sizes to start from in each unit: what is left beside it, width, height, sill. */
const NEW = {
  door: { mm: [300, 850, 2000, 0], in: [12, 32, 80, 0] },
  window: { mm: [300, 1200, 1200, 900], in: [12, 48, 44, 36] },
} as const

/** Doors and windows of a room: in which wall, and where. */
export function Openings({
  step,
  walls,
}: {
  readonly step: WallPathStep
  readonly walls: readonly string[]
}) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const { unit } = part.units.length
  const coarse = unit === 'in' || unit === 'ft' ? 'in' : 'mm'
  const openings = step.openings
  const given = result?.output?.path
  const { lines, faults } = useOpeningLines(step, result)
  const add = (what: keyof typeof NEW): void => {
    const id = newId(part, 'o')
    const sizes = NEW[what][coarse]
    const last = Math.max(0, walls.indexOf(openings?.at(-1)?.wall ?? ''))
    const [beside, width] = sizes.map((v) => v * LENGTH_FACTORS[coarse])
    const free =
      given?.room && freePlace({ path: given.path, ...given.room }, last, { width: width!, beside: beside! })
    const wall = walls[free?.wall ?? last]
    if (wall === undefined) return
    // To the full millimetre, or sixteenth of an inch.
    const fine = coarse === 'mm' ? 1 : 16
    const at = free ? Math.ceil((free.at / LENGTH_FACTORS[coarse]) * fine - 1e-6) / fine : sizes[0]
    const [from, wide, high, sill] = [at, ...sizes.slice(1)].map((v) => `${v} ${coarse}`)
    session.run(
      addOpening,
      { step: step.id, opening: openingEntry(id, wall, from!, wide!, high!, sill) },
      { label: `Add ${what}`, select: { step: step.id, node: id } },
    )
  }
  const paste = (row: number, column: OpeningColumn, cells: readonly (readonly string[])[]): void => {
    const ids = countingIds('o', idsIn(part))
    const how = { label: `Paste ${cells.length} rows`, mergeKey: `paste-${ids()}` }
    const from = OPENING_COLUMNS.indexOf(column)
    cells.forEach((texts, r) => {
      let id = openings?.[row + r]?.id
      if (id === undefined) {
        const wall = openings?.at(-1)?.wall ?? walls[0]
        if (wall === undefined) return
        id = ids()
        const [at, width, height, sill] = NEW.door[coarse].map((v) => `${v} ${coarse}`)
        session.run(
          addOpening,
          { step: step.id, opening: openingEntry(id, wall, at!, width!, height!, sill) },
          how,
        )
      }
      const into = id
      texts.forEach((text, c) => {
        const to = OPENING_COLUMNS[from + c]
        if (to && text.trim() !== '')
          session.run(
            setOpeningCell,
            { step: step.id, row: into, column: to, formula: typedFormula(text.trim(), unit) },
            how,
          )
      })
    })
  }
  return (
    <fieldset className="flex flex-col gap-1.5 px-3 pb-2">
      <legend className="pb-1 font-medium">Openings</legend>
      {lines.length > 0 && (
        <OpeningsTable
          step={step}
          lines={lines}
          faults={faults}
          add={add}
          paste={paste}
          openings={openings}
          walls={walls}
        />
      )}
      <div className="flex items-center gap-2">
        {(['door', 'window'] as const).map((what) => (
          <button key={what} type="button" className="btn btn-xs btn-paper" onClick={() => add(what)}>
            <Plus size={12} aria-hidden /> {what === 'door' ? 'Door' : 'Window'}
          </button>
        ))}
        {lines.length === 0 && <span className="muted">Mouldings break at them.</span>}
      </div>
    </fieldset>
  )
}

/** The openings as lines of a grid, with what is wrong in each. */
function useOpeningLines({ openings }: WallPathStep, result: StepResult | undefined) {
  const lines = useMemo(
    () =>
      (openings ?? []).map((o, i): GridLine<OpeningColumn> => {
        const value = (c: OpeningColumn) => result?.fields[`openings/${o.id}/${c}`]?.value
        return {
          id: o.id,
          name: `opening ${i + 1}`,
          head: String(i + 1),
          formulas: { from: o.from, width: o.width, sill: o.sill, height: o.height },
          values: {
            from: value('from'),
            width: value('width'),
            sill: value('sill'),
            height: value('height'),
          },
        }
      }),
    [openings, result],
  )
  const faults = faultsByRow(result?.findings ?? [], (f) => {
    const [, row, column] = /^openings\/([^/]+)\/(.+)$/.exec(f.field ?? '') ?? []
    return row === undefined ? undefined : [row, column!]
  })
  return { lines, faults }
}

/** The openings as rows, and the wall that each is in. */
function OpeningsTable({
  step,
  lines,
  faults,
  add,
  paste,
  openings,
  walls,
}: {
  readonly step: WallPathStep
  readonly lines: GridLine<'from' | 'width' | 'sill' | 'height'>[]
  readonly faults: ReadonlyMap<string, GridFault>
  readonly add: (what: keyof typeof NEW) => void
  readonly paste: (row: number, column: OpeningColumn, cells: readonly (readonly string[])[]) => void
  readonly openings: readonly OpeningEntry[] | undefined
  readonly walls: readonly string[]
}) {
  const { session } = useBench()
  return (
    <>
      <FormulaGrid
        label="Openings"
        step={step.id}
        columns={COLUMNS}
        lines={lines}
        faults={faults}
        onKeep={(row, column, formula) =>
          session.run(setOpeningCell, { step: step.id, row, column, formula }, { label: 'Openings' })
        }
        onRemove={(id) =>
          session.run(
            removeOpenings,
            { step: step.id, rows: [id] },
            { label: 'Remove opening', select: { step: step.id, node: null } },
          )
        }
        onAdd={() => add('door')}
        onPaste={paste}
      />
      {(openings ?? []).map((o, i) => (
        <Choice
          key={o.id}
          label={`Opening ${i + 1} is in`}
          value={walls.includes(o.wall) ? o.wall : ''}
          choices={[
            ...(walls.includes(o.wall) ? [] : ([['', 'a wall that is gone']] as const)),
            ...walls.map((w, k) => [w, `wall ${k + 1}`] as const),
          ]}
          onChoose={(wall) =>
            session.run(
              setOpeningWall,
              { step: step.id, row: o.id, wall },
              { label: 'Put into another wall' },
            )
          }
        />
      ))}
    </>
  )
}
