import type { Fault, Id, Result } from '../base/index.ts'
import {
  inputsOf,
  kindOf,
  mapStepFormulas,
  overridesInForce,
  stepOf,
  type Part,
  type Step,
} from '../document/index.ts'
import {
  evaluateValues,
  resolveFormula,
  surroundingsOf,
  type BareUnits,
  type Quantity,
  type Surroundings,
  type ValueTable,
} from '../units/index.ts'
import type { Finding } from './finding.ts'
import type { FieldResult, StepOutput, StepResult, StepState } from './output.ts'
import { evaluatorOf } from './steps/index.ts'

/** A named value worked out. */
export interface ValueResult {
  readonly id: Id
  readonly name: string
  readonly result: Result<Quantity>
}

export interface PartResult {
  readonly values: readonly ValueResult[]
  readonly steps: readonly StepResult[]
  /** All findings, in order of the recipe. */
  readonly findings: readonly Finding[]
}

/** Works out parts, and remembers step by step, so that the next part only costs what changed. */
export interface Evaluator {
  evaluate(part: Part): PartResult
}

interface Remembered {
  readonly key: string
  readonly result: StepResult
  readonly lastGood: StepOutput | undefined
}

interface Resolved {
  readonly fields: Readonly<Record<string, FieldResult>>
  readonly faults: readonly { readonly field: string; readonly fault: Fault }[]
}

/** Bare numbers in values and formulas; lengths carry their own unit, masses are kg. */
const BARE: BareUnits = { length: 'mm', mass: 'kg' }

/** An evaluator with an empty memory. */
export function createEvaluator(): Evaluator {
  const memory = new Map<Id, Remembered>()
  let versions = 0
  return {
    evaluate(part) {
      const table = evaluateValues(part.values, overridesInForce(part), BARE)
      const around = surroundingsOf(table, BARE)
      const results = new Map<Id, StepResult>()
      let built = true
      for (const step of part.steps) {
        const before = memory.get(step.id)
        const resolved = resolveStep(step, around)
        const key = keyOf(step, resolved, part, built, results)
        if (before?.key === key) {
          results.set(step.id, before.result)
        } else {
          const fresh = evaluateStep(step, resolved, part, built, results)
          const lastGood = fresh.state === 'good' ? fresh.output : before?.lastGood
          const stale = fresh.state !== 'good' && lastGood !== undefined
          const result = { ...fresh, output: fresh.output ?? lastGood, stale, version: ++versions }
          memory.set(step.id, { key, result, lastGood })
          results.set(step.id, result)
        }
        if (step.id === part.builtTo) built = false
      }
      for (const id of memory.keys()) if (!results.has(id)) memory.delete(id)
      const steps = [...results.values()]
      return {
        values: part.values.map((v) => ({ id: v.id, name: v.name, result: table.get(v.name)! })),
        steps,
        findings: [...valueFindings(part, table), ...steps.flatMap((s) => s.findings)],
      }
    },
  }
}

function resolveStep(step: Step, around: Surroundings): Resolved {
  const fields: Record<string, FieldResult> = {}
  const faults: { field: string; fault: Fault }[] = []
  mapStepFormulas(step, (formula, field, dimension) => {
    const r = resolveFormula(formula, dimension, around)
    if (r.ok) fields[field] = r.value
    else faults.push({ field, fault: r.fault })
    return formula
  })
  return { fields, faults }
}

/**
 * All that a step's result depends on: its choices, its fields as values (so a rename or another way to write the same
 * size costs nothing), the results it builds on, and how lengths are worded.
 */
function keyOf(
  step: Step,
  resolved: Resolved,
  part: Part,
  built: boolean,
  results: ReadonlyMap<Id, StepResult>,
): string {
  const choices = mapStepFormulas(step, () => '')
  const inputs = inputsOf(step).map((id) => results.get(id)?.version ?? 0)
  return JSON.stringify([choices, resolved, inputs, part.units.length, built])
}

