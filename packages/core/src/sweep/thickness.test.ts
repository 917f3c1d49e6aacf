import { describe, expect, it } from 'vitest'
import { bend, sharp } from '../../testing/chains.ts'
import { rad } from '../num/index.ts'
import { pathThroughNodes, type Path } from '../path/index.ts'
import { regionsOf, STOCK_SHAPES, type Section } from '../profile/index.ts'
import { courseBetween, fixedFrames, reachAt, squareFrames, thinnestOf, uprightFrames } from './index.ts'

const stock = (width: number, height: number): Section => {
  const r = STOCK_SHAPES['rectangular-bar']({ width, height, corner: 0 })
  if (!r.ok) throw new Error(r.fault.message)
  return regionsOf(r.value)
}
/** A straight along x that bends to the left by an angle. */
const turning = (angle: number): Path => {
  const end = [100 + 100 * Math.cos(angle), 100 * Math.sin(angle)] as const
  const r = pathThroughNodes([sharp(0, 0, 0), bend(100, 0, 0, 30), sharp(end[0], end[1], 0)], false)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value.path
}

describe('how far a run reaches', () => {
  it('of a section that only travels is as much as of it lies across a bend', () => {
    const made = STOCK_SHAPES['round-bar']({ diameter: 20 })
    if (!made.ok) throw new Error(made.fault.message)
    const path = turning(rad(80))
    const carriage = { frames: fixedFrames(path) }
    for (const share of [1, 0.6, 1e-9, 0])
      expect(reachAt(carriage, regionsOf(made.value), 50, [share, 0])).toBeCloseTo(10 * share, 12)
  })
})

describe('the thinnest place of a run', () => {
  it('is the section’s own least width when it turns with the path', () => {
    const path = turning(rad(60))
    for (const frames of [squareFrames(path), uprightFrames(path, [0, 0, 1])])
      expect(thinnestOf({ frames }, stock(8, 20)).thickness).toBeCloseTo(8, 6)
  })
  it.each([20, 45, 60, 80])(
    'shrinks by the cosine when it only travels and the path turns %d degrees',
    (angle) => {
      const path = turning(rad(angle))
      const { thickness, station } = thinnestOf({ frames: fixedFrames(path) }, stock(8, 20))
      expect(thickness).toBeCloseTo(8 * Math.cos(rad(angle)), 6)
      expect(station).toBeGreaterThan(100)
    },
  )
  it('follows the scale', () => {
    const path = turning(rad(60))
    const scale = courseBetween(0, path.length, 1, 0.25)
    const found = thinnestOf({ frames: squareFrames(path), scale }, stock(8, 20))
    expect(found.thickness).toBeCloseTo(2, 6)
    expect(found.station).toBeCloseTo(path.length, 9)
  })
})
