import type { RunStep } from './typed.ts'
import {
  type Carriage,
  type ChunkEnd,
  type EndMade,
  endWay,
  endFrame,
  SQUARE_END,
} from '../../sweep/index.ts'
import { type CarriedPath, refusal } from './used-path.ts'
import { type StepContext, shortLength } from '../../evaluate/index.ts'
import type { Built } from '../shared/refusal.ts'
import type { EndEntry } from './typed-ends.ts'
import { ok } from '../../base/index.ts'
import { vec3 } from '../../space/index.ts'
import { FURTHEST } from '../../path/index.ts'

/** Sine of the least angle between a cut and the way that it cuts across. */
const LEAST_ACROSS = 0.02

/** How an end is cut: square, or in a plane turned about the section's axes. */
export function cutOf(
  step: RunStep,
  side: 'start' | 'end',
  carriage: Carriage,
  { sooner }: CarriedPath,
  context: StepContext,
): Built<ChunkEnd> {
  const entry: EndEntry | undefined = step.ends?.[side]
  const back = sooner?.[side] ?? 0
  if (back > 0) return ok({ shift: -back })
  if (entry?.kind !== 'angled' || carriage.frames.path.closed) return ok(SQUARE_END)
  const [across, tilt] = ['across', 'tilt'].map((f) => context.number(`ends/${side}/${f}`)) as [
    number,
    number,
  ]
  const most = (85 * Math.PI) / 180
  if (Math.abs(across) > most || Math.abs(tilt) > most)
    return refusal(
      step,
      'run.end',
      'An end is angled by less than 85 degrees each way.',
      `ends/${side}/across`,
    )
  const frame = endFrame(carriage, side)
  // The plane holds the section's y turned by the tilt, and its x turned by the angle across.
  const normal = vec3.unit(
    vec3.addScaled(vec3.addScaled(frame.t, frame.n, Math.tan(across)), frame.b, Math.tan(tilt)),
  )
  if (vec3.dot(normal, endWay(carriage, side)) < LEAST_ACROSS)
    return refusal(
      step,
      'run.end',
      'An end angled so would lie along the path: the section only travels, and stands askew to its way here. Give it less, or turn the section with the path.',
      `ends/${side}/across`,
    )
  return ok({ shift: 0, plane: normal })
}

/** What the ends ask for, in numbers. Only what is hollow is closed by a plug. */
export function endsMade(
  step: RunStep,
  c: Carriage,
  hollow: boolean,
  context: StepContext,
): Built<EndMade[]> {
  const made: EndMade[] = []
  if (!step.ends || c.frames.path.closed) return ok(made)
  for (const side of ['start', 'end'] as const) {
    const entry = step.ends[side]
    if (entry.kind === 'domed') {
      const height = context.number(`ends/${side}/height`)
      if (!(height > 0))
        return refusal(step, 'run.end', 'A dome needs a height above 0.', `ends/${side}/height`)
      if (height > FURTHEST) {
        const [is, most] = [height, FURTHEST].map((v) => shortLength(v, context.display))
        const message = `The dome of ${is} is too high; ${most} is the most.`
        return refusal(step, 'run.end', message, `ends/${side}/height`)
      }
      made.push({ kind: 'dome', side, height })
    }
    if (hollow && (entry.kind === 'square' || entry.kind === 'angled') && entry.closed)
      made.push({ kind: 'plug', side })
  }
  return ok(made)
}
