import { tolerance } from '../num/index.ts'
import { arcSegment, lineSegment, makePath, type Path, type Segment } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { zonesOf, type Bar } from './bar.ts'
import type { Program } from './program.ts'

/** A bar on its way to the part: where it lies in the bender, and what lies where along it. */
export interface PartBent {
  readonly path: Path
  /** Of each segment, where it begins on the straight bar. */
  readonly from: readonly number[]
  /** The first segment beyond the die, toward the end that is bent last. */
  readonly tail: number
  /** The normal of the plane that bends at a clock angle of 0 are bent in, at the first end of the bar and at its last: fixed to the bar. */
  readonly zero: readonly [first: Vec3, last: Vec3]
}

/** What a bender is at: a move of its program, the part of it, and how far that has got, 0 to 1. */
export interface Moment {
  readonly move: number
  readonly doing: 'feed' | 'turn' | 'bend'
  readonly share: number
}

/** What is done at a time, s; after the last bend the bar stays as it is then. */
export function momentAt({ moves }: Program, time: number): Moment | undefined {
  if (moves.length === 0) return undefined
  const move = Math.max(
    0,
    moves.findLastIndex((m) => m.begins[0] <= time),
  )
  const { begins, done } = moves[move]!
  const within = (from: number, to: number): number =>
    to > from ? Math.min(1, Math.max(0, (time - from) / (to - from))) : 1
  if (time < begins[1]) return { move, doing: 'feed', share: within(begins[0], begins[1]) }
  if (time < begins[2]) return { move, doing: 'turn', share: within(begins[1], begins[2]) }
  return { move, doing: 'bend', share: within(begins[2], done) }
}

/** When a moment of a program is, s. */
export function timeOf({ moves }: Program, { move, doing, share }: Moment): number {
  const { begins, done } = moves[move]!
  const from = begins[doing === 'feed' ? 0 : doing === 'turn' ? 1 : 2]
  const to = doing === 'feed' ? begins[1] : doing === 'turn' ? begins[2] : done
  return from + (to - from) * share
}

/**
 * The bar at a moment of its program, in the bender's own axes: the die's tangent point at the origin, the bar that is not yet bent along
 * +X, bends in the XY plane toward +Y, flipped ones toward -Y; Z up. The angle that is set is bent to and then springs back to that of the part.
 * A bend under way has its arc at the end bent first, as the clamp draws the bar round the die.
 */
export function partBent(bar: Bar, program: Program, moment: Moment): PartBent {
  const move = program.moves[moment.move]!
  const zone = zonesOf(bar)[move.index]!
  const angles = bar.bends.map(() => 0)
  for (const m of program.moves.slice(0, moment.move)) angles[m.index] = bar.bends[m.index]!.angle
  if (moment.doing === 'bend') {
    angles[move.index] = move.set * moment.share
    const station = zone.from + (zone.to - zone.from) * moment.share
    return placed(
      bar,
      angles,
      { station, clock: zone.clock, flipped: move.flipped },
      moment.share,
      move.index,
    )
  }
  const fed = moment.doing === 'turn' ? 1 : moment.share
  const turned = moment.doing === 'turn' ? moment.share : 0
  return placed(bar, angles, {
    station: zone.from - (1 - fed) * move.feed,
    clock: zone.clock - (1 - turned) * move.turn,
    flipped: move.flipped,
  })
}

/** The whole part as it comes out of the bender: the last bend sprung back, still where it was bent. */
export function allBent(bar: Bar, program: Program): PartBent {
  const move = program.moves.at(-1)
  const angles = bar.bends.map((b) => b.angle)
  if (!move) return placed(bar, angles, { station: 0, clock: 0, flipped: false })
  const zone = zonesOf(bar)[move.index]!
  return placed(bar, angles, { station: zone.to, clock: zone.clock, flipped: move.flipped })
}

/** What the die holds: the station of the straight bar there, the clock angle of the plane it bends in, and the hand. */
interface AtDie {
  readonly station: number
  readonly clock: number
  readonly flipped: boolean
}

