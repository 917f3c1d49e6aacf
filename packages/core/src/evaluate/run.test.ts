import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { judge } from '../../testing/judge.ts'
import { wholeRun, type WholeRun } from '../../testing/parts.ts'
import { SQUARE_CUT, STARTERS, type Part, type RunStep, makeChange } from '../recipe/index.ts'
import { compareOrientations, createEvaluator } from '../recipe/evaluated/index.ts'
import { integrate, rad } from '../num/index.ts'
import { meshVolume } from '../space/index.ts'
import { rollAt } from '../sweep/index.ts'
import { areaAt, leadOf, massOf, meshOfPart, bodiesOf, volumeOf } from './index.ts'
import { meshOfBody } from '../solid/index.ts'

const withRun = (part: Part, change: Partial<RunStep>): Part => ({
  ...part,
  steps: part.steps.map((s) => (s.kind === 'run' ? { ...s, ...change } : s)),
})
const sized = (
  part: Part,
  shape: 'round-bar' | 'square-bar' | 'flat' | 'tube',
  sizes: Record<string, string>,
): Part => ({
  ...part,
  steps: part.steps.map((s) => (s.kind === 'stock-profile' ? { ...s, shape, sizes } : s)),
})
const bar = STARTERS.straight.make('Bar')
const hoop = STARTERS.hoop.make('Hoop')
const frame = STARTERS.frame.make('Frame')
const sharpFrame: Part = {
  ...frame,
  steps: frame.steps.map((s) =>
    s.kind === 'node-path' ? { ...s, nodes: s.nodes.map((n) => ({ ...n, corner: { kind: 'sharp' } })) } : s,
  ),
}
const evaluated = (part: Part) =>
  createEvaluator()
    .evaluate(part)
    .steps.find((s) => s.kind === 'run')!
function run(part: Part): WholeRun {
  const r = evaluated(part)
  if (r.state !== 'good') throw new Error(JSON.stringify(r.findings))
  return wholeRun(r.output)
}
const refused = (part: Part): string => {
  const r = evaluated(part)
  expect(r.state).toBe('failed')
  return r.findings[0]!.message
}
const square = { ...SQUARE_CUT }

describe('twist', () => {
  it('in all, by a rate and by a formula come to the same', () => {
    const rolls = [
      { kind: 'total', angle: '1080 deg' },
      { kind: 'rate', angle: '360 deg', every: '100 mm' },
      { kind: 'formula', formula: '360 deg * s / 100mm' },
    ].map((twist) => rollAt(run(withRun(bar, { twist: twist as NonNullable<RunStep['twist']> })).frames, 300))
    for (const roll of rolls) expect(roll).toBeCloseTo(rad(1080), 6)
  })
  it('says what is wrong with it, and where', () => {
    expect(refused(withRun(bar, { twist: { kind: 'rate', angle: '1 deg', every: '0' } }))).toContain(
      'above 0',
    )
    expect(refused(withRun(bar, { twist: { kind: 'formula', formula: '5 mm * t' } }))).toContain('angle')
    expect(refused(withRun(bar, { twist: { kind: 'formula', formula: '1 deg / (t - 0.5)' } }))).toMatch(
      /The twist has no value at t = 0.500/,
    )
  })
})

describe('scale', () => {
  it('from end to end makes a frustum', () => {
    const part = withRun(sized(bar, 'round-bar', { diameter: '20' }), {
      scale: { kind: 'ends', start: '1', end: '0.5', ease: 'straight' },
    })
    const exact = ((Math.PI * 300) / 3) * (100 + 50 + 25)
    const { volume, theoremVolume, meshVolume: drawn } = run(part)
    expect(theoremVolume).toBeCloseTo(exact, 4)
    expect(volume).toBe(theoremVolume)
    expect(Math.abs(drawn / exact - 1)).toBeLessThan(0.01)
    expect(areaAt(run(part), 150)).toBeCloseTo(Math.PI * 7.5 ** 2, 9)
  })
  it('stays above nothing', () => {
    expect(refused(withRun(bar, { scale: { kind: 'ends', start: '1', end: '0', ease: 'smooth' } }))).toBe(
      'The scale goes down to 0; it must stay above 0.',
    )
    expect(refused(withRun(bar, { scale: { kind: 'formula', formula: '1 - 2 * t' } }))).toContain('-1')
  })
})

