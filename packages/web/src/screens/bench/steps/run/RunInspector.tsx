import type { Capability, RunChoices, RunStep, Step } from '@flexum/core/recipe'
import { stepResult, stepsGiving } from '../../../../bench/results.ts'
import { Section } from '../../../../ui/Figures.tsx'
import { useBench, usePart, useSessionState } from '../../context.ts'
import { AnchorPicker } from './AnchorPicker.tsx'
import { Choice } from '../../inspector/Choice.tsx'
import { CopiesFields } from '../shared/CopiesFields.tsx'
import { ScaleFields, ShapingFields, TwistFields } from './CourseFields.tsx'
import { LookFields } from './LookFields.tsx'
import { PartFields } from './PartFields.tsx'
import { RunFigures } from './RunFigures.tsx'
import { FromEnd } from '../shared/FromEnd.tsx'
import { TurningFields } from './TurningFields.tsx'
import { useChangeRun } from './useChangeRun.ts'
import { StationFindings } from '../../inspector/StationFindings.tsx'
import { StepField } from '../../inspector/StepField.tsx'
import { BodyFigures } from '../shared/BodyFigures.tsx'
import { StrandsFields } from './StrandsFields.tsx'
import type { PlaneFrame } from '@flexum/core/path'

const STANDS = { path: 'where its path lies', section: 'where its section was drawn' } as const

/** How a run's section goes along its path, and what the body comes to. */
export function RunInspector({ step }: { readonly step: RunStep }) {
  const part = usePart()
  const change = useChangeRun(step)
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const output = result?.output?.carried
  const body = result?.output?.bodies?.[0]
  const drawn = useSessionState((s) => stepResult(s.result, step.profile)?.output?.section?.drawn)
  const runs = stepsGiving(part, 'carried')
  const others = (gives: Capability) => stepsGiving(part, gives).map((s) => [s.id, s.name] as const)
  return (
    <>
      <div className="flex items-baseline justify-between gap-2 px-3 pt-3 pb-1">
        <h2 className="heading truncate">Run: {step.name}</h2>
        <span className="figure muted whitespace-nowrap">
          turning {step.turning === 'faces' ? 'by faces' : step.turning}
        </span>
      </div>
      <RunFields runs={runs} step={step} others={others} change={change} />
      <StationFindings station="run" />
      <Section title="Turning">
        <TurningFields step={step} />
      </Section>
      <PlacedOnPath step={step} change={change} drawn={drawn} />
      <Section title="Along the run">
        <div className="flex flex-col gap-3">
          <TwistFields step={step} />
          <ScaleFields step={step} />
          <ShapingFields step={step} />
          <PartFields step={step} />
        </div>
      </Section>
      <Section title="Side by side">
        <StrandsFields step={step} />
      </Section>
      <Section title="Copies">
        <CopiesFields step={step} />
      </Section>
      <Section title="Shown">
        <LookFields step={step} />
      </Section>
      {output && body && (
        <div className={result?.stale ? 'opacity-55' : ''}>
          <Section title={result?.stale ? 'Last good figures' : 'Body'}>
            {/* What it met is told with what it became, and not as if it were the run's own. */}
            {step.does ? (
              <BodyFigures step={step.id} index={0} body={body} />
            ) : (
              <RunFigures run={output} body={body} />
            )}
          </Section>
        </div>
      )}
    </>
  )
}

/** Along which path the run goes, from which end, and with which profile. */
function RunFields({
  runs,
  step,
  others,
  change,
}: {
  readonly runs: readonly Step[]
  readonly step: RunStep
  readonly others: (gives: Capability) => (readonly [string, string])[]
  readonly change: (choices: RunChoices, label: string) => void
}) {
  const { session } = useBench()
  return (
    <div className="flex flex-col gap-1.5 px-3 py-2">
      {runs.length > 1 && (
        <Choice
          label={`One of ${runs.length} runs`}
          value={step.id}
          choices={runs.map((r) => [r.id, r.name] as const)}
          onChoose={(id) => session.select({ station: 'run', step: id, node: null })}
        />
      )}
      <Choice
        label="Path"
        value={step.path}
        choices={others('path')}
        onChoose={(path) => change({ path }, 'Path of the run')}
      />
      <FromEnd step={step} path={step.path} />
      <Choice
        label="Profile"
        value={step.profile}
        choices={others('section')}
        onChoose={(profile) => change({ profile }, 'Profile of the run')}
      />
    </div>
  )
}

/** Where the profile stands on its path. */
function PlacedOnPath({
  step,
  change,
  drawn,
}: {
  readonly step: RunStep
  readonly change: (choices: RunChoices, label: string) => void
  readonly drawn: PlaneFrame | undefined
}) {
  return (
    <Section title="Placed on the path">
      <AnchorPicker step={step} />
      <label className="mt-2 flex items-center gap-1.5">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={step.flip}
          onChange={(e) => change({ flip: e.target.checked }, 'Flip')}
        />
        Flipped left to right
      </label>
      {(drawn || step.stands) && (
        <div className="mt-2">
          <Choice
            label="It stands"
            value={step.stands ?? 'path'}
            choices={STANDS}
            onChoose={(where) =>
              change({ stands: where === 'path' ? undefined : where }, `It stands ${STANDS[where]}`)
            }
          />
        </div>
      )}
      <div className="mt-2">
        <StepField step={step} field="clock" label="Clock angle" formula={step.clock} dimension="angle" />
      </div>
    </Section>
  )
}
