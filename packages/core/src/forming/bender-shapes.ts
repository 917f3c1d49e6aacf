import { vec3, type Vec3 } from '../space/index.ts'

/** Sizes of a bender's parts about the bar, mm. */
export interface BenderSizes {
  /** How much of the bar before a bend the clamp holds. */
  readonly clamp: number
  /** How far the clamp stands out from the bar, and how high it is. */
  readonly clampWidth: number
  readonly clampHeight: number
  readonly dieHeight: number
  /** The bed under the bar that is not yet bent: how long and wide, and how deep its top lies under the bar's axis. */
  readonly bedLength: number
  readonly bedWidth: number
  readonly bedDepth: number
  /** How deep the floor lies under the bar's axis. */
  readonly floorDepth: number
}

export type BenderPart = 'clamp' | 'die' | 'bed' | 'floor'

/** How a part of a bender looks: a block by its middle, its axes and half its sizes; a disc about Z; all below a height. */
export type BenderShape =
  | {
      readonly kind: 'block'
      readonly centre: Vec3
      readonly axes: readonly [Vec3, Vec3, Vec3]
      readonly half: Vec3
    }
  | { readonly kind: 'disc'; readonly centre: Vec3; readonly radius: number; readonly height: number }
  | { readonly kind: 'below'; readonly height: number }

/** A convex part of a bender in its own axes (see `partBent`). Its distance is below 0 inside, and convex along any straight. */
export interface Obstacle {
  readonly part: BenderPart
  readonly shape: BenderShape
  distance(at: Vec3): number
}

const obstacle = (part: BenderPart, shape: BenderShape): Obstacle => ({
  part,
  shape,
  distance: distanceOf(shape),
})

function distanceOf(shape: BenderShape): (at: Vec3) => number {
  if (shape.kind === 'below') return (at) => at[2] - shape.height
  if (shape.kind === 'block') return box(shape.centre, shape.axes, shape.half)
  const { centre, radius, height } = shape
  return ([x, y, z]) =>
    outside(
      Math.sqrt((x - centre[0]) ** 2 + (y - centre[1]) ** 2) - radius,
      Math.abs(z - centre[2]) - height / 2,
    )
}

/** Parts stand off the bar by this share of its reach, so that what it lies on is not run into. */
const STAND_OFF = 1.1

const box =
  (centre: Vec3, axes: readonly [Vec3, Vec3, Vec3], half: Vec3) =>
  (at: Vec3): number => {
    const d = vec3.sub(at, centre)
    return outside(
      Math.abs(vec3.dot(d, axes[0])) - half[0],
      Math.abs(vec3.dot(d, axes[1])) - half[1],
      Math.abs(vec3.dot(d, axes[2])) - half[2],
    )
  }

/** The distance to a convex body from how far a point is past each pair of its faces. */
function outside(a: number, b: number, c = -Infinity): number {
  const most = Math.max(a, b, c)
  if (most <= 0) return most
  const [x, y, z] = [Math.max(a, 0), Math.max(b, 0), Math.max(c, 0)]
  return Math.sqrt(x * x + y * y + z * z)
}

const AXES: readonly [Vec3, Vec3, Vec3] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
]

/** What is always there: the bed under the bar that is not yet bent, down to the floor, and the floor. */
export function standing(sizes: BenderSizes): Obstacle[] {
  const { bedLength, bedWidth, bedDepth, floorDepth } = sizes
  const floor = obstacle('floor', { kind: 'below', height: -floorDepth })
  if (!(bedLength > 0 && bedWidth > 0 && floorDepth > bedDepth)) return [floor]
  const centre: Vec3 = [bedLength / 2, 0, -(bedDepth + floorDepth) / 2]
  const half: Vec3 = [bedLength / 2, bedWidth / 2, (floorDepth - bedDepth) / 2]
  return [floor, obstacle('bed', { kind: 'block', centre, axes: AXES, half })]
}

/** The die that a bar is drawn round, and the clamp that goes with it once the die has turned by an angle; `side` is 1 for bends toward +Y, else -1. */
export function holding(
  sizes: BenderSizes,
  radius: number,
  reach: number,
  angle: number,
  side: 1 | -1,
): Obstacle[] {
  const hub: Vec3 = [0, side * radius, 0]
  const rim = radius - STAND_OFF * reach
  const found: Obstacle[] = []
  if (rim > 0 && sizes.dieHeight > 0)
    found.push(obstacle('die', { kind: 'disc', centre: hub, radius: rim, height: sizes.dieHeight }))
  if (sizes.clamp > 0 && sizes.clampWidth > 0 && sizes.clampHeight > 0) {
    // The bar before the bend leaves the die against its own way; bent by an angle it has turned about the hub.
    const out = vec3.turnAbout([0, -side, 0], [0, 0, -side], angle)
    const away = vec3.turnAbout([-1, 0, 0], [0, 0, -side], angle)
    const held = vec3.addScaled(hub, out, radius + STAND_OFF * reach + sizes.clampWidth / 2)
    const centre = vec3.addScaled(held, away, sizes.clamp / 2)
    const half: Vec3 = [sizes.clamp / 2, sizes.clampWidth / 2, sizes.clampHeight / 2]
    found.push(obstacle('clamp', { kind: 'block', centre, axes: [away, out, [0, 0, 1]], half }))
  }
  return found
}

/** Rounds in each of which a third is cut off the stretch where a straight comes nearest: a ten-thousandth of it is left. */
const ROUNDS = 24

/** The least distance of a straight stretch from an obstacle: convex along it, so that thirds are cut off until nothing is left. */
export function nearestOn(obstacle: Obstacle, from: Vec3, to: Vec3): number {
  const way = vec3.sub(to, from)
  const at = (t: number): number => obstacle.distance(vec3.addScaled(from, way, t))
  let [low, high] = [0, 1]
  for (let k = 0; k < ROUNDS; k++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (at(a) <= at(b)) high = b
    else low = a
  }
  return Math.min(at(0), at(1), at((low + high) / 2))
}
