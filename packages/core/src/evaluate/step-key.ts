import { barTakenBy, mapStepFormulas, needsOf, type Step } from '../document/index.ts'
import { bodiesNeeded, trimsOf, type Scope } from './context.ts'
import type { ResolvedFields } from './fields.ts'

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
export function keyOf(step: Step, resolved: ResolvedFields, scope: Scope): string {
  const { part, built, results, waiting, chordError } = scope
  // Bodies count as they stand by then, and whole; all else by what is there before its bodies are.
  const others = bodiesNeeded(step, scope.standing)
  const inputs = [
    ...needsOf(step).map((id) => results.get(id)?.basis ?? 0),
    ...others.map((id) => [id, results.get(id)?.version ?? 0]),
    others.length > 0 && (scope.outside.solids ? (scope.outside.solids.rough ?? false) : 'none'),
  ]
  const run = barTakenBy(step)
  const met =
    run === undefined
      ? []
      : [...results.values()].flatMap((r) => (trimsOf([r], run).length > 0 ? [[r.id, r.basis]] : []))
  const waits = waiting?.finding?.message
  return JSON.stringify([
    choicesOf(step),
    fieldsOf(resolved),
    inputs,
    met,
    waits,
    part.units.length,
    built,
    chordError,
  ])
}

const fieldTexts = new WeakMap<ResolvedFields, string>()

/** A step's fields as text; kept with them, as they are the same object for as long as nothing in them can change. */
function fieldsOf(resolved: ResolvedFields): string {
  let text = fieldTexts.get(resolved)
  if (text === undefined) {
    const { fields, faults, alongKey } = resolved
    fieldTexts.set(resolved, (text = JSON.stringify([fields, faults, alongKey])))
  }
  return text
}
