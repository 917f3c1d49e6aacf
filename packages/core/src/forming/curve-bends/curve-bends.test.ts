import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rad } from '../../num/index.ts'
import {
  pathPoint,
  pathThroughNodes,
  splineThroughPoints,
  type Path,
  type PathNode,
} from '../../path/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { bendTableOf, pathOfBendTable } from '../bend-table.ts'
import { chooseBends, type BendRules } from './choose.ts'
import { bendsOfCurve, type CurveBends } from './index.ts'
import { cornerAt, nearestOnArc, nearestOnStraight } from './polybend.ts'
import { samplesOf, type Sample } from './samples.ts'

const spline = (points: readonly Vec3[]): Path => {
  const made = splineThroughPoints(points, false)
  if (!made.ok) throw new Error(JSON.stringify(made.fault))
  return made.value
}
const rules = (tolerance: number, more: Partial<BendRules> = {}): BendRules => ({
  tolerance,
  radius: 5,
  straight: 0,
  last: 0,
  ...more,
})
const made = (path: Path, by: BendRules): CurveBends => {
  const r = bendsOfCurve(path, by)
  if (!r.ok) throw new Error(r.fault.kind)
  return r.value
}
const wave: Vec3[] = [
  [0, 0, 0],
  [60, 40, 0],
  [120, 10, 0],
  [200, 60, 0],
  [260, 0, 0],
]
const loom: Vec3[] = [
  [0, 0, 0],
  [60, 40, 20],
  [120, 10, 60],
  [200, 60, 40],
  [260, 0, 0],
  [300, 80, -40],
]

/** The largest of the least distances of places of one path from another, by brute force. */
function apart(from: Path, to: Path): number {
  const places = Array.from({ length: 1500 }, (_, i) => pathPoint(to, (to.length * i) / 1499))
  let worst = 0
  for (let i = 0; i <= 300; i++) {
    const p = pathPoint(from, (from.length * i) / 300)
    worst = Math.max(worst, Math.min(...places.map((q) => vec3.distance(p, q))))
  }
  return worst
}

