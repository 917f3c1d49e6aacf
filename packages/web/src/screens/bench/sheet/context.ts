import { createContext, useContext, useMemo } from 'react'
import { useStore } from 'zustand'
import { sheetModel, surroundingsFor, type SheetModel } from '../../../sheet/model.ts'
import { withFollowed } from '../../../sheet/taking.ts'
import type { Sheet } from '../../../sheet/sheet.ts'
import type { SheetState } from '../../../sheet/state.ts'
import { usePart, useSessionState } from '../context.ts'

export const SheetContext = createContext<Sheet | undefined>(undefined)

export function useSheet(): Sheet {
  const sheet = useContext(SheetContext)
  if (!sheet) throw new Error('no sheet is open')
  return sheet
}

/** A piece of the sheet's state; the component is drawn again when it changes. */
export function useSheetState<T>(pick: (s: SheetState) => T): T {
  return useStore(useSheet().store, pick)
}

/** The sketch on the sheet as it is now on screen. */
export function useSheetModel(): SheetModel | undefined {
  const { stepId } = useSheet()
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const around = useMemo(() => surroundingsFor(part, result), [part, result])
  const kept = part.steps.find((s) => s.id === stepId)
  const step = kept?.kind === 'sketch' ? withFollowed(kept, result) : undefined
  return useMemo(() => (step ? sheetModel(step, around) : undefined), [step, around])
}
