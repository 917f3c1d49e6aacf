import type { CarriedGiven, Piece } from '@flexum/core/sweep'
import { pathPoint } from '@flexum/core/path'
import { formatLength, formatLengthFigures } from '@flexum/core/units'
import { stationOnPath, stepInWork, stepResult } from '../../../../bench/results.ts'
import { selectionOf } from '../../../../bench/session.ts'
import { EmptyState } from '../../../../ui/EmptyState.tsx'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { CornerFields } from './CornerFields.tsx'
import { EndFields } from './EndFields.tsx'
import { StationFindings } from '../../inspector/StationFindings.tsx'

/** How a run begins, turns its corners and stops, and the pieces that makes. */
export function EndsInspector() {
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const step = stepInWork(part, selection.step, 'run')
  const result = useSessionState((s) => stepResult(s.result, step?.id))
  if (!step)
    return <EmptyState title="No ends yet">Ends and corners show here once there is a run.</EmptyState>
  const run = result?.output?.carried
  const hollow = run?.section.some((r) => r.holes.length > 0) ?? false
  const closed = run?.path.closed ?? false
  const place = (r: CarriedGiven, s: number): string =>
    pathPoint(r.path, s)
      .map((v) => formatLengthFigures(v, part.units.length))
      .join('  ')
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Ends and corners: {step.name}</h2>
      </div>
      <StationFindings station="ends" />
      {closed ? (
        <Section title="Ends">
          <p className="muted">A closed path has no ends: the section meets itself at the start.</p>
        </Section>
      ) : (
        <>
          <Section title="Start">
            <EndFields step={step} side="start" hollow={hollow} />
            {run && (
              <div className="mt-2">
                <Figures rows={[['Start at', place(run, 0)]]} />
              </div>
            )}
          </Section>
          <Section title="End">
            <EndFields step={step} side="end" hollow={hollow} />
            {run && (
              <div className="mt-2">
                <Figures rows={[['End at', place(run, run.path.length)]]} />
              </div>
            )}
          </Section>
        </>
      )}
      {run && (run.corners.length > 0 || step.corners) && (
        <Section title="Corners">
          <CornerFields step={step} run={run} />
        </Section>
      )}
      {run && <Pieces run={run} pieces={result?.output?.pieces ?? []} />}
    </>
  )
}

/** What is cut from stock as one length. */
function Pieces({ run, pieces }: { readonly run: CarriedGiven; readonly pieces: readonly Piece[] }) {
  const part = usePart()
  const { session } = useBench()
  if (pieces.length === 1) {
    return (
      <Section title="Pieces">
        <Figures rows={[['One piece, along the path', formatLength(run.path.length, part.units.length)]]} />
      </Section>
    )
  }
  return (
    <Section title={`${pieces.length} pieces`}>
      <ol aria-label="Pieces" className="flex flex-col gap-1">
        {pieces.map((p, i) => (
          <li
            key={i}
            className="flex justify-between"
            onPointerEnter={() =>
              session.point({ station: stationOnPath(run, ((p.from + p.to) / 2) % run.path.length) })
            }
            onPointerLeave={() => session.point(undefined)}
          >
            <span className="muted">Piece {i + 1}, along the path</span>
            <span className="figure">{formatLength(p.to - p.from, part.units.length)}</span>
          </li>
        ))}
      </ol>
    </Section>
  )
}
