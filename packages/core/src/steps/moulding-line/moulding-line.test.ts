import { describe, expect, it } from 'vitest'
import {
  emptyPart,
  freshStep,
  kindOf,
  STARTERS,
  type Part,
  type Step,
  makeChange,
  reversePath,
} from '../../recipe/index.ts'
import { createEvaluator, type Finding } from '../../recipe/evaluated/index.ts'
import { nodeEntry } from '../node-path/typed.ts'
import {
  openingEntry,
  roomWall,
  type OpeningEntry,
  type RoomWall,
  type WallPathStep,
} from '../wall-path/typed.ts'
import type { RunStep } from '../run/typed.ts'
import type { MouldingLineStep } from './typed.ts'
import { breakMouldingLine, runMoulding, sameMoulding, type MouldingLineChoices } from './commands.ts'
import { pathPoint } from '../../path/index.ts'

const LINE: MouldingLineStep = {
  id: 'line',
  kind: 'trim-path',
  name: 'Skirting line',
  aside: false,
  walls: 'walls',
  level: 'floor',
  height: '900',
  first: null,
  last: null,
}
const four = ['4000', '3000', '4000', '3000'].map((l, i) => roomWall(`n${i + 1}`, l, '90 deg'))
const door = openingEntry('door', 'n1', '1000', '900', '2000')
const window = openingEntry('window', 'n2', '700', '1200', '1100', '900')

/** A room, a line in it, and a board 18 thick and 90 high with its back at its left, run along it. */
function roomWith(
  more: Partial<MouldingLineStep> = {},
  openings: readonly OpeningEntry[] = [door, window],
  walls: readonly RoomWall[] = four,
  closed = true,
): Part {
  const fresh = freshStep(emptyPart('Room'), 'wall-path', { id: 'walls' })
  if (!fresh.ok) throw new Error('no walls')
  const room = { ...(fresh.value as WallPathStep), rows: walls, openings, closed }
  const board = STARTERS.straight
    .make('Bar')
    .steps.flatMap((s): Step[] =>
      s.kind === 'stock-profile'
        ? [{ ...s, id: 'board', shape: 'skirting', sizes: { height: '90', thickness: '18', round: '6' } }]
        : [],
    )
  const part: Part = { ...emptyPart('Room'), steps: [room, { ...LINE, ...more }, ...board] }
  return good(runMoulding(part, { line: 'line', profile: 'board', run: 'run', name: 'Skirting' }))
}
const good = (r: { ok: true; value: Part } | { ok: false; fault: { message: string } }): Part => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const worked = (part: Part) => createEvaluator().evaluate(part)
const outputOf = (part: Part, id: string) => {
  const found = worked(part).steps.find((s) => s.id === id)!
  if (found.state !== 'good') throw new Error(JSON.stringify(found.findings))
  return found.output!
}
const found = (part: Part, code: string): readonly Finding[] =>
  worked(part).findings.filter((f) => f.code === code)
const codes = (part: Part): string[] => worked(part).findings.map((f) => f.code)
const cured = (part: Part, code: string, label: string): Part => {
  const cure = found(part, code)
    .flatMap((f) => f.cures)
    .find((c) => c.label === label)
  if (!cure) throw new Error(`no cure "${label}" for ${code} in ${codes(part).join()}`)
  return good(makeChange(part, cure.change as never))
}
const withRun = (part: Part, more: Partial<RunStep>): Part => ({
  ...part,
  steps: part.steps.map((s) => (s.id === 'run' ? { ...(s as RunStep), ...more } : s)),
})
/** Least and most of each coordinate of what a run comes to. */
const boxOf = (part: Part, id = 'run') => {
  const body = outputOf(part, id).bodies![0]!
  const low = [Infinity, Infinity, Infinity]
  const high = [-Infinity, -Infinity, -Infinity]
  body.mesh.positions.forEach((v, i) => {
    low[i % 3] = Math.min(low[i % 3]!, v)
    high[i % 3] = Math.max(high[i % 3]!, v)
  })
  return [low, high].map((b) => b.map((v) => Math.round(v * 1000) / 1000 + 0))
}

