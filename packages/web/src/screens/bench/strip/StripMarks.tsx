import type { ScaleLinear } from 'd3-scale'
import { useRef } from 'react'
import type { RunStep, UnitSettings } from '@flexum/core/recipe'
import type { PathGiven, HoleMark } from '@flexum/core/recipe/evaluated'
import type { EndTrim, CarriedGiven } from '@flexum/core/sweep'
import { placeOf, type StripLayout } from '../../../strip/layout.ts'
import { stationOnPath } from '../../../bench/results.ts'
import { tightLength } from '../../../ui/units.ts'
import { BAR_HEIGHT, BAR_TOP } from './bar.ts'
import { heightOf } from './BendMarks.tsx'
import { usePartLimits } from '../steps/run/usePartLimits.ts'
import { formatAngle } from '@flexum/core/units'

const LETTERS = { mitre: 'M', round: 'R', butt: 'B' } as const

/** A mark where the run is cut or rounded at a corner. */
export function CornerMarks(props: {
  readonly run: CarriedGiven | undefined
  readonly layout: StripLayout
  readonly x: ScaleLinear<number, number>
  /** The ends have handles of their own there. */
  readonly handled: boolean
}) {
  const { run, layout, x } = props
  if (!run) return null
  return (
    <g aria-hidden>
      {run.corners.map((c, i) => {
        const at = placeOf(layout, stationOnPath(run, c.station))
        if (at === undefined) return null
        return (
          <g key={i} transform={`translate(${x(at)} ${BAR_TOP})`}>
            <path d={`M0 -5V${BAR_HEIGHT + 5}`} stroke="var(--color-primary)" strokeWidth="1.6" />
            {!(props.handled && (c.key === 'start' || c.key === 'end')) && (
              <text y="-9" textAnchor="middle" className="figure" fill="var(--color-primary)">
                {LETTERS[c.joint]}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** Holes where a shop drills them in the straight bar: along it, and by their clock angle about it, 0 in the middle. */
export function HoleMarks(props: {
  readonly run: CarriedGiven | undefined
  readonly holes: readonly HoleMark[]
  readonly layout: StripLayout
  readonly x: ScaleLinear<number, number>
  readonly units: UnitSettings
}) {
  const { run, layout, x } = props
  if (!run) return null
  return (
    <g>
      {props.holes.map((h, i) => {
        const at = placeOf(layout, stationOnPath(run, h.station))
        if (at === undefined) return null
        const words = `Hole ${tightLength(h.diameter, props.units.length)} at ${tightLength(h.station, props.units.length)}, ${formatAngle(h.clock, 0)}`
        return (
          <g key={i} data-hole transform={`translate(${x(at)} ${heightOf(h.clock)})`}>
            <title>{words}</title>
            <circle r="4" fill="var(--color-base-100)" stroke="var(--color-base-content)" strokeWidth="1.6" />
            <path d="M-6 0H6M0 -6V6" stroke="var(--color-base-content)" strokeWidth="0.8" />
          </g>
        )
      })}
    </g>
  )
}

/** Where the ends that meet something are cut: the innermost and the outermost point of each. */
export function MeetingMarks(props: {
  readonly run: CarriedGiven | undefined
  readonly meetings: readonly EndTrim[]
  readonly layout: StripLayout
  readonly x: ScaleLinear<number, number>
  readonly units: UnitSettings
}) {
  const { run, layout, x } = props
  if (!run) return null
  const lengthOf = (v: number): string => tightLength(v, props.units.length)
  return (
    <g>
      {props.meetings.map((m) => {
        const end = m.side === 'start' ? 0 : run.path.length
        const out = m.side === 'start' ? -1 : 1
        const at = placeOf(layout, stationOnPath(run, end))
        if (at === undefined) return null
        const [inner, outer] = [m.shortest.along, m.longest.along].map((v) => x(at + out * v)) as [
          number,
          number,
        ]
        const words = `Cut to fit: from ${lengthOf(end + out * m.shortest.along)} to ${lengthOf(end + out * m.longest.along)}`
        return (
          <g key={m.side} data-meeting={m.side}>
            <title>{words}</title>
            <path
              d={`M${inner} ${BAR_TOP + BAR_HEIGHT / 2}Q${inner} ${BAR_TOP} ${outer} ${BAR_TOP}H${x(at)}M${inner} ${BAR_TOP + BAR_HEIGHT / 2}Q${inner} ${BAR_TOP + BAR_HEIGHT} ${outer} ${BAR_TOP + BAR_HEIGHT}H${x(at)}`}
              fill="none"
              stroke="var(--color-primary)"
              strokeWidth="1.8"
            />
            <path
              d={`M${inner} ${BAR_TOP - 6}V${BAR_TOP + BAR_HEIGHT + 6}M${outer} ${BAR_TOP - 6}V${BAR_TOP + BAR_HEIGHT + 6}`}
              stroke="var(--color-primary)"
              strokeWidth="1.2"
              strokeDasharray="3 2"
            />
          </g>
        )
      })}
    </g>
  )
}

/** The limits of the part that a run takes, to be dragged along the strip. */
export function PartHandles(props: {
  readonly step: RunStep
  readonly path: PathGiven
  readonly layout: StripLayout
  readonly x: ScaleLinear<number, number>
  stationAtX(px: number): number
  readonly svg: React.RefObject<SVGSVGElement | null>
}) {
  const limits = usePartLimits(props.step, props.path.path)
  const held = useRef<'from' | 'to'>(undefined)
  if (!limits) return null
  return (
    <>
      {(['from', 'to'] as const).map((side) => {
        const at = placeOf(props.layout, limits.at[side])
        if (at === undefined) return null
        const flag = side === 'from' ? 'M0 -7h-10l10 -9z' : 'M0 -7h10l-10 -9z'
        return (
          <g
            key={side}
            role="slider"
            tabIndex={0}
            aria-label={side === 'from' ? 'Start of the part, on the strip' : 'End of the part, on the strip'}
            aria-valuenow={Number(limits.at[side].toFixed(1))}
            aria-valuemin={0}
            aria-valuemax={Number(props.path.path.length.toFixed(1))}
            className="cursor-ew-resize"
            transform={`translate(${props.x(at)} ${BAR_TOP})`}
            onPointerDown={(e) => {
              e.stopPropagation()
              e.currentTarget.setPointerCapture(e.pointerId)
              held.current = side
            }}
            onPointerMove={(e) => {
              if (held.current !== side) return
              e.stopPropagation()
              limits.show(side, props.stationAtX(e.clientX - props.svg.current!.getBoundingClientRect().left))
            }}
            onPointerUp={(e) => {
              if (held.current !== side) return
              held.current = undefined
              limits.keep(side, props.stationAtX(e.clientX - props.svg.current!.getBoundingClientRect().left))
            }}
            onKeyDown={(e) => {
              const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key]
              if (by === undefined) return
              e.preventDefault()
              limits.keep(side, limits.at[side] + (by * props.path.path.length) / 100, true)
            }}
          >
            <title>Drag to where the part {side === 'from' ? 'starts' : 'ends'}</title>
            <rect x="-9" y="-16" width="18" height={BAR_HEIGHT + 22} fill="transparent" />
            <path d={flag} fill="var(--color-primary)" />
            <path d={`M0 -16V${BAR_HEIGHT + 6}`} stroke="var(--color-primary)" strokeWidth="2" />
          </g>
        )
      })}
    </>
  )
}
