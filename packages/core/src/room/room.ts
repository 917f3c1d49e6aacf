import { fail, fault, ok, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  transformedPath,
  segmentPart,
  makePath,
  type Origin,
  type Path,
  lineSegment,
  segmentCurvature,
  segmentPoint,
  segmentTangent,
  type ArcSegment,
  type Segment,
} from '../path/index.ts'

/** A door or a window: a hole in one wall. Lengths in mm; along the wall it is measured on the wall's line. */
export interface Opening {
  /** The segment of the walls' line that it is in. */
  readonly wall: number
  /** From the beginning of its wall. */
  readonly from: number
  readonly width: number
  /** From the floor to its underside: 0 for a door. */
  readonly sill: number
  readonly height: number
}

/** A room: the line along the foot of its walls with the room at the left, how high they are, and their openings. */
export interface Room<O extends Opening = Opening> {
  readonly path: Path
  readonly height: number
  readonly openings: readonly O[]
}

/** A place on the walls' line: a wall by its number, and how far along it. */
export interface WallPlace {
  readonly wall: number
  readonly at: number
}

/** A path with the wall that each of its segments runs along. */
export interface LineAlong {
  readonly path: Path
  readonly walls: readonly number[]
  /** The furthest that straights in place of a curved wall stand off it. */
  readonly off: number
}

const up: Vec3 = [0, 0, 1]

/** From the walls into the room, at a place of one of them: to the left of their travel. */
export const intoRoom = (g: Segment, s: number): Vec3 => vec3.cross(up, segmentTangent(g, s))

/**
 * The line along walls from one place to another, at a height above their foot; all round from the first corner to itself when neither is
 * told. A curved wall is followed, or has a number of straights in its place, none of which goes through it: across it where it bows out of
 * the room, touching it where it bows in. Fails where the end is not after the beginning and the walls do not close, where the line has no
 * length, and where there are too few straights to stay out of a wall.
 */
export function lineAlongWalls(
  walls: Path,
  height: number,
  from: WallPlace | undefined,
  to: WallPlace | undefined,
  straights = 0,
): Result<LineAlong> {
  const n = walls.segments.length
  const start = from ?? { wall: 0, at: 0 }
  const end = to ?? { wall: n - 1, at: walls.segments[n - 1]!.length }
  // From a place to itself, or to one before it on the same wall, goes all round.
  const round = end.wall < start.wall || (end.wall === start.wall && end.at <= start.at)
  if (round && !walls.closed)
    return fail(fault('walls.order', 'the line ends before it begins, and these walls do not close'))
  const count = ((end.wall - start.wall + n) % n) + 1 + (round && end.wall === start.wall ? n : 0)
  const parts: { segment: Segment; origin: Origin }[] = []
  const along: number[] = []
  let off = 0
  for (let i = 0; i < count; i++) {
    const wall = (start.wall + i) % n
    const whole = walls.segments[wall]!
    const a = i === 0 ? start.at : 0
    const b = i === count - 1 ? end.at : whole.length
    if (b - a <= tolerance.pointCoincidence) continue
    const part = segmentPart(whole, a, b)
    const made = straights > 0 ? inStraights(part, straights) : ok({ parts: [part], off: 0 })
    if (!made.ok) return made
    off = Math.max(off, made.value.off)
    for (const segment of made.value.parts) {
      parts.push({ segment, origin: { kind: 'piece', index: parts.length } })
      along.push(wall)
    }
  }
  if (parts.length === 0) return fail(fault('walls.none', 'the line has no length'))
  const closed = walls.closed && from === undefined && to === undefined
  const shift: Vec3 = [0, 0, height]
  const line = transformedPath(makePath(parts, closed), { x: [1, 0, 0], y: [0, 1, 0], z: up, shift })
  return ok({ path: line, walls: along, off })
}

/** A segment as it is, or straights in place of a curved one. */
function inStraights(
  g: Segment,
  count: number,
): Result<{ readonly parts: readonly Segment[]; readonly off: number }> {
  if (g.kind === 'line') return ok({ parts: [g], off: 0 })
  if (g.kind !== 'arc')
    return fail(fault('walls.free', 'straights can stand in place of a round wall, not of a free curve'))
  const bowsOut = vec3.dot(segmentCurvature(g, 0), intoRoom(g, 0)) > 0
  return bowsOut ? ok(across(g, count)) : touching(g, count)
}

/** Chords between equal steps along an arc. */
function across(g: ArcSegment, count: number) {
  const half = g.length / g.radius / count / 2
  const points = Array.from({ length: count + 1 }, (_, i) => segmentPoint(g, (g.length * i) / count))
  return { parts: between(points), off: g.radius * (1 - Math.cos(half)) }
}

/** Straights that touch an arc: the first at its start, the last at its end, so that these two are half as long as the others. */
function touching(
  g: ArcSegment,
  count: number,
): Result<{ readonly parts: readonly Segment[]; readonly off: number }> {
  const half = count > 1 ? g.length / g.radius / (count - 1) / 2 : Infinity
  if (!(half < Math.PI / 3))
    return fail(
      fault(
        'walls.straights',
        `${count} would cut through a wall that bows into the room; ${2 + Math.floor((3 * g.length) / g.radius / (2 * Math.PI))} or more stay outside it`,
      ),
    )
  const reach = g.radius / Math.cos(half)
  const points = Array.from({ length: count - 1 }, (_, i) => {
    const at = (g.length * (2 * i + 1)) / (count - 1) / 2
    return vec3.addScaled(g.centre, vec3.sub(segmentPoint(g, at), g.centre), reach / g.radius)
  })
  return ok({
    parts: between([segmentPoint(g, 0), ...points, segmentPoint(g, g.length)]),
    off: reach - g.radius,
  })
}

const between = (points: readonly Vec3[]): Segment[] =>
  points.slice(1).map((p, i) => {
    const way = vec3.sub(p, points[i]!)
    const length = vec3.length(way)
    return lineSegment(points[i]!, vec3.scale(way, 1 / length), length)
  })

/**
 * The line round an opening in its wall, `clear` off its edges: up its near side, along the head, down the far side, and back along the sill
 * of a window. Its near side is the one that the wall's travel comes to first. Fails in a wall that is curved.
 */
export function lineRoundOpening(
  { path }: Pick<Room, 'path'>,
  { wall, from, width, sill, height }: Opening,
  clear: number,
): Result<Path> {
  const g = path.segments[wall]!
  if (g.kind !== 'line')
    return fail(fault('walls.round', 'a moulding goes round an opening in a straight wall only'))
  const isDoor = sill <= 0
  const at = (s: number, z: number): Vec3 => vec3.addScaled(segmentPoint(g, s), up, z)
  const [near, far] = [from - clear, from + width + clear]
  const [low, high] = [isDoor ? 0 : sill - clear, sill + height + clear]
  const points = [at(near, low), at(near, high), at(far, high), at(far, low)]
  const sides = between(isDoor ? points : [...points, points[0]!])
  return ok(
    makePath(
      sides.map((segment, index) => ({ segment, origin: { kind: 'piece', index } })),
      !isDoor,
    ),
  )
}

/** Openings that a line at a height above the floor runs through. */
export const openingsAt = <O extends Opening>(room: Room<O>, height: number): readonly O[] =>
  room.openings.filter(
    (o) =>
      height >= o.sill - tolerance.pointCoincidence &&
      height <= o.sill + o.height - tolerance.pointCoincidence,
  )
