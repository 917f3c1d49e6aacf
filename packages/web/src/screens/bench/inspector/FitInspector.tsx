import { kindOf, stationOf } from '@flexum/core/recipe'
import { selectionOf } from '../../../bench/session.ts'
import { Section } from '../../../ui/Figures.tsx'
import { usePart, useSessionState } from '../context.ts'
import { StepInspector } from '../steps/index.ts'
import { DoingFields } from '../steps/shared/DoingFields.tsx'
import { NoBodies } from './NoSteps.tsx'

/** The body that is worked on, and what the runs do with the bodies before them. */
export function FitInspector() {
  const part = usePart()
  const chosen = useSessionState((s) => selectionOf(s).step)
  const here = part.steps.filter((s) => stationOf(s, part.steps) === 'fit')
  const step = here.find((s) => s.id === chosen) ?? here.find((s) => kindOf(s).gives.includes('bodies'))
  const runs = part.steps.filter(
    (s, i) =>
      kindOf(s).gives.includes('carried') &&
      part.steps.slice(0, i).some((before) => kindOf(before).gives.includes('bodies')),
  )
  if (!step && runs.length === 0) return <NoBodies />
  return (
    <>
      {runs.map((run) => (
        <Section key={run.id} title={run.name}>
          <DoingFields step={run} />
        </Section>
      ))}
      {step && <StepInspector step={step} />}
    </>
  )
}
