import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evaluated, outputsOf, withRun } from '../../../testing/parts.ts'
import { STARTERS } from '../../recipe/index.ts'

describe('the length of a run that takes part of its path', () => {
  it('is one figure: of the path, the run, the blank and the bend table', () => {
    const ways = [{}, { turning: 'fixed' }, { twist: { kind: 'total', angle: '200 deg' } }] as const
    fc.assert(
      fc.property(
        fc.constantFrom('straight', 'angle', 'hoop', 'frame', 'spring'),
        fc.constantFrom(...ways),
        // As it is typed: what begins nearer to the start than figures go begins there.
        fc.integer({ min: 0, max: 80_000 }).map((n) => n / 1000),
        fc.double({ min: 5, max: 20, noNaN: true }),
        (shape, way, from, width) => {
          const part = withRun(STARTERS[shape].make('x'), {
            ...way,
            part: {
              from: { kind: 'percent', at: String(from) },
              to: { kind: 'percent', at: String(from + width) },
            },
          })
          const { path, run, blank } = outputsOf(evaluated(part))
          const length = (path.path.length * width) / 100
          expect(run.path.length).toBeCloseTo(length, 8)
          // The neutral line of the starters is the middle.
          expect(blank.developed.length).toBeCloseTo(length, 8)
          expect(blank.tips).toEqual({ start: 0, end: 0 })
          if (!run.table) return
          const { rows, last } = run.table
          expect(rows.reduce((sum, r) => sum + r.length + r.radius * r.angle, last)).toBeCloseTo(length, 8)
        },
      ),
      { numRuns: 60 },
    )
  })
})
