import { tolerance } from '../num/index.ts'
import { pointInPolygon, triangulate, type Vec2 } from '../plane/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import type { Opening, Room } from './room.ts'
import { segmentPoint, segmentTurn, type Segment } from '../path/index.ts'

/** A curved wall is shown by flat pieces that turn by no more than this, rad. */
const TURN_PER_CHORD = 0.02
/** The most of them for one wall. */
const MOST_CHORDS = 256

/** A flat four-sided piece of a wall: its corners anticlockwise as they are seen from the room. */
export interface WallPanel {
  readonly wall: number
  readonly corners: readonly [Vec3, Vec3, Vec3, Vec3]
}

/** A room to be looked at: its walls without their openings, its floor and its ceiling as triangles that face into it, and the lines of its edges as pairs of places. */
export interface RoomShape {
  readonly panels: readonly WallPanel[]
  readonly floor: readonly (readonly [Vec3, Vec3, Vec3])[]
  readonly ceiling: RoomShape['floor']
  readonly lines: readonly (readonly [Vec3, Vec3])[]
}

/** Stations of a wall at which its flat pieces part. */
function stationsOf(g: Segment): number[] {
  const count =
    g.kind === 'line' ? 1 : Math.min(MOST_CHORDS, Math.max(2, Math.ceil(segmentTurn(g) / TURN_PER_CHORD)))
  return Array.from({ length: count + 1 }, (_, i) => (g.length * i) / count)
}

const lifted = ([x, y, z]: Vec3, by: number): Vec3 => [x, y, z + by]

/** The foot of the walls as points, one after the other; the first is not said again where the walls close. */
export function roomOutline({ path }: Pick<Room, 'path'>): readonly Vec3[] {
  const points = path.segments.flatMap((g) =>
    stationsOf(g)
      .slice(0, -1)
      .map((s) => segmentPoint(g, s)),
  )
  const last = path.segments.at(-1)
  return path.closed || !last ? points : [...points, segmentPoint(last, last.length)]
}

/** The room as it is looked at. Openings let through what lies behind them. */
export function roomShape(room: Room): RoomShape {
  const { path, height } = room
  const panels: WallPanel[] = []
  const lines: [Vec3, Vec3][] = []
  path.segments.forEach((g, wall) => {
    const openings = room.openings.filter((o) => o.wall === wall)
    panels.push(...panelsOf(g, wall, height, openings))
    const along = (s: readonly number[], z: number): void =>
      s.slice(1).forEach((to, i) => lines.push([at(g, s[i]!, z), at(g, to, z)]))
    const stations = stationsOf(g)
    along(stations, 0)
    along(stations, height)
    lines.push([at(g, 0, 0), at(g, 0, height)])
    if (wall === path.segments.length - 1 && !path.closed)
      lines.push([at(g, g.length, 0), at(g, g.length, height)])
    for (const { from, width, sill, height: high } of openings) {
      const inside = [from, ...stations.filter((s) => s > from && s < from + width), from + width]
      along(inside, sill + high)
      if (sill > 0) along(inside, sill)
      for (const s of [from, from + width]) lines.push([at(g, s, sill), at(g, s, sill + high)])
    }
  })
  const floor = floorOf(room)
  const up = (p: Vec3): Vec3 => lifted(p, height)
  return { panels, floor, ceiling: floor.map(([a, b, c]) => [up(a), up(c), up(b)]), lines }
}

const at = (g: Segment, s: number, z: number): Vec3 => lifted(segmentPoint(g, s), z)

function panelsOf(g: Segment, wall: number, height: number, openings: readonly Opening[]): WallPanel[] {
  const sorted = (list: readonly number[]): number[] => [...new Set(list)].sort((a, b) => a - b)
  const stations = sorted([...stationsOf(g), ...openings.flatMap((o) => [o.from, o.from + o.width])])
  const heights = sorted([0, height, ...openings.flatMap((o) => [o.sill, o.sill + o.height])])
  const isOpen = (s: number, z: number): boolean =>
    openings.some((o) => s > o.from && s < o.from + o.width && z > o.sill && z < o.sill + o.height)
  return stations.slice(1).flatMap((to, i) =>
    heights.slice(1).flatMap((high, k): WallPanel[] => {
      const [from, low] = [stations[i]!, heights[k]!]
      if (isOpen((from + to) / 2, (low + high) / 2)) return []
      // From the room the travel of a wall goes from right to left.
      return [{ wall, corners: [at(g, to, low), at(g, from, low), at(g, from, high), at(g, to, high)] }]
    }),
  )
}

