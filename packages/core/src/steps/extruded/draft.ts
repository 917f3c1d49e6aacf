import type { ExtrudedStep } from './typed.ts'
import { offsetChain, type Loop2, type SimpleCurve } from '../../plane/index.ts'
import { sectionProperties, type Region, type Section } from '../../profile/index.ts'
import type { Extrusion } from '../../solid/index.ts'
import type { StepContext } from '../../evaluate/index.ts'
import { refusal, type Built } from '../shared/refusal.ts'

/** The section at the start, and where sides lean at the end and half way there. */
export interface Drafted {
  readonly section: Section
  readonly end?: Section
  readonly middle?: Section
}

/** Steeper than this the sides do not lean, rad. */
const STEEPEST = (80 * Math.PI) / 180

/** How a section changes on its way when its sides lean: each place as far in as it is high off the sheet, times the tangent. */
export function draftOf(
  step: ExtrudedStep,
  section: Section,
  { from, to, lean }: Pick<Extrusion, 'from' | 'to' | 'lean'>,
  context: StepContext,
): Built<Drafted> {
  if (step.draft === undefined) return { ok: true, value: { section } }
  const angle = context.number('draft')
  if (angle === 0) return { ok: true, value: { section } }
  const refuse = (message: string) => refusal(step, 'fit', 'extruded.draft', message, 'draft')
  if (!(Math.abs(angle) < STEEPEST)) return refuse('Sides lean by less than 80 degrees.')
  if (from * to < 0 || step.way === 'even' || step.way === 'both')
    return refuse('Sides lean from the sheet on: let it go one way, or make one body for each way.')
  if (lean) return refuse('Sides lean up to a face that is parallel to the sheet; give it a depth instead.')
  const at = (height: number): Section | undefined =>
    offsetSection(section, Math.abs(height) * Math.tan(angle))
  const [first, middle, end] = [from, (from + to) / 2, to].map(at)
  if (!first || !middle || !end)
    return refuse('So far the sides close over the section, or a corner or arc has no room; lean them less.')
  return { ok: true, value: { section: first, middle, end } }
}

/** A section with all its edges moved in by a distance; undefined where one has no room, or curves freely. */
export function offsetSection(section: Section, inward: number): Section | undefined {
  if (inward === 0) return section
  const moved = section.map((r): Region | undefined => {
    const loops = [r.outer, ...r.holes].map((loop) => {
      if (loop.some((c) => c.kind === 'bezier')) return undefined
      const found = offsetChain(loop as readonly SimpleCurve[], true, inward, 'extended')
      return 'kind' in found ? undefined : found.map((s) => s.curve)
    })
    return loops.every((l) => l !== undefined)
      ? { outer: loops[0] as Loop2, holes: loops.slice(1) as Loop2[] }
      : undefined
  })
  if (!moved.every((r) => r !== undefined)) return undefined
  // What has closed over has turned inside out.
  const areas = [section, moved].map((s) => s.map((r) => sectionProperties(r).area))
  return areas[1]!.every((a, i) => a > 0 && a < areas[0]![i]! === inward > 0) ? moved : undefined
}

/** Volume of an extrusion whose sides do not lean, mm3: its area times its height at the centroid. */
export function straightVolume({ section, from, to, lean = [0, 0] }: Extrusion): number {
  const { area, centroid } = sectionProperties(section)
  return area * Math.abs(to + lean[0] * centroid[0] + lean[1] * centroid[1] - from)
}

/** Volume of an extrusion whose area goes with the square of the height, mm3: by Simpson's rule, exact then. */
export function prismatoid({ section, end, from, to }: Extrusion, middle: Section): number {
  const [a, m, b] = [section, middle, end ?? section].map((s) => sectionProperties(s).area)
  return (Math.abs(to - from) * (a! + 4 * m! + b!)) / 6
}
