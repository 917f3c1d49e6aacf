import { memo } from 'react'
import type { Id } from '@flexum/core/base'
import { endsOf } from '@flexum/core/sketch'
import { isFree, type SheetModel } from '../../../sheet/model.ts'
import { toScreen, type SheetView } from '../../../sheet/view.ts'
import { Blocks } from '../../../ui/Blocks.tsx'
import { useSheetState } from './context.ts'

/** Points: settled ones a dot, free ones a small square, loose ends open. */
export function PointsLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const chosen = useSheetState((s) => s.chosen)
  const hover = useSheetState((s) => s.hover)
  const [ox, oy] = toScreen(view, [0, 0])
  const taken = new Set(chosen)
  const ends = new Set(model.entities.flatMap((e) => (e.kind === 'point' ? [] : (endsOf(e) ?? []))))
  return (
    <g>
      <path
        d={`M${ox - 7} ${oy}H${ox + 7}M${ox} ${oy - 7}V${oy + 7}`}
        stroke={taken.has('origin') ? 'var(--color-primary)' : 'var(--ink2)'}
        strokeWidth={taken.has('origin') || hover === 'origin' ? 2.5 : 1.4}
      />
      <Blocks
        of={PointMark}
        items={model.entities.flatMap((e) => {
          if (e.kind !== 'point') return []
          const [x, y] = toScreen(view, [e.x, e.y])
          return {
            id: e.id,
            x,
            y,
            free: isFree(model, e.id),
            chosen: taken.has(e.id),
            lit: taken.has(e.id) || hover === e.id,
            small: !ends.has(e.id),
          }
        })}
      />
    </g>
  )
}

interface PointMarkProps {
  readonly id: Id
  readonly x: number
  readonly y: number
  readonly free: boolean
  readonly chosen: boolean
  readonly lit: boolean
  readonly small: boolean
}

/** One point; drawn again only when it looks different, however many there are. */
const PointMark = memo(function PointMark(props: PointMarkProps) {
  const { id, x, y, free, chosen, lit, small } = props
  const r = (small ? 2.6 : 4) + (lit ? 1.5 : 0)
  const stroke = free ? 'var(--color-primary)' : 'var(--color-success)'
  return (
    <g data-point={id} data-state={free ? 'free' : 'settled'}>
      {chosen && <circle cx={x} cy={y} r={10} fill="var(--chosen-wash)" />}
      {free ? (
        <rect
          x={x - r}
          y={y - r}
          width={2 * r}
          height={2 * r}
          fill="var(--color-base-100)"
          stroke={stroke}
          strokeWidth="1.8"
        />
      ) : (
        <circle cx={x} cy={y} r={r} fill={stroke} stroke="var(--color-base-100)" strokeWidth="1.2" />
      )}
    </g>
  )
})
