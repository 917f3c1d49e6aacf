import { Check } from 'lucide-react'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { placedOn, type BarLayout, type Saw } from '@flexum/core/cutting'
import { placedBar, type PlacedBar, type PlacedPiece } from '@flexum/core/report'
import { formatDecimal } from '@flexum/core/units'
import type { PlanGroup } from '../../api/orders.ts'
import type { BareMove } from './usePlan.ts'

/** Width of the longest bar and height of a bar, in the drawing's own units. */
const WIDTH = 1000
const HEIGHT = 30
/** Pixels that a pointer moves before a press becomes a drag. */
const DRAGS = 5
/** Narrowest piece with its length on it, with a sign before that, and the most that a leaning cut is drawn to lean. */
const NARROW = 85
const ROOMY = 115
const MOST_LEAN = 12

interface BarProps {
  readonly bar: BarLayout
  readonly number: number
  readonly group: PlanGroup
  readonly saw: Saw
  readonly longest: number
  readonly done: ReadonlySet<string>
  readonly chosen: string | undefined
  readonly busy: boolean
  onChoose(piece: string | undefined): void
  onDone(pieces: readonly string[], sawn: boolean): void
  onMove(move: BareMove, back: BareMove): void
}

/** One bar of a plan to scale: pieces can be chosen, dragged to another bar, and ticked as sawn. */
export function BarRow(props: BarProps) {
  const { bar, group, saw, done } = props
  const scale = WIDTH / props.longest
  const placed = placedBar(group, bar, saw, done)
  const drag = usePieceDrag(props)
  return (
    <li
      data-bar={bar.id}
      data-group={group.key}
      className="grid grid-cols-[92px_1fr_92px_26px] items-center gap-2"
    >
      <span className="figure text-right">
        <span className="muted">{props.number}</span> {formatDecimal(bar.length, 0)}
        {bar.held && (
          <span
            title="pieces were put on it by hand; these stay on it when the rest is planned anew"
            aria-label="held"
          >
            {' '}
            ⚑
          </span>
        )}
      </span>
      <div className="relative">
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          className="h-[30px] w-full overflow-visible"
        >
          <rect
            width={bar.length * scale}
            height={HEIGHT}
            fill="var(--color-base-200)"
            stroke="var(--color-base-content)"
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
          {placed.pieces.map((p) => (
            <PieceOnBar
              key={p.id}
              piece={p}
              scale={scale}
              isChosen={p.id === props.chosen}
              drag={drag}
              onChoose={props.onChoose}
              onDone={props.onDone}
            />
          ))}
        </svg>
        <PieceLengths pieces={placed.pieces} scale={scale} dragged={drag.dragged?.piece} />
      </div>
      <LeftOver placed={placed} />
      <SawnButton {...props} />
    </li>
  )
}

interface PieceDrag {
  readonly dragged: { readonly piece: string; readonly dx: number; readonly dy: number } | undefined
  onDown(e: PointerEvent<SVGGElement>, piece: string): void
  onMove(e: PointerEvent<SVGGElement>, piece: string): void
  onUp(e: PointerEvent<SVGGElement>): void
  onCancel(): void
}

/** A press on a piece: chooses it, or carries it to where it is let go over another bar of the same stock. */
function usePieceDrag(props: BarProps): PieceDrag {
  const { bar, group, saw } = props
  const [dragged, setDragged] = useState<PieceDrag['dragged']>()
  const press = useRef<{ readonly piece: string; readonly x: number; readonly y: number }>(undefined)
  const end = (): void => {
    press.current = undefined
    setDragged(undefined)
  }
  return {
    dragged,
    onDown(e, piece) {
      if (e.button !== 0) return
      press.current = { piece, x: e.clientX, y: e.clientY }
      e.currentTarget.setPointerCapture(e.pointerId)
    },
    onMove(e, piece) {
      const began = press.current
      if (!began || props.busy) return
      const [dx, dy] = [e.clientX - began.x, e.clientY - began.y]
      if (!dragged && Math.hypot(dx, dy) < DRAGS) return
      const box = e.currentTarget.ownerSVGElement!.getBoundingClientRect()
      setDragged({ piece, dx: (dx * WIDTH) / box.width, dy: (dy * HEIGHT) / box.height })
    },
    onUp(e) {
      const began = press.current
      end()
      if (!began) return
      if (!dragged) {
        props.onChoose(began.piece)
        return
      }
      const over = document.elementsFromPoint(e.clientX, e.clientY).find((x) => x.closest('[data-bar]'))
      const target = over?.closest<HTMLElement>('[data-bar]')
      if (!target || target.dataset['group'] !== group.key || target.dataset['bar'] === bar.id) return
      const to = group.bars.find((b) => b.id === target.dataset['bar'])
      if (!to) return
      const box = target.querySelector('svg')!.getBoundingClientRect()
      const at = ((e.clientX - box.left) / box.width) * props.longest
      const index = placedOn(to, saw).filter((p) => (p.from + p.to) / 2 < at).length
      const back = bar.pieces.findIndex((p) => p.id === began.piece)
      props.onMove({ piece: began.piece, to: to.id, at: index }, { piece: began.piece, to: bar.id, at: back })
    },
    onCancel: end,
  }
}

