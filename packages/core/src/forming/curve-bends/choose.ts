import { spend } from '../../base/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { cornerAt, meeting, offArc, offStraight, type Corner, type Polybend } from './polybend.ts'
import { distanceOf, lengthOf } from './sure-arithmetic.ts'
import type { Sample } from './samples.ts'

/** What bends must keep to, mm: how far they may lie off the curve, the smallest radius, and the smallest straights. */
export interface BendRules {
  readonly tolerance: number
  readonly radius: number
  /** Before the first bend and between bends. */
  readonly straight: number
  /** After the last bend. */
  readonly last: number
}

/** A bend from the tangent at one sample to that at another: its node, and where it begins and ends along those, from the samples. */
interface Link {
  readonly node: Vec3
  readonly radius: number
  readonly begins: number
  readonly ends: number
}

/** Bends turn by less than this, rad: beyond, tangents meet far away or not at all. */
const MOST_TURN = 3
/** Rounds that narrow the radius down. */
const ROUNDS = 14
/** Samples between two tangents that are looked at while its radius is looked for. */
const SAMPLES = 10
/** Samples ahead that may fail one after the other before no further one is tried. */
const GIVE_UP = 24

/**
 * The fewest bends whose straights lie on tangents of the curve at its samples, by dynamic programming: for each number of bends and each
 * sample the earliest place on its tangent where such a row of bends can end, which leaves the most room for what follows. Exact for curves
 * in one plane, over all choices of samples and the smallest radius that will do at each; in space tangents pass each other, a bend stands
 * midway, and what comes of it has to be looked at. At most samples^2 links, of which most end soon. Undefined where no row of bends will do.
 */
export function chooseBends(samples: readonly Sample[], rules: BendRules): Polybend | undefined {
  const n = samples.length
  const links: (Map<number, Link> | undefined)[] = []
  const linksFrom = (a: number): Map<number, Link> => (links[a] ??= linksOf(samples, a, rules))
  const first = samples[0]!
  const last = samples.at(-1)!
  const reaches = (a: number, from: number, to: number): boolean => {
    const s = samples[a]!
    for (let k = from; k <= to; k++) if (offLine(samples[k]!.at, s.at, s.way) > rules.tolerance) return false
    return true
  }
  /** Of rows of so many bends: for each sample the earliest end, with the sample and row it comes from. */
  let rows: (Row | undefined)[] = samples.map((s, a) =>
    reaches(a, 0, a) ? { end: vec3.dot(vec3.sub(first.at, s.at), s.way), from: undefined, a } : undefined,
  )
  const finish = samples.map((_, a) => reaches(a, a, n - 1))
  const ends = (a: number): number => vec3.dot(vec3.sub(last.at, samples[a]!.at), samples[a]!.way)
  for (let bends = 0; bends <= n; bends++) {
    const need = bends === 0 ? 0 : rules.last
    const done = rows.filter((r) => r && finish[r.a] && ends(r.a) - r.end >= need * LESS)
    if (done.length > 0) return polybendOf(first.at, last.at, done[0]!)
    const next: (Row | undefined)[] = samples.map(() => undefined)
    for (const row of rows) {
      if (!row) continue
      for (const [b, link] of linksFrom(row.a)) {
        if (link.begins - row.end < rules.straight * LESS) continue
        if ((next[b]?.end ?? Infinity) <= link.ends) continue
        next[b] = { end: link.ends, from: row, a: b, link }
      }
    }
    if (next.every((r) => r === undefined)) return undefined
    rows = next
  }
  return undefined
}

/** Lengths that are asked for may be missed by this share. */
const LESS = 1 - 1e-9

interface Row {
  readonly end: number
  readonly from: Row | undefined
  readonly a: number
  readonly link?: Link
}

function polybendOf(first: Vec3, last: Vec3, row: Row): Polybend {
  const nodes: Vec3[] = []
  const radii: number[] = []
  for (let r: Row | undefined = row; r?.link; r = r.from) {
    nodes.unshift(r.link.node)
    radii.unshift(r.link.radius)
  }
  return { nodes: [first, ...nodes, last], radii }
}

const offLine = (p: Vec3, at: Vec3, way: Vec3): number => {
  const d = vec3.sub(p, at)
  return lengthOf(vec3.addScaled(d, way, -vec3.dot(d, way)))
}

