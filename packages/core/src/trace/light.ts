import { blur2 } from 'd3-array'
import { solvePositive } from '../num/index.ts'
import type { Planes } from './colour.ts'

/** What is known of a picture's ground: 1 where a pixel is of it, 0 where it is of the shape. */
export type Ground = Uint8Array

/** Terms of a level that bends two ways: 1, x, y, xx, xy, yy, over -1 to 1. */
const TERMS = 6
/** How firmly the bend of a level is held, against the weight of all places. */
const HELD = 1e-3
/** Rounds in which places far off the level are let go. */
const ROUNDS = 6

function termsAt(x: number, y: number): number[] {
  return [1, x, y, x * x, x * y, y * y]
}

/**
 * The light on a picture's ground, from those of its pixels that are named: for each colour a level of second degree of its
 * logarithm, by least squares in which what lies far off counts less and less (Tukey's weights).
 */
export function smoothLight(p: Planes, isGround: (i: number) => boolean): Planes {
  const { width, height } = p
  const at = (i: number): number[] =>
    termsAt((2 * (i % width)) / width - 1, (2 * Math.floor(i / width)) / height - 1)
  const places = Array.from({ length: width * height }, (_, i) => i).filter(isGround)
  const rows = places.map(at)
  const planes = p.planes.map((plane) => {
    const values = places.map((i) => Math.log(plane[i]!))
    let weights = values.map(() => 1)
    let level = [middle(values), 0, 0, 0, 0, 0]
    for (let round = 0; round < ROUNDS; round++) {
      const off = values.map((v, k) => v - dot(level, rows[k]!))
      const width6 = 4.7 * Math.max(0.02, 1.48 * middle(off.map(Math.abs)))
      weights = off.map((d) => (Math.abs(d) < width6 ? (1 - (d / width6) ** 2) ** 2 : 0))
      level = leastSquares(rows, values, weights) ?? level
    }
    return new Float32Array(width * height).map((_, i) => Math.exp(dot(level, at(i))))
  })
  return { width, height, planes: planes as unknown as Planes['planes'] }
}

/**
 * The light by place: from the ground as it is seen, and from the shape by how much of the light it throws back (`share` of
 * each colour, which counts less the darker it is); smoothed over `sigma` px, and far from both over more and more.
 */
export function nearLight(
  p: Planes,
  ground: Ground,
  share: readonly [number, number, number],
  sigma: number,
): Planes {
  const { width, height } = p
  const edge = edgesOf(ground, width, height)
  const planes = p.planes.map((plane, c) => {
    const trust = SHAPE_TRUST * Math.min(1, share[c]!) ** 2
    const weights = plane.map((_, i) => (edge[i] ? 0 : ground[i] ? 1 : trust))
    const values = plane.map((v, i) => weights[i]! * (ground[i] ? v : v / share[c]!))
    return filled(values, weights, width, height, sigma)
  })
  return { width, height, planes: planes as unknown as Planes['planes'] }
}

/** Pixels beside one of the other part: they may be of both, and say nothing of either. */
function edgesOf(ground: Ground, width: number, height: number): Uint8Array {
  return ground.map((g, i) => {
    const [x, y] = [i % width, Math.floor(i / width)]
    for (let oy = Math.max(0, y - 1); oy <= Math.min(height - 1, y + 1); oy++)
      for (let ox = Math.max(0, x - 1); ox <= Math.min(width - 1, x + 1); ox++)
        if (ground[oy * width + ox] !== g) return 1
    return 0
  })
}

/** How much the shape says of the light on it, against the ground beside it. */
const SHAPE_TRUST = 0.2
/** A place whose neighbours weigh less in all than this asks farther away. */
const ENOUGH = 0.05

/** Weighted values smoothed; where all weights near are small, from a picture of a quarter the size. */
function filled(
  values: Float32Array,
  weights: Float32Array,
  width: number,
  height: number,
  sigma: number,
): Float32Array {
  const sum = smoothed(values, width, height, sigma)
  const weight = smoothed(weights, width, height, sigma)
  const far =
    Math.min(width, height) >= 2 * QUARTER && weight.some((w) => w < ENOUGH)
      ? quarter(values, weights, width, height)
      : undefined
  const wide = far && filled(far.values, far.weights, far.width, far.height, FAR_SIGMA)
  return sum.map((s, i) => {
    const w = weight[i]!
    const near = s / Math.max(w, 1e-6)
    if (w >= ENOUGH || !wide) return near
    const [x, y] = [((i % width) + 0.5) / QUARTER - 0.5, (Math.floor(i / width) + 0.5) / QUARTER - 0.5]
    return (w * near + (ENOUGH - w) * levelAt(wide, far.width, far.height, x, y)) / ENOUGH
  })
}

/** How many px become one where the light is looked for farther away, each way, and how wide it is smoothed there. */
const QUARTER = 4
const FAR_SIGMA = 2

/** By three passes of means, which are all but a Gaussian of that width. */
function smoothed(data: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const copy = Float32Array.from(data)
  blur2({ data: copy, width, height }, sigma)
  return copy
}

function quarter(values: Float32Array, weights: Float32Array, width: number, height: number) {
  const [w, h] = [Math.ceil(width / QUARTER), Math.ceil(height / QUARTER)]
  const to = { values: new Float32Array(w * h), weights: new Float32Array(w * h), width: w, height: h }
  for (let i = 0; i < values.length; i++) {
    const k = Math.floor(Math.floor(i / width) / QUARTER) * w + Math.floor((i % width) / QUARTER)
    to.values[k]! += values[i]! / QUARTER ** 2
    to.weights[k]! += weights[i]! / QUARTER ** 2
  }
  return to
}

/** A level between the places where it is known; x and y in px of it. */
export function levelAt(level: Float32Array, width: number, height: number, x: number, y: number): number {
  const [u, v] = [Math.min(width - 1, Math.max(0, x)), Math.min(height - 1, Math.max(0, y))]
  const [x0, y0] = [Math.floor(u), Math.floor(v)]
  const [x1, y1] = [Math.min(width - 1, x0 + 1), Math.min(height - 1, y0 + 1)]
  const [fx, fy] = [u - x0, v - y0]
  const above = level[y0 * width + x0]! * (1 - fx) + level[y0 * width + x1]! * fx
  const below = level[y1 * width + x0]! * (1 - fx) + level[y1 * width + x1]! * fx
  return above * (1 - fy) + below * fy
}

const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((s, v, i) => s + v * b[i]!, 0)

/** The middle of some values; 0 of none. */
export function middle(values: ArrayLike<number>): number {
  const sorted = new Float32Array(values).sort()
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}

/** Weighted least squares by the normal equations, a little held so that few places do; undefined without any. */
function leastSquares(
  rows: readonly (readonly number[])[],
  values: readonly number[],
  weights: readonly number[],
): number[] | undefined {
  const a = new Float64Array(TERMS * TERMS)
  const b = new Float64Array(TERMS)
  let whole = 0
  rows.forEach((row, k) => {
    const w = weights[k]!
    whole += w
    for (let i = 0; i < TERMS; i++) {
      for (let j = 0; j < TERMS; j++) a[i * TERMS + j]! += w * row[i]! * row[j]!
      b[i]! += w * row[i]! * values[k]!
    }
  })
  if (!(whole > 0)) return undefined
  for (let i = 1; i < TERMS; i++) a[i * TERMS + i]! += HELD * whole
  const x = solvePositive(a, b, TERMS)
  return x && [...x]
}
