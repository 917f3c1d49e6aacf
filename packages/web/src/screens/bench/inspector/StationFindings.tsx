import type { Id } from '@flexum/core/base'
import { stepOf, type Station } from '@flexum/core/recipe'
import { type Finding } from '@flexum/core/recipe/evaluated'
import { FindingCard } from '../../../ui/FindingCard.tsx'
import { cure, showFinding } from '../actions/findings.ts'
import { useBench, usePart, useSessionState } from '../context.ts'

/** The findings that concern a station; where a step is shown its own come first, and those of others say whose they are. */
export function StationFindings({ station, of }: { readonly station: Station; readonly of?: Id }) {
  const { session, view } = useBench()
  const part = usePart()
  const all = useSessionState((s) => s.result?.findings)?.filter((f) => f.station === station) ?? []
  if (all.length === 0) return null
  const isOwn = (f: Finding): boolean => of === undefined || f.step === of
  const findings = [...all.filter(isOwn), ...all.filter((f) => !isOwn(f))]
  return (
    <div className="flex flex-col gap-2 px-3 py-3" aria-label="Findings" role="region">
      {findings.map((f) => (
        <FindingCard
          key={f.id}
          finding={f}
          {...(isOwn(f) ? {} : { of: stepOf(part, f.step)?.name ?? '' })}
          onCure={(c) => cure(session, c)}
          {...(f.node !== undefined || f.from !== undefined || !isOwn(f)
            ? { onShow: () => showFinding(session, f, view.current) }
            : {})}
        />
      ))}
    </div>
  )
}
