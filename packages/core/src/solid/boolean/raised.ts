import { awayFromMesh } from '../parts.ts'
import { besideFace, type FaceForm } from '../face/forms.ts'
import { ROUND, type Boundary } from '../boundary.ts'
import type { MadeSolid, Solids, SolidTree } from '../library.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { packTag } from '../../sweep/index.ts'
import type { Solid } from '../body.ts'
import type { FaceSource, Leaf } from './leaf.ts'
import { keptWith } from '../../base/index.ts'

/** A solid as a tree for the library. */
type TreeOf = (solid: Solid, chordError: number, leaves: Leaf[], solids: Solids) => SolidTree

export type Raised = Extract<Solid, { kind: 'raised' }>

const known = keptWith<Raised, Map<number, Made>>()

interface Made {
  readonly shell: Boundary
  readonly edges: number
}

/**
 * The shell of what stands on a flat face of a solid: of the very triangles that the face has at this chord error, so that both have their
 * corners in the very same places. Remembered with the solid, as what stands on it may have faces that are raised in turn.
 */
export function raisedBoundary(raised: Raised, chordError: number, solids: Solids, treeOf: TreeOf): Made {
  const by = known.get(raised) ?? new Map<number, Made>()
  known.put(raised, by)
  let made = by.get(chordError)
  if (!made) by.set(chordError, (made = raise(raised, chordError, solids, treeOf)))
  return made
}

function raise(raised: Raised, chordError: number, solids: Solids, treeOf: TreeOf): Made {
  const leaves: Leaf[] = []
  const made = solids.make(treeOf(raised.of, chordError, leaves, solids))
  if (!made.ok) throw new Error('a face of a solid that is not sound was to be raised')
  const solid = made.value
  const count = solid.faces.length
  const isOn = (list: readonly FaceSource[], t: number): boolean => {
    const tag = tagOf(solid, leaves, t)
    return list.some((f) => f.leaf === solid.leaves[t] && f.tag === tag)
  }
  const chosen = areaRound(
    solid,
    Array.from({ length: count }, (_, t) => t).filter((t) => isOn(raised.faces, t)),
    raised.spot,
  )
  const { normal, from, to } = raised
  const levels = [...new Set([from, 0, to])].sort((a, b) => a - b)
  const vertex = new Map<number, number>()
  const positions: number[] = []
  const at = (v: number, level: number): number => {
    const key = v * levels.length + level
    let index = vertex.get(key)
    if (index === undefined) {
      vertex.set(key, (index = positions.length / 3))
      const p: Vec3 = [solid.positions[3 * v]!, solid.positions[3 * v + 1]!, solid.positions[3 * v + 2]!]
      positions.push(...(levels[level] === 0 ? p : vec3.addScaled(p, normal, levels[level]!)))
    }
    return index
  }
  const edges = raised.sides.length + 1
  const out = {
    triangles: [] as number[],
    tags: [] as number[],
    flat: [] as number[],
    normals: [] as number[],
  }
  const put = (abc: readonly number[], tag: number, flat: boolean, normals: readonly Vec3[]): void => {
    out.triangles.push(...abc)
    out.tags.push(tag)
    out.flat.push(flat ? 1 : 0)
    for (const n of normals) out.normals.push(...n)
  }
  const place = (i: number): Vec3 => [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!]
  const top = levels.length - 1
  const back = vec3.scale(normal, -1)
  const highIsEnd = to > from
  const open = new Map<string, readonly [v: number, w: number]>()
  for (const t of chosen) {
    const [a, b, c] = [0, 1, 2].map((k) => solid.triangles[3 * t + k]!) as [number, number, number]
    put([at(a, top), at(b, top), at(c, top)], packTag(highIsEnd ? 'end' : 'start', 0, 0, edges), true, [
      normal,
      normal,
      normal,
    ])
    put([at(a, 0), at(c, 0), at(b, 0)], packTag(highIsEnd ? 'start' : 'end', 0, 0, edges), true, [
      back,
      back,
      back,
    ])
    for (const [v, w] of [
      [a, b],
      [b, c],
      [c, a],
    ] as const)
      if (!open.delete(`${w} ${v}`)) open.set(`${v} ${w}`, [v, w])
  }
  const beside = besideOf(solid, chosen)
  for (const [v, w] of open.values()) {
    const other = beside.get(`${w} ${v}`)
    const group = other === undefined ? -1 : raised.sides.findIndex((s) => isOn(s.of, other))
    const edge = group < 0 ? raised.sides.length : group
    const form: FaceForm = raised.sides[group]?.form ?? { kind: 'free' }
    const tag = packTag('side', edge, 0, edges)
    for (let level = 0; level < top; level++) {
      const quad = [at(v, level), at(w, level), at(w, level + 1), at(v, level + 1)]
      const [p, q, r] = quad.map(place) as [Vec3, Vec3, Vec3]
      const facet = vec3.unit(vec3.cross(vec3.sub(q, p), vec3.sub(r, q)))
      const normalAt = (i: number): Vec3 => (form.kind === 'free' ? facet : besideFace(form, place(i)).normal)
      for (const [a, b, c] of [
        [quad[0]!, quad[1]!, quad[2]!],
        [quad[0]!, quad[2]!, quad[3]!],
      ] as const)
        put([a, b, c], tag, form.kind === 'plane', [normalAt(a), normalAt(b), normalAt(c)])
    }
  }
  return {
    edges,
    shell: {
      positions: Float64Array.from(positions),
      triangles: Uint32Array.from(out.triangles),
      tags: Uint32Array.from(out.tags),
      flat: Uint8Array.from(out.flat),
      normals: Float32Array.from(out.normals),
    },
  }
}

/** Of some triangles those that hang together with the one that lies nearest to a place. */
function areaRound({ positions: p, triangles }: MadeSolid, some: readonly number[], spot: Vec3): number[] {
  const sides = new Map<string, number>()
  for (const t of some)
    for (let k = 0; k < 3; k++) sides.set(`${triangles[3 * t + k]!} ${triangles[3 * t + ((k + 1) % 3)]!}`, t)
  const away = (t: number): number =>
    awayFromMesh({ positions: p, triangles: triangles.subarray(3 * t, 3 * t + 3) }, spot)
  const first = some.reduce<number | undefined>(
    (best, t) => (best === undefined || away(t) < away(best) ? t : best),
    undefined,
  )
  if (first === undefined) return []
  const found = new Set([first])
  const open = [first]
  while (open.length > 0) {
    const t = open.pop()!
    for (let k = 0; k < 3; k++) {
      const other = sides.get(`${triangles[3 * t + ((k + 1) % 3)]!} ${triangles[3 * t + k]!}`)
      if (other === undefined || found.has(other)) continue
      found.add(other)
      open.push(other)
    }
  }
  return [...found]
}

/** Which face of its leaf a triangle is. */
function tagOf(solid: MadeSolid, leaves: readonly Leaf[], t: number): number {
  const face = solid.faces[t]!
  return face >= ROUND ? leaves[solid.leaves[t]!]!.shell.tags[face - ROUND]! : face
}

/** The triangles that are not chosen by their sides. */
function besideOf({ triangles }: MadeSolid, chosen: readonly number[]): Map<string, number> {
  const own = new Set(chosen)
  const sides = new Map<string, number>()
  for (let t = 0; t < triangles.length / 3; t++) {
    if (own.has(t)) continue
    for (let k = 0; k < 3; k++) sides.set(`${triangles[3 * t + k]!} ${triangles[3 * t + ((k + 1) % 3)]!}`, t)
  }
  return sides
}
