import { tolerance, leastBetween } from '../num/index.ts'
import { reach, type Section } from '../profile/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Vec2 } from '../plane/index.ts'
import { segmentTangent } from '../path/index.ts'
import { scaleAt, type Carriage } from './carriage.ts'
import { frameOn, type Frame } from './frames.ts'
import { shapeReach } from './shape.ts'

const SAMPLES_ALONG = 12
const SAMPLES_ROUND = 180
const NARROWINGS = 60

/** The thinnest place of a run: the least width of its section as seen along the path, mm, and where that is. */
export interface Thinnest {
  readonly thickness: number
  readonly station: number
}

/**
 * Looks along every segment for the least distance between two parallel planes along the path that the body fits
 * between. A section that only travels is seen at a slant where the path turns away, so that it gets thin there.
 * At the joints and at twelfths of each segment; exact where the thinnest place is one of them.
 */
export function thinnestOf(c: Carriage, section: Section): Thinnest {
  const { path } = c.frames
  let best: Thinnest = { thickness: Infinity, station: 0 }
  path.segments.forEach((g, i) => {
    for (let k = 0; k <= SAMPLES_ALONG; k++) {
      const along = (g.length * k) / SAMPLES_ALONG
      const station = path.starts[i]! + along
      const own = (d: Vec2): number => (c.shape ? shapeReach(c.shape, station, d) : reach(section, d))
      const frame = { ...frameOn(c.frames, i, along), t: segmentTangent(g, along) }
      const thickness = leastWidthSeen(frame, own) * scaleAt(c, station)
      if (thickness < best.thickness) best = { thickness, station }
    }
  })
  return best
}

function leastWidthSeen(f: Frame, reachTo: (d: Vec2) => number): number {
  const across = vec3.unit(vec3.cross(f.t, Math.abs(f.t[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0]))
  const above = vec3.cross(f.t, across)
  const width = (angle: number): number => {
    const d: Vec3 = vec3.addScaled(vec3.scale(across, Math.cos(angle)), above, Math.sin(angle))
    const seen: Vec2 = [vec3.dot(d, f.n), vec3.dot(d, f.b)]
    const size = Math.hypot(...seen)
    if (size < tolerance.negligible) return 0
    const unit: Vec2 = [seen[0] / size, seen[1] / size]
    return size * (reachTo(unit) + reachTo([-unit[0], -unit[1]]))
  }
  return leastOfHalfTurn(width)
}

/** Least width of a section over all directions, mm: the least distance between two parallel lines it fits between. */
export function leastWidth(section: Section): number {
  return leastOfHalfTurn((a) => {
    const d: Vec2 = [Math.cos(a), Math.sin(a)]
    return reach(section, d) + reach(section, [-d[0], -d[1]])
  })
}

/** The width between two corners is a sine of the angle: its least lies at a look or between two, by golden section. */
function leastOfHalfTurn(width: (angle: number) => number): number {
  let [best, at] = [Infinity, 0]
  for (let i = 0; i < SAMPLES_ROUND; i++) {
    const angle = (Math.PI * i) / SAMPLES_ROUND
    const w = width(angle)
    if (w < best) [best, at] = [w, angle]
  }
  const step = Math.PI / SAMPLES_ROUND
  return Math.min(best, width(leastBetween(width, at - step, at + step, NARROWINGS)))
}