/** The floor within the walls; open ones are closed straight across. None where they have no inside. */
function floorOf(room: Room): RoomShape['floor'] {
  const outline = roomOutline(room)
  if (outline.length < 3) return []
  const made = triangulate([outline.flatMap(([x, y]) => [x, y])])
  const corner = (i: number): Vec3 => outline[made[i]!]!
  return Array.from({ length: made.length / 3 }, (_, t) => [
    corner(3 * t),
    corner(3 * t + 1),
    corner(3 * t + 2),
  ])
}

/** How near to a wall somebody stands, mm. */
export const FROM_WALL = 150
/** Places looked at across the room, each way, for one to stand at. */
const SAMPLES = 24

/** How far a place is from the nearest wall; below 0 outside of the room. Open walls are closed straight across. */
export function roomAround(outline: readonly Vec3[], [x, y]: Vec2): number {
  const inside = pointInPolygon(
    [x, y],
    outline.map(([a, b]): Vec2 => [a, b]),
  )
  const away = outline.reduce((least, p, i) => {
    const q = outline[(i + 1) % outline.length]!
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]]
    const size = dx * dx + dy * dy
    const share = size === 0 ? 0 : Math.min(1, Math.max(0, ((x - p[0]) * dx + (y - p[1]) * dy) / size))
    return Math.min(least, Math.hypot(x - p[0] - share * dx, y - p[1] - share * dy))
  }, Infinity)
  return inside ? away : -away
}

/** About the place in a room that is furthest from all walls. */
export function middleOfRoom(outline: readonly Vec3[]): Vec2 {
  const xs = outline.map((p) => p[0])
  const ys = outline.map((p) => p[1])
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)]
  const [wide, deep] = [Math.max(...xs) - x0, Math.max(...ys) - y0]
  let best: Vec2 = [x0 + wide / 2, y0 + deep / 2]
  let room = roomAround(outline, best)
  for (let i = 0; i < SAMPLES; i++)
    for (let k = 0; k < SAMPLES; k++) {
      const p: Vec2 = [x0 + (wide * (i + 0.5)) / SAMPLES, y0 + (deep * (k + 0.5)) / SAMPLES]
      const around = roomAround(outline, p)
      if (around > room * (1 + tolerance.samePlace)) [best, room] = [p, around]
    }
  return best
}

/** Where one sees most of a room from: backed off from its furthest corner; with the way to that, rad from +X. */
export function standInRoom(outline: readonly Vec3[]): { readonly at: Vec2; readonly heading: number } {
  const [x, y] = middleOfRoom(outline)
  const far = outline.reduce((best, p) =>
    Math.hypot(p[0] - x, p[1] - y) > Math.hypot(best[0] - x, best[1] - y) * (1 + tolerance.samePlace)
      ? p
      : best,
  )
  const back: Vec2 = [x - far[0], y - far[1]]
  const at = walked(outline, [x, y], back, 2 * FROM_WALL)
  return { at, heading: Math.atan2(far[1] - at[1], far[0] - at[0]) }
}

/**
 * Where somebody comes to who walks from a place within the room by a step: as far as `least` from the walls allows, and along them where one
 * is in the way. In a room narrower than that nobody comes nearer to a wall than he stands.
 */
export function walked(outline: readonly Vec3[], from: Vec2, by: Vec2, least = FROM_WALL): Vec2 {
  const enough = Math.min(least, roomAround(outline, from))
  const free = (p: Vec2): boolean => roomAround(outline, p) >= enough - tolerance.vanishes
  const length = Math.hypot(...by)
  // In strides shorter than what is kept free, so that no thin wall is stepped over.
  const strides = Math.min(MOST_STRIDES, Math.max(1, Math.ceil(length / Math.max(enough / 2, 1))))
  let at = from
  for (let i = 0; i < strides; i++) {
    const step: Vec2 = [by[0] / strides, by[1] / strides]
    const tries: Vec2[] = [step, ...SLIDES.map((a): Vec2 => revolvedStep(step, a))]
    const next = tries.map((t): Vec2 => [at[0] + t[0], at[1] + t[1]]).find(free)
    if (!next) break
    at = next
  }
  return at
}

/** A step is at most so many strides. */
const MOST_STRIDES = 400
/** Ways to go by a wall: the step's part along directions turned from it, rad. */
const SLIDES = [30, -30, 60, -60, 80, -80].map((a) => (a * Math.PI) / 180)

function revolvedStep([x, y]: Vec2, angle: number): Vec2 {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  return [c * (x * c - y * s), c * (x * s + y * c)]
}

/** Flat pieces of a wall that look toward an eye: those whose face is seen. */
export function seenFrom(panel: WallPanel, eye: Vec3): boolean {
  const [a, b, , d] = panel.corners
  return vec3.dot(vec3.cross(vec3.sub(b, a), vec3.sub(d, a)), vec3.sub(eye, a)) > 0
}
