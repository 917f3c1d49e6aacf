import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { barOn, evaluated, throughNodes } from '../../testing/parts.ts'
import { randomOf, type Random } from '../../testing/fuzz/random.ts'
import {
  bendEntry,
  FIRST_BENDER,
  FIRST_RULES,
  freshHole,
  type EndEntry,
  type Part,
  type PartLimit,
  type RunStep,
  type Step,
  reversePath,
  takeFromEnd,
} from '../recipe/index.ts'
import { endAsStart } from '../recipe/evaluated/index.ts'
import { segmentPoint, type Segment } from '../path/index.ts'
import { fromEnd } from './from-end.ts'
import type { PartResult } from './result.ts'

/** Random runs in the usual run; more by RUNS=1000. */
const RUNS = Number(process.env['RUNS'] ?? 60)

const reversed = (part: Part): Part => {
  const path = part.steps.find((s) => s.id === 'path')!
  const output = evaluated(part).steps.find((s) => s.id === 'path')?.output
  const begins = path.kind === 'bend-table' && output ? endAsStart(output) : undefined
  const r = reversePath(part, { step: 'path', ...(begins ? { begins } : {}) })
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}

/** Places along a free curve, which can be held in two ways. */
const looks = (g: Segment): readonly (readonly number[])[] =>
  [0, 0.2, 0.5, 0.9, 1].map((t) => segmentPoint(g, t * g.length))

/**
 * Not compared: where along a move a clash is deepest, which is looked for and flat; on which side of its plane a path's normal is; and what is
 * drawn by what is compared.
 */
const LEFT_OUT = new Set(['deepest', 'normal', 'mesh', 'lines', 'growth'])

/** Where two results differ by more than a share of their size, or in anything but numbers; all that is told of every step. */
function difference(a: unknown, b: unknown, off: number, at = ''): string | undefined {
  if (typeof a === 'number' && typeof b === 'number')
    return a === b ||
      Math.abs(a - b) <= off * Math.max(1, Math.abs(a)) ||
      (Number.isNaN(a) && Number.isNaN(b))
      ? undefined
      : `${at}: ${a} and ${b}`
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return a === b || typeof a === 'function' ? undefined : `${at}: ${String(a)} and ${String(b)}`
  if (a instanceof Map && b instanceof Map) return difference([...a], [...b], off, at)
  if ('curve' in a && 'curve' in b) return difference(looks(a as Segment), looks(b as Segment), off, at)
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>]
  const keys = Object.keys(x)
  if (keys.length !== Object.keys(y).length) return `${at}: ${keys.join()} and ${Object.keys(y).join()}`
  for (const key of keys) {
    if (LEFT_OUT.has(key)) continue
    const found = difference(x[key], y[key], off, `${at}/${key}`)
    if (found !== undefined) return found
  }
  return undefined
}

/** All that the steps after the path tell, as it can be compared. */
const told = (r: PartResult) =>
  r.steps
    .filter((s) => s.id !== 'path')
    .map(({ id, state, summary, findings, output }) => ({
      id,
      state,
      summary,
      codes: findings.map((f) => f.code),
      output,
    }))

const size = (r: Random, from: number, to: number): string => (from + (to - from) * r.next()).toFixed(3)

/** A bent line in a plane or in space, closed or not, with corners now and then. */
function someLine(r: Random): Step {
  const count = 2 + r.below(4)
  const closed = count > 2 && r.chance(0.25)
  const [flat, smooth] = [r.chance(0.5), !closed && r.chance(0.2)]
  const rows = Array.from({ length: count }, (_, i) => {
    const turn = (2 * Math.PI * i) / count
    const at = closed ? [300 * Math.cos(turn), 300 * Math.sin(turn)] : [260 * i, i % 2 === 0 ? 0 : 120]
    const [x, y] = at.map((v) => String(v + 60 * (r.next() - 0.5)))
    const z = flat ? '0' : size(r, -50, 50)
    return [x!, y!, z, smooth || r.chance(0.2) ? '' : size(r, 20, 34)] as const
  })
  return { ...throughNodes(rows, closed), ...(smooth ? { smooth: {} } : {}) } as Step
}

