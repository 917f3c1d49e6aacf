import { tolerance } from './tolerance.ts'

/** A whole turn, rad. */
export const TURN = 2 * Math.PI

/** Degrees to radians. */
export function rad(angleDeg: number): number {
  return (angleDeg * Math.PI) / 180
}

/** Radians to degrees. */
export function deg(angle: number): number {
  return (angle * 180) / Math.PI
}

/**
 * An angle brought into (-pi, pi]. What lies within `tolerance.halfTurnSide` of -pi becomes +pi and of 0 becomes
 * exactly 0, so that a flat S reads +180 and a straight continuation reads 0, never -0.
 */
export function halfTurn(angle: number): number {
  const a = angle - TURN * Math.round(angle / TURN)
  if (Math.abs(a) < tolerance.halfTurnSide) return 0
  if (Math.abs(Math.abs(a) - Math.PI) < tolerance.halfTurnSide) return Math.PI
  return a
}

/** The angle of an arc whose chord leaves it by `bow` at most, rad: 2 acos(1 - bow/radius), kept from cancelling; pi where the bow reaches the radius. */
export function chordTurn(radius: number, bow: number): number {
  return bow < radius ? 4 * Math.asin(Math.sqrt(bow / (2 * radius))) : Math.PI
}
