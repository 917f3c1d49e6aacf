import { tolerance } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { cornerPlaces, type CornerCut } from './corner-places.ts'
import type { EdgeSection } from './edge-section.ts'

/** How what is laid on an edge ends: runs on by so many mm, goes to where the ball of a corner begins, or is cut in a plane. */
export type EdgeEnd =
  | { readonly kind: 'on'; readonly by: number }
  | { readonly kind: 'corner'; readonly corner: CornerCut }
  | {
      readonly kind: 'plane'
      readonly at: Vec3
      readonly normal: Vec3
      /** Where it is the plane of a face, which looks along the normal. */
      readonly face?: true
      /** Where what is laid on another edge ends in it too, its mirror image. */
      readonly meets?: true
    }

/** Whether it goes on into what is laid on other edges. */
export const goesInto = (end: EdgeEnd): boolean =>
  end.kind === 'corner' || (end.kind === 'plane' && end.meets === true)

/** How far it goes on, as a part of the way to the middle of what is there. */
const INTO = 0.5

/**
 * The first or last section run on, cut in a plane along the way that the edge has there, or that of a corner; then one that lies within what
 * is laid on other edges there, so that both have more in common than a face. An empty one where there is no room.
 */
export function endedIn(
  outline: readonly Vec3[],
  section: Pick<EdgeSection, 'along' | 'normals'>,
  end: EdgeEnd,
  way: 1 | -1,
  beyond: number,
): readonly (readonly Vec3[])[] {
  const { along } = section
  if (end.kind === 'corner') return intoCorner(end.corner, section, outline.length - 4)
  const moved = outline.map((p) => {
    if (end.kind === 'on') return vec3.addScaled(p, along, way * end.by)
    const slope = vec3.dot(end.normal, along)
    return Math.abs(slope) < tolerance.sameDirection
      ? p
      : vec3.addScaled(p, along, vec3.dot(end.normal, vec3.sub(end.at, p)) / slope)
  })
  if (!goesInto(end) || end.kind !== 'plane') return [moved]
  // Between the edge and its outermost place, a little beyond the plane.
  const [outermost, touch, other] = [moved.at(-2)!, moved.at(-1)!, moved.at(-3)!]
  const middle = vec3.scale(vec3.add(vec3.scale(outermost, 2), vec3.add(touch, other)), 1 / 4)
  const on = Math.sign(vec3.dot(end.normal, along)) * way * (Math.abs(beyond) / 8)
  const within = vec3.addScaled(middle, end.normal, on)
  return [moved, moved.map((p) => vec3.addScaled(p, vec3.sub(within, p), INTO))]
}

/** The section where the ball of a corner begins, of the very same places, and one that lies within what is taken off there. */
function intoCorner(
  corner: CornerCut,
  { normals }: Pick<EdgeSection, 'normals'>,
  steps: number,
): readonly (readonly Vec3[])[] {
  const places = cornerPlaces(corner, steps)
  if (!places) return [[]]
  const [i, j] = normals.map((n) => {
    const along = corner.planes.map((p) => vec3.dot(p.normal, n))
    return along.indexOf(Math.max(...along))
  }) as [number, number]
  const { rim, out, side, within } = places
  const section = [...rim(i, j), out(j), side(i, j), out(i)]
  return [section, section.map((p) => vec3.addScaled(p, vec3.sub(within, p), INTO))]
}
