import type { PlaneFrame } from '../path/index.ts'
import { loopsOf, outlineOf, type Outline, type Section } from '../profile/index.ts'
import { vec3 } from '../space/index.ts'
import { edgesOf, isEnd, packTag, unpackTag } from '../sweep/index.ts'
import type { SplitMesh } from './shell.ts'

/** A section pushed along the normal of the plane that it lies in, from one distance to another, mm. */
export interface Extrusion {
  readonly section: Section
  readonly plane: PlaneFrame
  readonly from: number
  readonly to: number
}

/** How the points of a section are placed: within a chord error, or so that they hold its area too. */
export type OutlineBy = (section: Section, chordError: number) => Outline

/**
 * The mesh of an extrusion: its sides edge by edge, then the faces at its start and at its end, outward whichever way it goes.
 * `from` must not be `to`.
 */
export function extrudedMesh(
  { section, plane, from, to }: Extrusion,
  chordError: number,
  by: OutlineBy = outlineOf,
): SplitMesh & { readonly edges: number } {
  const o = by(section, chordError)
  const edges = edgesOf(o).all
  const normal = vec3.cross(plane.x, plane.y)
  const [low, high] = from < to ? [from, to] : [to, from]
  const around = o.x.length
  const positions = new Float64Array(12 * around)
  const normals = new Float32Array(12 * around)
  // Four copies of the outline: the sides' two, and the two of the end faces.
  for (let copy = 0; copy < 4; copy++) {
    const height = copy % 2 === 0 ? low : high
    const base = vec3.addScaled(plane.origin, normal, height)
    for (let i = 0; i < around; i++) {
      const at = 3 * (copy * around + i)
      for (let j = 0; j < 3; j++) {
        positions[at + j] = base[j]! + plane.x[j]! * o.x[i]! + plane.y[j]! * o.y[i]!
        normals[at + j] =
          copy < 2 ? plane.x[j]! * o.nx[i]! + plane.y[j]! * o.ny[i]! : (copy === 2 ? -1 : 1) * normal[j]!
      }
    }
  }
  const triangles: number[] = []
  const tags: number[] = []
  o.sideFrom.forEach((a, i) => {
    const b = o.sideTo[i]!
    triangles.push(a, b, b + around, a, b + around, a + around)
    const tag = packTag('side', o.sideEdge[i]!, 0, edges)
    tags.push(tag, tag)
  })
  // The face the extrusion starts from is its start, whichever way it goes.
  const ends = from < to ? (['start', 'end'] as const) : (['end', 'start'] as const)
  for (const [side, kind] of ends.entries()) {
    const first = (2 + side) * around
    for (let i = 0; i < o.cap.length; i += 3) {
      const [a, b, c] = [o.cap[i]! + first, o.cap[i + 1]! + first, o.cap[i + 2]! + first]
      if (side === 0) triangles.push(a, c, b)
      else triangles.push(a, b, c)
      tags.push(packTag(kind, 0, 0, edges))
    }
  }
  return { positions, normals, triangles, tags, edges }
}

/** Tells by their tags which faces of an extrusion are plane: its ends, and the sides of straight edges. */
export function isFlatSide(section: Section, edges: number): (tag: number) => boolean {
  const straight = loopsOf(section)
    .flat()
    .map((c) => c.kind === 'line')
  return (tag) => isEnd(tag) || straight[unpackTag(tag, edges).edge] === true
}
