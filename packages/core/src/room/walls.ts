import type { Vec3 } from '../space/index.ts'
import { makePath, type Origin, type Path, arcSegment, lineSegment, type Segment } from '../path/index.ts'

/** A wall of a room as it is measured, mm and rad. */
export interface Wall {
  /** From corner to corner, straight across. */
  readonly length: number
  /** How far a curved wall bows out of the room at its middle; below 0 into it, 0 straight. */
  readonly bow: number
  /** The angle in the room where it ends, between the walls as they leave the corner: over pi outside, pi straight on. */
  readonly corner: number
}

/**
 * How far a wall of a chord bows at its middle for a radius of its curve, whose sign it takes: the lesser of the two arcs that a circle has
 * over the chord, r - sqrt(r^2 - c^2/4). Undefined where the circle is too small to reach from corner to corner.
 */
export function bowOfRadius(chord: number, radius: number): number | undefined {
  const r = Math.abs(radius)
  // As a product, so that a wall that is hardly curved keeps its figures.
  const square = (r - chord / 2) * (r + chord / 2)
  if (square < 0) return undefined
  return (Math.sign(radius) * (chord * chord)) / 4 / (r + Math.sqrt(square))
}

/** Where walls begin: a corner, the way the first goes from +X, and the height. */
export interface WallStart {
  readonly at: Vec3
  readonly heading: number
}

/** Walls one after the other, and how far their end is from their beginning. */
export interface WallLine {
  readonly path: Path
  readonly gap: number
  /** How much the last corner would have to be more for the walls to close, rad, in (-pi, pi]. */
  readonly turnLeft: number
}

/**
 * The line along the foot of walls, the room at its left: each wall turns left by half a turn less its corner. A bow of rise b over a
 * chord c is an arc of the sweep 4 atan(2b/c) (b/c is half the tangent of a quarter of it); lengths are above 0. Segments are the pieces
 * of their walls. Closed where it is said to be: the path then ends where it began.
 */
export function wallLine(walls: readonly Wall[], start: WallStart, closed: boolean): WallLine {
  const z = start.at[2]
  let [x, y] = start.at
  let heading = start.heading
  const parts: { segment: Segment; origin: Origin }[] = []
  walls.forEach(({ length, bow, corner }, index) => {
    const sweep = 4 * Math.atan((2 * bow) / length)
    const chord = heading + sweep / 2
    const origin = { kind: 'piece', index } as const
    if (sweep === 0) {
      parts.push({
        segment: lineSegment([x, y, z], [Math.cos(heading), Math.sin(heading), 0], length),
        origin,
      })
    } else {
      const radius = length / (2 * Math.sin(Math.abs(sweep) / 2))
      const side = Math.sign(sweep)
      // The centre lies at the left of the travel where the wall turns left.
      const out: Vec3 = [side * Math.sin(heading), -side * Math.cos(heading), 0]
      const centre: Vec3 = [x - radius * out[0], y - radius * out[1], z]
      const along: Vec3 = [Math.cos(heading), Math.sin(heading), 0]
      parts.push({ segment: arcSegment(centre, out, along, radius, Math.abs(sweep)), origin })
    }
    x += length * Math.cos(chord)
    y += length * Math.sin(chord)
    heading += sweep + Math.PI - corner
  })
  const left = heading - start.heading - 2 * Math.PI
  return {
    path: makePath(parts, closed),
    gap: Math.hypot(x - start.at[0], y - start.at[1]),
    turnLeft: left - 2 * Math.PI * Math.round(left / (2 * Math.PI)),
  }
}
