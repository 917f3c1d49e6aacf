import { describe, expect, it } from 'vitest'
import { countingIds } from '../../base/index.ts'
import { emptyPart, freshStep, STARTERS, type Part, type Step, makeChange } from '../../recipe/index.ts'
import { createEvaluator, type Finding, type StepResult } from '../../recipe/evaluated/index.ts'
import { roomWall, type RoomWall, type WallPathStep } from './typed.ts'
import type { MouldingLineStep } from '../moulding-line/typed.ts'
import { insertWall, pasteWalls, removeWalls, setWallCell } from './commands.ts'
import { mouldingFlat } from '../../cutting/index.ts'
import { kinksOf, pathPoint } from '../../path/index.ts'

const fresh = freshStep(emptyPart('Room'), 'wall-path', { id: 'walls' })
const ROOM: WallPathStep = fresh.ok ? (fresh.value as WallPathStep) : undefined!
const LINE: MouldingLineStep = {
  id: 'line',
  kind: 'trim-path',
  name: 'Line',
  aside: false,
  walls: 'walls',
  level: 'ceiling',
  height: '900',
  first: null,
  last: null,
}
const roomOf = (rows: readonly RoomWall[], more: Partial<WallPathStep> = {}): Part => ({
  ...emptyPart('Room'),
  steps: [{ ...ROOM, rows, ...more }],
})
const withLine = (part: Part, more: Partial<MouldingLineStep> = {}): Part => ({
  ...part,
  steps: [...part.steps, { ...LINE, ...more }],
})
const resultOf = (part: Part, step: string): StepResult =>
  createEvaluator()
    .evaluate(part)
    .steps.find((s) => s.id === step)!
const findings = (part: Part, step = 'walls'): readonly Finding[] => resultOf(part, step).findings
const pathOf = (part: Part, step = 'walls') => {
  const r = resultOf(part, step)
  if (r.state !== 'good') throw new Error(JSON.stringify(r.findings))
  return r.output!.path!.path
}
const fourWalls = ['4000', '3000', '4000', '3000'].map((l, i) => roomWall(`n${i + 1}`, l, '90 deg'))

/** An octagonal bay: five sides of an octagon with one of them curved, and a straight back. */
const BAY: readonly RoomWall[] = [
  roomWall('n1', '1000', '135 deg'),
  roomWall('n2', '1000', '135 deg'),
  roomWall('n3', '1000', '135 deg'),
  roomWall('n4', '1000', '135 deg'),
  roomWall('n5', '1000', '135 deg'),
]

describe('walls of a room', () => {
  it('make a closed line with the room at the left, each wall a piece of it', () => {
    const path = pathOf(roomOf(fourWalls))
    expect([path.length, path.closed]).toEqual([expect.closeTo(14_000, 9), true])
    expect(kinksOf(path)).toHaveLength(4)
    expect(resultOf(roomOf(fourWalls), 'walls').output!.path!.pieces).toEqual(['n1', 'n2', 'n3', 'n4'])
    expect(resultOf(roomOf(fourWalls), 'walls').summary).toBe('4 walls, 14000 mm')
  })
  it('that do not close say by how much, and can be left open', () => {
    const off = roomOf([...fourWalls.slice(0, 3), roomWall('n4', '2988', '89 deg')])
    const [finding] = findings(off)
    expect(finding!.message).toBe(
      'The walls do not close: the last ends 12 mm from where the first begins, and their corners are 1.00° too small together.',
    )
    const left = makeChange(off, finding!.cures[0]!.change as never)
    expect(left.ok && pathOf(left.value).closed).toBe(false)
  })
  it('of wrong sizes are told one by one', () => {
    const wrong = roomOf([
      roomWall('n1', '0', '90 deg'),
      roomWall('n2', '1000', '19 deg'),
      roomWall('n3', '100', '90 deg', '300'),
    ])
    expect(findings(wrong).map((f) => [f.code, f.node])).toEqual([
      ['walls.length', 'n1'],
      ['walls.corner', 'n2'],
      ['walls.bow', 'n3'],
    ])
    expect(findings(wrong)[1]!.message).toMatch(/19.00°; a corner in a room has 20° to 340°/)
    // The corner after the last of open walls counts for nothing.
    expect(pathOf(roomOf([roomWall('n1', '800', '5 deg')], { closed: false })).length).toBe(800)
    expect(findings(roomOf([]))[0]!.message).toMatch(/no length/)
    expect(findings(roomOf(fourWalls, { height: '0' }))[0]!.code).toBe('walls.height')
  })
  it('are typed, pasted, put in and taken out', () => {
    const done = (r: ReturnType<typeof setWallCell>): Part => {
      if (!r.ok) throw new Error(r.fault.message)
      return r.value
    }
    const rows = (part: Part) => (part.steps[0] as WallPathStep).rows
    let part = roomOf(fourWalls)
    part = done(setWallCell(part, { step: 'walls', row: 'n2', column: 'bow', formula: '120' }))
    expect(rows(part)[1]!.bow).toBe('120')
    part = done(insertWall(part, { step: 'walls', index: 1, row: roomWall('n9', '50', '270 deg') }))
    part = done(removeWalls(part, { step: 'walls', rows: ['n1'] }))
    expect(rows(part).map((r) => r.id)).toEqual(['n9', 'n2', 'n3', 'n4'])
    const paste = { step: 'walls', column: 'length', newId: countingIds('m', new Set()) } as const
    part = done(
      pasteWalls(part, {
        ...paste,
        row: 9,
        cells: [
          ['1200', '', '', '135'],
          ['800', '0', '-900'],
        ],
      }),
    )
    expect(rows(part).slice(4)).toEqual([
      { id: 'm1', length: '1200', bow: '0', corner: '135' },
      { id: 'm2', length: '800', bow: '0', radius: '-900', corner: '90 deg' },
    ])
    expect(pasteWalls(part, { ...paste, column: 'corner', row: 0, cells: [['1', '2']] }).ok).toBe(false)
  })
})

