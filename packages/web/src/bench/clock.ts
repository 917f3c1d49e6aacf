import { TURN } from '@flexum/core/num'
import type { Frame } from '@flexum/core/sweep'
import { vec3 } from '@flexum/core/space'
import type { Ray } from './drag.ts'

/** Sine below which a line of sight lies in the section's plane and tells no angle. */
const GRAZING = 0.02

/** The angle about the path, from the section's side toward up, at which a line of sight meets the section's plane. */
export function angleSeen(ray: Ray, frame: Frame): number | undefined {
  const slope = vec3.dot(frame.t, ray.direction)
  if (Math.abs(slope) < GRAZING) return undefined
  const distance = vec3.dot(frame.t, vec3.sub(frame.origin, ray.origin)) / slope
  const at = vec3.sub(vec3.addScaled(ray.origin, ray.direction, distance), frame.origin)
  return Math.atan2(vec3.dot(at, frame.b), vec3.dot(at, frame.n))
}

/** A clock angle after the pointer went from one angle to another, in (-half a turn, half a turn], caught on whole steps. */
export function turnedClock(start: number, from: number, to: number, step: number): number {
  let angle = start + to - from
  if (step > 0) angle = Math.round(angle / step) * step
  angle -= TURN * Math.ceil(angle / TURN - 0.5)
  return angle + 0
}
