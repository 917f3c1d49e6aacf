import { effortLeft, ok, within, type Id, type Result } from '../base/index.ts'
import {
  dimensionOfMeasured,
  dimensionsOf,
  inputsOf,
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
import { noNumberIn } from './finite.ts'
import { createMemory, type Fresh } from './memory.ts'
import type { StepOutput, StepResult, StepState } from './output.ts'
import {
  fieldFindings,
  noNumberFinding,
  tooMuchFinding,
  valueFindings,
  waitsFor,
  type Waiting,
} from './step-findings.ts'
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

/** What one step may ask for in work, and all steps of a part together: some seconds, of which everyday parts use hundredths. */
const STEP_EFFORT = 3e7
const PART_EFFORT = 1e8

/**
 * Works out parts, and remembers results by what they depend on, so that the next part only costs what is new in it. With an
 * owner, where a step of its part fails, the part's own last good result stands in.
 */
export interface Evaluator {
  evaluate(part: Part, how?: How): PartResult
}

/** Whose part it is, and how near to the true surface meshes are to be, mm: without that as fine as the picture needs. */
export interface How {
  readonly owner?: string
  readonly chordError?: number
}

/** What a step is worked out in. */
interface Scope {
  readonly part: Part
  readonly built: boolean
  readonly results: ReadonlyMap<Id, StepResult>
  readonly waiting: Waiting | undefined
  readonly chordError: number | undefined
}

/** Bare numbers in values and formulas; lengths carry their own unit, masses are kg. */
export const BARE: BareUnits = { length: 'mm', mass: 'kg' }

/** An evaluator with an empty memory. */
export function createEvaluator(): Evaluator {
  const memory = createMemory()
  return {
    evaluate(part, { owner, chordError } = {}) {
      const table = namesOf(part)
      /** Names that formulas see: values and driving dimensions, and what came of the steps before. */
      const names = new Map(table)
      const around = surroundingsOf(names, BARE)
      const measured: ValueResult[] = []
      const results = new Map<Id, StepResult>()
      let built = true
      within(PART_EFFORT, () => {
        for (const step of part.steps) {
          const resolved = resolveStep(step, around)
          const waiting = waitsFor(step, part, results)
          const scope: Scope = { part, built, results, waiting, chordError }
          const key = keyOf(step, resolved, scope)
          const result = memory.result(key, () => evaluateStep(step, resolved, scope), owner)
          results.set(step.id, result)
          for (const m of measuredNames(step, result)) {
            names.set(m.name, m.result)
            measured.push(m)
          }
          if (step.id === part.builtTo) built = false
        }
      })
      if (owner !== undefined) memory.keepGood(owner, results)
      const steps = [...results.values()]
      return {
        values: [
          ...[...part.values, ...drivingDimensions(part)].map((v) => ({
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
function keyOf(step: Step, resolved: ResolvedFields, scope: Scope): string {
  const { part, built, results, waiting, chordError } = scope
  const choices = mapStepFormulas(step, () => '')
  const inputs = inputsOf(step).map((id) => results.get(id)?.version ?? 0)
  const { fields, faults, alongKey } = resolved
  const waits = waiting?.finding?.message
  return JSON.stringify([
    choices,
    fields,
    faults,
    alongKey,
    inputs,
    waits,
    part.units.length,
    built,
    chordError,
  ])
}

function evaluateStep(step: Step, resolved: ResolvedFields, scope: Scope): Fresh {
  const { part, built, results, waiting } = scope
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
    return none('failed', 'cannot be built', fieldFindings(step, resolved.faults))
  }
  if (waiting)
    return none(
      'waiting',
      'waits',
      [waiting].flatMap((w) => w.finding ?? []),
    )
  const evaluator = evaluatorOf(step)
  const context: StepContext = {
    ...contextOf(step, resolved.fields, scope, (id) => results.get(id)?.output),
    along: (field) => {
      const found = resolved.along[field]
      if (!found) throw new Error(`step kind ${step.kind} has no formula "${field}" along it`)
      return found
    },
    around: {
      step: (id) => stepOf(part, id),
      again: (id, changes) => outputAgain(id, changes, scope),
    },
  }
  const of = effortLeft() >= STEP_EFFORT ? 'step' : 'part'
  const done = within(STEP_EFFORT, () => evaluator.evaluate(step, context))
  if (!done.ok) return none('failed', 'too much work', [tooMuchFinding(step, done.fault, of)])
  const { output, findings, nodePoints } = done.value
  const noNumber = output && noNumberIn(output)
  if (noNumber !== undefined) return none('failed', 'comes to no number', [noNumberFinding(step, noNumber)])
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
  { part, chordError }: Scope,
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
    display: part.units.length,
    chordError,
    along: none,
    around: { step: none, again: none },
  }
}

/** A step's output with other values in some fields, of it or of what it builds on. What is not touched is taken as it is. */
function outputAgain(id: Id, changes: readonly FieldChange[], scope: Scope): StepOutput | undefined {
  const { part, results } = scope
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
      output = evaluatorOf(step).evaluate(step, contextOf(step, fields, scope, build)).output
    }
    made.set(at, output)
    return output
  }
  return build(id)
}
