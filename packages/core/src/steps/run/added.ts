import { tolerance } from '../../num/index.ts'
import { ok } from '../../base/index.ts'
import type { EndEntry } from './typed-ends.ts'
import type { RunStep } from './typed.ts'
import type { StepContext, OnWalls, PathGiven } from '../../evaluate/index.ts'
import { lineSegment, segmentPoint, segmentTangent, type Segment } from '../../path/index.ts'
import { reach, type Section } from '../../profile/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { frameAt, frameOn, squareFrames } from '../../sweep/index.ts'
import type { Built } from '../shared/refusal.ts'
import { orientationOf } from './orientation.ts'
import { refusal, type CarriedPath } from './used-path.ts'

/** The straights an end puts on, in the order of travel. */
export function addedTo(
  step: RunStep,
  side: 'start' | 'end',
  used: CarriedPath,
  about: About,
): Built<{ readonly segments: readonly Segment[]; readonly sooner: number }> {
  const { path } = used
  const { context } = about
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
  if (entry.kind !== 'return') return ok({ segments, sooner: 0 })
  const length = context.number(field('length'))
  if (!(length >= 0))
    return refusal(
      step,
      'run.end',
      'A return is 0 long, by which it goes back as far as the section is deep, or more.',
      field('length'),
    )
  const { n } = frameOn(frames, index, s)
  // Away from the run at both ends: to the right means that the wall lies on the right.
  const away = vec3.scale(n, entry.toward === 'left' ? 1 : -1)
  const plain = length > 0 ? ok(length) : plainReturn(step, side, used, away, about)
  if (!plain.ok) return plain
  // One that ends right at the corner on one side is a little longer, and cut off again.
  const along = length > 0 ? length : Math.max(plain.value, 0) + tolerance.touches
  if (side === 'end') segments.push(lineSegment(tip, away, along))
  else segments.unshift(lineSegment(vec3.addScaled(tip, away, along), vec3.scale(away, -1), along))
  return ok({ segments, sooner: along - plain.value })
}

/** What an end is made by. */
interface About {
  readonly source: PathGiven
  readonly section: Section
  readonly context: StepContext
}

/**
 * How far a return of the section's own depth goes along its path: to the face of the wall, where there is one, and else until nothing is left of
 * it on that side of the section. Below 0 where all of the section lies on the other side.
 */
function plainReturn(
  step: RunStep,
  side: 'start' | 'end',
  used: CarriedPath,
  away: Vec3,
  { source, section, context }: About,
): Built<number> {
  const turned = orientationOf(step, source, used, context)
  if (!turned.ok) return turned
  const { path, from } = used
  const frames = turned.value(
    path,
    path.starts.map((s) => s + from),
  )
  const { n, b } = frameAt(frames, side === 'start' ? 0 : path.length)
  const deep = reach(section, [vec3.dot(away, n), vec3.dot(away, b)])
  return ok(source.onWalls && isToWall(step, side, source.onWalls) ? Math.max(deep, 0) : deep)
}

/** Whether a return goes toward the wall that its line lies on. */
export function isToWall(step: RunStep, side: 'start' | 'end', { room }: OnWalls): boolean {
  const entry = step.ends?.[side]
  return entry?.kind === 'return' && entry.toward !== room
}