describe('a moulding in its place', () => {
  it('stands on the floor with its back on the walls, and hangs at the ceiling by its top', () => {
    expect(codes(roomWith({}, []))).toEqual([])
    expect(boxOf(roomWith({}, []))).toEqual([
      [0, 0, 0],
      [4000, 3000, 90],
    ])
    const cornice = roomWith({ level: 'ceiling' }, [])
    expect([codes(cornice), boxOf(cornice)]).toEqual([
      [],
      [
        [0, 0, 2410],
        [4000, 3000, 2500],
      ],
    ])
  })
  it('that goes through a door is told of it; it is broken there, or runs past', () => {
    const through = roomWith()
    expect(found(through, 'trim.opening')[0]!.message).toBe(
      '"Skirting line" runs through the door in wall 1, 900 mm wide.',
    )
    const past = cured(through, 'trim.opening', 'Run past it')
    expect([codes(past), outputOf(past, 'line').path!.path.length]).toEqual([[], 14_000])
    const broken = cured(through, 'trim.opening', 'Break it there')
    expect(codes(broken)).toEqual([])
    const { path } = outputOf(broken, 'line').path!
    expect([path.length, path.closed]).toEqual([expect.closeTo(13_100, 9), false])
    expect(pathPoint(path, 0)).toEqual([1900, 0, 0])
    // A rail at the height of the window meets both, and no cornice meets any.
    expect(found(roomWith({ level: 'height', height: '1000' }), 'trim.opening')).toHaveLength(2)
    expect(codes(roomWith({ level: 'ceiling' }))).toEqual([])
  })
  it('broken at a second opening becomes two, each with its run and pieces', () => {
    const rail = roomWith({ level: 'height', height: '1000' })
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
    const once = cured({ ...rail, steps: [...rail.steps, pieces] }, 'trim.opening', 'Break it there')
    const twice = cured(once, 'trim.opening', 'Break it there')
    expect(codes(twice)).toEqual([])
    const lengths = twice.steps.flatMap((s) =>
      s.kind === 'trim-path' ? [outputOf(twice, s.id).path!.path.length] : [],
    )
    // From the door to the window: 2100 + 700; from the window on to the door: 1100 + 4000 + 3000 + 1000.
    expect(lengths.map(Math.round)).toEqual([2800, 9100])
    const cuts = twice.steps.flatMap((s) =>
      s.kind === 'pieces' ? [outputOf(twice, s.id).cuts!.pieces.length] : [],
    )
    expect(cuts).toEqual([2, 4])
  })
  it('stays off an opening by the width of what goes round it', () => {
    const broken = roomWith({ first: 'door', last: 'door', clear: '70' })
    expect(outputOf(broken, 'line').path!.path.length).toBeCloseTo(13_100 - 140, 9)
    expect(found(roomWith({ clear: '-1' }), 'trim.clear')).toHaveLength(1)
  })
  it('goes round a door on the wall, its back on it, out from the opening', () => {
    const frame = roomWith({ level: 'opening', around: 'door' })
    expect(codes(frame)).toEqual([])
    // 90 to each side of the door and above it, 18 into the room.
    expect(boxOf(frame)).toEqual([
      [910, 0, 0],
      [1990, 18, 2090],
    ])
    const round = roomWith({ level: 'opening', around: 'window', clear: '5' })
    expect([codes(round), boxOf(round)]).toEqual([
      [],
      [
        [3982, 605, 805],
        [4000, 1995, 2095],
      ],
    ])
    expect(found(roomWith({ level: 'opening', around: 'gone' }), 'trim.around')).toHaveLength(1)
  })
  it('is told where it goes into its wall, through the ceiling or the floor, and is set right', () => {
    const wrong = withRun(roomWith({ level: 'ceiling' }, []), { anchor: 'centroid' })
    expect(codes(wrong)).toEqual(['run.in-wall', 'run.in-ceiling'])
    for (const [code, label] of [
      ['run.in-ceiling', 'Set its top at the ceiling'],
      ['run.in-wall', 'Set its back on the wall'],
    ] as const) {
      const right = cured(wrong, code, label)
      expect([codes(right), boxOf(right)]).toEqual([[], boxOf(roomWith({ level: 'ceiling' }, []))])
    }
    const low = withRun(roomWith({}, []), { anchor: 'top-left' })
    expect(codes(low)).toEqual(['run.in-floor'])
    expect(codes(cured(low, 'run.in-floor', 'Stand it on the floor'))).toEqual([])
  })
  it('that is mirrored is told so, wherever its back then is', () => {
    const flipped = withRun(roomWith({}, []), { flip: true })
    expect(found(flipped, 'run.in-wall')[0]!.message).toBe(
      '"Skirting" lies on the other side of its wall, up to 18 mm in it.',
    )
    expect(boxOf(cured(flipped, 'run.in-wall', 'Turn its back to the wall'))).toEqual(boxOf(roomWith({}, [])))
    const front = withRun(roomWith({}, []), { flip: true, anchor: 'bottom-right' })
    expect(codes(front)).toEqual(['run.mirrored'])
    expect(codes(cured(front, 'run.mirrored', 'Turn its back to the wall'))).toEqual([])
  })
  it('stays where it is when its line is reversed', () => {
    for (const more of [{}, { level: 'opening', around: 'window' }] as const) {
      const part = roomWith(more, [window])
      const turned = good(reversePath(part, { step: 'line' }))
      expect([codes(turned), boxOf(turned)]).toEqual([[], boxOf(part)])
      expect(good(reversePath(turned, { step: 'line' }))).toEqual(part)
    }
  })
  it('that ends at a wall which is not square to it is cut along that wall', () => {
    // A room of five sides: 90, 120 and three times 110 degrees.
    const five = [
      roomWall('n1', '3000', '120 deg'),
      roomWall('n2', '2000', '70 deg'),
      roomWall('n3', '2500', '90 deg'),
    ]
    for (const [first, last, side] of [
      ['n1', 'n1', 'end'],
      ['n2', 'n2', 'start'],
      ['n2', 'n2', 'end'],
    ] as const) {
      const part = roomWith({ first, last }, [], five, false)
      const [finding] = found(part, 'run.end-wall').filter((f) => f.id.endsWith(side))
      expect(finding!.message).toMatch(
        /stands at (120|70)\.00° to it: cut square it (leaves a gap|goes into it)/,
      )
      const right = good(makeChange(part, finding!.cures[0]!.change as never))
      expect(found(right, 'run.end-wall').filter((f) => f.id.endsWith(side))).toEqual([])
      // Its end lies in the face of the other wall, which it does not go through.
      const { path } = outputOf(right, 'walls').path!
      const wall = path.segments[(first === 'n1' ? 0 : 1) + (side === 'end' ? 1 : -1)]!
      if (wall.kind !== 'line') throw new Error('a straight wall')
      const inward = [-wall.direction[1], wall.direction[0]] as const
      const { positions } = outputOf(right, 'run').bodies![0]!.mesh
      let least = Infinity
      let touches = 0
      for (let i = 0; i < positions.length; i += 3) {
        const away =
          (positions[i]! - wall.start[0]) * inward[0] + (positions[i + 1]! - wall.start[1]) * inward[1]
        least = Math.min(least, away)
        if (Math.abs(away) < 1e-3) touches++
      }
      expect(least).toBeGreaterThan(-1e-3)
      // All of its outline does.
      expect(touches).toBeGreaterThan(5)
    }
    // A corner that is square says nothing.
    expect(found(roomWith({ first: 'n1', last: 'n2' }, []), 'run.end-wall')).toEqual([])
  })
  it('follows a curved wall by a radius, or has straights in its place with mitred corners', () => {
    const bay = [roomWall('n1', '800', '90 deg'), { ...roomWall('n2', '2000', '90 deg'), radius: '1500' }]
    const bent = roomWith({}, [], bay, false)
    const sweep = 2 * Math.asin(1000 / 1500)
    expect(outputOf(bent, 'line').path!.path.length).toBeCloseTo(800 + 1500 * sweep, 6)
    const straight = roomWith({ straights: '4' }, [], bay, false)
    expect(codes(straight)).toEqual(['trim.straights'])
    const { corners } = outputOf(straight, 'run').carried!
    // Each corner has a name of its own, so that each can be measured.
    expect(corners.map((c) => c.key)).toEqual(['n2', 'n2-2', 'n2-3', 'n2-4'])
    expect(corners[1]!.deflection).toBeCloseTo(sweep / 4, 9)
    expect(found(roomWith({ straights: '1.5' }, [], bay, false), 'trim.straights')[0]!.severity).toBe(
      'blocks',
    )
    const wrong = [
      roomWall('n1', '800', '90 deg'),
      { ...roomWall('n2', '2000', '90 deg', '10'), radius: '900' },
    ]
    expect(found(roomWith({}, [], wrong, false), 'walls.curve')).toHaveLength(1)
    const tight = [{ ...roomWall('n2', '2000', '90 deg'), radius: '-900' }]
    expect(found(roomWith({}, [], tight, false), 'walls.radius')[0]!.message).toBe(
      'Wall 1 is 2000 mm across, and a circle of radius 900 mm reaches over 1800 mm: at least 1000 mm fits.',
    )
  })
  it('is taken along to another level, to other walls and into another room', () => {
    const part = roomWith({}, [])
    const take = (choices: MouldingLineChoices) =>
      good(sameMoulding(part, { step: 'line', name: 'Again', choices }))
    const rail = take({ level: 'height' })
    const run = rail.steps.findLast((s) => s.kind === 'run')!
    expect([run.id === 'run', codes(rail), boxOf(rail, run.id)[0]![2]]).toEqual([false, [], 900])
    expect(rail.steps.find((s) => s.name === 'Again')).toMatchObject({ walls: 'walls', level: 'height' })
    // Into a room that only comes later in the recipe, and is another one.
    const other = part.steps.flatMap((s): Step[] =>
      s.kind === 'wall-path'
        ? [{ ...s, id: 'hall', rows: s.rows.map((r) => ({ ...r, id: `h${r.id}`, length: '2000' })) }]
        : [],
    )
    const hall = good(
      sameMoulding(
        { ...part, steps: [...part.steps, ...other] },
        {
          step: 'line',
          name: 'Again',
          choices: { walls: 'hall', first: null, last: null },
        },
      ),
    )
    expect([codes(hall), boxOf(hall, hall.steps.findLast((s) => s.kind === 'run')!.id)]).toEqual([
      [],
      [
        [0, 0, 0],
        [2000, 2000, 90],
      ],
    ])
  })
})

