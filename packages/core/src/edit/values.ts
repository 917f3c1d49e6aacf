import { fail, fault, ok, type Id, type Result } from '../base/index.ts'
import { LIMITS, type NamedValue, type Part, type Variant } from '../document/index.ts'
import { checkName, type DimensionName, type Formula } from '../units/index.ts'
import type { Command } from './command.ts'
import { countUses, renameEverywhere, takenName } from './names.ts'

function checkFree(part: Part, name: string, except?: Id): Result<string> {
  const form = checkName(name)
  if (!form.ok) return form
  const taken = takenName(part, name, except)
  if (taken) return fail(fault('values.taken', `there is ${taken} named "${name}" already`))
  return ok(name)
}

const valueOf = (part: Part, id: Id): Result<NamedValue> => {
  const value = part.values.find((v) => v.id === id)
  return value ? ok(value) : fail(fault('values.none', `there is no value "${id}" in this part`))
}

const withValue = (part: Part, value: NamedValue): Part => ({
  ...part,
  values: part.values.map((v) => (v.id === value.id ? value : v)),
})

export const addValue: Command<{ value: NamedValue }> = (part, { value }) => {
  if (part.values.length >= LIMITS.values) {
    return fail(fault('edit.too-many', `a part has at most ${LIMITS.values} values`))
  }
  const free = checkFree(part, value.name)
  return free.ok ? ok({ ...part, values: [...part.values, value] }) : free
}

/** Takes a value out; one that formulas use stays and says how many do. */
export const removeValue: Command<{ value: Id }> = (part, args) => {
  const value = valueOf(part, args.value)
  if (!value.ok) return value
  const uses = countUses(part).get(value.value.name) ?? 0
  if (uses > 0) {
    return fail(fault('values.in-use', `${uses} formula(s) use "${value.value.name}"; change those first`))
  }
  const variants = part.variants.map((v) => without(v, value.value.name))
  return ok({ ...part, values: part.values.filter((v) => v.id !== args.value), variants })
}

function without(variant: Variant, name: string): Variant {
  const { [name]: _, ...overrides } = variant.overrides
  return { ...variant, overrides }
}

/** Gives a value another name and rewrites every formula that uses it. */
export const renameValue: Command<{ value: Id; name: string }> = (part, args) => {
  const value = valueOf(part, args.value)
  if (!value.ok) return value
  const free = checkFree(part, args.name, args.value)
  if (!free.ok) return free
  const from = value.value.name
  if (from === args.name) return ok(part)
  const renamed = withValue(part, { ...value.value, name: args.name })
  return ok(renameEverywhere(renamed, from, args.name))
}

export const setValueFormula: Command<{ value: Id; formula: Formula }> = (part, args) => {
  const value = valueOf(part, args.value)
  return value.ok ? ok(withValue(part, { ...value.value, formula: args.formula })) : value
}

export const setValueDimension: Command<{ value: Id; dimension: DimensionName }> = (part, args) => {
  const value = valueOf(part, args.value)
  return value.ok ? ok(withValue(part, { ...value.value, dimension: args.dimension })) : value
}

export const addVariant: Command<{ variant: Variant }> = (part, { variant }) =>
  part.variants.length >= LIMITS.variants
    ? fail(fault('edit.too-many', `a part has at most ${LIMITS.variants} variants`))
    : ok({ ...part, variants: [...part.variants, variant] })

export const removeVariant: Command<{ variant: Id }> = (part, args) =>
  ok({
    ...part,
    variants: part.variants.filter((v) => v.id !== args.variant),
    variant: part.variant === args.variant ? null : part.variant,
  })

export const renameVariant: Command<{ variant: Id; name: string }> = (part, args) =>
  ok({ ...part, variants: part.variants.map((v) => (v.id === args.variant ? { ...v, name: args.name } : v)) })

/** Puts a variant in force; null for the values as they are. */
export const chooseVariant: Command<{ variant: Id | null }> = (part, args) =>
  args.variant !== null && !part.variants.some((v) => v.id === args.variant)
    ? fail(fault('values.none', `there is no variant "${args.variant}" in this part`))
    : ok({ ...part, variant: args.variant })

/** Sets what a variant says of a value; undefined lets the value's own formula stand. */
export const setOverride: Command<{ variant: Id; name: string; formula: Formula | undefined }> = (
  part,
  args,
) =>
  ok({
    ...part,
    variants: part.variants.map((v) => {
      if (v.id !== args.variant) return v
      return args.formula === undefined
        ? without(v, args.name)
        : { ...v, overrides: { ...v.overrides, [args.name]: args.formula } }
    }),
  })
