import { useEffect } from 'react'
import { kindOf } from '@flexum/core/recipe'
import { partOf, selectionOf } from '../../bench/session.ts'
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
      } else if (e.key.toLowerCase() === 'b' && !command && !takesKey(e.target, e.key)) {
        const state = session.store.getState()
        const { sheet, step } = selectionOf(state)
        const chosen = partOf(state).steps.find((s) => s.id === step)
        if (!sheet && chosen && kindOf(chosen).gives.includes('bodies') && state.before === undefined)
          session.showBefore(chosen.id)
      }
    }
    // Back to how it is as soon as the key, or the window, is let go.
    const goBack = (): void => {
      if (session.store.getState().before !== undefined) session.showBefore(undefined)
    }
    const onKeyUp = (e: KeyboardEvent): void => {
      if (e.key.toLowerCase() === 'b') goBack()
    }
    window.addEventListener('keydown', onKey)
    window.addEventListener('keyup', onKeyUp)
    window.addEventListener('blur', goBack)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('keyup', onKeyUp)
      window.removeEventListener('blur', goBack)
    }
  }, [session, view, openPalette])
}
