import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chains } from '../../testing/chains.ts'
import { rad } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { bendTableOf } from '../forming/index.ts'
import {
  bentToArc,
  joinedPaths,
  makePath,
  mirroredPath,
  pathOfCoil,
  pathPoint,
  pathTangent,
  pathThroughNodes,
  rebuilt,
  segmentTorsion,
  simplified,
  splineThroughPoints,
  startedAt,
  straightened,
  lineSegment,
  type Path,
} from './index.ts'

const made = <T>(r: { ok: true; value: T } | { ok: false; fault: unknown }): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}
const refusal = (r: { ok: boolean; fault?: unknown }): string =>
  r.ok ? 'none' : (r as { fault: { message: string } }).fault.message
const through = (points: readonly Vec3[], radius = 0, closed = false): Path =>
  made(
    pathThroughNodes(
      points.map((point) => ({
        point,
        corner: radius > 0 ? ({ kind: 'bend', radius } as const) : ({ kind: 'sharp' } as const),
      })),
      closed,
    ),
  ).path
const near = (a: Vec3, b: Vec3, within = 1e-9): void => expect(vec3.distance(a, b)).toBeLessThan(within)
const SHARES = [0, 0.21, 0.5, 0.83, 1]

describe('a mirrored path', () => {
  const normal = vec3.unit([1, 2, -0.5])
  const at: Vec3 = [3, -4, 5]
  const mirrored = (p: Vec3): Vec3 => vec3.addScaled(p, normal, -2 * vec3.dot(vec3.sub(p, at), normal))
  const coil = made(
    pathOfCoil({
      radius: 20,
      endRadius: 30,
      sizes: { pitch: 8, turns: 4, height: undefined },
      hand: 'right',
      closed: { start: 1, end: 1, rise: 2 },
      ends: { start: { kind: 'none' }, end: { kind: 'none' } },
    }),
  )
  const spline = made(
    splineThroughPoints(
      [
        [0, 0, 0],
        [30, 20, 5],
        [60, -10, 30],
      ],
      false,
    ),
  )
  it.each([
    [
      'of straights and bends',
      through(
        [
          [0, 0, 0],
          [100, 0, 0],
          [100, 80, 20],
          [30, 90, 60],
        ],
        15,
      ),
    ],
    ['a spline', spline],
    ['a coil', coil],
  ] as const)('%s lies where the mirror shows it, all along', (_, path) => {
    const image = mirroredPath(path, at, normal)
    expect(image.length).toBeCloseTo(path.length, 9)
    for (const t of SHARES) {
      near(pathPoint(image, t * image.length), mirrored(pathPoint(path, t * path.length)), 1e-7)
      near(
        pathTangent(image, t * image.length),
        vec3.sub(mirrored(vec3.add(at, pathTangent(path, t * path.length))), at),
        1e-7,
      )
    }
    const twice = mirroredPath(image, at, normal)
    for (const t of SHARES) near(pathPoint(twice, t * path.length), pathPoint(path, t * path.length), 1e-7)
  })
  it('turns its bends the other way and winds to the other hand', () => {
    fc.assert(
      fc.property(chains, (nodes) => {
        const path = pathThroughNodes(nodes, false)
        fc.pre(path.ok)
        if (!path.ok) return
        const table = bendTableOf(path.value.path, true)
        const image = bendTableOf(mirroredPath(path.value.path, at, normal), true)
        fc.pre(table.ok)
        if (!table.ok || !image.ok) return
        table.value.rows.forEach((row, i) => {
          const other = image.value.rows[i]!
          expect(other.length).toBeCloseTo(row.length, 6)
          expect(other.angle).toBeCloseTo(row.angle, 6)
          expect(Math.sin(other.rotation)).toBeCloseTo(-Math.sin(row.rotation), 6)
          expect(Math.cos(other.rotation)).toBeCloseTo(Math.cos(row.rotation), 6)
        })
      }),
    )
    const [g] = coil.segments.filter((s) => s.kind === 'helix' || s.kind === 'curve')
    const [h] = mirroredPath(coil, at, normal).segments.filter((s) => s.kind === g!.kind)
    expect(segmentTorsion(h!, h!.length / 2)).toBeCloseTo(-segmentTorsion(g!, g!.length / 2), 9)
  })
})

