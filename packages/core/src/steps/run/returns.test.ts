import { describe, expect, it } from 'vitest'
import {
  barOn,
  blocking,
  codesOf,
  evaluated,
  outputsOf,
  throughNodes,
  withRun,
} from '../../../testing/parts.ts'
import { emptyPart, freshStep, type Part, makeChange } from '../../recipe/index.ts'
import { openingEntry, roomWall, type WallPathStep } from '../wall-path/typed.ts'
import type { EndEntry } from './typed-ends.ts'
import type { RunStep } from './typed.ts'
import type { MouldingLineStep } from '../moulding-line/typed.ts'
import { runMoulding } from '../moulding-line/commands.ts'
import { checkWatertight } from '../../space/index.ts'

const back = (length: string, toward: 'left' | 'right' = 'right', runOn = '0'): EndEntry => ({
  kind: 'return',
  runOn,
  length,
  toward,
})
const SQUARE: EndEntry = { kind: 'square', runOn: '0', closed: false }

/** A flat bar 18 wide and 90 high along x, its right side or its middle on the path. */
const board = (change: Partial<RunStep>): Part =>
  withRun(
    barOn(
      throughNodes([
        ['0', '0', '0'],
        ['500', '0', '0'],
      ]),
      'rectangular-bar',
      { width: '18', height: '90', corner: '0' },
    ),
    { anchor: 'bottom-left', ...change },
  )
const boxOf = (part: Part): number[][] => {
  const { positions } = outputsOf(evaluated(part)).run.mesh
  const [low, high] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ]
  positions.forEach((v, i) => {
    low[i % 3] = Math.min(low[i % 3]!, v)
    high[i % 3] = Math.max(high[i % 3]!, v)
  })
  return [low, high].map((b) => b.map((v) => Math.round(v * 1000) / 1000 + 0))
}

describe('a return of length 0', () => {
  it.each([
    ['its back', 'bottom-left', 0],
    ['its middle', 'centroid', -9],
    ['its face', 'bottom-right', -18],
  ] as const)('goes back by the section’s own depth, with %s on the path', (_, anchor, y) => {
    const part = board({ anchor, ends: { start: back('0'), end: back('0') } })
    const result = evaluated(part)
    expect(blocking(result)).toEqual([])
    const z = anchor === 'centroid' ? -45 : 0
    const reach = y + 18
    // The face goes on by what lies behind the path, and the mitre by the depth.
    expect(boxOf(part)).toEqual([
      [-reach, y, z].map((v) => v + 0),
      [500 + reach, y + 18, z + 90].map((v) => v + 0),
    ])
    const { run } = outputsOf(result)
    expect(run.volume).toBeCloseTo(90 * 18 * (500 + 2 * reach), 3)
    expect(run.theoremVolume).toBeCloseTo(run.meshVolume, 3)
    expect(checkWatertight(run.mesh).watertight).toBe(true)
  })
  it('is no longer than the run in figures, and shorter ones than none are refused', () => {
    const { run } = outputsOf(evaluated(board({ ends: { start: SQUARE, end: back('0') } })))
    expect(run.path.length).toBeCloseTo(500, 5)
    expect(codesOf(evaluated(board({ ends: { start: SQUARE, end: back('-1') } })))).toContain('run.end')
  })
  it('with a length goes on so far along the path', () => {
    expect(boxOf(board({ ends: { start: SQUARE, end: back('60') } }))).toEqual([
      [0, -60, 0],
      [518, 18, 90],
    ])
  })
})

