import { type CarriedGiven, reachInBend } from '../../sweep/index.ts'
import { type StrandBlank, cutLength, type BlankAllowances, type Developed } from '../../forming/index.ts'
import { placeCurve, vec2, type Vec2 } from '../../plane/index.ts'
import { regionsOf, type Section } from '../../profile/index.ts'
import { segmentTurn } from '../../path/index.ts'

/**
 * The straight bar of each strand of a run, by its own centre line. In a bend its unstretched fibre lies at the share of its own depth,
 * as that of one bar does: share x depth - inside, times the turn, more than its centre line. Undefined for a run without strands.
 */
export function strandBlanks(
  { strandLines, strands, carriage }: CarriedGiven,
  { bends }: Developed,
  allowances: BlankAllowances,
): StrandBlank[] | undefined {
  if (!strandLines) return undefined
  const { shape: _, ...plain } = carriage
  return strands.map(({ bar, density }, k): StrandBlank => {
    const own = centred(bar.section, bar.centroid)
    const { length, tips } = strandLines[k]!
    const neutral = bends.reduce((sum, { segment, share }) => {
      const { inside, outside } = reachInBend(plain, own, segment)
      return (
        sum + (share * (inside + outside) - inside) * segmentTurn(carriage.frames.path.segments[segment]!)
      )
    }, 0)
    const developed = length + neutral
    const cut = cutLength(developed + tips.start + tips.end, allowances)
    return { developed, cut, mass: cut * bar.area * density }
  })
}

/** A section moved so that a point of it lies on the path. */
function centred(section: Section, at: Vec2): Section {
  const back = vec2.scale(at, -1)
  const moved = (loop: Section[number]['outer']) => loop.map((c) => placeCurve(c, 0, back))
  return regionsOf(section).map((r) => ({ outer: moved(r.outer), holes: r.holes.map(moved) }))
}
