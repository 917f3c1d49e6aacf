import type { Mesh } from '../space/index.ts'

/** A small picture: RGBA, 4 bytes a pixel, rows from the top; the ground is transparent. */
export interface Picture {
  readonly width: number
  readonly height: number
  readonly pixels: Uint8Array
}

export type Colour = readonly [red: number, green: number, blue: number]

/** How a body looks in a small picture: colour, and how sharp and strong its highlight is. */
export interface PictureLook {
  readonly colour: Colour
  readonly shine: number
  readonly sharpness: number
}

const AZIMUTH = (-52 * Math.PI) / 180
const ELEVATION = (24 * Math.PI) / 180
const MARGIN = 0.1
const INK: Colour = [35, 40, 44]
/** Samples along each side of a pixel. */
const FINE = 3

/** Axes of the picture in space: right, up, and toward the viewer; parallel projection from the front right, from above. */
function viewAxes(): readonly [Float64Array, Float64Array, Float64Array] {
  const [ca, sa, ce, se] = [Math.cos(AZIMUTH), Math.sin(AZIMUTH), Math.cos(ELEVATION), Math.sin(ELEVATION)]
  const toward = Float64Array.of(ce * ca, ce * sa, se)
  const right = Float64Array.of(-sa, ca, 0)
  const up = Float64Array.of(-se * ca, -se * sa, ce)
  return [right, up, toward]
}

/** A body to draw. */
export interface PictureBody {
  readonly mesh: Mesh
  readonly look: PictureLook
  /** Another look for some of its triangles. */
  lookOf?(triangle: number): PictureLook
}

/**
 * Draws bodies into a small picture by a depth buffer: lit from above left, dark at silhouettes and steps in depth,
 * with a soft shadow straight below on the floor.
 */
export function pictureOf(bodies: readonly PictureBody[], width: number, height: number): Picture {
  const [w, h] = [width * FINE, height * FINE]
  const axes = viewAxes()
  const meshes = bodies.map((b) => b.mesh)
  const fit = fitView(meshes, axes, w, h)
  const depth = new Float32Array(w * h).fill(-Infinity)
  const normal = new Float32Array(w * h * 3)
  const owner = new Uint16Array(w * h)
  const looks: PictureLook[] = []
  const shadow = new Float32Array(w * h)
  const seen = (look: PictureLook): number => {
    const at = looks.indexOf(look)
    return at < 0 ? looks.push(look) - 1 : at
  }
  bodies.forEach(({ mesh, look, lookOf }) => {
    const { normals: n, triangles } = mesh
    raster(
      mesh,
      project(mesh, axes, fit, undefined),
      w,
      h,
      (pixel, z, u, v, t) => {
        if (z <= depth[pixel]!) return
        depth[pixel] = z
        owner[pixel] = seen(lookOf?.(t / 3) ?? look)
        const [a, b, c] = [triangles[t]! * 3, triangles[t + 1]! * 3, triangles[t + 2]! * 3]
        for (let k = 0; k < 3; k++)
          normal[pixel * 3 + k] = u * n[a + k]! + v * n[b + k]! + (1 - u - v) * n[c + k]!
      },
      (pixel, z) => z <= depth[pixel]! + 1,
    )
    raster(
      mesh,
      project(mesh, axes, fit, fit.floor),
      w,
      h,
      (pixel) => {
        shadow[pixel] = 1
      },
      (pixel) => shadow[pixel] === 1,
    )
  })
  const soft = blurred(blurred(shadow, w, h, Math.round(w / 60)), w, h, Math.round(w / 60))
  const lookAt = (pixel: number): PictureLook => looks[owner[pixel]!]!
  return { width, height, pixels: shade(depth, normal, soft, width, height, lookAt, fit.scale) }
}

interface Fit {
  readonly scale: number
  readonly x: number
  readonly y: number
  readonly floor: number
}

function fitView(meshes: readonly Mesh[], axes: ReturnType<typeof viewAxes>, w: number, h: number): Fit {
  const [right, up] = axes
  let [x0, x1, y0, y1, floor] = [Infinity, -Infinity, Infinity, -Infinity, Infinity]
  for (const { positions: p } of meshes)
    for (let i = 0; i < p.length; i += 3) floor = Math.min(floor, p[i + 2]!)
  for (const { positions: p } of meshes)
    for (let i = 0; i < p.length; i += 3) {
      const [x, y, z] = [p[i]!, p[i + 1]!, p[i + 2]!]
      const px = x * right[0]! + y * right[1]! + z * right[2]!
      const flat = x * up[0]! + y * up[1]!
      x0 = Math.min(x0, px)
      x1 = Math.max(x1, px)
      y0 = Math.min(y0, flat + floor * up[2]!, flat + z * up[2]!)
      y1 = Math.max(y1, flat + z * up[2]!)
    }
  const scale = Math.min(
    (w * (1 - 2 * MARGIN)) / Math.max(x1 - x0, 1e-9),
    (h * (1 - 2 * MARGIN)) / Math.max(y1 - y0, 1e-9),
  )
  return { scale, x: w / 2 - (scale * (x0 + x1)) / 2, y: h / 2 + (scale * (y0 + y1)) / 2, floor }
}

