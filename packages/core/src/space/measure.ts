import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from './vec3.ts'

/** Something picked on a body to measure from: a point; a straight edge or a flat face through a point, by its direction or normal. */
export type Picked =
  | { readonly kind: 'point'; readonly at: Vec3 }
  | { readonly kind: 'edge'; readonly at: Vec3; readonly direction: Vec3 }
  | { readonly kind: 'face'; readonly at: Vec3; readonly normal: Vec3 }

/** A measure between two picked things. */
export interface Measured {
  /** Shortest distance where both lie apart all along (parallel, or with a point), else between the places picked, mm. */
  readonly distance: number
  /** Whether `distance` is square to an edge or face and not between the places that were picked. */
  readonly square: boolean
  /** From the first place to the second. */
  readonly between: Vec3
  /** Angle between edges, faces, or an edge and a face, rad in [0, pi/2]; none with a point. */
  readonly angle: number | undefined
}

export function measureBetween(a: Picked, b: Picked): Measured {
  const between = vec3.sub(b.at, a.at)
  const plain = { distance: vec3.length(between), square: false, between, angle: undefined }
  if (a.kind === 'point' && b.kind === 'point') return plain
  if (b.kind === 'point') return { ...measureBetween(b, a), between }
  if (a.kind === 'point') return { ...plain, ...squareTo(b, between) }
  const [da, db] = [axisOf(a), axisOf(b)]
  const turn = Math.atan2(vec3.length(vec3.cross(da, db)), Math.abs(vec3.dot(da, db)))
  const mixed = a.kind !== b.kind
  const angle = mixed ? Math.PI / 2 - turn : turn
  if (angle > tolerance.parallelPicks) return { ...plain, angle }
  return { ...plain, angle: 0, ...squareTo(a.kind === 'face' ? a : b, between) }
}

const axisOf = (p: Exclude<Picked, { kind: 'point' }>): Vec3 => (p.kind === 'edge' ? p.direction : p.normal)

/** Distance square to a face or an edge. */
function squareTo(
  p: Exclude<Picked, { kind: 'point' }>,
  between: Vec3,
): Pick<Measured, 'distance' | 'square'> {
  const along = vec3.dot(between, axisOf(p))
  if (p.kind === 'face') return { distance: Math.abs(along), square: true }
  return { distance: vec3.length(vec3.addScaled(between, p.direction, -along)), square: true }
}
