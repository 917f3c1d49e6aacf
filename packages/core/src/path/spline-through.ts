import { fail, ok, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { curveSegment } from './curve-segment.ts'
import { makePath, type Path } from './path.ts'
import { lineSegment } from './segment.ts'

/** Which way a spline sets off or arrives, along its travel; and how far that holds, against the first or last stretch. */
export interface SplineEnd {
  readonly direction: Vec3
  readonly weight: number
}

/** Why points make no spline; they are counted from 0. */
export type SplineFault =
  | { readonly kind: 'too-few'; readonly least: number }
  | { readonly kind: 'same-place'; readonly node: number; readonly next: number }
  | { readonly kind: 'no-way'; readonly end: 'start' | 'end' }
  | { readonly kind: 'weight'; readonly end: 'start' | 'end' }

/**
 * A cubic spline through points in space, of continuous curvature, its parameters centripetal (Lee 1989). An end without a direction bends
 * evenly over its stretch, so that three points make a parabola; a closed one goes on at its seam as anywhere.
 */
export function splineThroughPoints(
  points: readonly Vec3[],
  closed: boolean,
  ends: { readonly start?: SplineEnd | undefined; readonly end?: SplineEnd | undefined } = {},
): Result<Path, readonly SplineFault[]> {
  const least = closed ? 3 : 2
  if (points.length < least) return fail([{ kind: 'too-few', least }])
  const all = closed ? [...points, points[0]!] : points
  const faults: SplineFault[] = []
  for (let i = 0; i + 1 < all.length; i++)
    if (vec3.distance(all[i]!, all[i + 1]!) <= tolerance.pointCoincidence)
      faults.push({ kind: 'same-place', node: i, next: (i + 1) % points.length })
  for (const end of ['start', 'end'] as const) {
    const given = closed ? undefined : ends[end]
    if (given && !(vec3.length(given.direction) > tolerance.noDirection)) faults.push({ kind: 'no-way', end })
    if (given && !(given.weight > 0)) faults.push({ kind: 'weight', end })
  }
  if (faults.length > 0) return fail(faults)
  const steps = all.slice(1).map((p, i) => Math.sqrt(vec3.distance(p, all[i]!)))
  const slopes = closed ? closedSlopes(all, steps) : openSlopes(all, steps, ends)
  const parts = steps.map((h, i) => {
    const [p, q] = [all[i]!, all[i + 1]!]
    const [a, b] = [slopes[i]!, slopes[(i + 1) % slopes.length]!]
    const points = [p, vec3.addScaled(p, a, h / 3), vec3.addScaled(q, b, -h / 3), q] as const
    const made = curveSegment({ kind: 'cubic', points }, 0, 1)
    const chord = vec3.sub(q, p)
    // Control points in a row make a straight.
    const segment =
      made.radius > made.length / tolerance.sameDirection
        ? lineSegment(p, vec3.unit(chord), vec3.length(chord))
        : made
    return { segment, origin: { kind: 'leg', index: i } as const }
  })
  return ok(makePath(parts, closed))
}

/** An equation of a tridiagonal system for places in space. */
interface Row {
  readonly before: number
  readonly own: number
  readonly after: number
  readonly right: Vec3
}

const chordOf = (all: readonly Vec3[], steps: readonly number[], i: number): Vec3 =>
  vec3.scale(vec3.sub(all[i + 1]!, all[i]!), 1 / steps[i]!)

/** That the second derivative is the same on both sides of a point. */
function joint(all: readonly Vec3[], steps: readonly number[], before: number, after: number): Row {
  const [h, k] = [steps[before]!, steps[after]!]
  const right = vec3.add(
    vec3.scale(chordOf(all, steps, before), 3 * k),
    vec3.scale(chordOf(all, steps, after), 3 * h),
  )
  return { before: k, own: 2 * (h + k), after: h, right }
}

function openSlopes(
  all: readonly Vec3[],
  steps: readonly number[],
  { start, end }: { readonly start?: SplineEnd | undefined; readonly end?: SplineEnd | undefined },
): Vec3[] {
  const n = steps.length
  const given = (e: SplineEnd, stretch: number): Row => {
    const speed = e.weight * vec3.length(chordOf(all, steps, stretch))
    return { before: 0, own: 1, after: 0, right: vec3.scale(vec3.unit(e.direction), speed) }
  }
  // Bending evenly: both slopes of the stretch together are twice its chord.
  const even = (stretch: number, before: number, after: number): Row => ({
    before,
    own: 1,
    after,
    right: vec3.scale(chordOf(all, steps, stretch), 2),
  })
  return solved([
    start ? given(start, 0) : n === 1 && !end ? straight(all, steps) : even(0, 0, 1),
    ...Array.from({ length: n - 1 }, (_, i) => joint(all, steps, i, i + 1)),
    end ? given(end, n - 1) : n === 1 && !start ? straight(all, steps) : even(n - 1, 1, 0),
  ])
}

/** Two points and nothing else said: the slope is that of the straight. */
const straight = (all: readonly Vec3[], steps: readonly number[]): Row => ({
  before: 0,
  own: 1,
  after: 0,
  right: chordOf(all, steps, 0),
})

/** By Thomas's algorithm. */
function solved(rows: readonly Row[]): Vec3[] {
  const upper: number[] = []
  const right: Vec3[] = []
  rows.forEach((row, i) => {
    const pivot = row.own - (i > 0 ? row.before * upper[i - 1]! : 0)
    upper.push(row.after / pivot)
    const rest = i > 0 ? vec3.addScaled(row.right, right[i - 1]!, -row.before) : row.right
    right.push(vec3.scale(rest, 1 / pivot))
  })
  for (let i = rows.length - 2; i >= 0; i--) right[i] = vec3.addScaled(right[i]!, right[i + 1]!, -upper[i]!)
  return right
}

/** The same round a closed spline, whose corners are put in afterward (Sherman and Morrison 1950). */
function closedSlopes(all: readonly Vec3[], steps: readonly number[]): Vec3[] {
  const n = steps.length
  const rows = Array.from({ length: n }, (_, i) => joint(all, steps, (i + n - 1) % n, i))
  const [low, high] = [rows[0]!.before, rows[n - 1]!.after]
  const turn = -rows[0]!.own
  const open = rows.map((row, i): Row => {
    if (i === 0) return { ...row, before: 0, own: row.own - turn }
    if (i === n - 1) return { ...row, after: 0, own: row.own - (low * high) / turn }
    return row
  })
  const x = solved(open)
  const unit = solved(
    open.map((row, i) => ({ ...row, right: [i === 0 ? turn : i === n - 1 ? high : 0, 0, 0] as const })),
  ).map((v) => v[0])
  const last = n - 1
  const by = vec3.scale(
    vec3.addScaled(x[0]!, x[last]!, low / turn),
    1 / (1 + unit[0]! + (unit[last]! * low) / turn),
  )
  return x.map((v, i) => vec3.addScaled(v, by, -unit[i]!))
}
