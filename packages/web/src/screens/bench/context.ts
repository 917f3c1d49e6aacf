import { createContext, useContext, useMemo } from 'react'
import { useStore } from 'zustand'
import { surroundingsOf, type Surroundings, type ValueTable } from '@flexum/core/units'
import type { Compute } from '../../compute/client.ts'
import { shownPart, type Session, type SessionState } from '../../bench/session.ts'
import type { BenchView } from '../../scene/BenchView.ts'

/** The session of the part on the Bench, its computation, and the picture once it is there. */
export interface BenchContextValue {
  readonly session: Session
  /** What is asked beside the part as it is edited. */
  readonly compute: Compute
  readonly view: { current: BenchView | undefined }
}

export const BenchContext = createContext<BenchContextValue | undefined>(undefined)

export function useBench(): BenchContextValue {
  const value = useContext(BenchContext)
  if (!value) throw new Error('the Bench is not here')
  return value
}

/** A piece of the session's state; the component is drawn again when it changes. */
export function useSessionState<T>(pick: (s: SessionState) => T): T {
  return useStore(useBench().session.store, pick)
}

export function usePart() {
  return useSessionState(shownPart)
}

/** The units of the part; the same object however the part is changed otherwise. */
export const useUnits = () => useSessionState((s) => shownPart(s).units)

/** What formulas can see now, for echoes while typing. */
export function useSurroundings(): Surroundings {
  const values = useSessionState((s) => s.result?.values)
  return useMemo(() => {
    const table: ValueTable = new Map((values ?? []).map((v) => [v.name, v.result]))
    return surroundingsOf(table, { length: 'mm', mass: 'kg' })
  }, [values])
}
