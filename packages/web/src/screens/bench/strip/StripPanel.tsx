import { scaleLinear } from 'd3-scale'
import { Printer, Ruler as RulerIcon } from 'lucide-react'
import { memo, useDeferredValue, useMemo, useState } from 'react'
import { useShallow } from 'zustand/react/shallow'
import { type RunStep, type Step } from '@flexum/core/recipe'
import { cutsInWords, type HoleMark, type PathGiven } from '@flexum/core/recipe/evaluated'
import type { EndTrim } from '@flexum/core/sweep'
import type { CutsGiven } from '@flexum/core/cutting'
import type { FormingGiven } from '@flexum/core/forming'
import { cutsOn, formingOn, holesOn, meetingsOn, runView, type RunView } from '../../../bench/results.ts'
import { selectionOf, shownPart } from '../../../bench/session.ts'
import {
  layOut,
  placeOf,
  stationAt,
  stationBeside,
  zoneAt,
  type StripLayout,
  type Zone,
} from '../../../strip/layout.ts'
import { hasStraights } from '../../../strip/straights.ts'
import { counted } from '../../../ui/counted.ts'
import { tightLength } from '../../../ui/units.ts'
import { useBench, useSessionState, useUnits } from '../context.ts'
import { BAR_HEIGHT, BAR_TOP } from './bar.ts'
import { BendMarks, BeyondMark, GripMark } from './BendMarks.tsx'
import { MeasureMark } from './MeasureMark.tsx'
import { PieceMarks } from './PieceMarks.tsx'
import { Ruler } from './Ruler.tsx'
import { StraightHandles } from './StraightHandles.tsx'
import { CornerMarks, HoleMarks, MeetingMarks, PartHandles } from './StripMarks.tsx'
import { StripSheets } from './print/StripSheets.tsx'
import { StripPatterns } from './StripPatterns.tsx'
import { LEFT, RIGHT, useBarZoom } from './useBarZoom.ts'
import { useMeasured } from './useMeasured.ts'
import { isCurved, isNarrow, NarrowZones, ZoneMark } from './ZoneMark.tsx'

/** How much of a stock bar is seen beyond the blank at first, as a share of this. */
const BESIDE = 0.14
/** From so many zones on, those without room are drawn as one. */
const MANY_ZONES = 80

/** The bar of a run; while that is not sound, of its path alone. */
function layoutOf(shown: RunView, path: PathGiven): StripLayout {
  const { run, blank, bending, pathBending, pathResult, stale } = shown
  const typed = pathResult?.output?.path ?? path
  return stale
    ? layOut(typed, undefined, blank, pathBending?.table)
    : layOut(path, run, blank, bending?.table)
}

/** The straight bar to scale along the bottom: bend zones, straights, allowances, stations. */
export function StripPanel() {
  // What is seen of the part, piece by piece: it stays the same while something else of the part is dragged.
  const shown = useSessionState(useShallow((s) => runView(shownPart(s), s.result, selectionOf(s).step)))
  const runStep = useSessionState((s) =>
    shownPart(s).steps.find((x): x is RunStep => x.kind === 'run' && x.id === shown?.runStep),
  )
  const pathStep = useSessionState((s) => shownPart(s).steps.find((x) => x.id === shown?.pathStep))
  const holes = useSessionState(useShallow((s) => holesOn(s.result, shown?.runStep)))
  const meetings = useSessionState(useShallow((s) => meetingsOn(s.result, shown?.runStep)))
  const forming = useSessionState((s) => formingOn(s.result, shown?.runStep))
  const cuts = useSessionState((s) => cutsOn(s.result, shown?.runStep))
  const props = useMemo(
    () => ({ shown, runStep, pathStep, holes, meetings, forming, cuts }),
    [shown, runStep, pathStep, holes, meetings, forming, cuts],
  )
  // Of a bar of very many bends, what is typed comes before the strip.
  return <Strip {...useDeferredValue(props)} />
}

interface StripProps {
  readonly shown: RunView | undefined
  readonly runStep: RunStep | undefined
  readonly pathStep: Step | undefined
  readonly holes: readonly HoleMark[]
  readonly meetings: readonly EndTrim[]
  readonly forming: FormingGiven | undefined
  readonly cuts: CutsGiven | undefined
}

