import { describe, expect, it } from 'vitest'
import { vec3, type Vec3 } from '@flexum/core/space'
import { grab, meet, move, niceStep, type, type Catches, type Ray } from './drag.ts'

const eye: Vec3 = [300, -400, 250]
const toward = (p: Vec3): Ray => ({ origin: eye, direction: vec3.unit(vec3.sub(p, eye)) })
const start: Vec3 = [10, 20, 30]
const near = (a: Vec3 | undefined, b: Vec3): void => a!.forEach((v, i) => expect(v).toBeCloseTo(b[i]!, 9))
const catches: Catches = { grid: 5, reach: 1, others: [{ label: 'node 2', point: [47.3, 0, 0] }] }

describe('meeting a line of sight', () => {
  it('finds the point of an axis that is looked at', () => {
    near(meet(toward([74, 20, 30]), start, ['x']), [74, 20, 30])
    near(meet(toward([10, -35, 30]), start, ['y']), [10, -35, 30])
    near(meet(toward([10, 20, 111]), start, ['z']), [10, 20, 111])
  })
  it('finds the point of a plane that is looked at', () => {
    near(meet(toward([74, -5, 30]), start, ['x', 'y']), [74, -5, 30])
    near(meet(toward([10, 99, 4]), start, ['y', 'z']), [10, 99, 4])
  })
  it('finds none along the axis, or in the plane', () => {
    const along: Ray = { origin: [-100, 20, 30], direction: [1, 0, 0] }
    expect(meet(along, start, ['x'])).toBeUndefined()
    expect(meet(along, start, ['x', 'y'])).toBeUndefined()
    expect(grab('n', start, ['x'], along)).toBeUndefined()
  })
})

describe('a drag', () => {
  const begun = grab('n1', start, ['x'], toward([16, 20, 30]))!
  it('moves by as much as the pointer has moved since it took hold', () => {
    near(move(begun, toward([40, 20, 30]), undefined).point, [34, 20, 30])
  })
  it('catches on the grid, and before that on the coordinate of another node', () => {
    near(move(begun, toward([39, 20, 30]), catches).point, [35, 20, 30])
    const caught = move(begun, toward([53, 20, 30]), catches)
    near(caught.point, [47.3, 20, 30])
    expect(caught.caught).toEqual({ x: 'node 2' })
  })
  it('changes no axis but its own', () => {
    const plane = grab('n1', start, ['x', 'z'], toward(start))!
    near(move(plane, toward([22, 20, 41]), undefined).point, [22, 20, 41])
  })
  it('no longer follows the pointer once something is typed', () => {
    const typed = type(begun, 'x', '120')
    expect(move(typed, toward([40, 20, 30]), catches)).toBe(typed)
    expect(typed.typed).toEqual({ x: '120' })
  })
})

describe('niceStep', () => {
  it('is 1, 2 or 5 times a power of ten', () => {
    expect([0.7, 1.2, 2.9, 4, 8, 33].map(niceStep)).toEqual([
      expect.closeTo(0.5, 12),
      1,
      2,
      5,
      10,
      expect.closeTo(20, 12),
    ])
    expect(niceStep(0)).toBe(0)
  })
})
