import { allOk, fail, fault, ok, own, type Result } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import type { JointName, PartLimit } from './typed-ends.ts'
import type { RunStep } from './typed.ts'
import {
  extendedPath,
  FURTHEST,
  pathFaults,
  pathPart,
  type Kink,
  type Path,
  type PathFault,
} from '../../path/index.ts'
import type { Section } from '../../profile/index.ts'
import type { Joint } from '../../sweep/index.ts'
import { type PathGiven, shortLength, type StepContext } from '../../evaluate/index.ts'
import type { Built } from '../shared/refusal.ts'
import { addedTo } from './added.ts'
import { refusal, type CarriedPath } from './used-path.ts'

/** The stretch of the path that is used, and the ends put on. */
export function carriedPath(
  step: RunStep,
  source: PathGiven,
  section: Section,
  context: StepContext,
): Built<CarriedPath> {
  const whole = source.path
  let [path, from] = [whole, 0]
  if (step.part) {
    const limits = allOk((['from', 'to'] as const).map((side) => stationOfLimit(step, side, source, context)))
    if (!limits.ok) return refusal(step, limits.fault.code, limits.fault.message)
    const [a, b] = limits.value as [number, number]
    const made = a <= 0 && b >= whole.length ? undefined : pathPart(whole, a, Math.min(b, whole.length))
    if (made && !made.ok) {
      const { display } = context
      const message = `The part from ${shortLength(a, display)} to ${shortLength(b, display)} is none: it must end after it starts, within ${shortLength(whole.length, display)}.`
      return refusal(step, 'run.part', message, 'part/to/at')
    }
    if (made) [path, from] = [made.value, a]
  }
  const added = withEnds(step, { path, from, before: 0 }, source, section, context)
  if (!added.ok) return added
  const [bad] = pathFaults(added.value.path)
  if (bad) {
    const message = badPath(step, bad, context.display)
    return refusal(step, 'run.path', message)
  }
  return added
}

function badPath({ name }: RunStep, bad: PathFault, display: StepContext['display']): string {
  switch (bad.kind) {
    case 'no-number':
      return `What "${name}" uses of its path, with what its ends put on, comes to no finite number.`
    case 'too-short':
      return `What "${name}" uses of its path has no length.`
    case 'fold-back':
      return `The run folds back on itself at ${shortLength(bad.station, display)}: it cannot turn by 180° on the spot.`
    case 'too-far':
      return `With what its ends put on, "${name}" reaches ${shortLength(bad.reach, display)}, further than the ${shortLength(FURTHEST, display)} that a path may.`
  }
}

/** The used stretch with what its ends put on. */
function withEnds(
  step: RunStep,
  used: CarriedPath,
  source: PathGiven,
  section: Section,
  context: StepContext,
): Built<CarriedPath> {
  const { path, from } = used
  if (!step.ends || path.closed) return ok(used)
  const add = (side: 'start' | 'end') => addedTo(step, side, used, { source, section, context })
  const start = add('start')
  if (!start.ok) return start
  const end = add('end')
  if (!end.ok) return end
  const [first, last] = [start.value.segments, end.value.segments]
  if (first.length + last.length === 0) return ok(used)
  const before = first.reduce((sum, g) => sum + g.length, 0)
  const sooner = { start: start.value.sooner, end: end.value.sooner }
  const given = { path: extendedPath(path, first, last), from, before }
  return ok(sooner.start > 0 || sooner.end > 0 ? { ...given, sooner } : given)
}

function stationOfLimit(
  step: RunStep,
  side: 'from' | 'to',
  source: PathGiven,
  context: StepContext,
): Result<number> {
  const none = (message: string) => fail(fault('run.part', message))
  const limit: PartLimit = step.part![side]
  const { length } = source.path
  if (limit.kind === 'node') {
    const at = source.nodes.findIndex((n) => n.id === limit.node)
    if (at < 0) return none('The part is limited by a node that is not on the path; choose another.')
    const { corner } = source.nodes[at]!
    if (at === 0) return ok(0)
    if (at === source.nodes.length - 1 && !source.path.closed) return ok(length)
    return ok((corner.station + corner.stationEnd) / 2)
  }
  const value = context.number(`part/${side}/at`)
  const station = limit.kind === 'percent' ? (value / 100) * length : value
  if (station >= -tolerance.vanishes && station <= length * (1 + tolerance.samePlace))
    return ok(Math.min(Math.max(station, 0), length))
  const shown = limit.kind === 'percent' ? `${value} %` : shortLength(value, context.display)
  return none(
    `The part ${side === 'from' ? 'starts' : 'ends'} at ${shown}, and the path goes from 0 to ${shortLength(length, context.display)}.`,
  )
}

/** The id by which a corner is told from the others: that of its node or of the curve it starts. */
export function cornerKey(path: Path, source: PathGiven, kink: Kink): string {
  const origin = path.origins[kink.after]!
  const before = path.origins[kink.before]!
  if (origin.kind === 'added' || before.kind === 'added') return before.kind === 'added' ? 'start' : 'end'
  if (origin.kind === 'piece') return source.pieces?.[origin.index] ?? `piece-${origin.index}`
  return source.nodes[origin.index]?.id ?? `${origin.kind}-${origin.index}`
}

/** What a run makes of a corner: its own choice, or that for all. Corners of returns are mitred. */
export function jointOf(step: RunStep, key: string): Joint {
  const single: JointName | undefined = step.corners && own(step.corners.each, key)
  if (key === 'start' || key === 'end') return single ?? 'mitre'
  return single ?? step.corners?.all ?? 'mitre'
}
