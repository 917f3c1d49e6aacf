import { deg } from '@flexum/core/num'
import { formatDecimal, formatLength, formatMass } from '@flexum/core/units'
import { runView, stepInWork, stepResult } from '../../../bench/results.ts'
import { selectionOf } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { tightLength } from '../../../ui/units.ts'
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
  const blank = result?.output?.kind === 'blank' ? result.output : undefined
  const view = runView(part, all, selection.step)
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
                ['Cut length', formatLength(blank.cut, units.length)],
                ['Mass of the blank', formatMass(blank.mass, units.mass, 4)],
              ]}
            />
          </Section>
        </div>
      )}
      {view?.path && (
        <Section
          title="Bend table"
          aside={
            view.path.table && (
              <button
                type="button"
                className="link text-xs"
                onClick={() => TAKE_OUT['Bend table (CSV)'](session)}
              >
                Save as CSV
              </button>
            )
          }
        >
          {view.path.table ? (
            <BendTable path={view.path} units={units} />
          ) : (
            <p className="muted">None: {view.path.notBendable}.</p>
          )}
        </Section>
      )}
    </>
  )
}

function BendTable({
  path,
  units,
}: {
  readonly path: NonNullable<ReturnType<typeof runView>>['path'] & object
  readonly units: ReturnType<typeof usePart>['units']
}) {
  const { session } = useBench()
  const focus = useSessionState((s) => s.focus)
  const table = path.table!
  const segments = path.path.segments.flatMap((g, i) => (g.kind === 'arc' ? [i] : []))
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
          const segment = segments[i]!
          const station = path.path.starts[segment]!
          return (
            <tr
              key={i}
              className={`border-t hairline ${focus?.segment === segment ? 'bg-[var(--chosen-wash)]' : ''}`}
              onPointerEnter={() => session.point({ segment, station })}
              onPointerLeave={() => session.point(undefined)}
            >
              <td className="py-0.5 text-left muted">{i + 1}</td>
              <td>{tightLength(row.length, units.length, 3)}</td>
              <td>{formatDecimal(deg(row.rotation), 2)}°</td>
              <td>{formatDecimal(deg(row.angle), 2)}°</td>
              <td>{tightLength(row.radius, units.length, 2)}</td>
            </tr>
          )
        })}
        <tr className="border-t hairline">
          <td className="py-0.5 text-left muted">end</td>
          <td>{tightLength(table.last, units.length, 3)}</td>
          <td colSpan={3} />
        </tr>
      </tbody>
    </table>
  )
}
