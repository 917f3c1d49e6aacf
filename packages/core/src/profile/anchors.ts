import { tolerance } from '../num/index.ts'
import { pointAt, vec2, type Curve2, type Vec2 } from '../plane/index.ts'
import { loopsOf, type Region, type Section } from './region.ts'

/** Points of a section that can sit on the path: its centroid, the origin it was drawn about, a point of its box, or any point. */
export const ANCHORS = [
  'centroid',
  'origin',
  'middle',
  'left',
  'right',
  'top',
  'bottom',
  'top-left',
  'top-right',
  'bottom-left',
  'bottom-right',
  'point',
] as const

export type Anchor = (typeof ANCHORS)[number]

/** Most points offered; past that only corners are. */
const MOST_OFFERED = 200

/**
 * Points of a section that someone might want on the path: corners, middles of straights and arcs, and centres of arcs; each
 * once, in the section's own coordinates.
 */
export function anchorPlaces(section: Region | Section): Vec2[] {
  const curves = loopsOf(section).flat()
  const found: Vec2[] = []
  const add = (p: Vec2): void => {
    const clean: Vec2 = [tidy(p[0]), tidy(p[1])]
    if (!found.some((f) => vec2.distance(f, clean) < tolerance.offeredOnce)) found.push(clean)
  }
  for (const c of curves) if (!isWholeCircle(c)) add(pointAt(c, 0))
  if (found.length + 2 * curves.length > MOST_OFFERED) return found.slice(0, MOST_OFFERED)
  for (const c of curves) {
    if (c.kind === 'arc') add(c.centre)
    if (isWholeCircle(c)) for (const t of [0, 0.25, 0.5, 0.75]) add(pointAt(c, t))
    else add(pointAt(c, 0.5))
  }
  return found
}

const isWholeCircle = (c: Curve2): boolean =>
  c.kind === 'arc' && Math.abs(c.sweep) > 2 * Math.PI - tolerance.wholeTurn

/** Without the last digits of round-off, so that it reads well in a field. */
const tidy = (v: number): number => Math.round(v * 1e9) / 1e9 + 0
