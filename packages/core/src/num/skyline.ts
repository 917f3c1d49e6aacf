/**
 * A symmetric matrix with few entries far from the diagonal, its lower half stored row by row from the first entry of
 * each row on:
 *
 *     row 0: [x]                     first = [0, 0, 1, 1]
 *     row 1: [x x]                   at[i] + j  is where entry (i, j) stands, first[i] <= j <= i
 *     row 2:    [x x]
 *     row 3:    [x x x]
 */
export interface Skyline {
  readonly n: number
  readonly first: Int32Array
  readonly at: Int32Array
  readonly values: Float64Array
}

/** An empty matrix whose rows begin at the given columns. */
export function skyline(first: Int32Array): Skyline {
  const n = first.length
  const at = new Int32Array(n)
  let size = 0
  for (let i = 0; i < n; i++) {
    at[i] = size - first[i]!
    size += i - first[i]! + 1
  }
  return { n, first, at, values: new Float64Array(size) }
}

/**
 * Solves A x = b for a positive definite A by Cholesky within the envelope (Jennings 1966): A is overwritten by its
 * factor. Undefined when A is not positive definite to working precision.
 */
export function solveSkyline(a: Skyline, b: Float64Array): Float64Array | undefined {
  const { n, first, at, values } = a
  for (let i = 0; i < n; i++) {
    const row = at[i]!
    const start = first[i]!
    for (let j = start; j < i; j++) {
      const other = at[j]!
      const from = Math.max(start, first[j]!)
      let s = values[row + j]!
      for (let k = from; k < j; k++) s -= values[row + k]! * values[other + k]!
      values[row + j] = s / values[other + j]!
    }
    let d = values[row + i]!
    for (let k = start; k < i; k++) d -= values[row + k]! * values[row + k]!
    if (!(d > 0)) return undefined
    values[row + i] = Math.sqrt(d)
  }
  const x = Float64Array.from(b)
  for (let i = 0; i < n; i++) {
    const row = at[i]!
    let s = x[i]!
    for (let k = first[i]!; k < i; k++) s -= values[row + k]! * x[k]!
    x[i] = s / values[row + i]!
  }
  for (let i = n - 1; i >= 0; i--) {
    const row = at[i]!
    const v = x[i]! / values[row + i]!
    x[i] = v
    for (let k = first[i]!; k < i; k++) x[k]! -= values[row + k]! * v
  }
  return x
}

/**
 * An order of n things in which those tied to each other stand near: reverse Cuthill-McKee (1969) from a thing with few
 * ties. `ties` are groups of things that belong together. Gives each thing's place.
 */
export function nearOrder(n: number, ties: readonly (readonly number[])[]): Int32Array {
  const near: Set<number>[] = Array.from({ length: n }, () => new Set())
  for (const group of ties) for (const a of group) for (const b of group) if (a !== b) near[a]!.add(b)
  const seen = new Uint8Array(n)
  const order: number[] = []
  const byTies = Array.from({ length: n }, (_, i) => i).sort((a, b) => near[a]!.size - near[b]!.size)
  for (const start of byTies) {
    if (seen[start]) continue
    // The far end of the first walk is where a second one begins: that keeps its levels small.
    const from = walk(start, near).at(-1)!
    for (const x of walk(from, near)) {
      seen[x] = 1
      order.push(x)
    }
  }
  const place = new Int32Array(n)
  order.reverse().forEach((x, i) => (place[x] = i))
  return place
}

/** All that hangs together with a thing, nearest first, those with few ties before those with many. */
function walk(start: number, near: readonly Set<number>[]): number[] {
  const seen = new Set([start])
  const order = [start]
  for (let i = 0; i < order.length; i++) {
    const next = [...near[order[i]!]!].filter((x) => !seen.has(x))
    next.sort((a, b) => near[a]!.size - near[b]!.size)
    for (const x of next) {
      seen.add(x)
      order.push(x)
    }
  }
  return order
}
