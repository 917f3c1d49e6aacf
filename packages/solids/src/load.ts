import Module from 'manifold-3d/manifold.js'
import { fail, fault, ok, type Result } from '@flexum/core/base'
import type { MadeSolid, Solids, SolidTree } from '@flexum/core/solid'
import { createDoubles } from './doubles.ts'

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
 * and every object of the library is freed, so that nothing is left behind however often it is asked.
 */
export async function loadSolids(wasm?: string): Promise<Solids> {
  const library = await Module(wasm === undefined ? undefined : { locateFile: () => wasm })
  library.setup()
  return { make: (tree) => makeWith(library, tree) }
}

function makeWith(library: Library, tree: SolidTree): Result<MadeSolid> {
  const { Manifold, Mesh } = library
  const held: Shape[] = []
  const keep = (s: Shape): Shape => {
    held.push(s)
    return s
  }
  const first = Manifold.reserveIDs(countLeaves(tree))
  let leaves = 0
  const leaf = (mesh: Extract<SolidTree, { kind: 'mesh' }>['mesh']): Shape => {
    const { floats, put } = createDoubles(mesh.positions)
    const single = new Mesh({
      numProp: 3,
      vertProperties: floats,
      triVerts: mesh.triangles,
      runIndex: Uint32Array.of(0, mesh.triangles.length),
      runOriginalID: Uint32Array.of(first + leaves++),
      faceID: mesh.faces,
    })
    const rough = keep(Manifold.ofMesh(single))
    return keep(keep(rough.warpBatch(put)).setTolerance(SAME_PLACE))
  }
  const build = (t: SolidTree): Shape => {
    if (t.kind === 'mesh') return leaf(t.mesh)
    if (t.kind === 'cut') {
      const from = build(t.from)
      return keep(Manifold.difference([from, ...t.by.map(build)]))
    }
    const of = t.of.map(build)
    return keep(t.kind === 'joined' ? Manifold.union(of) : Manifold.intersection(of))
  }
  try {
    const made = build(tree)
    const status = made.status()
    if (status !== 'NoError') return unsound(status)
    return ok(copiedOut(made, first))
  } catch (error) {
    const code = (error as { code?: string }).code
    if (code === undefined) throw error
    return unsound(code)
  } finally {
    for (const s of held) s.delete()
  }
}

const unsound = (code: string) => fail(fault(`solid.${code}`, WRONG[code] ?? 'it is not sound'))

/** Places nearer than this are one, mm; the library's own choice would be a ten-millionth of the largest coordinate. */
const SAME_PLACE = 1e-9

const countLeaves = (t: SolidTree): number => {
  if (t.kind === 'mesh') return 1
  const of = t.kind === 'cut' ? [t.from, ...t.by] : t.of
  return of.reduce((n, x) => n + countLeaves(x), 0)
}

function copiedOut(made: Shape, first: number): MadeSolid {
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
    leaves.fill(mesh.runOriginalID[r]! - first, from, to)
    if (mesh.backside(r)) turned.fill(1, from, to)
  }
  return {
    positions,
    triangles: mesh.triVerts.slice(),
    faces: mesh.faceID.slice(),
    leaves,
    turned,
  }
}
