import type { ScaleLinear } from 'd3-scale'
import type { UnitSettings } from '@flexum/core/recipe'
import { formatDecimal, LENGTH_FACTORS } from '@flexum/core/units'
import { BAR_HEIGHT, BAR_TOP } from './bar.ts'
import { LEFT, RIGHT } from './useBarZoom.ts'

/** A ruler below the bar in the part's unit, with as many figures as have room. */
export function Ruler({
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
