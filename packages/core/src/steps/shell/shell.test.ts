import * as fc from 'fast-check'
import { base, blockStep, filletStep, extrudedStep, STEEL, revolvedStep } from '../../../testing/bodies.ts'
import { emptyPart, freshStep, type Step } from '@flexum/core/recipe'
import { bodiesOf, volumeOf } from '@flexum/core/recipe/evaluated'
import { nodeEntry } from '../node-path/typed.ts'
import type { LoftStep } from '../loft/typed.ts'
import type { HalvedStep } from '../halved/typed.ts'
import type { ShellStep } from './typed.ts'
import type { PlainBodyStep } from '../plain-body/typed.ts'
import type { PushedStep } from '../pushed/typed.ts'
import type { RunStep } from '../run/typed.ts'
import type { StockProfileStep } from '../stock-profile/typed.ts'
import { edgesOfBody, facesOfBody, type BodyEdge } from '../../solid/index.ts'
import { meshOfBody, type Body } from '@flexum/core/solid'
import { checkWatertight, packMesh, type Vec3 } from '@flexum/core/space'
import { boxMesh } from '../../../testing/meshes.ts'
import { rectangleAt, roundAt } from '../../../testing/sketches.ts'
import { blocks, bodyTrial, every } from '../../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { bodyIn, worked } = bodyTrial()

const volume = (...steps: Step[]): number => {
  const r = worked(...steps)
  expect(r.findings.filter((f) => f.severity === 'blocks').map((f) => f.message)).toEqual([])
  for (const b of bodiesOf(r))
    expect(checkWatertight(meshOfBody(b))).toMatchObject({ openEdges: 0, crossedEdges: 0 })
  return volumeOf(r)!
}
const wall = (of: string, open: readonly string[] = [], thick = '2'): ShellStep => ({
  ...base('wall'),
  kind: 'hollowed',
  of,
  open: open.map((face) => ({ of, face })),
  wall: thick,
})
const boss = (more: Partial<PlainBodyStep> = {}): PlainBodyStep =>
  blockStep('boss', {
    z: '20',
    wide: '16',
    deep: '16',
    height: '15',
    does: { kind: 'joins', with: ['slab'] },
    ...more,
  })
const drill = (more: Partial<PlainBodyStep> = {}): PlainBodyStep =>
  blockStep('drill', {
    shape: 'cylinder',
    z: '-5',
    height: '40',
    does: { kind: 'cuts', with: ['slab'] },
    ...more,
  })
/** A body with some of its edges rounded or bevelled. */
const edged = (
  steps: readonly Step[],
  which: (e: BodyEdge) => boolean,
  size: string,
  shape: 'rounded' | 'bevelled' = 'rounded',
): Step[] => {
  const picked = edgesOfBody(bodyIn(...steps)).filter(which)
  expect(picked.length).toBeGreaterThan(0)
  return [...steps, filletStep('round', steps.find((s) => s.kind !== 'sketch')!.id, picked, { size, shape })]
}
const faceOf = (steps: readonly Step[], test: (out: Vec3, at: Vec3) => boolean): string =>
  facesOfBody(bodyIn(...steps)).faces.find((f) => f.form.kind === 'plane' && test(f.out, f.at))!.name
const above = (z: number) => (e: BodyEdge) => every(e, (p) => p[2] > z)

