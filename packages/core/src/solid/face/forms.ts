import { tolerance } from '../../num/index.ts'
import { vec3, transformDirection, transformPoint, type Transform, type Vec3 } from '../../space/index.ts'

/**
 * What a face is exactly, where that can be said in a formula. `out` is 1 where the material lies toward the axis or the middle, -1 where
 * it lies away from it, as round a hole. Directions are unit vectors, lengths mm, angles rad.
 */
export type FaceForm =
  /** All places at `at` square to `normal`, which looks out of the material. */
  | { readonly kind: 'plane'; readonly at: Vec3; readonly normal: Vec3 }
  | {
      readonly kind: 'cylinder'
      readonly at: Vec3
      readonly axis: Vec3
      readonly radius: number
      readonly out: 1 | -1
    }
  /** From its tip it opens along the axis by half an angle. */
  | {
      readonly kind: 'cone'
      readonly at: Vec3
      readonly axis: Vec3
      readonly half: number
      readonly out: 1 | -1
    }
  | { readonly kind: 'sphere'; readonly at: Vec3; readonly radius: number; readonly out: 1 | -1 }
  /** A circle of radius `small` carried round the axis at `radius`. */
  | {
      readonly kind: 'torus'
      readonly at: Vec3
      readonly axis: Vec3
      readonly radius: number
      readonly small: number
      readonly out: 1 | -1
    }
  /** Any other: only its mesh says where it is. */
  | { readonly kind: 'free' }

export type KnownForm = Exclude<FaceForm, { kind: 'free' }>

/** How far a place lies outside a face, mm (below 0 within the material), and the face's outward direction there. */
export interface Beside {
  readonly distance: number
  readonly normal: Vec3
}

/** Where a place lies beside a face: exact for each kind; the direction on an axis or in a middle is any. */
export function besideFace(form: KnownForm, p: Vec3): Beside {
  const from = vec3.sub(p, form.at)
  if (form.kind === 'plane') return { distance: vec3.dot(from, form.normal), normal: form.normal }
  if (form.kind === 'sphere') {
    const r = vec3.length(from)
    const way: Vec3 = r > tolerance.noWayFromAxis ? vec3.scale(from, 1 / r) : [0, 0, 1]
    return { distance: form.out * (r - form.radius), normal: vec3.scale(way, form.out) }
  }
  const h = vec3.dot(from, form.axis)
  const across = vec3.addScaled(from, form.axis, -h)
  const rho = vec3.length(across)
  const way = rho > tolerance.noWayFromAxis ? vec3.scale(across, 1 / rho) : vec3.squareTo(form.axis)
  switch (form.kind) {
    case 'cylinder':
      return { distance: form.out * (rho - form.radius), normal: vec3.scale(way, form.out) }
    case 'cone': {
      const [c, s] = [Math.cos(form.half), Math.sin(form.half)]
      const normal = vec3.addScaled(vec3.scale(way, c), form.axis, -s)
      return { distance: form.out * (rho * c - h * s), normal: vec3.scale(normal, form.out) }
    }
    case 'torus': {
      const inward = vec3.addScaled(vec3.scale(way, rho - form.radius), form.axis, h)
      const r = vec3.length(inward)
      const normal = r > tolerance.noWayFromAxis ? vec3.scale(inward, 1 / r) : way
      return { distance: form.out * (r - form.small), normal: vec3.scale(normal, form.out) }
    }
  }
}

/** The surface at a distance outside a face (below 0 within the material); undefined where none is left. */
export function offsetForm(form: KnownForm, by: number): KnownForm | undefined {
  switch (form.kind) {
    case 'plane':
      return { ...form, at: vec3.addScaled(form.at, form.normal, by) }
    case 'cylinder':
    case 'sphere': {
      const radius = form.radius + form.out * by
      return radius > 0 ? { ...form, radius } : undefined
    }
    case 'cone':
      return { ...form, at: vec3.addScaled(form.at, form.axis, (-form.out * by) / Math.sin(form.half)) }
    case 'torus': {
      const small = form.small + form.out * by
      return small > 0 && small < form.radius ? { ...form, small } : undefined
    }
  }
}

/** A form in another place; lengths stay. */
export function transformedForm(form: FaceForm, place: Transform): FaceForm {
  switch (form.kind) {
    case 'free':
      return form
    case 'plane':
      return {
        kind: 'plane',
        at: transformPoint(place, form.at),
        normal: transformDirection(place, form.normal),
      }
    case 'sphere':
      return { ...form, at: transformPoint(place, form.at) }
    default:
      return { ...form, at: transformPoint(place, form.at), axis: transformDirection(place, form.axis) }
  }
}

