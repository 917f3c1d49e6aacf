import { pointAt } from '@flexum/core/plane'
import { curvesPath } from '../../../ui/curvePath.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { laidOn, toScreen, type SheetView } from '../../../sheet/view.ts'
import { usePart } from '../context.ts'
import { useSheetState } from './context.ts'
import { usesOf } from './uses.ts'

interface Props {
  readonly model: SheetModel
  readonly view: SheetView
}

/** The uses that are marked: all where there are several or one is being chosen, else none. */
function useMarked(model: SheetModel) {
  const part = usePart()
  const picking = useSheetState((s) => s.picking)
  const uses = usesOf(part, model)
  if (uses.length < 2 && picking === undefined) return []
  return uses.map((use) => ({ use, dim: picking !== undefined && picking !== use.step.id }))
}

/** What each curve is used for, by the stroke of its use under it. */
export function UsesLayer({ model, view }: Props) {
  const on = laidOn(view)
  return (
    <g fill="none" pointerEvents="none">
      {useMarked(model).map(({ use, dim }) => (
        <g key={use.step.id} opacity={dim ? 0.25 : 1} data-use={use.letter}>
          {use.curves.map((id) => (
            <path
              key={id}
              d={curvesPath(model.pieces.get(id) ?? [], on)}
              stroke="var(--color-success)"
              strokeOpacity="0.5"
              strokeWidth="7"
              strokeLinecap="round"
              strokeDasharray={use.dash}
            />
          ))}
        </g>
      ))}
    </g>
  )
}

/** The letters of the uses, beside the first curve of each. */
export function UseLettersLayer({ model, view }: Props) {
  return (
    <g pointerEvents="none">
      {useMarked(model).map(({ use, dim }) => {
        const first = use.curves.flatMap((id) => model.pieces.get(id)?.slice(0, 1) ?? [])[0]
        if (!first) return null
        const [x, y] = toScreen(view, pointAt(first, 0.5))
        return (
          <g key={use.step.id} opacity={dim ? 0.4 : 1} transform={`translate(${x + 16} ${y - 14})`}>
            <circle r="9" fill="var(--color-base-100)" stroke="var(--color-success)" strokeWidth="1.5" />
            <text textAnchor="middle" dominantBaseline="central" className="figure" fill="currentColor">
              {use.letter}
            </text>
          </g>
        )
      })}
    </g>
  )
}