describe('a closed path from another start', () => {
  const ring = through(
    [
      [0, 0, 0],
      [100, 0, 0],
      [100, 60, 0],
      [0, 60, 0],
    ],
    12,
    true,
  )
  it('is the same ring, begun there', () => {
    for (const station of [0, 37, 100, ring.length - 1, -20, ring.length + 15]) {
      const turned = made(startedAt(ring, station))
      expect(turned.closed).toBe(true)
      expect(turned.length).toBeCloseTo(ring.length, 9)
      for (const t of SHARES) {
        const s = (((station + t * ring.length) % ring.length) + ring.length) % ring.length
        near(pathPoint(turned, t * ring.length), pathPoint(ring, s), 1e-6)
      }
    }
  })
  it('an open one says so', () => {
    expect(
      refusal(
        startedAt(
          through([
            [0, 0, 0],
            [10, 0, 0],
          ]),
          2,
        ),
      ),
    ).toContain('open')
  })
})

describe('a path straightened, and a straight bent', () => {
  const bent = through(
    [
      [0, 0, 0],
      [100, 0, 0],
      [100, 80, 20],
    ],
    15,
  )
  it('keep their length', () => {
    const straight = made(straightened(bent))
    expect(straight.length).toBeCloseTo(bent.length, 12)
    near(pathPoint(straight, straight.length), [bent.length, 0, 0])
    const arc = made(bentToArc(straight, rad(90), [0, 0, 1]))
    expect(arc.length).toBeCloseTo(bent.length, 12)
    const r = bent.length / rad(90)
    near(pathPoint(arc, arc.length), [r, 0, r])
    near(pathTangent(arc, arc.length), [0, 0, 1])
    near(pathPoint(made(bentToArc(straight, rad(-90), [0, 0, 1])), arc.length), [r, 0, -r])
    // A whole turn comes round to where it began.
    near(pathPoint(made(bentToArc(straight, 2 * Math.PI, [0, 1, 0])), bent.length), [0, 0, 0], 1e-9)
    expect(made(bentToArc(straight, 0, [0, 1, 0])).segments[0]!.kind).toBe('line')
  })
  it('of several straights in a row is one arc; what is bent already is refused', () => {
    const three = through([
      [0, 0, 0],
      [10, 0, 0],
      [25, 0, 0],
      [40, 0, 0],
    ])
    expect(made(bentToArc(three, 1, [0, 1, 0])).segments).toHaveLength(1)
    expect(refusal(bentToArc(bent, 1, [0, 1, 0]))).toContain('only a straight path')
    expect(refusal(bentToArc(three, 1, [3, 0, 0]))).toContain('lies along the path')
    expect(refusal(bentToArc(three, 7, [0, 1, 0]))).toContain('a whole turn at most')
  })
})

describe('a path rebuilt by spans', () => {
  it('lies nearer the more there are, and tells how near', () => {
    const path = through(
      [
        [0, 0, 0],
        [100, 0, 0],
        [100, 80, 20],
        [0, 90, 60],
      ],
      30,
    )
    const found = [4, 8, 16, 32].map((n) => made(rebuilt(path, n)))
    const off = found.map((f) => f.apart.most)
    expect(off).toEqual(off.toSorted((a, b) => b - a))
    expect(off.at(-1)!).toBeLessThan(0.5)
    for (const { path: smooth } of found) {
      near(pathPoint(smooth, 0), pathPoint(path, 0))
      near(pathPoint(smooth, smooth.length), pathPoint(path, path.length))
      near(pathTangent(smooth, 0), pathTangent(path, 0), 1e-6)
    }
    expect(found[2]!.path.segments.every((g) => g.kind === 'curve' || g.kind === 'line')).toBe(true)
  })
  it('of a straight is that straight', () => {
    const { path, apart } = made(
      rebuilt(
        through([
          [0, 0, 0],
          [50, 0, 0],
        ]),
        3,
      ),
    )
    expect(path.length).toBeCloseTo(50, 9)
    expect(apart.most).toBeLessThan(1e-9)
  })
  it('needs whole spans', () => {
    const path = through([
      [0, 0, 0],
      [50, 0, 0],
    ])
    expect(refusal(rebuilt(path, 0))).toContain('whole number')
    expect(refusal(rebuilt(path, 2.5))).toContain('whole number')
    expect(
      refusal(
        rebuilt(
          through(
            [
              [0, 0, 0],
              [50, 0, 0],
              [20, 40, 0],
            ],
            5,
            true,
          ),
          2,
        ),
      ),
    ).toContain('3 at least')
  })
})

