import type { Id } from '../base/index.ts'
import {
  inputsOf,
  needsOf,
  stepOf,
  takenBy,
  type Capability,
  type Part,
  type Step,
} from '../document/index.ts'
import { pathTaken } from './from-end.ts'
import type { ResolvedFields } from './fields.ts'
import type { Outside } from './outside.ts'
import type { FieldChange, Makers, StepContext } from './kind.ts'
import type { Given, PathGiven, StepOutput, StepResult } from './output.ts'
import type { EndTrim } from '../sweep/index.ts'
import type { Waiting } from './step-findings.ts'

/** What a step is worked out in. */
export interface Scope {
  readonly makerOf: Makers['makerOf']
  readonly part: Part
  readonly built: boolean
  readonly results: ReadonlyMap<Id, StepResult>
  readonly waiting: Waiting | undefined
  readonly chordError: number | undefined
  readonly outside: Outside
  /** The step that the bodies of a step are in by then: itself, or the last that they went into. */
  standing(id: Id): Id
}

/** What a step's evaluation sees of its fields and inputs; nothing along a run, and no other steps. */
export function contextOf(
  step: Step,
  fields: ResolvedFields['fields'],
  { part, chordError, outside, standing, results }: Scope,
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
      return (gives === 'path' ? pathTaken(step, id, given as PathGiven) : given) as Given<C>
    },
    display: part.units.length,
    chordError,
    solids: outside.solids,
    standing: (id) => outputs(standing(id))?.bodies ?? [],
    others: othersOf(step, standing).map((id) => ({ step: id, bodies: outputs(id)?.bodies ?? [] })),
    met: (run) => trimsOf([...results.values()], run),
    along: none,
    around: { step: none, again: none },
  }
}

/** Ends of a run that meet something, as these steps found them. */
export const trimsOf = (steps: readonly StepResult[], run: Id): readonly EndTrim[] =>
  steps.flatMap((s) => (s.state === 'good' ? (s.output?.trims ?? []).filter((m) => m.run === run) : []))

/** The steps in which the bodies stand that go into a step's own, each once. */
export function othersOf(step: Step, standing: Scope['standing']): readonly Id[] {
  return [...new Set(takenBy(step).map(standing))]
}

/** The steps in which all bodies stand that a step builds on, whether they go into its own or not, each once. */
export function bodiesNeeded(step: Step, standing: Scope['standing']): readonly Id[] {
  const own = inputsOf(step).flatMap((i) => (i.gives === 'bodies' ? [i.id] : []))
  return [...new Set([...own, ...takenBy(step)].map(standing))]
}

/** A step's output with other values in some fields, of it or of what it builds on. What is not touched is taken as it is. */
export function outputAgain(id: Id, changes: readonly FieldChange[], scope: Scope): StepOutput | undefined {
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
      output = whole
        ? scope.makerOf(step).evaluate(step, contextOf(step, fields, scope, build)).output
        : undefined
    }
    made.set(at, output)
    return output
  }
  return build(id)
}
