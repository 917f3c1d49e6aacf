import { describe, expect, it } from 'vitest'
import {
  barOn,
  blocking,
  codesOf,
  evaluated,
  helix,
  outputsOf,
  throughNodes,
  withRun,
} from '../../testing/parts.ts'
import { TURN } from '../num/index.ts'
import { readPart, STARTERS, type Part } from '../recipe/index.ts'

/*
 * Parts that once kept a computation going for ever, or for minutes. Each comes to a result here: a test that hangs is ended by
 * the runner and fails.
 */

describe('a path that runs back over itself', () => {
  const over = throughNodes([
    ['0', '0', '0'],
    ['-76', '0', '0', '16'],
    ['-76', '-32', '0', '16'],
    ['8', '-32', '0', '16'],
    ['8', '0', '0', '16'],
    ['-44', '0', '0'],
  ])
  it('comes to a result, with one finding for the stretches that lie on each other', () => {
    const r = evaluated(barOn(over, 'round-bar', { diameter: '10' }))
    expect(blocking(r)).toEqual([])
    const contacts = r.findings.filter((f) => f.code === 'run.contact')
    expect(contacts).toHaveLength(1)
    const [[from, to], [from2, to2]] = contacts[0]!.stretches as [[number, number], [number, number]]
    // The first straight and the last run together from x = -8 to -44 at least.
    expect(from).toBeLessThanOrEqual(9)
    expect(to).toBeGreaterThan(43)
    const second = 60 + 16 * Math.PI + 52 + 16 * Math.PI
    expect(from2).toBeLessThan(second + 2)
    expect(to2).toBeGreaterThan(second + 35)
    expect(contacts[0]!.message).toMatch(/lies in itself: from .* to .* and from .* by up to 9\.9\d* mm/)
  })
  it('there and back many times is one or a few findings', () => {
    const rows = Array.from({ length: 24 }, (_, i): [string, string, string, string?] => {
      const x = i % 4 === 0 || i % 4 === 3 ? '0' : '200'
      const y = i % 4 < 2 ? '0' : '40'
      return [x, y, '0', i === 0 || i === 23 ? '' : '20']
    })
    const r = evaluated(barOn(throughNodes(rows), 'round-bar', { diameter: '6' }))
    expect(blocking(r)).toEqual([])
    const contacts = r.findings.filter((f) => f.code === 'run.contact')
    expect(contacts.length).toBeGreaterThan(0)
    expect(contacts.length).toBeLessThanOrEqual(13)
  })
})

describe('a helix', () => {
  const coil = (sizes: Parameters<typeof helix>[0], diameter = '3') =>
    evaluated(barOn(helix(sizes), 'round-bar', { diameter }))
  it.each([['1e7'], ['tan(90 deg)']])(
    'of %s turns has its figures or is refused, and its body is refused',
    (turns) => {
      const r = coil({ turns })
      expect(codesOf(r)[0]).toMatch(/path\.too-far|run\.too-much/)
      expect(r.steps.find((s) => s.id === 'run')!.state).not.toBe('good')
    },
  )
  it('of no size has no length', () => {
    expect(codesOf(coil({ radius: '1e-300', pitch: '0' }))).toContain('path.too-short')
  })
  it('of ten thousand turns says how much would fit', () => {
    const r = coil({ turns: '10000', pitch: '4' })
    const { path } = outputsOf(r)
    expect(path.analysis.length / (10_000 * Math.hypot(TURN * 20, 4))).toBeCloseTo(1, 12)
    expect(path.analysis.size[2]).toBeCloseTo(40_000, 6)
    const run = r.steps.find((s) => s.id === 'run')!
    if (run.state !== 'good') expect(run.findings[0]!.message).toMatch(/would fit/)
    else expect(codesOf(r)).toContain('run.coarse')
  })
  it('keeps its box, whatever the number of turns', () => {
    for (const turns of ['0.3', '1', '2.75', '1234.5']) {
      const { analysis } = outputsOf(coil({ turns, pitch: '5' })).path
      const n = Number(turns)
      expect(analysis.size[2]).toBeCloseTo(5 * n, 9)
      if (n >= 1) expect(analysis.size[0]).toBeCloseTo(40, 9)
    }
  })
  it.each([['0'], ['1e-9'], ['0.5']])('with a pitch of %s lies in itself, told once', (pitch) => {
    for (const turns of ['5', '300', '3000']) {
      const r = coil({ pitch, turns })
      const contacts = r.findings.filter((f) => f.code === 'run.contact')
      expect(contacts.length, `${turns} turns`).toBeGreaterThan(0)
      expect(contacts.length, `${turns} turns`).toBeLessThanOrEqual(13)
    }
  })
  it('of a kilometre radius comes to a result', () => {
    const r = coil({ radius: '1e6', turns: '1' })
    expect(outputsOf(r).path.analysis.length).toBeCloseTo(Math.hypot(TURN * 1e6, 12), 3)
    expect(codesOf(r).every((c) => c === 'run.coarse')).toBe(true)
  })
})