describe('a path simplified', () => {
  it('leaves out corners that lie within the tolerance, and no others', () => {
    const corners: Vec3[] = [
      [0, 0, 0],
      [10, 0.3, 0],
      [20, -0.3, 0],
      [30, 0, 0],
      [30, 20, 0.4],
      [30, 40, 0],
    ]
    const { path, left } = made(simplified(through(corners), 0.5))
    expect(left).toBe(3)
    expect(path.segments).toHaveLength(2)
    near(pathPoint(path, 30), [30, 0, 0])
    expect(made(simplified(through(corners), 0.1)).left).toBe(0)
  })
  it('lies within the tolerance of all corners', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -9, max: 9 })), {
          minLength: 3,
          maxLength: 20,
        }),
        fc.integer({ min: 1, max: 8 }),
        (steps, within) => {
          const points = steps.map(([y, z], i): Vec3 => [5 * i, y, z])
          const path = through(points)
          const { path: plain } = made(simplified(path, within))
          for (const p of points) {
            const least = Math.min(
              ...Array.from({ length: 2000 }, (_, i) =>
                vec3.distance(p, pathPoint(plain, (plain.length * i) / 1999)),
              ),
            )
            expect(least).toBeLessThan(within + plain.length / 2000)
          }
        },
      ),
      { numRuns: 30 },
    )
  })
  it('is of straights only', () => {
    expect(
      refusal(
        simplified(
          through(
            [
              [0, 0, 0],
              [50, 0, 0],
              [50, 50, 0],
            ],
            10,
          ),
          1,
        ),
      ),
    ).toContain('straights')
  })
})

describe('paths joined', () => {
  const straight = (from: Vec3, to: Vec3): Path =>
    makePath(
      [
        {
          segment: lineSegment(from, vec3.unit(vec3.sub(to, from)), vec3.distance(from, to)),
          origin: { kind: 'leg', index: 0 },
        },
      ],
      false,
    )
  const a = straight([0, 0, 0], [50, 0, 0])
  it('tell how each joint breaks, and bridge gaps by straights', () => {
    const { path, joints } = made(
      joinedPaths([a, straight([50, 0, 0], [50, 40, 0]), straight([50, 40, 30], [50, 80, 30])], 0),
    )
    expect(path.length).toBeCloseTo(50 + 40 + 30 + 40, 9)
    expect(joints).toMatchObject([
      { station: 50, angle: expect.closeTo(Math.PI / 2, 9), gap: 0 },
      { station: 90, angle: expect.closeTo(Math.PI / 2, 9), gap: 30 },
      { station: 120, angle: expect.closeTo(Math.PI / 2, 9), gap: 0 },
    ])
    const on = made(joinedPaths([a, straight([50, 0, 0], [90, 0, 0])], 0))
    expect(on.joints[0]!.angle).toBeLessThan(1e-9)
  })
  it('are blended by an arc of a radius, at the length of its closed form', () => {
    const { path } = made(joinedPaths([a, straight([50, 0, 0], [50, 40, 0])], 10))
    expect(path.segments.map((g) => g.kind)).toEqual(['line', 'arc', 'line'])
    expect(path.length).toBeCloseTo(40 + 5 * Math.PI + 30, 9)
    near(pathPoint(path, 40 + 2.5 * Math.PI), [50 - 10 + 10 * Math.SQRT1_2, 10 - 10 * Math.SQRT1_2, 0])
    // As large as just fits takes all of the shorter straight.
    expect(made(joinedPaths([a, straight([50, 0, 0], [50, 40, 0])], 40)).path.segments).toHaveLength(2)
    expect(refusal(joinedPaths([a, straight([50, 0, 0], [50, 40, 0])], 41))).toContain(
      'a radius of 40 mm would fit',
    )
    expect(refusal(joinedPaths([a, straight([50, 0, 0], [0, 0, 0])], 5))).toContain('straight back')
    expect(
      refusal(
        joinedPaths(
          [
            through(
              [
                [0, 0, 0],
                [50, 0, 0],
                [50, 30, 0],
              ],
              30,
            ),
            straight([50, 30, 0], [90, 30, 0]),
          ],
          5,
        ),
      ),
    ).toContain('one of these is curved')
    expect(
      refusal(
        joinedPaths(
          [
            a,
            through(
              [
                [0, 0, 0],
                [9, 0, 0],
                [0, 9, 0],
              ],
              2,
              true,
            ),
          ],
          0,
        ),
      ),
    ).toContain('closed')
  })
})
