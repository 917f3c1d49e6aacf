import type { Part } from '@flexum/core/document'
import { createEvaluator, type PartResult, type StepOutput } from '@flexum/core/evaluate'
import type { PartFigures } from '../db/schema.ts'

/** A part worked out from nothing. */
export function evaluateOnce(part: Part): PartResult {
  return createEvaluator().evaluate(part)
}

/** The last good result of a kind in the recipe. */
function lastOutput<K extends StepOutput['kind']>(
  result: PartResult,
  kind: K,
): Extract<StepOutput, { kind: K }> | undefined {
  const found = result.steps.findLast((s) => s.state === 'good' && s.output?.kind === kind)
  return found?.output as Extract<StepOutput, { kind: K }> | undefined
}

/** Key figures of a part, as far as it gives them. */
export function figuresOf(part: Part): PartFigures {
  const result = evaluateOnce(part)
  const path = lastOutput(result, 'path')
  const profile = lastOutput(result, 'profile')
  const run = lastOutput(result, 'run')
  const profileStep = result.steps.findLast((s) => s.state === 'good' && s.output === profile)
  return {
    ...(path ? { length: path.analysis.length, bends: path.table?.rows.length ?? 0 } : {}),
    ...(profile && profileStep ? { profile: profileStep.summary, material: profile.material } : {}),
    ...(run ? { mass: run.mass } : {}),
    blocking: result.findings.filter((f) => f.severity === 'blocks').length,
  }
}
