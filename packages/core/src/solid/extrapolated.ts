import type { SolidMesh } from './library.ts'

type Measured = Pick<SolidMesh, 'positions' | 'triangles'>

/** Volume that a closed mesh encloses, mm3, by the divergence theorem from its first vertex; below 0 where it is inside out. */
export function solidVolume({ positions: p, triangles: t }: Measured): number {
  if (t.length === 0) return 0
  let six = 0
  const [x0, y0, z0] = [p[0]!, p[1]!, p[2]!]
  for (let i = 0; i < t.length; i += 3) six += sixfold(p, t, i, x0, y0, z0)
  return six / 6
}

function sixfold(p: Float64Array, t: Uint32Array, i: number, x0: number, y0: number, z0: number): number {
  const [a, b, c] = [3 * t[i]!, 3 * t[i + 1]!, 3 * t[i + 2]!]
  const [ax, ay, az] = [p[a]! - x0, p[a + 1]! - y0, p[a + 2]! - z0]
  const [bx, by, bz] = [p[b]! - x0, p[b + 1]! - y0, p[b + 2]! - z0]
  const [cx, cy, cz] = [p[c]! - x0, p[c + 1]! - y0, p[c + 2]! - z0]
  return ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)
}

/** Area of a mesh's skin, mm2. */
export function solidSurface({ positions: p, triangles: t }: Measured): number {
  let sum = 0
  for (let i = 0; i < t.length; i += 3) {
    const [a, b, c] = [3 * t[i]!, 3 * t[i + 1]!, 3 * t[i + 2]!]
    const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!]
    const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!]
    sum += Math.sqrt((uy * vz - uz * vy) ** 2 + (uz * vx - ux * vz) ** 2 + (ux * vy - uy * vx) ** 2) / 2
  }
  return sum
}

/** Volumes of the closed skins that a mesh is made of, mm3, those of hollows below 0. */
export function skinVolumes({ positions, triangles }: Measured): number[] {
  const parent = Int32Array.from({ length: positions.length / 3 }, (_, i) => i)
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  for (let i = 0; i < triangles.length; i += 3) {
    const a = root(triangles[i]!)
    parent[root(triangles[i + 1]!)] = a
    parent[root(triangles[i + 2]!)] = a
  }
  const six = new Map<number, number>()
  for (let i = 0; i < triangles.length; i += 3) {
    const at = root(triangles[i]!)
    six.set(at, (six.get(at) ?? 0) + sixfold(positions, triangles, i, 0, 0, 0))
  }
  return [...six.values()].map((v) => v / 6)
}

/** A figure known at two finenesses, the error of which goes with the chord error. */
export interface Extrapolated {
  readonly value: number
  /** How far the two were apart after it: what the value can be trusted to, about. */
  readonly error: number
}

/** Shares of its error that a figure keeps at a quarter of the chord error: of the order 1 to 3 in that. Outside of it it is uneven. */
const LEAST_KEPT = 1 / 70
const MOST_KEPT = 1 / 2.5
/** Those that it keeps in theory, of the orders 1, 3/2, 2 and 3. */
const KEPT = [1 / 4, 1 / 8, 1 / 16, 1 / 64]
/** Nearer to one of them than this share of it, that is meant. */
const AS_IN_THEORY = 0.1
/** The share of what the finest step still changed that what was worked out from it may be off by at least. */
const STILL_OFF = 1 / 10

/** What is left beyond the finest, as a share of the step to it, where so much of the error is kept at each. */
const beyond = (kept: number): number => kept / (1 - kept)

/**
 * What a figure comes to at no chord error, from what it is at three, each a quarter of the one before: by the rate at which it comes
 * nearer (Aitken 1926), as vertices that hold the area go with another power than those on the surface. The nearer that rate is to one
 * that theory knows, which is taken where it is near, the less it can be off. Where it is uneven, the finest is taken, and may be off by as much as it still changed.
 */
export function extrapolatedByRate(coarse: number, middle: number, fine: number): Extrapolated {
  const [first, second] = [middle - coarse, fine - middle]
  const kept = second / first
  // Where it is uneven the last two may agree by chance.
  const most = Math.max(Math.abs(second), Math.abs(first) / 4)
  if (!(kept > LEAST_KEPT && kept < MOST_KEPT)) return { value: fine, error: most }
  const nearest = KEPT.reduce((a, b) => (Math.abs(b - kept) < Math.abs(a - kept) ? b : a))
  const by = Math.abs(nearest - kept) < AS_IN_THEORY * nearest ? nearest : kept
  return {
    value: fine + second * beyond(by),
    error: Math.abs(second) * Math.max(STILL_OFF, 2 * Math.abs(beyond(kept) - beyond(nearest))),
  }
}
