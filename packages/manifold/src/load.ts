import Module from 'manifold-3d/manifold.js'
import { fail, fault, ok, type Result } from '@flexum/core/base'
import { awayFromMesh, type MadeSolid, type Solids, type SolidTree } from '@flexum/core/solid'
import { transformPoint, untransformPoint } from '@flexum/core/space'
import { createDoubles } from './doubles.ts'
import { createShelf, type Span } from './kept.ts'

type Library = Awaited<ReturnType<typeof Module>>
type Shape = InstanceType<Library['Manifold']>

/** What the library says of a body that it does not take, in words. */
const WRONG: Readonly<Record<string, string>> = {
  NotManifold: 'it is not closed',
  NonFiniteVertex: 'a corner of it is no number',
  VertexOutOfBounds: 'a triangle of it has a corner that is not there',
  InvalidConstruction: 'it is not sound',
}

/**
 * Loads the library of solids; `wasm` is where its binary part is, where it does not lie beside it. What was made is copied out,
 * and every object of the library is freed but for some bodies made of late, which others go on from.
 */
export async function loadManifold(wasm?: string): Promise<Solids> {
  const library = await Module(wasm === undefined ? undefined : { locateFile: () => wasm })
  library.setup()
  const shelf = createShelf<Shape>()
  return { make: (tree, tidy) => makeWith(library, tree, tidy, shelf) }
}

/**
 * A shape with fewer triangles, none of it further off than a tolerance, mm. The library now and then collapses an edge that it should not; what
 * is off by more than its skin moved by the tolerance could make is not taken, and the shape stays as it was.
 */
function tidied(shape: Shape, tolerance: number, keep: (s: Shape) => Shape): Shape {
  const fewer = keep(shape.simplify(tolerance))
  const off = Math.abs(fewer.volume() - shape.volume())
  return off <= tolerance * shape.surfaceArea() ? fewer : shape
}

type Shelf = ReturnType<typeof createShelf<Shape>>

function makeWith(
  library: Library,
  tree: SolidTree,
  tidy: number | undefined,
  shelf: Shelf,
): Result<MadeSolid> {
  const { Manifold } = library
  const held = new Set<Shape>()
  const keep = (s: Shape): Shape => {
    held.add(s)
    return s
  }
  // Two for each leaf: one for its faces as they are, one for those that look the other way.
  const first = Manifold.reserveIDs(2 * countLeaves(tree))
  const numbers: Numbers = { first, known: [] }
  let leaves = 0
  // What stands in the tree several times is made once.
  const shapes = new Map<SolidTree, Shape>()
  const used = new Set<object>()
  const build = (t: SolidTree): Shape => {
    const shape = shapes.get(t) ?? (t.body ? buildBody(t, t.body) : buildFresh(t))
    shapes.set(t, shape)
    return shape
  }
  /** A body is made by itself, so that it is the same whether it is known or not. */
  const buildBody = (t: SolidTree, { of, as }: NonNullable<SolidTree['body']>): Shape => {
    const kept = used.has(of) ? undefined : shelf.get(of, as)
    used.add(of)
    const before = leaves
    if (kept) {
      leaves += kept.leaves
      numbers.known.push(...kept.spans.map((s) => ({ ...s, leaf: s.leaf + before })))
      return kept.shape
    }
    const spansBefore = numbers.known.length
    const shape = buildFresh(t)
    if (shape.status() !== 'NoError') return shape
    const spans = [
      { first: first + 2 * before, count: leaves - before, leaf: 0 },
      ...numbers.known.slice(spansBefore).map((s) => ({ ...s, leaf: s.leaf - before })),
    ]
    if (held.has(shape) && shelf.put(of, as, { shape, leaves: leaves - before, spans })) held.delete(shape)
    return shape
  }
  const buildFresh = (t: SolidTree): Shape => {
    switch (t.kind) {
      case 'mesh': {
        const count = t.mesh.faces.length
        const own = { leaves: new Uint32Array(count).fill(leaves++), turned: new Uint8Array(count) }
        return shapeOf(library, { ...t.mesh, ...own }, first, keep)
      }
      case 'cut': {
        const from = build(t.from)
        return keep(Manifold.difference([from, ...t.by.map(build)]))
      }
      case 'mirrored': {
        const before = leaves
        const half = snapped(within(copiedOut(build(t.of), numbers), t.frame, 'to'), t)
        const more = leaves - before
        leaves += more
        // Both from the very same numbers, so that what lies in the plane is the same to the bit, and goes away.
        return keep(
          Manifold.union([
            shapeOf(library, within(half, t.frame, 'from'), first, keep),
            shapeOf(library, within(mirroredAbout(half, t, more), t.frame, 'from'), first, keep),
          ]),
        )
      }
      case 'parts':
        return partsOf(library, build(t.of), t, keep)
      case 'joined':
        return keep(Manifold.union(t.of.map(build)))
      case 'common':
        return keep(Manifold.intersection(t.of.map(build)))
    }
  }
  try {
    const made = build(tree)
    const status = made.status()
    if (status !== 'NoError') return unsound(status)
    const volume = made.volume()
    return ok({ ...copiedOut(tidy === undefined ? made : tidied(made, tidy, keep), numbers), volume })
  } catch (error) {
    const code = (error as { code?: string }).code
    if (code === undefined) throw error
    return unsound(code)
  } finally {
    for (const s of held) s.delete()
    shelf.tidy()
  }
}

