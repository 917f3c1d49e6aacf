import type { Id } from '../../base/index.ts'
import { kindOf, stepOf, type Part } from '../../document/index.ts'
import {
  ORIENTATIONS,
  type Orientation,
  frameAt,
  squareFrames,
  thinnestOf,
  type CarriedGiven,
} from '../../sweep/index.ts'
import { vec3 } from '../../space/index.ts'
import type { Evaluator } from '../../evaluate/index.ts'
import type { Body } from '../../solid/index.ts'

/** What one way of turning makes of a run. */
export interface ComparedOrientation {
  readonly turning: Orientation
  /** The run's bodies turned that way, or why there are none. */
  readonly bodies: readonly Body[] | undefined
  readonly problem: string | undefined
  /** Least width of the section as seen along the path, mm. */
  readonly thickness: number
  readonly thicknessAt: number
  /** Volume against section area times path length, as a share. */
  readonly volumeShare: number
  /** Roll of the end against least roll, rad in (-pi, pi]; none where the section is not square to the path. */
  readonly rollAtEnd: number | undefined
  /** How many findings block or warn. */
  readonly findings: number
}

/** Builds a run by every way of turning that its path allows, all else as it is. The evaluator's memory serves what they share; last good results stay as they are. */
export function compareOrientations(evaluator: Evaluator, part: Part, runId: Id): ComparedOrientation[] {
  const run = stepOf(part, runId)
  const path = run?.kind === 'run' ? stepOf(part, run.path) : undefined
  const all = ORIENTATIONS.filter((t) => t !== 'faces' || (path && kindOf(path).isBetweenFaces))
  return all.map((turning) => {
    const steps = part.steps.map((s) => (s.id === runId && s.kind === 'run' ? { ...s, turning } : s))
    const result = evaluator.evaluate({ ...part, steps }).steps.find((s) => s.id === runId)
    const findings = (result?.findings ?? []).filter((f) => f.severity !== 'notes')
    const { carried, bodies = [] } = (result?.state === 'good' && result.output) || {}
    if (!carried) {
      const problem = findings[0]?.message ?? 'It cannot be built.'
      return { turning, bodies: undefined, problem, ...NOTHING, findings: findings.length }
    }
    const { thickness, station } = thinnestOf(carried.carriage, carried.section)
    const area = carried.strands.reduce((sum, s) => sum + s.area, 0)
    return {
      turning,
      bodies,
      problem: undefined,
      thickness,
      thicknessAt: station,
      volumeShare: bodies.reduce((sum, b) => sum + b.figures.volume, 0) / (area * carried.path.length),
      rollAtEnd: turning === 'fixed' ? undefined : rollAtEnd(carried),
      findings: findings.length,
    }
  })
}

const NOTHING = { thickness: 0, thicknessAt: 0, volumeShare: 0, rollAtEnd: undefined } as const

function rollAtEnd({ frames, path }: CarriedGiven): number {
  const least = frameAt(squareFrames(path), path.length)
  const own = frameAt(frames, path.length)
  return Math.atan2(vec3.dot(own.n, least.b), vec3.dot(own.n, least.n))
}
