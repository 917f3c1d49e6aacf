import { JOINTS, type CornersEntry, type JointName, type RunChoices, type RunStep } from '@flexum/core/recipe'
import type { CarriedGiven, RunCorner } from '@flexum/core/sweep'
import { formatLength, formatAngle } from '@flexum/core/units'
import { stationOnPath } from '../../../../bench/results.ts'
import { useBench, usePart } from '../../context.ts'
import { Choice } from '../../inspector/Choice.tsx'
import { useChangeRun } from './useChangeRun.ts'

const JOINT_WORDS = {
  mitre: 'mitred',
  round: 'rounded',
  butt: 'butted',
} as const satisfies Record<JointName, string>

/** What is made of each place where the path breaks its direction: one choice for all, and one each. */
export function CornerFields({ step, run }: { readonly step: RunStep; readonly run: CarriedGiven }) {
  const change = useChangeRun(step)
  const corners = step.corners ?? { all: 'mitre', each: {} }
  const listed = run.corners.filter((c) => c.key !== 'start' && c.key !== 'end')
  const others = Object.keys(corners.each).length
  return (
    <div className="flex flex-col gap-1.5">
      <Choice
        label="All corners"
        value={corners.all}
        choices={JOINT_WORDS}
        onChoose={(all) => change({ corners: { all, each: {} } }, `Corners ${JOINT_WORDS[all]}`)}
      />
      {listed.length > 0 && (
        <ul aria-label="Corners" className="flex flex-col gap-1">
          {listed.map((c, i) => (
            <CornerRow key={`${c.key}-${i}`} c={c} run={run} corners={corners} change={change} />
          ))}
        </ul>
      )}
      {others > 0 && (
        <button
          type="button"
          className="btn btn-xs btn-ghost self-end"
          onClick={() => change({ corners: { all: corners.all, each: {} } }, 'All corners alike')}
        >
          All alike again
        </button>
      )}
    </div>
  )
}

/** One corner and how it is made. */
function CornerRow({
  c,
  run,
  corners,
  change,
}: {
  readonly c: RunCorner
  readonly run: CarriedGiven
  readonly corners: CornersEntry
  readonly change: (choices: RunChoices, label: string) => void
}) {
  const { session } = useBench()
  const part = usePart()
  return (
    <li
      className="grid grid-cols-[1fr_116px] items-center gap-x-2"
      onPointerEnter={() => session.point({ station: stationOnPath(run, c.station) })}
      onPointerLeave={() => session.point(undefined)}
    >
      <span className="figure">
        at {formatLength(c.station, part.units.length)}, {formatAngle(c.deflection, 1).replace(/\.0$/, '')}
      </span>
      <select
        className="select select-sm"
        aria-label={`Corner at ${formatLength(c.station, part.units.length)}`}
        value={c.joint}
        onChange={(e) => {
          const joint = e.target.value as JointName
          const { [c.key]: _, ...each } = corners.each
          const kept = joint === corners.all ? each : { ...each, [c.key]: joint }
          change({ corners: { all: corners.all, each: kept } }, `Corner ${JOINT_WORDS[joint]}`)
        }}
      >
        {JOINTS.map((j) => (
          <option key={j} value={j}>
            {JOINT_WORDS[j]}
          </option>
        ))}
      </select>
    </li>
  )
}
