import { useEffect, useRef, useState } from 'react'
import { rangeOver, type WallRange } from '../../../../bench/rooms.ts'

/** Pressing walls, and dragging over several, by pointer or keys. */
export function useWallRange(
  count: number,
  closed: boolean,
  onTake: (range: WallRange) => void,
): {
  /** The walls under the drag, before it is let go. */
  readonly range: WallRange | undefined
  /** Handlers of the drawing of one wall. */
  wall(index: number): {
    onPointerDown(e: React.PointerEvent): void
    onPointerEnter(): void
    onKeyDown(e: React.KeyboardEvent): void
  }
} {
  const [passed, setPassed] = useState<readonly number[]>([])
  const latest = useRef({ passed, onTake, count, closed })
  useEffect(() => {
    latest.current = { passed, onTake, count, closed }
  })
  const dragging = passed.length > 0
  useEffect(() => {
    if (!dragging) return
    const end = (): void => {
      const { passed: over, onTake: take, count: n, closed: c } = latest.current
      setPassed([])
      const range = rangeOver(over, n, c)
      if (range) take(range)
    }
    const leave = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') setPassed([])
    }
    window.addEventListener('pointerup', end)
    window.addEventListener('pointercancel', end)
    window.addEventListener('keydown', leave)
    return () => {
      window.removeEventListener('pointerup', end)
      window.removeEventListener('pointercancel', end)
      window.removeEventListener('keydown', leave)
    }
  }, [dragging])
  const from = useRef(0)
  return {
    range: rangeOver(passed, count, closed),
    wall: (index) => ({
      onPointerDown(e) {
        e.preventDefault()
        // The walls that the pointer comes over are told, not the one that it was pressed on.
        const target = e.target as Element
        if (target.hasPointerCapture(e.pointerId)) target.releasePointerCapture(e.pointerId)
        from.current = index
        setPassed([index])
      },
      onPointerEnter() {
        if (dragging && passed.at(-1) !== index) setPassed([...passed, index])
      },
      onKeyDown(e) {
        if (e.key !== 'Enter' && e.key !== ' ') return
        e.preventDefault()
        if (e.shiftKey) onTake({ first: from.current, last: index })
        else {
          from.current = index
          onTake({ first: index, last: index })
        }
      },
    }),
  }
}
