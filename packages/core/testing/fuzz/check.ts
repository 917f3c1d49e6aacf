import { breachesOf, readPart, type Part } from '../../src/recipe/index.ts'
import { createEvaluator, leadOf, massOf, type PartResult } from '../../src/recipe/evaluated/index.ts'
import { loadManifold } from '../../../manifold/src/index.ts'

const solids = await loadManifold()

/** What is wrong with a part's result, by rules that hold for any part; undefined when nothing is. */
export function faultOf(part: Part, result: PartResult): string | undefined {
  const blocks = result.findings.some((f) => f.severity === 'blocks')
  const ids = result.findings.map((f) => f.id)
  if (new Set(ids).size !== ids.length) return `finding ids are used twice: ${ids.join(' ')}`
  for (const step of result.steps) {
    if (step.state === 'failed' && !step.findings.some((f) => f.severity === 'blocks'))
      return `"${step.id}" failed and says nothing`
    const { bodies = [], carried } = (step.state === 'good' && step.output) || {}
    for (const body of bodies) {
      const { volume, meshVolume, theoremVolume, volumeBound, mass } = body.figures
      const figures = [volume, meshVolume, mass, body.chordError, volumeBound, carried?.path.length ?? 0]
      if (!figures.every(Number.isFinite))
        return `"${step.id}" has a figure that is no number: ${figures.join(' ')}`
      if (!body.mesh.positions.every(Number.isFinite)) return `"${step.id}" has a place that is no number`
      const own = step.findings.some((f) => f.severity !== 'notes')
      if (
        !own &&
        theoremVolume !== undefined &&
        Math.abs(meshVolume - theoremVolume) > volumeBound * 1.5 + 1e-6
      )
        return `"${step.id}" is sound and its volumes are ${meshVolume} and ${theoremVolume}, bound ${volumeBound}`
    }
  }
  const mass = massOf(result)
  if (mass !== undefined && !Number.isFinite(mass) && !blocks)
    return 'the mass is no number and nothing blocks'
  leadOf(part, result)
  for (const f of result.findings)
    if (/NaN|undefined|Infinity/.test(f.message)) return `a finding says: ${f.message}`
  return undefined
}

/** Reads and works out whatever it is; what is wrong with that, undefined when nothing is. A throw is a fault too. */
export function faultOfDocument(document: unknown): string | undefined {
  try {
    const read = readPart(document)
    if (!read.ok) return undefined
    breachesOf(read.value)
    return faultOf(read.value, createEvaluator({ solids }).evaluate(read.value))
  } catch (error) {
    return error instanceof Error ? (error.stack ?? error.message) : String(error)
  }
}
