import { useEffect, useRef, type RefObject } from 'react'

/** The focus goes to the first field or button in what has just opened, and back to where it was when that closes. */
export function useFocusFirst<E extends HTMLElement>(what = 'input, select, button'): RefObject<E | null> {
  const opened = useRef<E>(null)
  useEffect(() => {
    const before = document.activeElement
    opened.current?.querySelector<HTMLElement>(what)?.focus({ preventScroll: true })
    const box = opened.current
    return () => {
      // Only where nothing else has taken it meanwhile.
      const lost = document.activeElement === document.body || box?.contains(document.activeElement)
      if (lost && before instanceof HTMLElement && before.isConnected) before.focus({ preventScroll: true })
    }
  }, [what])
  return opened
}
