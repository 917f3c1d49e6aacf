import { tolerance } from '../../num/index.ts'
import { arcSegment, lineSegment, segmentPoint, type Segment } from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

/** A row of arcs, and how far it leaves the places that it follows at the most, mm. */
export interface Fitted {
  readonly segments: readonly Segment[]
  readonly deviation: number
}

/**
 * Arcs in space that run into each other, through as few of a row of places as keep within a share of its length of all: pairs of arcs with
 * the directions that the row has (after Sabin 1977). The places lie near enough that their neighbours tell the direction.
 */
export function arcsThrough(row: readonly Vec3[], closed: boolean): Fitted {
  const places = row.filter((p, i) => i === 0 || vec3.distance(p, row[i - 1]!) > tolerance.touches)
  const last = places.length - 1
  const length = places.slice(1).reduce((sum, p, i) => sum + vec3.distance(p, places[i]!), 0)
  const tangents = places.map((_, i) => directionAt(places, i, closed))
  const segments: Segment[] = []
  let deviation = 0
  const follow = (from: number, to: number): void => {
    const pair = pairOfArcs(places[from]!, tangents[from]!, places[to]!, tangents[to]!)
    let off = 0
    for (let i = from + 1; i < to; i++) off = Math.max(off, awayFrom(pair, places[i]!))
    if (!(off <= tolerance.arcsFollow * length) && to - from > 1) {
      const middle = Math.floor((from + to) / 2)
      follow(from, middle)
      follow(middle, to)
      return
    }
    deviation = Math.max(deviation, off)
    segments.push(...pair)
  }
  // Round a closed row in thirds at first: from a place to itself there is no arc.
  const cuts = closed ? [0, Math.floor(last / 3), Math.floor((2 * last) / 3), last] : [0, last]
  cuts.slice(1).forEach((to, i) => follow(cuts[i]!, to))
  // Between neighbours only their chord is known: a third of what two neighbours bow over it is a fair guess.
  const bow = Math.max(0, ...places.slice(1, -1).map((p, i) => bowOf(places[i]!, p, places[i + 2]!) / 12))
  return { segments, deviation: Math.max(deviation, bow) }
}

function directionAt(places: readonly Vec3[], i: number, closed: boolean): Vec3 {
  const last = places.length - 1
  const ends = i === 0 || i === last
  const [a, b, c] =
    ends && closed
      ? [places[last - 1]!, places[0]!, places[1]!]
      : i === 0
        ? [places[0]!, places[1]!, places[2] ?? places[1]!]
        : i === last
          ? [places[last - 2] ?? places[last - 1]!, places[last - 1]!, places[last]!]
          : [places[i - 1]!, places[i]!, places[i + 1]!]
  // The circle through three: its direction at the middle, turned to the end where that is asked for.
  const [u, v] = [vec3.sub(b, a), vec3.sub(c, b)]
  const [lu, lv] = [vec3.length(u), vec3.length(v)]
  const middle = vec3.add(vec3.scale(u, lv / (lu || 1)), vec3.scale(v, lu / (lv || 1)))
  const at = vec3.unit(middle)
  if (!ends || closed) return at
  const chord = vec3.unit(i === 0 ? u : v)
  return vec3.unit(vec3.sub(vec3.scale(chord, 2 * vec3.dot(at, chord)), at))
}

/** Two arcs, or straights, from a place and direction to another, that meet half way with one direction. */
function pairOfArcs(p: Vec3, tp: Vec3, q: Vec3, tq: Vec3): Segment[] {
  const v = vec3.sub(q, p)
  const t = vec3.add(tp, tq)
  const [vt, vv] = [vec3.dot(v, t), vec3.dot(v, v)]
  const a = 2 * (1 - vec3.dot(tp, tq))
  // Equal distances d along both directions: a d^2 + 2 (v.t) d - v.v = 0.
  const d = Math.abs(a) < tolerance.noDirection ? vv / (2 * vt || 1) : (-vt + Math.sqrt(vt * vt + a * vv)) / a
  const joint = vec3.scale(vec3.add(vec3.addScaled(p, tp, d), vec3.addScaled(q, tq, -d)), 0.5)
  return [
    arcTo(p, tp, joint),
    arcTo(joint, vec3.unit(vec3.sub(vec3.addScaled(q, tq, -d), vec3.addScaled(p, tp, d))), q),
  ]
}

/** The arc that sets off from a place in a direction and comes to another. */
function arcTo(p: Vec3, t: Vec3, q: Vec3): Segment {
  const v = vec3.sub(q, p)
  const across = vec3.addScaled(v, t, -vec3.dot(v, t))
  const size = vec3.length(across)
  const length = vec3.length(v)
  if (size < tolerance.samePlace * length) return lineSegment(p, vec3.scale(v, 1 / length), length)
  const inward = vec3.scale(across, 1 / size)
  const radius = (length * length) / (2 * size)
  const sweep = 2 * Math.atan2(size, vec3.dot(v, t))
  const centre = vec3.addScaled(p, inward, radius)
  return arcSegment(centre, vec3.scale(inward, -1), t, radius, sweep)
}

function awayFrom(segments: readonly Segment[], p: Vec3): number {
  let least = Infinity
  for (const g of segments) {
    if (g.kind === 'arc') {
      const axis = vec3.cross(g.out, g.along)
      const off = vec3.sub(p, g.centre)
      const height = vec3.dot(off, axis)
      const flat = vec3.addScaled(off, axis, -height)
      least = Math.min(least, Math.hypot(height, vec3.length(flat) - g.radius))
    } else {
      const start = segmentPoint(g, 0)
      const way = vec3.sub(segmentPoint(g, g.length), start)
      const off = vec3.sub(p, start)
      least = Math.min(least, vec3.length(vec3.cross(off, way)) / (g.length || 1))
    }
  }
  return least
}

/** How far a place lies off the chord of its neighbours. */
function bowOf(a: Vec3, b: Vec3, c: Vec3): number {
  const way = vec3.sub(c, a)
  return vec3.length(vec3.cross(vec3.sub(b, a), way)) / (vec3.length(way) || 1)
}
