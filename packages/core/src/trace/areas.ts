/** Connected areas of a picture's pixels, those that touch together. */
export interface Areas {
  /** The number of the area of each pixel; -1 outside all. */
  readonly of: Int32Array
  readonly count: number
}

/** The areas of pixels that are in; those of one touch by a side, or by a corner too. */
export function areasOfPixels(
  isIn: ArrayLike<number>,
  width: number,
  height: number,
  corners = false,
): Areas {
  const of = new Int32Array(width * height).fill(-1)
  const stack: number[] = []
  let count = 0
  const put = (i: number): void => {
    if (!isIn[i] || of[i] !== -1) return
    of[i] = count
    stack.push(i)
  }
  for (let start = 0; start < of.length; start++) {
    if (!isIn[start] || of[start] !== -1) continue
    put(start)
    while (stack.length > 0) {
      const i = stack.pop()!
      const x = i % width
      const y = (i - x) / width
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          if ((dx === 0) === (dy === 0) && !(corners && dx !== 0)) continue
          const [ox, oy] = [x + dx, y + dy]
          if (ox >= 0 && oy >= 0 && ox < width && oy < height) put(oy * width + ox)
        }
    }
    count++
  }
  return { of, count }
}
