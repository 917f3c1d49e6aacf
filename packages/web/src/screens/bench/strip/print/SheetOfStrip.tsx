import type { ReactNode } from 'react'
import type { UnitSettings } from '@flexum/core/recipe'
import type { HoleMark } from '@flexum/core/recipe/evaluated'
import type { CarriedGiven } from '@flexum/core/sweep'
import { TURN } from '@flexum/core/num'
import { stationOnPath } from '../../../../bench/results.ts'
import { placeOf, type StripLayout, type Zone } from '../../../../strip/layout.ts'
import type { StripSheet } from '../../../../strip/sheets.ts'
import { tightLength } from '../../../../ui/units.ts'
import { formatAngle } from '@flexum/core/units'

const INK = '#23282c'
/** Over the strip and under it, mm. */
const MARGIN = 18
const UNDER = 24
const TEXT = 3
/** Beside a joint its letters stand. */
const CLEAR = 4
/** The line that it is checked by, mm. */
const CHECK = 100

/** One sheet of a strip at true size: a millimetre drawn is a millimetre on paper. */
export function SheetOfStrip(props: {
  readonly sheet: StripSheet
  readonly of: number
  readonly title: string
  readonly layout: StripLayout
  readonly run: CarriedGiven | undefined
  readonly holes: readonly HoleMark[]
  readonly wide: number
  readonly tall: number
  /** It is as high as the bar is round, so that clock angles are where they are on the bar. */
  readonly wrapped: boolean
  readonly units: UnitSettings
}) {
  const { sheet, layout, run, wide, tall, units } = props
  const high = MARGIN + tall + UNDER
  const x = (place: number): number => place - sheet.from
  const y = (clock: number): number => {
    const about = clock / TURN
    return MARGIN + tall * (0.5 - (about - Math.round(about)))
  }
  const fig = (v: number): string => tightLength(v, units.length)
  const within = (place: number): boolean => place >= sheet.from - 1e-6 && place <= sheet.to + 1e-6
  const seen = layout.zones.filter((z) => z.kind !== 'unused' && z.to > sheet.from && z.from < sheet.to)
  const clip = `sheet-${sheet.number}`
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      style={{ width: `${wide}mm`, height: `${high}mm` }}
      className="strip-sheet mb-6 block"
      role="img"
      aria-label={`Sheet ${sheet.number} of ${props.of}, from ${fig(sheet.from)} to ${fig(sheet.to)}`}
      fontSize={TEXT}
      fill={INK}
    >
      <clipPath id={clip}>
        <rect x="0" y="0" width={sheet.to - sheet.from} height={high} />
      </clipPath>
      <text x="0" y="4" fontSize="3.6" fontWeight="600">
        {props.title}, sheet {sheet.number} of {props.of}
      </text>
      <text x={wide} y="4" textAnchor="end">
        {fig(sheet.from)} to {fig(sheet.to)} {units.length.unit}
        {props.wrapped ? '; once round the bar, 0° in the middle' : ''}
      </text>
      <g clipPath={`url(#${clip})`}>
        {seen.map((z, i) => (
          <PrintedZone
            key={i}
            zone={z}
            from={x(z.from)}
            to={x(z.to)}
            clear={[x(sheet.before?.at ?? sheet.from) + CLEAR, x(sheet.after?.at ?? sheet.to) - CLEAR]}
            tall={tall}
            fig={fig}
          />
        ))}
        {props.wrapped && (
          <path
            d={`M0 ${y(0)}H${wide}M0 ${y(TURN / 4)}H${wide}M0 ${y(-TURN / 4)}H${wide}`}
            stroke={INK}
            strokeWidth="0.15"
            strokeDasharray="2 2"
          />
        )}
        {seen.map((z) =>
          z.bend > 0 && within(z.from) ? (
            <BendMark key={`b${z.bend}`} z={z} x={x} tall={tall} y={y} fig={fig} />
          ) : null,
        )}
        <Holes run={run} holes={props.holes} layout={layout}>
          {(hole, at, i) => within(at) && <HoleMarkOnPaper key={i} x={x} at={at} y={y} hole={hole} />}
        </Holes>
      </g>
      {[sheet.before, sheet.after].map(
        (joint) => joint && <JointMark key={joint.letter} joint={joint} x={x} tall={tall} />,
      )}
      <g transform={`translate(${wide / 2 - CHECK / 2} ${high - 4})`}>
        <path d={`M0 -2V2M0 0H${CHECK}M${CHECK} -2V2M50 -1V1`} stroke={INK} strokeWidth="0.3" />
        <text x={CHECK / 2} y="3.6" textAnchor="middle">
          100 mm
        </text>
      </g>
    </svg>
  )
}

