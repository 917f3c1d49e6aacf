import { vec2, type Vec2 } from '../plane/index.ts'

/**
 * How a cut leans over the section it goes through: how much further along the piece it lies for each mm toward the section's x and
 * y. The plane of the cut is z = z0 + slope . (x, y), z along the piece from its start to its end.
 */
export type Slope = Vec2

/** A cut square to the piece. */
export const SQUARE: Slope = [0, 0]

/** How a piece lies on the saw: table below, fence at the back, its length from left to right. */
export interface Lie {
  /** The direction of the section that is up on the saw; a unit vector of the section's plane. */
  readonly up: Vec2
  /** The start of the piece is at the left. */
  readonly startLeft: boolean
}

/**
 * How the saw is set for a cut, rad. `mitre`: the blade is swung from square about the upright, above 0 with its near side, the one
 * away from the fence, to the right. `bevel`: the blade is tilted from upright, above 0 with its top to the right. Both as one sees
 * them who stands at the table and looks at the fence.
 */
export interface SawSetting {
  readonly mitre: number
  readonly bevel: number
}

/** The direction of the section that looks at the fence: along, toward and up are right-handed whichever end is left. */
export function towardFence(lie: Lie): Vec2 {
  const [x, y] = lie.up
  return lie.startLeft ? [y, -x] : [-y, x]
}

/**
 * Saw settings of a cut for a piece that lies so. By vectors: in the table's plane the cut's trace leaves square by the slope along the
 * table, and the cut leaves the upright plane through that trace by the slope up, seen square to the trace.
 */
export function sawSetting(slope: Slope, lie: Lie): SawSetting {
  const right = lie.startLeft ? 1 : -1
  const near = -vec2.dot(slope, towardFence(lie))
  const up = vec2.dot(slope, lie.up)
  return {
    mitre: Math.atan(right * near) + 0,
    bevel: Math.atan2(right * up, Math.hypot(1, near)) + 0,
  }
}

/**
 * The known closed form of a moulding that lies flat on its back, for a wall corner as measured in the room and the spring angle
 * between back and wall (rad, 0 < corner < 2 pi, 0 <= spring <= pi/2): mitre = atan(sin s / tan(c/2)), bevel = asin(cos s cos(c/2)),
 * as in carpenters' handbooks. Outside corners are over pi and make both below 0.
 */
export function mouldingFlat(spring: number, corner: number): SawSetting {
  return {
    mitre: Math.atan(Math.sin(spring) / Math.tan(corner / 2)),
    bevel: Math.asin(Math.cos(spring) * Math.cos(corner / 2)),
  }
}

/** The same corner for a piece that stands against the fence as it does on the wall: half the turn of the wall, blade upright. */
export function mouldingNested(corner: number): SawSetting {
  return { mitre: Math.PI / 2 - corner / 2, bevel: 0 }
}

/**
 * A cut in a corner of another angle than it was drawn with: the plane that halves it leans by the cotangent of half the corner, toward
 * the same side. Angles between the legs, rad, both between 0 and pi.
 */
export function slopeAt(drawn: Slope, corner: number, measured: number): Slope {
  return vec2.scale(drawn, Math.tan(corner / 2) / Math.tan(measured / 2))
}
