import { Plus } from 'lucide-react'
import type { Step } from '@flexum/core/recipe'
import type { CarriedGiven } from '@flexum/core/sweep'
import type { BendTable as Bends } from '@flexum/core/forming'
import { locate, type Path } from '@flexum/core/path'
import { formatLengthFigures, formatAngle } from '@flexum/core/units'
import { bendsShown, runView, stationOnPath, stepsGiving } from '../../../bench/results.ts'
import { partOf, selectionOf } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Section } from '../../../ui/Figures.tsx'
import { takeOutNow } from '../actions/files-out.ts'
import { addNewStep } from '../actions/recipe.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { StationFindings } from './StationFindings.tsx'
import { StepInspector } from '../steps/index.ts'
import { BendsApart } from '../steps/run/BendsApart.tsx'

/** What the shop works from: the bend table, the blank, the cut length. */
export function ShopInspector() {
  const bench = useBench()
  const { session } = bench
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const all = useSessionState((s) => s.result)
  const blanks = stepsGiving(part, 'blank')
  const formings = stepsGiving(part, 'forming')
  const sawn = stepsGiving(part, 'cuts')
  const shop = [...blanks, ...formings, ...sawn]
  const step = shop.find((s) => s.id === selection.step) ?? shop[0]
  const showsBends = step === undefined || blanks.includes(step)
  const view = runView(part, all, selection.step)
  const bends = view && bendsShown(view)
  const runStep = part.steps.find((s) => s.id === view?.runStep)
  const touching = bends?.bending.table?.rows.some((r) => r.segments[0] !== r.segments[1]) ?? false
  const { units } = part
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Shop</h2>
      </div>
      {step && (
        <ShopSteps
          steps={shop}
          chosen={step.id}
          adds={[
            ...(blanks.length > 0 && formings.length === 0 ? [['Forming', 'forming'] as const] : []),
            ...(sawn.length === 0 ? [['Pieces', 'pieces'] as const] : []),
          ]}
          onAdd={(kind) => addNewStep(session, kind)}
        />
      )}
      {step ? <StepInspector step={step} /> : <NothingForShop />}
      {bends && showsBends && (
        <Section
          title="Bend table"
          aside={
            bends.bending.table && (
              <button type="button" className="link text-xs" onClick={() => void takeOutNow(bench, 'bends')}>
                Save as CSV
              </button>
            )
          }
        >
          {bends.bending.table ? (
            <BendTable path={bends.path} table={bends.bending.table} run={view?.run} units={units} />
          ) : (
            <p className="muted">None: {bends.bending.notBendable}.</p>
          )}
          <BendsApart step={runStep} touching={touching} />
        </Section>
      )}
    </>
  )
}

/** What can be made for the shop, where there is nothing yet. */
function NothingForShop() {
  const { session } = useBench()
  return (
    <EmptyState title="Nothing for the shop yet">
      <p className="mb-3">
        A blank is the straight bar to saw off before bending. Pieces are what a run is sawn into at its
        corners, with the settings of the saw.
      </p>
      <div className="flex justify-center gap-2">
        <button type="button" className="btn btn-sm btn-paper" onClick={() => addNewStep(session, 'blank')}>
          Add a blank
        </button>
        <button type="button" className="btn btn-sm btn-paper" onClick={() => addNewStep(session, 'pieces')}>
          Add its pieces
        </button>
      </div>
      <StationFindings station="shop" />
    </EmptyState>
  )
}

/** What the shop has of the part, and how the first of what it lacks is added. */
function ShopSteps(props: {
  readonly steps: readonly Step[]
  readonly chosen: string
  /** What can be added, by its name here and its kind. */
  readonly adds: readonly (readonly [string, 'forming' | 'pieces'])[]
  onAdd(kind: 'forming' | 'pieces'): void
}) {
  const { session } = useBench()
  return (
    <div className="flex flex-wrap gap-1.5 px-3 py-1.5">
      {props.steps.map((s) => (
        <button
          key={s.id}
          type="button"
          aria-pressed={s.id === props.chosen}
          className={`btn btn-xs ${s.id === props.chosen ? 'btn-neutral' : 'btn-paper'}`}
          onClick={() => session.select({ station: 'shop', step: s.id, node: null })}
        >
          {s.name}
        </button>
      ))}
      {props.adds.map(([name, kind]) => (
        <button key={kind} type="button" className="btn btn-xs btn-paper" onClick={() => props.onAdd(kind)}>
          <Plus size={12} aria-hidden /> {name}
        </button>
      ))}
    </div>
  )
}

function BendTable({
  path,
  table,
  run,
  units,
}: {
  readonly path: Path
  readonly table: Bends
  /** The run the table is of, when it is not of the path alone. */
  readonly run: CarriedGiven | undefined
  readonly units: ReturnType<typeof usePart>['units']
}) {
  const { session } = useBench()
  const focus = useSessionState((s) => s.focus)
  const onPath = (station: number): number => (run ? stationOnPath(run, station) : station)
  const whole = useSessionState((s) => runView(partOf(s), s.result, selectionOf(s).step)?.path?.path)
  const pointedAt = (station: number) => ({
    station,
    ...(whole && station >= 0 && station <= whole.length ? { segment: locate(whole, station).index } : {}),
  })
  return (
    <table className="figure w-full text-right" aria-label="Bend table">
      <thead>
        <tr className="font-sans [&>th]:pb-1 [&>th]:font-medium">
          <th className="text-left">#</th>
          <th>length</th>
          <th>rotation</th>
          <th>angle</th>
          <th>R</th>
        </tr>
      </thead>
      <tbody>
        {table.rows.map((row, i) => {
          const [first, last] = row.segments
          const [from, to] = [onPath(path.starts[first]!), onPath(path.starts[last + 1]!)]
          const lit = focus?.station !== undefined && focus.station > from && focus.station < to
          return (
            <tr
              key={i}
              className={`border-t hairline ${lit ? 'bg-[var(--chosen-wash)]' : ''}`}
              onPointerEnter={() => session.point(pointedAt((from + to) / 2))}
              onPointerLeave={() => session.point(undefined)}
            >
              <td className="py-0.5 text-left muted">{i + 1}</td>
              <td>{formatLengthFigures(row.length, units.length)}</td>
              <td>{formatAngle(row.rotation, 2)}</td>
              <td>{formatAngle(row.angle, 2)}</td>
              <td>{formatLengthFigures(row.radius, units.length)}</td>
            </tr>
          )
        })}
        <tr className="border-t hairline">
          <td className="py-0.5 text-left muted">end</td>
          <td>{formatLengthFigures(table.last, units.length)}</td>
          <td colSpan={3} />
        </tr>
      </tbody>
    </table>
  )
}
