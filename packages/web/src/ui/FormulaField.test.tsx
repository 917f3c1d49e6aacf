import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { METRIC } from '@flexum/core/recipe'
import { surroundingsOf, evaluateValues, type Formula } from '@flexum/core/units'
import { FormulaField, showValue, type FormulaFieldProps } from './FormulaField.tsx'

const bare = { length: 'mm', mass: 'kg' } as const
const around = surroundingsOf(
  evaluateValues([{ name: 'reach', dimension: 'length', formula: '42' }], {}, bare),
  bare,
)

function setUp(over: Partial<FormulaFieldProps> = {}) {
  const onCommit = vi.fn<(f: Formula) => void>()
  const props: FormulaFieldProps = {
    label: 'Wall',
    formula: '2',
    dimension: 'length',
    result: { value: 2, assumed: [] },
    units: METRIC,
    around,
    onCommit,
    ...over,
  }
  render(<FormulaField {...props} />)
  return { field: screen.getByLabelText<HTMLInputElement>('Wall'), onCommit }
}

describe('a formula field', () => {
  it('shows the value, and under it the formula when it uses names', () => {
    const { field } = setUp({ formula: 'reach / 3', result: { value: 14, assumed: [] } })
    expect(field).toHaveValue('14.000')
    expect(field).toHaveAccessibleDescription('reach / 3')
  })
  it('echoes what is understood while typing, with the units it assumed', () => {
    const { field, onCommit } = setUp()
    fireEvent.focus(field)
    fireEvent.change(field, { target: { value: 'reach + 3' } })
    expect(field).toHaveAccessibleDescription('= 45.000 mm, 3 taken as 3 mm')
    fireEvent.blur(field)
    expect(onCommit).toHaveBeenCalledExactlyOnceWith('reach + 3')
  })
  it('says what is wrong while typing, and still keeps it when left', () => {
    const { field, onCommit } = setUp()
    fireEvent.focus(field)
    fireEvent.change(field, { target: { value: '12 kg' } })
    expect(field).toBeInvalid()
    expect(field).toHaveAccessibleDescription(/"12 kg" is a mass; a length is needed here/)
    fireEvent.blur(field)
    expect(onCommit).toHaveBeenCalledExactlyOnceWith('12 kg')
  })
  it('shows the finding on it when nobody types', () => {
    const { field } = setUp({ result: undefined, fault: 'Wall: too thick', formula: '99' })
    expect(field).toHaveValue('99')
    expect(field).toBeInvalid()
    expect(field).toHaveAccessibleDescription(/too thick/)
  })
  it('takes bare figures in the unit that is shown', () => {
    const units = { length: { unit: 'in', style: { kind: 'decimal', places: 3 } }, mass: 'kg' } as const
    const { field, onCommit } = setUp({ units, result: { value: 25.4, assumed: [] }, formula: '25.4' })
    expect(field).toHaveValue('1.000')
    fireEvent.focus(field)
    expect(field).toHaveValue('25.4 mm')
    fireEvent.change(field, { target: { value: '2' } })
    fireEvent.blur(field)
    expect(onCommit).toHaveBeenCalledExactlyOnceWith({ text: '2', bare: 'in' })
  })
  it('shows each dimension in its own way', () => {
    expect(showValue(Math.PI / 6, 'angle', METRIC)).toBe('30°')
    expect(showValue(7.9e-6, 'density', METRIC)).toBe('7.9 g/cm3')
    expect(showValue(0.5, 'number', METRIC)).toBe('0.5')
  })
})
