import { TURN, tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { courseAt, type Course } from './course.ts'

/** A stretch where the path runs so near the up direction that it tells no roll: there the roll is led across smoothly. */
export interface SteepStretch {
  readonly from: number
  readonly to: number
  /** Angle of up from the frame without roll, along the stretch. */
  readonly angle: Course
}

/** Up leans toward a direction, but in the steep stretches. */
export interface Upright {
  readonly toward: Vec3
  readonly steep: readonly SteepStretch[]
}

/** Sine of the angle between path and up direction below which the path is steep: 10 degrees. */
export const STEEP = Math.sin(Math.PI / 18)

/** Angle by the right-hand rule about travel that takes `up` of a frame to another direction square to the path. */
export function angleFrom(side: Vec3, up: Vec3, to: Vec3): number {
  return Math.atan2(-vec3.dot(to, side), vec3.dot(to, up))
}

/** An angle taken to within half a turn of 0. */
export function nearTurn(angle: number): number {
  return angle - TURN * Math.round(angle / TURN)
}

/** Side and up at a station, leaned toward the up direction. */
export function leaned(u: Upright, station: number, t: Vec3, side: Vec3, up: Vec3): [Vec3, Vec3] {
  const steep = u.steep.find((z) => station >= z.from && station <= z.to)
  if (steep) {
    const a = courseAt(steep.angle, station)
    return [vec3.round(side, up, a), vec3.round(up, vec3.scale(side, -1), a)]
  }
  const flat = vec3.addScaled(u.toward, t, -vec3.dot(u.toward, t))
  const size = vec3.length(flat)
  // On the very edge of a stretch; the frame without roll is as good as any.
  if (!(size > tolerance.vanishes)) return [side, up]
  const b = vec3.scale(flat, 1 / size)
  return [vec3.cross(b, t), b]
}
