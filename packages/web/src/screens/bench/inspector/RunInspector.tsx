import { changeRun } from '@flexum/core/edit'
import { deg } from '@flexum/core/num'
import { rollAt } from '@flexum/core/sweep'
import { formatDecimal, formatLength, formatMass, LENGTH_FACTORS } from '@flexum/core/units'
import { stepInWork, stepResult } from '../../../bench/results.ts'
import { selectionOf } from '../../../bench/session.ts'
import { EmptyState } from '../../../ui/EmptyState.tsx'
import { Figures, Section } from '../../../ui/Figures.tsx'
import { addNewStep } from '../actions.ts'
import { useBench, usePart, useSessionState } from '../context.ts'
import { AnchorPicker } from './AnchorPicker.tsx'
import { StationFindings } from './StationFindings.tsx'
import { StepField } from './StepField.tsx'
import { StrandsFields } from './StrandsFields.tsx'

/** How the section sits on its path and what the body comes to. */
export function RunInspector() {
  const { session } = useBench()
  const part = usePart()
  const selection = useSessionState(selectionOf)
  const step = stepInWork(part, selection.step, 'run')
  const result = useSessionState((s) => stepResult(s.result, step?.id))
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
  const output = result?.output?.kind === 'run' ? result.output : undefined
  const { units } = part
  const f = LENGTH_FACTORS[units.length.unit]
  const change = (choices: Parameters<typeof changeRun>[1]['choices'], label: string): void =>
    void session.run(changeRun, { step: step.id, choices }, { label })
  const others = (kinds: readonly string[]) => part.steps.filter((s) => kinds.includes(s.kind))
  return (
    <>
      <div className="flex items-baseline justify-between px-3 pt-3 pb-1">
        <h2 className="heading">Run: {step.name}</h2>
        <span className="figure muted">turning square</span>
      </div>
      <div className="flex flex-col gap-1.5 px-3 py-2">
        <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
          <span className="muted">Path</span>
          <select
            className="select select-sm"
            value={step.path}
            onChange={(e) => change({ path: e.target.value }, 'Path of the run')}
          >
            {others(['node-path', 'helix-path', 'sketch-path']).map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
        <label className="grid grid-cols-[1fr_180px] items-center gap-x-2">
          <span className="muted">Profile</span>
          <select
            className="select select-sm"
            value={step.profile}
            onChange={(e) => change({ profile: e.target.value }, 'Profile of the run')}
          >
            {others(['stock-profile', 'sketch-profile']).map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
      </div>
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
      <Section title="Side by side">
        <StrandsFields step={step} />
      </Section>
      <StationFindings station="run" />
      {output && (
        <div className={result?.stale ? 'opacity-55' : ''}>
          <Section title={result?.stale ? 'Last good figures' : 'Body'}>
            <Figures
              rows={[
                [
                  'Volume',
                  `${formatDecimal(output.volume / f ** 3, f >= 10 ? 5 : 2)} ${units.length.unit}³`,
                  String(output.volume / f ** 3),
                ],
                ['Mass', formatMass(output.mass, units.mass, 4), String(output.mass)],
                ['By', output.theoremVolume === undefined ? 'mesh' : 'theorem'],
                output.theoremVolume === undefined
                  ? undefined
                  : [
                      'Mesh against theorem',
                      `${formatDecimal((output.meshVolume / output.theoremVolume - 1) * 100, 3)} %`,
                    ],
                ['Chord error', formatLength(output.chordError, units.length)],
                ['Triangles', String(output.mesh.triangles.length / 3)],
                output.frames.rolls.length === 0
                  ? undefined
                  : [
                      'Roll at the end',
                      `${formatDecimal(deg(rollAt(output.frames, output.path.length)), 2)}°`,
                    ],
              ]}
            />
          </Section>
        </div>
      )}
    </>
  )
}
