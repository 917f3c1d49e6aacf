import { tolerance } from '../num/index.ts'
import { vec2, type Vec2 } from '../plane/index.ts'
import type { Reach } from './piece.ts'
import type { Slope } from './saw.ts'

/** How both cuts of a piece lean alike, so that neighbours on a bar can share them. */
export interface SharedCut {
  /** The slope of its cuts, toward the side that is told by 1. */
  readonly slope: Slope
  readonly left: 1 | -1
  readonly right: 1 | -1
  /** From the furthest to the nearest place of a cut along the bar, mm. */
  readonly depth: number
  /** The kerf along the bar, as a multiple of that square to the cut. */
  readonly lean: number
  /** Turned over, the section is the same and the cuts lean to the other side. */
  readonly turns: boolean
}

/**
 * What a piece with these cuts, from its left to its right, shares with neighbours; undefined where they are square or lean differently. The
 * outline is that of its section as points.
 */
export function sharedCut(
  left: Slope,
  right: Slope,
  reach: Reach,
  outline: readonly Vec2[],
): SharedCut | undefined {
  if (Math.hypot(...left) < tolerance.squareCut) return undefined
  const slope = isForward(left) ? left : vec2.scale(left, -1)
  const sideOf = (s: Slope): 1 | -1 | undefined =>
    vec2.distance(s, slope) < tolerance.sameSlope
      ? 1
      : vec2.distance(s, vec2.scale(slope, -1)) < tolerance.sameSlope
        ? -1
        : undefined
  const [l, r] = [sideOf(left), sideOf(right)]
  if (l === undefined || r === undefined) return undefined
  return {
    slope,
    left: l,
    right: r,
    depth: reach(slope) + reach(vec2.scale(slope, -1)),
    lean: Math.hypot(1, ...slope),
    turns: turnsOver(outline, slope),
  }
}

const isForward = ([x, y]: Slope): boolean => x > tolerance.sameSlope || (x > -tolerance.sameSlope && y > 0)

/**
 * Whether a bar that is turned over is the same, its cuts leaning to the other side: rolled by half a turn about its middle, or end for end about
 * an axis across the lean of its cuts, in which its section is mirrored onto itself.
 */
function turnsOver(outline: readonly Vec2[], slope: Slope): boolean {
  const { middle, size } = boxOf(outline)
  const way = vec2.scale(slope, 1 / Math.hypot(...slope))
  const rolled = ([x, y]: Vec2): Vec2 => [2 * middle[0] - x, 2 * middle[1] - y]
  const mirrored = (p: Vec2): Vec2 => vec2.addScaled(p, way, -2 * vec2.dot(vec2.sub(p, middle), way))
  return [rolled, mirrored].some((move) =>
    outline.every((p) => distanceTo(outline, move(p)) < tolerance.sameOutline * size),
  )
}

function boxOf(points: readonly Vec2[]): { readonly middle: Vec2; readonly size: number } {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  return { middle: [(x0 + x1) / 2, (y0 + y1) / 2], size: Math.hypot(x1 - x0, y1 - y0) }
}

function distanceTo(outline: readonly Vec2[], p: Vec2): number {
  return outline.reduce((least, a, i) => {
    const b = outline[(i + 1) % outline.length]!
    const way = vec2.sub(b, a)
    const square = vec2.dot(way, way)
    const share = square === 0 ? 0 : Math.min(1, Math.max(0, vec2.dot(vec2.sub(p, a), way) / square))
    return Math.min(least, vec2.distance(p, vec2.addScaled(a, way, share)))
  }, Infinity)
}
