import { type RunStep, changeRun, type RunChoices } from '@flexum/core/recipe'
import { useBench } from '../../context.ts'

/** Changes choices of a run, as one thing to undo. */
export function useChangeRun(step: RunStep): (choices: RunChoices, label: string) => void {
  const { session } = useBench()
  return (choices, label) => void session.run(changeRun, { step: step.id, choices }, { label })
}