describe('openings', () => {
  it('that cannot be are told one by one, with what was read', () => {
    const said = (...openings: OpeningEntry[]): string[] =>
      worked(roomWith({}, openings))
        .findings.filter((f) => f.step === 'walls')
        .map((f) => f.message)
    expect(said({ ...door, wall: 'gone' })).toEqual([
      'The wall of opening 1 is not there any more; choose another.',
    ])
    expect(said({ ...door, from: '3200' })).toEqual([
      'Opening 1 goes from 3200 mm to 4100 mm along wall 1, which is 4000 mm long.',
    ])
    expect(said({ ...door, height: '2600' })).toEqual([
      'Opening 1 reaches 2600 mm high; the room has 2500 mm.',
    ])
    expect(said({ ...door, width: '0', sill: '-5' })).toHaveLength(2)
    expect(said(door, { ...door, id: 'other', from: '1899' })).toEqual([
      'Opening 2 lies in opening 1 of the same wall.',
    ])
    expect(said(door, { ...door, id: 'other', from: '1900' })).toEqual([])
    expect(said({ ...door, sill: '2000', height: '400' }, { ...door, id: 'other' })).toEqual([])
  })
})

describe('walls along a path that was drawn', () => {
  const drawn = (nodes: readonly (readonly [string, string, string])[], closed: boolean): Part => {
    const part = roomWith({}, [])
    const path: Step = {
      id: 'plan',
      kind: 'node-path',
      name: 'Plan',
      aside: false,
      closed,
      nodes: nodes.map(([x, y, z], i) => nodeEntry(`p${i + 1}`, x, y, z)),
    }
    return {
      ...part,
      steps: [path, ...part.steps.map((s) => (s.kind === 'wall-path' ? { ...s, drawn: 'plan' } : s))],
    }
  }
  it('have the room within them whichever way round it was drawn', () => {
    const square = [
      ['0', '0', '0'],
      ['2000', '0', '0'],
      ['2000', '1000', '0'],
      ['0', '1000', '0'],
    ] as const
    for (const nodes of [square, square.toReversed()]) {
      const part = drawn(nodes, true)
      expect([codes(part), boxOf(part)]).toEqual([
        [],
        [
          [0, 0, 0],
          [2000, 1000, 90],
        ],
      ])
    }
    expect(outputOf(drawn(square, true), 'walls').path!.pieces).toHaveLength(4)
  })
  it('need one that lies flat', () => {
    const steep = drawn(
      [
        ['0', '0', '0'],
        ['2000', '0', '50'],
        ['2000', '900', '0'],
      ],
      false,
    )
    expect(found(steep, 'walls.drawn')[0]!.message).toMatch(/"Plan" does not lie flat/)
  })
  it('count among what the room builds on', () => {
    const room = drawn(
      [
        ['0', '0', '0'],
        ['9', '0', '0'],
      ],
      false,
    ).steps.find((s) => s.kind === 'wall-path')!
    expect(kindOf(room).inputs(room)).toEqual([{ id: 'plan', gives: 'path' }])
  })
})

describe('breaking a line', () => {
  it('of walls that are open leaves a line to each side', () => {
    const part = roomWith({}, [door], four.slice(0, 2), false)
    const two = good(breakMouldingLine(part, { step: 'line', opening: 'door', round: false }))
    const lines = two.steps.flatMap((s) =>
      s.kind === 'trim-path' ? [outputOf(two, s.id).path!.path.length] : [],
    )
    expect(lines.map(Math.round)).toEqual([1000, 5100])
  })
})
