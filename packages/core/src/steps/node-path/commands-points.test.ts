import { describe, expect, it } from 'vitest'
import { countingIds } from '../../base/index.ts'
import { emptyPart, STARTERS } from '../../recipe/index.ts'
import { evaluated, wholePath } from '../../../testing/parts.ts'
import { addPathFromPoints, pathFromPoints, type PointCorners, type PointRow } from './commands-points.ts'
import type { LengthUnit } from '../../units/index.ts'

const row = (x: number, y: number, z = 0, radius?: number): PointRow => ({ x, y, z, radius })
const made = (
  points: readonly PointRow[],
  unit: LengthUnit = 'mm',
  corners: PointCorners = { kind: 'table' },
) => pathFromPoints(points, unit, corners, { id: 'path', name: 'Rail' }, countingIds('n', []))
const pathOf = (...args: Parameters<typeof made>) => {
  const step = made(...args)
  if (!step.ok) throw new Error(step.fault.message)
  return {
    step: step.value,
    ...wholePath(evaluated({ ...emptyPart('Trial'), steps: [step.value] }).steps[0]!.output),
  }
}

describe('a path through the points of a table', () => {
  const corner = [row(0, 0), row(4, 0, 0, 1), row(4, 3)]
  it('has the lengths of the table, in its unit, and its radii', () => {
    expect(pathOf(corner, 'in').path.length).toBeCloseTo((3 + 2 + Math.PI / 2) * 25.4, 9)
    expect(pathOf(corner, 'm').table!.rows).toMatchObject([{ radius: expect.closeTo(1000, 9) }])
  })
  it('has one radius at all corners, or goes smoothly', () => {
    const one = pathOf([...corner, row(9, 3)], 'mm', { kind: 'bend', radius: 0.5 })
    expect(one.table!.rows.map((r) => r.radius)).toEqual([0.5, 0.5].map((r) => expect.closeTo(r, 9)))
    const smooth = pathOf(corner, 'mm', { kind: 'smooth' })
    expect(smooth.table).toBeUndefined()
    expect(smooth.path.length).toBeGreaterThan(7)
  })
  it('is closed where it comes back; what is twice at a place is there once', () => {
    const ring = pathOf([row(0, 0), row(0, 0), row(10, 0), row(10, 10), row(0, 0)])
    expect(ring.step.closed).toBe(true)
    expect(ring.step.nodes).toHaveLength(3)
    expect(ring.path.length).toBeCloseTo(20 + Math.SQRT2 * 10, 9)
    // There and back again is no closed path.
    expect(pathOf([row(0, 0), row(10, 0), row(9, 1)]).step.closed).toBe(false)
  })
  it('is put into a recipe where it is said', () => {
    const part = STARTERS.straight.make('Bar')
    const args = {
      points: corner,
      unit: 'cm',
      corners: { kind: 'table' },
      base: { id: 'rail', name: 'Rail' },
      index: 1,
      newId: countingIds('p', []),
    } as const
    const added = addPathFromPoints(part, args)
    expect(added.ok && added.value.steps.map((s) => s.id).indexOf('rail')).toBe(1)
    expect(addPathFromPoints(part, { ...args, points: [row(1, 1)] })).toMatchObject({
      fault: { code: 'points.few' },
    })
  })
  it('needs two places, and no more than a path holds', () => {
    expect(made([row(1, 2), row(1, 2)])).toMatchObject({ fault: { code: 'points.few' } })
    expect(made(Array.from({ length: 6000 }, (_, i) => row(i, 0)))).toMatchObject({
      fault: { code: 'points.many' },
    })
  })
})