describe('shaping', () => {
  const shaped = (formula: string, field = 'sizes/diameter'): Part =>
    withRun(sized(bar, 'round-bar', { diameter: '20' }), {
      shaping: [{ id: 'h1', field, dimension: 'length', formula }],
    })
  it('agrees with a quadrature of the section’s area', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 24 }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        (waves, swell) => {
          const part = shaped(`20 + ${swell.toFixed(4)} * sin(360 deg * ${waves} * t)`)
          const d = (s: number): number =>
            20 + Number(swell.toFixed(4)) * Math.sin((2 * Math.PI * waves * s) / 300)
          let exact = 0
          for (let k = 0; k < waves * 4; k++)
            exact += integrate((s) => (Math.PI / 4) * d(s) ** 2, (75 * k) / waves, (75 * (k + 1)) / waves)
          expect(run(part).theoremVolume! / exact).toBeCloseTo(1, 6)
        },
      ),
      { numRuns: 8 },
    )
  })
  it('gives a closed body that lies right side out', () => {
    const mesh = meshOfBody(run(shaped('20 + 5 * sin(360 deg * 3 * t)')))
    expect(judge(mesh)).toMatchObject({ status: 'NoError', bodies: 1 })
  })
  it('sees values of the part, and follows them', () => {
    const part: Part = {
      ...shaped('grip * (1 + t)'),
      values: [{ id: 'v1', name: 'grip', dimension: 'length', formula: '10' }],
    }
    const exact = ((Math.PI * 300) / 3) * (25 + 50 + 100)
    expect(run(part).volume).toBeCloseTo(exact, 2)
    const wide = { ...part, values: [{ ...part.values[0]!, formula: '20' }] }
    expect(run(wide).volume).toBeCloseTo(exact * 4, 1)
  })
  it('refuses a size that is not there, and one with no section', () => {
    expect(refused(shaped('20', 'sizes/wall'))).toBe(
      'The profile has no size "wall" to shape; choose another.',
    )
    expect(refused(shaped('20 - 40 * t'))).toMatch(/gives no section at t = 0.5/)
    const tube = withRun(sized(bar, 'tube', { diameter: '20', wall: '2' }), {
      shaping: [{ id: 'h1', field: 'sizes/wall', dimension: 'length', formula: '2 + 20 * t' }],
    })
    expect(refused(tube)).toMatch(/gives no section|changes its edges/)
  })
})

describe('part of the path', () => {
  const total = run(hoop).path.length
  it('is taken by percentage, length and node', () => {
    const half = withRun(hoop, {
      part: { from: { kind: 'percent', at: '25' }, to: { kind: 'percent', at: '75' } },
    })
    expect(run(half).path.length).toBeCloseTo(total / 2, 9)
    expect(run(half).from).toBeCloseTo(total / 4, 9)
    const mixed = withRun(hoop, {
      part: { from: { kind: 'length', at: '50' }, to: { kind: 'node', node: 'n4' } },
    })
    expect(run(mixed).path.length).toBeCloseTo(total - 50, 9)
  })
  it('must lie on the path and go on', () => {
    const part = (from: string, to: string): Part =>
      withRun(hoop, { part: { from: { kind: 'length', at: from }, to: { kind: 'length', at: to } } })
    expect(refused(part('10', '9999'))).toMatch(/The part ends at 9999 mm, and the path goes from 0 to/)
    expect(refused(part('200', '100'))).toMatch(/is none: it must end after it starts/)
    const gone = withRun(hoop, {
      part: { from: { kind: 'node', node: 'n9' }, to: { kind: 'percent', at: '100' } },
    })
    expect(refused(gone)).toContain('a node that is not on the path')
  })
})

