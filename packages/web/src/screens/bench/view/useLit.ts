import { useEffect } from 'react'
import { type CarriedGiven, frameAt } from '@flexum/core/sweep'
import { vec3, type Vec3 } from '@flexum/core/space'
import { stationOnPath, stationOnRun, type RunView } from '../../../bench/results.ts'
import type { BenchView } from '../../../scene/BenchView.ts'
import { useSessionState } from '../context.ts'
import { outlineAt } from './SectionPanel.tsx'

/** The section's outlines at a station of the run, in space, as pairs of points. */
function sectionLines(run: CarriedGiven, station: number): Vec3[] {
  const at = Math.min(Math.max(station, 0), run.path.length)
  const o = outlineAt(run, at)
  const f = frameAt(run.frames, at)
  const place = (v: number): Vec3 => vec3.addScaled(vec3.addScaled(f.origin, f.n, o.x[v]!), f.b, o.y[v]!)
  return Array.from(o.sideFrom, (v, i) => [place(v), place(o.sideTo[i]!)]).flat()
}

/** The run's segments that lie on a segment of its path. */
function segmentsOn(view: RunView, segment: number | undefined): ReadonlySet<number> {
  const { run, path } = view
  if (!run || !path || segment === undefined) return new Set()
  const [from, to] = [path.path.starts[segment]!, path.path.starts[segment + 1]!]
  return new Set(
    run.path.segments.flatMap((g, i) => {
      const middle = stationOnPath(run, run.path.starts[i]! + g.length / 2)
      return middle > from && middle < to ? [i] : []
    }),
  )
}

/** Lights up in the picture what is pointed at, wherever that is: the segment, and the section at the station. */
export function useLit(view: BenchView | undefined, shown: RunView | undefined): void {
  const focus = useSessionState((s) => s.focus)
  useEffect(() => {
    if (!shown || !view) return
    const { run } = shown
    const lines =
      run && !shown.stale && focus?.station !== undefined
        ? sectionLines(run, stationOnRun(run, focus.station))
        : undefined
    view.setFocus(shown.runStep, segmentsOn(shown, focus?.segment), lines)
  }, [view, shown, focus])
}
