import { line } from 'd3-shape'
import type { ReactNode } from 'react'
import { roomOutline, type Opening, type Room } from '@flexum/core/room'
import { segmentPoint, segmentTangent, segmentTurn, type Segment } from '@flexum/core/path'
import { isIn, type WallRange } from '../../../../bench/rooms.ts'
import type { useWallRange } from './useWallRange.ts'

/** Height and width of the drawing at the most, and what is left about it, px. */
const SIZE = { width: 260, height: 170, margin: 24 }
/** Straights that a curved wall is drawn by turn by no more than this, rad. */
const TURN_PER_CHORD = 0.1

const draw = line<readonly [number, number]>()

/** A room seen from above, its walls with their numbers and openings; the chosen ones darker, to be pressed where that is offered. */
export function RoomPlan(props: {
  readonly room: Room
  readonly label: string
  readonly chosen?: WallRange | undefined
  readonly press?: ReturnType<typeof useWallRange>
  /** A place in the room was pressed, mm. */
  readonly onPlace?: (at: readonly [number, number]) => void
  /** Drawn over it, from mm to px. */
  readonly children?: (place: (at: readonly [number, number]) => readonly [number, number]) => ReactNode
}) {
  const { room, label, press, onPlace } = props
  const outline = roomOutline(room)
  const xs = outline.map((p) => p[0])
  const ys = outline.map((p) => p[1])
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const scale = Math.min(
    (SIZE.width - 2 * SIZE.margin) / Math.max(x1 - x0, 1),
    (SIZE.height - 2 * SIZE.margin) / Math.max(y1 - y0, 1),
  )
  const height = (y1 - y0) * scale + 2 * SIZE.margin
  const left = (SIZE.width - (x1 - x0) * scale) / 2
  const place = ([x, y]: readonly [number, number]): readonly [number, number] => [
    left + (x - x0) * scale,
    height - SIZE.margin - (y - y0) * scale,
  ]
  const chosen = press?.range ?? props.chosen
  const floor = outline.map(([x, y]) => place([x, y]))
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${height}`}
      className="block w-full touch-none select-none"
      role="group"
      aria-label={label}
    >
      <path
        d={`${draw(floor)}Z`}
        fill="var(--color-base-200)"
        {...(onPlace
          ? {
              className: 'cursor-pointer',
              onPointerDown: (e: React.PointerEvent<SVGPathElement>) => {
                const box = e.currentTarget.ownerSVGElement!.getBoundingClientRect()
                const [px, py] = [e.clientX - box.left, e.clientY - box.top].map(
                  (v) => (v * SIZE.width) / box.width,
                ) as [number, number]
                onPlace([x0 + (px - left) / scale, y0 + (height - SIZE.margin - py) / scale])
              },
            }
          : {})}
      />
      {room.path.segments.map((g, i) => {
        const at = (s: number): readonly [number, number] => {
          const [x, y] = segmentPoint(g, s)
          return place([x, y])
        }
        const between = (a: number, b: number): readonly (readonly [number, number])[] => {
          const n = Math.max(1, Math.ceil((segmentTurn(g) * ((b - a) / g.length)) / TURN_PER_CHORD))
          return Array.from({ length: n + 1 }, (_, k) => at(a + ((b - a) * k) / n))
        }
        const isChosen = chosen !== undefined && isIn(i, chosen)
        const middle = at(g.length / 2)
        const [tx, ty] = segmentTangent(g, g.length / 2)
        // Numbers stand outside of the room, at the right of the walls' travel.
        const number = [middle[0] + ty * 13, middle[1] + tx * 13] as const
        const openings = room.openings.filter((o) => o.wall === i)
        return (
          <WallOfPlan
            key={i}
            i={i}
            press={press}
            isChosen={isChosen}
            between={between}
            g={g}
            openings={openings}
            number={number}
          />
        )
      })}
      {props.children?.(place)}
    </svg>
  )
}

/** One wall of the plan, with its openings and its number. */
function WallOfPlan({
  i,
  press,
  isChosen,
  between,
  g,
  openings,
  number,
}: {
  readonly i: number
  readonly press: ReturnType<typeof useWallRange> | undefined
  readonly isChosen: boolean
  readonly between: (a: number, b: number) => readonly (readonly [number, number])[]
  readonly g: Segment
  readonly openings: Opening[]
  readonly number: readonly [number, number]
}) {
  return (
    <g
      data-wall={i + 1}
      {...(press
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-label': `Wall ${i + 1}`,
            'aria-pressed': isChosen,
            className: 'cursor-pointer',
            ...press.wall(i),
          }
        : {})}
    >
      <path d={draw(between(0, g.length))!} fill="none" stroke="transparent" strokeWidth="16" />
      <path
        d={draw(between(0, g.length))!}
        fill="none"
        stroke={isChosen ? 'var(--color-primary)' : 'var(--ink2)'}
        strokeWidth={isChosen ? 5 : 3}
      />
      {openings.map((o) => (
        <OpeningOfPlan key={`${o.from}-${o.sill}`} o={o} between={between} />
      ))}
      <text
        x={number[0]}
        y={number[1] + 4}
        textAnchor="middle"
        fontSize="11"
        className="figure"
        fontWeight={isChosen ? 700 : 400}
        fill="currentColor"
      >
        {i + 1}
      </text>
    </g>
  )
}

/** A door or a window in its wall. */
function OpeningOfPlan({
  o,
  between,
}: {
  readonly o: Opening
  readonly between: (a: number, b: number) => readonly (readonly [number, number])[]
}) {
  return (
    <g>
      <path
        d={draw(between(o.from, o.from + o.width))!}
        fill="none"
        stroke="var(--color-base-100)"
        strokeWidth="5.5"
      />
      <path
        d={draw(between(o.from, o.from + o.width))!}
        fill="none"
        stroke="var(--ink2)"
        strokeWidth={o.sill > 0 ? 1.6 : 1}
        strokeDasharray={o.sill > 0 ? undefined : '2 2'}
      />
    </g>
  )
}
