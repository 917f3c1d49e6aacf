import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad } from '../num/index.ts'
import {
  fitTrials,
  overbend,
  radiusGot,
  radiusOfTool,
  setAngle,
  springbackRatio,
  sprungRadius,
  toolRadius,
  type Trial,
} from './index.ts'

describe('springback by the elastic-plastic model', () => {
  it('is what 50 digits say', () => {
    expect(springbackRatio(45, { strain: 0.0015, depth: 15 })).toBeCloseTo(0.9865003645, 12)
    expect(sprungRadius(45, { strain: 0.0015, depth: 15 })).toBeCloseTo(45.6157966275136, 9)
    expect(sprungRadius(200, { strain: 0.002, depth: 10 })).toBeCloseTo(227.206630798313, 9)
    expect(toolRadius(60, { strain: 0.0015, depth: 15 })).toBeCloseTo(58.9391445369297, 9)
  })
  it('has nothing that sets from x = 1/2 on', () => {
    expect(springbackRatio(50, { strain: 0.1, depth: 10 })).toBeUndefined()
    expect(sprungRadius(50, { strain: 0.1, depth: 10 })).toBeUndefined()
    expect(springbackRatio(0, { strain: 0.1, depth: 10 })).toBe(1)
    expect(toolRadius(30, { strain: 0, depth: 10 })).toBe(30)
  })
  it('tool and sprung radius are each other turned round', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 1e-4, max: 0.01, noNaN: true }),
        fc.double({ min: 1, max: 50, noNaN: true }),
        (sprung, strain, depth) => {
          const tool = toolRadius(sprung, { strain, depth })
          expect(tool).toBeLessThanOrEqual(sprung)
          expect(sprungRadius(tool, { strain, depth })! / sprung).toBeCloseTo(1, 9)
        },
      ),
    )
  })
  it('keeps the length of the neutral fibre, wherever that lies', () => {
    for (const neutral of [5, 4, 6.5]) {
      const more = overbend(40, 44, neutral)
      expect(more * (40 + neutral)).toBeCloseTo(44 + neutral, 12)
    }
    // A bar 12 deep, 69 GPa and 240 MPa, its neutral line 0.6 mm inward of the middle, to an inside radius of 45 and 75 degrees.
    const springy = { strain: 240 / 69e3, depth: 12 }
    expect(75 * overbend(toolRadius(45, springy), 45, 6 - 0.6)).toBeCloseTo(77.609, 3)
  })
})

describe('springback from trial bends', () => {
  const made = (
    offset: number,
    share: number,
    perRadius: number,
    of: readonly (readonly [number, number])[],
  ) =>
    of.map(([got, radius]): Trial => ({
      radius,
      got,
      set: setAngle({ offset, share, perRadius }, got, radius),
    }))
  const angles = [rad(30), rad(60), rad(90), rad(120)]

  it('gives back what trials were made with', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.02, max: 0.03, noNaN: true }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        fc.double({ min: 0, max: 0.001, noNaN: true }),
        (offset, share, perRadius) => {
          const trials = made(
            offset,
            share,
            perRadius,
            angles.flatMap((a) => [[a, 40] as const, [a, 75] as const]),
          )
          const fit = fitTrials(trials)!
          expect(fit.offset).toBeCloseTo(offset, 9)
          expect(fit.share).toBeCloseTo(share, 9)
          expect(fit.perRadius).toBeCloseTo(perRadius, 10)
          expect(fit.scatter).toBeLessThan(1e-9)
        },
      ),
    )
  })
  it('is the straight line of least squares through trials of one radius', () => {
    const trials = [
      { radius: 50, set: 0.52, got: 0.5 },
      { radius: 50, set: 1.05, got: 1.0 },
      { radius: 50, set: 1.56, got: 1.5 },
    ]
    // Of set - got = 0.02, 0.05, 0.06 over 0.5, 1, 1.5: slope 0.04, and 1/300 at 0.
    const fit = fitTrials(trials)!
    expect(fit.share).toBeCloseTo(0.04, 12)
    expect(fit.offset).toBeCloseTo(1 / 300, 12)
    expect(fit.residuals.reduce((a, b) => a + b)).toBeCloseTo(0, 12)
    // Residuals -1/300, 2/300, -1/300 with one to spare.
    expect(fit.scatter).toBeCloseTo(Math.sqrt(6) / 300, 12)
    expect(setAngle(fit, Math.PI / 2, 50)).toBeCloseTo((Math.PI / 2) * 1.04 + 1 / 300, 12)
  })
  it('claims no more than the trials can tell', () => {
    const one = fitTrials([{ radius: 50, set: 1.05, got: 1 }])!
    expect(one).toMatchObject({ offset: 0, perRadius: 0, scatter: undefined })
    expect(one.share).toBeCloseTo(0.05, 12)
    const two = fitTrials([
      { radius: 50, set: 0.53, got: 0.5 },
      { radius: 50, set: 1.04, got: 1 },
    ])!
    expect(two.offset).toBe(0)
    expect(two.scatter).toBeGreaterThan(0)
    const same = fitTrials([
      { radius: 50, set: 1.05, got: 1 },
      { radius: 50, set: 1.06, got: 1 },
      { radius: 50, set: 1.04, got: 1 },
    ])!
    expect(same.share).toBeCloseTo(0.05, 12)
    expect(same.scatter).toBeCloseTo(0.01, 12)
    // Two radii, each with an angle of its own: what the radius does cannot be told from what the angle does.
    expect(
      fitTrials([
        { radius: 20, set: 1.05, got: 1 },
        { radius: 40, set: 2.2, got: 2 },
      ])!.perRadius,
    ).toBeCloseTo(0.0025, 12)
  })
  it('takes no trial that was not bent', () => {
    expect(fitTrials([])).toBeUndefined()
    expect(fitTrials([{ radius: 50, set: 1, got: 0 }])).toBeUndefined()
  })
  it('the radius got and that of its tool are each other turned round', () => {
    for (const fit of [
      { share: 0.03, perRadius: 0 },
      { share: 0.01, perRadius: 0.0004 },
    ])
      expect(radiusGot(fit, radiusOfTool(fit, 80))).toBeCloseTo(80, 10)
  })
})
