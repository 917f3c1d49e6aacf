import { ok, type Fault, type Id, type Result } from '../base/index.ts'
import {
  dimensionOfMeasured,
  dimensionsOf,
  inputsOf,
  kindOf,
  mapStepFormulas,
  overridesInForce,
  stepOf,
  type Part,
  type Step,
} from '../document/index.ts'
import {
  DIMENSIONS,
  evaluateValues,
  surroundingsOf,
  type BareUnits,
  type NamedFormula,
  type Quantity,
  type ValueTable,
} from '../units/index.ts'
import type { Finding } from './finding.ts'
import { resolveStep, type ResolvedFields } from './fields.ts'
import type { StepOutput, StepResult, StepState } from './output.ts'
import type { FieldChange, StepContext } from './steps/evaluator.ts'
import { evaluatorOf } from './steps/index.ts'

/** A named value, or a dimension of a sketch by its name, worked out. */
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

/** Bare numbers in values and formulas; lengths carry their own unit, masses are kg. */
export const BARE: BareUnits = { length: 'mm', mass: 'kg' }

/** An evaluator with an empty memory. */
export function createEvaluator(): Evaluator {
  const memory = new Map<Id, Remembered>()
  let versions = 0
  return {
    evaluate(part) {
      const dimensions = drivingDimensions(part)
      const table = namesOf(part)
      /** Names that formulas see: values and driving dimensions, and what came of the steps before. */
      const names = new Map(table)
      const around = surroundingsOf(names, BARE)
      const measured: ValueResult[] = []
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
        for (const m of measuredNames(step, results.get(step.id))) {
          names.set(m.name, m.result)
          measured.push(m)
        }
        if (step.id === part.builtTo) built = false
      }
      for (const id of memory.keys()) if (!results.has(id)) memory.delete(id)
      const steps = [...results.values()]
      return {
        values: [
          ...[...part.values, ...dimensions].map((v) => ({
            id: v.id,
            name: v.name,
            result: table.get(v.name)!,
          })),
          ...measured,
        ],
        steps,
        findings: [...valueFindings(part, table), ...steps.flatMap((s) => s.findings)],
      }
    },
  }
}

/** What formulas can see by name before any step is built: named values and driving dimensions. */
export function namesOf(part: Part): ValueTable {
  return evaluateValues([...part.values, ...drivingDimensions(part)], overridesInForce(part), BARE)
}

/** Driving dimensions of all sketches, as named formulas. */
function drivingDimensions(part: Part): (NamedFormula & { readonly id: Id })[] {
  return part.steps.flatMap((s) => {
    if (s.kind !== 'sketch') return []
    return dimensionsOf(s).flatMap((d) =>
      d.role === 'driving'
        ? { id: d.id, name: d.name, dimension: dimensionOfMeasured(d.measured), formula: d.formula }
        : [],
    )
  })
}

/** What the reference dimensions of a sketch measured, for the steps after it. */
function measuredNames(step: Step, result: StepResult | undefined): ValueResult[] {
  if (step.kind !== 'sketch' || result?.state !== 'good' || result.output?.kind !== 'sketch') return []
  const { measures } = result.output
  return dimensionsOf(step).flatMap((d) => {
    const value = d.role === 'reference' ? measures.get(d.id) : undefined
    if (value === undefined) return []
    const dimension = DIMENSIONS[dimensionOfMeasured(d.measured)]
    return { id: d.id, name: d.name, result: ok({ value, dimension }) }
  })
}

/**
 * All that a step's result depends on: its choices, its fields as values (so a rename or another way to write the same
 * size costs nothing), the results it builds on, and how lengths are worded.
 */
function keyOf(
  step: Step,
  resolved: ResolvedFields,
  part: Part,
  built: boolean,
  results: ReadonlyMap<Id, StepResult>,
): string {
  const choices = mapStepFormulas(step, () => '')
  const inputs = inputsOf(step).map((id) => results.get(id)?.version ?? 0)
  const { fields, faults, alongKey } = resolved
  return JSON.stringify([choices, fields, faults, alongKey, inputs, part.units.length, built])
}

function evaluateStep(
  step: Step,
  resolved: ResolvedFields,
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
    ...contextOf(step, resolved.fields, display, (id) => results.get(id)?.output),
    along: (field) => {
      const found = resolved.along[field]
      if (!found) throw new Error(`step kind ${step.kind} has no formula "${field}" along it`)
      return found
    },
    around: {
      step: (id) => stepOf(part, id),
      again: (id, changes) => outputAgain(id, changes, part, results),
    },
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

/** What a step's evaluation sees of its fields and inputs; nothing along a run, and no other steps. */
function contextOf(
  step: Step,
  fields: ResolvedFields['fields'],
  display: Part['units']['length'],
  outputs: (id: Id) => StepOutput | undefined,
): StepContext {
  const none = (): never => {
    throw new Error(`step kind ${step.kind} cannot look along a run here`)
  }
  return {
    number: (field) => {
      const found = fields[field]
      if (!found) throw new Error(`step kind ${step.kind} has no formula field "${field}"`)
      return found.value
    },
    input: <K extends StepOutput['kind']>(id: Id, kind: K) => {
      const found = outputs(id)
      return found?.kind === kind ? (found as Extract<StepOutput, { kind: K }>) : undefined
    },
    display,
    along: none,
    around: { step: none, again: none },
  }
}

/** A step's output with other values in some fields, of it or of what it builds on. What is not touched is taken as it is. */
function outputAgain(
  id: Id,
  changes: readonly FieldChange[],
  part: Part,
  results: ReadonlyMap<Id, StepResult>,
): StepOutput | undefined {
  const made = new Map<Id, StepOutput | undefined>()
  const touched = (at: Id): boolean => {
    const step = stepOf(part, at)
    return step !== undefined && (changes.some((c) => c.step === at) || inputsOf(step).some(touched))
  }
  const build = (at: Id): StepOutput | undefined => {
    if (made.has(at)) return made.get(at)
    const step = stepOf(part, at)
    const known = results.get(at)
    let output = known?.output
    if (step && known && touched(at)) {
      const own = changes.filter((c) => c.step === at).map((c) => [c.field, { value: c.value, assumed: [] }])
      const fields = { ...known.fields, ...Object.fromEntries(own) }
      output = evaluatorOf(step).evaluate(step, contextOf(step, fields, part.units.length, build)).output
    }
    made.set(at, output)
    return output
  }
  return build(id)
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
  const [group, ...rest] = field.split('/')
  const last = rest.at(-1) ?? group!
  // A formula along the run goes by what it drives: shaping, twist, scale.
  const column = last === 'formula' ? group![0]!.toUpperCase() + group!.slice(1) : last
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