describe('a wall of what was rounded', () => {
  const slab = blockStep('slab')
  const inside = blockStep('slab', { wide: '36', deep: '26', z: '2', height: '16' })
  it('its roundings are smaller by the wall inside', () => {
    const outer = edged([slab], above(19), '3')
    const hollow = volume(...outer) - volume(...edged([inside], above(17), '1'))
    expect(volume(...outer, wall('round')) / hollow).toBeCloseTo(1, 6)
  })
  it('and its corners, where three meet', () => {
    const rounded = (a: number, b: number, c: number, r: number): number => {
      const [x, y, z] = [a - 2 * r, b - 2 * r, c - 2 * r] as const
      const sides = 2 * r * (x * y + y * z + z * x) + Math.PI * r * r * (x + y + z)
      return x * y * z + sides + (4 / 3) * Math.PI * r ** 3
    }
    const exact = rounded(40, 30, 20, 5) - rounded(36, 26, 16, 3)
    expect(volume(...edged([slab], () => true, '5'), wall('round')) / exact).toBeCloseTo(1, 5)
  })
  it('those that are no larger than the wall are sharp inside', () => {
    const outer = edged([slab], () => true, '2')
    expect(volume(...outer) - volume(...outer, wall('round'))).toBeCloseTo(36 * 26 * 16, 4)
  })
  it('bevels lie back by the wall: at a square corner by 2 - √2 of it less', () => {
    const outer = edged([slab], (e) => every(e, (p) => p[2] > 19 && p[1] > 14), '6', 'bevelled')
    const leg = 6 - 2 * (2 - Math.SQRT2)
    const taken = 36 * 26 * 16 - (leg * leg * 36) / 2
    expect(volume(...outer) - volume(...outer, wall('round'))).toBeCloseTo(taken, 5)
  })
  it('open at the face that the rounding runs into: straight up from where it begins', () => {
    const outer = edged([slab], above(19), '5')
    const within = volume(...edged([inside], above(17), '3'))
    const taken = within + 30 * 20 * 2
    expect((volume(...outer) - volume(...outer, wall('round', ['slab/0/end']))) / taken).toBeCloseTo(1, 6)
  })
  it('open at a face whose rounding is no larger than the wall: as if it were sharp', () => {
    const outer = edged([slab], above(19), '1.5')
    const taken = volume(...outer) - volume(...outer, wall('round', ['slab/0/end']))
    expect(taken).toBeCloseTo(36 * 26 * 18, 5)
  })
  it.each([
    [3, 3],
    [2.85, 2.88],
    [2.88, 2.85],
    [3, 3.0001],
    [3, 3.3],
  ])('open above, its upper edges rounded by %d and a wall of %d, which nearly agree', (r, w) => {
    const outer = edged([slab], above(19), `${r}`)
    const shut = (40 - 2 * w) * (30 - 2 * w) * (20 - w)
    // Where the rounding is the larger one its inside goes straight up from where the rounding begins.
    const block = blockStep('slab', {
      wide: `${40 - 2 * w}`,
      deep: `${30 - 2 * w}`,
      z: `${w}`,
      height: `${20 - 2 * w}`,
    })
    const taken =
      r > w
        ? volume(...edged([block], above(20 - w - 0.01), `${r - w}`)) + (40 - 2 * r) * (30 - 2 * r) * w
        : shut
    expect((volume(...outer) - volume(...outer, wall('round', ['slab/0/end'], `${w}`))) / taken).toBeCloseTo(
      1,
      6,
    )
    const all = edged([slab], () => true, `${r}`)
    if (r <= w)
      expect((volume(...all) - volume(...all, wall('round', ['slab/0/end'], `${w}`))) / taken).toBeCloseTo(
        1,
        6,
      )
  })
  it('open above, a round rim as large as the wall', () => {
    const can = blockStep('slab', { shape: 'cylinder', diameter: '60', height: '30' })
    const outer = edged([can], above(29), '3')
    const taken = Math.PI * 27 ** 2 * 27
    expect((volume(...outer) - volume(...outer, wall('round', ['slab/0/end'], '3'))) / taken).toBeCloseTo(
      1,
      6,
    )
  })
  it('an inner corner that was filled in is rounder inside', () => {
    const foot = (e: BodyEdge): boolean => !e.convex
    const outer = edged([slab, boss()], foot, '2')
    const inner = edged([inside, boss({ z: '18', wide: '12', deep: '12', height: '15' })], foot, '4')
    const hollow = volume(...outer) - volume(...inner)
    expect(volume(...outer, wall('round')) / hollow).toBeCloseTo(1, 6)
  })
  it('a round rim, by Pappus', () => {
    const can = blockStep('slab', { shape: 'cylinder', diameter: '60', height: '30' })
    const outer = edged([can], above(29), '6')
    const inner = edged(
      [blockStep('slab', { shape: 'cylinder', diameter: '56', z: '2', height: '26' })],
      above(27),
      '4',
    )
    expect(volume(...outer, wall('round')) / (volume(...outer) - volume(...inner))).toBeCloseTo(1, 5)
  })
})

