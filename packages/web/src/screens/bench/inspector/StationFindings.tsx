import type { Station } from '@flexum/core/document'
import { FindingCard } from '../../../ui/FindingCard.tsx'
import { cure, showFinding } from '../actions/findings.ts'
import { useBench, useSessionState } from '../context.ts'

/** The findings that concern a station. */
export function StationFindings({ station }: { readonly station: Station }) {
  const { session, view } = useBench()
  const findings = useSessionState((s) => s.result?.findings)?.filter((f) => f.station === station) ?? []
  if (findings.length === 0) return null
  return (
    <div className="flex flex-col gap-2 px-3 py-3" aria-label="Findings" role="region">
      {findings.map((f) => (
        <FindingCard
          key={f.id}
          finding={f}
          onCure={(c) => cure(session, c)}
          {...(f.node !== undefined || f.from !== undefined
            ? { onShow: () => showFinding(session, f, view.current) }
            : {})}
        />
      ))}
    </div>
  )
}