/** The same face with the material on its other side. */
export function turnedOver(form: FaceForm): FaceForm {
  if (form.kind === 'free') return form
  if (form.kind === 'plane') return { ...form, normal: vec3.scale(form.normal, -1) }
  return { ...form, out: form.out === 1 ? -1 : 1 }
}

/** Whether two faces lie in one surface and have the material on one side: their parting is no edge. */
export function sameForm(a: FaceForm, b: FaceForm, reach: number): boolean {
  const eps = tolerance.sameForm * Math.max(1, reach)
  const near = (p: Vec3, q: Vec3): boolean => vec3.distance(p, q) < eps
  const alike = (u: Vec3, v: Vec3): boolean => vec3.distance(u, v) < tolerance.sameForm
  const onAxis = (at: Vec3, axis: Vec3, p: Vec3): boolean =>
    vec3.length(vec3.cross(vec3.sub(p, at), axis)) < eps
  const along = (u: Vec3, v: Vec3): boolean => vec3.length(vec3.cross(u, v)) < tolerance.sameForm
  if (a.kind === 'plane' && b.kind === 'plane')
    return alike(a.normal, b.normal) && Math.abs(vec3.dot(vec3.sub(b.at, a.at), a.normal)) < eps
  if (a.kind === 'sphere' && b.kind === 'sphere')
    return a.out === b.out && near(a.at, b.at) && Math.abs(a.radius - b.radius) < eps
  if (a.kind === 'cylinder' && b.kind === 'cylinder')
    return (
      a.out === b.out &&
      along(a.axis, b.axis) &&
      onAxis(a.at, a.axis, b.at) &&
      Math.abs(a.radius - b.radius) < eps
    )
  if (a.kind === 'cone' && b.kind === 'cone')
    return (
      a.out === b.out &&
      alike(a.axis, b.axis) &&
      near(a.at, b.at) &&
      Math.abs(a.half - b.half) < tolerance.sameForm
    )
  if (a.kind === 'torus' && b.kind === 'torus')
    return (
      a.out === b.out &&
      along(a.axis, b.axis) &&
      near(a.at, b.at) &&
      Math.abs(a.radius - b.radius) < eps &&
      Math.abs(a.small - b.small) < eps
    )
  return false
}

/** Steps of Newton's that are taken at most; from a mesh's own places three do. */
const STEPS = 20

/**
 * The place nearest to one that lies on all of the faces (one to three), by Newton with the least move; undefined where they do not meet
 * there, or only touch. Exact to some 1e-11 of the size.
 */
export function onFaces(forms: readonly KnownForm[], p: Vec3, reach: number): Vec3 | undefined {
  let at = p
  for (let step = 0; step < STEPS; step++) {
    const beside = forms.map((f) => besideFace(f, at))
    const most = Math.max(...beside.map((b) => Math.abs(b.distance)))
    if (most <= 1e-11 * Math.max(1, reach)) return at
    const move = leastMove(beside)
    if (!move || !(vec3.length(move) < reach)) return undefined
    at = vec3.add(at, move)
  }
  return Math.max(...forms.map((f) => Math.abs(besideFace(f, at).distance))) <
    tolerance.offForm * Math.max(1, reach)
    ? at
    : undefined
}

/** The shortest move that undoes all distances to first order. */
function leastMove(beside: readonly Beside[]): Vec3 | undefined {
  const [a, b, c] = beside
  if (!b) return vec3.scale(a!.normal, -a!.distance)
  if (!c) {
    const k = vec3.dot(a!.normal, b.normal)
    const d = 1 - k * k
    if (d < tolerance.facesTouch * tolerance.facesTouch) return undefined
    const u = (-a!.distance + k * b.distance) / d
    const v = (-b.distance + k * a!.distance) / d
    return vec3.addScaled(vec3.scale(a!.normal, u), b.normal, v)
  }
  const bc = vec3.cross(b.normal, c.normal)
  const d = vec3.dot(a!.normal, bc)
  if (Math.abs(d) < tolerance.facesTouch) return undefined
  const sum = vec3.addScaled(
    vec3.addScaled(vec3.scale(bc, -a!.distance), vec3.cross(c.normal, a!.normal), -b.distance),
    vec3.cross(a!.normal, b.normal),
    -c.distance,
  )
  return vec3.scale(sum, 1 / d)
}
