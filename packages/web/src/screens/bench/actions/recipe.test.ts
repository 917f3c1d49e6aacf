import { describe, expect, it } from 'vitest'
import { freshStep, STARTERS, type FormingStep, type Part } from '@flexum/core/recipe'
import { borneBy } from './recipe.ts'

const bent = (change: (step: FormingStep) => FormingStep): Part => {
  const part = STARTERS.angle.make('Angle')
  const made = freshStep(part, 'forming', { id: 'forming' })
  if (!made.ok || made.value.kind !== 'forming') throw new Error('no forming')
  return { ...part, steps: [...part.steps, change(made.value)] }
}

describe('what the bends of a path must keep to', () => {
  it('is what the stock and the bender of its run bear', () => {
    const part = bent((s) => ({
      ...s,
      stock: { ...s.stock, smallest: '45 mm' },
      bender: { ...s.bender, clamp: '30', pressure: '1 in' },
    }))
    expect(borneBy(part, 'path')).toEqual({ radius: '45 mm', straight: '30', last: '1 in' })
    expect(borneBy(part, 'other')).toEqual({})
  })
  it('is nothing where nothing is said', () => {
    const none = bent((s) => ({
      ...s,
      stock: { ...s.stock, smallest: '0' },
      bender: { ...s.bender, clamp: '0', pressure: '0' },
    }))
    expect(borneBy(none, 'path')).toEqual({})
    expect(borneBy(STARTERS.angle.make('Angle'), 'path')).toEqual({})
  })
})
