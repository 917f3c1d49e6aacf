import { spend } from '../base/index.ts'
import { integrate, tolerance } from '../num/index.ts'
import { kinksOf, segmentCurvature, segmentTangent } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Vec2 } from '../plane/index.ts'
import { isPlain, scaleAt, type Carriage, type Chunk } from './carriage.ts'
import { frameOn, type Frame, wayOn } from './frames.ts'

/** A section's area and where its centroid lies, in the path's frame. */
export interface SectionAt {
  readonly area: number
  readonly centroid: Vec2
}

/**
 * Volume of a section carried along a chunk of a path. For any frame square to the path the volume element of section
 * point d is 1 - curvature . d, whatever its roll, so that V = integral of A k^2 - A k^3 curvature . c over the length, with
 * area A, centroid c and scale k (Pappus for arcs). A section that only travels gives A k^2 (tangent . normal). A mitre
 * takes 2 (c . inward) tan(deflection/2) from the centroid's path, and a leaning end -(c . m)/(t . m) for a plane with
 * normal m, times (tangent . normal) for one that only travels. Exact while the section does not reach past a centre of curvature. Undefined where a corner or a leaning end
 * does not cut a prism: on a curve, or where the section rolls, grows or changes.
 */
export function volumeByTheorem(
  c: Carriage,
  sectionAt: (station: number) => SectionAt,
  chunk: Chunk,
): number | undefined {
  const { frames: f } = c
  const { path } = f
  const inside = (i: number): boolean => i >= chunk.first && i <= chunk.last
  const kinks =
    f.turning === 'fixed'
      ? []
      : kinksOf(path).filter(
          (k) => inside(k.before) && inside(k.after) && (k.after > k.before || chunk.closed),
        )
  const isLine = (i: number): boolean => path.segments[i]!.kind === 'line'
  const steady = f.rolls.length === 0 && !c.scale && !c.shape
  if (kinks.some((k) => !steady || !isLine(k.before) || !isLine(k.after))) return undefined
  let volume = 0
  for (let i = chunk.first; i <= chunk.last; i++) {
    const g = path.segments[i]!
    const element = (s: number): number => {
      const station = path.starts[i]! + s
      const { area, centroid } = sectionAt(station)
      const k = scaleAt(c, station)
      const frame = frameOn(f, i, s)
      if (f.turning === 'fixed') return area * k * k * vec3.dot(segmentTangent(g, s), frame.t)
      return area * k * k * (1 - k * vec3.dot(segmentCurvature(g, s), offset(frame, centroid)))
    }
    const even = isPlain(c) && (g.kind === 'line' || g.kind === 'arc')
    volume += even ? element(0) * g.length : integrateShaped(c, element, g.length)
  }
  for (const k of kinks) {
    const before = path.segments[k.before]!
    const a = segmentTangent(before, before.length)
    const b = segmentTangent(path.segments[k.after]!, 0)
    const inward = vec3.unit(vec3.addScaled(b, a, -vec3.dot(a, b)))
    const { area, centroid } = sectionAt(k.station)
    const frame = frameOn(f, k.before, before.length)
    volume -= 2 * area * vec3.dot(offset(frame, centroid), inward) * Math.tan(k.deflection / 2)
  }
  if (chunk.closed) return volume
  const ends = [
    { end: chunk.start, i: chunk.first, s: 0, sign: -1 },
    { end: chunk.end, i: chunk.last, s: path.segments[chunk.last]!.length, sign: 1 },
  ]
  for (const { end, i, s, sign } of ends) {
    if (end.shift === 0 && !end.plane) continue
    if (!steady || !isLine(i)) return undefined
    const { area, centroid } = sectionAt(path.starts[i]! + s)
    const frame = frameOn(f, i, s)
    const way = wayOn(f, i, s)
    const lean = end.plane ? -vec3.dot(offset(frame, centroid), end.plane) / vec3.dot(way, end.plane) : 0
    volume += area * vec3.dot(way, frame.t) * (end.shift + sign * lean)
  }
  return volume
}

/** Pieces of the whole run that are looked at by themselves, so that no wave falls between the looks. */
const PIECES = 16
const HALVINGS = 6

/** By pieces, halved where two halves do not agree with their whole: a section that changes is asked no oftener than it must. */
function integrateShaped(c: Carriage, f: (s: number) => number, length: number): number {
  if (!c.shape) return integrate(f, 0, length)
  const pieces = Math.max(1, Math.ceil((PIECES * length) / c.frames.path.length))
  let sum = 0
  for (let k = 0; k < pieces; k++) {
    const [a, b] = [(length * k) / pieces, (length * (k + 1)) / pieces]
    sum += halved(f, a, b, gauss(f, a, b), HALVINGS)
  }
  return sum
}

function halved(f: (s: number) => number, a: number, b: number, whole: number, left: number): number {
  const mid = (a + b) / 2
  const [first, second] = [gauss(f, a, mid), gauss(f, mid, b)]
  const both = first + second
  if (left === 0 || Math.abs(both - whole) <= tolerance.shapedVolume * Math.abs(both)) return both
  return halved(f, a, mid, first, left - 1) + halved(f, mid, b, second, left - 1)
}

/** 8-point Gauss-Legendre (Abramowitz & Stegun 25.4.30). */
function gauss(f: (s: number) => number, a: number, b: number): number {
  spend(2 * GAUSS8.length, 'the volume')
  const half = (b - a) / 2
  const mid = (a + b) / 2
  return GAUSS8.reduce((sum, [x, w]) => sum + w * (f(mid - half * x) + f(mid + half * x)), 0) * half
}

const GAUSS8 = [
  [0.1834346424956498, 0.362683783378362],
  [0.525532409916329, 0.3137066458778873],
  [0.7966664774136267, 0.2223810344533745],
  [0.9602898564975363, 0.1012285362903763],
] as const

function offset(f: Frame, at: Vec2): Vec3 {
  return vec3.addScaled(vec3.scale(f.n, at[0]), f.b, at[1])
}
