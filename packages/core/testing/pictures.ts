import jpeg from 'jpeg-js'
import { TURN } from '../src/num/index.ts'
import {
  arc2,
  curveLength,
  line2,
  nearestOn,
  placeCurve,
  pointAt,
  vec2,
  type Curve2,
  type Loop2,
  type Vec2,
} from '../src/plane/index.ts'
import { blurred, type ColourPicture } from '../src/trace/index.ts'

/** How a picture is taken of a true shape; all faults are left out unless they are named. */
export interface Taking {
  readonly width: number
  readonly height: number
  /** Red, green and blue of the ground and of the shape, 0 to 255. */
  readonly ground?: Rgb
  readonly shape?: Rgb
  /** Share of the light that is left in the shadow across the picture; 1 leaves it even. */
  readonly shadow?: number
  /** Over how many px the shadow begins. */
  readonly soft?: number
  /** Only the outline is drawn, so many px wide. */
  readonly line?: number
  /** Width of the lens's blur, px. */
  readonly blur?: number
  /** Of the noise, of 255. */
  readonly noise?: number
  /** Quality of the JPEG it goes through, 1 to 100; none when left out. */
  readonly jpeg?: number
  readonly seed?: number
}
type Rgb = readonly [number, number, number]

/** Places a pixel is looked at, each way. */
const FINE = 4

/** A repeatable noise, about normal, of standard deviation 1. */
export function noiseFrom(seed: number): () => number {
  let state = seed >>> 0 || 1
  const next = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
  return () => (next() + next() + next() + next() + next() + next() - 3) * Math.SQRT2
}

/** A loop as a polygon so fine that it cannot be told from it. */
function polygonOf(loop: Loop2): Vec2[] {
  return loop.flatMap((c) => {
    const steps = c.kind === 'line' ? 1 : Math.ceil(curveLength(c) * 2)
    return Array.from({ length: steps }, (_, i) => pointAt(c, i / steps))
  })
}

/** How much of each pixel is covered by closed loops, those inside others holes: 0 to 1, row by row. */
export function coverage(loops: readonly Loop2[], width: number, height: number): Float32Array {
  const polygons = loops.map(polygonOf)
  const data = new Float32Array(width * height)
  for (let row = 0; row < height * FINE; row++) {
    const y = (row + 0.5) / FINE
    const cuts = polygons
      .flatMap((p) =>
        p.flatMap((a, i) => {
          const b = p[(i + 1) % p.length]!
          return a[1] <= y !== b[1] <= y ? [a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0])] : []
        }),
      )
      .sort((a, b) => a - b)
    for (let k = 0; k + 1 < cuts.length; k += 2)
      for (let s = Math.ceil(cuts[k]! * FINE - 0.5); s <= cuts[k + 1]! * FINE - 0.5; s++) {
        const [x, at] = [Math.floor(s / FINE), Math.floor(row / FINE)]
        if (x >= 0 && x < width) data[at * width + x]! += 1 / (FINE * FINE)
      }
  }
  return data
}

/** How much of each pixel is covered by a pen of a width drawn along chains, its ends and corners round. */
export function penned(
  chains: readonly (readonly Curve2[])[],
  pen: number,
  width: number,
  height: number,
): Float32Array {
  const data = new Float32Array(width * height)
  for (const chain of chains)
    for (const c of chain) {
      const steps = Math.ceil(curveLength(c) / 20)
      for (let k = 0; k < steps; k++) {
        const parts = c.kind === 'line' ? 1 : 24
        for (let j = 0; j < parts; j++) {
          const a = pointAt(c, (k + j / parts) / steps)
          const b = pointAt(c, (k + (j + 1) / parts) / steps)
          strokeOf(a, b, pen / 2, data, width, height)
        }
      }
    }
  return data
}

function strokeOf(a: Vec2, b: Vec2, half: number, data: Float32Array, width: number, height: number): void {
  const way = vec2.sub(b, a)
  const long2 = vec2.dot(way, way)
  const span = (k: 0 | 1, most: number): [number, number] => [
    Math.max(0, Math.floor(Math.min(a[k], b[k]) - half - 1)),
    Math.min(most - 1, Math.ceil(Math.max(a[k], b[k]) + half + 1)),
  ]
  const [x0, x1] = span(0, width)
  const [y0, y1] = span(1, height)
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const p: Vec2 = [x + 0.5, y + 0.5]
      const t = long2 > 0 ? Math.min(1, Math.max(0, vec2.dot(vec2.sub(p, a), way) / long2)) : 0
      const off = vec2.distance(p, vec2.addScaled(a, way, t))
      const i = y * width + x
      data[i] = Math.max(data[i]!, Math.min(1, Math.max(0, half + 0.5 - off)))
    }
}

/** Loops as a camera sees them with the faults that are asked for. */
export function taken(loops: readonly Loop2[], o: Taking): ColourPicture {
  const { width, height } = o
  const cover = o.line ? penned(loops, o.line, width, height) : coverage(loops, width, height)
  const [ground, shape] = [o.ground ?? [230, 230, 230], o.shape ?? [40, 40, 40]]
  const noise = noiseFrom(o.seed ?? 7)
  const light = lightOf(o)
  const data = new Uint8ClampedArray(4 * width * height).fill(255)
  for (let c = 0; c < 3; c++) {
    const seen = cover.map((v, i) => light(i) * (ground[c]! + (shape[c]! - ground[c]!) * v))
    const blurry = blurred({ width, height, data: seen }, o.blur ?? 0).data
    blurry.forEach((v, i) => (data[4 * i + c] = v + (o.noise ?? 0) * noise()))
  }
  if (o.jpeg === undefined) return { width, height, data }
  const file = jpeg.encode({ width, height, data: Buffer.from(data.buffer) }, o.jpeg)
  return jpeg.decode(file.data, { useTArray: true })
}

