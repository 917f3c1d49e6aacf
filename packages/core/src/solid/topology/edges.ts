import { onFaces, type KnownForm } from '../face/forms.ts'
import { isMirroring, transformDirection, vec3, type Vec3 } from '../../space/index.ts'
import type { Body } from '../body.ts'
import { weldedOf, type Welded } from './welded.ts'
import { areOne, facesOfBody, type BodyFace, type BodyFaces } from './faces.ts'
import { memoBy } from '../../base/index.ts'

/**
 * What an edge is called: `A|B(S>E)`, the two faces that it parts and those that it starts and ends at when A lies on its left;
 * `A|B(loop)` where it is closed. Of several that are alike a number tells them apart.
 */
export type EdgeName = string

/** An edge of a body: a chain of places between two faces. */
export interface BodyEdge {
  readonly name: EdgeName
  /** On its left as it runs, seen from outside, and on its right. */
  readonly faces: readonly [BodyFace, BodyFace]
  /** Exact where both faces are known, else those of the mesh; of a closed one the first is not said again. */
  readonly points: readonly Vec3[]
  /** Where the faces look out at each place, by the mesh. */
  readonly normals: readonly (readonly [left: Vec3, right: Vec3])[]
  readonly closed: boolean
  readonly exact: boolean
  /** Whether the material fills less than half of the space round it, as at the outside of a block. */
  readonly convex: boolean
}

/** The edges of a body and of its copies where its faces part by more than two degrees. */
export const edgesOfBody = memoBy(findEdges)

/** Cosine of the angle from which on an edge is one. */
const SHARP = 0.9994

/** One side of a triangle that lies on an edge, with the face that comes first by name on its left. */
interface Link {
  readonly from: number
  readonly to: number
  readonly left: number
  readonly right: number
  readonly convex: boolean
  /** Where its two faces look out. */
  readonly normals: readonly [left: Vec3, right: Vec3]
}

function findEdges(body: Body): readonly BodyEdge[] {
  const all = facesOfBody(body)
  const places = weldedOf(body)
  const links = linksOf(body, all, places)
  const from = new Map<number, Link[]>()
  const at = new Map<number, Link[]>()
  const put = (map: Map<number, Link[]>, key: number, link: Link): void =>
    void (map.get(key)?.push(link) ?? map.set(key, [link]))
  for (const l of links) {
    put(from, l.from, l)
    put(at, l.from, l)
    put(at, l.to, l)
  }
  const goesOn = (v: number, l: Link): Link | undefined => {
    const here = at.get(v)!
    if (here.length !== 2) return undefined
    const next = here.find((o) => o !== l)!
    return next.from === v && next.left === l.left && next.right === l.right ? next : undefined
  }
  const comesFrom = (v: number, l: Link): Link | undefined => {
    const here = at.get(v)!
    if (here.length !== 2) return undefined
    const before = here.find((o) => o !== l)!
    return before.to === v && before.left === l.left && before.right === l.right ? before : undefined
  }
  const used = new Set<Link>()
  const chains: { links: Link[]; closed: boolean }[] = []
  for (const start of links) {
    if (used.has(start)) continue
    let first = start
    for (
      let b = comesFrom(first.from, first);
      b && b !== start && !used.has(b);
      b = comesFrom(first.from, first)
    )
      first = b
    const chain: Link[] = []
    let closed = false
    for (let l: Link | undefined = first; l;) {
      chain.push(l)
      used.add(l)
      const next = goesOn(l.to, l)
      closed = next === first
      l = next && !used.has(next) ? next : undefined
    }
    chains.push({ links: chain, closed })
  }
  const edges = chains.map((c) => edgeOf(c, all, places, at))
  return numbered(edges)
}

/** Chains that are called alike are told apart by where they are. */
function numbered(edges: readonly BodyEdge[]): BodyEdge[] {
  const by = new Map<string, BodyEdge[]>()
  for (const e of edges) by.set(e.name, [...(by.get(e.name) ?? []), e])
  const round = (v: number): number => Math.round(v * 1e4)
  return [...by.values()].flatMap((like) => {
    if (like.length === 1) return like
    const middle = (e: BodyEdge): Vec3 =>
      vec3.scale(
        e.points.reduce((s, p) => vec3.add(s, p), [0, 0, 0] as Vec3),
        1 / e.points.length,
      )
    const order = like
      .map((e) => ({ e, m: middle(e) }))
      .sort(
        (a, b) =>
          round(a.m[0]) - round(b.m[0]) || round(a.m[1]) - round(b.m[1]) || round(a.m[2]) - round(b.m[2]),
      )
    return order.map(({ e }, i) => (i === 0 ? e : { ...e, name: `${e.name}#${i + 1}` }))
  })
}

