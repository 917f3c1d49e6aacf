import { referencesOf } from '@flexum/core/sketch'
import { marksOf } from '../../../sheet/marks.ts'
import type { SheetModel } from '../../../sheet/model.ts'
import { toScreen, type SheetView } from '../../../sheet/view.ts'
import { useSheetState } from './context.ts'

/** Marks of constraints: in words for what is pointed at or chosen, as signs for all when asked. */
export function MarksLayer({ model, view }: { readonly model: SheetModel; readonly view: SheetView }) {
  const marks = useSheetState((s) => s.marks)
  const hover = useSheetState((s) => s.hover)
  const chosen = useSheetState((s) => s.chosen)
  const pointed = useSheetState((s) => s.pointed)
  const tool = useSheetState((s) => s.tool)
  const dragging = useSheetState((s) => s.dragging)
  if (dragging) return null
  const about = new Set([...chosen, ...(hover !== undefined && tool === 'choose' ? [hover] : [])])
  const named = model.step.constraints.filter(
    (c) => pointed.includes(c.id) || chosen.includes(c.id) || referencesOf(c).some((r) => about.has(r)),
  )
  const words = new Set(named.map((c) => c.id))
  const shown = marks === 'all' ? model.step.constraints : named
  // Marks in one place stand one under the other.
  const taken = new Map<string, number>()
  return (
    <g pointerEvents="none">
      {marksOf(model, shown).map((m, i) => {
        const [x, y] = toScreen(view, m.at)
        const place = `${Math.round(x / 12)},${Math.round(y / 12)}`
        const n = taken.get(place) ?? 0
        taken.set(place, n + 1)
        const text = words.has(m.constraint) ? m.word : m.sign
        const width = text.length * 6.4 + 12
        const left = x + 12 + (words.has(m.constraint) ? 0 : n * 20)
        const top = y + 14 + (words.has(m.constraint) ? n * 20 : 0)
        const lit = pointed.includes(m.constraint)
        return (
          <g key={i} data-mark={m.constraint}>
            <rect
              x={left}
              y={top - 9}
              width={width}
              height={17}
              rx={8.5}
              fill={lit ? 'var(--chosen-wash)' : 'var(--go-wash)'}
              fillOpacity="0.95"
            />
            <text
              x={left + width / 2}
              y={top + 4}
              textAnchor="middle"
              fontSize="11.5"
              fill={lit ? 'var(--color-primary)' : 'var(--color-success)'}
              fontFamily="var(--font-sans)"
            >
              {text}
            </text>
          </g>
        )
      })}
    </g>
  )
}
