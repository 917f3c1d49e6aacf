import {
  combineIntegrals,
  flipCurve,
  loopIntegrals,
  NO_AREA,
  placeCurve,
  reverseCurve,
  type AreaIntegrals,
  type Loop2,
  type Vec2,
} from '../plane/index.ts'

/** A closed section: one outer loop counter-clockwise, holes clockwise, so that material is on the left. */
export interface Region {
  readonly outer: Loop2
  readonly holes: readonly Loop2[]
}

export function reverseLoop(loop: Loop2): Loop2 {
  return loop.map(reverseCurve).reverse()
}

/** A region from loops drawn in any direction. */
export function region(outer: Loop2, holes: readonly Loop2[] = []): Region {
  const wound = (loop: Loop2, positive: boolean): Loop2 =>
    loopIntegrals(loop).area > 0 === positive ? loop : reverseLoop(loop)
  return { outer: wound(outer, true), holes: holes.map((h) => wound(h, false)) }
}

/** What is carried along a path: one closed region, or several apart from each other, as strands and bundles are. */
export type Section = readonly Region[]

export function regionsOf(s: Region | Section): Section {
  return 'outer' in s ? [s] : s
}

/** All loops, of each region the outer one first. */
export function loopsOf(s: Region | Section): readonly Loop2[] {
  return regionsOf(s).flatMap((r) => [r.outer, ...r.holes])
}

/** The loops that bound the section on its outside. */
export function outerLoopsOf(s: Region | Section): readonly Loop2[] {
  return regionsOf(s).map((r) => r.outer)
}

/** Area integrals over the material. */
export function regionIntegrals(r: Region | Section): AreaIntegrals {
  return loopsOf(r).reduce((sum, loop) => combineIntegrals(sum, loopIntegrals(loop)), NO_AREA)
}

/** How a section sits on its path. */
export interface SectionPlacement {
  /** The point of the section that lies on the path, in the section's own coordinates. */
  readonly anchor: Vec2
  /** Turn about the path, right-hand rule about travel. */
  readonly clock: number
  /** Mirrored left to right about the anchor before it is turned. */
  readonly flip: boolean
}

/** The section in the path's frame: the anchor at the origin, flipped and turned as placed. */
export function placeRegion(r: Region, p: SectionPlacement): Region {
  const toOrigin: Vec2 = [-p.anchor[0], -p.anchor[1]]
  const loops = loopsOf(r).map((loop) => {
    const moved = loop.map((c) => placeCurve(c, 0, toOrigin))
    const flipped = p.flip ? reverseLoop(moved.map(flipCurve)) : moved
    return flipped.map((c) => placeCurve(c, p.clock, [0, 0]))
  })
  return { outer: loops[0]!, holes: loops.slice(1) }
}

/** A section in the path's frame, all its regions placed as one. */
export function placeSection(s: Region | Section, p: SectionPlacement): Section {
  return regionsOf(s).map((r) => placeRegion(r, p))
}
