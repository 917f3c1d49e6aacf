import { areasOfPixels } from './areas.ts'
import { middle, type Ground } from './light.ts'
import { otsuThreshold } from './picture.ts'

/** What is seen in a small picture, along the colours in which the shape differs from its ground. */
export interface Seen {
  readonly width: number
  readonly height: number
  /** Of each pixel against the light on it; 0 on the ground. */
  readonly values: Float32Array
  /** Of a pixel, against the light on another. */
  against(place: number, at: number): number
}

/** An area that takes more than this share of the picture's sides is ground that lies otherwise in the light. */
const MOST_SIDES = 0.12
/** So far from an edge, px of the small picture, the shape is seen whole on one side and not at all on the other. */
const STEEP = 2
/** That is so when it differs there by this share of what the shape differs by. */
const JUMP = 0.78
/** An area is a shade, and no shape, when less than this share of its edge is steep. */
const LEAST_STEEP = 0.35
/** One with less than this may hold a shade besides: it is parted where its heaps differ by so many times. */
const MIXED = 0.75
const APART = 1.8
/** Areas of fewer pixels are left as they are. */
const SPECK = 12

/** Rounds in which what lies in a shade is parted from it; what is left of the shade after them is ground. */
const PARTINGS = 3

/**
 * The ground with what only looks like a shape: areas along the picture's sides, and those that begin softly. What stands out
 * within one of them is kept.
 */
export function withoutShades(ground: Ground, seen: Seen): Ground {
  const { values, width, height } = seen
  let now = ground
  for (let round = 1; round <= PARTINGS; round++) {
    const { of, count } = areasOfPixels(
      now.map((g) => 1 - g),
      width,
      height,
    )
    const jump = JUMP * middle(values.filter((_, i) => !now[i]))
    const steep = steepShares(of, count, seen, jump)
    const own = valuesByArea(of, count, values)
    const between = steep.map((share, a): number => {
      if (share >= MIXED || own[a]!.length < SPECK) return -Infinity
      const cut = round < PARTINGS ? otsuBetween(new Float32Array(own[a]!)) : Infinity
      return share < LEAST_STEEP || partsClearly(own[a]!, cut) ? cut : -Infinity
    })
    if (between.every((b) => b === -Infinity)) break
    now = now.map((g, i) => (of[i]! >= 0 && values[i]! < between[of[i]!]! ? 1 : g))
  }
  return now
}

function valuesByArea(of: Int32Array, count: number, values: Float32Array): number[][] {
  const own = Array.from({ length: count }, (): number[] => [])
  of.forEach((a, i) => {
    if (a >= 0) own[a]!.push(values[i]!)
  })
  return own
}

function partsClearly(values: readonly number[], between: number): boolean {
  const mean = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / Math.max(1, of.length)
  return mean(values.filter((v) => v >= between)) > APART * mean(values.filter((v) => v < between))
}

/** Of each area the share of its edge that is steep; 0 for one that goes along the picture's sides. */
function steepShares(of: Int32Array, count: number, seen: Seen, jump: number): number[] {
  const { width, height, against } = seen
  const index = (x: number, y: number): number =>
    Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))
  const [sides, edge, steep] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)]
  for (let i = 0; i < of.length; i++) {
    const a = of[i]!
    if (a < 0) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    if (x === 0 || y === 0 || x === width - 1 || y === height - 1) sides[a]!++
    for (const [dx, dy] of BESIDE) {
      const [ox, oy] = [x + dx, y + dy]
      if (ox < 0 || oy < 0 || ox >= width || oy >= height || of[oy * width + ox] === a) continue
      edge[a]!++
      const out = against(index(x + STEEP * dx, y + STEEP * dy), i)
      const within = Math.max(against(i, i), against(index(x - dx, y - dy), i))
      if (within - out > jump) steep[a]!++
    }
  }
  const most = MOST_SIDES * 2 * (width + height)
  return Array.from(sides, (s, a) => (s > most ? 0 : steep[a]! / Math.max(1, edge[a]!)))
}

const BESIDE = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const

/** The value between two heaps of values. */
export function otsuBetween(values: Float32Array): number {
  let [low, high] = [Infinity, -Infinity]
  for (const v of values) {
    low = Math.min(low, v)
    high = Math.max(high, v)
  }
  const span = high - low || 1
  const data = values.map((v) => (255 * (v - low)) / span)
  return low + (span * otsuThreshold({ width: values.length, height: 1, data })) / 255
}
