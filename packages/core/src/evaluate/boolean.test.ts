import fc from 'fast-check'
import { STEEL, extrudedStep } from '../../testing/bodies.ts'
import {
  emptyPart,
  freshHole,
  STARTERS,
  type ExtrudedStep,
  type HalvedStep,
  type HoleEntry,
  type HolesStep,
  type Part,
  type PlainBodyStep,
  type SketchStep,
  type Step,
} from '@flexum/core/recipe'
import { createEvaluator } from '@flexum/core/recipe/evaluated'
import { type Operation, type RevolvedStep, changeOperation } from '../recipe/index.ts'
import { bodiesOf, massOf, volumeOf } from './bodies.ts'
import type { Body } from '@flexum/core/solid'
import { meshSurface } from '@flexum/core/space'
import { chainAt, outlineAt, rectangleAt, roundAt } from '../../testing/sketches.ts'
import { bodyTrial } from '../../testing/trial.ts'
import { describe, expect, it } from 'vitest'

const { evaluator } = bodyTrial()

const turned = (id: string, sketch: string, more: Partial<RevolvedStep> = {}): RevolvedStep => ({
  id,
  kind: 'turned',
  name: id,
  aside: false,
  sketch,
  regions: [],
  axis: 'up-axis',
  angle: '360 deg',
  material: STEEL,
  ...more,
})
const partOf = (...steps: Step[]): Part => ({ ...emptyPart('Trial'), steps })
const worked = (part: Part) => evaluator.evaluate(part)
const codes = (part: Part): string[] =>
  worked(part)
    .findings.filter((f) => f.severity === 'blocks')
    .map((f) => f.code)
const plate = rectangleAt('plate', 0, 0, 60, 40)
const hole = roundAt('hole', 30, 20, 6)

