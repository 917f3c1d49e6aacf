import type { HoleEntry } from './typed.ts'
import { line2, type Vec2 } from '../../plane/index.ts'
import { region } from '../../profile/index.ts'
import { TURN } from '../../num/index.ts'
import type { Revolution } from '../../solid/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

/** The sizes of a hole, mm and rad. */
export interface HoleSizes {
  readonly head: HoleEntry['head']
  readonly diameter: number
  /** From where it begins; undefined goes through. */
  readonly depth: number | undefined
  readonly headDiameter: number
  readonly headAngle: number
  readonly headDepth: number
}

/** How far a tool goes beyond where it begins, mm, so that no skin is left. */
const OVERLAP = 1

/**
 * What a hole takes away, turned about its axis: it begins at a place and goes along `into`. `far` is further than the body goes
 * either way.
 */
export function holeTool(at: Vec3, into: Vec3, sizes: HoleSizes, far: number): Revolution {
  const r = sizes.diameter / 2
  const R = sizes.headDiameter / 2
  const to = sizes.depth ?? far
  const from = sizes.depth === undefined ? -far : -OVERLAP
  // Across and along the way in, from the axis out and back to it.
  const points: Vec2[] =
    sizes.head === 'none'
      ? [
          [0, from],
          [r, from],
          [r, to],
          [0, to],
        ]
      : sizes.head === 'bore'
        ? [
            [0, from],
            [R, from],
            [R, sizes.headDepth],
            [r, sizes.headDepth],
            [r, to],
            [0, to],
          ]
        : [
            [0, from],
            [R, from],
            [R, 0],
            [r, (R - r) / Math.tan(sizes.headAngle / 2)],
            [r, to],
            [0, to],
          ]
  const x = vec3.squareTo(into)
  const outline = points.map((p, i) => line2(p, points[(i + 1) % points.length]!))
  return {
    section: [region(outline)],
    plane: { origin: at, x, y: into },
    at: [0, 0],
    along: [0, -1],
    angle: TURN,
  }
}