/** A lamp to one side, and a shadow that falls across from the upper right. */
function lightOf({ width, height, shadow = 1, soft = 40 }: Taking): (i: number) => number {
  return (i) => {
    const [x, y] = [(i % width) / width, Math.floor(i / width) / height]
    const across = ((x + 0.45 * y - 0.72) * width) / soft
    const inShadow = 1 / (1 + Math.exp(-4 * across))
    const lamp = 1 - 0.25 * (1 - shadow) * (1 - x) * (1 - y)
    return lamp * (1 - (1 - shadow) * inShadow)
  }
}

/** A closed row of straights. */
export const polygon = (...points: Vec2[]): Curve2[] =>
  points.map((p, i) => line2(p, points[(i + 1) % points.length]!))

/** A box with round corners: straights with arcs that run on. */
export const rounded = (x: number, y: number, w: number, h: number, r: number): Curve2[] => [
  line2([x + r, y], [x + w - r, y]),
  arc2([x + w - r, y + r], r, -TURN / 4, TURN / 4),
  line2([x + w, y + r], [x + w, y + h - r]),
  arc2([x + w - r, y + h - r], r, 0, TURN / 4),
  line2([x + w - r, y + h], [x + r, y + h]),
  arc2([x + r, y + h - r], r, TURN / 4, TURN / 4),
  line2([x, y + h - r], [x, y + r]),
  arc2([x + r, y + r], r, TURN / 2, TURN / 4),
]

/** True shapes of 420 x 380 px, and how many straights and arcs each has. */
export const SHAPES: Readonly<
  Record<string, { readonly loop: Curve2[]; readonly straights: number; readonly arcs: number }>
> = {
  'a notched block': {
    loop: polygon([90.3, 70.7], [330.6, 70.7], [330.6, 140.2], [180.8, 140.2], [180.8, 300.4], [90.3, 300.4]),
    straights: 6,
    arcs: 0,
  },
  'a cove': {
    loop: [
      line2([90.4, 300.3], [90.4, 70.2]),
      line2([90.4, 70.2], [126.4, 70.2]),
      arc2([310.4, 70.2], 184, TURN / 2, -TURN / 4),
      line2([310.4, 254.2], [310.4, 300.3]),
      line2([310.4, 300.3], [90.4, 300.3]),
    ],
    straights: 4,
    arcs: 1,
  },
  'a swan neck': {
    loop: [
      line2([90, 290.6], [90, 80.5]),
      line2([90, 80.5], [150, 80.5]),
      arc2([150, 150.5], 70, -TURN / 4, TURN / 4),
      arc2([290, 150.5], 70, TURN / 2, -TURN / 4),
      line2([290, 220.5], [330, 220.5]),
      line2([330, 220.5], [330, 290.6]),
      line2([330, 290.6], [90, 290.6]),
    ],
    straights: 5,
    arcs: 2,
  },
  'a round-cornered plate': { loop: rounded(85.4, 75.2, 250, 220, 48), straights: 4, arcs: 4 },
}

/** The faults that pictures have, each alone and all together. */
export const FAULTS: Readonly<Record<string, Omit<Taking, 'width' | 'height'> & { readonly turn?: number }>> =
  {
    'as it should be': { blur: 0.8, noise: 3 },
    'a shadow across it': { blur: 0.8, noise: 4, shadow: 0.45 },
    'a hard shadow across it': { blur: 0.8, noise: 4, shadow: 0.45, soft: 6 },
    'a thin drawn line': { blur: 0.8, noise: 3, line: 3 },
    'turned by 7 degrees': { blur: 0.8, noise: 3, turn: 7 },
    'a coloured ground': { blur: 0.8, noise: 4, ground: [60, 110, 180], shape: [150, 100, 60] },
    'a light shape on a dark ground': { blur: 0.8, noise: 4, ground: [60, 56, 52], shape: [215, 205, 190] },
    'all, filled': {
      blur: 1,
      noise: 4,
      shadow: 0.5,
      turn: -5,
      ground: [70, 120, 190],
      shape: [150, 95, 55],
    },
    'all, drawn': {
      blur: 1,
      noise: 4,
      shadow: 0.5,
      turn: -5,
      line: 3.5,
      ground: [190, 205, 225],
      shape: [60, 40, 90],
    },
  }

/** How a traced outline agrees with the true one. */
export interface Agreement {
  /** The farthest that either lies off the other, px. */
  readonly most: number
  readonly straights: number
  readonly arcs: number
}

export function agreement(found: readonly Curve2[], truth: readonly Curve2[]): Agreement {
  const arcs = found.filter((c) => c.kind === 'arc').length
  return {
    most: Math.max(farthest(found, truth), farthest(truth, found)),
    straights: found.length - arcs,
    arcs,
  }
}

/** The farthest that places along some curves lie off others. */
function farthest(of: readonly Curve2[], from: readonly Curve2[]): number {
  let most = 0
  for (const c of of)
    for (let i = 0; i <= 60; i++) {
      const p = pointAt(c, i / 60)
      most = Math.max(most, Math.min(...from.map((x) => nearestOn(x, p).distance)))
    }
  return most
}

/** A loop turned about the middle of a picture, degrees. */
export function turned(loop: readonly Curve2[], degrees: number, width: number, height: number): Curve2[] {
  const angle = (degrees * TURN) / 360
  const middle: Vec2 = [width / 2, height / 2]
  const to = vec2.sub(middle, vec2.turn(middle, angle))
  return loop.map((c) => placeCurve(c, angle, to))
}
