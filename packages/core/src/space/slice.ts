import { vec2, type Vec2 } from '../plane/index.ts'
import type { Mesh } from './mesh.ts'
import { vec3, type Vec3 } from './vec3.ts'
import { keptWith } from '../base/index.ts'

/** A plane to cut in, with its own axes. */
export interface CutPlane {
  readonly origin: Vec3
  /** Unit axes in the plane, square to each other; the normal is x cross y. */
  readonly x: Vec3
  readonly y: Vec3
}

/** A body cut through: closed loops in the plane's axes, material on the left, and the area between them, mm2. */
export interface Slice {
  readonly loops: readonly (readonly Vec2[])[]
  readonly area: number
  /** Of each loop, the triangle that the stretch from each of its places to the next lies on. */
  readonly triangles: readonly (readonly number[])[]
}

/** A cutting plane square to a direction through a point; its x lies level where it can. */
export function planeSquareTo(normal: Vec3, through: Vec3): CutPlane {
  const n = vec3.unit(normal)
  const x = Math.abs(n[2]) > 0.999 ? ([1, 0, 0] as const) : vec3.unit(vec3.cross([0, 0, 1], n))
  const level = vec3.unit(vec3.addScaled(x, n, -vec3.dot(x, n)))
  return { origin: through, x: level, y: vec3.cross(n, level) }
}

/** Vertices in one place counted as one, so that triangles can be followed over split edges. */
const welded = keptWith<Mesh, Uint32Array>()

function placesOf(mesh: Mesh): Uint32Array {
  const known = welded.get(mesh)
  if (known) return known
  const p = mesh.positions
  const count = p.length / 3
  const bits = new Uint32Array(p.buffer, p.byteOffset, p.length)
  const places = new Uint32Array(count)
  // Open addressing over the bits of the coordinates.
  const size = 2 ** Math.ceil(Math.log2(count * 2 + 2))
  const table = new Int32Array(size).fill(-1)
  for (let v = 0; v < count; v++) {
    const [a, b, c] = [bits[v * 3]!, bits[v * 3 + 1]!, bits[v * 3 + 2]!]
    let at = (Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b) ^ Math.imul(c, 0xc2b2ae35)) >>> 0
    at = (at ^ (at >>> 15)) & (size - 1)
    for (; ; at = (at + 1) & (size - 1)) {
      const w = table[at]!
      if (w < 0) {
        table[at] = places[v] = v
        break
      }
      if (p[w * 3] === p[v * 3] && p[w * 3 + 1] === p[v * 3 + 1] && p[w * 3 + 2] === p[v * 3 + 2]) {
        places[v] = w
        break
      }
    }
  }
  welded.put(mesh, places)
  return places
}

/**
 * Cuts a closed mesh in a plane. A vertex on the plane counts as above it, so that every loop closes; loops of
 * no size come to no area. Area by the shoelace formula, holes negative.
 */
export function sliceMesh(mesh: Mesh, plane: CutPlane): Slice {
  const places = placesOf(mesh)
  const { positions: p, triangles: t } = mesh
  const n = vec3.cross(plane.x, plane.y)
  const offset = vec3.dot(n, plane.origin)
  const above = new Float64Array(p.length / 3)
  for (let v = 0; v < above.length; v++)
    above[v] = p[v * 3]! * n[0] + p[v * 3 + 1]! * n[1] + p[v * 3 + 2]! * n[2] - offset
  const next = new Map<number, number>()
  /** The triangle that the stretch from a crossed edge on lies on. */
  const on = new Map<number, number>()
  const at = new Map<number, Vec2>()
  const count = above.length
  /** The key of a crossed edge, whichever way it is met; and its place in the plane. */
  const crossing = (a: number, b: number): number => {
    const [low, high] = [Math.min(places[a]!, places[b]!), Math.max(places[a]!, places[b]!)]
    const key = low * count + high
    if (!at.has(key)) {
      const share = above[low]! / (above[low]! - above[high]!)
      const q = [0, 1, 2].map(
        (k) => p[low * 3 + k]! + (p[high * 3 + k]! - p[low * 3 + k]!) * share - plane.origin[k]!,
      ) as [number, number, number]
      at.set(key, [vec3.dot(q, plane.x), vec3.dot(q, plane.y)])
    }
    return key
  }
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [t[i]!, t[i + 1]!, t[i + 2]!]
    const [ua, ub, uc] = [above[a]! >= 0, above[b]! >= 0, above[c]! >= 0]
    if (ua === ub && ub === uc) continue
    // The corner that is alone on its side, and the other two in order.
    const [alone, one, two] = ua === ub ? [c, a, b] : ub === uc ? [a, b, c] : [b, c, a]
    const [from, to] = [crossing(alone, one), crossing(alone, two)]
    // Seen against the normal, with the body on the left.
    const [first, last] = above[alone]! >= 0 ? [from, to] : [to, from]
    next.set(first, last)
    on.set(first, i / 3)
  }
  const loops: Vec2[][] = []
  const sides: number[][] = []
  let area = 0
  for (const start of next.keys()) {
    if (!next.has(start)) continue
    const loop: Vec2[] = []
    const side: number[] = []
    let key = start
    while (next.has(key)) {
      loop.push(at.get(key)!)
      side.push(on.get(key)!)
      const following = next.get(key)!
      next.delete(key)
      key = following
    }
    if (loop.length > 2) {
      loops.push(loop)
      sides.push(side)
      area += shoelace(loop)
    }
  }
  return { loops, area, triangles: sides }
}

function shoelace(loop: readonly Vec2[]): number {
  let twice = 0
  loop.forEach((v, i) => (twice += vec2.cross(v, loop[(i + 1) % loop.length]!)))
  return twice / 2
}

/** Hatching of a slice: pairs of points on lines at 45 degrees, `apart` from each other, inside the material. */
export function hatchSlice({ loops }: Slice, apart: number): Vec2[] {
  const s = Math.SQRT1_2
  // Along the hatching, and across it.
  const crossings = new Map<number, number[]>()
  for (const loop of loops) {
    loop.forEach((a, i) => {
      const b = loop[(i + 1) % loop.length]!
      const [la, lb] = [(a[1] - a[0]) * s, (b[1] - b[0]) * s]
      const [first, last] = [Math.ceil(Math.min(la, lb) / apart), Math.ceil(Math.max(la, lb) / apart)]
      for (let k = first; k < last; k++) {
        const share = (k * apart - la) / (lb - la)
        const along = ((a[0] + a[1]) * (1 - share) + (b[0] + b[1]) * share) * s
        const list = crossings.get(k)
        if (list) list.push(along)
        else crossings.set(k, [along])
      }
    })
  }
  const lines: Vec2[] = []
  for (const [k, list] of crossings) {
    list.sort((a, b) => a - b)
    for (let i = 0; i + 1 < list.length; i += 2)
      for (const along of [list[i]!, list[i + 1]!])
        lines.push([(along - k * apart) * s, (along + k * apart) * s])
  }
  return lines
}
