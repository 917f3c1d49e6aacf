import { describe, expect, it } from 'vitest'
import { mapStepFormulas, readPart, writePart } from './index.ts'
import { STARTERS, type RunStep } from '../recipe/index.ts'

const bar = STARTERS.straight.make('Bar')
/** A run with everything that can be said about one. */
const full: RunStep = {
  ...bar.steps.find((s): s is RunStep => s.kind === 'run')!,
  turning: 'upright',
  up: { x: '0', y: '1', z: '1' },
  anchor: 'point',
  point: { x: '2', y: 'off' },
  strands: { kind: 'row', count: '3', spacing: '12', lie: '90 deg' },
  twist: { kind: 'rate', angle: '90 deg', every: '1 in' },
  scale: { kind: 'formula', formula: '1 + t' },
  shaping: [{ id: 'h1', field: 'sizes/diameter', dimension: 'length', formula: '10 + t * 1 mm' }],
  part: { from: { kind: 'percent', at: '10' }, to: { kind: 'node', node: 'n2' } },
  corners: { all: 'mitre', each: { n2: 'butt' } },
  ends: {
    start: { kind: 'angled', runOn: '1', closed: true, across: '30 deg', tilt: '0' },
    end: { kind: 'return', runOn: '0', length: '60', toward: 'left' },
  },
  copies: [
    { id: 'k1', kind: 'mirror', plane: 'yz', offset: '5' },
    { id: 'k2', kind: 'round', count: '4', angle: '360 deg', axis: 'z', x: '0', y: '0', z: '0' },
  ],
  look: 'wood',
  hidden: true,
}
const withRun = (run: unknown) => ({
  ...bar,
  steps: bar.steps.map((s) => (s.kind === 'run' ? run : s)),
})
/** The part as a file holds it, with the run changed by hand. */
const file = (run: unknown): unknown => JSON.parse(writePart(withRun(run) as typeof bar))
const refused = (change: object): string => {
  const r = readPart(file({ ...full, ...change }))
  if (r.ok) throw new Error('it was read')
  return r.fault.message
}

describe('a run in a file', () => {
  it('comes back as it was, with all that can be said about it', () => {
    const r = readPart(file(full))
    expect(r.ok && r.value.steps.find((s) => s.kind === 'run')).toEqual(full)
  })
  it('says what is wrong with it, where, and what would do', () => {
    expect(refused({ turning: 'twisty' })).toMatch(/steps\[2\]\.turning.*square, upright, fixed/)
    expect(refused({ twist: { kind: 'spin' } })).toMatch(/a twist is one of total, rate, formula/)
    expect(refused({ scale: { kind: 'ends', start: '1', end: '2', ease: 'odd' } })).toContain(
      'it goes "straight" or "smooth"',
    )
    expect(refused({ shaping: [{ id: 'h1', dimension: 'length', formula: '1' }] })).toContain(
      'a field is missing',
    )
    expect(refused({ part: { from: { kind: 'share', at: '1' }, to: full.part!.to } })).toMatch(
      /a limit is one of length, percent, node/,
    )
    expect(refused({ corners: { all: 'weld', each: {} } })).toContain('a corner is one of mitre, round, butt')
    expect(refused({ corners: { all: 'mitre', each: { n2: 'weld' } } })).toContain('each corner is one of')
    expect(
      refused({ ends: { ...full.ends, end: { kind: 'return', runOn: '0', length: '6', toward: 'up' } } }),
    ).toContain('a return goes "left" or "right"')
    expect(refused({ copies: [{ id: 'k1', kind: 'mirror', plane: 'xx', offset: '0' }] })).toContain(
      'a mirror plane is one of xy, xz, yz',
    )
    expect(refused({ copies: [{ id: 'k1', kind: 'shuffle' }] })).toContain(
      'copies are one of mirror, row, round',
    )
    expect(refused({ look: 'gold' })).toContain('a look is one of')
    expect(refused({ strands: { kind: 'heap' } })).toContain(
      'strands lie on a "circle", in a "row" or "free"',
    )
  })
  it('uses an id once, in its shaping and copies too', () => {
    expect(refused({ copies: [{ ...full.copies![0]!, id: 'h1' }] })).toContain('h1')
  })
})

describe('formulas of a run', () => {
  const visited: [string, string, boolean][] = []
  mapStepFormulas(full, (formula, field, dimension, along) => {
    visited.push([field, dimension, along ?? false])
    return formula
  })
  it('each have an address of their own', () => {
    const fields = visited.map(([f]) => f)
    expect(new Set(fields).size).toBe(fields.length)
    expect(fields).toEqual(
      expect.arrayContaining([
        'clock',
        'point/y',
        'up/z',
        'strands/spacing',
        'twist/every',
        'part/from/at',
        'ends/start/across',
        'ends/end/length',
        'copies/k2/angle',
      ]),
    )
  })
  it('along it are told from the others', () => {
    expect(visited.filter(([, , along]) => along).map(([f]) => f)).toEqual([
      'scale/formula',
      'shaping/h1/formula',
    ])
  })
  it('are changed in place, and nothing else is', () => {
    const changed = mapStepFormulas(full, (f, field) =>
      field === 'copies/k2/angle' ? '180 deg' : f,
    ) as RunStep
    expect(changed.copies?.[1]).toMatchObject({ angle: '180 deg' })
    expect(changed.copies?.[0]).toBe(full.copies![0])
    expect(changed.ends).toBe(full.ends)
    expect(mapStepFormulas(full, (f) => f)).toBe(full)
  })
})
