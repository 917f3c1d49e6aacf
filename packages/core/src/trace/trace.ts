import { ringsOf } from './contour.ts'
import { outlineFrom, type TracedLoop } from './outline.ts'
import { blurred, otsuThreshold, type GreyPicture } from './picture.ts'

export interface TraceOptions {
  /** The grey between the shape and its surroundings; found by itself when left out. */
  readonly threshold?: number | undefined
  /** The shape is the dark part. */
  readonly dark: boolean
  /** How far outlines may lie off what is seen, px. */
  readonly tolerance: number
}

/** A Gaussian of one px: calms noise, and moves straight edges not at all. */
const CALM = 1
/** Areas smaller than this share of the picture are specks. */
const SPECK = 5e-4
const MOST_OUTLINES = 60

/** The outlines of what a picture shows, the largest first, px, y down; and the grey they were found at. */
export function traceOutlines(
  p: GreyPicture,
  o: TraceOptions,
): { readonly threshold: number; readonly loops: readonly TracedLoop[] } {
  const calm = blurred(p, CALM)
  const threshold = o.threshold ?? otsuThreshold(calm)
  const rings = ringsOf(calm, threshold, o.dark, SPECK * p.width * p.height).slice(0, MOST_OUTLINES)
  return { threshold, loops: rings.flatMap((r) => outlineFrom(r.points, { tolerance: o.tolerance }) ?? []) }
}
