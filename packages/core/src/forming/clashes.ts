import { look, spend } from '../base/index.ts'
import { chordTurn } from '../num/index.ts'
import { segmentPoint } from '../path/index.ts'
import { segmentDistance, type Vec3 } from '../space/index.ts'
import type { Bar } from './bar.ts'
import {
  holding,
  nearestOn,
  standing,
  type BenderPart,
  type BenderSizes,
  type Obstacle,
} from './bender-shapes.ts'
import { partBent, type Moment, type PartBent } from './part-bent.ts'
import type { Program } from './program.ts'

/** A motion of a bender in which the bar runs into itself, the floor or the bender. */
export interface Clash {
  readonly with: BenderPart | 'itself'
  /** When it is deepest in what it meets. */
  readonly deepest: Moment
  /** How deep, mm, counted from the bar's surface. */
  readonly depth: number
  /** Where on the straight bar that is. */
  readonly station: number
}

/** A stretch of the bar's middle line: its ends, and where it begins on the straight bar. */
interface Chord {
  readonly from: Vec3
  readonly to: Vec3
  readonly station: number
  readonly length: number
}

/** Chords leave the bar's middle line by this share of its reach, and less deep than twice that nothing counts as run into. */
const SAG = 0.01
const SLACK = 2 * SAG
/** Most chords of one bend. */
const MOST_CHORDS = 90
/** Looks at one motion at the least distance: what is run into less than the furthest point goes in that time may be missed. */
const LOOKS = 400
/** Places less far apart along the bar than so many times its reach are neighbours: no bend brings them nearer than it is thick. */
const NEIGHBOURS = 4.8

const ON = 'the sequence of bends'

/**
 * Where a bar runs into something while a program is carried out. The section counts by the circle round it, of `reach`. Between two
 * looks the bar moves by no more than it was away from anything (conservative advancement), so that nothing is missed that is deeper than the
 * furthest point goes in a 400th of the motion; which also bounds the looks. While the bar is fed and turned, the die and the clamp stand open.
 */
export function clashesOf(bar: Bar, program: Program, sizes: BenderSizes, reach: number): Clash[] {
  const found: Clash[] = []
  program.moves.forEach((m, move) => {
    look(1, ON)
    for (const doing of ['feed', 'turn', 'bend'] as const) {
      const amount = doing === 'feed' ? m.feed : doing === 'turn' ? m.turn : m.set
      // A bar that comes to a bend out of turn is laid in by hand.
      if (amount === 0 || (doing === 'feed' && isLaidIn(program, move))) continue
      found.push(...motion(bar, program, sizes, reach, { move, doing }))
    }
  })
  return found
}

/** Whether the bar is taken out and laid in again for a move: it does not go on to the next bend along it. */
const isLaidIn = ({ moves }: Program, move: number): boolean =>
  move > 0 && moves[move]!.index !== moves[move - 1]!.index + 1

function motion(
  bar: Bar,
  program: Program,
  sizes: BenderSizes,
  reach: number,
  { move, doing }: Pick<Moment, 'move' | 'doing'>,
): Clash[] {
  const found = new Map<Clash['with'], Clash>()
  const always = standing(sizes)
  for (let share = 0, looks = 0; looks <= LOOKS * 2; looks++) {
    const moment = { move, doing, share }
    const now = partBent(bar, program, moment)
    const { near, least, speed } = distances(bar, program, sizes, reach, moment, now, always)
    for (const [part, { gap, station }] of near) {
      if (gap > -SLACK * reach) continue
      const known = found.get(part)
      if (known && known.depth >= -gap) continue
      found.set(part, { with: part, deepest: moment, depth: -gap, station })
    }
    if (share >= 1) break
    share = Math.min(1, share + Math.max(1 / LOOKS, speed > 0 ? least / speed : 1))
  }
  return [...found.values()]
}

interface Nearest {
  readonly gap: number
  readonly station: number
}