/** All bends from the tangent at a sample to that at a later one that lie near enough to the curve between. */
function linksOf(samples: readonly Sample[], a: number, rules: BendRules): Map<number, Link> {
  const found = new Map<number, Link>()
  let failed = 0
  for (let b = a + 1; b < samples.length && failed < GIVE_UP; b++) {
    const turn = vec3.angleBetween(samples[a]!.way, samples[b]!.way)
    if (turn > MOST_TURN) break
    const link = linkOf(samples, a, b, turn, rules)
    if (link === 'straight') continue
    if (link) {
      found.set(b, link)
      failed = 0
    } else if (turn > STARTED) failed++
  }
  return found
}

/** A turn from which on a bend may be told from a straight, rad. */
const STARTED = 0.02
const NEARLY_STRAIGHT = 1e-7

function linkOf(
  samples: readonly Sample[],
  a: number,
  b: number,
  turn: number,
  rules: BendRules,
): Link | 'straight' | undefined {
  const [p, q] = [samples[a]!, samples[b]!]
  if (turn < NEARLY_STRAIGHT) return 'straight'
  const met = meeting(p.at, p.way, q.at, q.way)
  // The node lies ahead of the first sample and behind the second.
  if (met.gap > rules.tolerance || met.along <= 0 || met.back <= 0) return undefined
  const cosine = vec3.dot(p.way, q.way)
  // The tangent and the cosine of half the turn.
  const half = lengthOf(vec3.cross(p.way, q.way)) / (1 + cosine)
  const halved = Math.sqrt((1 + cosine) / 2)
  const most = Math.min(met.along, met.back) / half
  if (most < rules.radius) return undefined
  const [before, after] = [vec3.addScaled(met.at, p.way, -met.along), vec3.addScaled(met.at, q.way, met.back)]
  const step = Math.max(1, Math.floor((b - a) / SAMPLES))
  spend(SAMPLES * ROUNDS, 'bends along the curve')
  const deviation = (radius: number, every: number): number => {
    const c = cornerAt(before, met.at, after, radius)
    let worst = 0
    for (let k = a + 1; k < b; k += every)
      worst = Math.max(worst, offCorner(samples[k]!.at, before, c, after))
    return worst
  }
  const fits = (radius: number): boolean => deviation(radius, step) <= rules.tolerance
  // The radius whose arc comes as near to the node as the curve does.
  let nearest = Infinity
  for (let k = a; k <= b; k += step) nearest = Math.min(nearest, distanceOf(samples[k]!.at, met.at))
  const guess = clamp(nearest / (1 / halved - 1), rules.radius, most)
  const good = fits(guess) ? guess : bestRadius(rules.radius, most, (r) => deviation(r, step))
  if (!fits(good)) return undefined
  const radius = smallest(rules.radius, good, fits)
  // Between the samples that were looked at nothing may lie further off.
  if (step > 1 && deviation(radius, 1) > rules.tolerance && deviation(good, 1) > rules.tolerance)
    return undefined
  const kept = step > 1 && deviation(radius, 1) > rules.tolerance ? good : radius
  const takes = kept * half
  return { node: met.at, radius: kept, begins: met.along - takes, ends: takes - met.back }
}

const SECTION = 0.382

/** All of a bend moves inward as its radius grows, so that how far it lies off falls to a least and grows again. */
function bestRadius(least: number, most: number, deviation: (r: number) => number): number {
  let [low, high] = [least, most]
  for (let k = 0; k < ROUNDS; k++) {
    const [x, y] = [low + (high - low) * SECTION, high - (high - low) * SECTION]
    if (deviation(x) < deviation(y)) high = y
    else low = x
  }
  return (low + high) / 2
}

const clamp = (v: number, least: number, most: number): number => Math.min(most, Math.max(least, v))

/** The smallest value at which something holds, where it goes on holding up to `good`. */
function smallest(least: number, good: number, holds: (r: number) => boolean): number {
  if (holds(least)) return least
  let [not, yes] = [least, good]
  for (let k = 0; k < ROUNDS; k++) {
    const middle = (not + yes) / 2
    if (holds(middle)) yes = middle
    else not = middle
  }
  return yes
}

function offCorner(p: Vec3, before: Vec3, c: Corner, after: Vec3): number {
  return Math.min(offStraight(p, before, c.begin), offArc(p, c), offStraight(p, c.end, after))
}
