import { tolerance } from '../../num/index.ts'
import type { LoftStep } from './typed.ts'
import {
  besideFace,
  placeOnOutline,
  type LoftSection,
  type KnownForm,
  facesOfBody,
  type Body,
} from '../../solid/index.ts'
import { transformPoint, vec3, type Vec3 } from '../../space/index.ts'
import type { StepContext } from '../../evaluate/index.ts'
import { refusal, type Built } from '../shared/refusal.ts'

/** Places of an outline at which it is looked what it stands on. */
export const SAMPLES = 64

/** The faces of a body that an outline lies on besides its own plane: its rim runs along them. */
export function standsOn(
  step: LoftStep,
  side: 'start' | 'end',
  own: LoftSection,
  context: StepContext,
): Built<readonly KnownForm[]> {
  const which = side === 'start' ? 'first' : 'last'
  const refuse = (code: string, message: string) => refusal(step, 'fit', `blended.${code}-${side}`, message)
  const on = step[`${side}On`]
  const bodies = on === undefined ? [] : context.standing(on)
  if (bodies.length === 0)
    return refuse('on', `Choose the body that the ${which} outline stands on, or leave it freely or square.`)
  const name = context.around.step(on!)?.name ?? ''
  const places = Array.from({ length: SAMPLES }, (_, i) => placeOnOutline(own, i / SAMPLES))
  const normal = vec3.cross(own.plane.x, own.plane.y)
  const forms: KnownForm[] = []
  let inPlane = false
  for (const body of bodies)
    for (const { form } of facesOfBody(body).faces) {
      if (form.kind === 'free') continue
      const lies = places.some((p) => Math.abs(besideFace(form, p).distance) < tolerance.onFace)
      if (!lies) continue
      const same =
        form.kind === 'plane' && Math.abs(vec3.dot(form.normal, normal)) > 1 - tolerance.sameDirection
      if (same) inPlane = true
      else forms.push(form)
    }
  if (forms.length === 0 && bodies.some((b) => freeRim(b, places)))
    return refuse(
      'free',
      `The ${which} outline runs along a face of "${name}" that is neither flat nor round; leave it freely or square.`,
    )
  if (forms.length === 0 && !inPlane)
    return refuse(
      'stands',
      `The ${which} outline lies on no face of "${name}": draw it on a flat face of it, or leave it freely or square.`,
    )
  return { ok: true, value: forms }
}

/** Whether a face that is in no formula comes to the places of an outline, within how near its mesh lies. */
function freeRim(body: Body, places: readonly Vec3[]): boolean {
  const { faces, of } = facesOfBody(body)
  const { mesh } = body
  const count = mesh.tags.length
  // As the outline is looked at from place to place, a corner of the mesh may lie between two.
  const step = vec3.distance(places[0]!, places[1]!)
  return body.instances.some((place, k) =>
    Array.from({ length: count }, (_, t) => t).some((t) => {
      if (faces[of[k * count + t]!]!.form.kind !== 'free') return false
      const v = 3 * mesh.triangles[3 * t]!
      const p = transformPoint(place, [mesh.positions[v]!, mesh.positions[v + 1]!, mesh.positions[v + 2]!])
      return places.some(
        (q, i) => besideLine(p, q, places[(i + 1) % places.length]!) < body.chordError + step / 20,
      )
    }),
  )
}

/** How far a place lies from a straight between two. */
function besideLine(p: Vec3, a: Vec3, b: Vec3): number {
  const [u, w] = [vec3.sub(b, a), vec3.sub(p, a)]
  const t = Math.min(1, Math.max(0, vec3.dot(u, w) / (vec3.dot(u, u) || 1)))
  return vec3.length(vec3.addScaled(w, u, -t))
}
