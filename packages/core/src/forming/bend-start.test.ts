import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bend, chains } from '../../testing/chains.ts'
import { rad } from '../num/index.ts'
import { pathPoint, pathThroughNodes } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import {
  AT_ORIGIN,
  bendStartOf,
  bendTableOf,
  bendTurnOf,
  pathOfBendTable,
  startBy,
  turnsOf,
  turnToward,
} from './index.ts'

const angle = (most: number) => fc.integer({ min: -most, max: most }).map((d) => rad(d))
const near = (a: Vec3, b: Vec3, within = 1e-9): void => expect(vec3.distance(a, b)).toBeLessThan(within)

describe('where a bend table begins', () => {
  it('along +X, toward +Y, without turns', () => {
    expect(startBy([0, 0, 0], { heading: 0, rise: 0, roll: 0 })).toEqual(AT_ORIGIN)
  })
  it('turns the way it is said', () => {
    const up = startBy([1, 2, 3], { heading: rad(90), rise: rad(30), roll: 0 })
    near(up.travel, [0, Math.cos(rad(30)), 0.5])
    // Level to the left of +Y is -X.
    near(vec3.cross(up.normal, up.travel), [-1, 0, 0])
    const rolled = startBy([0, 0, 0], { heading: 0, rise: 0, roll: rad(90) })
    // By the right hand about the travel, the first bend goes up.
    near(vec3.cross(rolled.normal, rolled.travel), [0, 0, 1])
  })
  it('is told by turns that make it again, straight up too', () => {
    fc.assert(
      fc.property(angle(180), angle(90), angle(180), (heading, rise, roll) => {
        const start = startBy([4, 5, 6], { heading, rise, roll })
        const again = startBy([4, 5, 6], turnsOf(start))
        near(again.travel, start.travel)
        near(again.normal, start.normal)
      }),
    )
    expect(turnsOf(startBy([0, 0, 0], { heading: 0, rise: rad(90), roll: rad(40) }))).toMatchObject({
      heading: 0,
    })
  })
  /** Whether a path through nodes comes back; false where they make none. */
  const comesBack = (nodes: Parameters<typeof pathThroughNodes>[0]): boolean => {
    const made = pathThroughNodes(nodes, false)
    if (!made.ok) return false
    const { path } = made.value
    const table = bendTableOf(path, true)
    if (!table.ok) return false
    const again = pathOfBendTable(table.value, bendStartOf(path))
    for (const t of [0, 0.3, 0.7, 1])
      near(pathPoint(again, t * path.length), pathPoint(path, t * path.length), 1e-7)
    return true
  }
  it('a path comes back from its table where it stands', () => {
    fc.assert(fc.property(chains, (nodes) => fc.pre(comesBack(nodes))))
  })
  it('so does one whose bend planes are turned by less than anyone sees', () => {
    // Turns of half a billionth of a radian add up along the bar.
    const nodes = [
      bend(10, -20, 5, 1),
      bend(43.77404215200962, -65.03205620267948, 80.05342700446583, 74.075991743386),
      bend(107.26387376040972, -98.77606476796981, 136.2934413283727, 85.65753826515642),
      bend(188.528456694756, -132.79051939400645, 192.98419908724486, 102.4173366623219),
      bend(284.5345203250097, -158.66096944138928, 236.10161587000727, 2.4636296137480067),
      bend(261.29419233314945, -127.1441243078696, 183.5735406022475, 19.816605780577174),
      bend(266.75594910061005, -67.04103382548291, 83.40172304535453, 1),
    ]
    expect(comesBack(nodes)).toBe(true)
  })
})

describe('the turn of a bend', () => {
  const rows = [30, -75, 140].map((t, i) => ({
    length: 20 + i,
    rotation: rad(i === 0 ? 0 : t),
    angle: rad(60),
    radius: 10,
  }))
  it('is what the table says; of the first what the table begins with', () => {
    const turns = { heading: rad(25), rise: rad(-10), roll: rad(30) }
    const path = pathOfBendTable({ rows, last: 15 }, startBy([1, 2, 3], turns))
    expect(bendTurnOf(path, 0, turns)!.turn).toBeCloseTo(rad(30), 9)
    expect(bendTurnOf(path, 1, turns)!.turn).toBeCloseTo(rad(-75), 9)
    expect(bendTurnOf(path, 2, turns)!.turn).toBeCloseTo(rad(140), 9)
    expect(bendTurnOf(path, 3, turns)).toBeUndefined()
  })
  it('is read off a place that it shall bend toward', () => {
    fc.assert(
      fc.property(angle(179), (t) => {
        const turned = rows.map((r, i) => (i === 1 ? { ...r, rotation: t } : r))
        const before = bendTurnOf(pathOfBendTable({ rows, last: 5 }), 1, { heading: 0, rise: 0 })!
        const path = pathOfBendTable({ rows: turned, last: 5 })
        const arc = path.segments.filter((g) => g.kind === 'arc')[1]!
        expect(turnToward(before, arc.centre)!).toBeCloseTo(t, 9)
      }),
    )
    const axis = bendTurnOf(pathOfBendTable({ rows, last: 5 }), 0, { heading: 0, rise: 0 })!
    expect(turnToward(axis, axis.at)).toBeUndefined()
  })
})
