import { ArrowLeftRight, Plus } from 'lucide-react'
import { memo } from 'react'
import { setClosed, setHand } from '@flexum/core/edit'
import type { PathGiven } from '@flexum/core/evaluate'
import { deg } from '@flexum/core/num'
import {
  formatDecimal,
  formatLength,
  formatLengthExact,
  formatLengthFigures,
  type LengthDisplay,
} from '@flexum/core/units'
import { stepInWork, stepResult } from '../../../bench/results.ts'
import { selectionOf, type Session } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { tightLength } from '../../../ui/units.ts'
import { addNewStep, addNodeAfter, drawPath, reversePath } from '../actions.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { NodeTable } from './NodeTable.tsx'
import { SketchInspector } from './SketchInspector.tsx'
import { SketchPathFields } from './SketchPathFields.tsx'
import { StationFindings } from './StationFindings.tsx'
import { StepField } from './StepField.tsx'

/** The path: its nodes or its helix, and what it measures. */
export function PathInspector() {
  const { session } = useBench()
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const step = stepInWork(part, selection.step, 'node-path', 'helix-path', 'sketch-path', 'sketch')
  const result = useSessionState((s) => stepResult(s.result, step?.id))
  if (!step) {
    return (
      <EmptyState title="No path yet">
        <p className="mb-3">A path is the centre line that the section is carried along.</p>
        <div className="flex justify-center gap-2">
          <button type="button" className="btn btn-sm btn-paper" onClick={() => drawPath(session)}>
            Draw it
          </button>
          <button
            type="button"
            className="btn btn-sm btn-paper"
            onClick={() => addNewStep(session, 'node-path')}
          >
            Through nodes
          </button>
          <button
            type="button"
            className="btn btn-sm btn-paper"
            onClick={() => addNewStep(session, 'helix-path')}
          >
            Helix
          </button>
        </div>
      </EmptyState>
    )
  }
  if (step.kind === 'sketch') return <SketchInspector step={step} />
  const output = result?.output?.path
  const table = result?.output?.table?.table
  const last = step.kind === 'node-path' ? step.nodes.length - 1 : 0
  const chosen = step.kind === 'node-path' ? step.nodes.findIndex((n) => n.id === selection.node) : -1
  return (
    <>
      <div className="flex items-baseline justify-between px-3 pt-3 pb-1">
        <h2 className="heading">Path: {step.name}</h2>
        {output && (
          <span className="figure text-success">
            {table ? `${table.rows.length} bends` : 'no bend table'}
          </span>
        )}
      </div>
      {step.kind === 'node-path' ? (
        <>
          <NodeTable step={step} />
          <div className="flex flex-wrap items-center gap-2 px-3 py-2">
            <button
              type="button"
              className="btn btn-xs btn-paper"
              onClick={() => addNodeAfter(session, step.id, chosen >= 0 ? chosen : last)}
            >
              <Plus size={12} aria-hidden /> Node
            </button>
            <button type="button" className="btn btn-xs btn-paper" onClick={() => reversePath(session)}>
              <ArrowLeftRight size={12} aria-hidden /> Reverse
            </button>
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={step.closed}
                onChange={(e) =>
                  session.run(
                    setClosed,
                    { step: step.id, closed: e.target.checked },
                    { label: 'Closed path' },
                  )
                }
              />
              Closed
            </label>
          </div>
        </>
      ) : step.kind === 'sketch-path' ? (
        <SketchPathFields step={step} />
      ) : (
        <div className="flex flex-col gap-1.5 px-3 py-2">
          <StepField
            step={step}
            field="radius"
            label="Centreline radius"
            formula={step.radius}
            dimension="length"
          />
          <StepField
            step={step}
            field="pitch"
            label="Rise per turn"
            formula={step.pitch}
            dimension="length"
          />
          <StepField step={step} field="turns" label="Turns" formula={step.turns} dimension="number" />
          <div className="grid grid-cols-[1fr_132px] items-center gap-x-2">
            <label htmlFor="hand" className="muted">
              Hand
            </label>
            <select
              id="hand"
              className="select select-sm"
              value={step.hand}
              onChange={(e) =>
                session.run(setHand, { step: step.id, hand: e.target.value as 'right' }, { label: 'Hand' })
              }
            >
              <option value="right">right-hand</option>
              <option value="left">left-hand</option>
            </select>
          </div>
        </div>
      )}
      <StationFindings station="path" />
      {output && <PathFigures output={output} stale={result?.stale ?? false} />}
    </>
  )
}

function PathFigures({ output, stale }: { readonly output: PathGiven; readonly stale: boolean }) {
  const { session } = useBench()
  const { units } = usePart()
  const focus = useSessionState((s) => s.focus)
  const { analysis } = output
  const length = (mm: number): string => formatLength(mm, units.length)
  return (
    <div className={stale ? 'opacity-55' : ''}>
      <Section title={stale ? 'Last good figures' : 'Figures'}>
        <Figures
          rows={[
            ['Path length', length(analysis.length), formatLengthExact(analysis.length, units.length.unit)],
            [
              'Straights',
              length(analysis.straights),
              formatLengthExact(analysis.straights, units.length.unit),
            ],
            ['Smallest radius', analysis.tightest ? length(analysis.tightest.radius) : 'none'],
            [
              'Extents',
              `${analysis.size.map((v) => tightLength(v, units.length)).join(' × ')} ${units.length.unit}`,
            ],
            ['Lies in', analysis.planar ? 'one plane' : 'space'],
          ]}
        />
      </Section>
      <Section title="Segments" aside={<span className="figure muted">{units.length.unit}</span>}>
        <table className="figure w-full text-right">
          <thead className="font-sans">
            <tr className="[&>th]:pb-1 [&>th]:font-medium">
              <th className="text-left">#</th>
              <th className="text-left">kind</th>
              <th>at</th>
              <th>length</th>
              <th>R</th>
              <th>turn</th>
            </tr>
          </thead>
          <tbody>
            {analysis.rows.map((row, i) => (
              <SegmentLine
                key={i}
                row={row}
                index={i}
                lit={focus?.segment === i}
                display={units.length}
                session={session}
              />
            ))}
          </tbody>
        </table>
      </Section>
    </div>
  )
}

/** One segment of the table; drawn again only when it lights up or changes. */
const SegmentLine = memo(function SegmentLine(p: {
  readonly row: PathGiven['analysis']['rows'][number]
  readonly index: number
  readonly lit: boolean
  readonly display: LengthDisplay
  readonly session: Session
}) {
  const { row, index, display } = p
  return (
    <tr
      className={`border-t hairline ${p.lit ? 'bg-[var(--chosen-wash)]' : ''}`}
      onPointerEnter={() => p.session.point({ segment: index, station: row.station + row.length / 2 })}
      onPointerLeave={() => p.session.point(undefined)}
    >
      <td className="py-0.5 text-left muted">{index + 1}</td>
      <td className="text-left font-sans">
        {row.kind === 'arc' ? 'bend' : row.kind === 'line' ? 'straight' : row.kind}
      </td>
      <td>{formatLengthFigures(row.station, display)}</td>
      <td>{formatLengthFigures(row.length, display)}</td>
      <td>{Number.isFinite(row.radius) ? formatLengthFigures(row.radius, display) : '·'}</td>
      <td>{row.turn > 0 ? `${formatDecimal(deg(row.turn), 1)}°` : '·'}</td>
    </tr>
  )
})