type Piece =
  | {
      readonly kind: 'line'
      readonly from: number
      readonly at: Vec3
      readonly way: Vec3
      readonly length: number
    }
  | {
      readonly kind: 'arc'
      readonly from: number
      readonly at: Vec3
      readonly way: Vec3
      readonly normal: Vec3
      readonly radius: number
      readonly angle: number
    }

/** Lays a bar with bends of these angles along +X and moves it so that the die holds it as is said. `share` of a bend under way is drawn round the die. */
function placed(bar: Bar, angles: readonly number[], die: AtDie, share = 1, under = -1): PartBent {
  const pieces: Piece[] = []
  let held: { at: Vec3; way: Vec3; normal: Vec3; tail: number } | undefined
  let at: Vec3 = [0, 0, 0]
  let way: Vec3 = [1, 0, 0]
  // Fixed to the bar: the plane of its first bend.
  let zero: Vec3 = [0, 0, 1]
  let from = 0
  const hold = (): void => {
    held = { at, way, normal: vec3.turnAbout(zero, way, die.clock), tail: pieces.length }
  }
  const straight = (length: number): void => {
    if (length <= 0) return
    const last = pieces.at(-1)
    if (last?.kind === 'line' && held?.tail !== pieces.length)
      pieces[pieces.length - 1] = { ...last, length: last.length + length }
    else pieces.push({ kind: 'line', from, at, way, length })
    at = vec3.addScaled(at, way, length)
    from += length
  }
  /** A straight, in two where the die holds it. */
  const along = (length: number): void => {
    const before = die.station - from
    if (!held && before < length) {
      straight(before)
      hold()
      straight(length - Math.max(before, 0))
    } else straight(length)
  }
  zonesOf(bar).forEach((zone, i) => {
    const { straight: before, radius, developed } = bar.bends[i]!
    const angle = angles[i]!
    along(before)
    if (angle <= tolerance.noBend) return along(developed)
    const normal = vec3.turnAbout(zero, way, zone.clock)
    pieces.push({ kind: 'arc', from, at, way, normal, radius, angle })
    const inward = vec3.cross(normal, way)
    const centre = vec3.addScaled(at, inward, radius)
    at = vec3.addScaled(centre, vec3.turnAbout(inward, normal, angle), -radius)
    way = vec3.unit(vec3.turnAbout(way, normal, angle))
    zero = vec3.unit(vec3.turnAbout(zero, normal, angle))
    from += i === under ? developed * share : developed
    if (i === under) {
      hold()
      along(developed * (1 - share))
    }
  })
  along(bar.last)
  if (!held) hold()
  return moved(pieces, held!, die.flipped, zero)
}

function moved(
  pieces: readonly Piece[],
  held: { readonly at: Vec3; readonly way: Vec3; readonly normal: Vec3; readonly tail: number },
  flipped: boolean,
  zero: Vec3,
): PartBent {
  const up = flipped ? vec3.scale(held.normal, -1) : held.normal
  const left = vec3.cross(up, held.way)
  const turned = (v: Vec3): Vec3 => [vec3.dot(v, held.way), vec3.dot(v, left), vec3.dot(v, up)]
  const segments = pieces.map((p): Segment => {
    const at = turned(vec3.sub(p.at, held.at))
    const way = turned(p.way)
    if (p.kind === 'line') return lineSegment(at, way, p.length)
    const inward = vec3.cross(turned(p.normal), way)
    const centre = vec3.addScaled(at, inward, p.radius)
    return arcSegment(centre, vec3.scale(inward, -1), way, p.radius, p.angle)
  })
  const parts = segments.map((segment, index) => ({ segment, origin: { kind: 'leg', index } as const }))
  return {
    path: makePath(parts, false),
    from: pieces.map((p) => p.from),
    tail: held.tail,
    zero: [turned([0, 0, 1]), turned(zero)],
  }
}
