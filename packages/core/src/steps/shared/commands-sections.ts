import { countingIds, fail, fault, ok, own, type Id, type Result } from '../../base/index.ts'
import {
  definedIn,
  emptyPart,
  idsIn,
  LIMITS,
  overridesInForce,
  stepOf,
  type NamedValue,
  type Part,
  kindOf,
  mapStepFormulas,
  needsOf,
  type Step,
} from '../../document/index.ts'
import type { SectionSource } from '../stock-profile/typed.ts'
import type { SketchStep } from '../sketch/typed.ts'
import { namesUsed, type Formula } from '../../units/index.ts'
import { isProfile, type ProfileStep } from './commands-profile.ts'
import { type Command, freeName, renameEverywhere, takenName } from '../../edit/index.ts'

/** The profile of a section kept as a small part, and its sketch if it has one. */
export function profileOf(
  section: Part,
): { readonly profile: ProfileStep; readonly sketch?: SketchStep } | undefined {
  const profile = section.steps.find(isProfile)
  if (!profile) return undefined
  const sketch =
    profile.kind === 'sketch-profile' ? section.steps.find((s) => s.id === profile.sketch) : undefined
  return sketch?.kind === 'sketch' ? { profile, sketch } : { profile }
}

/**
 * A profile with all it stands on, as a small part of its own: its sketch, and the values its formulas use with what they
 * are in the variant in force. Refused where it uses what another step measures.
 */
export function takeSection(part: Part, step: Id, name: string): Result<Part> {
  const profile = stepOf(part, step)
  if (!isProfile(profile)) return fail(fault('section.none', 'there is no profile to save'))
  const sketch = profile.kind === 'sketch-profile' ? stepOf(part, profile.sketch) : undefined
  if (sketch?.kind === 'sketch' && (sketch.plane.kind === 'square' || sketch.plane.kind === 'nodes'))
    return fail(fault('section.plane', 'its sketch lies on a path; lay it on a plane of its own first'))
  const { source: _, ...bare } = profile
  const steps: Step[] = [...(sketch ? [sketch] : []), { ...bare, aside: false } as ProfileStep]
  const here = new Set(definedIn({ steps }).map((d) => d.name))
  const overrides = overridesInForce(part)
  const values = new Map<string, NamedValue>()
  const missing = new Set<string>()
  const need = (f: Formula): Formula => {
    for (const used of namesUsed(f)) {
      if (here.has(used) || values.has(used)) continue
      const value = part.values.find((v) => v.name === used)
      if (!value) missing.add(used)
      else {
        const formula = own(overrides, used) ?? value.formula
        values.set(used, { ...value, formula })
        need(formula)
      }
    }
    return f
  }
  steps.forEach((s) => mapStepFormulas(s, need))
  if (missing.size > 0)
    return fail(
      fault(
        'section.names',
        `it uses ${[...missing].map((n) => `"${n}"`).join(', ')}, which is not a value of this part`,
      ),
    )
  const inOrder = part.values.flatMap((v) => values.get(v.name) ?? [])
  return ok({ ...emptyPart(name), units: part.units, values: inOrder, steps })
}

/**
 * Puts a section into a part: before a place of the recipe, or in place of a profile (which keeps its id, so that runs keep
 * carrying it). Names that are taken by something else are given others; a value that is the same is shared.
 */
export const putSection: Command<{
  section: Part
  source: SectionSource
  /** Before which step; at the end without. */
  before?: Id | undefined
  /** The profile it takes the place of. */
  replaces?: Id | undefined
  /** Id of the profile when it is new. */
  id: Id
}> = (part, args) => {
  const old = args.replaces === undefined ? undefined : stepOf(part, args.replaces)
  if (args.replaces !== undefined && !isProfile(old))
    return fail(fault('section.none', 'the profile it should replace is not there'))
  const without = isProfile(old) ? withoutOwnSketch(part, old) : part
  const fitted = withFreeNames(args.section, without)
  const found = profileOf(fitted)
  if (!found) return fail(fault('section.empty', 'this section holds no profile'))
  if (without.steps.length + 2 > LIMITS.steps)
    return fail(fault('edit.too-many', `a recipe has at most ${LIMITS.steps} steps`))
  const ids = countingIds('s', [...idsIn(without), ...idsIn(part), args.id])
  const sketch = found.sketch && { ...found.sketch, id: ids() }
  const profile = {
    ...found.profile,
    id: old?.id ?? args.id,
    source: args.source,
    ...(sketch ? { sketch: sketch.id } : {}),
  } as ProfileStep
  const valueIds = countingIds('v', [...idsIn(part), ...idsIn(without)])
  const values = fitted.values
    .filter((v) => !without.values.some((w) => w.name === v.name))
    .map((v) => ({ ...v, id: valueIds() }))
  const steps = old
    ? without.steps.flatMap((s): Step[] => (s.id === old.id ? [...(sketch ? [sketch] : []), profile] : [s]))
    : placed(without, [...(sketch ? [sketch] : []), profile], args.before)
  return ok({ ...without, values: [...without.values, ...values], steps })
}

function placed(part: Part, added: readonly Step[], before: Id | undefined): Step[] {
  const at = before === undefined ? -1 : part.steps.findIndex((s) => s.id === before)
  const index = at < 0 ? part.steps.length : at
  return [...part.steps.slice(0, index), ...added, ...part.steps.slice(index)]
}

/** The part without the sketch that only this profile is taken from. */
function withoutOwnSketch(part: Part, profile: ProfileStep): Part {
  if (profile.kind !== 'sketch-profile') return part
  const { sketch } = profile
  const others = part.steps.some((s) => s.id !== profile.id && needsOf(s).includes(sketch))
  return others ? part : { ...part, steps: part.steps.filter((s) => s.id !== sketch) }
}

/** The section with other names for values and dimensions where the part has those names for something else. */
function withFreeNames(section: Part, part: Part): Part {
  let fitted = section
  const names = [...section.values.map((v) => v.name), ...definedIn(section).map((d) => d.name)]
  for (const name of names) {
    const value = fitted.values.find((v) => v.name === name)
    const there = part.values.find((v) => v.name === name)
    const same =
      value && there && value.dimension === there.dimension && sameFormula(value.formula, there.formula)
    if (same || takenName(part, name) === undefined) continue
    const other = freeName(part, `${name}_`, names)
    fitted = withName(renameEverywhere(fitted, name, other), name, other)
  }
  return fitted
}

const sameFormula = (a: Formula, b: Formula): boolean => JSON.stringify(a) === JSON.stringify(b)

/** The value or dimension of a name with another; formulas have been rewritten already. */
function withName(section: Part, from: string, to: string): Part {
  return {
    ...section,
    values: section.values.map((v) => (v.name === from ? { ...v, name: to } : v)),
    steps: section.steps.map((s): Step => kindOf(s).renamed?.(s, from, to) ?? s),
  }
}
