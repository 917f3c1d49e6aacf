import { describe, expect, it } from 'vitest'
import { compareExpected } from './index.ts'

describe('an expected figure', () => {
  it('is compared to as many decimals as it was typed with', () => {
    const mass = (text: string) => compareExpected({ of: 'mass', text, unit: 'kg' }, 0.18394)
    expect(mass('0.18')).toEqual({ agrees: true, is: '0.18' })
    expect(mass('0.184')).toEqual({ agrees: true, is: '0.184' })
    expect(mass('0.1840')).toEqual({ agrees: false, is: '0.1839' })
    expect(mass('0,1839')).toEqual({ agrees: true, is: '0.1839' })
    expect(mass('0')).toEqual({ agrees: true, is: '0' })
  })
  it('stays in the unit that it was typed in', () => {
    expect(compareExpected({ of: 'length', text: '10.00', unit: 'in' }, 254)).toEqual({
      agrees: true,
      is: '10.00',
    })
    expect(compareExpected({ of: 'volume', text: '1.5', unit: 'cm' }, 1500)).toEqual({
      agrees: true,
      is: '1.5',
    })
    expect(compareExpected({ of: 'mass', text: 'much', unit: 'kg' }, 1)).toBeUndefined()
    expect(compareExpected({ of: 'mass', text: '1', unit: 'mm' }, 1)).toBeUndefined()
  })
})
