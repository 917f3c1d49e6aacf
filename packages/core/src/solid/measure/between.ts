import { besideFace, type KnownForm } from '../face/forms.ts'
import { nearestBetween, type Extent, type NearestPlaces } from './nearest-between.ts'
import { tolerance } from '../../num/index.ts'
import { transformPoint, vec3, type Vec3 } from '../../space/index.ts'
import type { Body } from '../body.ts'
import { formOfEdge } from '../topology/edge-form.ts'
import { edgesOfBody, type BodyEdge } from '../topology/edges.ts'
import { facesOfBody } from '../topology/faces.ts'

/** Something to measure from: a point, or an edge or a face of a body by its number; and where it was pressed. */
export type Measurable =
  | { readonly kind: 'point'; readonly at: Vec3 }
  | { readonly kind: 'edge' | 'face'; readonly body: Body; readonly number: number; readonly at: Vec3 }

/** What lies between two things. */
export interface Measured {
  /** Where they come nearest; undefined where one of them has no extent. */
  readonly nearest: NearestPlaces | undefined
  /** Between straight edges and flat faces, rad in [0, pi/2]. */
  readonly angle: number | undefined
}

export function measureBetween(a: Measurable, b: Measurable): Measured {
  return { nearest: nearestBetween(extentOf(a), extentOf(b)), angle: angleBetween(a, b) }
}

/** The chain of places of an edge, closed where it is. */
export const chainOf = ({ points, closed }: BodyEdge): readonly Vec3[] =>
  closed ? [...points, points[0]!] : points

const edgeOf = (body: Body, number: number): BodyEdge => edgesOfBody(body)[number]!

function extentOf(m: Measurable): Extent {
  if (m.kind === 'point') return { triangles: [[m.at, m.at, m.at]], onto: [], off: 0 }
  const off = m.body.chordError
  if (m.kind === 'edge') {
    const edge = edgeOf(m.body, m.number)
    const chain = chainOf(edge)
    const onto = ontoEdge(edge)
    return { triangles: chain.slice(1).map((q, i) => [chain[i]!, q, q]), onto: onto ? [onto] : [], off }
  }
  const { form, name } = facesOfBody(m.body).faces[m.number]!
  const ends = edgesOfBody(m.body).filter((e) => e.faces.some((f) => f.name === name))
  return {
    triangles: trianglesOf(m.body, m.number),
    onto: [...(form.kind === 'free' ? [] : [ontoFace(form)]), ...ends.flatMap((e) => ontoEdge(e) ?? [])],
    off,
  }
}

function trianglesOf(body: Body, face: number): Extent['triangles'] {
  const { mesh, instances: places } = body
  const { of } = facesOfBody(body)
  const count = mesh.tags.length
  const corner = (t: number, k: number, place: (typeof places)[number]): Vec3 => {
    const v = 3 * mesh.triangles[3 * t + k]!
    return transformPoint(place, [mesh.positions[v]!, mesh.positions[v + 1]!, mesh.positions[v + 2]!])
  }
  const found: Extent['triangles'][number][] = []
  of.forEach((f, n) => {
    if (f !== face) return
    const [t, place] = [n % count, places[Math.floor(n / count)]!]
    found.push([corner(t, 0, place), corner(t, 1, place), corner(t, 2, place)])
  })
  return found
}

const ontoFace =
  (form: KnownForm) =>
  (p: Vec3): Vec3 => {
    const { distance, normal } = besideFace(form, p)
    return vec3.addScaled(p, normal, -distance)
  }

function ontoEdge(edge: BodyEdge): ((p: Vec3) => Vec3) | undefined {
  const form = formOfEdge(edge)
  if (form.kind === 'line') {
    const [first, last] = [edge.points[0]!, edge.points.at(-1)!]
    const way = vec3.unit(vec3.sub(last, first))
    return (p) => vec3.addScaled(first, way, vec3.dot(vec3.sub(p, first), way))
  }
  if (form.kind === 'free') return undefined
  const { centre, axis, radius } = form
  return (p) => {
    const from = vec3.sub(p, centre)
    const out = vec3.addScaled(from, axis, -vec3.dot(from, axis))
    const size = vec3.length(out)
    const way = size > 0 ? vec3.scale(out, 1 / size) : vec3.squareTo(axis)
    return vec3.addScaled(centre, way, radius)
  }
}

/** The direction of a straight edge, or the normal of a flat face. */
function axisOf(m: Measurable): { readonly way: Vec3; readonly flat: boolean } | undefined {
  if (m.kind === 'point') return undefined
  if (m.kind === 'face') {
    const { form } = facesOfBody(m.body).faces[m.number]!
    return form.kind === 'plane' ? { way: form.normal, flat: true } : undefined
  }
  const edge = edgeOf(m.body, m.number)
  if (formOfEdge(edge).kind !== 'line') return undefined
  return { way: vec3.unit(vec3.sub(edge.points.at(-1)!, edge.points[0]!)), flat: false }
}

function angleBetween(a: Measurable, b: Measurable): number | undefined {
  const [u, v] = [axisOf(a), axisOf(b)]
  if (!u || !v) return undefined
  const turn = Math.atan2(vec3.length(vec3.cross(u.way, v.way)), Math.abs(vec3.dot(u.way, v.way)))
  const angle = u.flat === v.flat ? turn : Math.PI / 2 - turn
  return angle > tolerance.parallelPicks ? angle : 0
}
