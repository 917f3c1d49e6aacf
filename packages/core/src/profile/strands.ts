import { TURN } from '../num/index.ts'
import { placeCurve, type Vec2 } from '../plane/index.ts'
import { placeSection, regionsOf, type Region, type Section, type SectionPlacement } from './region.ts'

/** Where one strand of a group lies, in the group's own axes, and its own turn there. */
export interface StrandPlace {
  readonly at: Vec2
  readonly turn: number
}

/** A strand by itself in the middle. */
export const ALONE: readonly StrandPlace[] = [{ at: [0, 0], turn: 0 }]

/**
 * `count` strands evenly on a circle, the first at angle `start`, counter-clockwise. Turned ones keep the same side to the
 * middle; the others all face one way.
 */
export function strandsOnCircle(
  count: number,
  radius: number,
  start: number,
  facing: 'turned' | 'same',
): StrandPlace[] {
  return Array.from({ length: count }, (_, i) => {
    const a = start + (TURN * i) / count
    return {
      at: [radius * Math.cos(a), radius * Math.sin(a)],
      turn: facing === 'turned' ? (TURN * i) / count : 0,
    }
  })
}

/** `count` strands `spacing` apart in a row through the middle, lying at angle `lie` to the section's x. */
export function strandsInRow(count: number, spacing: number, lie: number): StrandPlace[] {
  return Array.from({ length: count }, (_, i) => {
    const d = (i - (count - 1) / 2) * spacing
    return { at: [d * Math.cos(lie), d * Math.sin(lie)], turn: 0 }
  })
}

/** One strand in the path's frame: placed by its anchor, turned by itself, set in its place, and turned with the group. */
export function placeStrand(
  section: Region | Section,
  placement: SectionPlacement,
  place: StrandPlace,
): Section {
  const alone = placeSection(section, { ...placement, clock: place.turn })
  if (place.at[0] === 0 && place.at[1] === 0 && placement.clock === 0) return alone
  const set = (r: Region): Region => {
    const loop = (l: Region['outer']) =>
      l.map((c) => placeCurve(placeCurve(c, 0, place.at), placement.clock, [0, 0]))
    return { outer: loop(r.outer), holes: r.holes.map(loop) }
  }
  return regionsOf(alone).map(set)
}
