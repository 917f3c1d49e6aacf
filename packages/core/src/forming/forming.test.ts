import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bend, chains, sharp } from '../../testing/chains.ts'
import { deg, rad } from '../num/index.ts'
import { pathThroughNodes, reversePath, type Path, type PathNode } from '../path/index.ts'
import { vec3 } from '../space/index.ts'
import {
  bendTableOf,
  cutLength,
  developedLength,
  nodesOfBendTable,
  pathOfBendTable,
  type Bend,
  type Bends,
  type BendTable,
} from './index.ts'

const pathOf = (nodes: readonly PathNode[]): Path => {
  const r = pathThroughNodes(nodes, false)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value.path
}
const tableOf = (path: Path): BendTable => {
  const r = bendTableOf(path)
  if (!r.ok) throw new Error(r.fault.kind)
  return r.value
}
const figures = (t: Bends): number[] => [
  ...t.rows.flatMap((r) => [r.length, r.rotation, r.angle, r.radius]),
  t.last,
]
const expectClose = (a: Bends, b: Bends, within: number): void => {
  const [x, y] = [figures(a), figures(b)]
  expect(x.length).toBe(y.length)
  x.forEach((v, i) => expect(Math.abs(v - y[i]!)).toBeLessThan(within))
}

describe('bend table', () => {
  it('gives straights between tangent points and a first rotation of 0', () => {
    const t = tableOf(pathOf([sharp(0, 0, 0), bend(100, 0, 0, 20), bend(100, 80, 0, 10), sharp(100, 80, 60)]))
    expect(t.rows.map((r) => [r.length, deg(r.rotation), deg(r.angle), r.radius])).toEqual([
      [expect.closeTo(80, 9), 0, expect.closeTo(90, 9), 20],
      [expect.closeTo(50, 9), expect.closeTo(90, 9), expect.closeTo(90, 9), 10],
    ])
    expect(t.last).toBeCloseTo(50, 9)
  })
  it('reads +180 in a planar S, and 0 where bends touch', () => {
    const s = tableOf(pathOf([sharp(0, 0, 0), bend(40, 0, 0, 20), bend(40, 40, 0, 20), sharp(80, 40, 0)]))
    expect(s.rows[1]!.rotation).toBe(Math.PI)
    expect(s.rows[1]!.length).toBe(0)
  })
  it('signs the rotation by the right-hand rule about travel', () => {
    const up = tableOf(pathOf([sharp(0, 0, 0), bend(50, 0, 0, 5), bend(50, 50, 0, 5), sharp(50, 50, -50)]))
    expect(deg(up.rows[1]!.rotation)).toBeCloseTo(-90, 9)
  })
  it('takes bends of one plane, sense and radius with nothing between as one, unless they are parted', () => {
    const u = pathOf([sharp(0, 0, 0), bend(60, 0, 0, 20), bend(60, 40, 0, 20), sharp(0, 40, 0)])
    const t = tableOf(u)
    expect(t.rows).toHaveLength(1)
    expect(t.rows[0]).toMatchObject({ length: 40, rotation: 0, radius: 20, segments: [1, 2] })
    expect(deg(t.rows[0]!.angle)).toBeCloseTo(180, 9)
    expect(t.last).toBeCloseTo(40, 9)
    const parted = bendTableOf(u, true)
    expect(parted.ok && parted.value.rows.map((r) => Math.round(deg(r.angle)))).toEqual([90, 90])
    // Another radius, another sense, or something between: two bends.
    const others = [
      [sharp(0, 0, 0), bend(60, 0, 0, 20), bend(60, 40, 0, 19.9), sharp(0, 40, 0)],
      [sharp(0, 0, 0), bend(60, 0, 0, 20), bend(60, 40, 0, 20), sharp(120, 40, 0)],
      [sharp(0, 0, 0), bend(60, 0, 0, 20), bend(60, 40.1, 0, 20), sharp(0, 40.1, 0)],
      [sharp(0, 0, 0), bend(60, 0, 0, 20), bend(60, 40, 0, 20), sharp(60, 40, 90)],
    ]
    for (const nodes of others) expect(tableOf(pathOf(nodes)).rows).toHaveLength(2)
  })
  it('refuses what cannot be bent', () => {
    const kinked = bendTableOf(pathOf([sharp(0, 0, 0), sharp(100, 0, 0), sharp(100, 50, 0)]))
    expect(kinked).toMatchObject({ ok: false, fault: { kind: 'sharp', station: 100 } })
    const half: Bend = { length: 10, rotation: 0, angle: Math.PI, radius: 5 }
    expect(nodesOfBendTable({ rows: [half], last: 10 })).toMatchObject({
      ok: false,
      fault: { code: 'forming.half-turn' },
    })
    expect(pathOfBendTable({ rows: [half], last: 10 }).length).toBeCloseTo(20 + 5 * Math.PI, 12)
  })
  it('comes back from its own points and its own path', () => {
    const rows = fc.array(
      fc.record({
        length: fc.double({ min: 0.5, max: 200, noNaN: true }),
        rotation: fc.double({ min: rad(-179), max: Math.PI, noNaN: true }),
        angle: fc.double({ min: rad(1), max: rad(160), noNaN: true }),
        radius: fc.double({ min: 1, max: 80, noNaN: true }),
      }),
      { minLength: 1, maxLength: 12 },
    )
    fc.assert(
      fc.property(rows, fc.double({ min: 1, max: 100, noNaN: true }), (list, last) => {
        const table = { rows: list.map((r, i) => ({ ...r, rotation: i === 0 ? 0 : r.rotation })), last }
        expectClose(tableOf(pathOfBendTable(table)), table, 1e-9)
        const nodes = nodesOfBendTable(table)
        if (!nodes.ok) throw new Error(nodes.fault.message)
        const again = tableOf(pathOf(nodes.value))
        const scale = Math.max(...nodes.value.map((n) => vec3.length(n.point)), 1)
        expectClose(again, table, 1e-9 * scale)
      }),
    )
  })
  it('is unchanged by a rigid motion, mirrored by a mirror, and reversed by a reversal', () => {
    fc.assert(
      fc.property(chains, fc.double({ min: 0, max: 6, noNaN: true }), (nodes, angle) => {
        const table = tableOf(pathOf(nodes))
        const axis = vec3.unit([1, -2, 0.7])
        const moved = nodes.map((n) => ({
          ...n,
          point: vec3.add(vec3.turnAbout(n.point, axis, angle), [5, 80, -9]),
        }))
        expectClose(tableOf(pathOf(moved)), table, 1e-7)
        const mirrored = tableOf(
          pathOf(nodes.map((n) => ({ ...n, point: [n.point[0], n.point[1], -n.point[2]] }))),
        )
        mirrored.rows.forEach((r, i) =>
          expect(Math.abs(Math.sin((r.rotation + table.rows[i]!.rotation) / 2))).toBeLessThan(1e-6),
        )
        const back = tableOf(reversePath(pathOf(nodes)))
        const n = table.rows.length
        expect(back.last).toBeCloseTo(table.rows[0]!.length, 7)
        back.rows.forEach((r, i) => {
          const same = table.rows[n - 1 - i]!
          expect(r.angle).toBeCloseTo(same.angle, 9)
          expect(r.length).toBeCloseTo(i === 0 ? table.last : table.rows[n - i]!.length, 7)
          if (i > 0)
            expect(Math.abs(Math.sin((r.rotation - table.rows[n - i]!.rotation) / 2))).toBeLessThan(1e-6)
        })
      }),
    )
  })
})

describe('developed length', () => {
  const path = pathOf([sharp(0, 0, 0), bend(100, 0, 0, 20), sharp(100, 80, 0)])
  const centred = () => ({ inside: 4, outside: 4 })
  it('is the path length at k = 0.5 and shorter as the neutral line moves inward', () => {
    expect(developedLength(path, 0.5, centred).length).toBeCloseTo(path.length, 12)
    const d = developedLength(path, 0.4, centred)
    expect(d.bends[0]).toMatchObject({
      shift: expect.closeTo(0.8, 12),
      neutralRadius: expect.closeTo(19.2, 12),
    })
    expect(d.length).toBeCloseTo(80 + 60 + 19.2 * (Math.PI / 2), 12)
  })
  it('measures from the inside face when the path is not mid-section', () => {
    const d = developedLength(path, 0.5, () => ({ inside: 8, outside: 0 }))
    expect(d.bends[0]!.neutralRadius).toBeCloseTo(16, 12)
  })
  it('gets allowances and is rounded up', () => {
    expect(cutLength(171.4, { start: 10, end: 5, step: 1 })).toBe(187)
    expect(cutLength(171.4, { start: 0, end: 0, step: 0 })).toBe(171.4)
  })
})