describe('a free curve as bends', () => {
  it.each([
    ['in a plane', wave, 1],
    ['in space', loom, 1],
    ['in space, nearer', loom, 0.3],
  ] as const)(
    '%s lies within the tolerance both ways, with its ends where they were',
    (_, points, tolerance) => {
      const curve = spline(points)
      const { path, deviation } = made(curve, rules(tolerance))
      expect(deviation.most).toBeLessThanOrEqual(tolerance * 1.000001)
      // Places of the other path stand apart by its length over 1500.
      const within = tolerance * 1.05 + path.length / 3000
      expect(apart(curve, path)).toBeLessThan(within)
      expect(apart(path, curve)).toBeLessThan(within)
      expect(vec3.distance(pathPoint(path, 0), points[0]!)).toBeLessThan(1e-9)
      expect(vec3.distance(pathPoint(path, path.length), points.at(-1)!)).toBeLessThan(1e-9)
      const table = bendTableOf(path)
      expect(table.ok && table.value.rows.every((r) => r.radius >= 5 * (1 - 1e-9))).toBe(true)
    },
  )
  it('takes fewer bends the more it may lie off', () => {
    const counts = [0.2, 1, 3, 10].map((t) => made(spline(wave), rules(t)).bends.radii.length)
    expect(counts).toEqual(counts.toSorted((a, b) => b - a))
    expect(counts[0]).toBeGreaterThan(counts.at(-1)!)
  })
  it('keeps to the smallest radius and to the straights that are clamped', () => {
    const { path } = made(spline(wave), rules(3, { radius: 18, straight: 12, last: 15 }))
    const table = bendTableOf(path)
    if (!table.ok) throw new Error()
    for (const row of table.value.rows) {
      expect(row.radius).toBeGreaterThanOrEqual(18 * (1 - 1e-9))
      expect(row.length).toBeGreaterThanOrEqual(12 * (1 - 1e-6))
    }
    expect(table.value.last).toBeGreaterThanOrEqual(15 * (1 - 1e-6))
  })
  it('says when nothing keeps to all that is asked for, and does not bend a ring', () => {
    const tight = bendsOfCurve(spline(wave), rules(0.5, { radius: 200 }))
    expect(tight).toEqual({ ok: false, fault: { kind: 'none' } })
    const ring = splineThroughPoints(
      [
        [0, 0, 0],
        [50, 0, 0],
        [50, 50, 0],
        [0, 50, 0],
      ],
      true,
    )
    expect(ring.ok && bendsOfCurve(ring.value, rules(1))).toEqual({ ok: false, fault: { kind: 'closed' } })
  })
  it('a straight curve is a straight', () => {
    const { bends, path } = made(
      spline([
        [0, 0, 0],
        [10, 0, 0],
        [35, 0, 0],
      ]),
      rules(0.01),
    )
    expect(bends.radii).toEqual([])
    expect(path.length).toBeCloseTo(35, 9)
  })
  it('a path of straights and arcs comes back as itself', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 20, max: 60 }),
            fc.integer({ min: -179, max: 180 }),
            fc.integer({ min: 20, max: 120 }),
            fc.integer({ min: 10, max: 30 }),
          ),
          { minLength: 1, maxLength: 4 },
        ),
        (rows) => {
          const path = pathOfBendTable({
            rows: rows.map(([length, rotation, angle, radius], i) => ({
              length,
              rotation: i === 0 ? 0 : rad(rotation),
              angle: rad(angle),
              radius,
            })),
            last: 30,
          })
          const back = made(path, rules(0.01)).path
          expect(back.length).toBeCloseTo(path.length, 6)
          for (const t of [0.1, 0.37, 0.5, 0.82, 1])
            expect(
              vec3.distance(pathPoint(back, t * back.length), pathPoint(path, t * path.length)),
            ).toBeLessThan(1e-6)
        },
      ),
      { numRuns: 20 },
    )
  })
  it('is the same curve wherever it stands', () => {
    const turn = (p: Vec3): Vec3 => vec3.add(vec3.turnAbout(p, vec3.unit([1, 2, -1]), 0.7), [40, -300, 12])
    const here = made(spline(loom), rules(1))
    const there = made(spline(loom.map(turn)), rules(1))
    expect(there.bends.radii.length).toBe(here.bends.radii.length)
    expect(there.deviation.most).toBeLessThanOrEqual(1.000001)
  })
})

