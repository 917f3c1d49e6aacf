import { transformPoint, type Vec3 } from '../../space/index.ts'
import type { Body } from '../body.ts'
import { memoBy } from '../../base/index.ts'

/** Vertices of a body's mesh and its copies, those in one place being one. */
export interface Welded {
  /** The place of a vertex of the mesh, of a copy of it. */
  of(place: number, vertex: number): number
  at(v: number): Vec3
}

function weld({ mesh: { positions }, instances: places }: Body): Welded {
  const { of, first, count } = samePlaces(positions)
  const at = (v: number): Vec3 => {
    const own = 3 * first[v % count]!
    return transformPoint(places[Math.floor(v / count)]!, [
      positions[own]!,
      positions[own + 1]!,
      positions[own + 2]!,
    ])
  }
  const known = new Map<number, Vec3>()
  return {
    of: (k, v) => k * count + of[v]!,
    at(v) {
      let place = known.get(v)
      if (!place) known.set(v, (place = at(v)))
      return place
    },
  }
}

/** Places in single precision, each that stands there several times once: its number of every vertex, and the first vertex of each. */
function samePlaces(positions: Float32Array): { of: Uint32Array; first: number[]; count: number } {
  const vertices = positions.length / 3
  // Nothing added, -0 is as 0.
  const bits = new Uint32Array(Float32Array.from(positions, (x) => x + 0).buffer)
  const size = 2 ** Math.ceil(Math.log2(2 * vertices + 2))
  const table = new Int32Array(size).fill(-1)
  const of = new Uint32Array(vertices)
  const first: number[] = []
  for (let v = 0; v < vertices; v++) {
    const [a, b, c] = [bits[3 * v]!, bits[3 * v + 1]!, bits[3 * v + 2]!]
    // Three odd numbers mix the bits of the three; the table is never more than half full.
    let slot = (Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b) ^ Math.imul(c, 0xc2b2ae35)) >>> 0
    slot = (slot ^ (slot >>> 15)) & (size - 1)
    for (; ; slot = (slot + 1) & (size - 1)) {
      const found = table[slot]!
      if (found < 0) {
        table[slot] = first.length
        of[v] = first.length
        first.push(v)
        break
      }
      const w = 3 * first[found]!
      if (bits[w] === a && bits[w + 1] === b && bits[w + 2] === c) {
        of[v] = found
        break
      }
    }
  }
  return { of, first, count: first.length }
}

/** The places of a body's mesh and its copies. */
export const weldedOf = memoBy(weld)
