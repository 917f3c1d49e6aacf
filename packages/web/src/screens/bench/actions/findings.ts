import type { Id } from '@flexum/core/base'
import { kindOf } from '@flexum/core/document'
import { makeChange } from '@flexum/core/edit'
import { inputOf, type Cure, type Finding } from '@flexum/core/evaluate'
import { locate, pathPoint, type Path } from '@flexum/core/path'
import { reachAround } from '@flexum/core/profile'
import { stationOnPath, stepResult } from '../../../bench/results.ts'
import { partOf, type Session } from '../../../bench/session.ts'
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
  const source = carried ? wholePath(session, f.step) : along
  const onPath = carried ? stationOnPath(carried, at) : at
  const inside = source && onPath >= 0 && onPath <= source.length
  session.point({ station: onPath, ...(inside ? { segment: locate(source, onPath).index } : {}) })
  const size = carried ? 6 * reachAround(carried.section) : along.length / 8
  view?.flyTo(pathPoint(along, Math.min(Math.max(at, 0), along.length)), Math.max(size, 15))
}

/** The whole path that a run goes along. */
function wholePath(session: Session, run: Id): Path | undefined {
  const state = session.store.getState()
  const step = partOf(state).steps.find((s) => s.id === run)
  return stepResult(state.result, inputOf(step, 'path'))?.output?.path?.path
}
