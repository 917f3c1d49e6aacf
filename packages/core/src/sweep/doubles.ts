import { meanReach, type Outline } from '../profile/index.ts'
import type { Path } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { RING_STRIDE, type Rings } from './rings.ts'

/**
 * The places of a run's mesh, in its order, in double precision; on bends those between the joints so far out that the chords hold the
 * volume that the bend does, as an outline made for that holds its area.
 */
export function ringPlaces(outline: Outline, rings: Rings, path: Path, closed: boolean): Float64Array {
  const { x, y } = rings.points ?? outline
  const around = outline.x.length
  const stride = rings.points ? around : 0
  const places = new Float64Array((rings.count + (closed ? 0 : 2)) * around * 3)
  const d = rings.data
  const outward = meanRings(rings, path)
  for (let r = 0; r < rings.count; r++) {
    if (rings.seam && r === rings.count - 1) {
      for (let i = 0; i < around; i++) copy(places, rings.seam[i]!, r * around + i)
      continue
    }
    const p = rings.copies[r]! * RING_STRIDE
    const row = rings.copies[r]! * stride
    const [o, u, v] = [0, 3, 6].map((k) => [d[p + k]!, d[p + k + 1]!, d[p + k + 2]!] as Vec3) as [
      Vec3,
      Vec3,
      Vec3,
    ]
    const bend = outward.get(rings.copies[r]!)
    for (let i = 0; i < around; i++) {
      let at = vec3.addScaled(vec3.addScaled(o, u, x[row + i]!), v, y[row + i]!)
      if (bend) {
        const off = vec3.sub(at, bend.centre)
        const along = vec3.scale(bend.axis, vec3.dot(off, bend.axis))
        at = vec3.add(vec3.add(bend.centre, along), vec3.scale(vec3.sub(off, along), bend.by))
      }
      places.set(at, 3 * (r * around + i))
    }
  }
  if (!closed)
    for (let i = 0; i < around; i++) {
      copy(places, i, rings.count * around + i)
      copy(places, (rings.count - 1) * around + i, (rings.count + 1) * around + i)
    }
  return places
}

function copy(places: Float64Array, from: number, to: number): void {
  places.copyWithin(3 * to, 3 * from, 3 * from + 3)
}

interface Bend {
  readonly centre: Vec3
  readonly axis: Vec3
  readonly by: number
}

/** How far out the rings between the joints of each bend are moved, about its axis. */
function meanRings(rings: Rings, path: Path): Map<number, Bend> {
  const moved = new Map<number, Bend>()
  if (rings.changing) return moved
  const on = new Map<number, number[]>()
  rings.segments.forEach((segment, r) => {
    if (segment >= 0) on.set(segment, [...(on.get(segment) ?? []), r])
  })
  for (const [segment, list] of on) {
    const g = path.segments[segment]!
    if (g.kind !== 'arc') continue
    const bend = { centre: g.centre, axis: vec3.cross(g.out, g.along), by: meanReach(g.sweep, list.length) }
    for (const r of list.slice(1)) moved.set(r, bend)
  }
  return moved
}
