import { tolerance } from '../num/index.ts'
import { arc2, line2, vec2, type Curve2, type Loop2, type Vec2 } from '../plane/index.ts'

/** A corner of an outline, rounded where `radius` is more than 0. */
export type Corner = readonly [x: number, y: number, radius?: number]

/**
 * A closed outline through corners in order, some of them rounded by tangent arcs; undefined where two roundings need
 * more of a side than there is.
 */
export function roundedPolygon(corners: readonly Corner[]): Loop2 | undefined {
  const n = corners.length
  const at = (i: number): Vec2 => {
    const [x, y] = corners[(i + n) % n]!
    return [x, y]
  }
  const trims = corners.map(([, , r = 0], i) => {
    const u = vec2.sub(at(i), at(i - 1))
    const v = vec2.sub(at(i + 1), at(i))
    const turn = Math.atan2(vec2.cross(u, v), vec2.dot(u, v))
    return { r, turn, back: r * Math.tan(Math.abs(turn) / 2) }
  })
  const loop: Curve2[] = []
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n
    const side = vec2.sub(at(j), at(i))
    const long = vec2.length(side)
    const free = long - trims[i]!.back - trims[j]!.back
    if (free < -tolerance.samePlace * long) return undefined
    const u = vec2.scale(side, 1 / long)
    const [from, to] = [vec2.addScaled(at(i), u, trims[i]!.back), vec2.addScaled(at(j), u, -trims[j]!.back)]
    if (free > tolerance.samePlace * long) loop.push(line2(from, to))
    const { r, turn } = trims[j]!
    if (r > 0) {
      const left: Vec2 = [-u[1], u[0]]
      const side1 = Math.sign(turn)
      const centre = vec2.addScaled(to, left, side1 * r)
      loop.push(arc2(centre, r, Math.atan2(to[1] - centre[1], to[0] - centre[0]), turn))
    }
  }
  return loop
}
