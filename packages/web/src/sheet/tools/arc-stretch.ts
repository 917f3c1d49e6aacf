import { deg, rad } from '@flexum/core/num'
import { arc2, vec2, type Vec2 } from '@flexum/core/plane'
import { arcSweep } from '@flexum/core/sketch'
import { catchWords, isCaught } from './place.ts'
import type { Stretch } from './stretch.ts'
import type { Pointer } from './tool.ts'

/** Sweeps an arc likes to have, rad. */
const ROUND_STEP = rad(15)

/** An arc that leaves a along a direction (without one, along the axis the pointer is nearest to) and ends at the pointer. */
export function arcTo(a: Vec2, p: Pointer, ahead: Vec2 | undefined): Stretch | undefined {
  const v = vec2.sub(p.snap.at, a)
  const long = vec2.length(v)
  if (long === 0) return undefined
  const t: Vec2 = ahead ?? (Math.abs(v[0]) > Math.abs(v[1]) ? [0, v[1] < 0 ? -1 : 1] : [v[0] < 0 ? -1 : 1, 0])
  const left: Vec2 = [-t[1], t[0]]
  const side = vec2.dot(v, left) >= 0 ? 1 : -1
  // Half the sweep is the angle between the way out and the chord.
  let sweep = 2 * Math.acos(Math.min(Math.max(vec2.dot(v, t) / long, -1), 1))
  let chord = long
  if (!p.plain && !isCaught(p.snap)) {
    const near = Math.round(sweep / ROUND_STEP) * ROUND_STEP
    if (near > 0 && near < 2 * Math.PI && Math.abs(near - sweep) < rad(4)) sweep = near
  }
  const typedRadius = p.typed['radius']?.value
  sweep = Math.abs(p.typed['sweep']?.value ?? sweep)
  if (!(sweep > 1e-6) || sweep >= 2 * Math.PI - 1e-6) return undefined
  if (typedRadius !== undefined) chord = 2 * typedRadius * Math.sin(sweep / 2)
  const radius = chord / (2 * Math.sin(sweep / 2))
  if (!(radius > 0)) return undefined
  const end = vec2.add(a, vec2.turn(vec2.scale(t, chord), (side * sweep) / 2))
  const centre = vec2.add(a, vec2.scale(left, side * radius))
  const start = Math.atan2(a[1] - centre[1], a[0] - centre[0])
  const clockwise = side < 0
  return {
    end,
    curve: arc2(centre, radius, start, arcSweep(centre, a, end, clockwise)),
    relation: undefined,
    centre,
    clockwise,
    words: [
      ...(ahead ? ['tangent'] : []),
      ...(isCaught(p.snap) ? catchWords(p.snap) : [`${Math.round(deg(sweep) * 10) / 10}°`]),
    ],
    fields: [
      { key: 'radius', label: 'radius', value: radius, dimension: 'length' },
      { key: 'sweep', label: 'sweep', value: sweep, dimension: 'angle' },
    ],
  }
}
