import { Plus } from 'lucide-react'
import { useMemo } from 'react'
import { countingIds } from '@flexum/core/base'
import {
  idsIn,
  roomWall,
  type WallPathStep,
  closeWalls,
  insertWall,
  moveWall,
  pasteWalls,
  removeWalls,
  setWallCell,
  standWallsOn,
  type WallColumn,
} from '@flexum/core/recipe'
import { stepResult, stepsGiving } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import { newId } from '../../actions/ids.ts'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { counted } from '../../../../ui/counted.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { StepFields } from '../../inspector/StepFields.tsx'
import type { PageKind } from '../page-kind.ts'
import { Glyph } from '../shared/Glyph.tsx'
import { faultsByRow } from '../shared/grid/faults.ts'
import { FormulaGrid } from '../shared/grid/FormulaGrid.tsx'
import type { GridColumn, GridFault, GridLine } from '../shared/grid/lines.ts'
import { laidWords, said } from '../shared/grid/said.ts'
import { PathPanel } from '../shared/PathPanel.tsx'
import { Openings } from './Openings.tsx'
import type { StepResult } from '@flexum/core/recipe/evaluated'

export const wallPathPage: PageKind<WallPathStep> = {
  Picture: () => <Glyph copper d="M5 22V8H17L22 13V22Z" />,
  Inspector: WallsInspector,
}

const COLUMNS: readonly GridColumn<WallColumn>[] = [
  { key: 'length', head: 'length', called: 'length', dimension: 'length', width: '30%' },
  { key: 'bow', head: 'bow', called: 'bow', dimension: 'length' },
  { key: 'radius', head: 'radius', called: 'radius', dimension: 'length' },
  { key: 'corner', head: 'corner°', called: 'corner after', dimension: 'angle', width: '24%' },
]

/** The walls of a room, typed or along a path, its openings, where it begins, how high it is. */
function WallsInspector({ step }: { readonly step: WallPathStep }) {
  const { session } = useBench()
  const part = usePart()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const before = stepsGiving({ ...part, steps: part.steps.slice(0, part.steps.indexOf(step)) }, 'path')
  const walls = result?.output?.path?.pieces ?? step.rows.map((r) => r.id)
  return (
    <PathPanel step={step}>
      {(before.length > 0 || step.drawn !== undefined) && (
        <div className="px-3 pt-1 pb-2">
          <Choice
            label="Walls"
            value={step.drawn ?? ''}
            choices={[['', 'typed here'] as const, ...before.map((b) => [b.id, `along ${b.name}`] as const)]}
            onChoose={(id) =>
              session.run(
                standWallsOn,
                { step: step.id, drawn: id === '' ? null : id },
                { label: id === '' ? 'Type the walls' : 'Stand walls on a path' },
              )
            }
          />
        </div>
      )}
      {step.drawn === undefined ? <WallRows step={step} /> : <DrawnWalls count={walls.length} />}
      <Openings step={step} walls={walls} />
      <fieldset className="flex flex-col gap-1.5 px-3 pb-2">
        <legend className="pb-1 font-medium">Room</legend>
        <StepField step={step} field="height" label="Height" formula={step.height} dimension="length" />
        {step.drawn === undefined && (
          <StepFields
            step={step}
            fields={[
              ['x', 'Begins at X', step.x, 'length'],
              ['y', 'Begins at Y', step.y, 'length'],
              ['heading', 'First wall from +X', step.heading, 'angle'],
            ]}
          />
        )}
      </fieldset>
    </PathPanel>
  )
}

const DrawnWalls = ({ count }: { readonly count: number }) => (
  <p className="muted px-3 pb-2">
    {counted(count, 'wall')} along the path, one for each of its pieces; the room is within them, or at the
    left of an open path.
  </p>
)

