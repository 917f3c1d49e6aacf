import { vec3, type Vec3 } from '../../space/index.ts'
import type { Beside } from '../face/forms.ts'
import type { ExactSurface } from './surface.ts'

/** Steps of Levenberg's that are taken at most; from a mesh's own places five do. */
const STEPS = 40
/** The damping at first, and at most; each as a share of what one face weighs. */
const LEAST_DAMPING = 1e-12
const MOST_DAMPING = 1e6

/** A place on several faces, and how far it still lies beside the worst of them, mm. */
export interface Settled {
  readonly at: Vec3
  readonly off: number
}

/**
 * The place nearest to one that lies on all of some faces, however many, by least squares (Levenberg 1944): where they only touch, as near to
 * all of them as can be. No step is taken that leads away.
 */
export function settledOn(faces: readonly ExactSurface[], p: Vec3, eps: number): Settled {
  let at = p
  let beside = faces.map((f) => f.beside(at))
  let sum = squares(beside)
  let damping = LEAST_DAMPING
  for (let step = 0; step < STEPS && worstOf(beside) > eps; step++) {
    const to = vec3.add(at, stepBy(beside, damping))
    const then = faces.map((f) => f.beside(to))
    const left = squares(then)
    if (left < sum) {
      ;[at, beside, sum] = [to, then, left]
      damping = Math.max(LEAST_DAMPING, damping / 10)
    } else if ((damping *= 100) > MOST_DAMPING) break
  }
  return { at, off: worstOf(beside) }
}

const squares = (beside: readonly Beside[]): number => beside.reduce((s, b) => s + b.distance ** 2, 0)
const worstOf = (beside: readonly Beside[]): number =>
  beside.reduce((w, b) => Math.max(w, Math.abs(b.distance)), 0)

/** The move that undoes the distances to first order, by normal equations of three unknowns. */
function stepBy(beside: readonly Beside[], damping: number): Vec3 {
  let [xx, xy, xz, yy, yz, zz, rx, ry, rz] = [damping, 0, 0, damping, 0, damping, 0, 0, 0]
  for (const { distance: d, normal: n } of beside) {
    xx += n[0] * n[0]
    xy += n[0] * n[1]
    xz += n[0] * n[2]
    yy += n[1] * n[1]
    yz += n[1] * n[2]
    zz += n[2] * n[2]
    rx -= d * n[0]
    ry -= d * n[1]
    rz -= d * n[2]
  }
  // Cholesky, as the matrix is positive.
  const a = Math.sqrt(xx)
  const [b, c] = [xy / a, xz / a]
  const d = Math.sqrt(Math.max(yy - b * b, damping))
  const e = (yz - b * c) / d
  const f = Math.sqrt(Math.max(zz - c * c - e * e, damping))
  const u = rx / a
  const v = (ry - b * u) / d
  const w = (rz - c * u - e * v) / f
  const z = w / f
  const y = (v - e * z) / d
  return [(u - b * y - c * z) / a, y, z]
}