describe('a line along walls', () => {
  it('runs at the floor, the ceiling or a height, all round or along some of them', () => {
    const room = roomOf(fourWalls)
    const high = pathOf(withLine(room), 'line')
    expect([high.closed, pathPoint(high, 0)[2]]).toEqual([true, 2500])
    expect(pathPoint(pathOf(withLine(room, { level: 'floor' }), 'line'), 100)[2]).toBe(0)
    expect(pathPoint(pathOf(withLine(room, { level: 'height' }), 'line'), 100)[2]).toBe(900)
    const two = pathOf(withLine(room, { first: 'n2', last: 'n3' }), 'line')
    expect([two.length, two.closed]).toEqual([expect.closeTo(7000, 9), false])
    // Past the corner where the walls begin.
    const round = pathOf(withLine(room, { first: 'n4', last: 'n1' }), 'line')
    expect(round.length).toBeCloseTo(7000, 9)
    expect(pathPoint(round, 0).map(Math.round)).toEqual([0, 3000, 2500])
  })
  it('says what it cannot do', () => {
    const room = roomOf(fourWalls)
    const said = (part: Part): string => findings(part, 'line')[0]!.message
    expect(said(withLine(room, { level: 'height', height: '2600' }))).toMatch(
      /2600 mm above the floor; the room is 2500 mm/,
    )
    expect(said(withLine(room, { first: 'gone' }))).toMatch(/not there any more/)
    expect(said(withLine(roomOf(BAY, { closed: false }), { first: 'n3', last: 'n2' }))).toMatch(
      /do not close/,
    )
    const bar = STARTERS.straight.make('Bar')
    const other = { ...bar, steps: [...bar.steps, { ...LINE, walls: 'path' }] }
    expect(said(other)).toMatch(/this is another path/)
  })
  it('carries a cornice and a skirting round a bay, whose saw settings are those of its corners', () => {
    const bar = STARTERS.straight.make('Bar')
    const runOn = (id: string, path: string, profile: string): Step[] =>
      bar.steps.flatMap((s): Step[] =>
        s.kind === 'run'
          ? [{ ...s, id, path, profile, anchor: 'origin', corners: { all: 'mitre', each: {} } }]
          : [],
      )
    const profile = (id: string, sizes: Record<string, string>, shape: 'cornice' | 'flat'): Step[] =>
      bar.steps.flatMap((s): Step[] => (s.kind === 'stock-profile' ? [{ ...s, id, shape, sizes }] : []))
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
    const curved = BAY.map((w) => (w.id === 'n3' ? { ...w, bow: '120' } : w))
    const part: Part = {
      ...emptyPart('Bay'),
      steps: [
        { ...ROOM, rows: curved, closed: false },
        LINE,
        { ...LINE, id: 'foot', level: 'floor' },
        ...profile('cove', { face: '90', thickness: '14', spring: '38' }, 'cornice'),
        ...profile('board', { width: '18', thickness: '90' }, 'flat'),
        ...runOn('run', 'line', 'cove'),
        ...runOn('skirting', 'foot', 'board'),
        pieces,
      ],
    }
    const result = createEvaluator().evaluate(part)
    expect(result.findings.filter((f) => f.severity === 'blocks')).toEqual([])
    const { cuts } = result.steps.find((s) => s.id === 'pieces')!.output!
    expect(cuts!.pieces.map((p) => p.straight)).toEqual([true, true, false, true, true])
    const known = mouldingFlat((38 * Math.PI) / 180, (135 * Math.PI) / 180)
    expect(Math.abs(cuts!.pieces[0]!.end.setting.mitre)).toBeCloseTo(known.mitre, 9)
    expect(Math.abs(cuts!.pieces[0]!.end.setting.bevel)).toBeCloseTo(known.bevel, 9)
    expect(cuts!.pieces[0]!.end.corner!.key).toBe('n2')
    // The sum of the pieces is the line of the walls.
    const { path } = result.steps.find((s) => s.id === 'line')!.output!.path!
    expect(cuts!.pieces.reduce((sum, p) => sum + p.lengths.line, 0)).toBeCloseTo(path.length, 9)
  })
})