describe('bodies that meet', () => {
  it('a hole through a plate: exact to the volume of the drill, one body, the plate no longer there by itself', () => {
    const part = partOf(
      plate,
      extrudedStep('slab', 'plate'),
      hole,
      extrudedStep('drill', 'hole', { way: 'even', through: true, does: { kind: 'cuts', with: ['slab'] } }),
    )
    const result = worked(part)
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    const volume = (60 * 40 - Math.PI * 36) * 10
    expect(volumeOf(result)! / volume).toBeCloseTo(1, 9)
    expect(massOf(result)! / (volume * 8e-6)).toBeCloseTo(1, 9)
    const bodies = bodiesOf(result)
    expect(bodies.map((b) => b.id)).toEqual(['slab'])
    expect(bodies[0]!.figures.meshVolume / volume).toBeCloseTo(1, 4)
  })
  it('what was picked stands for what became of it: three cuts of one plate one after the other', () => {
    const at = (i: number): Step[] => [
      roundAt(`h${i}`, 12 + 15 * i, 20, 4),
      extrudedStep(`c${i}`, `h${i}`, { way: 'even', through: true, does: { kind: 'cuts', with: ['slab'] } }),
    ]
    const part = partOf(plate, extrudedStep('slab', 'plate'), ...at(0), ...at(1), ...at(2))
    const result = worked(part)
    expect(volumeOf(result)! / ((60 * 40 - 3 * Math.PI * 16) * 10)).toBeCloseTo(1, 7)
    expect(bodiesOf(result)).toHaveLength(1)
    // Without the middle one the last cuts what is there then.
    const less = { ...part, steps: part.steps.map((s) => (s.id === 'c1' ? { ...s, aside: true } : s)) }
    expect(volumeOf(worked(less))! / ((60 * 40 - 2 * Math.PI * 16) * 10)).toBeCloseTo(1, 7)
  })
  it('joined and common come to both', () => {
    const part = (kind: 'joins' | 'common'): Part =>
      partOf(
        plate,
        extrudedStep('slab', 'plate'),
        rectangleAt('rib', 20, -10, 30, 60),
        extrudedStep('wall', 'rib', { depth: '25', does: { kind, with: ['slab'] } }),
      )
    const [joined, common] = [part('joins'), part('common')].map((p) => volumeOf(worked(p))!)
    expect(common).toBeCloseTo(30 * 40 * 10, 6)
    expect(joined! + common!).toBeCloseTo(60 * 40 * 10 + 30 * 60 * 25, 5)
  })
  it('several that lie in each other are joined by one more; one that was parted is joined again', () => {
    const box = (id: string, x: number, does?: Operation): Step[] => [
      rectangleAt(`s-${id}`, x, 0, 20, 10),
      { ...extrudedStep(id, `s-${id}`), ...(does ? { does } : {}) },
    ]
    const joins = (...ids: string[]): Operation => ({ kind: 'joins', with: ids })
    // 0 to 20, 15 to 35 and 30 to 50: 50 long in all.
    const three = worked(partOf(...box('a', 0), ...box('b', 15), ...box('c', 30, joins('a', 'b'))))
    expect(volumeOf(three)!).toBeCloseTo(50 * 10 * 10, 4)
    expect(massOf(three)!).toBeCloseTo(50 * 10 * 10 * 8e-6, 9)
    // A gap is cut into a, and bridged again.
    const gap: Step[] = [
      rectangleAt('s-gap', 8, -5, 4, 20),
      extrudedStep('gap', 's-gap', { way: 'even', through: true, does: { kind: 'cuts', with: ['a'] } }),
    ]
    const bridge: Step[] = [
      rectangleAt('s-bridge', 5, 0, 10, 10),
      extrudedStep('bridge', 's-bridge', { does: joins('a') }),
    ]
    expect(codes(partOf(...box('a', 0), ...gap))).toEqual([])
    const bridged = worked(partOf(...box('a', 0), ...gap, ...bridge))
    expect(bridged.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    expect(volumeOf(bridged)!).toBeCloseTo(20 * 10 * 10, 4)
  })
  it('a bent bar joins a plate it stands on', () => {
    const bar = STARTERS.angle.make('Bar')
    const run = bar.steps.find((s) => s.kind === 'run')!
    const alone = volumeOf(worked(bar))!
    const slab = extrudedStep('slab', 'plate', { way: 'in', depth: '10', start: '-3' })
    const with1 = { ...bar, steps: [rectangleAt('plate', -20, -20, 40, 40), slab, ...bar.steps] }
    const changed = changeOperation(with1, { step: run.id, doing: { kind: 'joins', with: ['slab'] } })
    if (!changed.ok) throw new Error(changed.fault.message)
    const result = worked(changed.value)
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    expect(bodiesOf(result)).toHaveLength(1)
    const both = volumeOf(result)!
    expect(both).toBeLessThan(alone + 40 * 40 * 10)
    expect(both).toBeGreaterThan(40 * 40 * 10 + alone * 0.7)
  })
  it('each way to fail is told, and what was there stays', () => {
    const cut = (drill: Partial<ExtrudedStep>, sketch: SketchStep = hole): Part =>
      partOf(plate, extrudedStep('slab', 'plate'), sketch, extrudedStep('drill', sketch.id, drill))
    const does = { kind: 'cuts', with: ['slab'] } as const
    expect(codes(cut({ does, start: '50' }))).toEqual(['fit.apart'])
    expect(codes(cut({ does, depth: '30' }, rectangleAt('all', -10, -10, 90, 90)))).toEqual(['fit.vanishes'])
    expect(codes(cut({ through: true }))).toEqual(['extruded.through'])
    expect(codes(cut({ depth: '0' }))).toEqual(['extruded.depth'])
    const beside = rectangleAt('beside', 60, 40, 10, 10)
    const joins = { kind: 'joins', with: ['slab'] } as const
    // Along an edge only, and not at all.
    expect(codes(cut({ does: joins }, beside))).toEqual(['fit.apart'])
    expect(codes(cut({ does: joins }, rectangleAt('far', 100, 100, 10, 10)))).toEqual(['fit.apart'])
    // Flush along a face is one body.
    expect(codes(cut({ does: joins }, rectangleAt('flush', 60, 0, 10, 40)))).toEqual([])
    const failed = worked(cut({ does, start: '50' }))
    expect(bodiesOf(failed).map((b) => b.id)).toEqual(['slab'])
    expect(volumeOf(failed)).toBeCloseTo(60 * 40 * 10, 9)
  })
  it('without the library a step says so, and all others are worked out', () => {
    const bare = createEvaluator()
    const result = bare.evaluate(
      partOf(
        plate,
        extrudedStep('slab', 'plate'),
        hole,
        extrudedStep('drill', 'hole', { does: { kind: 'cuts', with: ['slab'] } }),
      ),
    )
    expect(result.findings.filter((f) => f.severity === 'blocks').map((f) => f.code)).toEqual(['fit.library'])
    expect(bodiesOf(result)).toHaveLength(1)
  })
})

describe('turned bodies', () => {
  const ring = roundAt('ring', 20, 0, 4)
  it('by theorem and by their mesh: a bead, a part of it, on either side of its axis', () => {
    const whole = 2 * Math.PI * 20 * Math.PI * 16
    for (const [more, share] of [
      [{}, 1],
      [{ angle: '90 deg' }, 1 / 4],
      [{ angle: '-30 deg' }, 1 / 12],
    ] as const) {
      const [body] = bodiesOf(worked(partOf(ring, turned('bead', 'ring', more))))
      expect(body!.figures.volume / (share * whole)).toBeCloseTo(1, 12)
      expect(body!.figures.theoremVolume).toBe(body!.figures.volume)
    }
    const left = roundAt('ring', -20, 0, 4)
    expect(volumeOf(worked(partOf(left, turned('bead', 'ring'))))! / whole).toBeCloseTo(1, 12)
  })
  it('a groove of a torus in a rod: by Pappus, to a millionth', () => {
    const [R, a, long] = [30, 5, 50]
    const rod = outlineAt('half', [
      [0, -long / 2],
      [R, -long / 2],
      [R, long / 2],
      [0, long / 2],
    ])
    const result = worked(
      partOf(
        rod,
        turned('rod', 'half'),
        roundAt('tool', R, 0, a),
        turned('groove', 'tool', { does: { kind: 'cuts', with: ['rod'] } }),
      ),
    )
    // The half disc inside, at its centroid.
    const removed = 2 * Math.PI * (R - (4 * a) / (3 * Math.PI)) * ((Math.PI * a * a) / 2)
    expect(volumeOf(result)! / (Math.PI * R * R * long - removed)).toBeCloseTo(1, 6)
  })
  it('a countersunk plate: planes and cones', () => {
    // A hole of 6 through 10, with a countersink of 90 degrees to 12 across, along Y.
    const tool = outlineAt('tool', [
      [0, -1],
      [3, -1],
      [3, 7],
      [6, 10],
      [6, 11],
      [0, 11],
    ])
    const slab = rectangleAt('slab', -20, 0, 40, 10)
    const result = worked(
      partOf(
        slab,
        extrudedStep('plate', 'slab', { way: 'even', depth: '40' }),
        tool,
        turned('sink', 'tool', { does: { kind: 'cuts', with: ['plate'] } }),
      ),
    )
    const hole = Math.PI * 9 * 7 + (Math.PI * 3 * (36 + 18 + 9)) / 3
    expect(volumeOf(result)! / (40 * 40 * 10 - hole)).toBeCloseTo(1, 7)
  })
  it('a wall along a chain: a cup drawn as one line', () => {
    // Floor from the axis, then up: 2 thick inside.
    const cup = chainAt('cup', [
      [0, 0],
      [30, 0],
      [30, 50],
    ])
    const v = (side: 'left' | 'right' | 'even'): number =>
      volumeOf(worked(partOf(cup, turned('shell', 'cup', { wall: { side, thickness: '2' } }))))!
    expect(v('left') / (Math.PI * (900 * 50 - 784 * 48))).toBeCloseTo(1, 9)
    expect(v('right') / (Math.PI * (1024 * 52 - 900 * 50))).toBeCloseTo(1, 9)
    expect(v('even') / (Math.PI * (961 * 51 - 841 * 49))).toBeCloseTo(1, 9)
  })
  it('each way to fail is told', () => {
    const one = (more: Partial<RevolvedStep>, sketch: SketchStep = ring): string[] =>
      codes(partOf(sketch, turned('bead', sketch.id, more)))
    expect(one({}, roundAt('ring', 2, 0, 4))).toEqual(['turned.crosses'])
    expect(one({ angle: '0' })).toEqual(['turned.angle'])
    expect(one({ angle: '400 deg' })).toEqual(['turned.angle'])
    expect(one({ axis: 'gone' })).toEqual(['turned.axis'])
    expect(one({ wall: { side: 'left', thickness: '0' } })).toEqual(['turned.wall'])
    expect(one({ wall: { side: 'left', thickness: '1' } })).toEqual(['turned.wall'])
    expect(
      one(
        {},
        chainAt('open', [
          [10, 0],
          [20, 0],
          [20, 5],
        ]),
      ),
    ).toEqual(['body.open'])
    // Touching the axis is no crossing.
    expect(one({}, roundAt('ring', 4, 0, 4))).toEqual([])
  })
})

describe('blocks and cylinders', () => {
  const plain = (id: string, more: Partial<PlainBodyStep> = {}): PlainBodyStep => ({
    id,
    kind: 'plain-body',
    name: id,
    aside: false,
    shape: 'block',
    axis: 'z',
    x: '0',
    y: '0',
    z: '0',
    wide: '30',
    deep: '20',
    diameter: '20',
    height: '10',
    material: STEEL,
    ...more,
  })
  it('two equal rods that cross have 16 r^3 / 3 in common', () => {
    const rod = (id: string, axis: 'x' | 'y', more: Partial<PlainBodyStep> = {}): PlainBodyStep =>
      plain(id, { shape: 'cylinder', axis, diameter: '24', height: '60', [axis]: '-30', ...more })
    const part = partOf(rod('a', 'x'), rod('b', 'y', { does: { kind: 'common', with: ['a'] } }))
    expect(Math.abs(volumeOf(worked(part))! / ((16 * 12 ** 3) / 3) - 1)).toBeLessThan(1e-6)
  })
  it('a drilled tube: two bores through one cylinder', () => {
    const part = partOf(
      plain('rod', { shape: 'cylinder', diameter: '40', height: '100' }),
      plain('bore', {
        shape: 'cylinder',
        diameter: '30',
        height: '120',
        z: '-10',
        does: { kind: 'cuts', with: ['rod'] },
      }),
    )
    expect(volumeOf(worked(part))! / (Math.PI * (400 - 225) * 100)).toBeCloseTo(1, 9)
  })
  it('rods of any sizes that cross beside each other: within what is told of the error, by quadrature', () => {
    const rod = (id: string, axis: 'x' | 'z', r: number, y: number, more: Partial<PlainBodyStep> = {}) =>
      plain(id, {
        shape: 'cylinder',
        axis,
        x: axis === 'x' ? '-60' : '0',
        y: String(y),
        z: axis === 'z' ? '-60' : '0',
        diameter: String(2 * r),
        height: '120',
        ...more,
      })
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 30 }),
        fc.integer({ min: 3, max: 30 }),
        fc.integer({ min: -9, max: 9 }),
        (R, r, tenths) => {
          const off = ((R + r) * tenths) / 10
          const [low, high] = [Math.max(-R, off - r), Math.min(R, off + r)]
          let exact = 0
          const n = 20_000
          for (let i = 0; i < n; i++) {
            const a = (Math.PI * (i + 0.5)) / n
            const y = (low + high) / 2 - ((high - low) / 2) * Math.cos(a)
            const [w, h] = [R * R - y * y, r * r - (y - off) ** 2].map((v) => Math.sqrt(Math.max(0, v)))
            exact += 4 * w! * h! * ((high - low) / 2) * Math.sin(a) * (Math.PI / n)
          }
          const result = worked(
            partOf(rod('a', 'z', R, 0), rod('b', 'x', r, off, { does: { kind: 'common', with: ['a'] } })),
          )
          const { figures } = bodiesOf(result)[0]!
          expect(Math.abs(figures.volume - exact)).toBeLessThan(figures.volumeBound + 1e-8 * exact)
          expect(figures.volumeBound / exact).toBeLessThan(1e-4)
        },
      ),
      {
        numRuns: 25,
        // Where one touches the other from within, their curves cross, between two vertices or at one.
        examples: [
          [9, 3, 5],
          [9, 9, 0],
          [27, 3, 8],
          [15, 5, 5],
        ],
      },
    )
  })
  it('a round face that touches a flat one has nothing in common with it, and cuts nothing off', () => {
    // By chance the mesh of this one comes to stand a hair past the plane that it touches.
    const a = plain('a', { axis: 'x', z: '7', wide: '5', deep: '7', height: '38' })
    const rod = (z: string, kind: Operation['kind']) =>
      partOf(
        a,
        plain('b', {
          shape: 'cylinder',
          axis: 'x',
          z,
          diameter: '23',
          height: '5',
          does: { kind, with: ['a'] },
        }),
      )
    for (const kind of ['joins', 'cuts', 'common'] as const)
      expect(codes(rod('-8', kind))).toEqual(['fit.apart'])
    // A hundredth of a millimetre in, it is a segment of a circle.
    const share = Math.acos(1 - 0.01 / 11.5)
    const area = 11.5 ** 2 * (share - Math.sin(2 * share) / 2)
    expect(volumeOf(worked(rod('-7.99', 'common')))! / (5 * area)).toBeCloseTo(1, 2)
  })
  it('random recipes: join and common are both, cut and common the whole, and every mesh is closed', () => {
    const mm = fc.integer({ min: -12, max: 12 }).map(String)
    const size = fc.integer({ min: 5, max: 40 }).map(String)
    const any = fc.record({
      shape: fc.constantFrom('block' as const, 'cylinder' as const),
      axis: fc.constantFrom('x' as const, 'y' as const, 'z' as const),
      x: mm,
      y: mm,
      z: mm,
      wide: size,
      deep: size,
      diameter: size,
      height: size,
    })
    fc.assert(
      fc.property(any, any, (p, q) => {
        const a = plain('a', p)
        const of = (kind: 'joins' | 'cuts' | 'common') =>
          worked(partOf(a, plain('b', { ...q, does: { kind, with: ['a'] } })))
        const [alone, other] = [a, plain('b', q)].map((s) => volumeOf(worked(partOf(s)))!)
        const common = of('common')
        // They need not touch, and one may swallow the other: that is told.
        if (common.findings.some((f) => f.severity === 'blocks')) return
        const shared = volumeOf(common)!
        const off = 1e-5 * Math.min(alone!, other!)
        const [joined, cut] = [of('joins'), of('cuts')]
        expect(Math.abs(volumeOf(joined)! + shared - alone! - other!)).toBeLessThan(off)
        if (cut.findings.every((f) => f.severity !== 'blocks'))
          expect(Math.abs(volumeOf(cut)! + shared - alone!)).toBeLessThan(off)
        for (const result of [common, joined, cut])
          for (const { mesh, figures, chordError } of bodiesOf(result)) {
            expect(isClosed(mesh)).toBe(true)
            // The mesh that is seen is the body that is told of, however small.
            expect(Math.abs(figures.meshVolume - figures.volume)).toBeLessThan(chordError * meshSurface(mesh))
          }
      }),
      { numRuns: 60 },
    )
  })
  it('each way to fail is told', () => {
    expect(codes(partOf(plain('a', { wide: '0' })))).toEqual(['plain-body.size'])
    expect(codes(partOf(plain('a', { shape: 'cylinder', diameter: '-1' })))).toEqual(['plain-body.size'])
    expect(codes(partOf(plain('a', { x: '1e9' })))).toEqual(['plain-body.size'])
    expect(codes(partOf(plain('a', { material: { ...STEEL, density: '0' } })))).toEqual(['body.density'])
  })
})

