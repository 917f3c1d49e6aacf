import { nearestOn } from './intersect.ts'
import { splineThrough } from './spline.ts'
import { vec2, type Vec2 } from './vec2.ts'

/** Rounds in which the way between points is made less. */
const ROUNDS = 14
/** How much less the way is each time. */
const FINER = Math.SQRT2
/** Chords by which the length of a stretch is told. */
const CHORDS = 32
/** Places looked at between two points. */
const SAMPLE_SHARES = [0.25, 0.5, 0.75] as const

/**
 * Parameters of a curve through whose places a spline follows it within a distance: the given ones, and more between them, all
 * about as far apart (a spline through points that lie unevenly swings), `most` in all. Gives too how far off the spline was
 * found to be, mm.
 */
export function marksAlong(
  at: (s: number) => Vec2,
  given: readonly number[],
  within: number,
  most: number,
): { readonly marks: readonly number[]; readonly off: number } {
  const stretches = given.slice(1).map((b, i) => measured(at, given[i]!, b))
  const whole = stretches.reduce((sum, s) => sum + s.long, 0)
  let best: { readonly marks: readonly number[]; readonly off: number } = { marks: given, off: Infinity }
  for (let round = 0; round < ROUNDS; round++) {
    const apart = whole / stretches.length / FINER ** round
    const marks = [
      ...stretches.flatMap((s) => evenly(s, Math.max(1, Math.round(s.long / apart)))),
      given.at(-1)!,
    ]
    if (round > 0 && marks.length > most) break
    const off = farthest(at, marks)
    if (off < best.off) best = { marks, off }
    if (off <= within) break
  }
  return best
}

/** A stretch of a curve with its length up to places evenly along its parameter. */
interface Stretch {
  readonly from: number
  readonly to: number
  readonly upTo: readonly number[]
  readonly long: number
}

function measured(at: (s: number) => Vec2, from: number, to: number): Stretch {
  const upTo = [0]
  let last = at(from)
  for (let i = 1; i <= CHORDS; i++) {
    const here = at(from + ((to - from) * i) / CHORDS)
    upTo.push(upTo[i - 1]! + vec2.distance(last, here))
    last = here
  }
  return { from, to, upTo, long: upTo[CHORDS]! }
}

/** Parameters that part a stretch into so many of one length, but for its end. */
function evenly({ from, to, upTo, long }: Stretch, count: number): number[] {
  const marks = [from]
  let i = 1
  for (let k = 1; k < count; k++) {
    const wanted = (long * k) / count
    while (i < CHORDS && upTo[i]! < wanted) i++
    const [a, b] = [upTo[i - 1]!, upTo[i]!]
    marks.push(from + ((to - from) * (i - 1 + (b > a ? (wanted - a) / (b - a) : 0))) / CHORDS)
  }
  return marks
}

function farthest(at: (s: number) => Vec2, marks: readonly number[]): number {
  const pieces = splineThrough(marks.map(at))
  return pieces.reduce((off, piece, i) => {
    const [a, b] = [marks[i]!, marks[i + 1]!]
    return Math.max(off, ...SAMPLE_SHARES.map((k) => nearestOn(piece, at(a + k * (b - a))).distance))
  }, 0)
}
