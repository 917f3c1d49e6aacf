import { indexArray, type Mesh } from './mesh.ts'
import { vec3, type Vec3 } from './vec3.ts'

/** A place for a body: a turn or mirroring, by the images of the axes, and then a shift. Lengths stay as they are. */
export interface Transform {
  readonly x: Vec3
  readonly y: Vec3
  readonly z: Vec3
  readonly shift: Vec3
}

export const IDENTITY: Transform = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], shift: [0, 0, 0] }

export type AxisName = 'x' | 'y' | 'z'

export const shifted = (by: Vec3): Transform => ({ ...IDENTITY, shift: by })

/** Mirrored in the plane whose normal is an axis, at an offset along it. */
export function mirrored(normal: AxisName, offset: number): Transform {
  const along = IDENTITY[normal]
  return { ...IDENTITY, [normal]: vec3.scale(along, -1), shift: vec3.scale(along, 2 * offset) }
}

/** Mirrored in a plane through a place, square to a unit normal. */
export function mirroredAbout(at: Vec3, normal: Vec3): Transform {
  const image = (v: Vec3): Vec3 => vec3.addScaled(v, normal, -2 * vec3.dot(v, normal))
  return {
    x: image(IDENTITY.x),
    y: image(IDENTITY.y),
    z: image(IDENTITY.z),
    shift: vec3.scale(normal, 2 * vec3.dot(at, normal)),
  }
}

/** The place that undoes another. */
export const inverted = (p: Transform): Transform => ({
  x: untransformDirection(p, IDENTITY.x),
  y: untransformDirection(p, IDENTITY.y),
  z: untransformDirection(p, IDENTITY.z),
  shift: untransformDirection(p, vec3.scale(p.shift, -1)),
})

/** Turned about an axis through a point, right-hand rule. */
export function turned(axis: AxisName, through: Vec3, angle: number): Transform {
  const about = IDENTITY[axis]
  const turn = (v: Vec3): Vec3 => vec3.turnAbout(v, about, angle)
  return {
    x: turn(IDENTITY.x),
    y: turn(IDENTITY.y),
    z: turn(IDENTITY.z),
    shift: vec3.sub(through, turn(through)),
  }
}

/** A direction as placed. */
export function transformDirection(p: Transform, v: Vec3): Vec3 {
  return vec3.addScaled(vec3.addScaled(vec3.scale(p.x, v[0]), p.y, v[1]), p.z, v[2])
}

/** A point as placed. */
export const transformPoint = (p: Transform, v: Vec3): Vec3 => vec3.add(transformDirection(p, v), p.shift)

/** The direction that is `v` once it is placed. */
export const untransformDirection = (p: Transform, v: Vec3): Vec3 => [
  vec3.dot(p.x, v),
  vec3.dot(p.y, v),
  vec3.dot(p.z, v),
]

/** The point that is at `v` once it is placed. */
export const untransformPoint = (p: Transform, v: Vec3): Vec3 => untransformDirection(p, vec3.sub(v, p.shift))

/** First `first`, then `then`. */
export function composed(first: Transform, then: Transform): Transform {
  return {
    x: transformDirection(then, first.x),
    y: transformDirection(then, first.y),
    z: transformDirection(then, first.z),
    shift: transformPoint(then, first.shift),
  }
}

/** Whether it turns a right hand into a left one. */
export const isMirroring = (p: Transform): boolean => vec3.dot(vec3.cross(p.x, p.y), p.z) < 0

/** One mesh with a body in each place; those that are mirrored are turned right side out. */
export function meshTransformed(mesh: Mesh, places: readonly Transform[]): Mesh {
  if (places.length === 1 && places[0] === IDENTITY) return mesh
  const n = mesh.positions.length
  const m = mesh.triangles.length
  const positions = new Float32Array(n * places.length)
  const normals = new Float32Array(n * places.length)
  const triangles = indexArray(m * places.length, (n / 3) * places.length)
  const tags = new Uint32Array(mesh.tags.length * places.length)
  places.forEach((p, k) => {
    for (let i = 0; i < n; i += 3) {
      const at = mesh.positions.subarray(i, i + 3) as unknown as Vec3
      const normal = mesh.normals.subarray(i, i + 3) as unknown as Vec3
      positions.set(transformPoint(p, at), k * n + i)
      normals.set(transformDirection(p, normal), k * n + i)
    }
    const [second, third] = isMirroring(p) ? [2, 1] : [1, 2]
    const first = (k * n) / 3
    for (let i = 0; i < m; i += 3) {
      triangles[k * m + i] = first + mesh.triangles[i]!
      triangles[k * m + i + 1] = first + mesh.triangles[i + second]!
      triangles[k * m + i + 2] = first + mesh.triangles[i + third]!
    }
    tags.set(mesh.tags, k * mesh.tags.length)
  })
  return { positions, normals, triangles, tags }
}