describe('halves', () => {
  const half = (more: Partial<HalvedStep> = {}): HalvedStep => ({
    id: 'half',
    kind: 'halved',
    name: 'half',
    aside: false,
    of: 'slab',
    plane: 'xz',
    offset: '0',
    keeps: 'behind',
    mirrored: false,
    ...more,
  })
  const slab = extrudedStep('slab', 'plate')
  const plateAt = (y: number): SketchStep => rectangleAt('plate', 0, y, 60, 40)
  it('a body is cut by a plane, and either side kept', () => {
    const v = (more: Partial<HalvedStep>): number => volumeOf(worked(partOf(plateAt(-10), slab, half(more))))!
    expect(v({})).toBeCloseTo(60 * 10 * 10, 6)
    expect(v({ keeps: 'before' })).toBeCloseTo(60 * 30 * 10, 6)
    expect(v({ plane: 'yz', offset: '12' })).toBeCloseTo(12 * 40 * 10, 6)
    expect(v({ plane: 'xy', offset: '4', keeps: 'before' })).toBeCloseTo(60 * 40 * 6, 6)
  })
  it('mirrored and joined it is twice one half, and one closed body', () => {
    const drilled = (y: number, more: Partial<HalvedStep> = {}): Part =>
      partOf(
        plateAt(y),
        slab,
        roundAt('hole', 20, y + 20, 6),
        extrudedStep('drill', 'hole', { way: 'even', through: true, does: { kind: 'cuts', with: ['slab'] } }),
        half({ mirrored: true, ...more }),
      )
    // Up to the plane, and over it.
    for (const [y, part] of [
      [-40, 1],
      [-30, 3 / 4],
    ] as const) {
      const result = worked(drilled(y))
      expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
      const [body, ...more] = bodiesOf(result)
      expect(more).toEqual([])
      expect(body!.figures.volume / (2 * (60 * 40 * part - Math.PI * 36) * 10)).toBeCloseTo(1, 6)
      expect(isClosed(body!.mesh)).toBe(true)
      expect(body!.figures.mass / (body!.figures.volume * 8e-6)).toBeCloseTo(1, 9)
    }
  })
  it('leaves no wall and no edge in the plane of a turned cup, whose corners lie in it but for round-off', () => {
    const cup = chainAt('cup', [
      [0, 0],
      [30, 0],
      [30, 50],
    ])
    const shell = turned('shell', 'cup', { wall: { side: 'left', thickness: '2' } })
    for (const plane of ['yz', 'xy'] as const) {
      const result = worked(partOf(cup, shell, half({ of: 'shell', plane, mirrored: true })))
      const [body] = bodiesOf(result)
      const { positions: p, triangles: t } = body!.mesh
      const axis = plane === 'yz' ? 0 : 2
      const inPlane = (v: number): boolean => Math.abs(p[3 * v + axis]!) < 1e-5
      for (let i = 0; i < t.length; i += 3) expect([t[i]!, t[i + 1]!, t[i + 2]!].every(inPlane)).toBe(false)
      expect(
        [...body!.lines.sharp].some((v, i, all) => i % 2 === 0 && inPlane(v) && inPlane(all[i + 1]!)),
      ).toBe(false)
      expect(isClosed(body!.mesh)).toBe(true)
      expect(body!.figures.volume / (Math.PI * (900 * 50 - 784 * 48))).toBeCloseTo(1, 6)
    }
  })
  it('a half that does not reach its plane says how wide the slit would be', () => {
    const part = partOf(plateAt(-43), slab, half({ mirrored: true }))
    expect(codes(part)).toEqual(['halved.slit'])
    expect(worked(part).findings.find((f) => f.code === 'halved.slit')!.message).toContain('6 mm')
    expect(codes(partOf(plateAt(5), slab, half()))).toEqual(['halved.nothing'])
    // What there was stays.
    expect(bodiesOf(worked(part)).map((b) => b.id)).toEqual(['slab'])
  })
})

