/**
 * A quantity along a run: cubic Hermite pieces between stations (mm), constant beyond the ends. A straight course and a
 * smooth one (no slope at its ends) are both exact with two stations.
 */
export interface Course {
  readonly stations: readonly number[]
  readonly values: readonly number[]
  readonly slopes: readonly number[]
}

/** From one value to another, straight or with no slope at the ends (3u^2 - 2u^3). */
export function courseBetween(
  from: number,
  to: number,
  start: number,
  end: number,
  ease: 'straight' | 'smooth' = 'straight',
): Course {
  const slope = ease === 'smooth' ? 0 : (end - start) / (to - from)
  return { stations: [from, to], values: [start, end], slopes: [slope, slope] }
}

/** Stations a sampled course is kept at, per run. */
const SAMPLES = 512

/** A course that follows a function, sampled; slopes by central differences of a fifth of the spacing. */
export function courseOf(from: number, to: number, f: (s: number) => number): Course {
  const step = (to - from) / SAMPLES
  const h = step / 5
  const stations = Array.from({ length: SAMPLES + 1 }, (_, i) => from + i * step)
  const slope = (s: number): number => {
    const [a, b] = [Math.max(s - h, from), Math.min(s + h, to)]
    return (f(b) - f(a)) / (b - a)
  }
  return { stations, values: stations.map(f), slopes: stations.map(slope) }
}

function pieceAt(c: Course, s: number): number {
  let low = 0
  let high = c.stations.length - 2
  while (low < high) {
    const mid = (low + high + 1) >> 1
    if (c.stations[mid]! <= s) low = mid
    else high = mid - 1
  }
  return low
}

export function courseAt(c: Course, s: number): number {
  const last = c.stations.length - 1
  if (s <= c.stations[0]!) return c.values[0]!
  if (s >= c.stations[last]!) return c.values[last]!
  const i = pieceAt(c, s)
  const h = c.stations[i + 1]! - c.stations[i]!
  const u = (s - c.stations[i]!) / h
  const [u2, u3] = [u * u, u * u * u]
  return (
    c.values[i]! * (2 * u3 - 3 * u2 + 1) +
    c.values[i + 1]! * (3 * u2 - 2 * u3) +
    h * (c.slopes[i]! * (u3 - 2 * u2 + u) + c.slopes[i + 1]! * (u3 - u2))
  )
}

/** How much a course goes up and down in all between two stations, by looks at `looks` places. */
export function courseVariation(c: Course, from: number, to: number, looks = 32): number {
  let sum = 0
  let before = courseAt(c, from)
  for (let i = 1; i <= looks; i++) {
    const now = courseAt(c, from + ((to - from) * i) / looks)
    sum += Math.abs(now - before)
    before = now
  }
  return sum
}

/** The largest and the least value of a course, by looks. */
export function courseRange(c: Course, from: number, to: number): { least: number; most: number } {
  let [least, most] = [Infinity, -Infinity]
  const looks = 4 * SAMPLES
  for (let i = 0; i <= looks; i++) {
    const v = courseAt(c, from + ((to - from) * i) / looks)
    least = Math.min(least, v)
    most = Math.max(most, v)
  }
  return { least, most }
}
