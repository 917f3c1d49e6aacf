import type { RunStep } from '@flexum/core/document'
import { stepInWork, stepResult } from '../../../bench/results.ts'
import { selectionOf } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Section } from '../../../ui/Figures.tsx'
import { addNewStep } from '../actions.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { AnchorPicker } from './AnchorPicker.tsx'
import { Choice } from './run/Choice.tsx'
import { CopiesFields } from './run/CopiesFields.tsx'
import { ScaleFields, ShapingFields, TwistFields } from './run/CourseFields.tsx'
import { LookFields } from './run/LookFields.tsx'
import { PartFields } from './run/PartFields.tsx'
import { RunFigures } from './run/RunFigures.tsx'
import { TurningFields } from './run/TurningFields.tsx'
import { useChangeRun } from './run/useChangeRun.ts'
import { StationFindings } from './StationFindings.tsx'
import { StepField } from './StepField.tsx'
import { StrandsFields } from './StrandsFields.tsx'

/** How a run's section goes along its path, and what the body comes to. */
export function RunInspector() {
  const { session } = useBench()
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const step = stepInWork(part, selection.step, 'run')
  if (!step) {
    return (
      <EmptyState title="No run yet">
        <p className="mb-3">A run carries one profile along one path.</p>
        <button type="button" className="btn btn-sm btn-paper" onClick={() => addNewStep(session, 'run')}>
          Add a run
        </button>
      </EmptyState>
    )
  }
  return <RunFields key={step.id} step={step} />
}

function RunFields({ step }: { readonly step: RunStep }) {
  const { session } = useBench()
  const part = usePart()
  const change = useChangeRun(step)
  const result = useSessionState((s) => stepResult(s.result, step.id))
  const output = result?.output?.carried
  const body = result?.output?.bodies?.[0]
  const runs = part.steps.filter((s) => s.kind === 'run')
  const others = (kinds: readonly string[]) =>
    part.steps.filter((s) => kinds.includes(s.kind)).map((s) => [s.id, s.name] as const)
  return (
    <>
      <div className="flex items-baseline justify-between gap-2 px-3 pt-3 pb-1">
        <h2 className="heading truncate">Run: {step.name}</h2>
        <span className="figure muted whitespace-nowrap">turning {step.turning}</span>
      </div>
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
          choices={others(['node-path', 'helix-path', 'sketch-path'])}
          onChoose={(path) => change({ path }, 'Path of the run')}
        />
        <Choice
          label="Profile"
          value={step.profile}
          choices={others(['stock-profile', 'sketch-profile'])}
          onChoose={(profile) => change({ profile }, 'Profile of the run')}
        />
      </div>
      <StationFindings station="run" />
      <Section title="Turning">
        <TurningFields step={step} />
      </Section>
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
        <div className="mt-2">
          <StepField step={step} field="clock" label="Clock angle" formula={step.clock} dimension="angle" />
        </div>
      </Section>
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
            <RunFigures run={output} body={body} />
          </Section>
        </div>
      )}
    </>
  )
}