/** Vertices on the picture: x right, y down, z toward the viewer; with a floor, dropped straight down onto it. */
function project(
  mesh: Mesh,
  axes: ReturnType<typeof viewAxes>,
  fit: Fit,
  floor: number | undefined,
): Float32Array {
  const [right, up, toward] = axes
  const p = mesh.positions
  const out = new Float32Array(p.length)
  for (let i = 0; i < p.length; i += 3) {
    const [x, y, z] = [p[i]!, p[i + 1]!, floor ?? p[i + 2]!]
    out[i] = fit.x + fit.scale * (x * right[0]! + y * right[1]! + z * right[2]!)
    out[i + 1] = fit.y - fit.scale * (x * up[0]! + y * up[1]! + z * up[2]!)
    out[i + 2] = fit.scale * (x * toward[0]! + y * toward[1]! + z * toward[2]!)
  }
  return out
}

/**
 * A body that lies in itself covers each sample hundreds of times. After so many samples a triangle is drawn only where it does
 * not lie behind what is drawn; after so many in all, no more are.
 */
const FREE_SAMPLES = 3e7
const MOST_SAMPLES = 1e8
/** What a row of a triangle costs beside its samples. */
const ROW = 4

/** How far beyond a triangle's side a sample still counts, in samples, so that none falls between two triangles. */
const SEAM = 1e-5

/**
 * Calls `put` for every sample a triangle covers, with its depth and its place in the triangle. Row by row: the sides of a
 * triangle bound the samples of a row from left and right, so that slender triangles ask for no more than they cover.
 */
function raster(
  mesh: Mesh,
  q: Float32Array,
  w: number,
  h: number,
  put: (pixel: number, z: number, u: number, v: number, triangle: number) => void,
  isHidden: (pixel: number, z: number) => boolean,
): void {
  const { triangles } = mesh
  let drawn = 0
  /** Whether a triangle lies behind what is drawn, as far as its corners and its middle tell. */
  const behind = (a: number, b: number, c: number): boolean => {
    const z = Math.max(q[a + 2]!, q[b + 2]!, q[c + 2]!)
    const at = (x: number, y: number): boolean =>
      isHidden(
        Math.min(Math.max(Math.floor(y), 0), h - 1) * w + Math.min(Math.max(Math.floor(x), 0), w - 1),
        z,
      )
    const middle = (k: number): number => (q[a + k]! + q[b + k]! + q[c + k]!) / 3
    return [a, b, c].every((i) => at(q[i]!, q[i + 1]!)) && at(middle(0), middle(1))
  }
  for (let t = 0; t < triangles.length; t += 3) {
    const a = triangles[t]! * 3
    const b = triangles[t + 1]! * 3
    const c = triangles[t + 2]! * 3
    const ax = q[a]!
    const ay = q[a + 1]!
    const bx = q[b]!
    const by = q[b + 1]!
    const cx = q[c]!
    const cy = q[c + 1]!
    const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax)
    if (area === 0) continue
    const top = Math.max(0, Math.ceil(Math.min(ay, by, cy) - 0.5))
    const bottom = Math.min(h - 1, Math.floor(Math.max(ay, by, cy) - 0.5))
    const leftmost = Math.max(0, Math.ceil(Math.min(ax, bx, cx) - 0.5))
    const rightmost = Math.min(w - 1, Math.floor(Math.max(ax, bx, cx) - 0.5))
    if (leftmost > rightmost || drawn > MOST_SAMPLES) continue
    if (drawn > FREE_SAMPLES && behind(a, b, c)) continue
    // The shares u, v of two corners, and what they change by from sample to sample.
    const du = (by - cy) / area
    const dv = (cy - ay) / area
    const ds = -du - dv
    const az = q[a + 2]!
    const bz = q[b + 2]!
    const cz = q[c + 2]!
    for (let y = top; y <= bottom; y++) {
      const py = y + 0.5
      const u0 = ((bx - 0.5) * (cy - py) - (by - py) * (cx - 0.5)) / area
      const v0 = ((cx - 0.5) * (ay - py) - (cy - py) * (ax - 0.5)) / area
      let low = leftmost
      let high = rightmost
      for (let k = 0; k < 3; k++) {
        const at = k === 0 ? u0 : k === 1 ? v0 : 1 - u0 - v0
        const by1 = k === 0 ? du : k === 1 ? dv : ds
        if (by1 > 0) low = Math.max(low, Math.ceil(-at / by1 - SEAM))
        else if (by1 < 0) high = Math.min(high, Math.floor(-at / by1 + SEAM))
        else if (at < -SEAM) high = -1
      }
      drawn += ROW + Math.max(high - low, 0)
      for (let x = low; x <= high; x++) {
        const u = u0 + du * x
        const v = v0 + dv * x
        put(y * w + x, u * az + v * bz + (1 - u - v) * cz, u, v, t)
      }
    }
  }
}

