import { vec3, type Vec3 } from '../../space/index.ts'
import type { Rims } from './rims.ts'

/** Stretches turn no further than this from their first side, rad, and are of no more sides. */
const TURNS = 0.3
const SIDES = 12

/**
 * Rims put together to longer stretches between the same two faces, where they run on through vertices at which nothing else ends: a
 * quadrature takes a twentieth of a circle at one go. Each with the lower face on its left. Only faces that cross have a curve to run on along.
 */
export function chained(
  rims: Rims,
  at: (v: number) => Vec3,
  cross: (left: number, right: number, at: Vec3) => boolean,
): Rims {
  const count = rims.a.length
  const a = new Uint32Array(count)
  const b = new Uint32Array(count)
  const left = new Uint32Array(count)
  const right = new Uint32Array(count)
  /** How many rims end at a vertex, and the one that leaves it. */
  const ends = new Map<number, number>()
  const leaves = new Map<number, number>()
  for (let i = 0; i < count; i++) {
    const over = rims.left[i]! > rims.right[i]!
    ;[a[i], b[i]] = over ? [rims.b[i]!, rims.a[i]!] : [rims.a[i]!, rims.b[i]!]
    ;[left[i], right[i]] = over ? [rims.right[i]!, rims.left[i]!] : [rims.left[i]!, rims.right[i]!]
    for (const v of [a[i]!, b[i]!]) ends.set(v, (ends.get(v) ?? 0) + 1)
    leaves.set(a[i]!, i)
  }
  const follows = (i: number): number | undefined => {
    const v = b[i]!
    if (ends.get(v) !== 2) return undefined
    const j = leaves.get(v)
    if (j === undefined || j === i || left[j] !== left[i] || right[j] !== right[i]) return undefined
    return cross(left[i]!, right[i]!, at(v)) ? j : undefined
  }
  const headed = new Uint8Array(count)
  for (let i = 0; i < count; i++) {
    const j = follows(i)
    if (j !== undefined) headed[j] = 1
  }
  const taken = new Uint8Array(count)
  const found: number[] = []
  const way = (i: number): Vec3 => vec3.sub(at(b[i]!), at(a[i]!))
  const walk = (from: number): void => {
    let i: number | undefined = from
    while (i !== undefined && !taken[i]) {
      const first = way(i)
      const start = i
      let last = i
      taken[i] = 1
      for (let n = 1; n < SIDES; n++) {
        const next = follows(last)
        if (next === undefined || taken[next]) break
        const on = way(next)
        if (Math.atan2(vec3.length(vec3.cross(first, on)), vec3.dot(first, on)) > TURNS) break
        taken[next] = 1
        last = next
      }
      found.push(a[start]!, b[last]!, left[start]!, right[start]!)
      i = follows(last)
    }
  }
  for (let i = 0; i < count; i++) if (!headed[i]) walk(i)
  // What is left are closed loops.
  for (let i = 0; i < count; i++) if (!taken[i]) walk(i)
  const each = (k: number): Uint32Array =>
    Uint32Array.from({ length: found.length / 4 }, (_, i) => found[4 * i + k]!)
  return { a: each(0), b: each(1), left: each(2), right: each(3) }
}
