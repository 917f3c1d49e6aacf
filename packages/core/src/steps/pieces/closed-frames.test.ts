import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { nodeEntry } from '../node-path/typed.ts'
import { STARTERS, type Part, type Step } from '../../recipe/index.ts'
import { createEvaluator, type StepResult } from '../../recipe/evaluated/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'

/** Frames in the usual run; more by FRAMES=1000. */
const RUNS = Number(process.env['FRAMES'] ?? 200)

const TUBE = { shape: 'tube', sizes: { diameter: '34', wall: '2' } } as const
const SQUARE = { shape: 'square-bar', sizes: { side: '30', corner: '0' } } as const

/** A closed frame of straights through places, mitred at each. */
function frame(places: readonly Vec3[], section: typeof TUBE | typeof SQUARE): Part {
  const bar = STARTERS.straight.make('Frame')
  const steps = bar.steps.flatMap((s): Step[] => {
    if (s.kind === 'node-path')
      return [
        {
          ...s,
          closed: true,
          nodes: places.map(([x, y, z], i) => nodeEntry(`n${i}`, String(x), String(y), String(z))),
        },
      ]
    if (s.kind === 'stock-profile') return [{ ...s, ...section }]
    return s.kind === 'run' ? [{ ...s, corners: { all: 'mitre', each: {} } }] : []
  })
  const pieces: Step = {
    id: 'pieces',
    kind: 'pieces',
    name: 'Pieces',
    aside: false,
    run: 'run',
    lies: 1,
    turned: false,
    hold: '0',
  }
  return { ...bar, steps: [...steps, pieces] }
}

function piecesOf(part: Part): StepResult {
  return createEvaluator()
    .evaluate(part, { phase: 'figures' })
    .steps.find((s) => s.id === 'pieces')!
}

interface Told {
  readonly turn: number
  readonly longest: number
  readonly long: number
}

/** The same by planes and lines alone: a tube of radius r between the planes that halve its corners. */
function byPlanes(places: readonly Vec3[], i: number, r: number): Told {
  const at = (k: number): Vec3 => places[(k + places.length) % places.length]!
  const way = (k: number): Vec3 => vec3.unit(vec3.sub(at(k + 1), at(k)))
  const d = way(i)
  const [first, last] = [vec3.add(way(i - 1), d), vec3.add(d, way(i + 1))]
  // How fast each plane moves along the piece with the place across it.
  const slope = (plane: Vec3): Vec3 => {
    const across = vec3.addScaled(plane, d, -vec3.dot(plane, d))
    return vec3.scale(across, -1 / vec3.dot(plane, d))
  }
  const [s, e] = [slope(first), slope(last)]
  const [from, to] = [vec3.scale(s, -1), e]
  const length = vec3.distance(at(i), at(i + 1))
  return {
    turn: Math.atan2(vec3.dot(vec3.cross(from, to), d), vec3.dot(from, to)),
    longest: length + r * vec3.length(vec3.sub(e, s)),
    long: length + r * (vec3.length(e) + vec3.length(s)),
  }
}

const near = (a: number, b: number): number =>
  Math.abs(a - b - 2 * Math.PI * Math.round((a - b) / (2 * Math.PI)))

describe('pieces of a closed frame that is not flat', () => {
  const places: readonly Vec3[] = [
    [0, 0, 0],
    [400, 0, 60],
    [430, 320, -20],
    [30, 300, 90],
  ]
  it('of a tube are turned between their cuts as the planes of the corners say', () => {
    const { output, findings } = piecesOf(frame(places, TUBE))
    const [piece] = output!.cuts!.pieces
    expect((piece!.turn! * 180) / Math.PI).toBeCloseTo(-30.376, 3)
    expect(piece!.lengths.longest).toBeCloseTo(438.86, 3)
    expect(findings).toEqual([])
  })
  it('of a square bar would have to be twisted, which is told with the angle', () => {
    const { output, findings } = piecesOf(frame(places, SQUARE))
    expect(output!.cuts!.pieces).toHaveLength(4)
    expect(findings.map((f) => f.code)).toEqual(Array(4).fill('pieces.twisted'))
    expect(findings[0]!.message).toMatch(/twisted by 3\.77°.*round/)
    const flat = places.map(([x, y]): Vec3 => [x, y, 0])
    expect(piecesOf(frame(flat, SQUARE)).findings).toEqual([])
  })
  it('agree with the planes of their corners in random frames', () => {
    // Round about the origin, as frames mostly are, and up and down on the way.
    const corner = fc.record({
      turned: fc.double({ min: -0.25, max: 0.25, noNaN: true }),
      out: fc.integer({ min: 250, max: 500 }),
      up: fc.integer({ min: -250, max: 250 }),
    })
    const frames = fc.array(corner, { minLength: 3, maxLength: 7 }).map((all) =>
      all.map(({ turned, out, up }, i): Vec3 => {
        const angle = (2 * Math.PI * (i + turned)) / all.length
        return [out * Math.cos(angle), out * Math.sin(angle), up]
      }),
    )
    let looked = 0
    fc.assert(
      fc.property(frames, (corners) => {
        const n = corners.length
        const ways = corners.map((p, i) => vec3.sub(corners[(i + 1) % n]!, p))
        fc.pre(ways.every((w) => vec3.length(w) > 120))
        // No corner so sharp that its cuts cross, none so flat that its plane has no direction.
        const turns = ways.map((w, i) => vec3.angleBetween(w, ways[(i + 1) % n]!))
        fc.pre(turns.every((t) => t < 2.5 && t > 0.05))
        const { output } = piecesOf(frame(corners, TUBE))
        if (!output?.cuts) return
        expect(output.cuts.pieces).toHaveLength(n)
        output.cuts.pieces.forEach((p) => {
          // The seam may lie within: a piece is known by the corner it begins at.
          const i = corners.findIndex((_, k) => `n${k}` === p.start.corner?.key)
          const told = byPlanes(corners, i, 17)
          expect(near(p.turn!, told.turn)).toBeLessThan(1e-6)
          expect(p.lengths.longest).toBeCloseTo(told.longest, 6)
          expect(p.lengths.long).toBeCloseTo(told.long, 6)
        })
        looked++
      }),
      { numRuns: RUNS },
    )
    expect(looked).toBeGreaterThan(RUNS / 2)
  })
})