/** How the bar lies on the panel: its layout, the stretch that is seen, and the scale from places on it to pixels. */
function useStripView({ shown, meetings }: StripProps) {
  const layout = useMemo(() => (shown?.path ? layoutOf(shown, shown.path) : undefined), [shown])
  /** What is seen at first, while something is dragged: what it was when that began. */
  const [frozen, setFrozen] = useState<readonly [number, number]>()
  const beyond = (side: 'start' | 'end'): number =>
    Math.max(0, ...meetings.map((m) => (m.side === side ? m.longest.along : 0)))
  const whole = layout?.zones.at(-1)?.to ?? 1
  const more = layout?.beyond ? Math.min(layout.beyond.to, whole * (1 + BESIDE)) : whole
  const domain = frozen ?? [-beyond('start'), Math.max(whole * 1.02, more) + beyond('end')]
  const reach = Math.max(1, ((layout?.beyond?.to ?? 0) - domain[0]) / (domain[1] - domain[0]))
  const { svg, width, transform, showAll } = useBarZoom(layout !== undefined, reach)
  const x = transform.rescaleX(scaleLinear([...domain], [LEFT, Math.max(LEFT + 1, width - RIGHT)]))
  return { layout, svg, width, showAll, x, hold: (held: boolean) => setFrozen(held ? domain : undefined) }
}

type StripView = ReturnType<typeof useStripView>

/** The zones that are drawn: of very many only those with room each by itself, and the one that is pointed at. */
function zonesInView({ zones }: StripLayout, { x, width }: StripView, isLit: (z: Zone) => boolean) {
  const all = zones.filter((z) => x(z.to) >= LEFT && x(z.from) <= width - RIGHT)
  const narrow = all.length > MANY_ZONES ? all.filter((z) => isNarrow(x(z.from), x(z.to))) : []
  const crowd = new Set(narrow)
  return { narrow, seen: all.filter((z) => !crowd.has(z) || isLit(z)) }
}

const Strip = memo(function Strip(props: StripProps) {
  const { shown, holes } = props
  const { session } = useBench()
  const units = useUnits()
  const view = useStripView(props)
  const { layout, svg, width, x } = view
  const measuring = useMeasured(layout, x.invert(1) - x.invert(0))
  const [printing, setPrinting] = useState(false)
  if (!shown?.path || !layout) {
    return (
      <div className="flex h-full items-center bg-base-200 px-4">
        <p className="muted">
          <span className="heading text-base-content">Straight bar</span> — shown as soon as there is a sound
          path.
        </p>
      </div>
    )
  }
  const place = (e: React.PointerEvent): number =>
    x.invert(e.clientX - svg.current!.getBoundingClientRect().left)
  const point = (e: React.PointerEvent): void => {
    if (measuring.move(e, place(e)) || e.buttons !== 0) return
    session.point(pointedAt(layout, place(e)))
  }
  return (
    <section
      aria-label="Straight bar"
      className={`relative h-full bg-base-200 ${shown.stale ? 'opacity-60' : ''}`}
    >
      <StripHead shown={shown} layout={layout} measuring={measuring} onPrint={() => setPrinting(true)} />
      {printing && (
        <StripSheets
          layout={layout}
          run={shown.run}
          holes={holes}
          profile={shown.profile}
          onClose={() => setPrinting(false)}
        />
      )}
      <svg
        ref={svg}
        className="h-full w-full touch-none outline-offset-[-2px] select-none"
        role="group"
        aria-label={stripSummary(layout.zones)}
        onPointerDown={(e) => measuring.press(e, place(e))}
        onPointerMove={point}
        onPointerUp={measuring.letGo}
        onPointerLeave={() => session.point(undefined)}
        onDoubleClick={view.showAll}
      >
        <StripPatterns width={width} />
        <g clipPath="url(#strip-clip)">
          <StripBar props={props} shown={shown} path={shown.path} layout={layout} view={view} />
          {measuring.measured && <MeasureMark measured={measuring.measured} x={x} units={units} />}
        </g>
      </svg>
    </section>
  )
})

/** What a place on the strip is of the path. */
function pointedAt(layout: StripLayout, at: number) {
  const zone = zoneAt(layout, at)
  if (!zone) return undefined
  if (zone.segment >= 0) return { segment: zone.segment, station: stationAt(zone, at) }
  return zone.kind === 'added' ? { station: stationAt(zone, at) } : undefined
}

