import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { memo, useMemo } from 'react'
import { useShallow } from 'zustand/react/shallow'
import type { RunStep, UnitSettings } from '@flexum/core/document'
import type { HoleMark, MeetingGiven, PathGiven } from '@flexum/core/evaluate'
import { deg } from '@flexum/core/num'
import { formatDecimal, LENGTH_FACTORS } from '@flexum/core/units'
import { holesOn, meetingsOn, runView, type RunView } from '../../bench/results.ts'
import { selectionOf, shownPart } from '../../bench/session.ts'
import {
  layOut,
  placeOf,
  stationAt,
  stationBeside,
  zoneAt,
  type StripLayout,
  type Zone,
} from '../../strip/layout.ts'
import { CornerMarks, HoleMarks, MeetingMarks, PartHandles } from './StripMarks.tsx'
import { counted } from '../../ui/counted.ts'
import { tightLength } from '../../ui/units.ts'
import { useBench, useSessionState, useUnits } from './context.ts'
import { LEFT, RIGHT, useBarZoom } from './useBarZoom.ts'

const BAR_TOP = 46
const BAR_HEIGHT = 27
/** Zones narrower than this have no lines of their own, px: side by side they would be a black bar. */
const NARROW = 4
/** Width a monospaced character takes, px, for deciding what fits. */
const CHARACTER = 7.3

/** The bar of a run; while that is not sound, of its path alone. */
function layoutOf(shown: RunView, path: PathGiven): StripLayout {
  const { run, blank, bending, pathBending, stale } = shown
  return stale ? layOut(path, undefined, blank, pathBending?.table) : layOut(path, run, blank, bending?.table)
}

/** The straight bar to scale along the bottom: bend zones, straights, allowances, stations. */
export function StripPanel() {
  // What is seen of the part, piece by piece: it stays the same while something else of the part is dragged.
  const shown = useSessionState(useShallow((s) => runView(shownPart(s), s.result, selectionOf(s).step)))
  const runStep = useSessionState((s) =>
    shownPart(s).steps.find((x): x is RunStep => x.kind === 'run' && x.id === shown?.runStep),
  )
  const holes = useSessionState(useShallow((s) => holesOn(s.result, shown?.runStep)))
  const meetings = useSessionState(useShallow((s) => meetingsOn(s.result, shown?.runStep)))
  return <Strip shown={shown} runStep={runStep} holes={holes} meetings={meetings} />
}

interface StripProps {
  readonly shown: RunView | undefined
  readonly runStep: RunStep | undefined
  readonly holes: readonly HoleMark[]
  readonly meetings: readonly MeetingGiven[]
}

