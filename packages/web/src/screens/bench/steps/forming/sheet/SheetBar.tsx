import { barLength, zonesOf, type Bar } from '@flexum/core/forming'
import { deg } from '@flexum/core/num'
import { formatDecimal, type LengthDisplay } from '@flexum/core/units'
import { tightLength } from '../../../../../ui/units.ts'

const WIDE = 720
const LEFT = 8
const TOP = 34
const HIGH = 22

/** The straight bar as it is laid into the bender: where each bend begins, and by how much its plane is turned. */
export function SheetBar({ bar, display }: { readonly bar: Bar; readonly display: LengthDisplay }) {
  const whole = barLength(bar)
  const x = (v: number): number => LEFT + (v / whole) * (WIDE - 2 * LEFT)
  return (
    <svg viewBox={`0 0 ${WIDE} 84`} role="img" aria-label="The straight bar" className="w-full">
      <rect x={x(0)} y={TOP} width={x(whole) - x(0)} height={HIGH} fill="none" stroke="#23282c" />
      {zonesOf(bar).map((z, i) => (
        <g key={i}>
          <rect
            x={x(z.from)}
            y={TOP}
            width={x(z.to) - x(z.from)}
            height={HIGH}
            fill="#ddd"
            stroke="#23282c"
          />
          <path d={`M${x(z.from)} ${TOP - 4}V${TOP + HIGH + 6}`} stroke="#23282c" />
          <text x={(x(z.from) + x(z.to)) / 2} y={TOP + 14} textAnchor="middle" fontSize="9">
            {bar.bends[i]!.bend + 1}
          </text>
          <text x={x(z.from)} y={TOP - 7} textAnchor="middle" fontSize="8.5">
            {formatDecimal(deg(z.clock), 0)}°
          </text>
          <text x={x(z.from)} y={TOP + HIGH + 15} textAnchor="middle" fontSize="8.5">
            {tightLength(z.from, display)}
          </text>
        </g>
      ))}
      <text x={x(whole)} y={TOP + HIGH + 15} textAnchor="end" fontSize="8.5">
        {tightLength(whole, display)}
      </text>
      <text x={x(0)} y="12" fontSize="8.5">
        bent first; turn of the plane above, where the bend begins below
      </text>
    </svg>
  )
}
