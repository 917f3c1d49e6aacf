import { describe, expect, it } from 'vitest'
import {
  neutralShare,
  outerStrain,
  ovality,
  radiusForOvality,
  radiusForStrain,
  radiusForThinning,
  wallThinning,
} from './index.ts'

describe('what a bend does to a section', () => {
  // A tube 20 x 2 at a radius of 60 whose neutral fibre lies 2 inward of its middle.
  const bend = { radius: 60, inside: 10, outside: 10, neutral: 58 }
  it('stretches the outside by the share of its way against the neutral fibre', () => {
    expect(outerStrain(bend)).toBeCloseTo(12 / 58, 12)
    // What the wall loses makes up for the length exactly.
    expect((1 - wallThinning(bend)) * (1 + outerStrain(bend))).toBeCloseTo(1, 12)
  })
  it('radii that would do just do', () => {
    const at = (radius: number) => ({ ...bend, radius, neutral: radius - 2 })
    expect(outerStrain(at(radiusForStrain(0.15, 10, 2)))).toBeCloseTo(0.15, 12)
    expect(wallThinning(at(radiusForThinning(0.12, 10, 2)))).toBeCloseTo(0.12, 12)
    expect(ovality(0.05, 20, 2, radiusForOvality(0.05, 20, 2, 0.04))).toBeCloseTo(0.04, 12)
  })
  it('flattens a tube by r^2 / (R t)', () => {
    expect(ovality(0.05, 20, 2, 60)).toBeCloseTo((0.05 * 81) / 120, 12)
  })
})

describe('the neutral share by the ratio of radius to depth', () => {
  const table = [
    { ratio: 3, share: 0.46 },
    { ratio: 1, share: 0.4 },
    { ratio: 5, share: 0.5 },
  ]
  it('is straight between rows and level beyond', () => {
    expect(neutralShare(table, 0.5)).toBe(0.4)
    expect(neutralShare(table, 2)).toBeCloseTo(0.43, 12)
    expect(neutralShare(table, 4)).toBeCloseTo(0.48, 12)
    expect(neutralShare(table, 5)).toBe(0.5)
    expect(neutralShare(table, 9)).toBe(0.5)
    expect(neutralShare([{ ratio: 2, share: 0.42 }], 7)).toBe(0.42)
  })
})
