import { ok, type Id, type Result } from '@flexum/core/base'
import type { PathGiven, SketchGiven, StepOutput } from '@flexum/core/evaluate'
import { pathPoint, type PlaneFrame, type Segment } from '@flexum/core/path'
import type { Vec2 } from '@flexum/core/plane'
import { withPoints } from '@flexum/core/sketch'
import { vec3, type Vec3 } from '@flexum/core/space'
import type { Draft, NewItem } from './drafting.ts'

/** Points a curve that is no line or arc on the sheet is drawn through. */
const THROUGH = 9
/** Directions that differ by less stand square, or lie in the plane. */
const SQUARE = 1e-9

/** A place in space, square down on a sheet. */
export function downOn(frame: PlaneFrame, p: Vec3): Vec2 {
  const off = vec3.sub(p, frame.origin)
  return [vec3.dot(off, frame.x), vec3.dot(off, frame.y)]
}

/** Draws another step's path or sketch as guides, square down on a sheet; they do not follow it later. */
export function projectOn(
  draft: Draft,
  frame: PlaneFrame,
  { path, sketch }: StepOutput,
): Result<readonly Id[]> {
  return ok([
    ...(path ? projectPath(draft, frame, path) : []),
    ...(sketch ? projectSketch(draft, frame, sketch) : []),
  ])
}

function projectPath(draft: Draft, frame: PlaneFrame, { path }: PathGiven): Id[] {
  const made: Id[] = []
  const starts = path.starts
  let last = draft.point(downOn(frame, pathPoint(path, 0)))
  path.segments.forEach((segment, i) => {
    const [from, to] = [starts[i]!, i + 1 < starts.length ? starts[i + 1]! : path.length]
    const end = draft.point(downOn(frame, pathPoint(path, to)))
    made.push(
      draft.add(
        drawnAs(draft, frame, segment, last, end, (t) =>
          downOn(frame, pathPoint(path, from + t * (to - from))),
        ),
      ),
    )
    last = end
  })
  return made
}

function drawnAs(
  draft: Draft,
  frame: PlaneFrame,
  segment: Segment,
  from: Id,
  to: Id,
  at: (t: number) => Vec2,
): NewItem {
  if (segment.kind === 'line') return { kind: 'line', from, to, guide: true }
  const normal = vec3.cross(frame.x, frame.y)
  if (
    segment.kind === 'arc' &&
    Math.abs(Math.abs(vec3.dot(vec3.cross(segment.out, segment.along), normal)) - 1) < SQUARE
  ) {
    const centre = draft.point(downOn(frame, segment.centre))
    const clockwise = vec3.dot(vec3.cross(segment.out, segment.along), normal) < 0
    return { kind: 'arc', centre, from, to, radius: segment.radius, clockwise, guide: true }
  }
  const inner = Array.from({ length: THROUGH - 2 }, (_, k) => draft.point(at((k + 1) / (THROUGH - 1))))
  return { kind: 'spline', points: [from, ...inner, to], form: 'through', degree: 3, guide: true }
}

function projectSketch(draft: Draft, frame: PlaneFrame, sketch: SketchGiven): Id[] {
  const f = sketch.frame
  const flat = Math.abs(Math.abs(vec3.dot(vec3.cross(f.x, f.y), vec3.cross(frame.x, frame.y))) - 1) < SQUARE
  const twin = new Map<Id, Id>()
  for (const e of sketch.entities)
    if (e.kind === 'point')
      twin.set(e.id, draft.point(downOn(frame, vec3.addScaled(vec3.addScaled(f.origin, f.x, e.x), f.y, e.y))))
  const flipped = vec3.dot(vec3.cross(f.x, f.y), vec3.cross(frame.x, frame.y)) < 0
  return sketch.entities.flatMap((e): Id[] => {
    // Rounds stay round only on a sheet of the same direction.
    if (e.kind === 'point' || (!flat && e.kind !== 'line' && e.kind !== 'spline')) return []
    const { id: _, ...item } = withPoints(e, (p) => twin.get(p) ?? p)
    const sensed = flipped && item.kind === 'arc' ? { ...item, clockwise: !item.clockwise } : item
    return [draft.add({ ...sensed, guide: true } as NewItem)]
  })
}
