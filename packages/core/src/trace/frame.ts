import { extent } from 'd3-array'
import type { Vec2 } from '../plane/index.ts'

/** An outline this near to the picture's sides, as a share of each, all along is the picture's frame. */
const NEAR_SIDES = 0.045
/** One along the very sides, px, for more than this share of them is cut off by them all round, and no shape either. */
const AT_SIDE = 2
const ALONG = 0.6
/** A frame goes over this share of the picture both ways. */
const SPANS = 0.8

/** Whether an outline is the frame of the picture and not what it shows. */
export function isFrame(points: readonly Vec2[], width: number, height: number): boolean {
  const aside = (p: Vec2): number =>
    Math.min(p[0] / width, p[1] / height, 1 - p[0] / width, 1 - p[1] / height)
  const atSide = (p: Vec2): boolean => Math.min(p[0], p[1], width - p[0], height - p[1]) < AT_SIDE
  if (points.every((p) => aside(p) < NEAR_SIDES) && spans(points, width, height)) return true
  let along = 0
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!
    if (atSide(p) && atSide(q)) along += Math.hypot(q[0] - p[0], q[1] - p[1])
  })
  return along > ALONG * 2 * (width + height)
}

/** It goes round, and is not a mark in a corner. */
function spans(points: readonly Vec2[], width: number, height: number): boolean {
  const of = (k: 0 | 1): number => {
    const [least = 0, most = 0] = extent(points, (p) => p[k])
    return most - least
  }
  return of(0) > SPANS * width && of(1) > SPANS * height
}