/** A piece to scale, its cuts leaning as they are sawn; the fence is at the top. */
function PieceOnBar(props: {
  readonly piece: PlacedPiece
  readonly scale: number
  readonly isChosen: boolean
  readonly drag: PieceDrag
  onChoose(piece: string | undefined): void
  onDone(pieces: readonly string[], sawn: boolean): void
}) {
  const { piece: p, scale, isChosen, drag } = props
  const { words, sawn } = p
  const [x, w] = [p.from * scale, (p.to - p.from) * scale]
  const [l, r] = p.leans(scale, MOST_LEAN)
  const moved = drag.dragged?.piece === p.id ? drag.dragged : undefined
  const shape = `M${x + Math.max(0, -l)} 0H${x + w - Math.max(0, r)}L${x + w - Math.max(0, -r)} ${HEIGHT}H${x + Math.max(0, l)}Z`
  const onKey = (e: KeyboardEvent): void => {
    if (e.key === 'Enter') props.onChoose(p.id)
    else if (e.key === ' ') props.onDone([p.id], !sawn)
    else if (e.key === 'Escape') props.onChoose(undefined)
    else return
    e.preventDefault()
  }
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={words}
      className="cursor-grab outline-none focus-visible:[&>path]:stroke-[var(--color-primary)] focus-visible:[&>path]:stroke-[3px]"
      transform={moved && `translate(${moved.dx} ${moved.dy})`}
      style={{ pointerEvents: moved ? 'none' : undefined, touchAction: 'none' }}
      onKeyDown={onKey}
      onPointerDown={(e) => drag.onDown(e, p.id)}
      onPointerMove={(e) => drag.onMove(e, p.id)}
      onPointerUp={(e) => drag.onUp(e)}
      onPointerCancel={() => drag.onCancel()}
    >
      <title>{words}</title>
      <path
        d={shape}
        fill={isChosen ? 'var(--chosen-wash)' : sawn ? 'var(--go-wash)' : 'var(--color-base-100)'}
        stroke={isChosen ? 'var(--color-primary)' : 'var(--color-base-content)'}
        strokeWidth={isChosen ? 2 : 1}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  )
}

/** The lengths on the pieces that have room for them. */
function PieceLengths(props: {
  readonly pieces: readonly PlacedPiece[]
  readonly scale: number
  readonly dragged: string | undefined
}) {
  const { scale } = props
  return props.pieces.map((p) => {
    const width = (p.to - p.from) * scale
    if (width < NARROW || props.dragged === p.id) return null
    return (
      <span
        key={p.id}
        aria-hidden
        className="figure pointer-events-none absolute inset-y-0 flex items-center justify-center overflow-hidden text-[11px] whitespace-nowrap"
        style={{ left: `${(p.from * scale) / (WIDTH / 100)}%`, width: `${width / (WIDTH / 100)}%` }}
      >
        {p.sawn && '✓ '}
        {p.turned && width >= ROOMY && '↻ '}
        {formatDecimal(p.length, 1)}
      </span>
    )
  })
}

function LeftOver({ placed: { left, isKept } }: { readonly placed: PlacedBar }) {
  return (
    <span className="figure text-right" title={isKept ? 'what is left, kept for later' : 'what is left'}>
      {isKept ? '' : <span className="muted">waste </span>}
      {formatDecimal(left, 0)}
      {isKept && <span className="muted"> kept</span>}
    </span>
  )
}

function SawnButton({ bar, number, done, onDone }: BarProps) {
  const allDone = bar.pieces.every((p) => done.has(p.id))
  const pieces = bar.pieces.map((p) => p.id)
  return (
    <button
      type="button"
      className={`btn btn-xs btn-square print:hidden ${allDone ? 'btn-success' : 'btn-paper'}`}
      aria-label={allDone ? `Bar ${number} is not sawn` : `Bar ${number} is sawn`}
      aria-pressed={allDone}
      onClick={() => onDone(pieces, !allDone)}
    >
      <Check size={13} aria-hidden />
    </button>
  )
}