const Strip = memo(function Strip({ shown, runStep, holes, meetings }: StripProps) {
  const { session } = useBench()
  const units = useUnits()
  const focus = useSessionState((s) => s.focus)
  const station = useSessionState((s) => selectionOf(s).station)
  const layout = useMemo(() => (shown?.path ? layoutOf(shown, shown.path) : undefined), [shown])

  const { svg, width, transform, showAll } = useBarZoom(layout !== undefined)

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
  const whole = layout.zones.at(-1)!.to
  const beyond = (side: 'start' | 'end'): number =>
    Math.max(0, ...meetings.map((m) => (m.side === side ? m.longest.along : 0)))
  const base = scaleLinear([-beyond('start'), whole * 1.02 + beyond('end')], [LEFT, width - RIGHT])
  const x = transform.rescaleX(base)
  const place = (e: React.PointerEvent): number =>
    x.invert(e.clientX - svg.current!.getBoundingClientRect().left)
  const point = (e: React.PointerEvent): void => {
    if (e.buttons !== 0) return
    const at = place(e)
    const zone = zoneAt(layout, at)
    session.point(
      zone && zone.segment >= 0
        ? { segment: zone.segment, station: stationAt(zone, at) }
        : zone?.kind === 'added'
          ? { station: stationAt(zone, at) }
          : undefined,
    )
  }
  const focusPlace = focus?.station === undefined ? undefined : placeOf(layout, focus.station)
  const inView = (z: Zone): boolean => x(z.to) >= LEFT && x(z.from) <= width - RIGHT

  return (
    <section
      aria-label="Straight bar"
      className={`relative h-full bg-base-200 ${shown.stale ? 'opacity-60' : ''}`}
    >
      <div className="pointer-events-none absolute top-3 left-4 w-28">
        <h2 className="heading">Straight bar</h2>
        <p className="figure muted mt-1">
          {shown.bar
            ? `cut ${tightLength(shown.bar.cut, units.length)}`
            : `length ${tightLength(layout.length, units.length)}`}
        </p>
        <p className="figure muted">{units.length.unit}</p>
      </div>
      <svg
        ref={svg}
        className="h-full w-full touch-none"
        role="img"
        aria-label={stripSummary(layout.zones)}
        onPointerMove={point}
        onPointerLeave={() => session.point(undefined)}
        onDoubleClick={showAll}
      >
        <StripPatterns width={width} />
        <g clipPath="url(#strip-clip)">
          {layout.zones.filter(inView).map((zone, i, all) => (
            <ZoneMark
              key={i}
              zone={zone}
              from={x(zone.from)}
              to={x(zone.to)}
              lit={focus?.segment !== undefined && zone.segments.includes(focus.segment)}
              units={units}
              crowded={isCurved(all[i - 1]) || isCurved(all[i + 1])}
            />
          ))}
          <rect
            x={x(layout.start)}
            y={BAR_TOP}
            width={x(layout.start + layout.length) - x(layout.start)}
            height={BAR_HEIGHT}
            fill="none"
            stroke="var(--color-base-content)"
            strokeWidth="1.4"
          />
          <Ruler x={x} width={width} units={units} />
          <CornerMarks
            run={shown.run}
            layout={layout}
            x={x}
            handled={runStep?.part !== undefined && station === 'run'}
          />
          <MeetingMarks run={shown.run} meetings={meetings} layout={layout} x={x} units={units} />
          <HoleMarks run={shown.run} holes={holes} layout={layout} x={x} units={units} />
          {runStep?.part && station === 'run' && (
            <PartHandles
              step={runStep}
              path={shown.path}
              layout={layout}
              x={x}
              stationAtX={(px) => stationBeside(layout, x.invert(px))}
              svg={svg}
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
        </g>
      </svg>
    </section>
  )
})

/** Hatching of bend zones, and what of the bar is seen. */
function StripPatterns({ width }: { readonly width: number }) {
  return (
    <defs>
      <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="6" height="6" fill="var(--chosen-wash)" />
        <path d="M0 0V6" stroke="var(--color-primary)" strokeWidth="1.6" strokeOpacity="0.75" />
      </pattern>
      <clipPath id="strip-clip">
        <rect x={LEFT - 14} y="0" width={Math.max(0, width - LEFT - RIGHT + 28)} height="300" />
      </clipPath>
    </defs>
  )
}

/** A ruler below the bar in the part's unit, with as many figures as have room. */
function Ruler({
  x,
  width,
  units,
}: {
  readonly x: ScaleLinear<number, number>
  readonly width: number
  readonly units: UnitSettings
}) {
  const factor = LENGTH_FACTORS[units.length.unit]
  const ruler = x.copy().domain(x.domain().map((v) => v / factor))
  const [from, to] = ruler.domain() as [number, number]
  const ticks = ruler.ticks(Math.max(4, Math.round((width - LEFT) / 86))).filter((t) => t >= 0)
  const fine = ruler.ticks(Math.max(20, Math.round((width - LEFT) / 9))).filter((t) => t >= 0)
  const places = Math.max(0, Math.min(3, -Math.floor(Math.log10((to - from) / 10))))
  return (
    <g transform={`translate(0 ${BAR_TOP + BAR_HEIGHT + 18})`} stroke="var(--color-base-content)">
      <path d={`M${x(0)} 0H${width - RIGHT}`} strokeWidth="1.2" />
      {fine.map((t) => (
        <path key={t} d={`M${ruler(t)} 0v4`} strokeWidth="0.7" />
      ))}
      {ticks.map((t) => (
        <g key={t} transform={`translate(${ruler(t)} 0)`}>
          <path d="M0 0v8" strokeWidth="1.2" />
          <text y="21" textAnchor="middle" stroke="none" fill="var(--ink2)" className="figure">
            {formatDecimal(t, places)}
          </text>
        </g>
      ))}
    </g>
  )
}

function stripSummary(zones: readonly Zone[]): string {
  const bends = zones.filter((z) => z.kind === 'bend').length
  return `The straight bar with ${counted(bends, 'bend zone')}. Wheel zooms, dragging moves, a double click shows all.`
}

/** Whether a text has room between two places. */
function fits(text: string, from: number, to: number): boolean {
  return to - from > text.length * CHARACTER + 6
}

const DASHED: ReadonlySet<Zone['kind']> = new Set(['allowance', 'cutoff', 'offcut', 'unused'])

/** How far figures of a bend may reach over a straight beside it, px. */
const OVER = 14

const isCurved = (zone: Zone | undefined): boolean => zone?.kind === 'bend' || zone?.kind === 'curve'

/** One zone of the bar; drawn again only when it moves or lights up. */
const ZoneMark = memo(function ZoneMark(props: {
  readonly zone: Zone
  readonly from: number
  readonly to: number
  readonly lit: boolean
  readonly units: UnitSettings
  /** There is no straight beside it that its figures could reach over. */
  readonly crowded: boolean
}) {
  const { zone, from, to, lit } = props
  const over = props.crowded ? 0 : OVER
  const mid = (from + to) / 2
  const width = Math.max(to - from, 0)
  const length = tightLength(zone.to - zone.from, props.units.length)
  const curved = isCurved(zone)
  const fill = lit
    ? 'var(--color-primary)'
    : curved
      ? 'url(#hatch)'
      : zone.kind === 'straight'
        ? 'var(--color-base-100)'
        : zone.kind === 'added'
          ? 'var(--color-base-200)'
          : 'transparent'
  const angle = `${formatDecimal(deg(zone.turn), zone.turn > 20 ? 0 : 1)}°`
  const radius = `R${tightLength(zone.radius, props.units.length)}`
  return (
    <g data-zone={zone.kind} data-lit={lit || undefined}>
      <rect
        x={from}
        y={BAR_TOP}
        width={width}
        height={BAR_HEIGHT}
        fill={fill}
        fillOpacity={lit && !curved ? 0.35 : 1}
        stroke="var(--color-base-content)"
        strokeWidth={width < NARROW ? 0 : curved ? 1.2 : 0.5}
        {...(DASHED.has(zone.kind) ? { strokeDasharray: '3 3' } : {})}
      />
      {curved && (
        <>
          <path
            visibility={width < NARROW ? 'hidden' : 'visible'}
            d={`M${from} ${BAR_TOP + BAR_HEIGHT}v12M${to} ${BAR_TOP + BAR_HEIGHT}v12`}
            stroke="var(--ink3)"
            strokeWidth="0.8"
          />
          {fits(angle, from - over, to + over) && (
            <text
              x={mid}
              y={BAR_TOP - 8}
              textAnchor="middle"
              className="figure"
              fill={lit ? 'var(--color-primary)' : 'var(--color-base-content)'}
              fontWeight={lit ? 600 : 500}
            >
              {angle}
            </text>
          )}
          {fits(radius, from - over, to + over) && (
            <text x={mid} y={BAR_TOP - 23} textAnchor="middle" className="figure" fill="var(--ink2)">
              {radius}
            </text>
          )}
        </>
      )}
      {zone.kind === 'cutoff' && width > NARROW && (
        <path
          d={`M${from} ${BAR_TOP}L${to} ${BAR_TOP + BAR_HEIGHT}M${from} ${BAR_TOP + BAR_HEIGHT}L${to} ${BAR_TOP}`}
          stroke="var(--ink3)"
          strokeWidth="0.8"
        >
          <title>Cut off after bending: {length}</title>
        </path>
      )}
      {!curved && zone.kind !== 'offcut' && zone.kind !== 'cutoff' && fits(length, from, to) && (
        <text
          x={mid}
          y={BAR_TOP + BAR_HEIGHT / 2 + 4}
          textAnchor="middle"
          className="figure"
          fill="var(--ink2)"
        >
          {length}
        </text>
      )}
    </g>
  )
})