const someTable = (r: Random): Step => ({
  id: 'path',
  kind: 'bend-table',
  name: 'Table',
  aside: false,
  rows: Array.from({ length: 1 + r.below(4) }, (_, i) =>
    bendEntry(`n${i}`, size(r, 60, 200), size(r, -170, 170), size(r, 20, 120), size(r, 20, 34)),
  ),
  last: size(r, 60, 200),
  x: size(r, -50, 50),
  y: '0',
  z: '10',
  heading: size(r, 0, 90),
  rise: '0',
  roll: size(r, 0, 90),
  first: 'from',
  end: 'to',
})

function someLimit(r: Random, path: Step, [low, high]: readonly [number, number]): PartLimit {
  if (r.chance(0.4)) return { kind: 'length', at: r.chance(0.5) ? 'begins' : size(r, low, low + 20) }
  if (path.kind === 'node-path' && path.nodes.length > 2 && high > 100 && r.chance(0.3))
    return { kind: 'node', node: path.nodes.at(-1)!.id }
  return { kind: 'percent', at: size(r, low / 2, high / 2) }
}

function someEnd(r: Random): EndEntry {
  const runOn = r.pick(['0', '12'])
  const across = size(r, -20, 20)
  return r.pick<EndEntry>([
    { kind: 'square', runOn, closed: false },
    { kind: 'angled', runOn, closed: false, across, tilt: size(r, -20, 20) },
    { kind: 'return', runOn, length: '60', toward: r.pick(['left', 'right'] as const) },
  ])
}

/** A run with some of all that is told by station or goes by the direction of travel. */
function someRun(r: Random, path: Step): Partial<RunStep> {
  const part = { from: someLimit(r, path, [5, 40]), to: { kind: 'percent', at: size(r, 60, 95) } as const }
  return {
    turning: r.pick(['square', 'square', 'upright', 'fixed'] as const),
    anchor: r.pick(['origin', 'centroid', 'bottom-left'] as const),
    clock: r.pick(['0', '30', 'lean']),
    flip: r.chance(0.4),
    ...(r.chance(0.4) ? { twist: { kind: 'total', angle: size(r, -200, 200) } as const } : {}),
    ...(r.chance(0.3) ? { scale: { kind: 'formula', formula: '1 + s / 4 m + t / 10' } as const } : {}),
    ...(r.chance(0.3)
      ? { shaping: [{ id: 'h', field: 'sizes/height', dimension: 'length', formula: '20 + 10 mm * t' }] }
      : {}),
    ...(r.chance(0.6) ? { part } : {}),
    ...(r.chance(0.5) ? { ends: { start: someEnd(r), end: someEnd(r) } } : {}),
  }
}

function somePart(seed: number): Part {
  const r = randomOf(seed)
  const path = r.chance(0.3) ? someTable(r) : someLine(r)
  const part = barOn(path, 'skirting', { height: '20', thickness: '8', round: '2' })
  const steps = part.steps.map((s) => (s.kind === 'run' ? { ...s, ...someRun(r, path) } : s))
  const run = part.steps.find((s) => s.kind === 'run')!
  const base = { aside: false, run: run.id } as const
  const blank: Step = {
    ...base,
    id: 'blank',
    kind: 'blank',
    name: 'Blank',
    neutral: '0.44',
    startAllowance: size(r, 0, 9),
    endAllowance: '3',
    roundUp: '0.5',
    cutOff: { start: '4', end: '7' },
  }
  const more: readonly Step[] = [
    {
      ...base,
      id: 'holes',
      kind: 'holes',
      name: 'Holes',
      of: run.id,
      rows: [freshHole('hole', { kind: 'run', run: run.id, station: '20', clock: '40' })],
    },
    blank,
    { ...base, id: 'pieces', kind: 'pieces', name: 'Pieces', lies: 0, turned: false, hold: '0' },
    {
      ...base,
      id: 'forming',
      kind: 'forming',
      name: 'Forming',
      blank: 'blank',
      bender: FIRST_BENDER,
      stock: FIRST_RULES,
      springback: 'none',
      trials: [],
      fromEnd: r.chance(0.5),
    },
    {
      aside: false,
      id: 'beside',
      kind: 'changed-path',
      name: 'A part of it',
      path: 'path',
      change: { kind: 'part', from: '13', to: '47' },
    },
    {
      aside: false,
      id: 'across',
      kind: 'sketch',
      name: 'Square to it',
      plane: { kind: 'square', path: 'path', station: '25' },
      entities: [],
      constraints: [],
    },
  ]
  return {
    ...part,
    values: [
      { id: 'v1', name: 'begins', dimension: 'length', formula: '15 mm' },
      { id: 'v2', name: 'lean', dimension: 'angle', formula: '12' },
    ],
    steps: [...steps, ...more],
  } as Part
}

