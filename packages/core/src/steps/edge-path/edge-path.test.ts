import { base, blockStep, extrudedStep, STEEL } from '../../../testing/bodies.ts'
import { emptyPart, freshStep, type Part, type Step, makeChange } from '@flexum/core/recipe'
import { volumeOf, type PartResult } from '@flexum/core/recipe/evaluated'
import type { EdgePathStep } from './typed.ts'
import type { RunStep } from '../run/typed.ts'
import type { SketchProfileStep } from '../sketch-profile/typed.ts'
import { edgesOfBody, type BodyEdge } from '../../solid/index.ts'
import { vec3, type Vec3 } from '@flexum/core/space'
import { frameAt } from '@flexum/core/sweep'
import { outlineAt, rectangleAt } from '../../../testing/sketches.ts'
import { blocks, bodyTrial, every } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { evaluator, bodyIn, worked } = bodyTrial()

const volume = (r: PartResult): number => {
  expect(blocks(r)).toEqual([])
  return volumeOf(r)!
}
const path = (of: string, picked: readonly BodyEdge[], reversed = false): EdgePathStep => ({
  ...base('path'),
  kind: 'edge-path',
  of,
  edges: picked.map((e) => ({ edge: e.name })),
  reversed,
})

describe('a path along edges', () => {
  const lengthOf = (r: PartResult): number => {
    expect(blocks(r)).toEqual([])
    return r.steps.find((s) => s.id === 'path')!.output!.path!.path.length
  }
  it('round the top of a block is closed; three sides are open; the order in which they are picked does not count', () => {
    const slab = blockStep('slab')
    const top = edgesOfBody(bodyIn(slab)).filter((e) => every(e, (p) => p[2] > 19))
    const closed = worked(slab, path('slab', top))
    expect(lengthOf(closed)).toBeCloseTo(140, 9)
    expect(closed.steps[1]!.output!.path!.path.closed).toBe(true)
    const three = worked(slab, path('slab', [top[2]!, top[0]!, top[1]!, top[3]!].slice(0, 3)))
    expect([100, 110].some((l) => Math.abs(lengthOf(three) - l) < 1e-9)).toBe(true)
    const apart = top.filter((e) => every(e, (p) => p[1] > 14) || every(e, (p) => p[1] < -14))
    expect(blocks(worked(slab, path('slab', apart)))).toEqual(['path.apart'])
  })
  it('along a rounded top it is straights and arcs, exact; it follows the body', () => {
    const rim = (e: BodyEdge): boolean => e.closed && every(e, (p) => p[2] > 19)
    const can = (diameter: string) => blockStep('slab', { shape: 'cylinder', diameter })
    const picked = edgesOfBody(bodyIn(can('30'))).filter(rim)
    expect(lengthOf(worked(can('30'), path('slab', picked)))).toBeCloseTo(Math.PI * 30, 9)
    expect(lengthOf(worked(can('41'), path('slab', picked)))).toBeCloseTo(Math.PI * 41, 9)
  })
  it('where two cylinders cross it is fitted by arcs that run into each other, and says how near', () => {
    const post = blockStep('post', {
      shape: 'cylinder',
      diameter: '14',
      z: '0',
      height: '30',
      does: { kind: 'joins', with: ['slab'] },
    })
    const beam = blockStep('slab', { shape: 'cylinder', axis: 'x', x: '-40', diameter: '30', height: '80' })
    const seam = edgesOfBody(bodyIn(beam, post)).filter((e) => e.closed && !e.convex)
    expect(seam).toHaveLength(1)
    const r = worked(beam, post, path('slab', seam))
    // Round a post of radius 7 on a beam of radius 15: by quadrature.
    const n = 20_000
    let exact = 0
    const at = (a: number): Vec3 => [
      7 * Math.cos(a),
      7 * Math.sin(a),
      Math.sqrt(225 - (7 * Math.sin(a)) ** 2),
    ]
    for (let i = 0; i < n; i++) {
      const [p, q] = [at((2 * Math.PI * i) / n), at((2 * Math.PI * (i + 1)) / n)]
      exact += Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2])
    }
    expect(lengthOf(r) / exact).toBeCloseTo(1, 4)
    expect(r.findings.map((f) => f.code)).toContain('path.fitted')
    // No break in direction anywhere.
    expect(r.steps.find((s) => s.id === 'path')!.output!.path!.analysis.rows.length).toBeGreaterThan(8)
  })
})

