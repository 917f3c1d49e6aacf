import { lineRoots, type FaceForm } from '../../solid/index.ts'
import { isMirroring, placePoint, vec3, type Vec3 } from '../../space/index.ts'
import type { Body } from '../body.ts'
import { facesOfBody } from './faces.ts'

/** Where a line goes into bodies and out of them: distances from its start, mm, and whether it goes in there. */
export interface Crossing {
  readonly at: number
  readonly into: boolean
  readonly form: FaceForm
}

/** Crosses bodies by lines of one direction. */
export interface Crosser {
  /** All crossings from a distance on, the first first; exact where the face is known. */
  crossings(from: Vec3, least: number): readonly Crossing[]
}

/** A root further than this from where the mesh was met is another, as a share of the bodies' size. */
const SAME_ROOT = 0.02

/**
 * Bodies as lines of a direction (a unit vector) cross them: met by their meshes, then on the faces themselves. Made once for
 * many lines.
 */
export function crosserOf(bodies: readonly Body[], d: Vec3): Crosser {
  const u = vec3.squareTo(d)
  const v = vec3.cross(d, u)
  const all = bodies.map((body) => flattened(body, u, v, d))
  return {
    crossings(from, least) {
      const [x, y, z] = [vec3.dot(from, u), vec3.dot(from, v), vec3.dot(from, d)]
      const found = all.flatMap((b) => b.met(x, y).map((m) => refined(b.body, m, from, d, m.at - z)))
      return found.filter((c) => c.at >= least).sort((a, b) => a.at - b.at)
    },
  }
}

interface Met {
  readonly at: number
  readonly into: boolean
  readonly face: number
}

/** A body's triangles as they are seen along a direction. */
function flattened(body: Body, u: Vec3, v: Vec3, d: Vec3) {
  const { mesh, places } = body
  const count = mesh.positions.length / 3
  const flat = new Float64Array(3 * count * places.length)
  places.forEach((place, k) => {
    for (let i = 0; i < count; i++) {
      const p = placePoint(place, [
        mesh.positions[3 * i]!,
        mesh.positions[3 * i + 1]!,
        mesh.positions[3 * i + 2]!,
      ])
      flat.set([vec3.dot(p, u), vec3.dot(p, v), vec3.dot(p, d)], 3 * (k * count + i))
    }
  })
  const triangles = mesh.tags.length
  const met = (x: number, y: number): Met[] => {
    const found: Met[] = []
    for (let k = 0; k < places.length; k++)
      for (let t = 0; t < triangles; t++) {
        const a = 3 * (k * count + mesh.triangles[3 * t]!)
        const b = 3 * (k * count + mesh.triangles[3 * t + 1]!)
        const c = 3 * (k * count + mesh.triangles[3 * t + 2]!)
        const [ax, ay] = [flat[a]! - x, flat[a + 1]! - y]
        const [bx, by] = [flat[b]! - x, flat[b + 1]! - y]
        if ((ax > 0 && bx > 0 && flat[c]! > x) || (ax < 0 && bx < 0 && flat[c]! < x)) continue
        const [cx, cy] = [flat[c]! - x, flat[c + 1]! - y]
        const [wa, wb, wc] = [bx * cy - by * cx, cx * ay - cy * ax, ax * by - ay * bx]
        const area = wa + wb + wc
        if (area === 0 || (wa > 0 || wb > 0 || wc > 0) === (wa < 0 || wb < 0 || wc < 0)) continue
        const at = (wa * flat[a + 2]! + wb * flat[b + 2]! + wc * flat[c + 2]!) / area
        found.push({
          at,
          into: area < 0 !== isMirroring(places[k]!),
          face: facesOfBody(body).of[k * triangles + t]!,
        })
      }
    return found
  }
  return { body, met }
}

/** A crossing on the face itself, where that is known. */
function refined(body: Body, met: Met, from: Vec3, d: Vec3, at: number): Crossing {
  const { faces, reach } = facesOfBody(body)
  const { form } = faces[met.face]!
  if (form.kind === 'free') return { at, into: met.into, form }
  const found = nearest(lineRoots(form, from, d, at), at)
  return {
    at: found !== undefined && Math.abs(found - at) < SAME_ROOT * reach ? found : at,
    into: met.into,
    form,
  }
}

const nearest = (list: readonly number[], to: number): number | undefined =>
  list.reduce<number | undefined>(
    (best, s) => (best === undefined || Math.abs(s - to) < Math.abs(best - to) ? s : best),
    undefined,
  )
