import { tolerance } from '../../num/index.ts'
import { spend } from '../../base/index.ts'
import { triangulate } from '../../plane/index.ts'
import { vec3, type BareMesh, type Vec3 } from '../../space/index.ts'
import { holesOf, insideOutOf, type MeshHole } from './health.ts'
import { nextHalf, piecesOf, topologyOf } from './topology.ts'

/**
 * A mesh with its openings closed by flat facets, triangles that are too many left out, and all that is left looking outward. What cannot
 * be closed so stays open: whoever asks looks it over again.
 */
export function mended(mesh: BareMesh): BareMesh {
  spend(20 * mesh.triangles.length, 'mending a mesh')
  const tidy = oriented(withoutSpare(welded(mesh)))
  // A triangle that stood alone is closed by itself the other way: both are nothing, and go.
  const closed = oriented(withoutSpare(withHolesClosed(tidy)))
  const topology = topologyOf(closed)
  const { of, count } = piecesOf(closed, topology)
  const turn = new Set(insideOutOf(closed, of, count))
  if (turn.size === 0) return closed
  return { ...closed, triangles: turnedOver(closed.triangles, (f) => turn.has(of[f]!)) }
}

function turnedOver(triangles: Uint32Array, which: (face: number) => boolean): Uint32Array {
  const out = triangles.slice()
  for (let f = 0; 3 * f < out.length; f++)
    if (which(f)) [out[3 * f + 1], out[3 * f + 2]] = [out[3 * f + 2]!, out[3 * f + 1]!]
  return out
}

/** Places that are nearly one put together: looked for in cells of that size and those beside them. */
function welded({ positions: p, triangles }: BareMesh): BareMesh {
  const near = tolerance.singlePlaces * p.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
  if (!(near > 0)) return { positions: p, triangles }
  const cells = new Map<string, number[]>()
  const kept: number[] = []
  const to = new Uint32Array(p.length / 3)
  for (let v = 0; v < to.length; v++) {
    const q: Vec3 = [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!]
    const [x, y, z] = q.map((c) => Math.floor(c / near)) as [number, number, number]
    let found: number | undefined
    for (let i = x - 1; i <= x + 1 && found === undefined; i++)
      for (let j = y - 1; j <= y + 1 && found === undefined; j++)
        for (let k = z - 1; k <= z + 1 && found === undefined; k++)
          found = cells
            .get(`${i} ${j} ${k}`)
            ?.find((w) => vec3.distance(q, [kept[3 * w]!, kept[3 * w + 1]!, kept[3 * w + 2]!]) <= near)
    if (found === undefined) {
      found = kept.length / 3
      kept.push(...q)
      const key = `${x} ${y} ${z}`
      cells.set(key, [...(cells.get(key) ?? []), found])
    }
    to[v] = found
  }
  return { positions: Float64Array.from(kept), triangles: triangles.map((v) => to[v]!) }
}

/** Without triangles of no area, and of those that lie on each other one where they look one way, none where they look two. */
function withoutSpare({ positions, triangles: t }: BareMesh): BareMesh {
  const known = new Map<string, { at: number; ways: number }>()
  for (let i = 0; i < t.length; i += 3) {
    const c = [t[i]!, t[i + 1]!, t[i + 2]!]
    if (new Set(c).size < 3) continue
    const first = c.indexOf(Math.min(...c))
    const way = c[(first + 1) % 3]! < c[(first + 2) % 3]! ? 1 : -1
    const key = [...c].sort((a, b) => a - b).join(' ')
    const had = known.get(key)
    if (had) had.ways |= way === 1 ? 1 : 2
    else known.set(key, { at: i, ways: way === 1 ? 1 : 2 })
  }
  const kept = [...known.values()]
    .filter((k) => k.ways !== 3)
    .flatMap(({ at }) => [t[at]!, t[at + 1]!, t[at + 2]!])
  return { positions, triangles: Uint32Array.from(kept) }
}

/** All triangles of a piece looking the way of its first, over edges of two triangles. */
function oriented(mesh: BareMesh): BareMesh {
  const { edgeOf, halves } = topologyOf(mesh)
  const { triangles: t } = mesh
  const faces = t.length / 3
  /** 1 for those that stay, 2 for those that are turned over. */
  const done = new Uint8Array(faces)
  for (let first = 0; first < faces; first++) {
    if (done[first]) continue
    done[first] = 1
    const open = [first]
    for (let f = open.pop(); f !== undefined; f = open.pop())
      for (let k = 0; k < 3; k++) {
        const pair = halves[edgeOf[3 * f + k]!]!
        if (pair.length !== 2) continue
        const h = 3 * f + k
        const other = pair[0] === h ? pair[1]! : pair[0]!
        const g = Math.floor(other / 3)
        if (done[g]) continue
        const agrees = t[h] === t[nextHalf(other)]
        done[g] = agrees ? done[f]! : 3 - done[f]!
        open.push(g)
      }
  }
  return { ...mesh, triangles: turnedOver(t, (f) => done[f] === 2) }
}

function withHolesClosed(mesh: BareMesh): BareMesh {
  const holes = holesOf(mesh, topologyOf(mesh)).filter((h) => h.rim.length >= 3)
  if (holes.length === 0) return mesh
  const positions = [...mesh.positions]
  const triangles = [...mesh.triangles]
  for (const hole of holes) triangles.push(...lid(hole, positions))
  return { positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) }
}

/** Triangles that close a hole: of its rim alone where it can be seen as one outline from above, else by a place in its middle. */
function lid({ rim, at }: MeshHole, positions: number[]): number[] {
  const back = [...rim].reverse()
  const places = back.map((v): Vec3 => [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!])
  if (back.length === 3) return back
  const normal = places.reduce<Vec3>(
    (sum, p, i) => vec3.add(sum, vec3.cross(vec3.sub(p, at), vec3.sub(places[(i + 1) % places.length]!, at))),
    [0, 0, 0],
  )
  const size = vec3.length(normal)
  if (size > 0) {
    const n = vec3.scale(normal, 1 / size)
    const x = vec3.squareTo(n)
    const y = vec3.cross(n, x)
    const flat = places.flatMap((p) => [vec3.dot(p, x), vec3.dot(p, y)])
    const found = triangulate([flat])
    if (found.length === 3 * (back.length - 2) && coversOnce(flat, found)) return found.map((i) => back[i]!)
  }
  const middle = positions.length / 3
  positions.push(...at)
  return back.flatMap((v, i) => [v, back[(i + 1) % back.length]!, middle])
}

/** Whether triangles of an outline come to its area: it does not cross itself. */
function coversOnce(flat: readonly number[], triangles: readonly number[]): boolean {
  const twice = (list: readonly number[]): number =>
    list.reduce((sum, i, k) => {
      const j = list[(k + 1) % list.length]!
      return sum + flat[2 * i]! * flat[2 * j + 1]! - flat[2 * j]! * flat[2 * i + 1]!
    }, 0)
  const whole = Math.abs(twice(Array.from({ length: flat.length / 2 }, (_, i) => i)))
  let parts = 0
  for (let i = 0; i < triangles.length; i += 3) parts += Math.abs(twice(triangles.slice(i, i + 3)))
  return Math.abs(parts - whole) <= tolerance.clearance * whole
}