/** A box blur of the given radius, along rows and then columns. */
function blurred(of: Float32Array, w: number, h: number, radius: number): Float32Array {
  const pass = (
    from: Float32Array,
    length: number,
    step: number,
    lines: number,
    lineStep: number,
  ): Float32Array => {
    const to = new Float32Array(from.length)
    for (let line = 0; line < lines; line++) {
      let sum = 0
      for (let i = -radius; i < length; i++) {
        if (i + radius < length) sum += from[line * lineStep + (i + radius) * step]!
        if (i - radius - 1 >= 0) sum -= from[line * lineStep + (i - radius - 1) * step]!
        if (i >= 0) to[line * lineStep + i * step] = sum / (2 * radius + 1)
      }
    }
    return to
  }
  return pass(pass(of, w, 1, h, w), h, w, w, 1)
}

function shade(
  depth: Float32Array,
  normal: Float32Array,
  shadow: Float32Array,
  width: number,
  height: number,
  lookAt: (pixel: number) => PictureLook,
  scale: number,
): Uint8Array {
  const w = width * FINE
  const light = unit([-0.45, -0.35, 0.82])
  const half = unit([light[0] + 0.5 * Math.cos(AZIMUTH), light[1] + 0.5 * Math.sin(AZIMUTH), light[2] + 0.4])
  const step = Math.max(3 * FINE, 0.02 * scale)
  const pixels = new Uint8Array(width * height * 4)
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const sum = [0, 0, 0, 0]
      for (let j = 0; j < FINE * FINE; j++) {
        const at = (y * FINE + Math.floor(j / FINE)) * w + x * FINE + (j % FINE)
        const z = depth[at]!
        if (z === -Infinity) {
          const dark = 0.28 * shadow[at]!
          sum[0]! += INK[0] * dark
          sum[1]! += INK[1] * dark
          sum[2]! += INK[2] * dark
          sum[3]! += dark
          continue
        }
        const look = lookAt(at)
        const edge = isEdge(depth, at, w, z, step)
        const [nx, ny, nz] = [normal[at * 3]!, normal[at * 3 + 1]!, normal[at * 3 + 2]!]
        const lit = Math.max(0, nx * light[0] + ny * light[1] + nz * light[2])
        const glint = look.shine * Math.max(0, nx * half[0] + ny * half[1] + nz * half[2]) ** look.sharpness
        const tone = 0.38 + 0.14 * nz + 0.62 * lit
        for (let k = 0; k < 3; k++) {
          const plain = Math.min(255, look.colour[k]! * tone + 255 * glint)
          sum[k]! += edge ? plain * 0.25 + INK[k]! * 0.75 : plain
        }
        sum[3]! += 1
      }
      const alpha = sum[3]!
      const out = (y * width + x) * 4
      for (let k = 0; k < 3; k++) pixels[out + k] = alpha > 0 ? Math.round(sum[k]! / alpha) : 0
      pixels[out + 3] = Math.round((255 * alpha) / (FINE * FINE))
    }
  }
  return pixels
}

/** Whether a sample lies in front of a step in depth or of the ground: a line is drawn there. */
function isEdge(depth: Float32Array, at: number, w: number, z: number, step: number): boolean {
  for (const d of [1, -1, w, -w]) {
    const beside = depth[at + d]
    if (beside !== undefined && z - beside > step) return true
  }
  return false
}

function unit(v: readonly [number, number, number]): readonly [number, number, number] {
  const size = Math.hypot(...v)
  return [v[0] / size, v[1] / size, v[2] / size]
}
