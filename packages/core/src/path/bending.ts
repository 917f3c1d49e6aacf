import { spend } from '../base/index.ts'
import { vec3 } from '../space/index.ts'
import type { Path } from './path.ts'
import { segmentCurvature, segmentTorsion } from './segment.ts'

/** How a path bends and leaves its plane, by stations: 1/mm each; where segments meet a station stands twice, once for either side. */
export interface BendingAlong {
  readonly stations: readonly number[]
  readonly curvature: readonly number[]
  /** Positive where it winds as a right-handed helix does. */
  readonly torsion: readonly number[]
}

/** Looks at a stretch whose curvature changes, at the least; all of them are about this many. */
const FEWEST = 2
const SAMPLES = 600

/** Curvature and torsion along a path; exact at each look, and evenly between the ends of what changes all along. */
export function bendingAlong(path: Path): BendingAlong {
  const stations: number[] = []
  const curvature: number[] = []
  const torsion: number[] = []
  path.segments.forEach((g, i) => {
    const changes = g.kind === 'spline' || g.kind === 'curve'
    const steps = changes ? Math.max(FEWEST, Math.ceil((SAMPLES * g.length) / path.length)) : 1
    spend(steps, 'the curvature of a path')
    for (let k = 0; k <= steps; k++) {
      const s = (g.length * k) / steps
      stations.push(path.starts[i]! + s)
      curvature.push(vec3.length(segmentCurvature(g, s)))
      torsion.push(segmentTorsion(g, s))
    }
  })
  return { stations, curvature, torsion }
}
