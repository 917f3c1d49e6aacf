import { chordTurn, tolerance } from '../num/index.ts'
import { bezierAt, directionAt, pointAt, triangulate, vec2, type Curve2, type Loop2 } from '../plane/index.ts'
import { loopsOf, regionsOf, type Region, type Section } from './region.ts'

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
  return Math.max(
    1,
    Math.ceil(turn / Math.min(chordTurn(radius, chordError), WIDEST_STEP) - tolerance.stepExcess),
  )
}

/** Even steps of a curve's parameter that keep chords within `chordError`, for a spline by its sharpest bend. */
export function curveSteps(c: Curve2, chordError: number): number {
  if (c.kind === 'line') return 1
  if (c.kind === 'arc') return arcSteps(c.radius, c.sweep, chordError)
  let most = 1
  for (let i = 0; i <= SPLINE_LOOKS; i++) {
    const { first, second } = bezierAt(c, i / SPLINE_LOOKS)
    const speed = Math.hypot(...first)
    // A step h of the parameter bows by h^2 |c''|/8, and turns by h |c' x c''|/|c'|^2.
    most = Math.max(most, Math.sqrt(Math.hypot(...second) / (8 * chordError)))
    if (speed > tolerance.noDirection)
      most = Math.max(most, Math.abs(vec2.cross(first, second)) / speed ** 2 / WIDEST_STEP)
  }
  return Math.min(Math.ceil(most), MOST_SPLINE_STEPS)
}

const SPLINE_LOOKS = 16
const MOST_SPLINE_STEPS = 256

/** Points that a section's outline has at a chord error, before any is made. */
export function outlinePoints(section: Region | Section, chordError: number): number {
  return loopsOf(section)
    .flat()
    .reduce((sum, c) => sum + curveSteps(c, chordError), 0)
}

/** How an outline is cut up: steps for each section edge, and whether each joins the edge before it without a corner. */
export interface OutlinePlan {
  readonly steps: readonly number[]
  readonly smooth: readonly boolean[]
}

/** A plan that does for several states of one section; undefined when they have not the same edges. */
export function outlinePlan(states: readonly Section[], chordError: number): OutlinePlan | undefined {
  const edges = states.map((s) => loopsOf(s))
  const like = edges[0]!.map((l) => l.length)
  if (!edges.every((e) => e.length === like.length && e.every((l, i) => l.length === like[i])))
    return undefined
  const each = (f: (loop: Loop2, k: number) => number): number[][] =>
    edges.map((loops) => loops.flatMap((loop) => loop.map((_, k) => f(loop, k))))
  const steps = each((loop, k) => curveSteps(loop[k]!, chordError))
  const smooth = each((loop, k) => (isSmooth(loop[(k + loop.length - 1) % loop.length]!, loop[k]!) ? 1 : 0))
  return {
    steps: steps[0]!.map((_, i) => Math.max(...steps.map((s) => s[i]!))),
    smooth: smooth[0]!.map((_, i) => smooth.every((s) => s[i] === 1)),
  }
}

/**
 * How far out, as a share of the radius, the inner points of an arc of `steps` chords lie so that what is under the chords is what is
 * under the arc, its two ends being kept: (m - 2) x^2 + 2 x = a / sin(a/m) for the sector's area in m triangles.
 */
export function meanReach(sweep: number, steps: number): number {
  if (steps < 2) return 1
  const a = Math.abs(sweep)
  const all = a / Math.sin(a / steps)
  return steps === 2 ? all / 2 : (Math.sqrt(1 + (steps - 2) * all) - 1) / (steps - 2)
}

/** The point of a curve cut into steps; of an arc, so far out that its chords hold the area that it does. */
function meanPoint(c: Curve2, i: number, steps: number): readonly [number, number] {
  const p = pointAt(c, i / steps)
  if (c.kind !== 'arc') return p
  const out = meanReach(c.sweep, steps)
  return [c.centre[0] + out * (p[0] - c.centre[0]), c.centre[1] + out * (p[1] - c.centre[1])]
}

/** Points of a section of which the area is that of the section, where its outline is straights and arcs. */
export const meanOutline = (section: Region | Section, chordError: number, plan?: OutlinePlan): Outline =>
  outlineOf(section, chordError, plan, meanPoint)

/** Points of a section within `chordError` of its true outline; with a plan, cut up as it says. */
export function outlineOf(
  section: Region | Section,
  chordError: number,
  plan?: OutlinePlan,
  inner: typeof meanPoint = (c, i, steps) => pointAt(c, i / steps),
): Outline {
  const x: number[] = []
  const y: number[] = []
  const nx: number[] = []
  const ny: number[] = []
  const sideFrom: number[] = []
  const sideTo: number[] = []
  const sideEdge: number[] = []
  const cap: number[] = []
  let capLoops: number[][] = []
  let capPoint: number[] = []
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
    const firstEdge = edge
    let first = -1
    let last = -1
    loop.forEach((c, k) => {
      const before = loop[(k + loop.length - 1) % loop.length]!
      const at = pointAt(c, 0)
      const smooth = plan ? plan.smooth[edge]! : isSmooth(before, c)
      const start = smooth && last >= 0 ? last : addPoint(c, 0, last >= 0 ? [x[last]!, y[last]!] : at)
      if (k === 0) first = start
      flat.push(x[start]!, y[start]!)
      capPoint.push(start)
      const steps = plan ? plan.steps[edge]! : curveSteps(c, chordError)
      last = start
      for (let i = 1; i <= steps; i++) {
        const closes = i === steps && k === loop.length - 1
        const joinsFirst = closes && (plan ? plan.smooth[firstEdge]! : isSmooth(c, loop[0]!))
        const place: readonly [number, number] = closes
          ? [x[first]!, y[first]!]
          : i === steps
            ? pointAt(c, 1)
            : inner(c, i, steps)
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

  for (const r of regionsOf(section)) {
    for (const loop of loopsOf(r)) addLoop(loop)
    for (const i of triangulate(capLoops)) cap.push(capPoint[i]!)
    capLoops = []
    capPoint = []
  }
  return {
    x: Float64Array.from(x),
    y: Float64Array.from(y),
    nx: Float64Array.from(nx),
    ny: Float64Array.from(ny),
    sideFrom: Uint32Array.from(sideFrom),
    sideTo: Uint32Array.from(sideTo),
    sideEdge: Uint32Array.from(sideEdge),
    cap: Uint32Array.from(cap),
  }
}

/** Whether one curve runs on into the next without a break in direction. */
function isSmooth(a: Curve2, b: Curve2): boolean {
  const da = directionAt(a, 1)
  const db = directionAt(b, 0)
  return vec2.dot(da, db) > 0 && Math.abs(vec2.cross(da, db)) < tolerance.smoothJoin
}
