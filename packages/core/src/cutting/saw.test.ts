import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mouldingFlat, mouldingNested, sawSetting, slopeAt, towardFence, type Lie } from './saw.ts'
import { vec3, type Vec3 } from '../space/index.ts'

const DEG = Math.PI / 180

/** The slope of the cut in a wall corner: for a section with x out from the wall and y up, the plane that halves the corner. */
const cornerSlope = (corner: number): [number, number] => [1 / Math.tan(corner / 2), 0]

/** A moulding flat on its back: the back leans from the wall by the spring angle; up is away from it, into the room. */
const onBack = (spring: number, startLeft: boolean): Lie => ({
  up: [Math.cos(spring), Math.sin(spring)],
  startLeft,
})

describe('saw settings', () => {
  it('of a cornice at 38 and 45 degrees are those of the handbooks', () => {
    for (const [spring, mitre, bevel] of [
      [38, 31.62, 33.86],
      [45, 35.26, 30],
    ] as const) {
      const s = mouldingFlat(spring * DEG, Math.PI / 2)
      expect(s.mitre / DEG).toBeCloseTo(mitre, 2)
      expect(s.bevel / DEG).toBeCloseTo(bevel, 2)
    }
    expect(mouldingNested(Math.PI / 2).mitre / DEG).toBeCloseTo(45, 12)
    expect(mouldingNested(1.5 * Math.PI).mitre / DEG).toBeCloseTo(-45, 12)
  })
  it('follow from the plane of the cut, for all spring and corner angles', () => {
    const angles = fc.tuple(
      fc.double({ min: 0, max: 90, noNaN: true }),
      fc.double({ min: 8, max: 352, noNaN: true }),
    )
    fc.assert(
      fc.property(angles, fc.boolean(), ([springDeg, cornerDeg], startLeft) => {
        const [spring, corner] = [springDeg * DEG, cornerDeg * DEG]
        const own = sawSetting(cornerSlope(corner), onBack(spring, startLeft))
        const known = mouldingFlat(spring, corner)
        expect(Math.abs(own.mitre)).toBeCloseTo(Math.abs(known.mitre), 9)
        expect(Math.abs(own.bevel)).toBeCloseTo(Math.abs(known.bevel), 9)
        // Outside corners turn both round.
        const outside = sawSetting(cornerSlope(2 * Math.PI - corner), onBack(spring, startLeft))
        expect(outside.mitre).toBeCloseTo(-own.mitre, 9)
        expect(outside.bevel).toBeCloseTo(-own.bevel, 9)
        // As it stands on the wall only the mitre is left.
        const nested = sawSetting(cornerSlope(corner), { up: [0, 1], startLeft })
        expect(Math.abs(nested.mitre)).toBeCloseTo(Math.abs(mouldingNested(corner).mitre), 9)
        expect(nested.bevel).toBeCloseTo(0, 12)
      }),
    )
  })
  it('put the blade into the plane of the cut: swung about the upright, then tilted about its line on the table', () => {
    const number = fc.double({ min: -3, max: 3, noNaN: true })
    fc.assert(
      fc.property(
        number,
        number,
        fc.double({ min: 0, max: 7, noNaN: true }),
        fc.boolean(),
        (x, y, turn, startLeft) => {
          const lie: Lie = { up: [Math.cos(turn), Math.sin(turn)], startLeft }
          const { mitre, bevel } = sawSetting([x, y], lie)
          // The saw's axes in those of the piece (section x, y, and along): right, toward the fence, up.
          const fence = towardFence(lie)
          const right: Vec3 = [0, 0, startLeft ? 1 : -1]
          const [back, up]: [Vec3, Vec3] = [
            [fence[0], fence[1], 0],
            [lie.up[0], lie.up[1], 0],
          ]
          expect(vec3.dot(vec3.cross(right, back), up)).toBeCloseTo(1, 12)
          // A blade set square is square to the right; swung and tilted it still has its line on the table, and the way up it.
          const near = vec3.addScaled(vec3.scale(back, -Math.cos(mitre)), right, Math.sin(mitre))
          const square = vec3.addScaled(vec3.scale(back, Math.sin(mitre)), right, Math.cos(mitre))
          const rise = vec3.addScaled(vec3.scale(up, Math.cos(bevel)), square, Math.sin(bevel))
          const normal: Vec3 = [-x, -y, 1]
          expect(vec3.dot(near, normal)).toBeCloseTo(0, 9)
          expect(vec3.dot(rise, normal)).toBeCloseTo(0, 9)
        },
      ),
    )
  })
  it('follow a corner measured on site', () => {
    const drawn = cornerSlope(90 * DEG)
    const measured = slopeAt(drawn, 90 * DEG, 91.5 * DEG)
    const lie = onBack(38 * DEG, true)
    expect(Math.abs(sawSetting(measured, lie).mitre)).toBeCloseTo(
      mouldingFlat(38 * DEG, 91.5 * DEG).mitre,
      12,
    )
    expect(slopeAt(drawn, 90 * DEG, 90 * DEG)).toEqual(drawn)
  })
  it('of a square cut are none', () => {
    expect(sawSetting([0, 0], onBack(0.5, false))).toEqual({ mitre: 0, bevel: 0 })
  })
})