/** By which numbers of the library leaves are told: in order from the first, but for those of bodies that were known. */
interface Numbers {
  readonly first: number
  readonly known: Span[]
}

/** The leaf of a number of the library, and whether it is the second one of it. */
function leafOf(id: number, { first, known }: Numbers): { readonly leaf: number; readonly second: number } {
  const span = known.find((s) => id >= s.first && id < s.first + 2 * s.count)
  const at = id - (span?.first ?? first)
  return { leaf: (span?.leaf ?? 0) + (at >> 1), second: at & 1 }
}

/** A mesh as the library's, in double precision, each triangle by its leaf and the side that it looks to. */
function shapeOf(library: Library, m: Copied, first: number, keep: (s: Shape) => Shape): Shape {
  const { Manifold, Mesh } = library
  const { floats, put } = createDoubles(m.positions)
  const group = Uint32Array.from(m.leaves, (leaf, i) => 2 * leaf + m.turned[i]!)
  const order = Uint32Array.from(group.keys()).sort((a, b) => group[a]! - group[b]! || a - b)
  const runs: number[] = []
  const ids: number[] = []
  order.forEach((i, at) => {
    if (at > 0 && group[i] === group[order[at - 1]!]) return
    runs.push(3 * at)
    ids.push(first + group[i]!)
  })
  const triangles = new Uint32Array(m.triangles.length)
  order.forEach((i, at) => triangles.set(m.triangles.subarray(3 * i, 3 * i + 3), 3 * at))
  const single = new Mesh({
    numProp: 3,
    vertProperties: floats,
    triVerts: triangles,
    runIndex: Uint32Array.from([...runs, triangles.length]),
    runOriginalID: Uint32Array.from(ids),
    faceID: Uint32Array.from(order, (i) => m.faces[i]!),
  })
  const rough = keep(Manifold.ofMesh(single))
  return keep(keep(rough.warpBatch(put)).setTolerance(SAME_PLACE))
}

const unsound = (code: string) => fail(fault(`solid.${code}`, WRONG[code] ?? 'it is not sound'))

/** Places nearer than this are one, mm; the library's own choice would be a ten-millionth of the largest coordinate. */
const SAME_PLACE = 1e-9

function countLeaves(t: SolidTree): number {
  if (t.kind === 'mesh') return 1
  if (t.kind === 'parts') return countLeaves(t.of)
  if (t.kind === 'mirrored') return 2 * countLeaves(t.of)
  const of = t.kind === 'cut' ? [t.from, ...t.by] : t.of
  return of.reduce((n, x) => n + countLeaves(x), 0)
}

