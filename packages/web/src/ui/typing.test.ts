import { describe, expect, it } from 'vitest'
import { editedFormula, textToEdit } from './typing.ts'

describe('editing a field while another unit is shown', () => {
  it('says the unit of a number typed in another one, and leaves it alone when untouched', () => {
    expect(textToEdit('150', 'in', true)).toBe('150 mm')
    expect(textToEdit('150', 'mm', true)).toBe('150')
    expect(textToEdit('reach + 3', 'in', true)).toBe('reach + 3')
    expect(textToEdit('30', 'in', false)).toBe('30')
    expect(editedFormula('150', '150 mm', 'in', true)).toBe('150')
  })
  it('takes what is typed anew in the shown unit', () => {
    expect(editedFormula('150', ' 6 ', 'in', true)).toEqual({ text: '6', bare: 'in' })
    expect(editedFormula('150', '6', 'mm', true)).toBe('6')
    expect(editedFormula('0', '45', 'in', false)).toBe('45')
  })
  it('keeps the unit of a formula that is worked over', () => {
    expect(editedFormula('reach + 3', 'reach + 4', 'in', true)).toBe('reach + 4')
    expect(editedFormula({ text: 'reach + 3', bare: 'in' }, 'reach + 4', 'mm', true)).toEqual({
      text: 'reach + 4',
      bare: 'in',
    })
    expect(editedFormula('reach + 3', '4', 'in', true)).toEqual({ text: '4', bare: 'in' })
  })
})
