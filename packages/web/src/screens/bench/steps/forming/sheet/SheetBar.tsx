import type { BendSheet } from '@flexum/core/report'

const WIDE = 720
const LEFT = 8
const TOP = 34
const HIGH = 22

/** The straight bar as it is laid into the bender: where each bend begins, and by how much its plane is turned. */
export function SheetBar({ bar }: { readonly bar: BendSheet['bar'] }) {
  const x = (share: number): number => LEFT + share * (WIDE - 2 * LEFT)
  return (
    <svg viewBox={`0 0 ${WIDE} 84`} role="img" aria-label="The straight bar" className="w-full">
      <rect x={x(0)} y={TOP} width={x(1) - x(0)} height={HIGH} fill="none" stroke="#23282c" />
      {bar.bends.map((z) => (
        <g key={z.number}>
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
            {z.number}
          </text>
          <text x={x(z.from)} y={TOP - 7} textAnchor="middle" fontSize="8.5">
            {z.clock}
          </text>
          <text x={x(z.from)} y={TOP + HIGH + 15} textAnchor="middle" fontSize="8.5">
            {z.at}
          </text>
        </g>
      ))}
      <text x={x(1)} y={TOP + HIGH + 15} textAnchor="end" fontSize="8.5">
        {bar.length}
      </text>
      <text x={x(0)} y="12" fontSize="8.5">
        bent first; turn of the plane above, where the bend begins below
      </text>
    </svg>
  )
}
