import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Result } from '../base/index.ts'
import {
  checkName,
  evaluateValues,
  namesUsed,
  renameInFormula,
  resolveFormula,
  typedFormula,
  type DimensionName,
  type Formula,
  type Quantity,
  type Surroundings,
} from './index.ts'
import { DIMENSIONS } from './dimension.ts'
import { readFormula } from './formula.ts'

const values: Record<string, Quantity> = {
  throat: { value: 14, dimension: DIMENSIONS.length },
  lean: { value: Math.PI / 6, dimension: DIMENSIONS.angle },
  count: { value: 3, dimension: DIMENSIONS.number },
}
const around: Surroundings = {
  bare: { length: 'mm', mass: 'kg' },
  known: Object.keys(values),
  lookup: (name): Result<Quantity> | undefined =>
    values[name] ? { ok: true, value: values[name] } : undefined,
}
const resolve = (f: Formula, needed: DimensionName = 'length') => resolveFormula(f, needed, around)
const value = (f: Formula, needed: DimensionName = 'length'): number => {
  const r = resolve(f, needed)
  if (!r.ok) throw new Error(r.fault.message)
  return r.value.value
}
const refusal = (f: Formula, needed: DimensionName = 'length') => {
  const r = resolve(f, needed)
  if (r.ok) throw new Error(`${JSON.stringify(f)} came to ${r.value.value}`)
  return r.fault
}

describe('written lengths', () => {
  it.each([
    ['12', 12],
    ['12.5 mm', 12.5],
    ['.5cm', 5],
    ['1e3', 1000],
    ['1 3/8', 1.375],
    ['1 3/8 in', 1.375 * 25.4],
    ['3/8 in', 0.375 * 25.4],
    ['3/8"', 0.375 * 25.4],
    ['-3 1/2 in', -88.9],
    [`2'`, 609.6],
    [`2'-3 1/2"`, 27.5 * 25.4],
    [`2' 3 1/2"`, 27.5 * 25.4],
    [`-2'-3"`, -27 * 25.4],
    [`2′-3″`, 27 * 25.4],
    ['2 ft 3 in', 27 * 25.4],
    [`2' - 1 in`, 23 * 25.4],
    ['(1 + 2) in', 76.2],
    ['2 * 3/8 in', 19.05],
    ['1 1/2 / 2', 0.75],
    ['2^3', 8],
    ['-2^2', -4],
    ['2 ^ -1', 0.5],
  ])('%s', (text, mm) => expect(value(text)).toBeCloseTo(mm, 10))

  it('takes bare numbers in the unit shown when they were typed', () => {
    expect(value(typedFormula('1 3/8', 'in'))).toBeCloseTo(34.925, 12)
    expect(value(typedFormula('10 mm', 'in'))).toBe(10)
    expect(typedFormula('5', 'mm')).toBe('5')
  })
})

describe('formulas', () => {
  it.each<[string, DimensionName, number]>([
    ['throat + 3', 'length', 17],
    ['2mm + 3', 'length', 5],
    ['throat * count', 'length', 42],
    ['count * 5', 'length', 15],
    ['25.4mm / 1in', 'number', 1],
    ['throat * sin(30 deg)', 'length', 7],
    ['throat * sin(lean)', 'length', 7],
    ['sin(pi / 2)', 'number', 1],
    ['acos(0)', 'angle', Math.PI / 2],
    ['atan2(1 in, 25.4)', 'angle', Math.PI / 4],
    ['45', 'angle', Math.PI / 4],
    ['lean + 15', 'angle', Math.PI / 4],
    ['sqrt(9 mm2)', 'length', 3],
    ['min(throat, 9)', 'length', 9],
    ['max(1 in, throat)', 'length', 25.4],
    ['round(throat, 5)', 'length', 15],
    ['floor(throat / 4 mm)', 'number', 3],
    ['abs(-throat)', 'length', 14],
    ['7.9 g/cm3', 'density', 7.9e-6],
    ['7.9', 'density', 7.9e-6],
    ['500 g', 'mass', 0.5],
  ])('%s as %s', (text, needed, expected) => expect(value(text, needed)).toBeCloseTo(expected, 12))

  it('says which bare numbers were given a unit', () => {
    const r = resolve('throat + 3')
    expect(r.ok && r.value.assumed).toEqual(['3 taken as 3 mm'])
    const none = resolve('25.4mm / 1in * 1 mm')
    expect(none.ok && none.value.assumed).toEqual([])
  })
})

