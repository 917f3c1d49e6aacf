import { tolerance } from '../../num/index.ts'
import { fail, ok, type Result } from '../../base/index.ts'
import { offsetChain, type Loop2, type SimpleCurve } from '../../plane/index.ts'
import { leastWidth } from '../../sweep/index.ts'
import { sectionProperties, type Region, type Section } from '../../profile/index.ts'

/** A section whose edges were moved, with the numbers that those which are left had before. */
export interface MovedSection {
  readonly section: Section
  readonly edges: readonly number[]
}

export const NO_ROOM = 'there is no room for the wall: a thinner one would fit'
export const CURVES_FREELY =
  'an outline of it curves freely: draw it of straights and arcs, or draw the inside and cut it out'

/**
 * A section with each of its edges moved into it by a distance of its own, mm (below 0 out of it). Corners run on or back; a rounding that is
 * too small to be moved so far goes, and what it is between meets. Regions of which nothing is left go; undefined where all do.
 */
export function movedSection(
  section: Section,
  by: (curve: SimpleCurve, edge: number) => number,
): Result<MovedSection | undefined, string> {
  let edge = 0
  const regions: Region[] = []
  const edges: number[] = []
  for (const r of section) {
    const loops = [r.outer, ...r.holes].map((loop) => loop.map((curve) => ({ curve, edge: edge++ })))
    if (loops.flat().some(({ curve }) => curve.kind === 'bezier')) return fail(CURVES_FREELY)
    const moved: MovedLoop[] = []
    const least = Math.min(...loops.flat().map(({ curve, edge }) => by(curve as SimpleCurve, edge)))
    for (const [i, loop] of loops.entries()) {
      const found = movedLoop(loop as readonly Numbered[], by)
      if (!found.ok && i === 0 && leastWidth([r]) <= 2 * least * (1 + tolerance.sameWidth)) break
      if (!found.ok) return found
      // A hole that has closed is gone; an outline that has, takes all with it.
      if (found.value && areaOf(found.value.loop) * (i === 0 ? 1 : -1) > 0) moved.push(found.value)
      else if (i === 0) break
    }
    const [outer, ...holes] = moved
    if (!outer) continue
    const region = { outer: outer.loop, holes: holes.map((h) => h.loop) }
    if (!(sectionProperties(region).area > 0)) continue
    regions.push(region)
    edges.push(...moved.flatMap((m) => m.edges))
  }
  return ok(regions.length > 0 ? { section: regions, edges } : undefined)
}

interface Numbered {
  readonly curve: SimpleCurve
  readonly edge: number
}

interface MovedLoop {
  readonly loop: Loop2
  readonly edges: readonly number[]
}

const areaOf = (loop: Loop2): number => sectionProperties({ outer: loop, holes: [] }).area

function movedLoop(
  loop: readonly Numbered[],
  by: (curve: SimpleCurve, edge: number) => number,
): Result<MovedLoop | undefined, string> {
  // An arc about whose centre the material lies turns inside out when it is moved by its radius.
  const kept = loop.filter(({ curve, edge }) => {
    const toCentre = curve.kind === 'arc' && Math.sign(curve.sweep) * by(curve, edge)
    return toCentre === false || toCentre < curve.radius
  })
  if (kept.length === 0 || (kept.length < loop.length && kept.length < 3)) return ok(undefined)
  const distances = kept.map(({ curve, edge }) => by(curve, edge))
  const found = offsetChain(
    kept.map((k) => k.curve),
    true,
    distances,
    'extended',
  )
  if ('kind' in found) return fail(NO_ROOM)
  return ok({ loop: found.map((s) => s.curve), edges: found.map((s) => kept[s.beside!]!.edge) })
}
