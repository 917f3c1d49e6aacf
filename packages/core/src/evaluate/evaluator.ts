import { effortLeft, fail, ok, within, type Id, type Result } from '../base/index.ts'
import {
  definedIn,
  inputsOf,
  kindOf,
  needsOf,
  mapStepFormulas,
  overridesInForce,
  stepOf,
  type Capability,
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
import { createMemory, type Fresh, type Made } from './memory.ts'
import type { Given, StepOutput, StepResult, StepState } from './output.ts'
import {
  fieldFindings,
  givesNone,
  noNumberFinding,
  tooMuchFinding,
  valueFindings,
  waitsFor,
  type Waiting,
} from './step-findings.ts'
import type { FieldChange, StepContext } from './kind.ts'
import { makerOf } from '../steps/made.ts'

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
  /** Points of meshes that are still to be made; 0 when all is there. */
  readonly awaits: number
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

/**
 * `figures`: all that is there before meshes are made; where they are what is asked for, or many points, they wait. `whole`: all.
 */
export type Phase = 'figures' | 'whole'

/** Whose part it is, and how near to the true surface meshes are to be, mm: without that as fine as the picture needs. */
export interface How {
  readonly owner?: string
  readonly chordError?: number
  /** All of it, unless only figures are wanted at first. */
  readonly phase?: Phase
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
    evaluate(part, { owner, chordError, phase = 'whole' } = {}) {
      const table = namesOf(part)
      /** Names that formulas see: values and driving dimensions, and what came of the steps before. */
      const names = new Map(table)
      const around = surroundingsOf(names, BARE)
      const measured: ValueResult[] = []
      const results = new Map<Id, StepResult>()
      /** Steps whose bodies others build on. */
      const wholeFor = new Set(
        part.steps.flatMap((s) => inputsOf(s).flatMap((i) => (i.gives === 'bodies' ? i.id : []))),
      )
      let built = true
      within(PART_EFFORT, () => {
        for (const step of part.steps) {
          const resolved = resolveStep(step, around)
          const waiting = waitsFor(step, part, results)
          const scope: Scope = { part, built, results, waiting, chordError }
          const key = keyOf(step, resolved, scope)
          const whole = phase === 'whole' || wholeFor.has(step.id)
          const result = memory.result(key, () => evaluateStep(step, resolved, scope), owner, whole)
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
        awaits: steps.reduce((sum, s) => sum + s.awaits, 0),
      }
    },
  }
}

/** What formulas can see by name before any step is built: named values and driving dimensions. */
export function namesOf(part: Part): ValueTable {
  return evaluateValues([...part.values, ...drivingDimensions(part)], overridesInForce(part), BARE)
}

/** Names that steps define by a formula. */
function drivingDimensions(part: Part): (NamedFormula & { readonly id: Id })[] {
  return definedIn(part).flatMap(({ formula, ...d }) => (formula === undefined ? [] : { ...d, formula }))
}

/** Names that a step defines by what its result measures, for the steps after it. */
function measuredNames(step: Step, result: StepResult | undefined): ValueResult[] {
  const figures = result?.state === 'good' ? result.output?.figures : undefined
  if (!figures) return []
  return (kindOf(step).defines?.(step) ?? []).flatMap((d) => {
    const value = d.formula === undefined ? figures.get(d.id) : undefined
    if (value === undefined) return []
    return { id: d.id, name: d.name, result: ok({ value, dimension: DIMENSIONS[d.dimension] }) }
  })
}

const choices = new WeakMap<Step, string>()

/** All of a step but its formulas, as text; kept with the step itself, which never changes. */
function choicesOf(step: Step): string {
  let text = choices.get(step)
  if (text === undefined) choices.set(step, (text = JSON.stringify(mapStepFormulas(step, () => ''))))
  return text
}

/**
 * All that a step's result depends on: its choices, its fields as values (so a rename or another way to write the same
 * size costs nothing), the results it builds on, and how lengths are worded.
 */
function keyOf(step: Step, resolved: ResolvedFields, scope: Scope): string {
  const { part, built, results, waiting, chordError } = scope
  const inputs = needsOf(step).map((id) => results.get(id)?.basis ?? 0)
  const { fields, faults, alongKey } = resolved
  const waits = waiting?.finding?.message
  return JSON.stringify([
    choicesOf(step),
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

function evaluateStep(step: Step, resolved: ResolvedFields, scope: Scope): Made {
  const { part, built, results, waiting } = scope
  const display = part.units.length
  const base = {
    id: step.id,
    kind: step.kind,
    fields: resolved.fields,
    nodePoints: [],
    output: undefined,
    awaits: 0,
  }
  const failed = (state: StepState, summary: string, findings: readonly Finding[] = []): Fresh => ({
    ...base,
    state,
    summary,
    findings,
  })
  const none = (...how: Parameters<typeof failed>): Made => ({ fresh: failed(...how) })
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
  const lacking = givesNone(step, part, results)
  if (lacking) return none('failed', 'cannot be built', [lacking])
  const maker = makerOf(step)
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
  const limited = <T>(work: () => T) => {
    const of = effortLeft() >= STEP_EFFORT ? 'step' : 'part'
    const done = within(STEP_EFFORT, work)
    return done.ok ? done : fail(failed('failed', 'too much work', [tooMuchFinding(step, done.fault, of)]))
  }
  const sound = (output: StepOutput): Fresh | undefined => {
    const noNumber = noNumberIn(output)
    return noNumber === undefined
      ? undefined
      : failed('failed', 'comes to no number', [noNumberFinding(step, noNumber)])
  }
  const done = limited(() => maker.evaluate(step, context))
  if (!done.ok) return { fresh: done.fault }
  const { output, findings, nodePoints = [], later } = done.value
  if (!output) return { fresh: { ...failed('failed', 'cannot be built', findings), nodePoints } }
  const bad = sound(output)
  if (bad) return { fresh: bad }
  const good = (all: StepOutput, found: readonly Finding[], awaits: number): Fresh => ({
    ...base,
    state: 'good',
    output: all,
    summary: maker.summary(all, display, step),
    findings: found,
    nodePoints,
    awaits,
  })
  if (!later) return { fresh: good(output, findings, 0) }
  return {
    fresh: good({ ...output, coming: later.coming }, findings, later.points),
    whole() {
      const made = limited(() => later.make())
      if (!made.ok) return made.fault
      const all: StepOutput = { ...output, bodies: made.value.bodies }
      return sound(all) ?? good(all, [...findings, ...made.value.findings], 0)
    },
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
    input: <C extends Capability>(id: Id, gives: C) => {
      const given = outputs(id)?.[gives]
      if (given === undefined)
        throw new Error(`step kind ${step.kind} asks for "${gives}", which is no input of it`)
      return given as Given<C>
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
    return step !== undefined && (changes.some((c) => c.step === at) || needsOf(step).some(touched))
  }
  const build = (at: Id): StepOutput | undefined => {
    if (made.has(at)) return made.get(at)
    const step = stepOf(part, at)
    const known = results.get(at)
    let output = known?.output
    if (step && known && touched(at)) {
      const whole = inputsOf(step).every((i) => build(i.id)?.[i.gives] !== undefined)
      const own = changes.filter((c) => c.step === at).map((c) => [c.field, { value: c.value, assumed: [] }])
      const fields = { ...known.fields, ...Object.fromEntries(own) }
      output = whole ? makerOf(step).evaluate(step, contextOf(step, fields, scope, build)).output : undefined
    }
    made.set(at, output)
    return output
  }
  return build(id)
}
