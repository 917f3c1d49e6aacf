import { useState } from 'react'
import { countingIds } from '@flexum/core/base'
import {
  idsIn,
  type Step,
  type MouldingLineStep,
  runMoulding,
  sameMoulding,
  type MouldingLineChoices,
} from '@flexum/core/recipe'
import { formatLength } from '@flexum/core/units'
import { stepResult, stepsGiving } from '../../../../bench/results.ts'
import { partOf, type Session } from '../../../../bench/session.ts'
import { useBench, usePart, useSessionState, useUnits } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'

/** What runs along a line: a moulding is put there, its back on the walls, or the same one taken elsewhere. */
export function Mouldings({ step }: { readonly step: MouldingLineStep }) {
  const { session } = useBench()
  const part = usePart()
  const profiles = stepsGiving(part, 'section')
  const [asked, setProfile] = useState<string>()
  const runs = part.steps.filter((s) => s.kind === 'run' && s.path === step.id)
  const before = runs[0]?.kind === 'run' ? runs[0].profile : undefined
  const profile = profiles.find((p) => p.id === (asked ?? before)) ?? profiles[0]
  const rooms = part.steps.filter((s) => s.kind === 'wall-path' && s.id !== step.walls)
  const put = (): void => {
    if (!profile) return
    const run = countingIds('s', idsIn(part))()
    session.run(
      runMoulding,
      { line: step.id, profile: profile.id, run, name: profile.name },
      { label: 'Put a moulding', select: { station: 'run', step: run, node: null } },
    )
  }
  return (
    <fieldset className="flex flex-col gap-1.5 px-3 pb-2">
      <legend className="pb-1 font-medium">Moulding</legend>
      {profiles.length === 0 ? (
        <p className="muted">A moulding needs a profile: one from stock, drawn, traced, or from the rack.</p>
      ) : (
        <NoProfiles profile={profile} profiles={profiles} setProfile={setProfile} runs={runs} put={put} />
      )}
      {runs.map((r) => (
        <Stands key={r.id} run={r} />
      ))}
      {runs.length > 0 && (
        <Choice
          label="The same also"
          value=""
          choices={[
            ['', 'choose where'],
            ...(step.level === 'floor' ? [] : ([['floor', 'at the floor']] as const)),
            ...(step.level === 'ceiling' ? [] : ([['ceiling', 'at the ceiling']] as const)),
            ['height', 'at a height'],
            ...rooms.map((r) => [`in:${r.id}`, `in ${r.name}`] as const),
          ]}
          onChoose={(where) => takeAlong(session, step, where)}
        />
      )}
    </fieldset>
  )
}

function NoProfiles({
  profile,
  profiles,
  setProfile,
  runs,
  put,
}: {
  readonly profile: Step | undefined
  readonly profiles: readonly Step[]
  readonly setProfile: (next: string | undefined) => void
  readonly runs: Step[]
  readonly put: () => void
}) {
  return (
    <div className="flex items-center gap-2">
      <div className="min-w-0 grow">
        <Choice
          label="Section"
          hideLabel
          value={profile!.id}
          choices={profiles.map((p) => [p.id, p.name] as const)}
          onChoose={setProfile}
        />
      </div>
      <button
        type="button"
        className={`btn btn-xs ${runs.length === 0 ? 'btn-success' : 'btn-paper'}`}
        onClick={put}
      >
        Run it here
      </button>
    </div>
  )
}

/** How far a moulding stands out from its wall, and how much of the wall it takes. */
function Stands({ run }: { readonly run: Step }) {
  const units = useUnits()
  const carried = useSessionState((s) => stepResult(s.result, run.id)?.output?.carried)
  if (!carried) return null
  const { x, y } = carried.outline
  const length = (of: ArrayLike<number>): string => {
    const all = Array.from(of)
    return formatLength(Math.max(...all) - Math.min(...all), units.length)
  }
  return (
    <p className="flex justify-between gap-2">
      <span className="muted truncate">{run.name}</span>
      <span className="figure">
        {length(x)} out, {length(y)} on the wall
      </span>
    </p>
  )
}

/** The same moulding at another level, or along the walls of another room. */
function takeAlong(session: Session, step: MouldingLineStep, where: string): void {
  if (where === '') return
  const room = where.startsWith('in:') ? where.slice(3) : undefined
  const choices: MouldingLineChoices = room
    ? { walls: room, first: null, last: null }
    : { level: where as MouldingLineStep['level'] }
  const before = new Set(partOf(session.store.getState()).steps.map((s) => s.id))
  const label = 'The same moulding elsewhere'
  if (!session.run(sameMoulding, { step: step.id, name: `${step.name}, again`, choices }, { label })) return
  const line = partOf(session.store.getState()).steps.find((s) => s.kind === 'trim-path' && !before.has(s.id))
  if (line) session.select({ station: 'path', step: line.id, node: null })
}
