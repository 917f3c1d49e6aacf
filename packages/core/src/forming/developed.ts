import { roundUpTo } from '../num/index.ts'
import { segmentRadius, segmentTurn, type Path } from '../path/index.ts'

/** How far the section reaches from the path toward the inside of a bend, and to its outside, mm. */
export interface BendReach {
  readonly inside: number
  readonly outside: number
}

export interface DevelopedBend {
  readonly segment: number
  /** Depth of the neutral fibre from the inside face, as a share of the section's depth. */
  readonly share: number
  /** How far the unstretched fibre lies inward of mid-section; positive toward the inside. */
  readonly shift: number
  readonly neutralRadius: number
  readonly length: number
}

export interface Developed {
  readonly length: number
  readonly bends: readonly DevelopedBend[]
}

/** The neutral share of a bend: one for all, or by its segment, its centreline radius and the section's depth in its plane. */
export type ShareOf = number | ((segment: number, radius: number, depth: number) => number)

/**
 * Length of straight bar that bends into the path. The unstretched fibre lies at k times the section's depth from its
 * inside face, so the neutral radius is radius - inside reach + k * depth; for a centred section that is
 * radius - (0.5 - k) * depth. k = 0.5 leaves the length of the middle; usual values are 0.3 (tight bends) to 0.5.
 */
export function developedLength(
  path: Path,
  share: ShareOf,
  reachOf: (segment: number) => BendReach,
): Developed {
  let length = 0
  const bends: DevelopedBend[] = []
  path.segments.forEach((g, segment) => {
    if (g.kind === 'line') {
      length += g.length
      return
    }
    const { inside, outside } = reachOf(segment)
    const depth = inside + outside
    const radius = segmentRadius(g)
    const k = typeof share === 'number' ? share : share(segment, radius, depth)
    const neutralRadius = radius - inside + k * depth
    // Neutral radius times turn, which holds for a bend of changing radius too.
    const along = g.length + (k * depth - inside) * segmentTurn(g)
    bends.push({ segment, share: k, shift: (0.5 - k) * depth, neutralRadius, length: along })
    length += along
  })
  return { length, bends }
}

export interface BlankAllowances {
  /** Extra at the start and at the end for clamping and trimming. */
  readonly start: number
  readonly end: number
  /** The cut length is rounded up to a multiple of this; 0 keeps it exact. */
  readonly step: number
}

/** The length to saw off. */
export function cutLength(developed: number, a: BlankAllowances): number {
  return roundUpTo(developed + a.start + a.end, a.step)
}
