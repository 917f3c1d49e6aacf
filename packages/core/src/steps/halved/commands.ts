import { fail, fault, ok, type Id } from '../../base/index.ts'
import { LIMITS } from '../../document/index.ts'
import type { HalvedStep } from './typed.ts'
import { stepOfKind, withStep, type Command } from '../../edit/index.ts'

/** Halves another body, in another plane, keeps the other side, mirrors it or not. */
export const changeHalved: Command<{
  step: Id
  choices: Partial<Pick<HalvedStep, 'of' | 'plane' | 'on' | 'keeps' | 'mirrored'>> & {
    /** Undefined is the origin. */
    through?: HalvedStep['through'] | undefined
  }
}> = (part, args) => {
  const step = stepOfKind(part, args.step, 'halved')
  if (!step.ok) return step
  const { on, through, ...rest } = { ...step.value, ...args.choices }
  // A face is only kept while it is the plane, an end of a run while none is.
  const more = rest.plane === 'face' ? (on ? { on } : {}) : through ? { through } : {}
  return ok(withStep(part, { ...rest, ...more }))
}

/**
 * Grinds the ends of a coil flat: cuts what a run leaves beyond its path's ends, square to the coil's axis, Z. Two cuts right after the run.
 */
export const grindEnds: Command<{
  run: Id
  steps: readonly [Id, Id]
  /** The coil goes down from its start. */
  down?: boolean
}> = (part, { run: id, steps, down = false }) => {
  const run = stepOfKind(part, id, 'run')
  if (!run.ok) return run
  if (part.steps.length + 2 > LIMITS.steps)
    return fail(fault('edit.too-many', `a recipe has at most ${LIMITS.steps} steps`))
  const at = part.steps.findIndex((s) => s.id === id)
  const cut = (end: 'start' | 'end', own: Id, of: Id): HalvedStep => ({
    id: own,
    kind: 'halved',
    name: `Ground ${end}`,
    aside: false,
    of,
    plane: 'xy',
    through: { run: id, end },
    offset: '0',
    keeps: (end === 'start') !== down ? 'before' : 'behind',
    mirrored: false,
  })
  const cuts = [cut('start', steps[0], id), cut('end', steps[1], steps[0])]
  return ok({ ...part, steps: part.steps.toSpliced(at + 1, 0, ...cuts) })
}
