import { locate, pathPoint } from '@flexum/core/path'
import type { UnitSettings } from '@flexum/core/recipe'
import type { Focus } from '../../bench/session.ts'
import { stationOnRun, type RunView } from '../../bench/results.ts'
import type { BenchView } from '../../scene/BenchView.ts'
import { tightLength } from '../../ui/units.ts'
import { usePart, useSessionState } from './context.ts'
import { useProjected } from './useProjected.ts'
import { formatAngle } from '@flexum/core/units'

/**
 * What is at a place of the path, in words: the bend or straight, its size, and the station: along the run where there is
 * one, as everywhere else it is told of.
 */
export function describeFocus(shown: RunView, focus: Focus, units: UnitSettings): string {
  const parts: string[] = []
  const path = shown.path!
  const row = focus.segment === undefined ? undefined : path.analysis.rows[focus.segment]
  if (row?.kind === 'line') parts.push(`straight ${tightLength(row.length, units.length)}`)
  if (row?.kind === 'helix') parts.push(`helix R${tightLength(row.radius, units.length)}`)
  const onRun =
    shown.run && !shown.stale && focus.station !== undefined
      ? stationOnRun(shown.run, focus.station)
      : undefined
  if (row?.kind === 'arc') {
    const bend = bendAt(shown, focus.segment!, onRun)
    parts.push(
      ...(bend ? [`bend ${bend.number}`] : []),
      `R${tightLength(row.radius, units.length)}`,
      formatAngle(bend?.angle ?? row.turn, 1),
    )
  }
  if (focus.station !== undefined) {
    const beside = onRun !== undefined && (onRun < 0 || onRun > shown.run!.path.length)
    parts.push(
      beside
        ? `at ${tightLength(focus.station, units.length)} of the path, beside the run`
        : `at ${tightLength(onRun ?? focus.station, units.length)}`,
    )
  }
  return parts.join(' · ')
}

/** The bend of the table that a place belongs to: of the run's, or of the path's when nothing is carried along it. */
function bendAt(
  { run, bending }: RunView,
  segment: number,
  onRun: number | undefined,
): { readonly number: number; readonly angle: number } | undefined {
  const at = run && onRun !== undefined ? locate(run.path, onRun).index : segment
  const rows = bending?.table?.rows ?? []
  const row = rows.findIndex((r) => at >= r.segments[0] && at <= r.segments[1])
  return row < 0 ? undefined : { number: row + 1, angle: rows[row]!.angle }
}

/** The dark label beside the place that is pointed at. */
export function FocusChip({ view, shown }: { readonly view: BenchView; readonly shown: RunView }) {
  const focus = useSessionState((s) => s.focus)
  const part = usePart()
  useProjected(view)
  if (!shown.path || focus?.station === undefined) return null
  const at = view.project(pathPoint(shown.path.path, Math.min(focus.station, shown.path.analysis.length)))
  if (!at) return null
  // On the far side of the picture it stands to the left, where there is room for it.
  const right = at[0] > view.width() - 300
  return (
    <div
      role="status"
      aria-label="Pointed at"
      className="figure pointer-events-none absolute rounded-[3px] bg-neutral px-2 py-1 whitespace-nowrap text-neutral-content"
      style={{
        top: at[1] - 40,
        ...(right ? { left: at[0] - 16, transform: 'translateX(-100%)' } : { left: at[0] + 16 }),
      }}
    >
      {describeFocus(shown, focus, part.units)}
    </div>
  )
}
