import { tolerance } from '../num/index.ts'
import type { ColourPicture } from './colour.ts'
import { ringsOf } from './contour.ts'
import { isFrame } from './frame.ts'
import { drawnLines } from './lines.ts'
import { outlineFrom } from './outline.ts'
import { blurred } from './picture.ts'
import { signalOf, type ShapeIs } from './signal.ts'
import { squared, type Squared } from './square.ts'

export interface TraceOptions {
  /** Where between ground and shape the outline runs, 0 on the ground, 1 on the shape. */
  readonly between: number
  /** Which part is the shape; what differs from what lies along the picture's sides when left out. */
  readonly shape?: ShapeIs | undefined
  /** How far outlines may lie off what is seen, px. */
  readonly tolerance: number
  /** Thin lines give both their sides; their middle when left out. */
  readonly sides?: boolean | undefined
}

/** A Gaussian of one px: calms noise, and moves straight edges not at all. */
const CALM = 1
const MOST_OUTLINES = 60

/**
 * The outlines of what a picture shows, the largest first, and the middles of thin lines that are drawn in it: px, y down. The
 * light may fall unevenly, and ground and shape be of any two colours; the frame of the picture is none of them.
 */
export function traceOutlines(p: ColourPicture, o: TraceOptions): readonly Squared[] {
  const signal = signalOf(p, o.shape)
  if (!signal) return []
  const calm = blurred(signal, CALM)
  const { lines, rest } = o.sides ? { lines: [], rest: calm } : drawnLines(calm)
  const rings = ringsOf(rest, o.between, tolerance.speck * p.width * p.height)
  const found = [
    ...lines.map((l) => ({ points: l.points, closed: l.closed })),
    ...rings.map((r) => ({ points: r.points, closed: true })),
  ]
  return found
    .filter(({ points }) => !isFrame(points, p.width, p.height))
    .slice(0, MOST_OUTLINES)
    .flatMap(({ points, closed }) => outlineFrom(points, { tolerance: o.tolerance, closed }) ?? [])
    .map((loop) => squared(loop, o.tolerance))
}
