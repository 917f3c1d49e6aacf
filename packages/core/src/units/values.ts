import { fail, fault, ok, own, type Result } from '../base/index.ts'
import { DIMENSIONS, type DimensionName } from './dimension.ts'
import type { BareUnits, Surroundings } from './evaluate.ts'
import { namesUsed, resolveFormula, type Formula } from './formula.ts'
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
  const formulaOf = (v: NamedFormula): Formula => own(overrides, v.name) ?? v.formula

  const lookup: Surroundings['lookup'] = (name) => {
    const result = done.get(name)
    if (!result || result.ok || result.fault.code === 'values.cycle') return result
    return fail(fault('values.failed', `"${name}" has no value: ${result.fault.message}`))
  }
  const around: Surroundings = {
    bare,
    lookup,
    get known() {
      return byName.keys()
    },
  }

  const compute = (value: NamedFormula): void => {
    const result = resolveFormula(formulaOf(value), value.dimension, around)
    done.set(
      value.name,
      result.ok ? ok({ value: result.value.value, dimension: DIMENSIONS[value.dimension] }) : result,
    )
  }

  // Depth first without recursion: what a value needs is worked out before it, however long the chain.
  const open = new Map<string, Iterator<string>>()
  for (const first of values) {
    if (done.has(first.name)) continue
    const way = [first]
    while (way.length > 0) {
      const value = way.at(-1)!
      let needs = open.get(value.name)
      if (!needs) {
        needs = namesUsed(formulaOf(value))[Symbol.iterator]()
        open.set(value.name, needs)
      }
      const next = needs.next()
      if (next.done) {
        if (!done.has(value.name)) compute(value)
        open.delete(value.name)
        way.pop()
        continue
      }
      const needed = byName.get(next.value)
      if (!needed || done.has(needed.name)) continue
      if (!open.has(needed.name)) {
        way.push(needed)
        continue
      }
      const names = way.map((v) => v.name)
      const loop = names.slice(names.indexOf(needed.name))
      const words = [...loop, needed.name].join(' -> ')
      for (const name of loop)
        done.set(name, fail(fault('values.cycle', `the values depend on each other in a loop: ${words}`)))
    }
  }
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