describe('refusals say what was read and what would fit', () => {
  it.each<[string, string, RegExp]>([
    ['', 'formula.empty', /nothing was typed/],
    ['12 kg', 'formula.wrong-dimension', /"12 kg" is a mass; a length is needed here/],
    ['25.4mm / 1in', 'formula.wrong-dimension', /a plain number; a length is needed.*multiply it by 1 mm/],
    ['throat + lean', 'formula.dimensions', /a length cannot be added to an angle/],
    ['lean - throat', 'formula.dimensions', /a length cannot be taken from an angle/],
    ['3/8/2 in', 'formula.ambiguous', /ambiguous/],
    ['12,5', 'formula.decimal-comma', /write the decimal with a point: 12.5/],
    ['1 3', 'formula.two-numbers', /two numbers side by side/],
    ['1 8/3', 'formula.mixed-number', /not below one/],
    [`2' 3`, 'formula.inches', /need their mark/],
    ['2 throat', 'formula.trailing', /stopped at "throat" after "2"/],
    ['2 *', 'formula.operand', /the formula ends after "2 \*"/],
    ['mm', 'formula.unit-alone', /without a number/],
    ['(1 + 2', 'formula.bracket', /"\)" is missing/],
    ['1 + 2)', 'formula.bracket', /too many/],
    ['1 / 0', 'formula.zero-division', /divides by zero/],
    ['1/0 in', 'formula.zero-division', /divides by zero/],
    ['trhoat', 'formula.unknown-name', /the values here are throat, lean, count/],
    ['foo(1)', 'formula.unknown-function', /there are sin, cos/],
    ['sqrt(0 - 4)', 'formula.domain', /no negative/],
    ['asin(2)', 'formula.domain', /from -1 to 1/],
    ['sin(throat)', 'formula.domain', /takes an angle, not a length/],
    ['floor(throat)', 'formula.domain', /needs a step/],
    ['sin()', 'formula.arguments', /takes 1/],
    ['2 ^ throat', 'formula.exponent', /exponent is a plain number/],
    ['min(throat, lean)', 'formula.dimensions', /mixes a length with an angle/],
    ['12 $', 'formula.sign', /"\$" has no meaning/],
    ['1e300 * 1e300', 'formula.infinite', /no finite value/],
  ])('%s', (text, code, message) => {
    const f = refusal(text)
    expect(f.code).toBe(code)
    expect(f.message).toMatch(message)
  })

  it('points at the place', () => {
    expect(refusal('throat + bogus').span).toEqual({ from: 9, to: 14 })
  })
})

describe('named values', () => {
  const bare = { length: 'mm', mass: 'kg' } as const
  const rows = [
    { name: 'drop', dimension: 'length', formula: 'reach * 2 + wire' },
    { name: 'reach', dimension: 'length', formula: '42' },
    { name: 'wire', dimension: 'length', formula: 'reach / 10.5' },
  ] as const

  it('are computed in order of dependence, with a variant on top', () => {
    const table = evaluateValues(rows, {}, bare)
    expect(table.get('drop')).toMatchObject({ ok: true, value: { value: 88 } })
    const large = evaluateValues(rows, { reach: '63' }, bare)
    expect(large.get('drop')).toMatchObject({ ok: true, value: { value: 132 } })
    expect([...table.keys()]).toEqual(['drop', 'reach', 'wire'])
  })

  it('list the loop they are caught in', () => {
    const table = evaluateValues(
      [
        { name: 'a', dimension: 'length', formula: 'b + 1' },
        { name: 'b', dimension: 'length', formula: 'c' },
        { name: 'c', dimension: 'length', formula: '2 * a' },
        { name: 'd', dimension: 'length', formula: '5' },
      ],
      {},
      bare,
    )
    for (const name of ['a', 'b', 'c']) {
      const r = table.get(name)!
      expect(r.ok).toBe(false)
      if (!r.ok)
        expect(r.fault).toMatchObject({
          code: 'values.cycle',
          message: expect.stringMatching(/a -> b -> c -> a/),
        })
    }
    expect(table.get('d')).toMatchObject({ ok: true, value: { value: 5 } })
  })

  it('fail with a pointer to the value that failed', () => {
    const table = evaluateValues(
      [
        { name: 'a', dimension: 'length', formula: '12 kg' },
        { name: 'b', dimension: 'length', formula: 'a + 1' },
      ],
      {},
      bare,
    )
    expect(table.get('b')).toMatchObject({
      ok: false,
      fault: { code: 'values.failed', message: /"a" has no value/ },
    })
  })
})

