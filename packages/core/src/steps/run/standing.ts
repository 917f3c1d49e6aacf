import { ok } from '../../base/index.ts'
import type { RunStep } from './typed.ts'
import { analysePath, transformedPath } from '../../path/index.ts'
import { tolerance } from '../../num/index.ts'
import { transformPoint, transformDirection, vec3, type Transform, type Vec3 } from '../../space/index.ts'
import type { Section } from '../../profile/index.ts'
import { frameAt } from '../../sweep/index.ts'
import type { PathGiven, SectionGiven, StepContext } from '../../evaluate/index.ts'
import type { Built } from '../shared/refusal.ts'
import { carriedPath } from './path.ts'
import { refusal } from './used-path.ts'
import { anchorPoint } from './section.ts'
import { orientationOf } from './orientation.ts'

/** Where a section's own axes and the way it sets off stand, and its anchor. */
interface Start {
  readonly x: Vec3
  readonly y: Vec3
  readonly way: Vec3
  readonly at: Vec3
}

/** Frames are found anew where the path was moved to; what then still differs is turned too, so often at most. */
const ROUNDS = 3

/**
 * The path that a run is carried along, moved so that the run begins where its section was drawn: the anchor at its place on the sheet, the
 * section's own axes along the sheet's, off toward whoever looks at the sheet. As it is where that is not asked for.
 */
export function standingPath(
  step: RunStep,
  source: PathGiven,
  { profile, section }: { readonly profile: SectionGiven; readonly section: Section },
  context: StepContext,
): Built<PathGiven> {
  if (step.stands === undefined) return ok(source)
  const { drawn } = profile
  const refuse = (message: string) => refusal(step, 'run.stands', message)
  if (!drawn)
    return refuse(`The section of "${step.name}" was drawn on no sheet; let it stand where its path lies.`)
  if (step.flip)
    return refuse(
      `A section that is flipped cannot stand as it was drawn; have "${step.name}" go from the end of its path instead, or let it stand where that lies.`,
    )
  if (step.turning === 'fixed' || step.turning === 'faces')
    return refuse('Only a section that turns with its path can be stood where it was drawn; turn it square.')
  const [u, v] = anchorPoint(step, profile.properties, context)
  const wanted: Start = {
    x: drawn.x,
    y: drawn.y,
    way: vec3.cross(drawn.x, drawn.y),
    at: vec3.addScaled(vec3.addScaled(drawn.origin, drawn.x, u), drawn.y, v),
  }
  let now = source
  for (let round = 0; round < ROUNDS; round++) {
    const start = startOf(step, now, section, context)
    if (!start.ok) return start
    const by = placing(start.value, wanted)
    if (isNothing(by)) return ok(now)
    now = movedGiven(now, by)
  }
  const end = startOf(step, now, section, context)
  if (end.ok && isNothing(placing(end.value, wanted))) return ok(now)
  return refuse(
    `The section of "${step.name}" leans where it stands, and would not lie as it was drawn; turn it square, or let it stand where its path lies.`,
  )
}

/** How the section stands at the start of what a run is carried along. */
function startOf(step: RunStep, source: PathGiven, section: Section, context: StepContext): Built<Start> {
  const carried = carriedPath(step, source, section, context)
  if (!carried.ok) return carried
  const turned = orientationOf(step, source, carried.value, context)
  if (!turned.ok) return turned
  const { path, from, before } = carried.value
  const starts = path.starts.map((s) => s + from - before)
  const { origin, n, b, t } = frameAt(turned.value(path, starts), 0)
  const clock = context.number('clock')
  return ok({
    x: vec3.round(n, b, clock),
    y: vec3.round(b, vec3.scale(n, -1), clock),
    way: t,
    at: origin,
  })
}

/** What takes one start to another. */
function placing(from: Start, to: Start): Transform {
  // A direction by its parts along the first, put together along the second.
  const turned = (v: Vec3): Vec3 =>
    vec3.addScaled(
      vec3.addScaled(vec3.scale(to.x, vec3.dot(v, from.x)), to.y, vec3.dot(v, from.y)),
      to.way,
      vec3.dot(v, from.way),
    )
  const [x, y, z] = [turned([1, 0, 0]), turned([0, 1, 0]), turned([0, 0, 1])]
  return { x, y, z, shift: vec3.sub(to.at, turned(from.at)) }
}

const isNothing = ({ x, y, z, shift }: Transform): boolean =>
  [[x, [1, 0, 0]] as const, [y, [0, 1, 0]] as const, [z, [0, 0, 1]] as const].every(
    ([v, axis]) => vec3.distance(v, axis as Vec3) <= tolerance.framesMeet,
  ) && vec3.length(shift) <= tolerance.framesMeet

function movedGiven(source: PathGiven, by: Transform): PathGiven {
  const path = transformedPath(source.path, by)
  return {
    ...source,
    path,
    analysis: analysePath(path),
    nodes: source.nodes.map((n) => ({ ...n, point: transformPoint(by, n.point) })),
    ...(source.sheet ? { sheet: transformDirection(by, source.sheet) } : {}),
  }
}
