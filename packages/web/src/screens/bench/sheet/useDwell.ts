import { useEffect, useRef } from 'react'
import type { Id } from '@flexum/core/base'
import type { Sheet } from '../../../sheet/sheet.ts'
import { patternsWith } from './pointer.ts'

/** A curve under the pointer for so long is pointed at, ms. */
const DWELL = 350

/** Told what the pointer has come upon: a line or round that it stays on for a moment is one that new things take after. */
export function useDwell(sheet: Sheet): (hover: Id | undefined) => void {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(timer.current), [])
  return (hover) => {
    clearTimeout(timer.current)
    if (hover === undefined) return
    timer.current = setTimeout(() => {
      const { patterns, tool } = sheet.store.getState()
      if (tool !== 'choose') sheet.set({ patterns: patternsWith(sheet.model(), patterns, hover) })
    }, DWELL)
  }
}