function evaluateStep(
  step: Step,
  resolved: Resolved,
  part: Part,
  built: boolean,
  results: ReadonlyMap<Id, StepResult>,
): Omit<StepResult, 'stale' | 'version'> {
  const display = part.units.length
  const base = { id: step.id, kind: step.kind, fields: resolved.fields, nodePoints: [], output: undefined }
  const none = (state: StepState, summary: string, findings: readonly Finding[] = []) => ({
    ...base,
    state,
    summary,
    findings,
  })
  if (step.aside) return none('aside', 'set aside')
  if (!built) return none('unbuilt', 'not built')
  if (resolved.faults.length > 0) {
    return none(
      'failed',
      'cannot be built',
      resolved.faults.map((f) => fieldFinding(step, f.field, f.fault)),
    )
  }
  const waiting = waitsFor(step, part, results)
  if (waiting)
    return none(
      'waiting',
      'waits',
      [waiting].flatMap((w) => w.finding ?? []),
    )
  const evaluator = evaluatorOf(step)
  const { output, findings, nodePoints } = evaluator.evaluate(step, {
    number: (field) => {
      const found = resolved.fields[field]
      if (!found) throw new Error(`step kind ${step.kind} has no formula field "${field}"`)
      return found.value
    },
    input: <K extends StepOutput['kind']>(id: Id, kind: K) => {
      const found = results.get(id)?.output
      return found?.kind === kind ? (found as Extract<StepOutput, { kind: K }>) : undefined
    },
    display,
  })
  return {
    ...base,
    state: output ? 'good' : 'failed',
    output,
    summary: output ? evaluator.summary(output, display) : 'cannot be built',
    findings,
    nodePoints: nodePoints ?? [],
  }
}

/** The input that keeps a step from being built. What failed by itself says so itself and needs no second finding here. */
function waitsFor(
  step: Step,
  part: Part,
  results: ReadonlyMap<Id, StepResult>,
): { finding: Finding | undefined } | undefined {
  for (const id of inputsOf(step)) {
    const input = results.get(id)
    if (input?.state === 'good') continue
    const named = stepOf(part, id)
    const why = !named
      ? `a step "${id}" that is not in the recipe`
      : !input
        ? `"${named.name}", which stands after it`
        : input.state === 'aside'
          ? `"${named.name}", which is set aside`
          : undefined
    if (why === undefined) return { finding: undefined }
    return {
      finding: {
        id: `${step.id}:waits-${id}`,
        severity: 'blocks',
        code: 'step.input',
        message: `"${step.name}" builds on ${why}.`,
        station: kindOf(step).station,
        step: step.id,
        cures: [],
      },
    }
  }
  return undefined
}

function fieldFinding(step: Step, field: string, fault: Fault): Finding {
  const node =
    step.kind === 'node-path' ? step.nodes.findIndex((n) => field.startsWith(`nodes/${n.id}/`)) : -1
  const column = field.split('/').at(-1)!
  const where = node >= 0 ? `Node ${node + 1}, ${column}: ` : `${column}: `
  return {
    id: `${step.id}:${field}`,
    severity: 'blocks',
    code: fault.code,
    message: `${where}${fault.message}`,
    station: kindOf(step).station,
    step: step.id,
    field,
    ...(node >= 0 && step.kind === 'node-path' ? { node: step.nodes[node]!.id } : {}),
    cures: [],
  }
}

function valueFindings(part: Part, table: ValueTable): Finding[] {
  return part.values.flatMap((v) => {
    const r = table.get(v.name)!
    if (r.ok) return []
    return {
      id: `value:${v.id}`,
      severity: 'blocks' as const,
      code: r.fault.code,
      message: `${v.name}: ${r.fault.message}`,
      station: 'values' as const,
      step: '',
      field: v.id,
      cures: [],
    }
  })
}
