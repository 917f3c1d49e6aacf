import { fail, ok, spend, type Fault, type Result, keptWith } from '../base/index.ts'
import { mapStepFormulas, type Step } from '../document/index.ts'
import {
  DIMENSIONS,
  formulaText,
  formulaUnit,
  isDecimal,
  namesUsed,
  readFormula,
  resolveFormula,
  type Surroundings,
} from '../units/index.ts'
import type { FieldResult } from './output.ts'

/** A formula worked out along a run: a function of its share `t` (0 to 1) and the length `s` so far, mm. */
export type AlongField = (t: number, s: number) => Result<number>

/** The formula fields of a step worked out, by their addresses. */
export interface ResolvedFields {
  readonly fields: Readonly<Record<string, FieldResult>>
  readonly faults: readonly { readonly field: string; readonly fault: Fault }[]
  readonly along: Readonly<Record<string, AlongField>>
  /** All that formulas along the run depend on: their texts, what bare lengths in them are, and what their names stand for. */
  readonly alongKey: string
}

/** Where a formula along a run is first looked at, to tell whether it can be read and what it assumes. */
const LOOK = 0.37

/** Fields of steps in which every formula is a bare decimal: they come to the same whatever names there are. */
const plain = keptWith<Step, ResolvedFields>()

export function resolveStep(step: Step, around: Surroundings): ResolvedFields {
  const known = around.bare.mass === 'kg' ? plain.get(step) : undefined
  if (known) return known
  let decimals = around.bare.mass === 'kg'
  const fields: Record<string, FieldResult> = {}
  const faults: { field: string; fault: Fault }[] = []
  const along: Record<string, AlongField> = {}
  const keys: unknown[] = []
  mapStepFormulas(step, (formula, field, dimension, isAlong) => {
    decimals &&= !isAlong && isDecimal(formula)
    if (!isAlong) {
      const r = resolveFormula(formula, dimension, around)
      if (r.ok) fields[field] = r.value
      else faults.push({ field, fault: r.fault })
      return formula
    }
    const read = readFormula(formula, dimension)
    const at: AlongField = (t, s) => {
      spend(10, 'a formula along the run')
      if (!read.ok) return read
      const r = read.value(alongRun(around, t, s))
      return r.ok ? ok(r.value.value) : fail(r.fault)
    }
    const first = at(LOOK, LOOK * 1000)
    if (first.ok) fields[field] = { value: first.value, assumed: assumedIn(read, around) }
    else faults.push({ field, fault: first.fault })
    along[field] = at
    const names = namesUsed(formula).map((name) => [name, around.lookup(name)])
    keys.push(field, formulaText(formula), formulaUnit(formula), names)
    return formula
  })
  const resolved: ResolvedFields = { fields, faults, along, alongKey: JSON.stringify(keys) }
  if (decimals) plain.put(step, resolved)
  return resolved
}

/** Surroundings that also see the place along the run. */
export function alongRun(around: Surroundings, t: number, s: number): Surroundings {
  const own = { t: { value: t, dimension: DIMENSIONS.number }, s: { value: s, dimension: DIMENSIONS.length } }
  return {
    bare: around.bare,
    get known() {
      return ['t', 's', ...(around.known ?? [])]
    },
    lookup: (name) => (name === 't' || name === 's' ? ok(own[name]) : around.lookup(name)),
  }
}

function assumedIn(read: ReturnType<typeof readFormula>, around: Surroundings): readonly string[] {
  const r = read.ok ? read.value(alongRun(around, LOOK, LOOK * 1000)) : read
  return r.ok ? r.value.assumed : []
}
