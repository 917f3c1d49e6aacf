import { breachesOf, readPart, type Part } from '../../src/document/index.ts'
import { createEvaluator, leadOf, massOf, type PartResult } from '../../src/evaluate/index.ts'

/** What is wrong with a part's result, by rules that hold for any part; undefined when nothing is. */
export function faultOf(part: Part, result: PartResult): string | undefined {
  const blocks = result.findings.some((f) => f.severity === 'blocks')
  const ids = result.findings.map((f) => f.id)
  if (new Set(ids).size !== ids.length) return `finding ids are used twice: ${ids.join(' ')}`
  for (const step of result.steps) {
    if (step.state === 'failed' && !step.findings.some((f) => f.severity === 'blocks'))
      return `"${step.id}" failed and says nothing`
    const o = step.state === 'good' ? step.output : undefined
    if (o?.kind !== 'run') continue
    const figures = [o.volume, o.meshVolume, o.mass, o.chordError, o.volumeBound, o.path.length]
    if (!figures.every(Number.isFinite))
      return `"${step.id}" has a figure that is no number: ${figures.join(' ')}`
    if (!o.mesh.positions.every(Number.isFinite)) return `"${step.id}" has a place that is no number`
    const own = step.findings.some((f) => f.severity !== 'notes')
    if (
      !own &&
      o.theoremVolume !== undefined &&
      Math.abs(o.meshVolume - o.theoremVolume) > o.volumeBound * 1.5 + 1e-6
    )
      return `"${step.id}" is sound and its volumes are ${o.meshVolume} and ${o.theoremVolume}, bound ${o.volumeBound}`
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
    return faultOf(read.value, createEvaluator().evaluate(read.value))
  } catch (error) {
    return error instanceof Error ? (error.stack ?? error.message) : String(error)
  }
}
