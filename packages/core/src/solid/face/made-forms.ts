import { directionAt, pointAt, vec2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { loopsOf } from '../../profile/index.ts'
import { tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { unpackTag } from '../../sweep/index.ts'
import type { Extrusion } from '../extrude.ts'
import type { FaceForm } from './forms.ts'
import type { Revolution } from '../revolve.ts'

/** An axis in space, and in the plane of a section: heights are counted along `along` from `at`, distances to its left. */
export interface AxisBeside {
  readonly origin: Vec3
  readonly axis: Vec3
  readonly at: Vec2
  readonly along: Vec2
}

/**
 * The face that a curve of a section makes when it is turned about an axis: a straight makes a plane, a cylinder or a cone, an arc a torus or
 * a sphere. On which side of it the material lies is not said: the mesh tells.
 */
export function revolvedForm(curve: Curve2, { origin, axis, at, along }: AxisBeside): FaceForm {
  const heightOf = (p: Vec2): number => vec2.dot(along, vec2.sub(p, at))
  const awayOf = (p: Vec2): number => vec2.cross(along, vec2.sub(p, at))
  const place = (h: number): Vec3 => vec3.addScaled(origin, axis, h)
  if (curve.kind === 'line') {
    const [p, d] = [pointAt(curve, 0), directionAt(curve, 0.5)]
    const [h, r, dh, dr] = [heightOf(p), awayOf(p), vec2.dot(along, d), vec2.cross(along, d)]
    if (Math.abs(dh) < tolerance.sameDirection) return { kind: 'plane', at: place(h), normal: axis }
    if (Math.abs(dr) < tolerance.sameDirection)
      return { kind: 'cylinder', at: place(h), axis, radius: Math.abs(r), out: 1 }
    const opens = vec3.scale(axis, dr * dh * (r >= 0 ? 1 : -1) > 0 ? 1 : -1)
    const half = Math.atan(Math.abs(dr / dh))
    return { kind: 'cone', at: place(h - (r * dh) / dr), axis: opens, half, out: 1 }
  }
  if (curve.kind !== 'arc') return { kind: 'free' }
  const [h, r] = [heightOf(curve.centre), Math.abs(awayOf(curve.centre))]
  if (r < tolerance.onAxis * curve.radius)
    return { kind: 'sphere', at: place(h), radius: curve.radius, out: 1 }
  // What goes round less than it is thick crosses itself: only its mesh can tell.
  if (r < curve.radius) return { kind: 'free' }
  return { kind: 'torus', at: place(h), axis, radius: r, small: curve.radius, out: 1 }
}

/** The face that a curve of a section makes when it is pushed along the direction that is square to it. */
export function pushedForm(curve: Curve2, inSpace: (p: Vec2) => Vec3, along: Vec3): FaceForm {
  if (curve.kind === 'line') {
    const d = directionAt(curve, 0.5)
    const normal = vec3.sub(inSpace([d[1], -d[0]]), inSpace([0, 0]))
    return { kind: 'plane', at: inSpace(pointAt(curve, 0)), normal }
  }
  if (curve.kind !== 'arc') return { kind: 'free' }
  return { kind: 'cylinder', at: inSpace(curve.centre), axis: along, radius: curve.radius, out: 1 }
}

/** The face between a curve and another beside it at a height: of straights a plane, of arcs about one centre a cone. */
function leaningForm(a: Curve2, b: Curve2, height: number, at: (p: Vec2, h: number) => Vec3): FaceForm {
  if (a.kind === 'line' && b.kind === 'line') {
    const p = at(pointAt(a, 0), 0)
    const along = vec3.sub(at(pointAt(a, 1), 0), p)
    return {
      kind: 'plane',
      at: p,
      normal: vec3.unit(vec3.cross(along, vec3.sub(at(pointAt(b, 0), height), p))),
    }
  }
  if (a.kind !== 'arc' || b.kind !== 'arc') return { kind: 'free' }
  const grows = (b.radius - a.radius) / height
  const axis = vec3.sub(at(a.centre, 1), at(a.centre, 0))
  if (Math.abs(grows) < tolerance.sameDirection)
    return { kind: 'cylinder', at: at(a.centre, 0), axis, radius: a.radius, out: 1 }
  const opens = vec3.scale(axis, Math.sign(grows))
  return {
    kind: 'cone',
    at: at(a.centre, -a.radius / grows),
    axis: opens,
    half: Math.atan(Math.abs(grows)),
    out: 1,
  }
}

/** The forms of an extrusion's faces by their tags. */
export function extrudedForms(e: Extrusion, edges: number): (tag: number) => FaceForm {
  const { plane, section, from, to, lean = [0, 0] } = e
  const curves = loopsOf(section).flat()
  const ends = e.end && loopsOf(e.end).flat()
  const along = vec3.cross(plane.x, plane.y)
  const inSpace = (p: Vec2): Vec3 =>
    vec3.addScaled(vec3.addScaled(plane.origin, plane.x, p[0]), plane.y, p[1])
  return (tag) => {
    const { kind, edge } = unpackTag(tag, edges)
    if (kind === 'side' && !curves[edge]) return { kind: 'free' }
    if (kind === 'side')
      return ends
        ? leaningForm(curves[edge]!, ends[edge]!, to - from, (p, h) =>
            vec3.addScaled(inSpace(p), along, from + h),
          )
        : pushedForm(curves[edge]!, inSpace, along)
    const at = vec3.addScaled(plane.origin, along, kind === 'start' ? from : to)
    const ending = vec3.unit(vec3.addScaled(vec3.addScaled(along, plane.x, -lean[0]), plane.y, -lean[1]))
    return { kind: 'plane', at, normal: kind === 'start' ? along : ending }
  }
}

/** The forms of a turned section's faces by their tags. */
export function revolvedForms(r: Revolution, edges: number): (tag: number) => FaceForm {
  const { plane, section, at, along, angle } = r
  const curves = loopsOf(section).flat()
  const inSpace = (v: Vec2): Vec3 => vec3.addScaled(vec3.scale(plane.x, v[0]), plane.y, v[1])
  const origin = vec3.add(plane.origin, inSpace(at))
  const axis = inSpace(along)
  return (tag) => {
    const { kind, edge } = unpackTag(tag, edges)
    if (kind === 'side' && !curves[edge]) return { kind: 'free' }
    if (kind === 'side') return revolvedForm(curves[edge]!, { origin, axis, at, along })
    const normal = vec3.cross(plane.x, plane.y)
    return {
      kind: 'plane',
      at: origin,
      normal: kind === 'start' ? normal : vec3.turnAbout(normal, axis, angle),
    }
  }
}
