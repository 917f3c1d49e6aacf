import { tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { besideFace, offsetForm, onFaces, type KnownForm } from '../face/forms.ts'

/** A stretch of an edge between two faces, as it runs with the first on its left. */
export interface EdgeStretch {
  readonly faces: readonly [KnownForm, KnownForm]
  readonly track:
    | { readonly kind: 'line'; readonly from: Vec3; readonly to: Vec3 }
    | {
        readonly kind: 'arc'
        readonly centre: Vec3
        readonly axis: Vec3
        readonly from: Vec3
        readonly sweep: number
      }
    | { readonly kind: 'places'; readonly places: readonly Vec3[] }
}

/** The section of what is laid on an edge at a place: the ball's centre, its directions, and where it touches the faces. */
export interface EdgeSection {
  readonly at: Vec3
  readonly along: Vec3
  readonly centre: Vec3
  readonly radius: number
  readonly normals: readonly [Vec3, Vec3]
  readonly touches: readonly [Vec3, Vec3]
}

/** The section at a place of an edge that runs along a direction; undefined where the ball has no room between the faces. */
export function edgeSection(
  cut: { readonly shape: 'rounded' | 'bevelled'; readonly size: number; readonly convex: boolean },
  [a, b]: EdgeStretch['faces'],
  at: Vec3,
  way: Vec3,
): EdgeSection | undefined {
  const [na, nb] = [besideFace(a, at).normal, besideFace(b, at).normal]
  const cross = vec3.cross(na, nb)
  const sine = vec3.length(cross)
  if (sine < tolerance.facesTouch) return undefined
  const along = vec3.scale(cross, (vec3.dot(cross, way) < 0 ? -1 : 1) / sine)
  // Half of the angle by which the normals part: how far back a ball touches goes with its tangent.
  const half = Math.atan2(sine, 1 + vec3.dot(na, nb))
  const radius = cut.shape === 'rounded' ? cut.size : cut.size / Math.tan(half)
  const side = cut.convex ? -1 : 1
  const [oa, ob] = [a, b].map((f) => offsetForm(f, side * radius))
  if (!oa || !ob) return undefined
  const guess = vec3.addScaled(at, vec3.add(na, nb), (side * radius) / (1 + vec3.dot(na, nb)))
  const centre = onFaces([oa, ob, { kind: 'plane', at, normal: along }], guess, 10 * radius + vec3.length(at))
  if (!centre) return undefined
  const normals = [besideFace(a, centre).normal, besideFace(b, centre).normal] as const
  const touches = [
    vec3.addScaled(centre, normals[0], -side * radius),
    vec3.addScaled(centre, normals[1], -side * radius),
  ] as const
  return { at, along, centre, radius, normals, touches }
}