/** The walls as a table of what is measured. */
function WallRows({ step }: { readonly step: WallPathStep }) {
  const { session } = useBench()
  const part = usePart()
  const chosen = useSessionState((s) => step.rows.findIndex((r) => r.id === selectionOf(s).node))
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const lines = useWallLines(result, step)
  const faults = faultsByRow(result?.findings ?? [], (f) => {
    const [, row, column] = /^rows\/([^/]+)\/(.+)$/.exec(f.field ?? '') ?? []
    return row === undefined ? undefined : [row, column!]
  })
  const add = (index: number): void => {
    const id = newId(part, 'n')
    const length = step.rows[index - 1]?.length ?? '1000 mm'
    session.run(
      insertWall,
      { step: step.id, index, row: roomWall(id, length, '90 deg') },
      { label: 'Add wall', select: { step: step.id, node: id } },
    )
  }
  return (
    <>
      <WallsGrid step={step} lines={lines} faults={faults} add={add} />
      <p className="muted px-3 pt-1">
        With the room at the left: corners as measured inside it, over 180° outside. A curved wall bows out of
        the room, or into it below 0: by its bow, or by its radius.
      </p>
      <RoomButtons add={add} chosen={chosen} step={step} />
    </>
  )
}

/** The walls as lines of a grid. */
function useWallLines(result: StepResult | undefined, step: WallPathStep) {
  return useMemo((): GridLine<WallColumn>[] => {
    const value = (id: string, column: WallColumn): number | undefined =>
      result?.fields[`rows/${id}/${column}`]?.value
    return step.rows.map(({ id, length, bow, radius = '0', corner }, i): GridLine<WallColumn> => ({
      id,
      name: `wall ${i + 1}`,
      head: String(i + 1),
      formulas: { length, bow, radius, corner },
      values: {
        length: value(id, 'length'),
        bow: value(id, 'bow'),
        radius: value(id, 'radius') ?? 0,
        corner: value(id, 'corner'),
      },
      ...(!step.closed && i === step.rows.length - 1 ? { dim: ['corner'] as const } : {}),
    }))
  }, [step, result])
}

/** The walls as rows. */
function WallsGrid({
  step,
  lines,
  faults,
  add,
}: {
  readonly step: WallPathStep
  readonly lines: GridLine<'length' | 'bow' | 'radius' | 'corner'>[]
  readonly faults: ReadonlyMap<string, GridFault>
  readonly add: (index: number) => void
}) {
  const { session } = useBench()
  const part = usePart()
  return (
    <FormulaGrid
      label="Walls"
      step={step.id}
      columns={COLUMNS}
      lines={lines}
      faults={faults}
      onKeep={(row, column, formula) =>
        session.run(setWallCell, { step: step.id, row, column, formula }, { label: 'Walls' })
      }
      onRemove={(id) =>
        session.run(
          removeWalls,
          { step: step.id, rows: [id] },
          { label: 'Remove wall', select: { step: step.id, node: null } },
        )
      }
      onMove={(row, to) =>
        session.run(moveWall, { step: step.id, row, to }, { label: 'Move wall in the order' })
      }
      onAdd={() => add(step.rows.length)}
      onPaste={(row, column, cells) => {
        const done = session.run(
          pasteWalls,
          { step: step.id, row, column, cells, newId: countingIds('n', idsIn(part)) },
          { label: `Paste ${counted(cells.length, 'row')}` },
        )
        const before = step.rows.length
        if (done) said(session, laidWords('walls', cells.length, Math.min(row, before), before))
      }}
    />
  )
}

function RoomButtons({
  add,
  chosen,
  step,
}: {
  readonly add: (index: number) => void
  readonly chosen: number
  readonly step: WallPathStep
}) {
  const { session } = useBench()
  return (
    <div className="flex flex-wrap items-center gap-3 px-3 py-2">
      <button
        type="button"
        className="btn btn-xs btn-paper"
        onClick={() => add(chosen >= 0 ? chosen + 1 : step.rows.length)}
      >
        <Plus size={12} aria-hidden /> Wall
      </button>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={step.closed}
          onChange={(e) =>
            session.run(
              closeWalls,
              { step: step.id, closed: e.target.checked },
              { label: e.target.checked ? 'Close the walls' : 'Leave the walls open' },
            )
          }
        />
        All round
      </label>
    </div>
  )
}
