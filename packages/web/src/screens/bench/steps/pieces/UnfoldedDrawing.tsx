import type { CarriedGiven } from '@flexum/core/sweep'
import { type SawnPiece, unrolled } from '@flexum/core/cutting'
import { tightLength } from '../../../../ui/units.ts'
import { useUnits } from '../../context.ts'
import { pointsOf } from './LieDrawing.tsx'

const WIDTH = 268
const SIDE = 8
/** A long piece is drawn so many times as long as it is round its section. */
const MOST_ASPECT = 1.6

/** The outside of a straight piece rolled out flat: its faces side by side between both cuts. */
export function UnfoldedDrawing({ run, piece }: { readonly run: CarriedGiven; readonly piece: SawnPiece }) {
  const { length } = useUnits()
  const outline = pointsOf(run.section)[0] ?? []
  const line = piece.to - piece.from
  const whole = unrolled(outline, line, piece.start, piece.end)
  const round = whole.at(-1)?.around ?? 0
  if (round === 0) return null
  const drawn = Math.min(line, MOST_ASPECT * round)
  const flat = unrolled(outline, drawn, piece.start, piece.end)
  const first = Math.min(...flat.map((p) => p.start))
  const last = Math.max(...flat.map((p) => p.end))
  const scale = (WIDTH - 2 * SIDE) / (last - first)
  const x = (z: number): number => SIDE + (z - first) * scale
  const y = (around: number): number => 4 + around * scale
  const starts = flat.map((p) => `${x(p.start)} ${y(p.around)}`)
  const ends = flat.map((p) => `${x(p.end)} ${y(p.around)}`).reverse()
  const middle = x(drawn / 2)
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${y(round) + 8}`}
      className="w-full"
      role="img"
      aria-label={`The faces of piece ${piece.number} unfolded, ${tightLength(round, length)} round`}
    >
      <path
        d={`M${starts.join('L')}L${ends.join('L')}Z`}
        fill="var(--chosen-wash)"
        stroke="var(--color-base-content)"
        strokeWidth="1.4"
      />
      {flat
        .slice(1, -1)
        .map(
          (p, i) =>
            p.edge && (
              <path
                key={i}
                d={`M${x(p.start)} ${y(p.around)}H${x(p.end)}`}
                stroke="var(--color-base-content)"
                strokeWidth="0.8"
                strokeDasharray="6 3"
              />
            ),
        )}
      {drawn < line && (
        <path
          d={`M${middle - 3} 0V${y(round) + 6}M${middle + 3} 0V${y(round) + 6}`}
          stroke="var(--color-base-100)"
          strokeWidth="2"
        />
      )}
    </svg>
  )
}
