import { memo } from 'react'
import type { UnitSettings } from '@flexum/core/recipe'
import type { Zone } from '../../../strip/layout.ts'
import { tightLength } from '../../../ui/units.ts'
import { BAR_HEIGHT, BAR_TOP, fits } from './bar.ts'
import { formatAngle } from '@flexum/core/units'

/** Zones narrower than this have no lines of their own, px: side by side they would be a black bar. */
const NARROW = 4

/** Zones that are too narrow to be drawn each by itself, as one: bends over what is straight. */
export const NarrowZones = memo(function NarrowZones(props: {
  readonly zones: readonly Zone[]
  readonly x: (place: number) => number
}) {
  const { zones, x } = props
  const box = (z: Zone): string =>
    `M${x(z.from).toFixed(2)} ${BAR_TOP}H${x(z.to).toFixed(2)}v${BAR_HEIGHT}H${x(z.from).toFixed(2)}Z`
  const curved = zones.filter(isCurved)
  return (
    <g data-narrow={zones.length}>
      <path d={zones.map(box).join('')} fill="var(--color-base-100)" />
      <path d={curved.map(box).join('')} fill="var(--color-primary)" fillOpacity="0.45" />
    </g>
  )
})

/** Whether a zone has no room to be drawn by itself. */
export const isNarrow = (from: number, to: number): boolean => to - from < NARROW / 2

const DASHED: ReadonlySet<Zone['kind']> = new Set(['allowance', 'cutoff', 'offcut', 'unused'])

/** How far figures of a bend may reach over a straight beside it, px. */
const OVERHANG = 14

export const isCurved = (zone: Zone | undefined): boolean => zone?.kind === 'bend' || zone?.kind === 'curve'

/** One zone of the bar; drawn again only when it moves or lights up. */
export const ZoneMark = memo(function ZoneMark(props: {
  readonly zone: Zone
  readonly from: number
  readonly to: number
  readonly lit: boolean
  readonly units: UnitSettings
  /** There is no straight beside it that its figures could reach over. */
  readonly crowded: boolean
}) {
  const { zone, from, to, lit } = props
  const over = props.crowded ? 0 : OVERHANG
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
  const angle = formatAngle(zone.turn, zone.turn > 20 ? 0 : 1)
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
        <CurvedZone
          width={width}
          from={from}
          to={to}
          angle={angle}
          over={over}
          mid={mid}
          lit={lit}
          radius={radius}
        />
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

/** The marks of a stretch that is bent. */
function CurvedZone({
  width,
  from,
  to,
  angle,
  over,
  mid,
  lit,
  radius,
}: {
  readonly width: number
  readonly from: number
  readonly to: number
  readonly angle: string
  readonly over: number
  readonly mid: number
  readonly lit: boolean
  readonly radius: string
}) {
  return (
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
  )
}