/** How far the bar's surface is from each thing, and how far its furthest point goes in the whole motion. */
function distances(
  bar: Bar,
  program: Program,
  sizes: BenderSizes,
  reach: number,
  { move, doing, share }: Moment,
  now: PartBent,
  always: readonly Obstacle[],
): { near: Map<Clash['with'], Nearest>; least: number; speed: number } {
  const m = program.moves[move]!
  const bend = bar.bends[m.index]!
  const side = m.flipped ? -1 : 1
  const lead = chordsOf(now, 0, now.tail, reach)
  // The bar that is not yet bent lies in its guide, up to its first bend if there is one.
  const tail = chordsOf(now, now.tail, now.path.segments.length, reach)
  const firstBend = now.path.segments.findIndex((g, i) => i >= now.tail && g.kind === 'arc')
  const guided = firstBend < 0 ? Infinity : now.from[firstBend]!
  const beyond = tail.filter((c) => c.station >= guided)
  spend((lead.length + beyond.length) * 8 + tail.length, ON)
  const near = new Map<Clash['with'], Nearest>()
  const tell = (part: Clash['with'], gap: number, station: number): void => {
    if (gap < (near.get(part)?.gap ?? Infinity)) near.set(part, { gap, station })
  }
  const against = (obstacles: readonly Obstacle[], chords: readonly Chord[]): void => {
    for (const o of obstacles) {
      // Ends first: most chords are then seen to lie further off all along, as no place of one is nearer than its ends less half its length.
      const bounds = chords.map((c) => {
        const [a, b] = [o.distance(c.from), o.distance(c.to)]
        tell(o.part, Math.min(a, b) - reach, a < b ? c.station : c.station + c.length)
        return (a + b - c.length) / 2 - reach
      })
      chords.forEach((c, k) => {
        if (bounds[k]! >= near.get(o.part)!.gap - SAG * reach) return
        tell(o.part, nearestOn(o, c.from, c.to) - reach, c.station + c.length / 2)
      })
    }
  }
  against(always, lead)
  against(always, beyond)
  if (doing === 'bend') {
    against(holding(sizes, bend.radius, reach, m.set * share, side), beyond)
    for (const a of lead)
      for (const b of tail) {
        const cut = before(a, b.station - NEIGHBOURS * reach)[0]
        if (cut) tell('itself', segmentDistance(cut.from, cut.to, b.from, b.to) - 2 * reach, cut.station)
      }
  }
  const least = Math.min(...[...near.values()].map((n) => Math.abs(n.gap)))
  if (doing === 'bend' && share === 0) {
    // The bar before the bend turns with the clamp and the die: how it lies to them is seen at once.
    const held = now.from[now.tail] ?? 0
    against(
      holding(sizes, bend.radius, reach, 0, side),
      lead.flatMap((c) => before(c, held - sizes.clamp)),
    )
  }
  const moving = [...lead, ...(doing === 'bend' ? [] : beyond)]
  const away = (p: Vec3): number =>
    doing === 'feed'
      ? 1
      : doing === 'turn'
        ? Math.hypot(p[1], p[2])
        : Math.hypot(p[0], p[1] - side * bend.radius)
  const furthest = moving.reduce((most, c) => Math.max(most, away(c.from), away(c.to)), 0)
  const amount = doing === 'feed' ? Math.abs(m.feed) : doing === 'turn' ? Math.abs(m.turn) : m.set
  return { near, least, speed: furthest * amount + (doing === 'bend' ? bend.developed : 0) }
}

/** The part of a chord that lies before a station of the straight bar. */
function before(c: Chord, station: number): Chord[] {
  if (c.station + c.length <= station) return [c]
  const t = (station - c.station) / c.length
  if (!(t > 0)) return []
  const to = c.from.map((v, k) => v + (c.to[k]! - v) * t) as unknown as Vec3
  return [{ ...c, to, length: c.length * t }]
}

/** Segments as chords; those of an arc leave it by a hundredth of the bar's reach. */
function chordsOf(now: PartBent, first: number, last: number, reach: number): Chord[] {
  const chords: Chord[] = []
  for (let i = first; i < last; i++) {
    const g = now.path.segments[i]!
    const count =
      g.kind === 'arc' ? Math.min(MOST_CHORDS, Math.ceil(g.sweep / chordTurn(g.radius, SAG * reach))) : 1
    for (let k = 0; k < count; k++) {
      const [a, b] = [(g.length * k) / count, (g.length * (k + 1)) / count]
      chords.push({
        from: segmentPoint(g, a),
        to: segmentPoint(g, b),
        station: now.from[i]! + a,
        length: b - a,
      })
    }
  }
  return chords
}
