import { vec3, type Vec3 } from '../../space/index.ts'
import type { ExactSurface } from './surface.ts'

/** Steps of Gauss-Newton that are taken at most. */
const STEPS = 30
/** Step of differences, as a share of the reach. */
const STEP = 1e-6

/**
 * The place near one at which two surfaces touch: on both, with their normals along one line. Least squares of five conditions (Gauss-Newton, damped
 * where a step does not help); undefined where there is none near.
 */
export function touchOf(a: ExactSurface, b: ExactSurface, p: Vec3, reach: number): Vec3 | undefined {
  const misses = (q: Vec3): number[] => {
    const [x, y] = [a.beside(q), b.beside(q)]
    const across = vec3.cross(x.normal, y.normal)
    return [x.distance / reach, y.distance / reach, ...across]
  }
  const size = (m: readonly number[]): number => m.reduce((s, x) => s + x * x, 0)
  let at = p
  let now = misses(at)
  let damping = 1e-12
  const h = STEP * reach
  for (let step = 0; step < STEPS && size(now) > 1e-26; step++) {
    const slopes = ([0, 1, 2] as const).map((j) => {
      const moved = (by: number): Vec3 => at.map((x, i) => (i === j ? x + by : x)) as unknown as Vec3
      const [after, before] = [misses(moved(h)), misses(moved(-h))]
      return after.map((x, i) => ((x - before[i]!) * reach) / (2 * h))
    })
    const by = solved(slopes, now, damping)
    const to = vec3.addScaled(at, by, reach)
    const then = misses(to)
    if (size(then) < size(now)) {
      ;[at, now] = [to, then]
      damping = Math.max(1e-12, damping / 10)
    } else if ((damping *= 100) > 1e6) break
  }
  const near = vec3.distance(at, p) < NEAR_START * reach
  return near && size(now) < 1e-18 ? at : undefined
}

/** No touch further than this share of the reach from where it was looked for is the one. */
const NEAR_START = 0.1

/** The step that undoes what is missed to first order: three normal equations, by Cramer. */
function solved(slopes: readonly (readonly number[])[], missed: readonly number[], damping: number): Vec3 {
  const dot = (u: readonly number[], v: readonly number[]): number => u.reduce((s, x, i) => s + x * v[i]!, 0)
  const [x, y, z] = slopes as [number[], number[], number[]]
  const row = (u: number[], k: number): Vec3 => {
    const r = [dot(u, x), dot(u, y), dot(u, z)] as [number, number, number]
    r[k]! += damping
    return r
  }
  const m = [row(x, 0), row(y, 1), row(z, 2)] as const
  const right: Vec3 = [-dot(x, missed), -dot(y, missed), -dot(z, missed)]
  const det = vec3.dot(m[0], vec3.cross(m[1], m[2]))
  if (det === 0) return [0, 0, 0]
  // The matrix is its own mirror image, so that its rows are its columns.
  return [
    vec3.dot(right, vec3.cross(m[1], m[2])) / det,
    vec3.dot(m[0], vec3.cross(right, m[2])) / det,
    vec3.dot(m[0], vec3.cross(m[1], right)) / det,
  ]
}
