import { pathPoint } from '@flexum/core/path'
import { deg } from '@flexum/core/num'
import { formatDecimal } from '@flexum/core/units'
import type { PathOutput } from '@flexum/core/evaluate'
import type { UnitSettings } from '@flexum/core/document'
import type { Focus } from '../../bench/session.ts'
import type { RunView } from '../../bench/results.ts'
import type { BenchView } from '../../scene/BenchView.ts'
import { tightLength } from '../../ui/units.ts'
import { usePart, useSessionState } from './context.ts'
import { useProjected } from './useProjected.ts'

/** What is at a place of the path, in words: the bend or straight, its size, the station. */
export function describeFocus(path: PathOutput, focus: Focus, units: UnitSettings): string {
  const parts: string[] = []
  const row = focus.segment === undefined ? undefined : path.analysis.rows[focus.segment]
  if (row?.kind === 'line') parts.push(`straight ${tightLength(row.length, units.length, 2)}`)
  if (row?.kind === 'helix') parts.push(`helix R${tightLength(row.radius, units.length, 2)}`)
  if (row?.kind === 'arc') {
    const bend = path.analysis.rows.slice(0, focus.segment! + 1).filter((r) => r.kind === 'arc').length
    parts.push(
      `bend ${bend}`,
      `R${tightLength(row.radius, units.length, 2)}`,
      `${formatDecimal(deg(row.turn), 1)}°`,
    )
  }
  if (focus.station !== undefined) parts.push(`at ${tightLength(focus.station, units.length, 1)}`)
  return parts.join(' · ')
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
      {describeFocus(shown.path, focus, part.units)}
    </div>
  )
}
