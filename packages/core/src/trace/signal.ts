import { reduced, type ColourPicture, type Planes } from './colour.ts'
import { levelAt, middle, nearLight, smoothLight, type Ground } from './light.ts'
import { otsuBetween, withoutShades } from './shades.ts'
import { otsuThreshold, type GreyPicture } from './picture.ts'

/** Which part of a picture the shape is; left out, it is what differs from what lies along the picture's sides. */
export type ShapeIs = 'dark' | 'light'

/** Longest side of the picture that the light is worked out on, px. */
const SMALL = 192
/** How wide the light is smoothed from round to round, px of the small picture: each nearer to what is there. */
const WIDTHS = [10, 6, 6, 4, 2, 2] as const
/** Share of the picture, along its sides, that is taken for ground at first. */
const BORDER = 0.04
/** A shape that differs from its ground by less than this share of the light is none. */
const LEAST_CONTRAST = 0.04
/** Nor is one that differs by less than so many times what half of the ground differs by: that is noise. */
const LEAST_SPREADS = 6

/** Rounds of the power iteration for the way in which colours differ most. */
const POWERS = 50

type Triple = readonly [number, number, number]

/**
 * How much every pixel of a picture is of the shape: 0 on the ground, 1 on the shape, between on the edge, whatever light
 * falls where and whatever colours both have. The light is worked out from what lies on the ground and on the shape in turn
 * with which is which; every pixel is then taken against it, along the colours in which the two differ most. Undefined where
 * nothing differs from the ground.
 */
export function signalOf(p: ColourPicture, shape?: ShapeIs): GreyPicture | undefined {
  const small = reduced(p, SMALL)
  const n = small.width * small.height
  let light = smoothLight(small, firstGround(small, shape))
  let seen = shares(small, light)
  let along = strongest(seen, n)
  let values = projected(seen, along)
  const judged = (g: Ground): Ground => {
    if (shape) return g
    // What is seen at one place against the light at another: the light is not to hide how softly it changes.
    const against = (place: number, at: number): number =>
      small.planes.reduce((sum, plane, c) => sum + along[c]! * (plane[place]! / light.planes[c]![at]! - 1), 0)
    return withoutShades(g, { width: small.width, height: small.height, values, against })
  }
  let ground = judged(parted(values, otsuBetween(values)))
  for (const width of WIDTHS) {
    const share = shareOfShape(seen, ground) ?? NONE
    light = nearLight(small, ground, share, width)
    seen = shares(small, light)
    const next = shareOfShape(seen, ground)
    along = next ? unit([next[0] - 1, next[1] - 1, next[2] - 1]) : strongest(seen, n)
    values = projected(seen, along)
    const between = next ? middle(values.filter((_, i) => !ground[i])) / 2 : otsuBetween(values)
    ground = judged(parted(values, between))
  }
  const share = shareOfShape(seen, ground)
  if (!share) return undefined
  const away: Triple = [share[0] - 1, share[1] - 1, share[2] - 1]
  const long = Math.hypot(...away)
  const onGround = values.filter((_, i) => ground[i])
  const level = middle(onGround)
  const spread = middle(onGround.map((v) => Math.abs(v - level)))
  if (!(long > Math.max(LEAST_CONTRAST, LEAST_SPREADS * spread))) return undefined
  const data = fullSize(p, light, small.every, unit(away), long)
  // Thin lines are paler in the small picture: what is seen of the shape in the whole one counts.
  const whole = middle(data.filter((v) => v > 0.5)) || 1
  return { width: p.width, height: p.height, data: data.map((v) => v / whole) }
}

/** What a shape throws back that nothing is known of. */
const NONE: Triple = [1, 1, 1]

/** Which pixels are ground to begin with: what lies along the sides, or the other part of two greys. */
function firstGround(p: Planes, shape: ShapeIs | undefined): (i: number) => boolean {
  const { width, height } = p
  if (!shape) {
    const rim = Math.max(2, Math.round(BORDER * Math.max(width, height)))
    return (i) => {
      const [x, y] = [i % width, Math.floor(i / width)]
      return Math.min(x, y, width - 1 - x, height - 1 - y) < rim
    }
  }
  const [r, g, b] = p.planes
  const grey = r.map((v, i) => 0.299 * v + 0.587 * g[i]! + 0.114 * b[i]!)
  const between = otsuThreshold({ width, height, data: grey })
  return shape === 'dark' ? (i) => grey[i]! > between : (i) => grey[i]! <= between
}

/** Each colour of each pixel against the light there; 1 on the ground. */
function shares(p: Planes, light: Planes): Planes['planes'] {
  return p.planes.map((plane, c) =>
    plane.map((v, i) => v / Math.max(1, light.planes[c]![i]!)),
  ) as unknown as Planes['planes']
}

/** What the shape throws back of each colour: the middle of what is seen of it. Undefined where there is no shape, or only it. */
function shareOfShape(seen: Planes['planes'], ground: Ground): Triple | undefined {
  const of = ground.reduce((sum, g) => sum + 1 - g, 0)
  if (of === 0 || of === ground.length) return undefined
  return seen.map((plane) => Math.max(0.02, middle(plane.filter((_, i) => !ground[i])))) as unknown as Triple
}

/** The way in which colours differ most from the ground's, by the largest of their second moments; toward the shape. */
function strongest(seen: Planes['planes'], n: number): Triple {
  const m = new Float64Array(9)
  for (let i = 0; i < n; i++)
    for (let a = 0; a < 3; a++)
      for (let b = 0; b < 3; b++) m[3 * a + b]! += (seen[a]![i]! - 1) * (seen[b]![i]! - 1)
  let v: Triple = [1, 0.9, 0.8]
  const row = (a: number): number => m[3 * a]! * v[0] + m[3 * a + 1]! * v[1] + m[3 * a + 2]! * v[2]
  for (let round = 0; round < POWERS; round++) v = unit([row(0), row(1), row(2)])
  let third = 0
  for (const d of projected(seen, v)) third += d ** 3
  return third < 0 ? [-v[0], -v[1], -v[2]] : v
}

function unit(v: Triple): Triple {
  const long = Math.hypot(...v) || 1
  return [v[0] / long, v[1] / long, v[2] / long]
}

function projected(seen: Planes['planes'], along: Triple): Float32Array {
  return seen[0].map(
    (r, i) => along[0] * (r - 1) + along[1] * (seen[1][i]! - 1) + along[2] * (seen[2][i]! - 1),
  )
}

const parted = (values: Float32Array, between: number): Ground =>
  new Uint8Array(values.length).map((_, i) => (values[i]! < between ? 1 : 0))

/** Every pixel against the light, read between the places where that is known. */
function fullSize(p: ColourPicture, light: Planes, every: number, along: Triple, long: number): Float32Array {
  const { width, height } = p
  return new Float32Array(width * height).map((_, i) => {
    const x = ((i % width) + 0.5) / every - 0.5
    const y = (Math.floor(i / width) + 0.5) / every - 0.5
    let sum = 0
    for (let c = 0; c < 3; c++) {
      const here = Math.max(1, levelAt(light.planes[c]!, light.width, light.height, x, y))
      sum += along[c]! * (p.data[4 * i + c]! / here - 1)
    }
    return sum / long
  })
}
