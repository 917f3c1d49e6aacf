import type { BendSheet, Seen } from '@flexum/core/report'

const WIDE = 340
const HIGH = 220
const PAD = 26

/** The part as lines: its centre line as thick as the section, bends by their numbers. */
export function SheetPicture({ picture }: { readonly picture: BendSheet['picture'] }) {
  const [us, vs] = [picture.line.map((p) => p[0]), picture.line.map((p) => p[1])]
  const [left, top] = [Math.min(...us), Math.min(...vs)]
  const [right, bottom] = [Math.max(...us), Math.max(...vs)]
  const scale = Math.min(
    (WIDE - 2 * PAD) / Math.max(right - left, 1e-6),
    (HIGH - 2 * PAD) / Math.max(bottom - top, 1e-6),
  )
  const place = ([u, v]: Seen): Seen => [
    WIDE / 2 + (u - (left + right) / 2) * scale,
    HIGH / 2 + (v - (top + bottom) / 2) * scale,
  ]
  const line = picture.line
    .map((p) =>
      place(p)
        .map((v) => v.toFixed(1))
        .join(','),
    )
    .join(' ')
  const thick = Math.min(Math.max(picture.thick * scale, 3), 14)
  const start = place(picture.line[0]!)
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} role="img" aria-label="The part" className="w-full">
      <polyline points={line} fill="none" stroke="#23282c" strokeWidth={thick + 1.6} strokeLinejoin="round" />
      <polyline points={line} fill="none" stroke="#fff" strokeWidth={thick} strokeLinejoin="round" />
      <polyline points={line} fill="none" stroke="#23282c" strokeWidth="0.7" strokeDasharray="8 2 2 2" />
      <text x={start[0]} y={start[1] - thick / 2 - 5} textAnchor="middle" fontSize="9">
        start
      </text>
      {picture.bends.map((b, i) => {
        const [x, y] = place(b)
        return (
          <g key={i} transform={`translate(${x} ${y})`}>
            <circle r="7.5" fill="#fff" stroke="#23282c" />
            <text y="3" textAnchor="middle" fontSize="9">
              {i + 1}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