describe('names', () => {
  it('are renamed where they stand and nowhere else', () => {
    expect(renameInFormula('throat+  throats * throat', 'throat', 'gap')).toBe('gap+  throats * gap')
    expect(renameInFormula({ text: 'a + 1', bare: 'in' }, 'a', 'b')).toEqual({ text: 'b + 1', bare: 'in' })
    expect(renameInFormula('not a ) formula', 'a', 'b')).toBe('not a ) formula')
  })
  it('may not be units, functions or constants', () => {
    for (const bad of ['mm', 'sin', 'pi', '2x', 'a b', '']) expect(checkName(bad).ok).toBe(false)
    for (const good of ['throat', 'r1', 'länge', '_x']) expect(checkName(good).ok).toBe(true)
  })
  it('are found in a formula once each', () => {
    expect(namesUsed('a + b * sin(a) + pi')).toEqual(['a', 'b'])
  })
})

describe('any input', () => {
  it('gives a finite value or a fault with a sentence, never a throw', () => {
    const alphabet = fc.constantFrom(
      ...`0123456789 .,+-*/^()'"mintf dego throat sin e`.split(''),
      '3/8',
      '1 ',
      'in',
    )
    fc.assert(
      fc.property(fc.array(alphabet, { maxLength: 14 }), (parts) => {
        const r = resolve(parts.join(''))
        if (r.ok) expect(Number.isFinite(r.value.value)).toBe(true)
        else expect(r.fault.message.length).toBeGreaterThan(5)
      }),
      { numRuns: 2000 },
    )
  })
  it('keeps arithmetic of typed decimals', () => {
    const number = fc.integer({ min: 1, max: 99999 }).map((n) => n / 100)
    fc.assert(
      fc.property(number, number, number, (a, b, c) => {
        expect(value(`${a} * ${b} - ${c} / ${a}`)).toBeCloseTo(a * b - c / a, 6)
      }),
    )
  })
})

describe('a bare decimal', () => {
  it('comes to what it comes to as an expression, in every field and unit', () => {
    const decimal = fc.oneof(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((v) => v.toFixed(3)),
      fc.integer({ min: -1e9, max: 1e9 }).map(String),
      fc.constantFrom('0', '-0', '0.5', '00', '.5', '1.', '1e3', ' 7', '12345678901234567890'),
    )
    const needed = fc.constantFrom(...(Object.keys(DIMENSIONS) as (keyof typeof DIMENSIONS)[]))
    const unit = fc.constantFrom('mm', 'in', 'ft', 'm') as fc.Arbitrary<'mm' | 'in'>
    fc.assert(
      fc.property(decimal, needed, unit, (text, dimension, length) => {
        const around = { bare: { length: 'mm', mass: 'kg' }, lookup: () => undefined } as const
        const formula = typedFormula(text, length)
        const read = readFormula(formula, dimension)
        const slow = read.ok ? read.value(around) : read
        expect(resolveFormula(formula, dimension, around)).toEqual(slow)
      }),
      { numRuns: 2000 },
    )
  })
})
