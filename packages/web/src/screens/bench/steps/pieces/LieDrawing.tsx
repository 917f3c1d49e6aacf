import type { CarriedGiven } from '@flexum/core/sweep'
import { type CutsGiven, towardFence } from '@flexum/core/cutting'
import { pointAt, vec2, type Curve2, type Vec2 } from '@flexum/core/plane'
import { loopsOf, type Section } from '@flexum/core/profile'

const HEIGHT = 104
const WIDTH = 268
const PAD = 12
/** Widest that the section is drawn, px. */
const WIDEST = 150
/** Steps of a free curve on the drawing. */
const STEPS = 24

/** How a piece lies on the saw, seen from its left end: the table below it, the fence at its back. */
export function LieDrawing({ run, cuts }: { readonly run: CarriedGiven; readonly cuts: CutsGiven }) {
  const { up } = cuts.lie
  const fence = towardFence(cuts.lie)
  // In the axes of the saw: toward the fence is to the right, up is up.
  const loops = pointsOf(run.section).map((loop) =>
    loop.map((p): Vec2 => [vec2.dot(p, fence), vec2.dot(p, up)]),
  )
  const [across, high] = [0, 1].map((k) => loops.flat().map((p) => p[k]!)) as [number[], number[]]
  const right = Math.max(...across)
  const bottom = Math.min(...high)
  const scale = Math.min(
    (HEIGHT - 2 * PAD) / (Math.max(...high) - bottom),
    WIDEST / (right - Math.min(...across)),
  )
  const ground = HEIGHT - PAD
  const wall = WIDTH - 62
  const d = loops
    .map(
      (loop) =>
        `M${loop.map(([a, h]) => `${wall + (a - right) * scale} ${ground - (h - bottom) * scale}`).join('L')}Z`,
    )
    .join('')
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label="How the pieces lie on the saw, seen from the left"
    >
      <g stroke="var(--color-base-content)" strokeWidth="2">
        <path d={`M8 ${ground}H${WIDTH - 8}M${wall} ${ground}V6`} />
        <path d={[8, 26, 44, 62, 80].map((y) => `M${wall + 1} ${y}l7 -4`).join('')} strokeWidth="0.8" />
      </g>
      <path
        d={d}
        fill="var(--chosen-wash)"
        fillRule="evenodd"
        stroke="var(--color-base-content)"
        strokeWidth="1.4"
      />
      <text x={wall + 12} y={20} className="fill-current">
        fence
      </text>
      <text x={10} y={ground - 5} className="fill-current">
        table
      </text>
    </svg>
  )
}

/** Steps of a curve on the drawing: none of an arc turns by more than 10 degrees. */
const stepsOf = (c: Curve2): number =>
  c.kind === 'line' ? 1 : c.kind === 'arc' ? Math.ceil(Math.abs(c.sweep) / (Math.PI / 18)) : STEPS

/** The loops of a section as points. */
export const pointsOf = (section: Section): Vec2[][] =>
  loopsOf(section).map((loop) =>
    loop.flatMap((c) => Array.from({ length: stepsOf(c) }, (_, i) => pointAt(c, i / stepsOf(c)))),
  )
