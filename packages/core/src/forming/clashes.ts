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
  /** When their surfaces come to touch; where they lie in each other from the first, when the motion begins. */
  readonly first: Moment
  /** Where on the straight bar it is touched then, and, of a bar that runs into itself, by what of it. */
  readonly station: number
  readonly other: number | undefined
  /** When it is deepest in what it meets, and how deep, mm, counted from the bar's surface. */
  readonly deepest: Moment
  readonly depth: number
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
/** The same where the first touch is looked for, which is halved down so often: to some thousandths of a degree of a bend. */
const FINE_SAG = 0.0005
const HALVINGS = 12
/** Most chords of one bend. */
const MOST_CHORDS = 90
const MOST_FINE_CHORDS = 400
/** Looks at one motion at the least distance: what is run into less than the furthest point goes in that time may be missed. */
const SAMPLES = 400
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
  /** The last share of the motion at which each was still clear. */
  const clear = new Map<Clash['with'], number>()
  const always = standing(sizes)
  const lookAt = (share: number, only?: Clash['with']) => {
    const moment = { move, doing, share }
    const now = partBent(bar, program, moment)
    return distances(bar, program, sizes, reach, moment, now, always, only)
  }
  for (let share = 0, looks = 0; looks <= SAMPLES * 2; looks++) {
    const moment = { move, doing, share }
    const { near, least, speed } = lookAt(share)
    for (const [part, { gap }] of near) {
      if (gap > 0 && !found.has(part)) clear.set(part, share)
      if (gap > -SLACK * reach) continue
      const known = found.get(part)
      if (known && known.depth >= -gap) continue
      const touched = known ?? firstTouch(clear.get(part), share, (at) => lookAt(at, part).near.get(part))
      if (!touched) continue
      const first = 'first' in touched ? touched.first : { move, doing, share: touched.share }
      const { station, other } = touched
      found.set(part, { with: part, first, station, other, deepest: moment, depth: -gap })
    }
    if (share >= 1) break
    share = Math.min(1, share + Math.max(1 / SAMPLES, speed > 0 ? least / speed : 1))
  }
  return [...found.values()]
}

/** When something is first touched, between a share of the motion at which it was clear and one at which it is not. */
function firstTouch(
  clear: number | undefined,
  met: number,
  nearAt: (share: number) => Nearest | undefined,
): { readonly share: number; readonly station: number; readonly other: number | undefined } | undefined {
  let [low, high] = [clear ?? 0, met]
  let there = nearAt(clear === undefined ? low : high)
  if (clear === undefined) high = low
  for (let k = 0; k < HALVINGS && high > low; k++) {
    const middle = (low + high) / 2
    const near = nearAt(middle)
    if (near && near.gap <= 0) [high, there] = [middle, near]
    else low = middle
  }
  return there && { share: high, station: there.station, other: there.other }
}

interface Nearest {
  readonly gap: number
  readonly station: number
  readonly other: number | undefined
}

/** How far the bar's surface is from each thing, or by fine chords from one alone, and how far its furthest point goes in the whole motion. */
function distances(
  bar: Bar,
  program: Program,
  sizes: BenderSizes,
  reach: number,
  { move, doing, share }: Moment,
  now: PartBent,
  always: readonly Obstacle[],
  only: Clash['with'] | undefined,
): { near: Map<Clash['with'], Nearest>; least: number; speed: number } {
  const fine = only !== undefined
  const m = program.moves[move]!
  const bend = bar.bends[m.index]!
  const side = m.flipped ? -1 : 1
  const lead = chordsOf(now, 0, now.tail, reach, fine)
  // The bar that is not yet bent lies in its guide, up to its first bend if there is one.
  const tail = chordsOf(now, now.tail, now.path.segments.length, reach, fine)
  const firstBend = now.path.segments.findIndex((g, i) => i >= now.tail && g.kind === 'arc')
  const guided = firstBend < 0 ? Infinity : now.from[firstBend]!
  const beyond = tail.filter((c) => c.station >= guided)
  spend((lead.length + beyond.length) * (fine ? 1 : 8) + tail.length, ON)
  const near = new Map<Clash['with'], Nearest>()
  const tell = (part: Clash['with'], gap: number, station: number, other?: number): void => {
    if (gap < (near.get(part)?.gap ?? Infinity)) near.set(part, { gap, station, other })
  }
  const against = (obstacles: readonly Obstacle[], chords: readonly Chord[]): void => {
    for (const o of obstacles) {
      if (fine && o.part !== only) continue
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
    for (const a of fine && only !== 'itself' ? [] : lead)
      for (const b of tail) {
        const cut = before(a, b.station - NEIGHBOURS * reach)[0]
        if (!cut) continue
        const gap = segmentDistance(cut.from, cut.to, b.from, b.to) - 2 * reach
        tell('itself', gap, cut.station + cut.length / 2, b.station + b.length / 2)
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

/** Segments as chords; those of an arc leave it by a hundredth of the bar's reach, fine ones by far less. */
function chordsOf(now: PartBent, first: number, last: number, reach: number, fine: boolean): Chord[] {
  const [sag, most] = fine ? [FINE_SAG, MOST_FINE_CHORDS] : [SAG, MOST_CHORDS]
  const chords: Chord[] = []
  for (let i = first; i < last; i++) {
    const g = now.path.segments[i]!
    const count = g.kind === 'arc' ? Math.min(most, Math.ceil(g.sweep / chordTurn(g.radius, sag * reach))) : 1
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