/** A square of 3 in the corner that the material fills, and 1 out of it, along edges, as a run that cuts. */
const rebate = (
  picked: readonly BodyEdge[],
  of: string,
  more: Partial<RunStep> = {},
  reversed = false,
): Step[] => [
  rectangleAt('square', -3, -3, 4, 4),
  {
    ...base('profile'),
    kind: 'sketch-profile',
    sketch: 'square',
    regions: [],
    material: STEEL,
  } satisfies SketchProfileStep,
  path(of, picked, reversed),
  {
    ...base('run'),
    kind: 'run',
    path: 'path',
    profile: 'profile',
    turning: 'faces',
    anchor: 'origin',
    clock: '0',
    flip: false,
    does: { kind: 'cuts', with: [of] },
    ...more,
  } satisfies RunStep,
]

/** The same run as a body by itself. */
const alone = (steps: readonly Step[]): Step[] =>
  steps.map((s) => {
    if (s.kind !== 'run') return s
    const { does: _, ...run } = s
    return run
  })

describe('a profile on a path along edges', () => {
  const slab = blockStep('slab')
  const top = (...steps: Step[]) => edgesOfBody(bodyIn(...steps)).filter((e) => every(e, (p) => p[2] > 19))
  it('sits in the corner of the two faces: a rebate along one edge, all round, either way', () => {
    const rim = top(slab)
    const long = rim.filter((e) => every(e, (p) => p[1] > 14))
    for (const reversed of [false, true]) {
      expect(volume(worked(slab, ...rebate(long, 'slab', {}, reversed)))).toBeCloseTo(24000 - 9 * 40, 6)
      expect(volume(worked(slab, ...rebate(rim, 'slab', {}, reversed)))).toBeCloseTo(
        24000 - 3 * (40 * 30 - 34 * 24),
        5,
      )
    }
    // Square to the path it is not told by the faces; that is what the turning is for.
    const upright = edgesOfBody(bodyIn(slab)).filter((e) => every(e, (p) => p[0] > 19 && p[1] > 14))
    expect(volume(worked(slab, ...rebate(upright, 'slab')))).toBeCloseTo(24000 - 9 * 20, 6)
  })
  it('round the rim of a cylinder and of a hole in it: by Pappus', () => {
    const can = blockStep('slab', { shape: 'cylinder', diameter: '30' })
    const rim = top(can)
    const gone = (r: number) => 9 * 2 * Math.PI * r
    const all = Math.PI * 225 * 20
    expect(volume(worked(can, ...rebate(rim, 'slab'))) / (all - gone(13.5))).toBeCloseTo(1, 6)
    const bore = blockStep('bore', {
      shape: 'cylinder',
      diameter: '10',
      z: '-1',
      height: '30',
      does: { kind: 'cuts', with: ['slab'] },
    })
    const inner = top(can, bore).filter((e) => every(e, (p) => Math.hypot(p[0], p[1]) < 6))
    const left = all - Math.PI * 25 * 20 - gone(6.5)
    expect(volume(worked(can, bore, ...rebate(inner, 'slab'))) / left).toBeCloseTo(1, 6)
  })
  it('its up side lies in the face where that leans, and keeps to it where the edge bows', () => {
    const plate = extrudedStep('slab', 'board', { depth: '20', draft: '15' })
    const r = worked(
      rectangleAt('board', 0, 0, 60, 40),
      plate,
      ...alone(rebate(top(rectangleAt('board', 0, 0, 60, 40), plate), 'slab')),
    )
    expect(blocks(r)).toEqual([])
    const { frames } = r.steps.find((s) => s.id === 'run')!.output!.carried!
    const ups = [5, 60, 110].map((s) => frameAt(frames, s).b)
    const lean = Math.sin((15 * Math.PI) / 180)
    // Either the top is up everywhere, or the side is, which leans by the draft.
    for (const up of ups) expect([1, lean].some((z) => Math.abs(Math.abs(up[2]) - z) < 1e-9)).toBe(true)
    const post = blockStep('post', {
      shape: 'cylinder',
      diameter: '14',
      z: '0',
      height: '30',
      does: { kind: 'joins', with: ['slab'] },
    })
    const beam = blockStep('slab', { shape: 'cylinder', axis: 'x', x: '-40', diameter: '30', height: '80' })
    const seam = edgesOfBody(bodyIn(beam, post)).filter((e) => e.closed && !e.convex)
    const fillet = worked(beam, post, ...alone(rebate(seam, 'slab')))
    expect(blocks(fillet)).toEqual([])
    const bowed = fillet.steps.find((s) => s.id === 'run')!.output!.carried!
    for (let i = 0; i < 40; i++) {
      const { origin, b } = frameAt(bowed.frames, (bowed.path.length * (i + 0.3)) / 40)
      const [onPost, onBeam] = [vec3.unit([origin[0], origin[1], 0]), vec3.unit([0, origin[1], origin[2]])]
      expect(Math.max(vec3.dot(b, onPost), vec3.dot(b, onBeam))).toBeGreaterThan(1 - 1e-4)
    }
  })
  it('where it would turn over at once, or lies between no faces, that is told, with a cure', () => {
    const wedge = [
      outlineAt('board', [
        [0, 0],
        [60, 0],
        [0, 90],
      ]),
      extrudedStep('slab', 'board', { depth: '20' }),
    ]
    const all = edgesOfBody(bodyIn(...wedge))
    const near = (test: (p: Vec3) => boolean) => all.filter((e) => every(e, test))
    const chain = [
      ...near((p) => p[1] < 0.1 && p[2] > 19.9),
      ...near((p) => p[0] > 59.9),
      ...near((p) => p[2] < 0.1 && Math.abs(p[1] - 1.5 * (60 - p[0])) < 0.1),
    ]
    expect(chain).toHaveLength(3)
    const r = worked(...wedge, ...alone(rebate(chain, 'slab')))
    expect(blocks(r)).toEqual(['run.faces'])
    const finding = r.findings.find((f) => f.code === 'run.faces')!
    expect(finding.message).toMatch(/turn over by \d+°/)
    const part: Part = {
      ...emptyPart('Trial'),
      steps: [...wedge, ...alone(rebate(chain, 'slab'))],
    }
    const cured = makeChange(part, finding.cures[0]!.change)
    expect(cured.ok && blocks(evaluator.evaluate(cured.value))).toEqual([])
    // The part up to there does.
    const upTo = { from: { kind: 'length', at: '0' }, to: { kind: 'length', at: '70' } } as const
    expect(blocks(worked(...wedge, ...alone(rebate(chain, 'slab', { part: upTo }))))).toEqual([])
    const line = { ...base('path'), kind: 'node-path', closed: false, nodes: [] } as const
    const plain = worked(
      ...alone(rebate([], 'slab')).map((s): Step =>
        s.id === 'path'
          ? {
              ...line,
              nodes: [0, 50].map((x, i) => ({
                id: `n${i}`,
                x: String(x),
                y: '0',
                z: '0',
                corner: { kind: 'sharp' },
              })),
            }
          : s,
      ),
    )
    expect(blocks(plain)).toEqual(['run.faces'])
  })
  it('is how a new run on such a path turns', () => {
    const steps = rebate(top(slab), 'slab').slice(0, 3)
    const fresh = freshStep({ ...emptyPart('Trial'), steps: [slab, ...steps] }, 'run', { id: 'new' })
    expect(fresh.ok && fresh.value.turning).toBe('faces')
  })
})
