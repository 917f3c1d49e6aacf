import { spend } from '../base/index.ts'
import { chordTurn, TURN, tolerance } from '../num/index.ts'
import type { PlaneFrame } from '../path/index.ts'
import { directionAt, pointAt, vec2, type Vec2 } from '../plane/index.ts'
import {
  loopsOf,
  meanReach,
  outlineOf,
  sectionProperties,
  type Outline,
  type Section,
} from '../profile/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { edgesOf, isEnd, packTag, unpackTag } from '../sweep/index.ts'
import type { OutlineBy } from './extrude.ts'
import type { SplitMesh } from './boundary.ts'

/** A section turned about a line of the plane that it lies in, which it may touch and not cross. */
export interface Revolution {
  readonly section: Section
  readonly plane: PlaneFrame
  /** A point of the axis, and its unit direction with the section on its left; in the plane. */
  readonly at: Vec2
  readonly along: Vec2
  /** How far it is turned, right-hand rule about the axis, rad; at most a whole turn. */
  readonly angle: number
  /** What the edges of its section are called, in their order; else they go by their numbers. */
  readonly edgeNames?: readonly string[]
  /** The section by whose reach it is cut up round its axis, that its facets lie on those of what it stands in; else its own. */
  readonly as?: Section
}

/** How far a section reaches from a line, on its left and on its right, mm. */
export function reachBeside(
  section: Section,
  at: Vec2,
  along: Vec2,
): { readonly left: number; readonly right: number } {
  const o = outlineOf(section, tolerance.reachChord)
  let [left, right] = [0, 0]
  o.x.forEach((x, i) => {
    const away = vec2.cross(along, vec2.sub([x, o.y[i]!], at))
    left = Math.max(left, away)
    right = Math.max(right, -away)
  })
  return { left, right }
}

/** Volume of a turned section, mm3, by Pappus: its area times the way of its centroid. */
export function revolvedVolume({ section, at, along, angle }: Revolution): number {
  const { area, centroid } = sectionProperties(section)
  return area * Math.abs(angle) * vec2.cross(along, vec2.sub(centroid, at))
}

/** The mesh of a turned section: its sides edge by edge, then the faces at its start and its end where it is no whole turn. */
export function revolvedMesh(
  { section, plane, at, along, angle, as }: Revolution,
  chordError: number,
  by: OutlineBy = outlineOf,
): SplitMesh & { readonly edges: number } {
  const o = by(section, chordError)
  const edges = edgesOf(o).all
  const around = o.x.length
  const left: Vec2 = [-along[1], along[0]]
  const away = ({ x, y }: Outline): Float64Array =>
    Float64Array.from(x, (v, i) => vec2.dot(left, vec2.sub([v, y[i]!], at)))
  const r = away(o)
  const h = Float64Array.from(o.x, (x, i) => vec2.dot(along, vec2.sub([x, o.y[i]!], at)))
  const reach = (as ? away(by(as, chordError)) : r).reduce((most, v) => Math.max(most, v), 0)
  r.forEach((v, i) => {
    if (v < tolerance.onAxis * reach) r[i] = 0
  })
  const closed = Math.abs(angle) >= TURN - tolerance.wholeTurn
  const sweep = closed ? TURN : angle
  const steps = Math.max(3, Math.ceil(Math.abs(sweep) / Math.min(chordTurn(reach, chordError), WIDEST)))
  const inner =
    by === outlineOf
      ? 1
      : closed
        ? Math.sqrt(sweep / steps / Math.sin(sweep / steps))
        : meanReach(sweep, steps)

  spend((around * steps) / 50, 'the mesh')
  const inSpace = (v: Vec2): Vec3 => vec3.addScaled(vec3.scale(plane.x, v[0]), plane.y, v[1])
  const [u, n] = [inSpace(along), inSpace(left)]
  const w = vec3.cross(u, n)
  const origin = vec3.add(plane.origin, inSpace(at))
  const rings = closed ? steps : steps + 1
  const copies = closed ? rings : rings + 2
  const positions = new Float64Array(3 * around * copies)
  const normals = new Float32Array(3 * around * copies)
  const put = (copy: number, k: number, normal: Vec3 | undefined): void => {
    const turn = (sweep * k) / steps
    const out: Vec3 = vec3.addScaled(vec3.scale(n, Math.cos(turn)), w, Math.sin(turn))
    const size = closed || (k > 0 && k < steps) ? inner : 1
    for (let i = 0; i < around; i++) {
      const p = vec3.addScaled(vec3.addScaled(origin, u, h[i]!), out, size * r[i]!)
      const face =
        normal ??
        vec3.addScaled(
          vec3.scale(out, vec2.dot(left, [o.nx[i]!, o.ny[i]!])),
          u,
          vec2.dot(along, [o.nx[i]!, o.ny[i]!]),
        )
      positions.set(p, 3 * (copy * around + i))
      normals.set(face, 3 * (copy * around + i))
    }
  }
  for (let k = 0; k < rings; k++) put(k, k, undefined)
  const triangles: number[] = []
  const tags: number[] = []
  const forward = sweep > 0
  for (let k = 0; k < steps; k++) {
    const [here, next] = [k * around, ((k + 1) % rings) * around]
    const [p, q] = forward ? [here, next] : [next, here]
    o.sideFrom.forEach((a, i) => {
      const b = o.sideTo[i]!
      triangles.push(p + a, p + b, q + b, p + a, q + b, q + a)
      const tag = packTag('side', o.sideEdge[i]!, 0, edges)
      tags.push(tag, tag)
    })
  }
  if (!closed) {
    const back = (turn: number): Vec3 => vec3.addScaled(vec3.scale(n, Math.sin(turn)), w, -Math.cos(turn))
    const s = forward ? 1 : -1
    put(rings, 0, vec3.scale(back(0), s))
    put(rings + 1, steps, vec3.scale(back(sweep), -s))
    for (const [side, kind] of (['start', 'end'] as const).entries()) {
      const first = (rings + side) * around
      for (let i = 0; i < o.cap.length; i += 3) {
        const [a, b, c] = [first + o.cap[i]!, first + o.cap[i + 1]!, first + o.cap[i + 2]!]
        if ((side === 0) === forward) triangles.push(a, c, b)
        else triangles.push(a, b, c)
        tags.push(packTag(kind, 0, 0, edges))
      }
    }
  }
  return { positions, normals, triangles, tags, edges }
}

/** No facet turns further than this. */
const WIDEST = Math.PI / 6

/** Tells by their tags which faces of a turned section are plane: its ends, and sides of straight edges square to the axis. */
export function isFlatRevolved({ section, along }: Revolution, edges: number): (tag: number) => boolean {
  const square = loopsOf(section)
    .flat()
    .map(
      (c) =>
        c.kind === 'line' &&
        Math.abs(vec2.dot(directionAt(c, 0), along)) < tolerance.sameDirection &&
        vec2.distance(pointAt(c, 0), pointAt(c, 1)) > 0,
    )
  return (tag) => isEnd(tag) || square[unpackTag(tag, edges).edge] === true
}
