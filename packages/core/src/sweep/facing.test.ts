import { describe, expect, it } from 'vitest'
import { lineSegment, makePath, segmentTangent, type Path } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { facingFrames, frameAt } from './index.ts'

/** A square of 100 in the plane, once round. */
const square = ((): Path => {
  const corners: Vec3[] = [
    [0, 0, 0],
    [100, 0, 0],
    [100, 100, 0],
    [0, 100, 0],
  ]
  const parts = corners.map((p, i) => {
    const way = vec3.unit(vec3.sub(corners[(i + 1) % 4]!, p))
    return { segment: lineSegment(p, way, 100), origin: { kind: 'piece', index: i } as const }
  })
  return makePath(parts, true)
})()

/** Up that rolls about the way evenly, by so much in one round, from straight up. */
const rolling =
  (all: number) =>
  (index: number, s: number): Vec3 => {
    const angle = (all * (square.starts[index]! + s)) / square.length
    const along = segmentTangent(square.segments[index]!, 0)
    return vec3.addScaled([0, 0, Math.cos(angle)], vec3.cross([0, 0, 1], along), -Math.sin(angle))
  }

describe('frames whose up is told', () => {
  it('that stays as it is against least roll has none at all', () => {
    const { frames, jump } = facingFrames(square, () => [0, 0, 1])
    expect(jump).toBeUndefined()
    expect(frames.rolls).toEqual([])
    for (const s of [10, 130, 377]) expect(frameAt(frames, s).b[2]).toBeCloseTo(1, 12)
  })
  it('that rolls is followed; where it comes round to another than it set off with, that is told at the seam', () => {
    const { frames, jump } = facingFrames(square, rolling(1))
    expect(jump!.station).toBe(400)
    expect(Math.abs(jump!.by)).toBeCloseTo(1, 6)
    for (const s of [20, 140, 260, 390]) expect(frameAt(frames, s).b[2]).toBeCloseTo(Math.cos(s / 400), 6)
    expect(facingFrames(square, rolling(2 * Math.PI)).jump).toBeUndefined()
    expect(facingFrames({ ...square, closed: false }, rolling(1)).jump).toBeUndefined()
  })
  it('that jumps between two segments is told there', () => {
    const { jump } = facingFrames(square, (index) => (index < 2 ? [0, 0, 1] : [0, 0, -1]))
    expect(jump!.station).toBeCloseTo(200, 3)
    expect(Math.abs(jump!.by)).toBeCloseTo(Math.PI, 9)
  })
})
