import { vec3, type Vec3 } from '../../space/index.ts'
import { besideFace, type Beside, type KnownForm } from '../face/forms.ts'

/** A face as it truly is: where a place lies beside it, by whichever formula. */
export interface ExactSurface {
  readonly kind: KnownForm['kind'] | 'patch'
  /** How far a place lies out of it, as its own formula looks, and which way that is. */
  beside(p: Vec3): Beside
  /** How sharply it bends at most, as a radius, mm. */
  readonly radius: number
  /** Of a plane its normal. */
  readonly flat?: Vec3
  /** What sums over it may be off by at best, as a share. */
  readonly noise: number
}

/** The surface of a form, looking away from its axis. */
export function surfaceOfForm(form: KnownForm): ExactSurface {
  const own: KnownForm = form.kind === 'plane' ? form : { ...form, out: 1 }
  return {
    kind: form.kind,
    beside: (p) => besideFace(own, p),
    radius: leastRadius(form),
    noise: 0,
    ...(form.kind === 'plane' ? { flat: form.normal } : {}),
  }
}

function leastRadius(form: KnownForm): number {
  switch (form.kind) {
    case 'cylinder':
    case 'sphere':
      return form.radius
    case 'torus':
      return form.small
    case 'plane':
    case 'cone':
      // A cone is as sharp as one likes near its tip, and as small.
      return Infinity
  }
}

/** The sine of the angle at which two surfaces meet near a place. */
export const crossing = (p: Vec3, a: ExactSurface, b: ExactSurface): number =>
  vec3.length(vec3.cross(a.beside(p).normal, b.beside(p).normal))

/** How near to surfaces a place can be put, as a share of the reach. */
export const exactly = (surfaces: readonly ExactSurface[]): number =>
  surfaces.reduce((most, s) => Math.max(most, s.noise / 10), 1e-13)
