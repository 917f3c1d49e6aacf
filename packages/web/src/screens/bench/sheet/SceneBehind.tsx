import { useEffect } from 'react'
import { stepResult } from '../../../bench/results.ts'
import { useBench, useSessionState } from '../context.ts'
import { useSheet, useSheetState } from './context.ts'

/** Keeps the picture of the part square to the sheet and in step with its zoom. */
export function SceneBehind() {
  const { view } = useBench()
  const { stepId } = useSheet()
  const seen = useSheetState((s) => s.view)
  const output = useSessionState((s) => stepResult(s.result, stepId)?.output?.sketch)
  const frame = output?.frame
  useEffect(() => {
    if (frame) view.current?.faceSheet({ ...frame, centre: seen.centre, scale: seen.scale })
  }, [view, frame, seen])
  return null
}
