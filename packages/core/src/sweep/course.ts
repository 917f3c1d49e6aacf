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

/** Pieces a course is looked at in first; then those are halved that leave the function. */
const FIRST = 64
const DEEPEST = 14
/** Most pieces. */
const MOST_PIECES = 40_000
/** Where a piece is compared with the function: shares of it that no even wave meets all at once. */
const SAMPLE_SHARES = [0.5, 0.218, 0.793] as const
/** Largest distance from the function, against the largest value. */
const APART = 1e-6
/** Width that slopes are taken over, as a share of the first pieces. */
const SLOPE_SHARE = 1e-4

/** A function along a run as a course, and whether the course keeps to it. */
export interface Followed {
  readonly course: Course
  /** False where the function changes too fast to be followed: some thousand waves. */
  readonly sound: boolean
}

/**
 * A course that follows a function to a millionth of its largest value: pieces are halved until they do, where the function
 * breaks its slope or jumps down to 1/16384 of the first ones. Bounded by the number of pieces.
 */
export function courseOf(from: number, to: number, f: (s: number) => number): Followed {
  const first = (to - from) / FIRST
  const h = first * SLOPE_SHARE
  const slope = (s: number): number => {
    const [a, b] = [Math.max(s - h, from), Math.min(s + h, to)]
    return (f(b) - f(a)) / (b - a)
  }
  const knot = (s: number): Knot => ({ s, value: f(s), slope: slope(s) })
  const knots: Knot[] = [knot(from)]
  let size = Math.abs(knots[0]!.value)
  let sound = true
  const between = (a: Knot, b: Knot, left: number): void => {
    const off = Math.max(
      ...SAMPLE_SHARES.map((u) => {
        const value = f(a.s + (b.s - a.s) * u)
        size = Math.max(size, Math.abs(value))
        return Math.abs(value - hermite(a, b, u))
      }),
    )
    if (knots.length > MOST_PIECES) sound = false
    if (left === 0 || !sound || !(off > APART * size)) {
      knots.push(b)
      return
    }
    const mid = knot((a.s + b.s) / 2)
    between(a, mid, left - 1)
    between(mid, b, left - 1)
  }
  let before = knots[0]!
  for (let i = 1; i <= FIRST; i++) {
    const next = knot(i === FIRST ? to : from + i * first)
    between(before, next, DEEPEST)
    before = next
  }
  return {
    course: {
      stations: knots.map((k) => k.s),
      values: knots.map((k) => k.value),
      slopes: knots.map((k) => k.slope),
    },
    sound,
  }
}

interface Knot {
  readonly s: number
  readonly value: number
  readonly slope: number
}

function hermite(a: Knot, b: Knot, u: number): number {
  const h = b.s - a.s
  const [u2, u3] = [u * u, u * u * u]
  return (
    a.value * (2 * u3 - 3 * u2 + 1) +
    b.value * (3 * u2 - 2 * u3) +
    h * (a.slope * (u3 - 2 * u2 + u) + b.slope * (u3 - u2))
  )
}

const knotOf = (c: Course, i: number): Knot => ({
  s: c.stations[i]!,
  value: c.values[i]!,
  slope: c.slopes[i]!,
})

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
  const [a, b] = [knotOf(c, i), knotOf(c, i + 1)]
  return hermite(a, b, (s - a.s) / (b.s - a.s))
}

/** How fast a course changes at a station; between two pieces, as in the one that starts there. */
export function courseSlope(c: Course, s: number): number {
  const last = c.stations.length - 1
  if (s < c.stations[0]! || s > c.stations[last]!) return 0
  const i = pieceAt(c, s)
  const [a, b] = [knotOf(c, i), knotOf(c, i + 1)]
  const h = b.s - a.s
  const u = (s - a.s) / h
  return (
    (6 * u * (u - 1) * (a.value - b.value)) / h + (1 - u) * (1 - 3 * u) * a.slope + u * (3 * u - 2) * b.slope
  )
}

/** How fast a course changes at most, and how sharply it bends at most (second derivative), between two stations: exact. */
export function courseMost(c: Course, from: number, to: number): { slope: number; bend: number } {
  let [slope, bend] = [0, 0]
  const last = c.stations.length - 1
  if (to <= c.stations[0]! || from >= c.stations[last]!) return { slope, bend }
  for (let i = pieceAt(c, from); i < last && c.stations[i]! < to; i++) {
    const [a, b] = [knotOf(c, i), knotOf(c, i + 1)]
    const h = b.s - a.s
    // The slope is a parabola p u^2 + q u + r of the share u, the bend its straight derivative.
    const p = (6 * (a.value - b.value)) / h + 3 * (a.slope + b.slope)
    const q = (6 * (b.value - a.value)) / h - 4 * a.slope - 2 * b.slope
    const at = (u: number): number => Math.abs((p * u + q) * u + a.slope)
    const top = p === 0 ? 0 : Math.min(Math.max(-q / (2 * p), 0), 1)
    slope = Math.max(slope, at(0), at(1), at(top))
    bend = Math.max(bend, Math.abs(q) / h, Math.abs(2 * p + q) / h)
  }
  return { slope, bend }
}

/** The largest and the least value of a course between two stations: exact, from its ends and where it stands still. */
export function courseRange(c: Course, from: number, to: number): { least: number; most: number } {
  const ends = [courseAt(c, from), courseAt(c, to)]
  let [least, most] = [Math.min(...ends), Math.max(...ends)]
  const last = c.stations.length - 1
  for (let i = pieceAt(c, from); i < last && c.stations[i]! < to; i++) {
    const [a, b] = [knotOf(c, i), knotOf(c, i + 1)]
    const h = b.s - a.s
    const p = 6 * (a.value - b.value) + 3 * h * (a.slope + b.slope)
    const q = 6 * (b.value - a.value) - h * (4 * a.slope + 2 * b.slope)
    const root = q * q - 4 * p * h * a.slope
    const still =
      root < 0
        ? []
        : p === 0
          ? [(-h * a.slope) / q]
          : [1, -1].map((k) => (-q + k * Math.sqrt(root)) / (2 * p))
    for (const u of [0, 1, ...still]) {
      const s = a.s + h * u
      if (!(u >= 0 && u <= 1) || s < from || s > to) continue
      const v = hermite(a, b, u)
      least = Math.min(least, v)
      most = Math.max(most, v)
    }
  }
  return { least, most }
}

/** Stations between two others where a course goes from one of its pieces to the next. */
export function courseJoints(c: Course, from: number, to: number): number[] {
  if (c.stations.length <= 2) return []
  const first = c.stations.findIndex((s) => s > from)
  return first < 0 ? [] : c.stations.slice(first, c.stations.findLastIndex((s) => s < to) + 1)
}
