import { tolerance } from '../num/index.ts'
import { directionAt, pointAt, triangulate, vec2, type Curve2, type Loop2 } from '../plane/index.ts'
import { loopsOf, type Region } from './region.ts'

/**
 * A section as points, ready to be carried along a path. A sharp corner has two points in the same place with
 * different normals; a tangent join has one.
 */
export interface Outline {
  /** Coordinates and outward normals, one entry per point. */
  readonly x: Float64Array
  readonly y: Float64Array
  readonly nx: Float64Array
  readonly ny: Float64Array
  /** Sides: from point `sideFrom[i]` to point `sideTo[i]`, material on the left, part of section edge `sideEdge[i]`. */
  readonly sideFrom: Uint32Array
  readonly sideTo: Uint32Array
  readonly sideEdge: Uint32Array
  /** Triangles over points that fill the section, counter-clockwise. */
  readonly cap: Uint32Array
}

const WIDEST_STEP = Math.PI / 6

/** Steps an arc needs so that chords stay within `chordError` of it, and no step turns more than 30 degrees. */
export function arcSteps(radius: number, sweep: number, chordError: number): number {
  const turn = Math.abs(sweep)
  const step = chordError < radius ? 2 * Math.acos(1 - chordError / radius) : Math.PI
  return Math.max(1, Math.ceil(turn / Math.min(step, WIDEST_STEP) - tolerance.stepExcess))
}

/** Points of a region within `chordError` of its true outline. */
export function outlineOf(r: Region, chordError: number): Outline {
  const x: number[] = []
  const y: number[] = []
  const nx: number[] = []
  const ny: number[] = []
  const sideFrom: number[] = []
  const sideTo: number[] = []
  const sideEdge: number[] = []
  const capLoops: number[][] = []
  const capPoint: number[] = []
  let edge = 0

  const addPoint = (c: Curve2, t: number, at: readonly [number, number]): number => {
    const d = directionAt(c, t)
    x.push(at[0])
    y.push(at[1])
    nx.push(d[1])
    ny.push(-d[0])
    return x.length - 1
  }

  const addLoop = (loop: Loop2): void => {
    const flat: number[] = []
    let first = -1
    let last = -1
    loop.forEach((c, k) => {
      const before = loop[(k + loop.length - 1) % loop.length]!
      const at = pointAt(c, 0)
      const smooth = isSmooth(before, c)
      const start = smooth && last >= 0 ? last : addPoint(c, 0, last >= 0 ? [x[last]!, y[last]!] : at)
      if (k === 0) first = start
      flat.push(x[start]!, y[start]!)
      capPoint.push(start)
      const steps = c.kind === 'line' ? 1 : arcSteps(c.radius, c.sweep, chordError)
      last = start
      for (let i = 1; i <= steps; i++) {
        const closes = i === steps && k === loop.length - 1
        const joinsFirst = closes && isSmooth(c, loop[0]!)
        const place: readonly [number, number] = closes ? [x[first]!, y[first]!] : pointAt(c, i / steps)
        const next = joinsFirst ? first : addPoint(c, i / steps, place)
        sideFrom.push(last)
        sideTo.push(next)
        sideEdge.push(edge)
        if (i < steps) {
          flat.push(x[next]!, y[next]!)
          capPoint.push(next)
        }
        last = next
      }
      edge++
    })
    capLoops.push(flat)
  }

  for (const loop of loopsOf(r)) addLoop(loop)
  return {
    x: Float64Array.from(x),
    y: Float64Array.from(y),
    nx: Float64Array.from(nx),
    ny: Float64Array.from(ny),
    sideFrom: Uint32Array.from(sideFrom),
    sideTo: Uint32Array.from(sideTo),
    sideEdge: Uint32Array.from(sideEdge),
    cap: Uint32Array.from(triangulate(capLoops), (i) => capPoint[i]!),
  }
}

/** Whether one curve runs on into the next without a break in direction. */
function isSmooth(a: Curve2, b: Curve2): boolean {
  const da = directionAt(a, 1)
  const db = directionAt(b, 0)
  return vec2.dot(da, db) > 0 && Math.abs(vec2.cross(da, db)) < tolerance.smoothJoin
}