const door = openingEntry('door', 'n1', '1000', '900', '2000')
/** A room with an outside corner: wall n2 stands into it, 1000 deep, seen from the room. */
function room(
  line: Partial<MouldingLineStep>,
  ends: RunStep['ends'] | undefined,
  own?: readonly ReturnType<typeof roomWall>[],
): Part {
  const fresh = freshStep(emptyPart('Room'), 'wall-path', { id: 'walls' })
  if (!fresh.ok) throw new Error('no walls')
  const rows = own ?? [
    roomWall('n1', '4000', '90 deg'),
    roomWall('n2', '3000', '90 deg'),
    roomWall('n3', '2000', '90 deg'),
    roomWall('n4', '1000', '270 deg'),
    roomWall('n5', '2000', '90 deg'),
    roomWall('n6', '2000', '90 deg'),
  ]
  const walls = { ...(fresh.value as WallPathStep), rows, openings: own ? [] : [door], closed: !own }
  const trim: MouldingLineStep = {
    id: 'line',
    kind: 'trim-path',
    name: 'Line',
    aside: false,
    walls: 'walls',
    level: 'floor',
    height: '900',
    first: 'n2',
    last: 'n2',
    ...line,
  }
  const bar = barOn(
    throughNodes([
      ['0', '0', '0'],
      ['1', '0', '0'],
    ]),
    'skirting',
    { height: '90', thickness: '18', round: '6' },
  )
  const profile = { ...bar.steps[1]!, id: 'board' }
  const made = runMoulding({ ...emptyPart('Room'), steps: [walls, trim, profile] } as Part, {
    line: 'line',
    profile: 'board',
    run: 'run',
    name: 'Skirting',
  })
  if (!made.ok) throw new Error(made.fault.message)
  return ends ? withRun(made.value, { ends }) : made.value
}
const returnsIn = (part: Part) => evaluated(part).findings.filter((f) => f.code.startsWith('run.return'))

describe('a return in a room', () => {
  it('ends at the face of its wall; one that is longer is told, and ended there', () => {
    expect(returnsIn(room({}, { start: SQUARE, end: back('0') }))).toEqual([])
    const part = room({ last: 'door', first: 'n6' }, { start: SQUARE, end: back('0') })
    expect(returnsIn(part)).toEqual([])
    const cut = withRun(room({}, undefined), {
      part: { from: { kind: 'length', at: '0' }, to: { kind: 'percent', at: '50' } },
    })
    const deep = withRun(cut, { ends: { start: SQUARE, end: back('60') } })
    const [found] = returnsIn(deep)
    expect(found?.message).toBe('The return of "Skirting" at its end goes 60 mm into its wall.')
    const cured = makeChange(deep, found!.cures[0]!.change as never)
    if (!cured.ok) throw new Error(cured.fault.message)
    expect(returnsIn(cured.value)).toEqual([])
    expect(blocking(evaluated(cured.value))).toEqual([])
    // The wall is the line x = 4000 with the room at smaller x.
    expect(Math.max(...boxOf(cured.value).map((b) => b[0]!))).toBe(4000)
  })
  it('may go into the reveal of an opening, and round an outside corner as far as that wall goes', () => {
    expect(returnsIn(room({ first: 'n1', last: 'door' }, { start: SQUARE, end: back('100') }))).toEqual([])
    const corner = (length: string) => room({ first: 'n4', last: 'n4' }, { start: SQUARE, end: back(length) })
    expect(returnsIn(corner('1900'))).toEqual([])
    const [past] = returnsIn(corner('2200'))
    expect(past?.message).toBe(
      'The return of "Skirting" at its end goes 200 mm past the corner at the other end of that wall, which is 2000 mm long.',
    )
    const cured = makeChange(corner('2200'), past!.cures[0]!.change as never)
    expect(cured.ok && returnsIn(cured.value)).toEqual([])
  })
  it('toward the room, at an inside corner, goes along the wall there, and into one that leans to it', () => {
    const at = (corner: string, length: string) =>
      room({ first: 'n1', last: 'n1' }, { start: SQUARE, end: back(length, 'left') }, [
        roomWall('n1', '4000', corner),
        roomWall('n2', '500', '90 deg'),
      ])
    const [into] = returnsIn(at('80 deg', '60'))
    expect(into?.message).toBe(
      'The return of "Skirting" at its end goes into the wall there, which stands at 80.00° to it.',
    )
    expect(into?.cures).toEqual([])
    expect(returnsIn(at('90 deg', '480'))).toEqual([])
    expect(returnsIn(at('90 deg', '560'))[0]?.message).toMatch(/goes 60 mm past the corner/)
    expect(returnsIn(at('110 deg', '560'))).toEqual([])
  })
})
