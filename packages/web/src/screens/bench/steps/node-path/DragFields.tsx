import { useLayoutEffect, useRef } from 'react'
import type { Axis } from '@flexum/core/recipe'
import type { Drag } from '../../../../bench/drag.ts'

/** Figures beside the pointer while dragging: they follow, and can be typed over. */
export function DragFields(props: {
  readonly drag: Drag
  readonly at: readonly [number, number]
  readonly unit: string
  figure(axis: Axis): string
  onType(axis: Axis, text: string): void
  onKeep(): void
  onCancel(): void
}) {
  const { drag } = props
  const first = useRef<HTMLInputElement>(null)
  useLayoutEffect(() => {
    first.current?.focus()
    first.current?.select()
  }, [])
  return (
    <div
      className="figure absolute z-10 rounded-[3px] bg-neutral px-2 py-1.5 text-neutral-content"
      style={{ left: props.at[0] + 18, top: props.at[1] + 14 }}
    >
      {drag.axes.map((axis, i) => (
        <label key={axis} className="flex items-center gap-2">
          {axis}
          <input
            ref={i === 0 ? first : undefined}
            className="w-24 bg-transparent text-right outline-none!"
            aria-label={`${axis} of the dragged node`}
            value={drag.typed?.[axis] ?? props.figure(axis)}
            onChange={(e) => props.onType(axis, e.target.value)}
            onKeyDown={(e) => {
              // The first key typed takes the place of the figure that follows the pointer.
              if (drag.typed?.[axis] === undefined && e.key.length === 1 && !e.ctrlKey && !e.metaKey) {
                e.preventDefault()
                props.onType(axis, e.key)
              }
              if (e.key === 'Enter') props.onKeep()
              if (e.key === 'Escape') {
                e.stopPropagation()
                props.onCancel()
              }
            }}
          />
          <span className="opacity-70">{props.unit}</span>
          {drag.caught[axis] && <span className="opacity-80">= {drag.caught[axis]}</span>}
        </label>
      ))}
    </div>
  )
}
