import { allOk, fail, fault, ok, own, type Result } from '../../base/index.ts'
import { tolerance } from '../../num/index.ts'
import type { EndEntry, JointName, PartLimit, RunStep } from '../../document/index.ts'
import {
  extendedPath,
  FURTHEST,
  lineSegment,
  pathFaults,
  pathPart,
  segmentPoint,
  segmentTangent,
  type Kink,
  type Path,
  type PathFault,
  type Segment,
} from '../../path/index.ts'
import { vec3 } from '../../space/index.ts'
import { frameOn, squareFrames, type Joint } from '../../sweep/index.ts'
import type { Finding } from '../../evaluate/finding.ts'
import type { PathGiven } from '../../evaluate/output.ts'
import { shortLength, type StepContext } from '../../evaluate/kind.ts'
import { refusal as refuse, type Built } from '../shared/refusal.ts'

/** The path a run is carried along: the used stretch of its path, with what its ends put on. */
export interface CarriedPath {
  readonly path: Path
  /** Station of the given path where the used stretch starts. */
  readonly from: number
  /** Length put on before the start. */
  readonly before: number
}

/** What keeps a run from being built, told where its field stands. */
export const refusal = (step: RunStep, code: string, message: string, field?: string) =>
  refuse(step, stationOf(code), code, message, field)

const stationOf = (code: string): Finding['station'] => (code.startsWith('run.end') ? 'ends' : 'run')

/** The stretch of the path that is used, and the ends put on. */
export function carriedPath(step: RunStep, source: PathGiven, context: StepContext): Built<CarriedPath> {
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
  const added = withEnds(step, path, from, context)
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
function withEnds(step: RunStep, path: Path, from: number, context: StepContext): Built<CarriedPath> {
  if (!step.ends || path.closed) return ok({ path, from, before: 0 })
  const start = addedTo(step, 'start', path, context)
  if (!start.ok) return start
  const end = addedTo(step, 'end', path, context)
  if (!end.ok) return end
  const [first, last] = [start.value.segments, end.value.segments]
  if (first.length + last.length === 0) return ok({ path, from, before: 0 })
  const before = first.reduce((sum, g) => sum + g.length, 0)
  return ok({ path: extendedPath(path, first, last), from, before })
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

/** The straights an end puts on, in the order of travel. */
function addedTo(
  step: RunStep,
  side: 'start' | 'end',
  path: Path,
  context: StepContext,
): Built<{ readonly segments: readonly Segment[] }> {
  const entry: EndEntry = step.ends![side]
  const field = (f: string): string => `ends/${side}/${f}`
  const runOn = context.number(field('runOn'))
  if (runOn < 0)
    return refusal(
      step,
      'run.end',
      'An end runs on by 0 or more; use a part of the path to shorten it.',
      field('runOn'),
    )
  const frames = squareFrames(path)
  const [index, s] = side === 'start' ? [0, 0] : [path.segments.length - 1, path.segments.at(-1)!.length]
  const g = path.segments[index]!
  const t = segmentTangent(g, s)
  const place = segmentPoint(g, s)
  const out = side === 'start' ? -1 : 1
  const tip = vec3.addScaled(place, t, out * runOn)
  const segments: Segment[] = []
  if (runOn > 0) segments.push(lineSegment(side === 'start' ? tip : place, t, runOn))
  if (entry.kind !== 'return') return ok({ segments })
  const length = context.number(field('length'))
  if (!(length > 0)) return refusal(step, 'run.end', 'A return needs a length above 0.', field('length'))
  const { n } = frameOn(frames, index, s)
  // Away from the run at both ends: to the right means that the wall lies on the right.
  const away = vec3.scale(n, entry.toward === 'left' ? 1 : -1)
  if (side === 'end') segments.push(lineSegment(tip, away, length))
  else segments.unshift(lineSegment(vec3.addScaled(tip, away, length), vec3.scale(away, -1), length))
  return ok({ segments })
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
