import { ok } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import type { RunStep } from './typed.ts'
import type { Path } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import {
  facingFrames,
  fixedFrames,
  frameAt,
  squareFrames,
  uprightFrames,
  type Frames,
} from '../../sweep/index.ts'
import { type PathGiven, shortLength, type StepContext } from '../../evaluate/index.ts'
import type { Built } from '../shared/refusal.ts'
import { refusal, type CarriedPath } from './used-path.ts'
import { formatAngle } from '../../units/index.ts'

/** Stations of a run's path on the path that it uses: where each segment starts, and where the last ends. */
type SourceStarts = readonly number[]

/** Frames along what a run is carried along, without twist. */
export type TurnedAlong = (path: Path, sourceStarts: SourceStarts) => Frames

/** The direction up leans to in upright turning. */
function uprightDirection(step: RunStep, context: StepContext): Built<Vec3> {
  const given: Vec3 = step.up
    ? [context.number('up/x'), context.number('up/y'), context.number('up/z')]
    : [0, 0, 1]
  const size = vec3.length(given)
  if (!(size > tolerance.noDirection))
    return refusal(step, 'run.up', 'Upright turning needs a direction; 0, 0, 0 has none.', 'up/z')
  return ok(vec3.scale(given, 1 / size))
}

/** How the section of a run turns along its path. */
export function orientationOf(
  step: RunStep,
  source: PathGiven,
  { path, from, before }: CarriedPath,
  context: StepContext,
): Built<TurnedAlong> {
  const up = uprightDirection(step, context)
  if (!up.ok) return up
  switch (step.turning) {
    case 'square':
      return ok(squareFrames)
    case 'upright':
      return ok((along) => uprightFrames(along, up.value))
    case 'fixed':
      return ok(fixedFrames)
    case 'faces': {
      const { facing } = source
      if (!facing)
        return cured(
          step,
          `The path of "${step.name}" lies between no faces: it sits by them only along edges of a body.`,
        )
      const to = from - before + path.length
      const { jump } = facing
      // Closed, it is used whole, its seam with it.
      if (jump && (path.closed || (jump.station > from && jump.station < to))) {
        const { display } = context
        return cured(
          step,
          `At ${shortLength(jump.station, display)} of its path the faces change so that "${step.name}" would turn over by ${formatAngle(Math.abs(jump.by), 0)} at once. Pick edges that go round one face, or use the part up to there.`,
        )
      }
      return ok((along, starts) => byFaces(along, starts, facing.frames))
    }
  }
}

function cured(step: RunStep, message: string): Built<never> {
  const made = refusal(step, 'run.faces', message)
  const cures = [
    {
      label: 'Turn it square',
      change: { do: 'change-run', with: { step: step.id, choices: { turning: 'square' } } },
    },
  ] as const
  return { ...made, fault: made.fault.map((f) => ({ ...f, cures })) }
}

function byFaces(path: Path, sourceStarts: SourceStarts, source: Frames): Frames {
  const whole = source.path
  return facingFrames(path, (index, s) => {
    const [a, b] = [sourceStarts[index]!, sourceStarts[index + 1]!]
    const { length } = path.segments[index]!
    const isRound = Math.abs(b - a - length) > tolerance.touches
    // Round a corner it goes on evenly from what it was before to what it is after.
    if (isRound && s > length * tolerance.sameShare && s < length * (1 - tolerance.sameShare))
      return undefined
    const at = a + ((b - a) * s) / length
    const on = whole.closed
      ? ((at % whole.length) + whole.length) % whole.length
      : Math.min(Math.max(at, 0), whole.length)
    return frameAt(source, on).b
  }).frames
}
