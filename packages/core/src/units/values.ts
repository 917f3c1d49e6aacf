import { fail, fault, ok, type Result } from '../base/index.ts'
import { DIMENSIONS, type DimensionName } from './dimension.ts'
import type { BareUnits, Surroundings } from './evaluate.ts'
import { resolveFormula, type Formula } from './formula.ts'
import type { Quantity } from './quantity.ts'

/** A value with a name: what it measures and the formula that gives it. */
export interface NamedFormula {
  readonly name: string
  readonly dimension: DimensionName
  readonly formula: Formula
}

/** What every named value came to, in the order given. */
export type ValueTable = ReadonlyMap<string, Result<Quantity>>

/**
 * Computes named values in order of dependence, whatever order they are listed in. `overrides` replaces formulas
 * by name (a variant). A loop is a fault on each value in it that lists the loop; what depends on a failed value
 * fails with a pointer to it.
 */
export function evaluateValues(
  values: readonly NamedFormula[],
  overrides: Readonly<Record<string, Formula>>,
  bare: BareUnits,
): ValueTable {
  const byName = new Map(values.map((v) => [v.name, v]))
  const done = new Map<string, Result<Quantity>>()
  const open: string[] = []

  const compute = (name: string): Result<Quantity> | undefined => {
    const known = done.get(name)
    if (known) return known
    const value = byName.get(name)
    if (!value) return undefined
    const start = open.indexOf(name)
    if (start >= 0) {
      const loop = [...open.slice(start), name].join(' -> ')
      return fail(fault('values.cycle', `the values depend on each other in a loop: ${loop}`))
    }
    open.push(name)
    const formula = overrides[name] ?? value.formula
    const result = resolveFormula(formula, value.dimension, { bare, lookup, known: byName.keys() })
    open.pop()
    const quantity: Result<Quantity> = result.ok
      ? ok({ value: result.value.value, dimension: DIMENSIONS[value.dimension] })
      : result
    done.set(name, quantity)
    return quantity
  }

  const lookup: Surroundings['lookup'] = (name) => {
    const result = compute(name)
    if (!result || result.ok || result.fault.code === 'values.cycle') return result
    return fail(fault('values.failed', `"${name}" has no value: ${result.fault.message}`))
  }

  for (const v of values) compute(v.name)
  return new Map(values.map((v) => [v.name, done.get(v.name)!]))
}

/** Surroundings that see the given values. */
export function surroundingsOf(values: ValueTable, bare: BareUnits): Surroundings {
  return {
    bare,
    get known() {
      return values.keys()
    },
    lookup: (name) => {
      const found = values.get(name)
      if (!found || found.ok) return found
      return fail(fault('values.failed', `"${name}" has no value: ${found.fault.message}`))
    },
  }
}
