import { polygonHull } from 'd3-polygon'
import type { CarriedGiven } from '@flexum/core/sweep'
import { type CutsGiven, type SawnPiece, towardFence } from '@flexum/core/cutting'
import { vec2, type Vec2 } from '@flexum/core/plane'
import { tightLength } from '../../../../ui/units.ts'
import { useUnits } from '../../context.ts'
import { pointsOf } from './LieDrawing.tsx'
import { leftAndRight } from './saw-words.ts'

const WIDTH = 268
const SIDE = 26
/** A long piece is drawn so many times as long as its section is wide, with a break in the middle. */
const MOST_ASPECT = 4.2

/** A piece as it lies on the saw: from above, the fence at the top, and from where one stands. */
export function PieceDrawing(props: {
  readonly run: CarriedGiven
  readonly cuts: CutsGiven
  readonly piece: SawnPiece
}) {
  const { cuts, piece } = props
  const { length } = useUnits()
  const fence = towardFence(cuts.lie)
  const outline = pointsOf(props.run.section).flat()
  const [left, right] = leftAndRight(piece, cuts.lie)
  const way = cuts.lie.startLeft ? 1 : -1
  const line = piece.lengths.line
  const wide = (d: Vec2): number => {
    const all = outline.map((p) => vec2.dot(p, d))
    return Math.max(...all) - Math.min(...all)
  }
  const across = Math.max(wide(fence), wide(cuts.lie.up))
  const tips = piece.lengths.long - line
  const drawn = Math.min(line, Math.max(MOST_ASPECT * across, across + tips))
  const broken = drawn < line
  const scale = (WIDTH - 2 * SIDE) / Math.max(drawn + tips, 1e-9)
  // Along the saw, from the left end of the piece's line.
  const places = (slope: Vec2, at: number): number[] => outline.map((p) => at + way * vec2.dot(slope, p))
  const [lefts, rights] = [places(left.slope, 0), places(right.slope, drawn)]
  const first = Math.min(...lefts)
  const x = (z: number): number => SIDE + (z - first) * scale
  const view = (down: Vec2, top: number) => {
    const depth = outline.map((p) => vec2.dot(p, down))
    const least = Math.min(...depth)
    const face = (zs: readonly number[]): [number, number][] =>
      zs.map((z, i) => [x(z), top + (depth[i]! - least) * scale])
    const [a, b] = [face(lefts), face(rights)]
    const closed = (points: readonly [number, number][] | null): string =>
      points ? `M${points.map((p) => p.join(' ')).join('L')}Z` : ''
    return {
      body: closed(polygonHull([...a, ...b])),
      faces: closed(polygonHull(a)) + closed(polygonHull(b)),
      height: wide(down) * scale,
    }
  }
  const above = view(vec2.scale(fence, -1), 30)
  const gap = 30
  const front = view(vec2.scale(cuts.lie.up, -1), 30 + above.height + gap)
  const total = 30 + above.height + gap + front.height + 22
  const middle = x(drawn / 2)
  const bottom = 30 + above.height
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${total}`}
      className="w-full"
      role="img"
      aria-label={`Piece ${piece.number} on the saw: ${tightLength(piece.lengths.long, length)} at its long point, ${tightLength(piece.lengths.short, length)} at its short point`}
    >
      <path d={`M4 27H${WIDTH - 4}`} stroke="var(--color-base-content)" strokeWidth="2" />
      <text x={WIDTH - 6} y={22} textAnchor="end" className="fill-current">
        fence
      </text>
      <text x={6} y={22} className="fill-current">
        from above
      </text>
      <text x={6} y={bottom + gap - 8} className="fill-current">
        from where you stand
      </text>
      {[above, front].map((v, i) => (
        <g key={i} stroke="var(--color-base-content)">
          <path d={v.body} fill="var(--chosen-wash)" strokeWidth="1.4" />
          <path d={v.faces} fill="none" strokeWidth="0.7" strokeDasharray="3 2" />
        </g>
      ))}
      <path
        d={`M${x(Math.min(...lefts))} ${total - 8}H${x(Math.max(...rights))}`}
        stroke="var(--color-base-content)"
        strokeWidth="0.8"
      />
      <text
        x={middle}
        y={total - 4}
        textAnchor="middle"
        className="figure fill-current"
        stroke="var(--color-base-100)"
        strokeWidth="5"
        paintOrder="stroke"
      >
        {tightLength(piece.lengths.long, length)}
      </text>
      {broken && (
        <path
          d={`M${middle - 5} ${24}l4 ${above.height / 2 + 6}l-6 -3l4 ${above.height / 2 + 6}M${middle + 3} ${24}l4 ${above.height / 2 + 6}l-6 -3l4 ${above.height / 2 + 6}`}
          fill="none"
          stroke="var(--color-base-content)"
          strokeWidth="0.8"
        />
      )}
    </svg>
  )
}
