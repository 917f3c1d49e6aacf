import { kindOf, makeChange } from '@flexum/core/recipe'
import { stationFromEnd, type Cure, type Finding } from '@flexum/core/recipe/evaluated'
import { locate, pathPoint } from '@flexum/core/path'
import { reachAround } from '@flexum/core/profile'
import { runView, stationOnPath, stepResult } from '../../../bench/results.ts'
import { partOf, selectionOf, type Session } from '../../../bench/session.ts'
import type { BenchView } from '../../../scene/BenchView.ts'

/** Makes the change that a finding offers; a step that it adds is worked on then. */
export function cure(session: Session, { label, change }: Cure): void {
  const added = change.do === 'add-step' ? change.with.step : undefined
  const select = added && { station: kindOf(added).station, step: added.id, node: null }
  session.run(makeChange, change, { label, ...(select ? { select } : {}) })
}

/** Chooses what a finding is about, points at it, and goes there in the picture. */
export function showFinding(session: Session, f: Finding, view: BenchView | undefined): void {
  const about = stepResult(session.store.getState().result, f.step)
  session.select({ station: f.station, step: f.step || null, node: f.node ?? null })
  const { carried, path } = about?.output ?? {}
  const along = carried?.path ?? path?.path
  if (f.from === undefined || !along) return
  const at = f.places ? f.from : (f.from + (f.to ?? f.from)) / 2
  const state = session.store.getState()
  const shown = runView(partOf(state), state.result, selectionOf(state).step)
  const source = shown?.path
  // What is told along a path that the run takes from its end is shown from there.
  const own = shown?.against && source && shown.pathStep === f.step ? stationFromEnd(source, at) : at
  const onPath = carried ? stationOnPath(carried, at) : own
  const inside = source && onPath >= 0 && onPath <= source.path.length
  session.point({ station: onPath, ...(inside ? { segment: locate(source.path, onPath).index } : {}) })
  const size = carried ? 6 * reachAround(carried.section) : along.length / 8
  view?.flyTo(pathPoint(along, Math.min(Math.max(at, 0), along.length)), Math.max(size, 15))
}
