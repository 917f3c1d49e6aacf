import { runView } from '../../../bench/results.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { formatLengthFigures } from '@flexum/core/units'
import { pathPoint } from '@flexum/core/path'
import { usePart, useSessionState } from '../context.ts'

/** How the run ends. All ends are square so far. */
export function EndsInspector() {
  const part = usePart()
  const result = useSessionState((s) => s.result)
  const path = runView(part, result)?.path
  if (!path) return <EmptyState title="No ends yet">Ends show here once there is a path.</EmptyState>
  if (path.path.closed)
    return <EmptyState title="A closed path has no ends">The section meets itself at the start.</EmptyState>
  const place = (s: number): string =>
    pathPoint(path.path, s)
      .map((v) => formatLengthFigures(v, part.units.length))
      .join('  ')
  return (
    <>
      <div className="px-3 pt-3 pb-1">
        <h2 className="heading">Ends</h2>
      </div>
      <Section title="Both cut square to the path">
        <Figures
          rows={[
            ['Start at', place(0)],
            ['End at', place(path.path.length)],
          ]}
        />
      </Section>
    </>
  )
}

/** Bodies the run meets; there are none so far. */
export function FitInspector() {
  return (
    <EmptyState title="No bodies here">
      This part is one run by itself: nothing to meet, join or cut.
    </EmptyState>
  )
}