describe('ends', () => {
  const ended = (start: Partial<NonNullable<RunStep['ends']>['start']>): Part =>
    withRun(sized(bar, 'round-bar', { diameter: '20' }), {
      ends: { start: { ...square, ...start } as typeof square, end: square },
    })
  const plain = Math.PI * 100 * 300
  it('run on along the tangent', () => {
    expect(run(ended({ runOn: '15' })).volume).toBeCloseTo(plain + Math.PI * 1500, 6)
    expect(run(ended({ runOn: '15' })).before).toBe(15)
    expect(refused(ended({ runOn: '-1' }))).toContain('0 or more')
  })
  it('are domed by two thirds of the height', () => {
    const part = ended({ kind: 'domed', height: '6' } as never)
    expect(run(part).volume).toBeCloseTo(plain + (2 / 3) * Math.PI * 100 * 6, 6)
    expect(judge(meshOfBody(run(part))).status).toBe('NoError')
  })
  it('angled through the middle keep the volume', () => {
    const part = ended({ kind: 'angled', across: '30 deg', tilt: '10 deg' } as never)
    expect(run(part).volume).toBeCloseTo(plain, 4)
    expect(refused(ended({ kind: 'angled', across: '89 deg', tilt: '0' } as never))).toContain('85 degrees')
  })
  it('return to the wall by a mitred piece, to either side', () => {
    for (const toward of ['left', 'right'] as const) {
      const part = ended({ kind: 'return', length: '40', toward } as never)
      const made = run(part)
      expect(made.path.length).toBeCloseTo(340, 9)
      expect(made.volume).toBeCloseTo(Math.PI * 100 * 340, 4)
      expect(made.corners.map((c) => [c.key, c.joint])).toEqual([['start', 'mitre']])
      expect(judge(made.mesh)).toMatchObject({ status: 'NoError', bodies: 1 })
    }
  })
  it('close a tube with a plug as thick as its wall', () => {
    const open = sized(bar, 'tube', { diameter: '20', wall: '2' })
    const plugged = withRun(open, {
      ends: { start: { kind: 'square', runOn: '0', closed: true }, end: square },
    })
    expect(run(plugged).volume - run(open).volume).toBeCloseTo(Math.PI * 64 * 2, 6)
  })
  it('plug an angled end in the plane of its cut', () => {
    const cut = { kind: 'angled', runOn: '0', across: '45 deg', tilt: '0' } as const
    const ends = (closed: boolean): Part =>
      withRun(sized(bar, 'tube', { diameter: '20', wall: '2' }), {
        ends: { start: SQUARE_CUT, end: { ...cut, closed } },
      })
    const [open, plugged] = [run(ends(false)), run(ends(true))]
    expect(plugged.volume - open.volume).toBeCloseTo(Math.PI * 64 * 2, 6)
    expect(plugged.meshVolume / plugged.volume).toBeCloseTo(1, 1)
    // Nothing of the plug stands out beyond the cut: the tube's own rim is the outermost all along it.
    const p = plugged.mesh.positions
    const normal = open.chunks[0]!.end.plane!
    const out = (q: Float32Array): number => {
      let most = -Infinity
      for (let i = 0; i < q.length; i += 3)
        most = Math.max(most, (q[i]! - 300) * normal[0] + q[i + 1]! * normal[1] + q[i + 2]! * normal[2])
      return most
    }
    expect(out(open.mesh.positions)).toBeLessThan(1e-4)
    expect(out(p)).toBeLessThan(1e-4)
  })
})

describe('corners', () => {
  const flat = sized(sharpFrame, 'flat', { width: '20', thickness: '5' })
  const exact = (320 * 220 - 280 * 180) * 5
  it('of a mitred frame are exact', () => {
    const made = run(flat)
    expect(made.theoremVolume).toBeCloseTo(exact, 6)
    expect(made.meshVolume).toBeCloseTo(exact, 0)
    expect(made.corners).toHaveLength(4)
  })
  it('are chosen one by one', () => {
    const made = run(withRun(flat, { corners: { all: 'mitre', each: { n2: 'butt' } } }))
    expect(made.corners.map((c) => c.joint).sort()).toEqual(['butt', 'mitre', 'mitre', 'mitre'])
    expect(judge(made.mesh).status).toBe('NoError')
  })
  it('that were chosen make pieces; others are told, as they cannot be bent', () => {
    const codes = (part: Part) =>
      createEvaluator()
        .evaluate(part)
        .findings.map((f) => [f.code, f.severity])
    expect(codes(flat)).toEqual([
      ...Array.from({ length: 4 }, () => ['blank.sharp', 'warns']),
      ['blank.pieces', 'notes'],
    ])
    const chosen = withRun(flat, { corners: { all: 'mitre', each: {} } })
    expect(codes(chosen)).toEqual([['blank.pieces', 'notes']])
    expect(createEvaluator().evaluate(chosen).findings[0]!.message).toContain('cut into 4 pieces')
  })
  it('rounded are no corners any more', () => {
    const made = run(withRun(flat, { corners: { all: 'round', each: {} } }))
    expect(made.corners).toEqual([])
    expect(made.volume).toBeLessThan(exact)
  })
})

