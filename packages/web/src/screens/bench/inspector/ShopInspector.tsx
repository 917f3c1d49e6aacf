import type { RunStep } from '@flexum/core/document'
import { changeRun } from '@flexum/core/edit'
import type { CarriedGiven } from '@flexum/core/evaluate'
import type { BendTable as Bends } from '@flexum/core/forming'
import { deg } from '@flexum/core/num'
import { locate, type Path } from '@flexum/core/path'
import { formatDecimal, formatLength, formatLengthFigures, formatMass } from '@flexum/core/units'
import { bendsShown, runView, stationOnPath, stepInWork, stepResult } from '../../../bench/results.ts'
import { partOf, selectionOf } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { addNewStep, TAKE_OUT } from '../actions.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { StationFindings } from './StationFindings.tsx'
import { StepField } from './StepField.tsx'

/** What the shop works from: the bend table, the blank, the cut length. */
export function ShopInspector() {
  const { session } = useBench()
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const all = useSessionState((s) => s.result)
  const step = stepInWork(part, selection.step, 'blank')
  const result = stepResult(all, step?.id)
  const blank = result?.output?.blank
  const view = runView(part, all, selection.step)
  const bends = view && bendsShown(view)
  const runStep = part.steps.find((s): s is RunStep => s.kind === 'run' && s.id === view?.runStep)
  const hasTouching = bends?.bending.table?.rows.some((r) => r.segments[0] !== r.segments[1]) ?? false
  const { units } = part
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Shop</h2>
      </div>
      {step ? (
        <div className="flex flex-col gap-1.5 px-3 py-2">
          <StepField
            step={step}
            field="neutral"
            label="Neutral line, share of depth"
            formula={step.neutral}
            dimension="number"
          />
          <StepField
            step={step}
            field="startAllowance"
            label="Allowance at the start"
            formula={step.startAllowance}
            dimension="length"
          />
          <StepField
            step={step}
            field="endAllowance"
            label="Allowance at the end"
            formula={step.endAllowance}
            dimension="length"
          />
          <StepField
            step={step}
            field="roundUp"
            label="Round up to"
            formula={step.roundUp}
            dimension="length"
          />
        </div>
      ) : (
        <EmptyState title="No blank yet">
          <p className="mb-3">A blank is the straight bar to saw off before bending.</p>
          <button type="button" className="btn btn-sm btn-paper" onClick={() => addNewStep(session, 'blank')}>
            Add a blank
          </button>
        </EmptyState>
      )}
      <StationFindings station="shop" />
      {blank && (
        <div className={result?.stale ? 'opacity-55' : ''}>
          <Section title={result?.stale ? 'Last good figures' : 'Blank'}>
            <Figures
              rows={[
                [
                  'Developed length',
                  formatLength(blank.developed.length, units.length),
                  String(blank.developed.length),
                ],
                blank.tips.start + blank.tips.end > 0
                  ? [
                      'Cuts and domes at its ends',
                      formatLength(blank.tips.start + blank.tips.end, units.length),
                    ]
                  : undefined,
                [
                  blank.pieces > 1 ? `Cut length, ${blank.pieces} pieces together` : 'Cut length',
                  formatLength(blank.cut, units.length),
                ],
                ['Mass of the blank', formatMass(blank.mass, units.mass, 4)],
              ]}
            />
          </Section>
        </div>
      )}
      {bends && (
        <Section
          title="Bend table"
          aside={
            bends.bending.table && (
              <button
                type="button"
                className="link text-xs"
                onClick={() => void TAKE_OUT['Bend table (CSV)'](session)}
              >
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
          {runStep && (hasTouching || runStep.partedBends) && (
            <label className="mt-1.5 flex items-center gap-1.5">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={runStep.partedBends ?? false}
                onChange={(e) =>
                  session.run(
                    changeRun,
                    { step: runStep.id, choices: { partedBends: e.target.checked || undefined } },
                    { label: 'Bends that touch' },
                  )
                }
              />
              Bends that touch stay apart
            </label>
          )}
        </Section>
      )}
    </>
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
              <td>{formatDecimal(deg(row.rotation), 2)}°</td>
              <td>{formatDecimal(deg(row.angle), 2)}°</td>
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
