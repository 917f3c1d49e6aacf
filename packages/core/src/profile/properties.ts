import { tolerance } from '../num/index.ts'
import { curveLength, pointAt, reachAlong, type Curve2, type Vec2 } from '../plane/index.ts'
import { loopsOf, outerLoopsOf, regionIntegrals, type Region, type Section } from './region.ts'
import { memoBy } from '../base/index.ts'

/** What a section is worth to a designer; lengths mm, areas mm2, second moments mm4. */
export interface SectionProperties {
  readonly area: number
  /** Length of all outlines, holes included. */
  readonly perimeter: number
  readonly outerPerimeter: number
  readonly centroid: Vec2
  /** Second moments about axes through the centroid: integral of y^2, x^2, xy. */
  readonly ix: number
  readonly iy: number
  readonly ixy: number
  /** Principal second moments, the larger first. */
  readonly i1: number
  readonly i2: number
  /** Direction of the axis of the larger moment in (-pi/2, pi/2]; undefined when all axes are equal. */
  readonly principalAngle: number | undefined
  /** Radii of gyration about the x and y axes through the centroid. */
  readonly rx: number
  readonly ry: number
  readonly box: { readonly min: Vec2; readonly max: Vec2 }
}

/** Exact properties of a section bounded by lines and arcs, by Green's theorem and the parallel axis theorem. */
export function sectionProperties(r: Region | Section): SectionProperties {
  const i = regionIntegrals(r)
  const centroid: Vec2 = [i.x / i.area, i.y / i.area]
  const ix = i.yy - i.area * centroid[1] ** 2
  const iy = i.xx - i.area * centroid[0] ** 2
  const ixy = i.xy - i.area * centroid[0] * centroid[1]
  const mean = (ix + iy) / 2
  const spread = Math.hypot((ix - iy) / 2, ixy)
  const outerPerimeter = outerLoopsOf(r)
    .flat()
    .reduce((sum, c) => sum + curveLength(c), 0)
  const perimeter = loopsOf(r)
    .flat()
    .reduce((sum, c) => sum + curveLength(c), 0)
  return {
    area: i.area,
    perimeter,
    outerPerimeter,
    centroid,
    ix,
    iy,
    ixy,
    i1: mean + spread,
    i2: mean - spread,
    principalAngle: principalAngle(ix, iy, ixy, spread),
    rx: Math.sqrt(ix / i.area),
    ry: Math.sqrt(iy / i.area),
    box: {
      min: [0 - reach(r, [-1, 0]), 0 - reach(r, [0, -1])],
      max: [reach(r, [1, 0]), reach(r, [0, 1])],
    },
  }
}

/** Area and centroid alone, as exact. */
export function areaAndCentroid(r: Region | Section): Pick<SectionProperties, 'area' | 'centroid'> {
  const { area, x, y } = regionIntegrals(r)
  return { area, centroid: [x / area, y / area] }
}

/** Axis of the larger second moment. With the moment about an axis at angle a being ix cos^2 + iy sin^2 - 2 ixy sin cos. */
function principalAngle(ix: number, iy: number, ixy: number, spread: number): number | undefined {
  if (spread <= tolerance.equalMoments * (ix + iy)) return undefined
  const angle = Math.atan2(-ixy, (ix - iy) / 2) / 2
  return angle <= -Math.PI / 2 + tolerance.sameDirection ? angle + Math.PI : angle
}

/**
 * How far the section reaches from its origin along a direction, times the length of that: as far as the direction goes where only a part of it
 * lies in the section's plane. Exact, and negative if all lies behind.
 */
export function reach(r: Region | Section, direction: Vec2): number {
  const size = Math.hypot(direction[0], direction[1])
  if (size === 0) return 0
  const unit: Vec2 = [direction[0] / size, direction[1] / size]
  let most = -Infinity
  for (const c of outerCurvesOf(r)) most = Math.max(most, reachAlong(c, unit))
  return most * size
}

/** The outer curves of sections, which never change; a run asks how far they reach at every bend. */
const outerCurvesOf = memoBy((r: Region | Section): readonly Curve2[] => outerLoopsOf(r).flat())

/** Places looked at along a spline. */
const SAMPLES = 64

/** Radius of the circle about the origin that the section needs. Vertices and arcs decide; exact for lines and arcs, for splines to the nearest look. */
export function reachAround(r: Region | Section): number {
  let most = 0
  for (const c of outerCurvesOf(r)) {
    if (c.kind === 'line') {
      most = Math.max(most, Math.hypot(...c.from), Math.hypot(...c.to))
      continue
    }
    if (c.kind === 'bezier') {
      for (let i = 0; i <= SAMPLES; i++) most = Math.max(most, Math.hypot(...pointAt(c, i / SAMPLES)))
      continue
    }
    const away = Math.hypot(...c.centre)
    const direction: Vec2 = away > 0 ? [c.centre[0] / away, c.centre[1] / away] : [1, 0]
    const ends = [c.start, c.start + c.sweep].map((a) =>
      Math.hypot(c.centre[0] + c.radius * Math.cos(a), c.centre[1] + c.radius * Math.sin(a)),
    )
    const farSide = reachAlong(c, direction)
    most = Math.max(most, ...ends, farSide)
  }
  return most
}
