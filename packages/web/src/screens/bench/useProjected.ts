import { useEffect, useState } from 'react'
import type { BenchView } from '../../scene/BenchView.ts'

/** Draws the component again after every drawing of the view, so that what lies over it follows. */
export function useProjected(view: BenchView): void {
  const [, setTick] = useState(0)
  useEffect(() => {
    // What was drawn before this listened is not told of.
    setTick((t) => t + 1)
    return view.onDraw(() => setTick((t) => t + 1))
  }, [view])
}