/** The title of the strip with the figure of the bar, and what can be done with it. */
function StripHead(props: {
  readonly shown: RunView
  readonly layout: StripLayout
  readonly measuring: ReturnType<typeof useMeasured>
  onPrint(): void
}) {
  const { shown, layout, measuring } = props
  const units = useUnits()
  return (
    <div className="pointer-events-none absolute top-3 left-4 w-28">
      <h2 className="heading">Straight bar</h2>
      <p className="figure muted mt-1">
        {shown.bar
          ? `cut ${cutsInWords(shown.bar, (v) => tightLength(v, units.length))}`
          : `length ${tightLength(layout.length, units.length)}`}
      </p>
      <p className="figure muted">{units.length.unit}</p>
      {!shown.stale && (
        <div className="pointer-events-auto mt-1 flex flex-wrap gap-1">
          <button type="button" className="btn btn-xs btn-paper px-1.5" onClick={props.onPrint}>
            <Printer size={12} aria-hidden /> True size
          </button>
          <button
            type="button"
            className="btn btn-xs btn-paper px-1.5"
            aria-label="Measure along the bar"
            title="Arrow keys go from edge to edge, with Shift they measure; with Shift the pointer does too"
            onClick={() => measuring.step(1, false)}
            onKeyDown={(e) => {
              if (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight') return
              e.preventDefault()
              measuring.step(e.key === 'ArrowRight' ? 1 : -1, e.shiftKey)
            }}
          >
            <RulerIcon size={12} aria-hidden />
          </button>
        </div>
      )}
    </div>
  )
}

/** The bar itself with all that stands on it. */
function StripBar(given: {
  readonly props: StripProps
  readonly shown: RunView
  readonly path: PathGiven
  readonly layout: StripLayout
  readonly view: StripView
}) {
  const { shown, path, layout, view } = given
  const { runStep, pathStep, holes, meetings, forming, cuts } = given.props
  const { x, width, svg } = view
  const units = useUnits()
  const focus = useSessionState((s) => s.focus)
  const station = useSessionState((s) => selectionOf(s).station)
  const own = shown.pathResult?.output?.path
  const isLit = (z: Zone): boolean => focus?.segment !== undefined && z.segments.includes(focus.segment)
  const { narrow, seen } = zonesInView(layout, view, isLit)
  const focusPlace = focus?.station === undefined ? undefined : placeOf(layout, focus.station)
  return (
    <>
      <BeyondMark layout={layout} x={x} right={width - RIGHT} units={units} />
      {narrow.length > 0 && <NarrowZones zones={narrow} x={x} />}
      {seen.map((zone, i) => (
        <ZoneMark
          key={i}
          zone={zone}
          from={x(zone.from)}
          to={x(zone.to)}
          lit={isLit(zone)}
          units={units}
          crowded={isCurved(seen[i - 1]) || isCurved(seen[i + 1])}
        />
      ))}
      <rect
        x={x(layout.start)}
        y={BAR_TOP}
        width={Math.max(0, x(layout.start + layout.length) - x(layout.start))}
        height={BAR_HEIGHT}
        fill="none"
        stroke="var(--color-base-content)"
        strokeWidth="1.4"
      />
      <Ruler x={x} width={width} units={units} />
      <BendMarks zones={seen} x={x} units={units} />
      <GripMark forming={forming} zone={seen.find(isLit)} x={x} />
      <CornerMarks
        run={shown.run}
        layout={layout}
        x={x}
        handled={runStep?.part !== undefined && station === 'run'}
      />
      {!shown.stale && <PieceMarks run={shown.run} cuts={cuts} layout={layout} x={x} />}
      <MeetingMarks run={shown.run} meetings={meetings} layout={layout} x={x} units={units} />
      <HoleMarks run={shown.run} holes={holes} layout={layout} x={x} units={units} />
      {runStep?.part && station === 'run' && (
        <PartHandles
          step={runStep}
          path={path}
          layout={layout}
          x={x}
          stationAtX={(px) => stationBeside(layout, x.invert(px))}
          svg={svg}
        />
      )}
      {!shown.stale && own && hasStraights(pathStep) && (station === 'path' || station === 'shop') && (
        <StraightHandles
          step={pathStep}
          path={own}
          against={shown.against}
          zones={seen}
          x={x}
          units={units}
          onHold={view.hold}
        />
      )}
      {focusPlace !== undefined && (
        <path
          pointerEvents="none"
          d={`M${x(focusPlace)} ${BAR_TOP - 8}V${BAR_TOP + BAR_HEIGHT + 24}`}
          stroke="var(--color-primary)"
          strokeWidth="1.6"
        />
      )}
    </>
  )
}

function stripSummary(zones: readonly Zone[]): string {
  const bends = zones.filter((z) => z.kind === 'bend').length
  return `The straight bar with ${counted(bends, 'bend zone')}. Wheel zooms, dragging moves, a double click shows all; with Shift dragging measures.`
}