describe('a wall of what was cut', () => {
  const slab = blockStep('slab')
  it('stands round a hole through it', () => {
    const taken = (36 * 26 - Math.PI * 64) * 16
    const of = [slab, drill()]
    expect((volume(...of) - volume(...of, wall('slab'))) / taken).toBeCloseTo(1, 6)
  })
  it('and under a blind one', () => {
    const of = [slab, drill({ z: '15' })]
    const taken = 36 * 26 * 16 - Math.PI * 64 * 5
    expect((volume(...of) - volume(...of, wall('slab'))) / taken).toBeCloseTo(1, 6)
  })
  it('where the hole is near the side, the walls are one', () => {
    const of = [slab, drill({ x: '12', diameter: '8' })]
    // Round the hole 6 are kept; the inside ends at 18, which is where that ends too; nearer by one it is cut off.
    const nearer = [slab, drill({ x: '13', diameter: '8' })]
    const disc = Math.PI * 36
    const off = 36 * Math.acos(5 / 6) - 5 * Math.sqrt(36 - 25)
    expect((volume(...of) - volume(...of, wall('slab'))) / ((36 * 26 - disc) * 16)).toBeCloseTo(1, 6)
    expect((volume(...nearer) - volume(...nearer, wall('slab'))) / ((36 * 26 - disc + off) * 16)).toBeCloseTo(
      1,
      6,
    )
  })
  it('open at the floor of a pocket', () => {
    const pocket = blockStep('pocket', {
      z: '14',
      wide: '20',
      deep: '10',
      does: { kind: 'cuts', with: ['slab'] },
    })
    const of = [slab, pocket]
    const floor = faceOf(of, (out, at) => out[2] > 0.5 && Math.abs(at[2] - 14) < 1e-6)
    // Its sides keep a wall of 24 x 14 round them down to the floor, which is gone.
    const taken = 36 * 26 * 16 - 24 * 14 * 4
    expect(volume(...of) - volume(...of, wall('slab', [floor]))).toBeCloseTo(taken, 5)
    // Open at its bore, a hole through it only goes through plates.
    const bore = [slab, drill()]
    const side = facesOfBody(bodyIn(...bore)).faces.find((f) => f.form.kind === 'cylinder')!.name
    const open = (36 * 26 - Math.PI * 36) * 16
    expect((volume(...bore) - volume(...bore, wall('slab', [side]))) / open).toBeCloseTo(1, 6)
  })
  it('of a half, and of a mirrored half', () => {
    const half = (more: Partial<HalvedStep>): HalvedStep => ({
      ...base('half'),
      kind: 'halved',
      of: 'slab',
      plane: 'yz',
      offset: '5',
      keeps: 'behind',
      mirrored: false,
      ...more,
    })
    const of = [slab, half({})]
    expect(volume(...of) - volume(...of, wall('half'))).toBeCloseTo(21 * 26 * 16, 6)
    const twice = [slab, boss({ x: '-10' }), half({ mirrored: true, offset: '0' })]
    expect(volume(...twice) - volume(...twice, wall('half'))).toBeCloseTo(36 * 26 * 16 + 2 * 12 * 12 * 15, 6)
  })
  it('of one whose face was pushed out, or in', () => {
    const pushed = (by: string): PushedStep => ({
      ...base('push'),
      kind: 'pushed',
      of: 'slab',
      on: { of: 'slab', face: 'slab/0/end' },
      by,
    })
    const out = [slab, pushed('7')]
    expect(volume(...out) - volume(...out, wall('push'))).toBeCloseTo(36 * 26 * 23, 6)
    const back = [slab, pushed('-7')]
    expect(volume(...back) - volume(...back, wall('push'))).toBeCloseTo(36 * 26 * 9, 6)
    const top = faceOf(out, (o) => o[2] > 0.5)
    expect(volume(...out) - volume(...out, wall('push', [top]))).toBeCloseTo(36 * 26 * 25, 6)
    const side = faceOf(out, (o) => o[0] > 0.5)
    expect(volume(...out) - volume(...out, wall('push', [side]))).toBeCloseTo(38 * 26 * 23, 6)
  })
})