describe('the fewest bends on tangents', () => {
  /** By brute force over all rows of samples and radii of a fine grid: the fewest bends, or none. */
  function exhaustive(samples: readonly Sample[], by: BendRules): number | undefined {
    const n = samples.length
    const off = (p: Vec3, s: Sample): number => {
      const d = vec3.sub(p, s.at)
      return vec3.length(vec3.addScaled(d, s.way, -vec3.dot(d, s.way)))
    }
    /** All bends from one tangent to another that will do: where they begin and end along these. */
    const bends = (a: number, b: number): (readonly [number, number])[] => {
      const [p, q] = [samples[a]!, samples[b]!]
      const turn = vec3.angleBetween(p.way, q.way)
      const side = vec3.cross(p.way, q.way)
      if (turn < 1e-6) return []
      const d = vec3.sub(q.at, p.at)
      const along = vec3.dot(vec3.cross(d, q.way), side) / vec3.dot(side, side)
      const back = vec3.dot(vec3.cross(d, p.way), side) / vec3.dot(side, side)
      const node = vec3.addScaled(p.at, p.way, along)
      if (along <= 0 || back >= 0) return []
      const most = Math.min(along, -back) / Math.tan(turn / 2)
      const found: (readonly [number, number])[] = []
      for (let k = 0; k <= 400; k++) {
        const radius = by.radius + ((most - by.radius) * k) / 400
        if (radius < by.radius || most < by.radius) break
        const c = cornerAt(p.at, node, q.at, radius)
        const lies = samples
          .slice(a + 1, b)
          .every(
            ({ at }) =>
              Math.min(
                vec3.distance(at, nearestOnStraight(at, p.at, c.begin)),
                vec3.distance(at, nearestOnArc(at, c)),
                vec3.distance(at, nearestOnStraight(at, c.end, q.at)),
              ) <= by.tolerance,
          )
        if (lies) found.push([along - c.takes, c.takes + back])
      }
      // The smallest, the largest and two between stand for all radii that will do.
      return [...new Set([0, 1 / 3, 2 / 3, 1].map((t) => Math.round(t * (found.length - 1))))].flatMap((k) =>
        found[k] ? [found[k]] : [],
      )
    }
    const known = new Map<number, (readonly [number, number])[]>()
    const bendsOf = (a: number, b: number) => {
      const key = a * n + b
      if (!known.has(key)) known.set(key, bends(a, b))
      return known.get(key)!
    }
    const start = (a: number): number => vec3.dot(vec3.sub(samples[0]!.at, samples[a]!.at), samples[a]!.way)
    const finish = (a: number): number =>
      vec3.dot(vec3.sub(samples[n - 1]!.at, samples[a]!.at), samples[a]!.way)
    const whole = (a: number, from: number, to: number): boolean =>
      samples.slice(from, to + 1).every((s) => off(s.at, samples[a]!) <= by.tolerance)
    let fewest: number | undefined
    const go = (a: number, end: number, count: number): void => {
      if (fewest !== undefined && count >= fewest) return
      if (whole(a, a, n - 1) && finish(a) - end >= (count === 0 ? 0 : by.last)) {
        fewest = count
        return
      }
      for (let b = a + 1; b < n; b++)
        for (const [begins, ends] of bendsOf(a, b)) if (begins - end >= by.straight) go(b, ends, count + 1)
    }
    for (let a = 0; a < n; a++) if (whole(a, 0, a)) go(a, start(a), 0)
    return fewest
  }
  const thinned = (samples: readonly Sample[], every: number): Sample[] =>
    samples.filter((_, i) => i % every === 0 || i === samples.length - 1)

  it('are as many as by brute force over all rows of samples', () => {
    const curves: Vec3[][] = [
      [
        [0, 0, 0],
        [40, 20, 0],
        [80, 0, 0],
      ],
      [
        [0, 0, 0],
        [40, 20, 0],
        [80, -10, 0],
        [120, 10, 0],
      ],
      [
        [0, 0, 0],
        [30, 5, 0],
        [50, 40, 0],
        [10, 60, 0],
      ],
      [
        [0, 0, 0],
        [50, 0, 0],
        [60, 40, 0],
        [100, 45, 0],
      ],
    ]
    for (const points of curves)
      for (const by of [rules(1), rules(4), rules(2, { straight: 6, last: 8 }), rules(3, { radius: 14 })]) {
        const all = samplesOf(spline(points))
        const samples = thinned(all, Math.ceil(all.length / 8))
        const fewest = exhaustive(samples, by)
        expect(chooseBends(samples, by)?.radii.length).toBe(fewest)
      }
  })
  it('are never fewer than what comes of moving them', () => {
    for (const points of [wave, loom])
      for (const tolerance of [0.5, 1, 3]) {
        const chosen = chooseBends(samplesOf(spline(points)), rules(tolerance))
        const moved = made(spline(points), rules(tolerance))
        expect(moved.bends.radii.length).toBeLessThanOrEqual(chosen!.radii.length)
      }
  })
  it('of an S of two arcs are two', () => {
    const nodes: PathNode[] = [
      { point: [0, 0, 0], corner: { kind: 'sharp' } },
      { point: [100, 0, 0], corner: { kind: 'bend', radius: 40 } },
      { point: [100, 120, 0], corner: { kind: 'bend', radius: 40 } },
      { point: [220, 120, 0], corner: { kind: 'sharp' } },
    ]
    const path = pathThroughNodes(nodes, false)
    if (!path.ok) throw new Error()
    expect(chooseBends(samplesOf(path.value.path), rules(0.05))!.radii).toHaveLength(2)
  })
})
