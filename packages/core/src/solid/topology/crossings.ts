import { lineRoots } from '../face/line-roots.ts'
import type { FaceForm } from '../face/forms.ts'
import { isMirroring, transformPoint, untransformDirection, vec3, type Vec3 } from '../../space/index.ts'
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
  /** Whether a place lies in the material of one of them, by their meshes. */
  isWithin(at: Vec3): boolean
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
    isWithin(at) {
      const [x, y, z] = [vec3.dot(at, u), vec3.dot(at, v), vec3.dot(at, d)]
      return all.some((b) => {
        // Each way in that lies before, less each way out.
        return b.met(x, y).reduce((n, m) => (m.at < z ? n + (m.into ? 1 : -1) : n), 0) > 0
      })
    },
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
  const { mesh, instances: places } = body
  const count = mesh.positions.length / 3
  const flat = new Float64Array(3 * count * places.length)
  const { positions } = mesh
  places.forEach((place, k) => {
    const origin = transformPoint(place, [0, 0, 0])
    ;[u, v, d].forEach((axis, j) => {
      const [x, y, z] = untransformDirection(place, axis)
      const off = vec3.dot(origin, axis)
      for (let i = 0, at = 3 * k * count + j; i < positions.length; i += 3, at += 3)
        flat[at] = off + x * positions[i]! + y * positions[i + 1]! + z * positions[i + 2]!
    })
  })
  const triangles = mesh.tags.length
  const corner = (n: number, j: 0 | 1 | 2): number => {
    const k = Math.floor(n / triangles)
    return 3 * (k * count + mesh.triangles[3 * (n - k * triangles) + j]!)
  }
  const across = (n: number): Stretch => {
    const [a, b, c] = [flat[corner(n, 0)]!, flat[corner(n, 1)]!, flat[corner(n, 2)]!]
    return [Math.min(a, b, c), Math.max(a, b, c)]
  }
  const all = new Uint32Array(triangles * places.length).map((_, n) => n)
  let lines = 0
  let strips: ((x: number) => Uint32Array) | undefined
  const near = (x: number): Uint32Array => {
    if (lines++ < FEW_LINES) return all
    return (strips ??= stripsOf(all.length, across))(x)
  }
  const met = (x: number, y: number): Met[] => {
    const found: Met[] = []
    for (const n of near(x)) {
      const [a, b, c] = [corner(n, 0), corner(n, 1), corner(n, 2)]
      const [ax, ay] = [flat[a]! - x, flat[a + 1]! - y]
      const [bx, by] = [flat[b]! - x, flat[b + 1]! - y]
      if ((ax > 0 && bx > 0 && flat[c]! > x) || (ax < 0 && bx < 0 && flat[c]! < x)) continue
      const [cx, cy] = [flat[c]! - x, flat[c + 1]! - y]
      const [wa, wb, wc] = [bx * cy - by * cx, cx * ay - cy * ax, ax * by - ay * bx]
      const area = wa + wb + wc
      if (area === 0 || (wa > 0 || wb > 0 || wc > 0) === (wa < 0 || wb < 0 || wc < 0)) continue
      const at = (wa * flat[a + 2]! + wb * flat[b + 2]! + wc * flat[c + 2]!) / area
      const into = area < 0 !== isMirroring(places[Math.floor(n / triangles)]!)
      found.push({ at, into, face: facesOfBody(body).of[n]! })
    }
    return found
  }
  return { body, met }
}

/** For so many lines all triangles are looked over: to sort them takes as long. */
const FEW_LINES = 12

type Stretch = readonly [from: number, to: number]

const MOST_STRIPS = 1024

/** Things by the strips of a line that they reach into, about as many strips as each of them holds: those that may be met at a place. */
function stripsOf(count: number, across: (n: number) => Stretch): (x: number) => Uint32Array {
  let [low, high] = [Infinity, -Infinity]
  for (let n = 0; n < count; n++) {
    const [from, to] = across(n)
    low = Math.min(low, from)
    high = Math.max(high, to)
  }
  const strips = Math.max(1, Math.min(MOST_STRIPS, Math.ceil(Math.sqrt(count))))
  const width = (high - low) / strips || 1
  const of = (x: number): number => Math.max(0, Math.min(strips - 1, Math.floor((x - low) / width)))
  const starts = new Uint32Array(strips + 1)
  const each = (put: (strip: number, n: number) => void): void => {
    for (let n = 0; n < count; n++) {
      const [from, to] = across(n)
      for (let s = of(from); s <= of(to); s++) put(s, n)
    }
  }
  each((s) => starts[s + 1]!++)
  for (let s = 0; s < strips; s++) starts[s + 1]! += starts[s]!
  const list = new Uint32Array(starts[strips]!)
  const next = starts.slice()
  each((s, n) => (list[next[s]!++] = n))
  return (x) =>
    x < low || x > high ? list.subarray(0, 0) : list.subarray(starts[of(x)]!, starts[of(x) + 1]!)
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