describe('a wall of what was joined', () => {
  const slab = blockStep('slab')
  const taken = (of: readonly Step[], open: readonly string[] = [], thick = '2'): number =>
    volume(...of) - volume(...of, wall('slab', open, thick))
  it('runs through from one into the other: flush, sunk in a little, or deep', () => {
    for (const [z, height] of [
      ['20', '15'],
      ['19.5', '15.5'],
      ['17', '18'],
      ['8', '27'],
    ] as const)
      expect(taken([slab, boss({ z, height })])).toBeCloseTo(36 * 26 * 16 + 12 * 12 * 17 - 12 * 12 * 2, 5)
  })
  it('where one stands over the edge of the other, only as far as both go', () => {
    // Of the boss 8 stand on the slab, 8 beyond it: what they have in common is 6 wide within their walls.
    const over = [slab, boss({ x: '20' })]
    expect(taken(over)).toBeCloseTo(36 * 26 * 16 + 12 * 12 * 11 + 4 * 12 * 4, 5)
  })
  it('open at the top of what stands on it', () => {
    const of = [slab, boss()]
    expect(taken(of, ['boss/0/end'])).toBeCloseTo(36 * 26 * 16 + 12 * 12 * 17, 5)
  })
  it('what is thinner than two walls stays solid', () => {
    expect(taken([slab, boss({ wide: '4' })])).toBeCloseTo(36 * 26 * 16, 5)
    const pin = boss({ shape: 'cylinder', diameter: '3.5' })
    expect(taken([slab, pin])).toBeCloseTo(36 * 26 * 16, 5)
  })
  it('bars that cross', () => {
    const across = boss({ x: '0', z: '5', wide: '10', deep: '60', height: '10' })
    expect(taken([slab, across])).toBeCloseTo(36 * 26 * 16 + 6 * 6 * 30, 5)
  })
  it('a ring of round bar, and a straight one, by their sections', () => {
    const bar = (closed: boolean): Step[] => [
      {
        ...base('path'),
        kind: 'node-path',
        closed,
        nodes: closed
          ? [
              [0, 0],
              [60, 0],
              [60, 60],
              [0, 60],
            ].map(([x, y], i) => nodeEntry(`n${i}`, `${x}`, `${y}`, '0', '25'))
          : [nodeEntry('a', '0', '0', '0'), nodeEntry('b', '100', '0', '0')],
      } as Step,
      {
        ...base('bar'),
        kind: 'stock-profile',
        shape: 'round-bar',
        sizes: { diameter: '20' },
        material: STEEL,
      } satisfies StockProfileStep,
      {
        ...base('run'),
        kind: 'run',
        path: 'path',
        profile: 'bar',
        turning: 'square',
        anchor: 'centroid',
        clock: '0',
        flip: false,
      } satisfies RunStep,
    ]
    const inRun = (of: readonly Step[]): number => volume(...of) - volume(...of, wall('run'))
    expect(inRun(bar(false)) / (Math.PI * 64 * 96)).toBeCloseTo(1, 6)
    expect(inRun(bar(true)) / (Math.PI * 64 * (4 * 10 + 2 * Math.PI * 25))).toBeCloseTo(1, 5)
    const tube = bar(false).map((s): Step =>
      s.kind === 'stock-profile' ? { ...s, shape: 'tube', sizes: { diameter: '20', wall: '6' } } : s,
    )
    expect(inRun(tube) / (Math.PI * (64 - 36) * 96)).toBeCloseTo(1, 6)
  })
  it('random slabs, bosses and holes: by their sizes', () => {
    const size = (from: number, to: number) => fc.integer({ min: 10 * from, max: 10 * to }).map((v) => v / 10)
    fc.assert(
      fc.property(size(8, 14), size(8, 14), size(8, 20), size(1, 3), size(0, 3), (a, b, h, thick, sunk) => {
        const on = boss({ wide: `${a}`, deep: `${b}`, z: `${20 - sunk}`, height: `${h + sunk}` })
        const inside = (40 - 2 * thick) * (30 - 2 * thick) * (20 - 2 * thick)
        const column = (a - 2 * thick) * (b - 2 * thick) * h
        expect(taken([slab, on], [], `${thick}`)).toBeCloseTo(inside + column, 4)
      }),
      { numRuns: 12 },
    )
  })
})