describe('formulas', () => {
  const straight = STARTERS.straight.make('Bar')
  it('with one unknown name in thousands of fields are told a few times, and the rest counted', () => {
    const rows = Array.from({ length: 5000 }, (_, i): [string, string, string] => [
      `missing + ${i}`,
      '0',
      '0',
    ])
    const values = Array.from({ length: 500 }, (_, i) => ({
      id: `v${i}`,
      name: `size_${i}`,
      dimension: 'length' as const,
      formula: '1',
    }))
    const part: Part = { ...barOn(throughNodes(rows), 'round-bar', { diameter: '10' }), values }
    const { findings } = evaluated(part)
    expect(findings).toHaveLength(21)
    expect(findings[0]!.message).toMatch(/^Node 1, x: "missing".*size_0, size_1.* and 492 more$/)
    expect(findings[20]!.message).toMatch(/^4980 more fields of "Line"/)
  })
  it('that build on each other in a long chain are worked out', () => {
    const sums = `${' + 1'.repeat(120)}`
    const values = Array.from({ length: 500 }, (_, i) => ({
      id: `v${i}`,
      name: `a${i}`,
      dimension: 'number' as const,
      formula: i === 499 ? `1${sums}` : `a${i + 1}${sums}`,
    }))
    const r = evaluated({ ...straight, values })
    expect(r.values[0]!.result).toMatchObject({ ok: true, value: { value: 1 + 500 * 120 } })
  })
})

describe('reading', () => {
  it('a document of any depth, or with its nodes set aside, ends', () => {
    let deep: unknown = 'x'
    for (let i = 0; i < 20_000; i++) deep = [deep]
    expect(readPart({ ...STARTERS.angle.make('x'), format: deep })).toMatchObject({
      ok: false,
      fault: { code: 'part.deep' },
    })
    expect(readPart({ ...STARTERS.angle.make('x'), values: deep })).toMatchObject({ ok: false })
    const aside = Array.from({ length: 12 }, (_, k) => ({
      ...throughNodes(
        Array.from({ length: 5000 }, (_row, i): [string, string, string] => [`${i}`, '0', '0']),
      ),
      id: `path${k}`,
      aside: true,
    })).map((s, k) =>
      s.kind === 'node-path' ? { ...s, nodes: s.nodes.map((n) => ({ ...n, id: `k${k}${n.id}` })) } : s,
    )
    const part: Part = { ...STARTERS.angle.make('x'), steps: aside }
    expect(readPart(part).ok).toBe(true)
    expect(evaluated(part).steps.every((s) => s.state === 'aside')).toBe(true)
  })
})

describe('a dome', () => {
  const domed = (height: string) => {
    const end = { kind: 'domed', runOn: '0', height } as const
    const line = throughNodes([
      ['0', '0', '0'],
      ['100', '0', '0'],
    ])
    return evaluated(withRun(barOn(line, 'round-bar', { diameter: '1e-3' }), { ends: { start: end, end } }))
  }
  it.each([['1e12'], ['1e7']])('of %s mm is refused, and ends', (height) => {
    const r = domed(height)
    expect(blocking(r).length).toBeGreaterThan(0)
    expect(r.steps.find((x) => x.id === 'run')!.state).toBe('failed')
  })
})

describe('sizes out of all proportion', () => {
  it.each([
    [
      'coordinates of 1e300',
      barOn(
        throughNodes([
          ['0', '0', '0'],
          ['1e300', '0', '0'],
        ]),
        'round-bar',
        { diameter: '10' },
      ),
    ],
    [
      'coordinates of 1e200, which overflow in squares',
      barOn(
        throughNodes([
          ['0', '0', '0'],
          ['1e200', '1e200', '0'],
        ]),
        'round-bar',
        { diameter: '10' },
      ),
    ],
    [
      'a section of 1e200',
      barOn(
        throughNodes([
          ['0', '0', '0'],
          ['100', '0', '0'],
        ]),
        'round-bar',
        { diameter: '1e200' },
      ),
    ],
    [
      'a run on of 1e12',
      withRun(
        barOn(
          throughNodes([
            ['0', '0', '0'],
            ['100', '0', '0'],
          ]),
          'round-bar',
          { diameter: '10' },
        ),
        {
          ends: {
            start: { kind: 'square', runOn: '1e12', closed: false },
            end: { kind: 'square', runOn: '0', closed: false },
          },
        },
      ),
    ],
    [
      'a scale of 1e300',
      withRun(
        barOn(
          throughNodes([
            ['0', '0', '0'],
            ['100', '0', '0'],
          ]),
          'round-bar',
          { diameter: '10' },
        ),
        { scale: { kind: 'ends', start: '1e300', end: '1', ease: 'smooth' } },
      ),
    ],
    [
      'a fold back through a part',
      barOn(
        throughNodes([
          ['0', '0', '0'],
          ['100', '0', '0'],
          ['20', '0', '0'],
        ]),
        'round-bar',
        { diameter: '10' },
      ),
    ],
  ])('%s are refused with a blocking finding and no figure that is no number', (_, part) => {
    const r = evaluated(part)
    expect(blocking(r).length).toBeGreaterThan(0)
    for (const s of r.steps)
      for (const b of s.output?.bodies ?? []) expect(Number.isFinite(b.figures.mass)).toBe(true)
  })
})
