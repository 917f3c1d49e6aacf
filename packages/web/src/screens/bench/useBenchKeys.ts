import { useEffect } from 'react'
import { selectionOf } from '../../bench/session.ts'
import { useBench } from './context.ts'

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLTextAreaElement ||
  target instanceof HTMLSelectElement

/** Keys that work anywhere on the Bench. */
export function useBenchKeys(openPalette: () => void): void {
  const { session, view } = useBench()
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const command = e.ctrlKey || e.metaKey
      if (command && e.key.toLowerCase() === 'k') {
        e.preventDefault()
        openPalette()
      } else if (command && e.key.toLowerCase() === 'z' && !e.altKey) {
        e.preventDefault()
        if (isTyping(e.target)) (e.target as HTMLElement).blur()
        if (e.shiftKey) session.redo()
        else session.undo()
      } else if (command && e.key.toLowerCase() === 'y') {
        e.preventDefault()
        session.redo()
      } else if (e.key === 'Home' && !isTyping(e.target) && !selectionOf(session.store.getState()).sheet) {
        view.current?.look('Isometric')
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [session, view, openPalette])
}