describe('copies', () => {
  const copied = (...copies: NonNullable<RunStep['copies']>): Part => withRun(bar, { copies })
  it('follow on each other', () => {
    const part = copied(
      { id: 'k1', kind: 'row', count: '3', x: '0', y: '50', z: '0' },
      { id: 'k2', kind: 'mirror', plane: 'xy', offset: '40' },
    )
    const made = run(part)
    expect(made.instances).toHaveLength(6)
    const mesh = meshOfBody(made)
    expect(meshVolume(mesh)).toBeCloseTo(6 * made.meshVolume, 0)
    expect(judge(mesh)).toMatchObject({ status: 'NoError', bodies: 6 })
  })
  it('all round close the ring, or spread from end to end', () => {
    const round = (count: string, angle: string) =>
      run(copied({ id: 'k1', kind: 'round', count, angle, axis: 'z', x: '0', y: '0', z: '0' })).instances.map(
        (p) => Math.atan2(p.x[1], p.x[0]),
      )
    expect(round('4', '360 deg')[1]).toBeCloseTo(Math.PI / 2, 9)
    expect(round('4', '90 deg').at(-1)).toBeCloseTo(Math.PI / 2, 9)
  })
  it('are counted in whole numbers, and not without end', () => {
    const many = (count: string) => copied({ id: 'k1', kind: 'row', count, x: '9', y: '0', z: '0' })
    expect(refused(many('2.5'))).toContain('whole number from 1 to 200, not 2.5')
    expect(
      refused(
        copied(
          { id: 'k1', kind: 'row', count: '100', x: '9', y: '0', z: '0' },
          { id: 'k2', kind: 'row', count: '100', x: '0', y: '9', z: '0' },
        ),
      ),
    ).toContain('at most 200')
  })
  it('hidden runs are counted and not written out', () => {
    const result = createEvaluator().evaluate(withRun(bar, { hidden: true }))
    expect(bodiesOf(result)).toEqual([])
    expect(meshOfPart(result)).toBeUndefined()
  })
})

describe('every body that nothing is found about', () => {
  const end: fc.Arbitrary<NonNullable<RunStep['ends']>['start']> = fc.oneof(
    fc.boolean().map((closed) => ({ kind: 'square' as const, runOn: '0', closed })),
    fc
      .record({ across: fc.integer({ min: -40, max: 40 }), tilt: fc.integer({ min: -40, max: 40 }) })
      .map((a) => ({
        kind: 'angled' as const,
        runOn: '12',
        closed: false,
        across: `${a.across} deg`,
        tilt: `${a.tilt} deg`,
      })),
    fc.integer({ min: 1, max: 9 }).map((h) => ({ kind: 'domed' as const, runOn: '0', height: String(h) })),
    fc
      .constantFrom('left' as const, 'right' as const)
      .map((toward) => ({ kind: 'return' as const, runOn: '0', length: '60', toward })),
  )
  const shapes = [
    ['round-bar', { diameter: '9' }],
    ['tube', { diameter: '12', wall: '2' }],
    ['flat', { width: '10', thickness: '4' }],
    ['square-bar', { side: '8', corner: '2' }],
  ] as const
  const cases = fc.record({
    places: fc.array(
      fc.record({
        turn: fc.integer({ min: -80, max: 80 }),
        rise: fc.integer({ min: -30, max: 30 }),
        bent: fc.boolean(),
      }),
      {
        minLength: 1,
        maxLength: 4,
      },
    ),
    shape: fc.constantFrom(...shapes),
    turning: fc.constantFrom('square' as const, 'upright' as const),
    joint: fc.constantFrom('mitre' as const, 'round' as const, 'butt' as const),
    twist: fc.integer({ min: -360, max: 360 }),
    taper: fc.integer({ min: 6, max: 14 }),
    start: end,
    end,
  })
  it('is closed and right side out, whatever its corners, ends, twist and taper', () => {
    let judged = 0
    fc.assert(
      fc.property(cases, (c) => {
        let [x, y, z, heading] = [0, 0, 0, 0]
        const nodes = [{ id: 'n0', x: '0', y: '0', z: '0', corner: { kind: 'sharp' as const } }]
        const step = (): void => {
          x += 90 * Math.cos(heading)
          y += 90 * Math.sin(heading)
        }
        const planar = c.twist === 0
        step()
        for (const [i, p] of c.places.entries()) {
          const corner = p.bent ? ({ kind: 'bend', radius: '16' } as const) : ({ kind: 'sharp' } as const)
          nodes.push({ id: `n${i + 1}`, x: `${x}`, y: `${y}`, z: `${z}`, corner } as (typeof nodes)[number])
          heading += rad(p.turn)
          step()
          if (!planar) z += p.rise
        }
        nodes.push({ id: 'last', x: `${x}`, y: `${y}`, z: `${z}`, corner: { kind: 'sharp' } })
        const part: Part = {
          ...bar,
          steps: bar.steps.map((s) => {
            if (s.kind === 'node-path') return { ...s, nodes }
            if (s.kind === 'stock-profile') return { ...s, shape: c.shape[0], sizes: c.shape[1] }
            if (s.kind !== 'run') return s
            return {
              ...s,
              turning: c.turning,
              corners: { all: c.joint, each: {} },
              ends: { start: c.start, end: c.end },
              ...(c.twist === 0 ? {} : { twist: { kind: 'total', angle: `${c.twist} deg` } }),
              scale: { kind: 'ends', start: '1', end: String(c.taper / 10), ease: 'smooth' },
            }
          }),
        }
        const r = evaluated(part)
        fc.pre(r.state === 'good' && r.findings.every((f) => f.severity === 'notes'))
        const made = wholeRun(r.output)
        judged++
        expect(judge(made.mesh).status).toBe('NoError')
        expect(Math.abs(meshVolume(made.mesh) / made.volume - 1)).toBeLessThan(0.08)
      }),
      { numRuns: 60 },
    )
    expect(judged).toBeGreaterThan(10)
  })
})

