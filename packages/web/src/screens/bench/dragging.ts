import { useEffect } from 'react'

/** Where a pointer is in the picture it drags on, px from its upper left. */
export function placeInPicture(e: React.PointerEvent): [number, number] {
  const box = (e.currentTarget as Element).closest('section')!.getBoundingClientRect()
  return [e.clientX - box.left, e.clientY - box.top]
}

/** Escape gives up what is being dragged. */
export function useEscape(dragging: boolean, giveUp: () => void): void {
  useEffect(() => {
    if (!dragging) return
    const onKey = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') giveUp()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
}
