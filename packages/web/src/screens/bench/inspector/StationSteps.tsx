import type { ReactNode } from 'react'
import { stationOf, type Station } from '@flexum/core/recipe'
import { selectionOf } from '../../../bench/session.ts'
import { usePart, useSessionState } from '../context.ts'
import { StepInspector } from '../steps/index.ts'

/** The step that is worked on at a station, by its own inspector: the chosen one, else the first; or what to do without any. */
export function StationSteps({ station, empty }: { readonly station: Station; readonly empty: ReactNode }) {
  const part = usePart()
  const chosen = useSessionState((s) => selectionOf(s).step)
  const steps = part.steps.filter((s) => stationOf(s, part.steps) === station)
  const step = steps.find((s) => s.id === chosen) ?? steps[0]
  return step ? <StepInspector step={step} /> : empty
}
