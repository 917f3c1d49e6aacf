import { tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { besideFace, type KnownForm } from './forms.ts'

const STEPS = 24

/**
 * Distances along a line (a unit direction) at which it meets a face's surface, the first first: in closed form for planes, spheres,
 * cylinders and cones; for a torus by Newton from `near`, that one alone. A line that touches meets once.
 */
export function lineRoots(form: KnownForm, from: Vec3, d: Vec3, near: number): readonly number[] {
  const o = vec3.sub(from, form.at)
  switch (form.kind) {
    case 'plane': {
      const slope = vec3.dot(form.normal, d)
      return Math.abs(slope) < tolerance.noDirection ? [] : [-vec3.dot(form.normal, o) / slope]
    }
    case 'sphere':
      return roots(1, vec3.dot(o, d), vec3.dot(o, o) - form.radius ** 2, form.radius ** 2)
    case 'cylinder': {
      const [p, q] = [o, d].map((v) => vec3.addScaled(v, form.axis, -vec3.dot(v, form.axis))) as [Vec3, Vec3]
      return roots(vec3.dot(q, q), vec3.dot(p, q), vec3.dot(p, p) - form.radius ** 2, form.radius ** 2)
    }
    case 'cone': {
      const [h, k] = [vec3.dot(o, form.axis), vec3.dot(d, form.axis)]
      const c2 = Math.cos(form.half) ** 2
      const [a, b, c] = [k * k - c2, h * k - c2 * vec3.dot(o, d), h * h - c2 * vec3.dot(o, o)]
      const found =
        Math.abs(a) < tolerance.eliminated ? (b === 0 ? [] : [-c / (2 * b)]) : roots(a, b, c, vec3.dot(o, o))
      // Only the half that opens along the axis is the cone.
      return found.filter((s) => h + s * k >= 0)
    }
    case 'torus': {
      let s = near
      for (let i = 0; i < STEPS; i++) {
        const { distance, normal } = besideFace(form, vec3.addScaled(from, d, s))
        const slope = vec3.dot(normal, d)
        if (Math.abs(slope) < tolerance.sameDirection) return []
        s -= distance / slope
        if (Math.abs(distance) < tolerance.negligible * form.radius) return [s]
      }
      return []
    }
  }
}

/** Roots of a s^2 + 2 b s + c; one where it misses zero by no more than round-off of `size`. */
function roots(a: number, b: number, c: number, size: number): readonly number[] {
  if (Math.abs(a) < tolerance.eliminated) return []
  const disc = b * b - a * c
  if (disc < -tolerance.lineTouches * Math.abs(a) * size) return []
  const w = Math.sqrt(Math.max(disc, 0))
  const [s, t] = [(-b - w) / a, (-b + w) / a]
  return w === 0 ? [s] : s < t ? [s, t] : [t, s]
}
