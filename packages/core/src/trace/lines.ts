import { vec2, type Vec2 } from '../plane/index.ts'
import { areasOfPixels } from './areas.ts'
import { levelAt } from './light.ts'
import type { GreyPicture } from './picture.ts'
import { ROUND, thinned } from './thin.ts'

/** A line that is drawn in a picture: its middle, px, y down. */
export interface DrawnLine {
  readonly points: readonly Vec2[]
  readonly closed: boolean
}

/** An area no thicker than this share of the picture's diagonal, or this many px, is a drawn line when it is long. */
const THIN_SHARE = 0.012
const THIN = 7
/** How many times longer than wide a drawn line is at least. */
const LONG = 10

/**
 * The thin lines that are drawn in a picture of how much each pixel is of the shape, and the picture without them. Branches
 * part at their crossings; little ones that only thinning makes are none.
 */
export function drawnLines(p: GreyPicture): {
  readonly lines: readonly DrawnLine[]
  readonly rest: GreyPicture
} {
  const { width, height } = p
  const isIn = new Uint8Array(p.data.length).map((_, i) => (p.data[i]! > 0.5 ? 1 : 0))
  const { of, count } = areasOfPixels(isIn, width, height, true)
  const deep = depths(isIn, width, height)
  const [most, size] = [new Float64Array(count), new Float64Array(count)]
  of.forEach((a, i) => {
    if (a < 0) return
    most[a] = Math.max(most[a]!, deep[i]!)
    size[a]!++
  })
  const thin = Math.max(THIN, THIN_SHARE * Math.hypot(width, height))
  const isLine = Array.from(most, (d, a) => {
    const wide = 2 * d - 1
    return wide <= thin && size[a]! >= LONG * wide * wide && size[a]! >= LONG * wide
  })
  if (!isLine.some(Boolean)) return { lines: [], rest: p }
  const mask = of.map((a) => (a >= 0 && isLine[a] ? 1 : 0))
  const lines = walks(thinned(mask, width, height), width, (i) => most[of[i]!]!).map((w): DrawnLine => {
    const half = most[of[w.pixels[0]!]!]!
    return { points: centred(p, w, width, half), closed: w.closed }
  })
  const kept = of.map((a) => (a >= 0 && !isLine[a] ? 1 : 0))
  return { lines, rest: without(p, mask, kept, Math.ceil(thin / 2) + 2) }
}

/** How many px each pixel lies inside its area, by steps to the side and across (a corner counts as 4/3). */
function depths(isIn: Uint8Array, width: number, height: number): Float32Array {
  const d = new Float32Array(isIn.length).map((_, i) => (isIn[i] ? 1e9 : 0))
  const at = (x: number, y: number): number =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : d[y * width + x]!
  const step = (x: number, y: number, s: 1 | -1): void => {
    const i = y * width + x
    if (!isIn[i]) return
    const side = Math.min(at(x - s, y), at(x, y - s)) + 1
    const corner = Math.min(at(x - s, y - s), at(x + s, y - s)) + 4 / 3
    d[i] = Math.min(d[i]!, side, corner)
  }
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) step(x, y, 1)
  for (let y = height - 1; y >= 0; y--) for (let x = width - 1; x >= 0; x--) step(x, y, -1)
  return d
}

interface Walk {
  readonly pixels: readonly number[]
  readonly closed: boolean
}

/** The lines of a thinned picture from end or crossing to the next, and those that close. */
function walks(on: Uint8Array, width: number, half: (i: number) => number): Walk[] {
  const near = ROUND.map(([dx, dy]) => dy * width + dx)
  const beside = (i: number): number[] => near.map((d) => i + d).filter((j) => on[j])
  const pixels = (): number[] => Array.from(on.keys()).filter((i) => on[i])
  const isNode = (i: number): boolean => beside(i).length !== 2
  const from = (start: number, next: number): number[] => {
    const walk = [start, next]
    // No walk is longer than there are pixels.
    while (!isNode(walk.at(-1)!) && walk.length < on.length) {
      const here = walk.at(-1)!
      const onward = beside(here).find((j) => j !== walk.at(-2))!
      if (onward === start) break
      walk.push(onward)
    }
    return walk
  }
  // Little branches: from an end to a crossing within a pen's width or two.
  for (let round = 0; round < 3; round++)
    for (const end of pixels().filter((i) => beside(i).length === 1)) {
      const [next] = beside(end)
      if (next === undefined) continue
      const walk = from(end, next)
      if (isNode(walk.at(-1)!) && beside(walk.at(-1)!).length > 2 && walk.length < 3 * half(end) + 3)
        for (const i of walk.slice(0, -1)) on[i] = 0
    }
  const seen = new Set<string>()
  const walked = new Set<number>()
  const found: Walk[] = []
  for (const node of pixels().filter(isNode))
    for (const next of beside(node)) {
      if (seen.has(`${node} ${next}`)) continue
      const walk = from(node, next)
      seen.add(`${node} ${next}`).add(`${walk.at(-1)} ${walk.at(-2)}`)
      for (const i of walk) walked.add(i)
      if (walk.length > 3 * half(node) + 3) found.push({ pixels: walk, closed: false })
    }
  for (const start of pixels()) {
    if (walked.has(start)) continue
    const [next] = beside(start)
    if (next === undefined) continue
    const walk = from(start, next)
    for (const i of walk) walked.add(i)
    if (walk.length > 6 * half(start)) found.push({ pixels: walk, closed: true })
  }
  return found
}

/** The walk moved across its way onto the middle of what is drawn there. */
function centred(p: GreyPicture, { pixels, closed }: Walk, width: number, half: number): Vec2[] {
  const points = pixels.map((i): Vec2 => [(i % width) + 0.5, Math.floor(i / width) + 0.5])
  const n = points.length
  const reach = Math.max(3, Math.round(half))
  const at = (i: number): Vec2 => points[closed ? (i + n) % n : Math.min(n - 1, Math.max(0, i))]!
  return points.map((here, i): Vec2 => {
    const way = vec2.sub(at(i + reach), at(i - reach))
    const long = vec2.length(way)
    if (long === 0) return here
    const across: Vec2 = [-way[1] / long, way[0] / long]
    let [sum, weight] = [0, 0]
    for (let t = -half - 2; t <= half + 2; t += 0.5) {
      const [x, y] = vec2.addScaled(here, across, t)
      const v = Math.min(
        1,
        Math.max(0, levelAt(p.data as Float32Array, p.width, p.height, x - 0.5, y - 0.5) - 0.15),
      )
      sum += t * v
      weight += v
    }
    return weight > 0 ? vec2.addScaled(here, across, sum / weight) : here
  })
}

/** The picture with nothing where the mask is, and near it, but for what is kept. */
function without(p: GreyPicture, mask: Int32Array, kept: Int32Array, reach: number): GreyPicture {
  const data = Float32Array.from(p.data)
  const { width, height } = p
  for (let i = 0; i < mask.length; i++) {
    if (!mask[i]) continue
    const [x, y] = [i % width, Math.floor(i / width)]
    for (let oy = Math.max(0, y - reach); oy <= Math.min(height - 1, y + reach); oy++)
      for (let ox = Math.max(0, x - reach); ox <= Math.min(width - 1, x + reach); ox++)
        if (!kept[oy * width + ox]) data[oy * width + ox] = 0
  }
  return { width, height, data }
}