function edgeOf(
  { links, closed }: { readonly links: readonly Link[]; readonly closed: boolean },
  all: BodyFaces,
  places: Welded,
  at: ReadonlyMap<number, readonly Link[]>,
): BodyEdge {
  const { faces, reach } = all
  const [first, last] = [links[0]!, links.at(-1)!]
  const [left, right] = [faces[first.left]!, faces[first.right]!]
  const corners = links.map((l) => l.from)
  if (!closed) corners.push(last.to)
  const known = [left.form, right.form].every((f) => f.kind !== 'free')
  const pair = [left.form, right.form] as KnownForm[]
  let exact = known
  const points = corners.map((v, i) => {
    const p = places.at(v)
    if (!known) return p
    const isEnd = !closed && (i === 0 || i === corners.length - 1)
    const third = isEnd ? thirdFaces(v, first, at, faces) : []
    const on =
      third.length === 1 && third[0]!.form.kind !== 'free'
        ? (onFaces([...pair, third[0]!.form], p, reach) ?? onFaces(pair, p, reach))
        : onFaces(pair, p, reach)
    if (!on) exact = false
    return on ?? p
  })
  const tipName = (v: number): string =>
    thirdFaces(v, first, at, faces)
      .map((f) => f.name)
      .sort()
      .join('+')
  const ends = closed ? 'loop' : `${tipName(first.from)}>${tipName(last.to)}`
  return {
    name: `${left.name}|${right.name}(${ends})`,
    faces: [left, right],
    points,
    normals: (closed ? links : [...links, last]).map((l) => l.normals),
    closed,
    exact,
    convex: first.convex,
  }
}

/** The faces that meet an edge at its end, without its own two. */
function thirdFaces(
  v: number,
  own: Link,
  at: ReadonlyMap<number, readonly Link[]>,
  faces: readonly BodyFace[],
): BodyFace[] {
  const there = new Set((at.get(v) ?? []).flatMap((l) => [l.left, l.right]))
  there.delete(own.left)
  there.delete(own.right)
  return [...there].map((f) => faces[f]!)
}

/** Every side of a triangle at which two faces part. */
function linksOf(body: Body, all: BodyFaces, places: Welded): Link[] {
  const { mesh } = body
  const { triangles, normals } = mesh
  const count = mesh.tags.length
  const same = new Map<number, boolean>()
  const isOne = (a: number, b: number): boolean => {
    const key = Math.min(a, b) * all.faces.length + Math.max(a, b)
    let one = same.get(key)
    if (one === undefined) same.set(key, (one = areOne(all, a, b)))
    return one
  }
  const open = new Map<number, number>()
  const width = 2 ** 26
  const links: Link[] = []
  body.instances.forEach((place, k) => {
    const flip = isMirroring(place)
    const normal = (v: number): Vec3 =>
      transformDirection(place, [normals[3 * v]!, normals[3 * v + 1]!, normals[3 * v + 2]!])
    for (let t = 0; t < count; t++) {
      for (let side = 0; side < 3; side++) {
        const [i, j] = [triangles[3 * t + side]!, triangles[3 * t + ((side + 1) % 3)]!]
        const [v, w] = [places.of(k, i), places.of(k, j)]
        // In single precision two places may have become one.
        if (v === w) continue
        const key = Math.min(v, w) * width + Math.max(v, w)
        const other = open.get(key)
        if (other === undefined) {
          open.set(key, 3 * t + side)
          continue
        }
        open.delete(key)
        const t2 = Math.floor(other / 3)
        const [a, b] = [all.of[k * count + t]!, all.of[k * count + t2]!]
        if (a === b || isOne(a, b)) continue
        const s2 = other - 3 * t2
        const [n1, n2] = [normal(i), normal(triangles[3 * t2 + ((s2 + 1) % 3)]!)]
        if (vec3.dot(n1, n2) > SHARP) continue
        // Triangle t has its own face on the left of v to w, unless all is mirrored.
        const [from, to] = flip ? [w, v] : [v, w]
        const along = vec3.sub(places.at(to), places.at(from))
        const convex = vec3.dot(vec3.cross(n1, n2), along) > 0
        const before = all.faces[a]!.name < all.faces[b]!.name
        links.push(
          before
            ? { from, to, left: a, right: b, convex, normals: [n1, n2] }
            : { from: to, to: from, left: b, right: a, convex, normals: [n2, n1] },
        )
      }
    }
  })
  return links
}

/** The edge of a name among those of bodies; undefined where it is gone. */
export function edgeNamed(bodies: readonly Body[], name: EdgeName): BodyEdge | undefined {
  for (const b of bodies) {
    const found = edgesOfBody(b).find((e) => e.name === name)
    if (found) return found
  }
  return undefined
}

/** Edges that may be meant by a name that is gone: those between the same two faces. */
export function edgesLike(bodies: readonly Body[], name: EdgeName): BodyEdge[] {
  const [pair] = name.split('(')
  return bodies.flatMap((b) => edgesOfBody(b).filter((e) => e.name.startsWith(`${pair}(`)))
}
