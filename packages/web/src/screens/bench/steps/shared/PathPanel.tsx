import { useDeferredValue, type ReactNode } from 'react'
import type { Step } from '@flexum/core/recipe'
import type { PathGiven } from '@flexum/core/recipe/evaluated'
import { formatLength, formatLengthExact, type LengthDisplay, formatAngle } from '@flexum/core/units'
import { stepResult } from '../../../../bench/results.ts'
import { counted } from '../../../../ui/counted.ts'
import { Figures, Section } from '../../../../ui/Figures.tsx'
import { tightLength } from '../../../../ui/units.ts'
import { useBench, useUnits, useSessionState } from '../../context.ts'
import { bendCurve } from '../../actions/recipe.ts'
import { BendingPlot } from './BendingPlot.tsx'
import { PathDistance } from './PathDistance.tsx'
import { SegmentsTable } from './SegmentsTable.tsx'
import { usePointing, type Pointing } from './usePointing.ts'
import { StationFindings } from '../../inspector/StationFindings.tsx'

/** What the inspector of every path has: its name and bends, the fields of its kind, findings, and what it measures. */
export function PathPanel({ step, children }: { readonly step: Step; readonly children: ReactNode }) {
  const { session } = useBench()
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const output = result?.output?.path
  const table = result?.output?.table?.table
  // Of a path of very many segments, what is typed comes before what is said of it.
  const later = useDeferredValue(output)
  return (
    <>
      <div className="flex items-baseline justify-between px-3 pt-3 pb-1">
        <h2 className="heading">Path: {step.name}</h2>
        {output && (
          <span className="figure text-success">
            {table ? counted(table.rows.length, 'bend') : 'no bend table'}
          </span>
        )}
      </div>
      {children}
      {output && !table && !output.path.closed && output.path.segments.some(isFree) && (
        <div className="px-3 pb-2">
          <button type="button" className="btn btn-xs btn-paper" onClick={() => bendCurve(session, step.id)}>
            Turn into bends
          </button>
        </div>
      )}
      <StationFindings station="path" />
      {later && <PathFigures step={step} output={later} stale={result?.stale ?? false} />}
    </>
  )
}

/** What bends can follow: a free curve. */
const isFree = (g: PathGiven['path']['segments'][number]): boolean =>
  g.kind === 'curve' || g.kind === 'spline'

function PathFigures(props: { readonly step: Step; readonly output: PathGiven; readonly stale: boolean }) {
  const { step, output, stale } = props
  const pointing = usePointing(step.id, output.path)
  const units = useUnits()
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
            analysis.tightest ? ['Tightest from', length(analysis.tightest.station)] : undefined,
            [
              'Extents',
              `${analysis.size.map((v) => tightLength(v, units.length)).join(' × ')} ${units.length.unit}`,
            ],
            ['Lies in', analysis.planar ? 'one plane' : 'space'],
          ]}
        />
      </Section>
      <BendingPlot path={output.path} pointing={pointing} />
      <Kinks kinks={analysis.kinks} display={units.length} pointing={pointing} />
      <PathDistance step={step} path={output.path} pointing={pointing} />
      <SegmentsTable rows={analysis.rows} pointing={pointing} />
    </div>
  )
}

/** Kinks that are listed; of more the number is told. */
const MOST_KINKS = 12

/** Where the path turns on the spot; nothing where it does nowhere. */
function Kinks(props: {
  readonly kinks: PathGiven['analysis']['kinks']
  readonly display: LengthDisplay
  readonly pointing: Pointing
}) {
  const { kinks, display, pointing } = props
  if (kinks.length === 0) return null
  return (
    <Section title="Kinks" aside={<span className="muted">where it turns on the spot</span>}>
      <ul className="figure" aria-label="Kinks">
        {kinks.slice(0, MOST_KINKS).map((k) => (
          <li
            key={k.station}
            className="flex justify-between"
            onPointerEnter={() => pointing.at(k.station)}
            onPointerLeave={pointing.nowhere}
          >
            <span>at {formatLength(k.station, display)}</span>
            <span>{formatAngle(k.deflection, 2)}</span>
          </li>
        ))}
      </ul>
      {kinks.length > MOST_KINKS && <p className="muted">and {kinks.length - MOST_KINKS} more</p>}
    </Section>
  )
}