describe('holes', () => {
  const onSheet = (id: string, x: string, y: string, more: Partial<HoleEntry> = {}): HoleEntry => ({
    ...freshHole(id, { kind: 'sheet', sketch: 'plate', x, y }),
    ...more,
  })
  const holes = (...rows: HoleEntry[]): HolesStep => ({
    id: 'holes',
    kind: 'holes',
    name: 'holes',
    aside: false,
    of: 'slab',
    rows,
  })
  const slab = extrudedStep('slab', 'plate', { way: 'in', depth: '12' })
  it('through, to a depth, countersunk and counterbored, by hand', () => {
    const result = worked(
      partOf(
        plate,
        slab,
        holes(
          onSheet('a', '10', '10'),
          onSheet('b', '30', '10', { through: false, depth: '7' }),
          onSheet('c', '45', '10', { head: 'sink' }),
          onSheet('d', '15', '28', { head: 'bore' }),
        ),
      ),
    )
    const disc = (d: number): number => (Math.PI * d * d) / 4
    const removed =
      disc(6) * 12 +
      disc(6) * 7 +
      // 12 across at 90 degrees: 3 deep to the hole of 6.
      ((Math.PI * 3) / 3) * (36 + 18 + 9) +
      disc(6) * 9 +
      disc(12) * 5 +
      disc(6) * 7
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    expect(volumeOf(result)! / (60 * 40 * 12 - removed)).toBeCloseTo(1, 6)
    expect(isClosed(bodiesOf(result)[0]!.mesh)).toBe(true)
  })
  it('across a round bar, at a station and a clock angle: as slices say, and marked for the strip', () => {
    const bar = STARTERS.straight.make('Bar')
    const run = bar.steps.find((s) => s.kind === 'run')!
    const alone = volumeOf(worked(bar))!
    const [R, r] = [5, 1.5]
    const row: HoleEntry = {
      ...freshHole('a', { kind: 'run', run: run.id, station: '40', clock: '30 deg' }),
      diameter: '3',
    }
    const result = worked({ ...bar, steps: [...bar.steps, { ...holes(row), of: run.id }] })
    // Chords of the bar over the disc of the hole.
    let removed = 0
    const n = 20_000
    for (let i = 0; i < n; i++) {
      const y = r * Math.sin(((i + 0.5) / n - 0.5) * Math.PI)
      const wide = 2 * Math.sqrt(r * r - y * y)
      removed +=
        wide * 2 * Math.sqrt(R * R - y * y) * r * Math.cos(((i + 0.5) / n - 0.5) * Math.PI) * (Math.PI / n)
    }
    expect(Math.abs(volumeOf(result)! / (alone - removed) - 1)).toBeLessThan(1e-6)
    expect(Math.abs((alone - volumeOf(result)!) / removed - 1)).toBeLessThan(5e-5)
    expect(result.steps.find((s) => s.id === 'holes')!.output!.holes).toEqual([
      { run: run.id, station: 40, clock: Math.PI / 6, diameter: 3 },
    ])
  })
  it('each way to fail is told with the hole it is about', () => {
    const one = (more: Partial<HoleEntry>, x = '10'): string[] =>
      worked(partOf(plate, slab, holes(onSheet('z', '50', '30'), onSheet('a', x, '10', more))))
        .findings.filter((f) => f.severity === 'blocks')
        .map((f) => f.message)
    expect(one({ diameter: '0' })).toEqual(['Hole 2: it needs a diameter above 0.'])
    expect(one({ through: false, depth: '-1' })[0]).toContain('Hole 2')
    expect(one({ head: 'sink', headDiameter: '5' })[0]).toContain('wider than 6 mm')
    expect(one({ head: 'bore', through: false, depth: '3' })[0]).toContain('5 mm deep')
    expect(one({}, '200')[0]).toContain('Hole 2 goes by')
    expect(codes(partOf(plate, slab, holes()))).toEqual(['holes.none'])
  })
})

/** Whether every edge of a mesh, by its places, is one of two triangles that go along it both ways. */
function isClosed({ positions: p, triangles: t }: Body['mesh']): boolean {
  const place = (v: number): string => `${p[3 * v]} ${p[3 * v + 1]} ${p[3 * v + 2]}`
  const open = new Map<string, number>()
  for (let i = 0; i < t.length; i += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [place(t[i + k]!), place(t[i + ((k + 1) % 3)]!)]
      if (a === b) continue
      const [key, way] = a < b ? [`${a}|${b}`, 1] : [`${b}|${a}`, -1]
      open.set(key, (open.get(key) ?? 0) + way)
    }
  return [...open.values()].every((n) => n === 0)
}
