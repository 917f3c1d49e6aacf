import { countingIds, type Id, type Result } from '../base/index.ts'
import { kindNamed, kindOf, type Step, type StepKindName } from './registry.ts'
import type { Around } from './kind.ts'
import { idsIn, type Part } from './part.ts'

/** A new step of a kind for the end of the recipe, or before a step of it, with sizes to start from; or what it needs first. */
export function freshStep<K extends StepKindName>(
  part: Part,
  kind: K,
  { id, name, before }: { readonly id: Id; readonly name?: string; readonly before?: number },
): Result<Extract<Step, { kind: K }>> {
  const steps = part.steps.slice(0, before)
  const known = kindNamed(kind)
  if (!known) throw new Error(`there is no kind of step "${kind}"`)
  const around: Around = {
    unit: part.units.length.unit,
    last: (gives, without) =>
      steps.findLast((s) => {
        const given = kindOf(s).gives
        return given.includes(gives) && !(without && given.includes(without))
      })?.id,
    all: (gives) => steps.filter((s) => kindOf(s).gives.includes(gives)).map((s) => s.id),
    inputOf(of, gives) {
      const step = steps.find((s) => s.id === of)
      return (
        step &&
        kindOf(step)
          .inputs(step)
          .find((i) => i.gives === gives)?.id
      )
    },
    isBetweenFaces: (of) => steps.some((s) => s.id === of && kindOf(s).isBetweenFaces === true),
    ids: (prefix) => countingIds(prefix, [...idsIn(part), id]),
  }
  const made = known.fresh({ id, name: name ?? unusedName(part, known.title), aside: false }, around)
  const called = name === undefined && made.ok ? known.called?.(made.value, part.steps) : undefined
  const own =
    made.ok && called !== undefined
      ? { ...made, value: { ...made.value, name: unusedName(part, called) } }
      : made
  return own as Result<Extract<Step, { kind: K }>>
}

/** A name that no step has yet: the title of its kind, or that with a number. */
function unusedName(part: Part, title: string): string {
  const names = new Set(part.steps.map((s) => s.name))
  for (let n = 1; ; n++) {
    const name = n === 1 ? title : `${title} ${n}`
    if (!names.has(name)) return name
  }
}
