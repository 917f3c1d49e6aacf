import { describe, expect, it } from 'vitest'
import { freshStep, type Part } from '../recipe/index.ts'
import { createEvaluator } from '../recipe/evaluated/index.ts'
import { barOn, throughNodes } from '../../testing/parts.ts'
import { bendSheetOf } from './bend-sheet.ts'

const rail = (): Part => {
  const path = throughNodes([
    ['0', '0', '0'],
    ['100', '0', '0', '20'],
    ['100', '80', '0', '20'],
    ['100', '80', '60'],
  ])
  const part = barOn(path, 'round-bar', { diameter: '6' })
  const made = freshStep(part, 'forming', { id: 'forming' })
  if (!made.ok) throw new Error(made.fault.message)
  return { ...part, steps: [...part.steps, made.value] }
}
const sheetOf = (part: Part) => bendSheetOf(part, createEvaluator().evaluate(part), 'forming', 7)

describe('a bend sheet', () => {
  it('says the bends as they are wanted, and the points, in the unit of the part', () => {
    const sheet = sheetOf(rail())!
    expect(sheet.about).toBe('Bend sheet · revision 7 · lengths in mm')
    expect(sheet.tables.wanted.rows).toEqual([
      ['1', '80.000', '0.0°', '90.0°', '20.000'],
      ['2', '40.000', '90.0°', '90.0°', '20.000'],
      ['end', '40.000', '', '', ''],
    ])
    expect(sheet.tables.points.rows).toContainEqual(['bend 1 ends', '100.000', '20.000', '0.000'])
    expect(sheet.tables.bent.rows.map((r) => r[2])).toEqual(['80.000', '151.416'])
    const inches = sheetOf({
      ...rail(),
      units: { ...rail().units, length: { unit: 'in', style: { kind: 'decimal', places: 4 } } },
    })!
    expect(inches.tables.wanted.rows[0]![1]).toBe('3.1496')
    expect(inches.about).toContain('lengths in in')
  })
  it('draws the bar by shares of its length, with the turns of the planes', () => {
    const { bar } = sheetOf(rail())!
    const whole = 160 + 20 * Math.PI
    expect(bar.bends).toMatchObject([
      { number: 1, from: expect.closeTo(80 / whole, 2), clock: '0°' },
      { number: 2, clock: '90°' },
    ])
    expect(bar.bends[1]!.from).toBeGreaterThan(bar.bends[0]!.to)
  })
  it('is none of another step, or of a part that cannot be built', () => {
    const part = rail()
    const result = createEvaluator().evaluate(part)
    expect(bendSheetOf(part, result, part.steps[0]!.id, 1)).toBeUndefined()
    expect(bendSheetOf(part, { ...result, steps: [] }, 'forming', 1)).toBeUndefined()
  })
})
