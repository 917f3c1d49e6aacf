import type { Id } from '../base/index.ts'
import { definedIn, mapSame, mapStepFormulas, type Part, type Step, type Variant } from '../document/index.ts'
import { namesUsed, renameInFormula, type Formula } from '../units/index.ts'

/** What has a name already: "a value" or "a dimension"; undefined if it is free. */
export function takenName(part: Part, name: string, exceptValue?: Id): string | undefined {
  if (part.values.some((v) => v.name === name && v.id !== exceptValue)) return 'a value'
  return definedIn(part).some((d) => d.name === name) ? 'a dimension' : undefined
}

/** A name of a prefix and a number that nothing has yet; `more` are names about to be given. */
export function freeName(part: Part, prefix: string, more: Iterable<string> = []): string {
  const taken = new Set([...more, ...part.values.map((v) => v.name), ...definedIn(part).map((d) => d.name)])
  let n = 1
  while (taken.has(`${prefix}${n}`)) n++
  return `${prefix}${n}`
}

/** Every formula that uses a name, rewritten to use another. */
export function renameEverywhere(part: Part, from: string, to: string): Part {
  const rename = (f: Formula): Formula => renameInFormula(f, from, to)
  const variants = part.variants.map((v): Variant => {
    const entries = Object.entries(v.overrides).map(([k, f]) => [k === from ? to : k, rename(f)] as const)
    return { ...v, overrides: Object.fromEntries(entries) }
  })
  return {
    ...part,
    variants,
    values: part.values.map((v) => ({ ...v, formula: rename(v.formula) })),
    steps: mapSame(part.steps, (s): Step => mapStepFormulas(s, rename)),
  }
}

/** How many formulas use each name, over steps, values and variants. */
export function countUses(part: Part): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  const count = (f: Formula): Formula => {
    for (const name of namesUsed(f)) counts.set(name, (counts.get(name) ?? 0) + 1)
    return f
  }
  part.steps.forEach((s) => mapStepFormulas(s, count))
  part.values.forEach((v) => count(v.formula))
  part.variants.forEach((v) => Object.values(v.overrides).forEach(count))
  return counts
}
