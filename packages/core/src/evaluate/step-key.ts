import { barTakenBy, mapStepFormulas, needsOf, type Step } from '../document/index.ts'
import { bodiesNeeded, trimsOf, type Scope } from './context.ts'
import type { ResolvedFields } from './fields.ts'
import { memoBy } from '../base/index.ts'

/** All of a step but its formulas, as text. */
const choicesOf = memoBy((step: Step): string => JSON.stringify(mapStepFormulas(step, () => '')))

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

/** A step's fields as text: they are the same object for as long as nothing in them can change. */
const fieldsOf = memoBy(({ fields, faults, alongKey }: ResolvedFields): string =>
  JSON.stringify([fields, faults, alongKey]),
)
