import type { PlaneFrame } from '../path/index.ts'
import {
  loopsOf,
  outlinePlan,
  outlineOf,
  type Outline,
  type OutlinePlan,
  type Section,
} from '../profile/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { edgesOf, isEnd, packTag, unpackTag } from '../sweep/index.ts'
import type { SplitMesh } from './boundary.ts'

/** A section pushed along the normal of the plane that it lies in, from one distance to another, mm. */
export interface Extrusion {
  readonly section: Section
  /** The section at `to`, edge by edge as at `from`, where the sides lean; else it is the same. */
  readonly end?: Section
  readonly plane: PlaneFrame
  readonly from: number
  readonly to: number
  /** How much further it goes for each mm across and up, where it ends in a plane that leans. */
  readonly lean?: readonly [number, number]
  /** What the edges of its section are called, in their order; else they go by their numbers. */
  readonly edgeNames?: readonly string[]
}

/** How the points of a section are placed: within a chord error, or so that they hold its area too. */
export type OutlineBy = (section: Section, chordError: number, plan?: OutlinePlan) => Outline

/**
 * The mesh of an extrusion: its sides edge by edge, then the faces at its start and at its end, outward whichever way it goes.
 * `from` must not be `to`, and no place of the end may lie before the start.
 */
export function extrudedMesh(
  e: Extrusion,
  chordError: number,
  by: OutlineBy = outlineOf,
): SplitMesh & { readonly edges: number } {
  const { section, plane, from, to, lean = [0, 0] } = e
  const plan = e.end && outlinePlan([section, e.end], chordError)
  const first = by(section, chordError, plan)
  const last = e.end ? by(e.end, chordError, plan) : first
  const edges = edgesOf(first).all
  const normal = vec3.cross(plane.x, plane.y)
  const around = first.x.length
  const positions = new Float64Array(12 * around)
  const normals = new Float32Array(12 * around)
  // Where it leans, its end at the sheet's origin may lie on either side of the start: its own places count.
  const middle = (v: Float64Array): number => v.reduce((a, b) => a + b, 0) / around
  const forward = from < to + lean[0] * middle(first.x) + lean[1] * middle(first.y)
  const ending = vec3.unit(vec3.addScaled(vec3.addScaled(normal, plane.x, -lean[0]), plane.y, -lean[1]))
  /** A ring of the start or the end, its normals those of the sides or of the face. */
  const put = (copy: number, o: Outline, atEnd: boolean, face: Vec3 | undefined): void => {
    for (let i = 0; i < around; i++) {
      const at = 3 * (copy * around + i)
      const [x, y] = [o.x[i]!, o.y[i]!]
      const height = atEnd ? to + lean[0] * x + lean[1] * y : from
      const side = sideNormal(e, first, last, i)
      for (let j = 0; j < 3; j++) {
        positions[at + j] = plane.origin[j]! + normal[j]! * height + plane.x[j]! * x + plane.y[j]! * y
        normals[at + j] = face?.[j] ?? plane.x[j]! * side[0] + plane.y[j]! * side[1] + normal[j]! * side[2]
      }
    }
  }
  // The sides' two rings, low and high, and those of the two end faces.
  put(0, forward ? first : last, !forward, undefined)
  put(1, forward ? last : first, forward, undefined)
  put(2, forward ? first : last, !forward, forward ? vec3.scale(normal, -1) : vec3.scale(ending, -1))
  put(3, forward ? last : first, forward, forward ? ending : normal)
  const triangles: number[] = []
  const tags: number[] = []
  first.sideFrom.forEach((a, i) => {
    const b = first.sideTo[i]!
    triangles.push(a, b, b + around, a, b + around, a + around)
    const tag = packTag('side', first.sideEdge[i]!, 0, edges)
    tags.push(tag, tag)
  })
  // The face the extrusion starts from is its start, whichever way it goes.
  const ends = forward ? (['start', 'end'] as const) : (['end', 'start'] as const)
  for (const [side, kind] of ends.entries()) {
    const base = (2 + side) * around
    const cap = kind === 'end' ? last.cap : first.cap
    for (let i = 0; i < cap.length; i += 3) {
      const [a, b, c] = [cap[i]! + base, cap[i + 1]! + base, cap[i + 2]! + base]
      if (side === 0) triangles.push(a, c, b)
      else triangles.push(a, b, c)
      tags.push(packTag(kind, 0, 0, edges))
    }
  }
  return { positions, normals, triangles, tags, edges }
}

/** The outward normal of the side at a point of the outline: across, up and along. */
function sideNormal({ from, to, end }: Extrusion, first: Outline, last: Outline, i: number): Vec3 {
  const [nx, ny] = [first.nx[i]!, first.ny[i]!]
  if (!end) return [nx, ny, 0]
  // How far the side moves out on its way, along its own normal.
  const out = (last.x[i]! - first.x[i]!) * nx + (last.y[i]! - first.y[i]!) * ny
  return vec3.unit([nx, ny, -out / (to - from)])
}

/** Tells by their tags which faces of an extrusion are plane: its ends, and the sides of straight edges. */
export function isFlatSide(section: Section, edges: number): (tag: number) => boolean {
  const straight = loopsOf(section)
    .flat()
    .map((c) => c.kind === 'line')
  return (tag) => isEnd(tag) || straight[unpackTag(tag, edges).edge] === true
}
