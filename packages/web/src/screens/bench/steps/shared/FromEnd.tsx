import type { Id } from '@flexum/core/base'
import { stepOf, type Step, takeFromEnd } from '@flexum/core/recipe'
import { isAgainst } from '@flexum/core/recipe/evaluated'
import { useBench, usePart } from '../../context.ts'

/** Whether a step takes a path from its end: stations, left and right go by that. */
export function FromEnd({
  step,
  path,
  named,
}: {
  readonly step: Step
  readonly path: Id
  readonly named?: boolean
}) {
  const { session } = useBench()
  const part = usePart()
  const is = isAgainst(step, path)
  const name = named ? `“${stepOf(part, path)?.name ?? path}”` : 'the path'
  return (
    <label
      className="flex items-center gap-1.5"
      title="Stations, left and right, start and end go by the way it is taken"
    >
      <input
        type="checkbox"
        className="checkbox checkbox-xs"
        checked={is}
        onChange={() =>
          session.run(
            takeFromEnd,
            { step: step.id, path },
            { label: is ? 'From the start of its path' : 'From the end of its path' },
          )
        }
      />
      Goes from the end of {name}
    </label>
  )
}
