import { tolerance } from '../../num/index.ts'
import { vec3, type BareMesh, type Vec3 } from '../../space/index.ts'
import { packTag } from '../../sweep/index.ts'
import type { FaceForm } from '../face/forms.ts'
import type { Boundary } from '../boundary.ts'
import { topologyOf, type Topology } from './topology.ts'

/** Cosine of the angle up to which triangles lie in one plane (0.1 degrees), and up to which they are of one round face (30 degrees). */
const IN_PLANE = 1 - 1.5e-6
const SMOOTH = Math.cos(Math.PI / 6)
/** A flat patch among round ones is a face of its own where it is larger than each of them by this. */
const LARGER = 4

/** A mesh that was brought in as a shell, with what its faces are. */
export interface ImportedBoundary {
  readonly shell: Boundary
  readonly forms: readonly FaceForm[]
}

/**
 * The faces that a mesh seems to be of: flat ones where triangles lie in a plane, and round ones where they lean little against each other.
 * They are counted in the order of the file, which does not change.
 */
export function importedBoundary(mesh: BareMesh): ImportedBoundary {
  const topology = topologyOf(mesh)
  const normals = facetNormals(mesh)
  const { positions: p, triangles: t } = mesh
  const count = t.length / 3
  const patch = grown(count, topology, (a, b) => vec3.dot(normals[a]!.way, normals[b]!.way) > IN_PLANE)
  const flats = flatPatches(mesh, topology, normals, patch)
  const face = grown(
    count,
    topology,
    (a, b) =>
      patch[a] === patch[b] ||
      (!flats.has(patch[a]!) && !flats.has(patch[b]!) && vec3.dot(normals[a]!.way, normals[b]!.way) > SMOOTH),
  )
  const edges = face.reduce((most, f) => Math.max(most, f), 0) + 1
  const forms: FaceForm[] = Array.from({ length: edges }, () => ({ kind: 'free' }))
  const flat = new Uint8Array(count)
  for (let f = 0; f < count; f++) {
    if (!flats.has(patch[f]!)) continue
    flat[f] = 1
    const v = 3 * t[3 * f]!
    if (forms[face[f]!]!.kind === 'free')
      forms[face[f]!] = { kind: 'plane', at: [p[v]!, p[v + 1]!, p[v + 2]!], normal: flats.get(patch[f]!)! }
  }
  return {
    shell: {
      positions: p,
      triangles: t,
      tags: Uint32Array.from(face, (f) => packTag('side', f, 0, edges)),
      flat,
      normals: cornerNormals(mesh, normals, face, (f) => (flat[f] ? flats.get(patch[f]!) : undefined)),
    },
    forms,
  }
}

interface Facet {
  readonly way: Vec3
  readonly area: number
}

function facetNormals({ positions: p, triangles: t }: BareMesh): Facet[] {
  return Array.from({ length: t.length / 3 }, (_, f) => {
    const [a, b, c] = [0, 1, 2].map((k): Vec3 => {
      const v = 3 * t[3 * f + k]!
      return [p[v]!, p[v + 1]!, p[v + 2]!]
    }) as [Vec3, Vec3, Vec3]
    const n = vec3.cross(vec3.sub(b, a), vec3.sub(c, a))
    const size = vec3.length(n)
    return { way: size > 0 ? vec3.scale(n, 1 / size) : [0, 0, 1], area: size / 2 }
  })
}

/** Triangles put together over the edges at which they go together: for each the number of its patch, in the order of the first of it. */
function grown(
  count: number,
  { edgeOf, halves }: Topology,
  together: (a: number, b: number) => boolean,
): Uint32Array {
  const of = new Uint32Array(count).fill(count)
  let patches = 0
  for (let f = 0; f < count; f++) {
    if (of[f] !== count) continue
    of[f] = patches
    const open = [f]
    for (let g = open.pop(); g !== undefined; g = open.pop())
      for (let k = 0; k < 3; k++)
        for (const h of halves[edgeOf[3 * g + k]!]!) {
          const other = Math.floor(h / 3)
          if (of[other] !== count || !together(g, other)) continue
          of[other] = patches
          open.push(other)
        }
    patches++
  }
  return of
}

/** The patches that are flat faces, with their normals: those of which little of the rim goes on smoothly, or that are large beside what does. */
function flatPatches(
  mesh: BareMesh,
  { halves }: Topology,
  facets: readonly Facet[],
  patch: Uint32Array,
): Map<number, Vec3> {
  const { positions: p, triangles: t } = mesh
  const patches = patch.reduce((most, f) => Math.max(most, f), 0) + 1
  const sums = Array.from({ length: patches }, () => ({
    area: 0,
    way: [0, 0, 0] as Vec3,
    rim: 0,
    smooth: 0,
    beside: 0,
  }))
  facets.forEach(({ way, area }, f) => {
    const sum = sums[patch[f]!]!
    sum.area += area
    sum.way = vec3.addScaled(sum.way, way, area)
  })
  const place = (v: number): Vec3 => [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!]
  for (const [h, g] of halves) {
    if (g === undefined) continue
    const [a, b] = [Math.floor(h! / 3), Math.floor(g / 3)]
    if (patch[a] === patch[b]) continue
    const length = vec3.distance(place(t[h!]!), place(t[g]!))
    const smooth = vec3.dot(facets[a]!.way, facets[b]!.way) > SMOOTH
    for (const [own, other] of [
      [a, b],
      [b, a],
    ] as const) {
      const sum = sums[patch[own]!]!
      sum.rim += length
      if (!smooth) continue
      sum.smooth += length
      sum.beside = Math.max(sum.beside, sums[patch[other]!]!.area)
    }
  }
  return new Map(
    sums.flatMap(({ area, way, rim, smooth, beside }, k) =>
      2 * smooth < rim || area > LARGER * beside ? [[k, vec3.unit(way)] as const] : [],
    ),
  )
}

/** Nine numbers a triangle: its face's normal where it is flat, else the mean about each corner of the facets of one face, by their angles there. */
function cornerNormals(
  { positions: p, triangles: t }: BareMesh,
  facets: readonly Facet[],
  face: Uint32Array,
  flatWay: (f: number) => Vec3 | undefined,
): Float32Array {
  const places = p.length / 3
  const sums = new Map<number, Vec3>()
  const key = (f: number, k: number): number => face[f]! * places + t[3 * f + k]!
  const place = (v: number): Vec3 => [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!]
  facets.forEach(({ way }, f) => {
    for (let k = 0; k < 3; k++) {
      const [a, b, c] = [0, 1, 2].map((j) => place(t[3 * f + ((k + j) % 3)]!)) as [Vec3, Vec3, Vec3]
      const [u, w] = [vec3.sub(b, a), vec3.sub(c, a)]
      const angle = Math.atan2(vec3.length(vec3.cross(u, w)), vec3.dot(u, w))
      sums.set(key(f, k), vec3.addScaled(sums.get(key(f, k)) ?? [0, 0, 0], way, angle))
    }
  })
  const normals = new Float32Array(3 * t.length)
  facets.forEach(({ way }, f) => {
    const flat = flatWay(f)
    for (let k = 0; k < 3; k++) {
      const sum = sums.get(key(f, k))!
      const size = vec3.length(sum)
      normals.set(flat ?? (size > tolerance.vanishes ? vec3.scale(sum, 1 / size) : way), 9 * f + 3 * k)
    }
  })
  return normals
}
