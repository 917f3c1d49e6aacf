import { changeRun } from '@flexum/core/recipe'
import { useBench, usePart } from '../../context.ts'

/** A path or profile that no run carries yet: one press puts it into the first run that comes after it. */
export function UseInRun({ step, as }: { readonly step: string; readonly as: 'path' | 'profile' }) {
  const { session } = useBench()
  const { steps } = usePart()
  const at = steps.findIndex((s) => s.id === step)
  const used = steps.some((s) => s.kind === 'run' && s[as] === step)
  const run = steps.find((s, i) => s.kind === 'run' && i > at)
  if (used || !run) return null
  return (
    <button
      type="button"
      className="btn btn-xs btn-success"
      onClick={() =>
        session.run(changeRun, { step: run.id, choices: { [as]: step } }, { label: `Use in ${run.name}` })
      }
    >
      Use in {run.name}
    </button>
  )
}