/** Where a bend begins, with its turn. */
function BendMark({
  z,
  x,
  tall,
  y,
  fig,
}: {
  readonly z: Zone
  readonly x: (place: number) => number
  readonly tall: number
  readonly y: (clock: number) => number
  readonly fig: (v: number) => string
}) {
  return (
    <g>
      <path d={`M${x(z.from)} ${MARGIN - 3}V${MARGIN + tall + 9}`} stroke={INK} strokeWidth="0.3" />
      {z.clock !== undefined && (
        <path
          transform={`translate(${x(z.from)} ${y(z.clock)})`}
          d="M-2 0H2M0 -2V2M0 -1.4L1.4 0L0 1.4L-1.4 0Z"
          stroke={INK}
          strokeWidth="0.25"
        />
      )}
      <text x={x(z.from) + 0.8} y={MARGIN + tall + 4}>
        {fig(z.from)}
      </text>
      <text x={x(z.from) + 0.8} y={MARGIN + tall + 8}>
        {z.rotation === undefined ? '' : `turn ${formatAngle(z.rotation, 1)}`}
      </text>
    </g>
  )
}

/** A hole as it is drilled into the straight bar. */
function HoleMarkOnPaper({
  x,
  at,
  y,
  hole,
}: {
  readonly x: (place: number) => number
  readonly at: number
  readonly y: (clock: number) => number
  readonly hole: HoleMark
}) {
  return (
    <g transform={`translate(${x(at)} ${y(hole.clock)})`} fill="none" stroke={INK} strokeWidth="0.25">
      <circle r={hole.diameter / 2} />
      <path
        d={`M${-hole.diameter / 2 - 2} 0h${hole.diameter + 4}M0 ${-hole.diameter / 2 - 2}v${hole.diameter + 4}`}
      />
    </g>
  )
}

/** Where this sheet meets its neighbour. */
function JointMark({
  joint,
  x,
  tall,
}: {
  readonly joint: { readonly at: number; readonly letter: string }
  readonly x: (place: number) => number
  readonly tall: number
}) {
  return (
    <g data-joint={joint.letter}>
      <path
        d={`M${x(joint.at)} ${MARGIN - 9}V${MARGIN + tall + 14}`}
        stroke={INK}
        strokeWidth="0.25"
        strokeDasharray="3 1 0.6 1"
      />
      {[MARGIN - 5, MARGIN + tall + 12].map((at) => (
        <g key={at} transform={`translate(${x(joint.at)} ${at})`}>
          <path d="M0 -3L3 0L0 3L-3 0Z" fill="#fff" stroke={INK} strokeWidth="0.3" />
          <text y="1.1" textAnchor="middle">
            {joint.letter}
          </text>
        </g>
      ))}
    </g>
  )
}

/** One zone of the bar: bends hatched, what is sawn off crossed out. */
function PrintedZone(props: {
  readonly zone: Zone
  readonly from: number
  readonly to: number
  /** Between the joints, where there is room for words. */
  readonly clear: readonly [number, number]
  readonly tall: number
  fig(v: number): string
}) {
  const { zone, from, to, tall, fig } = props
  const [left, right] = [Math.max(from, props.clear[0]), Math.min(to, props.clear[1])]
  const curved = zone.kind === 'bend' || zone.kind === 'curve'
  const words = curved
    ? `${zone.bend > 0 ? `${zone.bend}: ` : ''}${formatAngle(zone.turn, 1)}, R${fig(zone.radius)}`
    : zone.kind === 'cutoff'
      ? `cut off, ${fig(zone.to - zone.from)}`
      : fig(zone.to - zone.from)
  return (
    <g>
      <rect
        x={from}
        y={MARGIN}
        width={Math.max(to - from, 0)}
        height={tall}
        fill={curved ? '#e9e9e6' : '#fff'}
        stroke={INK}
        strokeWidth="0.3"
        {...(curved || zone.kind === 'straight' ? {} : { strokeDasharray: '1.5 1' })}
      />
      {zone.kind === 'cutoff' && (
        <path
          d={`M${from} ${MARGIN}L${to} ${MARGIN + tall}M${from} ${MARGIN + tall}L${to} ${MARGIN}`}
          stroke={INK}
          strokeWidth="0.2"
        />
      )}
      <text x={(left + right) / 2} y={MARGIN - 2} textAnchor="middle">
        {right - left > words.length * 1.5 ? words : ''}
      </text>
    </g>
  )
}

/** Holes of a run by their places on the bar. */
function Holes(props: {
  readonly run: CarriedGiven | undefined
  readonly holes: readonly HoleMark[]
  readonly layout: StripLayout
  children(hole: HoleMark, at: number, index: number): ReactNode
}) {
  const { run, holes, layout } = props
  if (!run) return null
  return holes.map((h, i) => {
    const at = placeOf(layout, stationOnPath(run, h.station))
    return at === undefined ? null : props.children(h, at, i)
  })
}
