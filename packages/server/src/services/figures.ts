import type { Part } from '@flexum/core/document'
import { createEvaluator, leadOf, massOf, type PartResult } from '@flexum/core/evaluate'
import type { PartFigures } from '../db/schema.ts'

/** A part worked out from nothing. */
export function evaluateOnce(part: Part): PartResult {
  return createEvaluator().evaluate(part)
}

/** Key figures of a part, as far as it gives them. */
export function figuresOf(part: Part): PartFigures {
  const result = evaluateOnce(part)
  const { path, profile, profileWords } = leadOf(part, result)
  const mass = massOf(result)
  return {
    ...(path ? { length: path.analysis.length, bends: path.table?.rows.length ?? 0 } : {}),
    ...(profile && profileWords !== undefined ? { profile: profileWords, material: profile.material } : {}),
    ...(mass === undefined ? {} : { mass }),
    blocking: result.findings.filter((f) => f.severity === 'blocks').length,
  }
}