/** What the library made: its triangles, and where each comes from. */
type Copied = Omit<MadeSolid, 'volume'>

function copiedOut(made: Shape, numbers: Numbers): Copied {
  let positions: Float64Array = new Float64Array(0)
  // The only way to the doubles: a warp is shown them, in the order of the mesh, and leaves them as they are.
  made
    .warpBatch((all) => {
      positions = all.slice()
    })
    .delete()
  const mesh = made.getMesh()
  const count = mesh.triVerts.length / 3
  const leaves = new Uint32Array(count)
  const turned = new Uint8Array(count)
  for (let r = 0; r < mesh.runOriginalID.length; r++) {
    const [from, to] = [mesh.runIndex[r]! / 3, mesh.runIndex[r + 1]! / 3]
    const { leaf, second } = leafOf(mesh.runOriginalID[r]!, numbers)
    leaves.fill(leaf, from, to)
    if (second !== (mesh.backside(r) ? 1 : 0)) turned.fill(1, from, to)
  }
  return { positions, triangles: mesh.triVerts.slice(), faces: mesh.faceID.slice(), leaves, turned }
}

/** Some of the parts that a body falls into; each with the hollows in it. */
function partsOf(
  { Manifold }: Library,
  all: Shape,
  { near, keep }: Extract<SolidTree, { kind: 'parts' }>,
  held: (s: Shape) => Shape,
): Shape {
  // Hollows come as parts of their own, inside out.
  const outer = all
    .decompose()
    .map(held)
    .filter((s) => s.volume() > 0)
  if (outer.length < 2)
    return keep.includes(0) || outer.length === 0 ? all : held(Manifold.difference([all, all]))
  const order = outer.map((s) => ({ s, away: awayFromShape(s, near) })).sort((a, b) => a.away - b.away)
  const kept = order.filter((_, i) => keep.includes(i)).map((o) => o.s)
  if (kept.length === outer.length) return all
  if (kept.length === 0) return held(Manifold.difference([all, all]))
  return held(Manifold.intersection([all, held(Manifold.union(kept))]))
}

function awayFromShape(s: Shape, near: Parameters<typeof awayFromMesh>[1]): number {
  const { vertProperties, triVerts } = s.getMesh()
  return awayFromMesh({ positions: Float64Array.from(vertProperties), triangles: triVerts }, near)
}

type Mirror = Extract<SolidTree, { kind: 'mirrored' }>

/** A mesh by the axes of a frame, or back from them. */
function within(m: Copied, frame: Mirror['frame'], way: 'to' | 'from'): Copied {
  if (!frame) return m
  const positions = m.positions.slice()
  const move = way === 'to' ? untransformPoint : transformPoint
  for (let i = 0; i < positions.length; i += 3)
    positions.set(move(frame, [positions[i]!, positions[i + 1]!, positions[i + 2]!]), i)
  return { ...m, positions }
}

/** What lies in the plane but for round-off lies in it. */
function snapped(m: Copied, { axis, at }: Mirror): Copied {
  const positions = m.positions.slice()
  const reach = positions.reduce((most, v) => Math.max(most, Math.abs(v)), 1)
  for (let i = axis; i < positions.length; i += 3)
    if (Math.abs(positions[i]! - at) <= IN_PLANE * reach) positions[i] = at
  return { ...m, positions }
}

/** Nearer to the plane than this share of its reach a corner of a half lies in it. */
const IN_PLANE = 1e-10

/** The mirror image, its leaves counted on by `more`. */
function mirroredAbout(m: Copied, { axis, at }: Mirror, more: number): Copied {
  const positions = m.positions.slice()
  for (let i = axis; i < positions.length; i += 3) positions[i] = at - (positions[i]! - at)
  const triangles = m.triangles.slice()
  for (let i = 0; i < triangles.length; i += 3) {
    triangles[i + 1] = m.triangles[i + 2]!
    triangles[i + 2] = m.triangles[i + 1]!
  }
  return { ...m, positions, triangles, leaves: m.leaves.map((leaf) => leaf + more) }
}