describe('a path travelled the other way', () => {
  it(`leaves all where it was: ${RUNS} random runs with parts, ends, twist, taper, shaping, holes, pieces and bends`, () => {
    let built = 0
    fc.assert(
      fc.property(fc.nat(1e6), (seed) => {
        const part = somePart(seed)
        const [a, b] = [evaluated(part), evaluated(reversed(part))]
        if (a.steps.find((s) => s.kind === 'run')?.state === 'good') built++
        // What a bend table begins at is written to so many places.
        const off = part.steps[0]!.kind === 'bend-table' ? 1e-4 : 1e-6
        expect(difference(told(a), told(b), off)).toBeUndefined()
      }),
      { numRuns: RUNS },
    )
    // Most of them can be built, or nothing would be shown.
    expect(built).toBeGreaterThan(RUNS / 2)
  })
  it('keeps the stretch of a run that takes part of it', () => {
    const line = throughNodes([
      ['0', '0', '0'],
      ['6500', '0', '0'],
    ])
    const part = barOn(line, 'round-bar', { diameter: '20' })
    const taken = {
      ...part,
      steps: part.steps.map((s) =>
        s.kind === 'run'
          ? {
              ...s,
              part: { from: { kind: 'length', at: '500' }, to: { kind: 'percent', at: '100' } } as const,
            }
          : s,
      ),
    }
    const reach = (of: Part): readonly [number, number] => {
      const carried = evaluated(of).steps.find((s) => s.kind === 'run')!.output!.carried!
      const xs = [0, carried.path.length].map((s) => {
        const g = carried.path.segments[0]!
        return g.kind === 'line' ? g.start[0] + s * g.direction[0] : NaN
      })
      return [Math.min(...xs), Math.max(...xs)]
    }
    expect(reach(taken)).toEqual([500, 6500])
    expect(reach(reversed(taken))).toEqual([500, 6500])
  })
  it('twice is as it was, in the recipe and in what a step gives', () => {
    fc.assert(
      fc.property(fc.nat(1e6), (seed) => {
        const part = somePart(seed)
        const back = reversed(reversed(part))
        const rest = (p: Part): readonly Step[] => p.steps.filter((s) => s.id !== 'path')
        expect(rest(back)).toEqual(rest(part))
        const given = evaluated(part).steps[0]!.output?.path
        if (!given) return
        expect(difference(fromEnd(fromEnd(given)), given, 1e-9)).toBeUndefined()
      }),
      { numRuns: 20 },
    )
  })
  it('is taken by a step from its other end when it is told so', () => {
    const part = barOn(
      throughNodes([
        ['0', '0', '0'],
        ['100', '0', '0'],
      ]),
      'round-bar',
      { diameter: '20' },
    )
    const run = part.steps.find((s) => s.kind === 'run')!
    const once = takeFromEnd(part, { step: run.id, path: 'path' })
    if (!once.ok) throw new Error(once.fault.message)
    const start = (p: Part) =>
      evaluated(p).steps.find((s) => s.kind === 'run')!.output!.carried!.path.segments[0]
    expect(start(part)).toMatchObject({ start: [0, 0, 0] })
    expect(start(once.value)).toMatchObject({ start: [100, 0, 0] })
    expect(takeFromEnd(once.value, { step: run.id, path: 'path' })).toEqual({ ok: true, value: part })
    expect(takeFromEnd(part, { step: 'path', path: 'path' }).ok).toBe(false)
  })
})
