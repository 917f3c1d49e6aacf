import { tolerance } from '../num/index.ts'
import { arcSteps, type Outline } from '../profile/index.ts'
import { segmentRadius, segmentTurn, type SplineSegment } from '../path/index.ts'
import type { Carriage, Chunk } from './carriage.ts'
import { courseMost, courseRange, type Course } from './course.ts'
import { rollOver } from './frames.ts'

/** Points that a chunk's rings have in all at a chord error: what its mesh costs. */
export function pointsNeeded(c: Carriage, outline: Outline, chordError: number, chunk: Chunk): number {
  const shaped = c.shape ? c.shape.stations.length : 0
  const steps = stepsIn(c, outline, chordError, chunk).reduce((sum, n) => sum + n, 1)
  return (steps + shaped) * outline.x.length
}

/**
 * Even steps on each segment of a chunk that keep what stands between rings within `chordError`: for the bend, for the roll,
 * for sides that wind as it rolls, and for the scale, each by itself.
 */
export function stepsIn(c: Carriage, outline: Outline, chordError: number, chunk: Chunk): number[] {
  const { frames: f } = c
  const { path } = f
  const size = measure(outline, c)
  const counts: number[] = []
  for (let i = chunk.first; i <= chunk.last; i++) {
    const g = path.segments[i]!
    const [from, to] = [path.starts[i]!, path.starts[i + 1]!]
    const turn = segmentTurn(g)
    let n =
      g.kind === 'spline' || g.kind === 'curve'
        ? splineSteps(g, size.reach, chordError)
        : turn > 0
          ? arcSteps(segmentRadius(g) + size.reach, turn, chordError)
          : 1
    const rolled = rollOver(f, i)
    if (rolled > 0) {
      const winding = Math.ceil((rolled * size.longestSide) / (4 * chordError))
      n = Math.max(n, arcSteps(size.reach, rolled, chordError), winding)
    }
    if (c.scale)
      n = Math.max(n, Math.ceil(scaleSteps(c.scale, from, to, size.reach, turn + rolled, chordError)))
    counts.push(n)
  }
  return counts
}

/** Where rings stand on each segment of a chunk, from its start (0 first) to before its end: evenly, and where the shape needs them. */
export function stationsIn(c: Carriage, chunk: Chunk, counts: readonly number[]): number[][] {
  const { path } = c.frames
  const lists: number[][] = []
  /** The next station of the shape; they and the segments go along together. */
  let shaped = 0
  for (let i = chunk.first; i <= chunk.last; i++) {
    const g = path.segments[i]!
    const [from, to] = [path.starts[i]!, path.starts[i + 1]!]
    const n = counts[i - chunk.first]!
    const even = Array.from({ length: n }, (_, k) => (g.length * k) / n)
    if (!c.shape) {
      lists.push(even)
      continue
    }
    const near = g.length * tolerance.sameShare
    const { stations } = c.shape
    while (shaped < stations.length && stations[shaped]! <= from + near) shaped++
    const own: number[] = []
    while (shaped < stations.length && stations[shaped]! < to - near) own.push(stations[shaped++]! - from)
    const all = [...even, ...own].sort((a, b) => a - b)
    lists.push(all.filter((s, k) => k === 0 || s - all[k - 1]! > near))
  }
  return lists
}

/** Steps that keep a point at `reach` within the chord error while its distance changes as the scale does. */
function scaleSteps(
  scale: Course,
  from: number,
  to: number,
  reach: number,
  turn: number,
  chordError: number,
): number {
  const { slope, bend } = courseMost(scale, from, to)
  const length = to - from
  // Second derivative over the whole segment: of the scale, and of the scale with the turn.
  const second = reach * (bend * length * length + 2 * slope * length * turn)
  return Math.sqrt(second / (8 * chordError))
}

/** Even steps along a spline that keep the outermost fibre's bow within the chord error where it bends most. */
function splineSteps(
  g: Pick<SplineSegment, 'length' | 'radius' | 'turn'>,
  reach: number,
  chordError: number,
): number {
  const bow = (g.length / g.radius) * Math.sqrt((g.radius + reach) / (8 * chordError))
  return Math.max(2, Math.ceil(bow), arcSteps(g.radius, g.turn, chordError))
}

interface Size {
  readonly reach: number
  readonly longestSide: number
}

/** The section at its largest along the run. */
function measure(o: Outline, c: Carriage): Size {
  const [x, y] = c.shape ? [c.shape.x, c.shape.y] : [o.x, o.y]
  let reach = 0
  // Squares here, and their roots at the end: a shape has a great many points.
  for (let i = 0; i < x.length; i++) reach = Math.max(reach, x[i]! * x[i]! + y[i]! * y[i]!)
  let longestSide = 0
  const rows = x.length / o.x.length
  for (let row = 0; row < rows; row++)
    for (let i = 0; i < o.sideFrom.length; i++) {
      const [a, b] = [row * o.x.length + o.sideFrom[i]!, row * o.x.length + o.sideTo[i]!]
      const [dx, dy] = [x[b]! - x[a]!, y[b]! - y[a]!]
      longestSide = Math.max(longestSide, dx * dx + dy * dy)
    }
  const most = c.scale ? courseRange(c.scale, 0, c.frames.path.length).most : 1
  return { reach: Math.sqrt(reach) * most, longestSide: Math.sqrt(longestSide) * most }
}
