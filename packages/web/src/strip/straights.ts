import {
  type BendTableStep,
  type NodePathStep,
  type Step,
  LAST,
  moveNodesBy,
  setStraights,
  type Command,
} from '@flexum/core/recipe'
import { segmentTangent, type Path } from '@flexum/core/path'
import { vec3, type Vec3 } from '@flexum/core/space'
import { namesUsed } from '@flexum/core/units'

/** A path whose straights can be drawn longer on the strip: bends that were typed, or nodes with corners. */
export type StraightsStep = BendTableStep | NodePathStep

/** A change of a path that needs nothing more to be told. */
export type StraightsChange = Command<null>

export const hasStraights = (step: Step | undefined): step is StraightsStep =>
  step?.kind === 'bend-table' || (step?.kind === 'node-path' && !step.closed && !step.smooth)

/** The straight that a segment of the path is, counted from 0; undefined for what is none. */
export function straightOf(path: Path, segment: number): number | undefined {
  const [g, origin] = [path.segments[segment], path.origins[segment]]
  return g?.kind === 'line' && origin?.kind === 'leg' ? origin.index : undefined
}

/** How long a straight is, mm: that of its segment, or 0 where bends touch. */
export function lengthOfStraight(path: Path, straight: number): number {
  const i = path.segments.findIndex((_, k) => straightOf(path, k) === straight)
  return i < 0 ? 0 : path.segments[i]!.length
}

/** Whether a straight is held by a formula with names, so that it cannot be drawn longer. */
export function isStraightHeld(step: StraightsStep, straight: number): boolean {
  if (step.kind === 'node-path') return false
  const formula = step.rows[straight]?.length ?? step.last
  return namesUsed(formula).length > 0
}

const rowOf = (step: BendTableStep, straight: number): string => step.rows[straight]?.id ?? LAST

/** Makes a straight as long as is said, mm, and lets all that comes after it go along. */
export function straightTo(
  step: StraightsStep,
  path: Path,
  straight: number,
  length: number,
): StraightsChange {
  if (step.kind === 'bend-table')
    return (part) => setStraights(part, { step: step.id, lengths: [{ row: rowOf(step, straight), length }] })
  const by = vec3.scale(wayOf(path, straight), length - lengthOfStraight(path, straight))
  const moves = step.nodes.slice(straight + 1).map((n) => ({ node: n.id, by }))
  return (part) => moveNodesBy(part, { step: step.id, moves })
}

/** Moves the bend between a straight and the next along the bar, mm: as much as one gets longer the other gets shorter. */
export function bendBy(step: StraightsStep, path: Path, before: number, by: number): StraightsChange {
  if (step.kind === 'bend-table') {
    const to = (straight: number, more: number) => ({
      row: rowOf(step, straight),
      length: lengthOfStraight(path, straight) + more,
    })
    const lengths = [to(before, by), to(before + 1, -by)]
    return (part) => setStraights(part, { step: step.id, lengths })
  }
  const [u, v] = [wayOf(path, before), wayOf(path, before + 1)]
  const rest = vec3.scale(vec3.sub(u, v), by)
  const moves = step.nodes
    .slice(before + 1)
    .map((n, i) => ({ node: n.id, by: i === 0 ? vec3.scale(u, by) : rest }))
  return (part) => moveNodesBy(part, { step: step.id, moves })
}

/** The way that a straight goes; where bends touch, the way between them. */
function wayOf(path: Path, straight: number): Vec3 {
  const i = path.segments.findIndex((_, k) => straightOf(path, k) === straight)
  if (i >= 0) return segmentTangent(path.segments[i]!, 0)
  const after = path.origins.findIndex((o) => o.kind === 'node' && o.index > straight)
  const g = path.segments[after < 0 ? path.segments.length - 1 : after]!
  return segmentTangent(g, after < 0 ? g.length : 0)
}
