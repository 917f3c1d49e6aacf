import { spend } from '../../base/index.ts'
import { segmentPoint, segmentTangent, segmentTurn, type Path } from '../../path/index.ts'
import type { Vec3 } from '../../space/index.ts'

/** A place of a curve with the way it goes there. */
export interface Sample {
  readonly station: number
  readonly at: Vec3
  readonly way: Vec3
}

/** Most samples of a curve, and least of a segment; one for so much turn, rad, where that asks for more. */
const MOST = 480
const LEAST = 4
const TURN = 0.06

/**
 * Places along a curve near enough that nothing of it is missed: with the joints of its segments, more where it turns more, at most about
 * `MOST` in all. A straight needs its ends and middle only.
 */
export function samplesOf(path: Path): Sample[] {
  const wanted = path.segments.map((g) =>
    g.kind === 'line' ? 2 : Math.max(LEAST, Math.ceil(segmentTurn(g) / TURN)),
  )
  const sum = wanted.reduce((a, b) => a + b, 0)
  const share = Math.min(1, MOST / sum)
  const samples: Sample[] = []
  path.segments.forEach((g, i) => {
    const count = Math.max(g.kind === 'line' ? 2 : LEAST, Math.ceil(wanted[i]! * share))
    spend(count * 4, 'the samples of the curve')
    for (let k = i === 0 ? 0 : 1; k <= count; k++) {
      const s = (g.length * k) / count
      samples.push({ station: path.starts[i]! + s, at: segmentPoint(g, s), way: segmentTangent(g, s) })
    }
  })
  return samples
}
