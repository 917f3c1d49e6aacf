import { fail, fault, ok, type Fault, type Result } from '../base/index.ts'
import {
  ANGLE,
  describeDimension,
  isPlain,
  PLAIN,
  powerDimension,
  sameDimension,
  type Dimension,
} from './dimension.ts'

/** What a function works on: an internal value, its dimension, and whether it is still a bare number. */
export interface Term {
  readonly value: number
  readonly dimension: Dimension
  readonly bare: boolean
}

interface FormulaFunction {
  readonly least: number
  readonly most: number
  /** True when arguments must agree, bare numbers taking the unit of the others. */
  readonly alike: boolean
  apply(args: readonly Term[]): Result<Term>
}

const plain = (value: number): Term => ({ value, dimension: PLAIN, bare: false })
const angle = (value: number): Term => ({ value, dimension: ANGLE, bare: false })

function domainFault(name: string, said: string): Fault {
  return fault('formula.domain', `${name} ${said}`)
}

/** sin, cos, tan: of an angle; a plain number is radian, as in mathematics. */
function ofAngle(name: string, f: (x: number) => number): FormulaFunction {
  return {
    least: 1,
    most: 1,
    alike: false,
    apply: ([x]) =>
      isPlain(x!.dimension) || sameDimension(x!.dimension, ANGLE)
        ? ok(plain(f(x!.value)))
        : fail(domainFault(name, `takes an angle, not ${describeDimension(x!.dimension)}`)),
  }
}

/** asin, acos, atan: of a plain number, giving an angle. */
function toAngle(name: string, f: (x: number) => number): FormulaFunction {
  return {
    least: 1,
    most: 1,
    alike: false,
    apply: ([x]) => {
      if (!isPlain(x!.dimension)) {
        return fail(domainFault(name, `takes a plain number, not ${describeDimension(x!.dimension)}`))
      }
      const value = f(x!.value)
      return Number.isNaN(value)
        ? fail(domainFault(name, `takes a number from -1 to 1, not ${x!.value}`))
        : ok(angle(value))
    },
  }
}

/** floor, ceil, round: of a plain number, or with a second argument to whole steps of that size. */
function toSteps(name: string, f: (x: number) => number): FormulaFunction {
  return {
    least: 1,
    most: 2,
    alike: true,
    apply: ([x, step]) => {
      if (step) {
        if (step.value === 0) return fail(domainFault(name, 'cannot round to steps of 0'))
        return ok({ ...x!, value: f(x!.value / step.value) * step.value })
      }
      return isPlain(x!.dimension)
        ? ok({ ...x!, value: f(x!.value) })
        : fail(
            domainFault(name, `of ${describeDimension(x!.dimension)} needs a step as well: ${name}(x, 1 mm)`),
          )
    },
  }
}

function choosing(f: (...x: number[]) => number): FormulaFunction {
  return {
    least: 1,
    most: Infinity,
    alike: true,
    apply: (args) =>
      ok({
        value: f(...args.map((a) => a.value)),
        dimension: args[0]!.dimension,
        bare: args.every((a) => a.bare),
      }),
  }
}

const sqrt: FormulaFunction = {
  least: 1,
  most: 1,
  alike: false,
  apply: ([x]) =>
    x!.value < 0
      ? fail(domainFault('sqrt', `takes no negative number, and this one is ${x!.value}`))
      : ok({ value: Math.sqrt(x!.value), dimension: powerDimension(x!.dimension, 0.5), bare: x!.bare }),
}

const atan2: FormulaFunction = {
  least: 2,
  most: 2,
  alike: true,
  apply: ([y, x]) => ok(angle(Math.atan2(y!.value, x!.value))),
}

const abs: FormulaFunction = {
  least: 1,
  most: 1,
  alike: false,
  apply: ([x]) => ok({ ...x!, value: Math.abs(x!.value) }),
}

/** The functions a formula may call. */
export const FUNCTIONS: ReadonlyMap<string, FormulaFunction> = new Map([
  ['sin', ofAngle('sin', Math.sin)],
  ['cos', ofAngle('cos', Math.cos)],
  ['tan', ofAngle('tan', Math.tan)],
  ['asin', toAngle('asin', Math.asin)],
  ['acos', toAngle('acos', Math.acos)],
  ['atan', toAngle('atan', Math.atan)],
  ['atan2', atan2],
  ['sqrt', sqrt],
  ['abs', abs],
  ['min', choosing(Math.min)],
  ['max', choosing(Math.max)],
  ['floor', toSteps('floor', Math.floor)],
  ['ceil', toSteps('ceil', Math.ceil)],
  ['round', toSteps('round', Math.round)],
])

/** The numbers a formula may name without anybody having given them. */
export const CONSTANTS: ReadonlyMap<string, number> = new Map([['pi', Math.PI]])
