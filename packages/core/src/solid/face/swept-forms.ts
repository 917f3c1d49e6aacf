import { tolerance } from '../../num/index.ts'
import { pointAt, vec2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { loopsOf, type Section } from '../../profile/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { frameOn, unpackTag, wayOn, type Carriage, type Chunk, type Frame } from '../../sweep/index.ts'
import { besideFace, type FaceForm } from './forms.ts'
import { pushedForm, revolvedForm } from './made-forms.ts'

/** What a run's faces are told by. */
export interface SweptFaces {
  readonly carriage: Carriage
  readonly chunks: readonly Chunk[]
  /** The whole section in the path's frame, all strands. */
  readonly section: Section
  /** Its ends are bare: nothing stands on them. */
  readonly bare: boolean
}

/**
 * The forms of a run's faces by their tags: of straights and arcs along which the section goes without change of size or roll. Each is
 * looked at where its segment ends: what does not agree there is left to its mesh.
 */
export function sweptForms(run: SweptFaces, edges: number): (tag: number) => FaceForm {
  const { carriage, section, bare } = run
  const { frames } = carriage
  const { path } = frames
  const curves = loopsOf(section).flat()
  const changes = carriage.scale !== undefined || carriage.shape !== undefined
  const reach = curves.reduce((most, c) => Math.max(most, vec2.length(pointAt(c, 0))), 1)
  const formOf = (curve: Curve2, index: number): FaceForm => {
    const g = path.segments[index]!
    const first = frameOn(frames, index, 0)
    if (g.kind === 'line') return pushedForm(curve, inFrame(first), wayOn(frames, index, 0))
    if (g.kind !== 'arc' || frames.turning === 'fixed') return { kind: 'free' }
    const axis = vec3.cross(g.out, g.along)
    // In the section's plane: where the axis is, and which way it goes.
    const off = vec3.sub(g.centre, first.origin)
    const at: Vec2 = [vec3.dot(off, first.n), vec3.dot(off, first.b)]
    const along: Vec2 = [vec3.dot(axis, first.n), vec3.dot(axis, first.b)]
    return revolvedForm(curve, { origin: g.centre, axis, at, along })
  }
  const agrees = (form: FaceForm, curve: Curve2, index: number): boolean => {
    if (form.kind === 'free') return true
    const { length } = path.segments[index]!
    return [0, 0.5, 1].every((share) => {
      const place = inFrame(frameOn(frames, index, share * length))
      return [0, 0.37, 1].every(
        (t) => Math.abs(besideFace(form, place(pointAt(curve, t))).distance) < tolerance.offForm * reach,
      )
    })
  }
  return (tag) => {
    const { kind, edge, segment } = unpackTag(tag, edges)
    if (kind !== 'side') return bare && !path.closed ? endForm(run, kind) : { kind: 'free' }
    const curve = curves[edge]
    if (changes || !curve || !path.segments[segment]) return { kind: 'free' }
    const form = formOf(curve, segment)
    return agrees(form, curve, segment) ? form : { kind: 'free' }
  }
}

const inFrame =
  ({ origin, n, b }: Frame) =>
  (p: Vec2): Vec3 =>
    vec3.addScaled(vec3.addScaled(origin, n, p[0]), b, p[1])

/** The plane of an end; butt corners have ends too, which are left to the mesh. */
function endForm({ carriage: { frames }, chunks }: SweptFaces, kind: 'start' | 'end'): FaceForm {
  if (chunks.length > 1) return { kind: 'free' }
  const last = frames.path.segments.length - 1
  const [index, s] = kind === 'start' ? [0, 0] : [last, frames.path.segments[last]!.length]
  const frame = frameOn(frames, index, s)
  const { plane, shift } = chunks[0]![kind]
  const normal = plane ?? frame.t
  const on = kind === 'start' ? -shift : shift
  return {
    kind: 'plane',
    at: vec3.addScaled(frame.origin, wayOn(frames, index, s), on),
    normal: kind === 'start' ? vec3.scale(normal, -1) : normal,
  }
}
