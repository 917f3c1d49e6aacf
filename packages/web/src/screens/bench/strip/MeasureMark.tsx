import type { ScaleLinear } from 'd3-scale'
import type { UnitSettings } from '@flexum/core/recipe'
import { tightLength } from '../../../ui/units.ts'
import { BAR_HEIGHT, BAR_TOP } from './bar.ts'
import type { Measured } from './useMeasured.ts'

/** A stretch of the bar that is measured: from where to where, and how long it is. */
export function MeasureMark(props: {
  readonly measured: Measured
  readonly x: ScaleLinear<number, number>
  readonly units: UnitSettings
}) {
  const { measured, x, units } = props
  const [from, to] = [Math.min(measured.from, measured.to), Math.max(measured.from, measured.to)]
  const [a, b] = [x(from), x(to)]
  const fig = (v: number): string => tightLength(v, units.length)
  const words = to === from ? `at ${fig(from)}` : `${fig(to - from)}, from ${fig(from)} to ${fig(to)}`
  const top = BAR_TOP - 30
  return (
    <g pointerEvents="none">
      <rect
        x={a}
        y={BAR_TOP}
        width={b - a}
        height={BAR_HEIGHT}
        fill="var(--color-primary)"
        fillOpacity="0.16"
      />
      <rect x={a} y="0" width={b - a} height={BAR_TOP - 22} fill="var(--color-base-200)" fillOpacity="0.9" />
      <path
        d={`M${a} ${top}V${BAR_TOP + BAR_HEIGHT + 6}M${b} ${top}V${BAR_TOP + BAR_HEIGHT + 6}M${a} ${top + 5}H${b}`}
        stroke="var(--color-primary)"
        strokeWidth="1.4"
      />
      <text
        x={(a + b) / 2}
        y={top}
        textAnchor="middle"
        className="figure font-semibold"
        fill="var(--color-base-content)"
        paintOrder="stroke"
        stroke="var(--color-base-200)"
        strokeWidth="5"
        aria-label="Measured along the bar"
        role="status"
      >
        {words}
      </text>
    </g>
  )
}
