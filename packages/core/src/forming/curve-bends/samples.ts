import { spend } from '../../base/index.ts'
import { segmentPoint, segmentTangent, segmentTurn, type Path } from '../../path/index.ts'
import type { Vec3 } from '../../space/index.ts'

/** A place of a curve with the way it goes there. */
export interface Sample {
  readonly station: number
  readonly at: Vec3
  readonly way: Vec3
}

/** Most samples of a curve beside the joints of its segments; of each segment so many while there are few; and one for so much turn, rad. */
const MOST = 320
const FEW = 4
const TURN = 0.06
/** Most samples whose tangents bends are chosen on. */
const CANDIDATES = 150

/**
 * Places along a curve near enough that nothing of it is missed: the joints of its segments, and more where it turns more, at most about
 * `MOST` in all besides. A straight needs its ends and middle only.
 */
export function samplesOf(path: Path): Sample[] {
  const least = Math.max(1, Math.min(FEW, Math.floor(MOST / path.segments.length)))
  const wanted = path.segments.map((g) =>
    g.kind === 'line' ? 2 : Math.max(least, Math.ceil(segmentTurn(g) / TURN)),
  )
  const sum = wanted.reduce((a, b) => a + b, 0)
  const share = Math.min(1, MOST / sum)
  const samples: Sample[] = []
  path.segments.forEach((g, i) => {
    const count = Math.max(g.kind === 'line' ? 2 : least, Math.ceil(wanted[i]! * share))
    spend(count * 4, 'the samples of the curve')
    for (let k = i === 0 ? 0 : 1; k <= count; k++) {
      const s = (g.length * k) / count
      samples.push({ station: path.starts[i]! + s, at: segmentPoint(g, s), way: segmentTangent(g, s) })
    }
  })
  return samples
}

/** As many of them, evenly, as bends are chosen on; the first and the last with them. */
export function thinned(samples: readonly Sample[]): readonly Sample[] {
  const every = Math.ceil(samples.length / CANDIDATES)
  return every <= 1 ? samples : samples.filter((_, i) => i % every === 0 || i === samples.length - 1)
}
