/** A picture in colours: row by row from the upper left, four bytes a pixel, red, green, blue and one that is not read. */
export interface ColourPicture {
  readonly width: number
  readonly height: number
  readonly data: Uint8Array | Uint8ClampedArray
}

/** Red, green and blue of a picture by themselves, each row by row. */
export interface Planes {
  readonly width: number
  readonly height: number
  readonly planes: readonly [Float32Array, Float32Array, Float32Array]
}

/** Darkest value that is told from none: what light fell on it is not known below. */
const DARKEST = 2

/** A picture made so small that no side is longer than `most` px, and half at least; each new pixel the mean of what it stands for. */
export function reduced(p: ColourPicture, most: number): Planes & { readonly every: number } {
  const every = Math.max(2, Math.ceil(Math.max(p.width, p.height) / most))
  const [width, height] = [Math.ceil(p.width / every), Math.ceil(p.height / every)]
  const plane = (): Float32Array => new Float32Array(width * height)
  const planes = [plane(), plane(), plane()] as const
  const counts = plane()
  for (let y = 0; y < p.height; y++)
    for (let x = 0; x < p.width; x++) {
      const to = Math.floor(y / every) * width + Math.floor(x / every)
      const from = 4 * (y * p.width + x)
      counts[to]!++
      for (let c = 0; c < 3; c++) planes[c]![to]! += p.data[from + c]!
    }
  for (const one of planes) one.forEach((v, i) => (one[i] = Math.max(DARKEST, v / counts[i]!)))
  return { width, height, planes, every }
}
