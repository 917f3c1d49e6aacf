import type { ScaleLinear } from 'd3-scale'
import type { UnitSettings } from '@flexum/core/recipe'
import type { FormingGiven } from '@flexum/core/forming'
import { deg, TURN } from '@flexum/core/num'
import { formatDecimal, formatAngle } from '@flexum/core/units'
import type { StripLayout, Zone } from '../../../strip/layout.ts'
import { tightLength } from '../../../ui/units.ts'
import { BAR_HEIGHT, BAR_TOP, fits } from './bar.ts'

/** How high a clock angle stands on the unrolled bar: 0 in the middle, half a turn at its edges. */
export function heightOf(clock: number): number {
  const about = clock / TURN
  return BAR_TOP + BAR_HEIGHT * (0.5 - (about - Math.round(about)))
}

/** Turns that come to less are none, deg. */
const NONE = 0.05

/** Where each bend begins: a mark on the side that it goes to, and by how much its plane is turned against that of the bend before. */
export function BendMarks(props: {
  readonly zones: readonly Zone[]
  readonly x: ScaleLinear<number, number>
  readonly units: UnitSettings
}) {
  const { x } = props
  return (
    <g>
      {props.zones.map((z, i) => {
        if (z.bend === 0) return null
        const [at, end] = [x(z.from), x(z.to)]
        const turn = z.rotation === undefined ? 0 : deg(z.rotation)
        const text = `↻ ${formatDecimal(turn, Number.isInteger(Number(turn.toFixed(1))) ? 0 : 1)}°`
        const words = [
          `Bend ${z.bend} begins at ${tightLength(z.from, props.units.length)}`,
          ...(z.clock === undefined ? [] : [`goes to the side at ${formatAngle(z.clock, 0)}`]),
          ...(z.rotation === undefined ? [] : [`its plane is turned by ${formatDecimal(turn, 1)}°`]),
        ].join(', ')
        return (
          <g key={i} data-bend-mark={z.bend}>
            <title>{words}</title>
            {z.clock !== undefined && end - at > 4 && (
              <path
                transform={`translate(${at} ${heightOf(z.clock)})`}
                d="M0 -4.5L4.5 0L0 4.5L-4.5 0Z"
                fill="var(--color-base-content)"
                stroke="var(--color-base-100)"
                strokeWidth="0.8"
              />
            )}
            {Math.abs(turn) > NONE && fits(text, at - 10, end + 14) && (
              <text x={at + 3} y={BAR_TOP + BAR_HEIGHT + 13} className="figure" fill="var(--ink2)">
                {text}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** What holds the bar while the bend that is pointed at is made. */
export function GripMark(props: {
  readonly forming: FormingGiven | undefined
  readonly zone: Zone | undefined
  readonly x: ScaleLinear<number, number>
}) {
  const { forming, zone, x } = props
  if (!forming || !zone || zone.bend === 0 || !(forming.sizes.clamp > 0)) return null
  const [from, to] = forming.fromEnd
    ? [zone.to, zone.to + forming.sizes.clamp]
    : [zone.from - forming.sizes.clamp, zone.from]
  const [a, b] = [x(from), x(to)]
  return (
    <g pointerEvents="none" data-grip>
      <title>Held by the clamp</title>
      <path
        d={`M${a} ${BAR_TOP - 4}H${b}M${a} ${BAR_TOP + BAR_HEIGHT + 4}H${b}`}
        stroke="var(--color-base-content)"
        strokeWidth="4"
      />
      {fits('clamp', a, b) && (
        <text x={(a + b) / 2} y={BAR_TOP - 9} textAnchor="middle" fill="var(--ink2)">
          clamp
        </text>
      )}
    </g>
  )
}

/** What is left of the stock bar beyond the blank, with the next blanks that it gives. */
export function BeyondMark(props: {
  readonly layout: StripLayout
  readonly x: ScaleLinear<number, number>
  readonly right: number
  readonly units: UnitSettings
}) {
  const { layout, x, right } = props
  const { beyond } = layout
  if (!beyond) return null
  const [a, b] = [x(beyond.from), Math.min(x(beyond.to), right)]
  const cuts = Array.from({ length: beyond.more }, (_, i) => x(beyond.from + (i + 1) * layout.length))
  const text = `${tightLength(beyond.to - beyond.from, props.units.length)} of the stock bar beyond`
  return (
    <g data-beyond>
      <title>{`${text}${beyond.more > 0 ? `; ${beyond.more} more` : ''}`}</title>
      <path
        d={`M${a} ${BAR_TOP + 4}H${x(beyond.to)}V${BAR_TOP + BAR_HEIGHT - 4}H${a}`}
        fill="var(--color-base-200)"
        stroke="var(--ink3)"
        strokeDasharray="5 3"
      />
      {cuts
        .filter((c) => c < right + 20)
        .map((c) => (
          <path key={c} d={`M${c} ${BAR_TOP + 2}V${BAR_TOP + BAR_HEIGHT - 2}`} stroke="var(--ink3)" />
        ))}
      {fits(text, a, b) && (
        <text
          x={(a + b) / 2}
          y={BAR_TOP + BAR_HEIGHT / 2 + 4}
          textAnchor="middle"
          className="figure"
          fill="var(--ink2)"
        >
          {text}
        </text>
      )}
    </g>
  )
}
