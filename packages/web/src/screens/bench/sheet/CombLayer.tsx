import { bendsAlong, vec2, type Vec2 } from '@flexum/core/plane'
import { formatLength } from '@flexum/core/units'
import type { SheetModel } from '../../../sheet/model.ts'
import { toScreen, type SheetView } from '../../../sheet/view.ts'
import { useUnits } from '../context.ts'
import { useSheetState } from './context.ts'

/** Length of the longest tooth, px, and how many there are to a piece. */
const TOOTH = 56
const EACH = 14
/** Bends that turn less than this in the length of the screen are none. */
const STRAIGHT = 1e-9

/** How the free curves bend: a tooth square to the curve for each place, the longer the tighter, and the tightest named. */
export function CombLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const units = useUnits()
  const comb = useSheetState((s) => s.comb)
  const chosen = useSheetState((s) => s.chosen)
  if (!comb) return null
  const free = model.entities.filter((e) => e.kind === 'spline' || e.kind === 'ellipse')
  const shown = free.some((e) => chosen.includes(e.id)) ? free.filter((e) => chosen.includes(e.id)) : free
  return (
    <g fill="none" stroke="var(--ink2)" strokeWidth="1" data-comb>
      {shown.map((e) => {
        const teeth = bendsAlong(model.pieces.get(e.id) ?? [], EACH)
        const most = Math.max(...teeth.map((t) => Math.abs(t.bend)), 0)
        if (!(most * model.size > STRAIGHT)) return null
        const tips = teeth.map(({ point, left, bend }): readonly [Vec2, Vec2] => {
          const foot = toScreen(view, point)
          // Teeth stand outside the bend; y runs down on the screen.
          const long = (-TOOTH * bend) / most
          return [foot, vec2.add(foot, [left[0] * long, -left[1] * long])]
        })
        const at = teeth.findIndex((t) => Math.abs(t.bend) === most)
        const [x, y] = tips[at]![1]
        return (
          <g key={e.id}>
            <path d={tips.map(([a, b]) => `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`).join('')} opacity="0.6" />
            <path d={`M${tips.map(([, b]) => `${b[0]} ${b[1]}`).join('L')}`} stroke="var(--color-primary)" />
            <text
              x={x + 5}
              y={y - 5}
              stroke="none"
              fill="var(--color-base-content)"
              className="figure text-xs"
            >
              r {formatLength(1 / most, units.length)}
            </text>
          </g>
        )
      })}
    </g>
  )
}
