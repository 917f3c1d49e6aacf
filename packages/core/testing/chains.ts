import fc from 'fast-check'
import { rad, TURN } from '../src/num/index.ts'
import type { PathNode } from '../src/path/index.ts'
import { vec3, type Vec3 } from '../src/space/index.ts'

/** A node that is bent. */
export const bend = (x: number, y: number, z: number, radius: number): PathNode => ({
  point: [x, y, z],
  corner: { kind: 'bend', radius },
})

/** A node where the direction breaks, or an end. */
export const sharp = (x: number, y: number, z: number): PathNode => ({
  point: [x, y, z],
  corner: { kind: 'sharp' },
})

/** Random chains whose bends fit: legs of 40 to 120, no turn over 150 degrees, radii up to what a third of a leg allows. */
export const chains = fc
  .array(
    fc.record({
      length: fc.double({ min: 40, max: 120, noNaN: true }),
      polar: fc.double({ min: 0.1, max: rad(140), noNaN: true }),
      turn: fc.double({ min: 0, max: TURN, noNaN: true }),
      tightness: fc.double({ min: 0.1, max: 1, noNaN: true }),
    }),
    { minLength: 2, maxLength: 8 },
  )
  .map((legs) => {
    let direction: Vec3 = [0.36, -0.48, 0.8]
    let at: Vec3 = [10, -20, 5]
    const nodes: PathNode[] = [bend(...at, 1)]
    for (const [i, leg] of legs.entries()) {
      at = vec3.addScaled(at, direction, leg.length)
      const next = legs[i + 1]
      const room = next ? Math.min(leg.length, next.length) / 2.1 : 0
      nodes.push(bend(...at, next ? (leg.tightness * room) / Math.tan(leg.polar / 2) : 1))
      const side = vec3.unit(vec3.cross(direction, Math.abs(direction[0]) < 0.9 ? [1, 0, 0] : [0, 1, 0]))
      const around = vec3.turnAbout(side, direction, leg.turn)
      direction = vec3.unit(vec3.turnAbout(direction, around, leg.polar))
    }
    return nodes
  })
