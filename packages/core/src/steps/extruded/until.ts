import { tolerance } from '../../num/index.ts'
import type { ExtrudedStep } from './typed.ts'
import type { PickedFace } from '../shared/typed-picked.ts'
import { FURTHEST, type PlaneFrame } from '../../path/index.ts'
import { outlineOf, type Section } from '../../profile/index.ts'
import type { Extrusion } from '../../solid/index.ts'
import { vec3 } from '../../space/index.ts'
import { shortLength, type StepContext } from '../../evaluate/index.ts'
import { pickedPlane } from '../shared/picked.ts'
import { refusal, type Built } from '../shared/refusal.ts'

/** How an extrusion goes from its sheet, or a distance off it, up to the plane of a flat face. */
export function upToFace(
  step: ExtrudedStep,
  until: PickedFace,
  section: Section,
  plane: PlaneFrame,
  context: StepContext,
): Built<Pick<Extrusion, 'from' | 'to' | 'lean'>> {
  const refuse = (message: string) => refusal(step, 'fit', 'extruded.until', message)
  const face = pickedPlane(step, 'fit', until, context)
  if (!face.ok) return face
  const { at, normal } = face.value.form
  const along = vec3.cross(plane.x, plane.y)
  const slope = vec3.dot(normal, along)
  if (Math.abs(slope) < tolerance.standsAlong)
    return refuse(`The face stands along the way of "${step.name}", which never comes to it; pick another.`)
  const to = vec3.dot(normal, vec3.sub(at, plane.origin)) / slope
  const lean = [-vec3.dot(normal, plane.x) / slope, -vec3.dot(normal, plane.y) / slope] as const
  const o = outlineOf(section, tolerance.reachChord)
  const heights = Array.from(o.x, (x, i) => to + lean[0] * x + lean[1] * o.y[i]!)
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  const start = context.number('start')
  const out = low + high > 0
  const from = out ? start : -start
  if (out ? low < from : high > from) {
    const off = shortLength(Math.abs(from), context.display)
    return refuse(
      `The face cuts through where "${step.name}" starts, ${off} off its sheet: nothing is left of it there. Start it elsewhere, or pick another face.`,
    )
  }
  if (Math.max(Math.abs(low), Math.abs(high)) > FURTHEST) {
    const [is, most] = [Math.max(Math.abs(low), Math.abs(high)), FURTHEST].map((v) =>
      shortLength(v, context.display),
    )
    return refuse(`"${step.name}" would reach ${is} from its sheet; ${most} is the most.`)
  }
  return { ok: true, value: { from, to, ...(lean[0] === 0 && lean[1] === 0 ? {} : { lean }) } }
}