describe('a wall of other bodies', () => {
  it('with leaning sides: the frustum within', () => {
    const of: Step[] = [
      rectangleAt('square', -20, -20, 40, 40),
      extrudedStep('slab', 'square', { depth: '30', draft: '10 deg' }),
    ]
    const k = Math.tan(Math.PI / 18)
    const aside = 2 * Math.hypot(1, k)
    const half = (z: number): number => 20 - k * z - aside
    const [a, b] = [2 * half(2), 2 * half(28)]
    const exact = (26 / 3) * (a * a + a * b + b * b)
    expect(volume(...of) - volume(...of, wall('slab'))).toBeCloseTo(exact, 5)
  })
  it('turned by half a turn, and by three quarters', () => {
    const bar = { ...rectangleAt('bar', 10, 0, 20, 15), plane: { kind: 'xz', offset: '0' } } as Step
    for (const angle of ['180 deg', '270 deg'] as const) {
      const of = [bar, revolvedStep('slab', 'bar', { angle })]
      const turn = (Number.parseFloat(angle) * Math.PI) / 180
      // The ends stand back from their planes by the wall all along.
      const strip = within(28, 2) - within(12, 2)
      const ring = (turn / 2) * (28 ** 2 - 12 ** 2) - 2 * strip
      expect((volume(...of) - volume(...of, wall('slab'))) / (11 * ring)).toBeCloseTo(1, 5)
    }
  })
  it('of a round outline', () => {
    const of: Step[] = [roundAt('dot', 0, 0, 10), extrudedStep('slab', 'dot')]
    expect((volume(...of) - volume(...of, wall('slab'))) / (Math.PI * 64 * 6)).toBeCloseTo(1, 6)
  })
  it('where hollows from both sides leave less than two walls: it is cut off there', () => {
    const dimple = (id: string, z: string): Step =>
      blockStep(id, { shape: 'cylinder', z, height: '8.5', does: { kind: 'cuts', with: ['slab'] } })
    const of = [blockStep('slab'), dimple('low', '0'), dimple('high', '11.5')]
    const taken = (36 * 26 - Math.PI * 64) * 16
    expect((volume(...of) - volume(...of, wall('slab'))) / taken).toBeCloseTo(1, 6)
  })
  it('a blend from square to square: the frustum within, closed and open', () => {
    const of: Step[] = [
      rectangleAt('low', -20, -20, 40, 40),
      { ...rectangleAt('high', -14, -14, 28, 28), plane: { kind: 'xy', offset: '30' } },
      blend(),
    ]
    const k = 6 / 30
    const half = (z: number): number => 20 - k * z - 2 * Math.hypot(1, k)
    const between = (from: number, to: number): number => {
      const [a, b] = [2 * half(from), 2 * half(to)]
      return ((to - from) / 3) * (a * a + a * b + b * b)
    }
    expect(volume(...of) - volume(...of, wall('slab'))).toBeCloseTo(between(2, 28), 3)
    // Open, its sides end as they are at the ends.
    const duct = volume(...of) - volume(...of, wall('slab', ['slab/0/start', 'slab/0/end']))
    expect(duct / between(0, 30)).toBeCloseTo(1, 6)
  })
  it('a blend from round to oblong keeps the wall all round', () => {
    const oblong: Step = { ...rectangleAt('high', -30, -10, 60, 20), plane: { kind: 'xy', offset: '50' } }
    const of: Step[] = [roundAt('low', 0, 0, 20), oblong, blend({ smooth: true, start: 'square' })]
    const [whole, hollow] = [
      volume(...of),
      volume(...of, wall('slab', ['slab/0/start', 'slab/0/end'], '1.5')),
    ]
    const area = 1.5 * surfaceOfSides(bodyIn(...of))
    // Less than the wall times the skin, by what its bend and corners take, and no less than most of it.
    expect(hollow).toBeLessThan(area)
    expect(hollow).toBeGreaterThan(0.9 * area)
    expect(whole).toBeGreaterThan(hollow)
  })
  it('a mesh that was brought in, where its faces meet', () => {
    const fresh = freshStep(emptyPart('T'), 'brought-body', { id: 'slab' })
    const box = { ...packMesh(boxMesh([0, 0, 0], [40, 30, 20])), file: 'box.stl' }
    const of = [{ ...(fresh.ok ? fresh.value : undefined!), mesh: box, unit: 'mm' } as Step]
    expect(volume(...of) - volume(...of, wall('slab'))).toBeCloseTo(36 * 26 * 16, 6)
    const top = faceOf(of, (out) => out[2] > 0.5)
    expect(volume(...of) - volume(...of, wall('slab', [top]))).toBeCloseTo(36 * 26 * 18, 6)
    expect(blocks(worked(...of, wall('slab', [], '10')))).toEqual(['hollowed.room'])
  })
  it('too thick: told where the wall has no room, and the body stays', () => {
    const r = worked(blockStep('slab'), wall('slab', [], '11'))
    expect(r.findings.find((f) => f.code === 'hollowed.room')!.message).toContain('a thinner one would fit')
    expect(volumeOf(r)).toBeCloseTo(24000, 6)
  })
})

/** Area of a quarter of a disc of a radius up to a height, mm2. */
const within = (r: number, high: number): number =>
  (high * Math.sqrt(r * r - high * high) + r * r * Math.asin(high / r)) / 2

const blend = (more: Partial<LoftStep> = {}): LoftStep => ({
  ...base('slab'),
  kind: 'blended',
  outlines: ['low', 'high'].map((sketch, i) => ({ id: `o${i}`, sketch, regions: [], shift: '0' })),
  smooth: false,
  start: 'free',
  end: 'free',
  startPull: '1',
  endPull: '1',
  material: STEEL,
  ...more,
})
/** Area of all faces but the ends, by the mesh, mm2. */
const surfaceOfSides = (b: Body): number =>
  facesOfBody(b).faces.reduce((sum, f) => sum + (f.form.kind === 'plane' ? 0 : f.area), 0)