describe('findings of a run', () => {
  it('a fold names the radius that would do, and its cure cures it', () => {
    const thick = sized(hoop, 'round-bar', { diameter: '100' })
    const [finding] = evaluated(thick).findings
    expect(finding!.message).toContain('A radius above 50 mm would do')
    let part = thick
    for (const f of evaluated(thick).findings)
      for (const c of f.cures) {
        const r = makeChange(part, c.change)
        if (r.ok) part = r.value
      }
    expect(evaluated(part).findings.filter((f) => f.code === 'run.fold')).toEqual([])
  })
  it('what only travels and runs across itself says where, and would turn', () => {
    const r = evaluated(withRun(hoop, { turning: 'fixed' }))
    const across = r.findings.find((f) => f.code === 'run.across')!
    expect(across.cures[0]!.change).toMatchObject({ with: { choices: { turning: 'square' } } })
  })
})

describe('turnings compared', () => {
  it('on a hoop: what turns keeps its volume, what travels loses it and gets thin', () => {
    const [square, upright, fixed] = compareOrientations(createEvaluator(), hoop, 'run')
    expect(square!.volumeShare).toBeCloseTo(1, 9)
    expect(square!.thickness).toBeCloseTo(20, 4)
    expect(square!.rollAtEnd).toBeCloseTo(0, 9)
    expect(upright!.problem).toBeUndefined()
    expect(fixed!.thickness).toBeLessThan(1)
    expect(fixed!.volumeShare).toBeLessThan(0.8)
    expect(fixed!.rollAtEnd).toBeUndefined()
    expect(fixed!.findings).toBeGreaterThan(0)
  })
})

describe('what a part comes to', () => {
  const wheel: Part = {
    ...bar,
    steps: [
      ...bar.steps,
      { ...hoop.steps.find((s) => s.kind === 'node-path')!, id: 'path2', name: 'Second' },
      {
        ...(bar.steps.find((s) => s.kind === 'run') as RunStep),
        id: 'run2',
        path: 'path2',
        hidden: true,
        copies: [{ id: 'k1', kind: 'mirror', plane: 'yz', offset: '500' }],
      },
    ],
  }
  const result = createEvaluator().evaluate(wheel)
  it('is all of its runs with their copies, hidden ones too', () => {
    const [one, two] = result.steps.flatMap((s) => (s.output?.bodies ?? []).map((b) => b.figures))
    expect(massOf(result)).toBeCloseTo(one!.mass + 2 * two!.mass, 12)
    expect(volumeOf(result)).toBeCloseTo(one!.volume + 2 * two!.volume, 6)
    expect(massOf(createEvaluator().evaluate({ ...bar, steps: [] }))).toBeUndefined()
  })
  it('is known by the path and profile of its first run', () => {
    const lead = leadOf(wheel, result)
    expect(lead.path?.path.length).toBe(300)
    expect(lead.profileWords).toBe('round bar 10')
    expect(lead.blank?.cut).toBe(300)
  })
})
