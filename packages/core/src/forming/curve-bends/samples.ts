import { spend } from '../../base/index.ts'
import {
  locate,
  segmentPoint,
  segmentTangent,
  segmentTurn,
  type Path,
  type Segment,
} from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { rounded, unitOf } from './sure-arithmetic.ts'

/** A place of a curve with the way it goes there. */
export interface Sample {
  readonly station: number
  readonly at: Vec3
  readonly way: Vec3
}

/** Most samples of a curve beside the joints of its segments; of each segment so many while there are few; and one for so much turn, rad. */
const MOST_SAMPLES = 320
const FEW = 4
const TURN_PER_SAMPLE = 0.06
/** Most samples whose tangents bends are chosen on. */
const CANDIDATES = 150

/** Looks at the turn of a segment, by which its samples are spread over it. */
const SAMPLES_OF_TURN = 64

/**
 * Places along a curve near enough that its course is seen: the joints of its segments, and more where it turns more, at most about `MOST_SAMPLES` in
 * all besides. On each segment they are spread evenly by its turn and its length together, so that a sharp bend within a long one has its share.
 * A straight needs its ends and middle only.
 */
export function samplesOf(path: Path): Sample[] {
  const least = Math.max(1, Math.min(FEW, Math.floor(MOST_SAMPLES / path.segments.length)))
  const wanted = path.segments.map((g) =>
    g.kind === 'line' ? 2 : Math.max(least, Math.ceil(segmentTurn(g) / TURN_PER_SAMPLE)),
  )
  const sum = wanted.reduce((a, b) => a + b, 0)
  const share = Math.min(1, MOST_SAMPLES / sum)
  const samples: Sample[] = []
  path.segments.forEach((g, i) => {
    const count = Math.max(g.kind === 'line' ? 2 : least, Math.ceil(wanted[i]! * share))
    spend(count * 4, 'the samples of the curve')
    const places = placesOn(g, count)
    for (let k = i === 0 ? 0 : 1; k <= count; k++) {
      const s = places[k]!
      samples.push(sampleOn(g, s, path.starts[i]! + s))
    }
  })
  return samples
}

/** To how little places, mm, and directions of a curve are told: far below what any bend is held to, far above round-off. */
const PLACE = 1e-6
const WAY = 1e-9

const sampleOn = (g: Segment, s: number, station: number): Sample => ({
  station,
  at: rounded(segmentPoint(g, s), PLACE),
  way: unitOf(rounded(segmentTangent(g, s), WAY), [1, 0, 0]),
})

/** Arc lengths from a segment's start to its end between which it turns and goes on evenly; one for each of `count` stretches and the last. */
function placesOn(g: Segment, count: number): number[] {
  const even = Array.from({ length: count + 1 }, (_, k) => (g.length * k) / count)
  if (g.kind !== 'spline' && g.kind !== 'curve') return even
  const looks = Math.max(SAMPLES_OF_TURN, 4 * count)
  spend(looks * 4, 'the samples of the curve')
  const ways = Array.from({ length: looks + 1 }, (_, k) => segmentTangent(g, (g.length * k) / looks))
  const turns = ways.slice(1).map((w, k) => vec3.angleBetween(ways[k]!, w))
  const turn = turns.reduce((a, b) => a + b, 0)
  if (turn === 0) return even
  /** How far along both ways together each look is, from 0 to 2. */
  const along = [0]
  turns.forEach((t, k) => along.push(along[k]! + t / turn + 1 / looks))
  let at = 0
  return even.map((_, k) => {
    const wanted = (2 * k) / count
    while (at < looks - 1 && along[at + 1]! < wanted) at++
    const within = (wanted - along[at]!) / (along[at + 1]! - along[at]!)
    return k === count ? g.length : (g.length * Math.min(looks, at + within)) / looks
  })
}

/** As many of them, evenly, as bends are chosen on; the first and the last with them. */
export function thinned(samples: readonly Sample[]): readonly Sample[] {
  const every = Math.ceil(samples.length / CANDIDATES)
  return every <= 1 ? samples : samples.filter((_, i) => i % every === 0 || i === samples.length - 1)
}

/** Most samples that are added at a time. */
const MOST_ADDED = 40

/** The same with more at some stations, and midway to those beside them. */
export function withSamples(
  samples: readonly Sample[],
  path: Path,
  stations: readonly number[],
): readonly Sample[] {
  const every = Math.ceil(stations.length / MOST_ADDED)
  const added = stations.filter((_, i) => i % every === 0)
  const known = new Set(samples.map((s) => s.station))
  const all = added.flatMap((at) => {
    const next = samples.find((s) => s.station > at) ?? samples.at(-1)!
    const before = samples.findLast((s) => s.station < at) ?? samples[0]!
    return [(before.station + at) / 2, at, (at + next.station) / 2]
  })
  spend(all.length * 4, 'the samples of the curve')
  const fresh = [...new Set(all)].filter((at) => !known.has(at))
  const made = fresh.map((station): Sample => {
    const { index, s } = locate(path, station)
    const g = path.segments[index]!
    return sampleOn(g, s, station)
  })
  return [...samples, ...made].toSorted((a, b) => a.station - b.station)
}
