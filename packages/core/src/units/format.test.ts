import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  formatAngle,
  formatDensity,
  formatExact,
  formatFraction,
  formatLength,
  formatLengthExact,
  formatDigits,
  formatMass,
  resolveFormula,
} from './index.ts'

describe('formatting', () => {
  it('shows lengths as decimals or inch fractions', () => {
    expect(formatLength(987.0384, { unit: 'mm', style: { kind: 'decimal', places: 3 } })).toBe('987.038 mm')
    expect(formatLength(987.425, { unit: 'in', style: { kind: 'fraction', denominator: 64 } })).toBe(
      '38 7/8 in',
    )
    expect(formatLength(-0.00001, { unit: 'mm', style: { kind: 'decimal', places: 2 } })).toBe('0.00 mm')
    expect(formatLengthExact(25.4 / 3, 'in')).toBe('0.333333333333 in')
  })
  it('marks fractions that are not exact', () => {
    expect(formatFraction(1.375, 8)).toBe('1 3/8')
    expect(formatFraction(1.38, 8)).toBe('~1 3/8')
    expect(formatFraction(-0.5, 16)).toBe('-1/2')
    expect(formatFraction(0, 16)).toBe('0')
    expect(formatFraction(0.999, 2)).toBe('~1')
  })
  it('shows angles, masses and densities', () => {
    expect(formatAngle(Math.PI / 4, 1)).toBe('45.0°')
    expect(formatMass(0.45359237, 'lb')).toBe('1.000 lb')
    expect(formatMass(0.009877, 'kg')).toBe('9.877 g')
    expect(formatMass(0.99996, 'kg')).toBe('1000 g')
    expect(formatMass(1.23456, 'kg')).toBe('1.235 kg')
    expect(formatMass(1.23456, 'g')).toBe('1235 g')
    expect(formatMass(12345.6, 'kg')).toBe('12346 kg')
    expect(formatMass(0.0000123456, 'lb')).toBe('0.00002722 lb')
    expect(formatMass(0, 'kg')).toBe('0 g')
    expect(formatMass(-0.5, 'kg')).toBe('-500.0 g')
    // Only the digits that hold.
    expect(formatMass(1.23456, 'kg', 0.02)).toBe('1.2 kg')
    expect(formatMass(0.123456, 'kg', 0.0004)).toBe('123 g')
    // Wire of half a millimetre, kg a metre.
    expect(formatDigits(Math.PI * 0.0625 * 7.85e-3, 4)).toBe('0.001541')
    expect(formatDigits(0.99999, 4)).toBe('1.000')
    expect(formatDensity(7.9e-6, 'g/cm3', 2)).toBe('7.90 g/cm3')
    expect(formatDensity(7.9e-6, 'kg/m3', 0)).toBe('7900 kg/m3')
    expect(formatDensity(7.9e-6, 'lb/in3', 4)).toBe('0.2854 lb/in3')
    expect(formatExact(0.1 + 0.2)).toBe('0.3')
  })
  it('reads back what it shows as a fraction', () => {
    const bare = { length: 'in', mass: 'kg' } as const
    fc.assert(
      fc.property(fc.integer({ min: -6400, max: 6400 }), (n) => {
        const shown = formatFraction(n / 64, 64)
        const read = resolveFormula(`${shown} in`, 'length', { bare, lookup: () => undefined })
        expect(read.ok && read.value.value).toBeCloseTo((n / 64) * 25.4, 9)
      }),
    )
  })
})
