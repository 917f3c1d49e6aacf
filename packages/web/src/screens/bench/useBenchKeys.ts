import { useEffect } from 'react'
import { selectionOf } from '../../bench/session.ts'
import { takesKey } from '../../ui/keys.ts'
import { useBench } from './context.ts'

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
        if (takesKey(e.target, 'z')) (e.target as HTMLElement).blur()
        if (e.shiftKey) session.redo()
        else session.undo()
      } else if (command && e.key.toLowerCase() === 'y') {
        e.preventDefault()
        session.redo()
      } else if (
        e.key === 'Home' &&
        !takesKey(e.target, e.key) &&
        !selectionOf(session.store.getState()).sheet
      ) {
        view.current?.look('Isometric')
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [session, view, openPalette])
}
