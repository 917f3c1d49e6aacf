import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chains } from '../../../testing/chains.ts'
import { wholePath } from '../../../testing/parts.ts'
import { countingIds } from '../../base/index.ts'
import { bendEntry, type BendTableStep } from './typed.ts'
import {
  emptyPart,
  freshStep,
  idsIn,
  readPartText,
  writePart,
  type Part,
  reversePath,
} from '../../recipe/index.ts'
import { createEvaluator } from '../../recipe/evaluated/index.ts'
import { nodeEntry, type NodePathStep } from '../node-path/typed.ts'
import {
  letBendsLead,
  letNodesLead,
  moveBend,
  pasteBends,
  removeBends,
  setBendCell,
  LAST,
} from './commands.ts'
import { endAsStart, bendFiguresOf, meetingPointsOf } from './figures.ts'
import { pathPoint, type PathNode } from '../../path/index.ts'
import { vec3 } from '../../space/index.ts'

const fresh = freshStep(emptyPart('T'), 'bend-table', { id: 'path' })
const table: BendTableStep = fresh.ok ? (fresh.value as BendTableStep) : undefined!
const partWith = (step: BendTableStep | NodePathStep): Part => ({ ...emptyPart('Trial'), steps: [step] })
const evaluator = createEvaluator()
const worked = (part: Part) => evaluator.evaluate(part)
const made = (part: Part) => wholePath(worked(part).steps[0]!.output)
const rowsOf = (part: Part) => (part.steps[0] as BendTableStep).rows
const change = <A>(
  part: Part,
  command: (p: Part, a: A) => { ok: true; value: Part } | { ok: false; fault: unknown },
  args: A,
): Part => {
  const r = command(part, args)
  if (!r.ok) throw new Error(JSON.stringify(r.fault))
  return r.value
}

describe('a path from a bend table', () => {
  it('has the length of its straights and bends, and its table is what was typed', () => {
    const { path } = made(partWith(table))
    expect(path.length).toBeCloseTo(200 + (Math.PI / 2) * 25, 9)
    const given = worked(partWith(table)).steps[0]!.output!.table!.table!
    expect(given.rows).toMatchObject([{ length: 100, rotation: 0, radius: 25 }])
    expect(given.last).toBeCloseTo(100, 9)
  })
  it('stands where it is put', () => {
    const put = { ...table, x: '10', y: '20', z: '30', heading: '90', rise: '0', roll: '90' }
    const { path } = made(partWith(put))
    expect(pathPoint(path, 0)).toEqual([10, 20, 30])
    const end = pathPoint(path, path.length)
    // Along +Y for 125, then up: by the right hand about +Y the bend, level to the left (-X), turns to +Z.
    expect(vec3.distance(end, [10, 145, 155])).toBeLessThan(1e-9)
  })
  it('says of each row what cannot be, all at once', () => {
    const wrong = {
      ...table,
      rows: [
        { ...table.rows[0]!, length: '-1', angle: '0', radius: '0' },
        { ...table.rows[0]!, id: 'n9', angle: '400' },
      ],
      last: '-2',
    }
    const r = worked(partWith(wrong))
    expect(r.findings.map((f) => [f.code, f.field])).toEqual([
      ['bends.length', `rows/${table.rows[0]!.id}/length`],
      ['bends.angle', `rows/${table.rows[0]!.id}/angle`],
      ['bends.radius', `rows/${table.rows[0]!.id}/radius`],
      ['bends.angle', 'rows/n9/angle'],
      ['bends.length', 'last'],
    ])
    expect(r.findings[1]!.message).toContain('To turn the other way, turn its plane by 180°')
  })
  it('is turned at its first bend where it begins, whatever that row says, also once the row before it is gone', () => {
    const [first] = table.rows
    const turned = { ...table, rows: [{ ...first!, rotation: '70' }] }
    const [a, b] = [made(partWith(table)).path, made(partWith(turned)).path]
    expect(pathPoint(b, b.length)).toEqual(pathPoint(a, a.length))
  })
  it('may be half a turn or more, and have no bend at all', () => {
    const hook = { ...table, rows: [{ ...table.rows[0]!, angle: '270' }] }
    expect(made(partWith(hook)).path.length).toBeCloseTo(200 + 1.5 * Math.PI * 25, 9)
    expect(made(partWith({ ...table, rows: [] })).path.length).toBe(100)
    const nothing = worked(partWith({ ...table, rows: [], last: '0' }))
    expect(nothing.findings.map((f) => f.code)).toEqual(['path.too-short'])
  })
  it('is written and read as it is', () => {
    const read = readPartText(writePart(partWith(table)))
    expect(read.ok && read.value.steps[0]).toEqual(table)
  })
})

describe('a table the other way round', () => {
  it('is the same shape from its other end, its straights and turns between the same bends', () => {
    const bends = {
      ...table,
      x: '5',
      roll: '30',
      rise: '20',
      rows: [
        bendEntry('a', '40', '0', '60', '10'),
        bendEntry('b', '20 + 5', '-75', '90', '12'),
        bendEntry('c', '30', '110', '45', '8'),
      ],
      last: '17',
    }
    const output = worked(partWith(bends)).steps[0]!.output!
    const turned = change(partWith(bends), reversePath, { step: 'path', begins: endAsStart(output)! })
    expect(rowsOf(turned).map((r) => [r.id, r.length, r.rotation, r.angle])).toEqual([
      ['c', '17', '0', '45'],
      ['b', '30', '110', '90'],
      ['a', '20 + 5', '-75', '60'],
    ])
    const [a, b] = [made(partWith(bends)).path, made(turned).path]
    for (const t of [0, 0.2, 0.5, 0.9])
      expect(vec3.distance(pathPoint(a, t * a.length), pathPoint(b, (1 - t) * b.length))).toBeLessThan(1e-6)
    expect(reversePath(partWith(bends), { step: 'path' }).ok).toBe(false)
  })
})

describe('typing into the table', () => {
  it('a cell, the last straight, a row to another place, a row taken out', () => {
    const id = table.rows[0]!.id
    let part = change(partWith(table), setBendCell, { step: 'path', row: id, column: 'angle', formula: '45' })
    part = change(part, setBendCell, { step: 'path', row: LAST, column: 'length', formula: '7' })
    expect((part.steps[0] as BendTableStep).last).toBe('7')
    const paste = { step: 'path', row: 1, column: 'length', newId: countingIds('m', idsIn(part)) } as const
    part = change(part, pasteBends, { ...paste, cells: [['10', '20', '30', '40']] })
    part = change(part, moveBend, { step: 'path', row: id, to: 1 })
    expect(rowsOf(part).map((r) => r.angle)).toEqual(['30', '45'])
    part = change(part, removeBends, { step: 'path', rows: [id] })
    expect(rowsOf(part)).toHaveLength(1)
  })
  it('rows of a spreadsheet: with a heading, counted, and a last straight', () => {
    const cells = [
      ['bend', 'length', 'rotation', 'angle', 'radius'],
      ['1', '80', '0', '90', '20'],
      ['2', '50', '-90', '45', '20'],
      ['end', '60', '', '', ''],
    ]
    const at = { step: 'path', row: 0, column: 'length', newId: countingIds('m', new Set(['n1'])) } as const
    const part = change(partWith(table), pasteBends, { ...at, cells })
    expect(rowsOf(part).map((r) => [r.length, r.rotation, r.angle, r.radius])).toEqual([
      ['80', '0', '90', '20'],
      ['50', '-90', '45', '20'],
    ])
    expect((part.steps[0] as BendTableStep).last).toBe('60')
    // A whole table at the first cell takes the place of a longer one, and its bends keep their names.
    const longer = change(part, pasteBends, { ...at, row: 2, cells: [['60', '0', '90', '20']] })
    const short = change(longer, pasteBends, {
      ...at,
      cells: [
        ['1', '50', '0', '45', '20'],
        ['end', '33'],
      ],
    })
    expect(rowsOf(short)).toEqual([{ ...rowsOf(part)[0], length: '50', angle: '45' }])
    expect((short.steps[0] as BendTableStep).last).toBe('33')
    // Elsewhere, and without a last straight, rows are laid over rows.
    const laid = change(longer, pasteBends, { ...at, row: 1, cells: [['50', '0', '45', '20'], ['33']] })
    expect(rowsOf(laid).map((r) => [r.length, r.angle])).toEqual([
      ['80', '90'],
      ['50', '45'],
      ['33', '90'],
    ])
    const rows = change(longer, pasteBends, {
      ...at,
      cells: [
        ['50', '0', '45', '20'],
        ['51', '0', '46', '20'],
      ],
    })
    expect(rowsOf(rows).map((r) => r.angle)).toEqual(['45', '46', '90'])
    const beyond = change(part, pasteBends, { ...at, row: 7, cells: [['30', '0', '15', '20']] })
    expect(rowsOf(beyond).map((r) => r.angle)).toEqual(['90', '45', '15'])
    const wide = pasteBends(part, { ...at, column: 'angle', cells: [['1', '2', '3']] })
    expect(!wide.ok && wide.fault.message).toContain('3 columns; from angle on there are 2')
  })
})

describe('which of both leads', () => {
  const nodePath = (nodes: readonly PathNode[]): NodePathStep => ({
    id: 'path',
    name: 'Line',
    aside: false,
    kind: 'node-path',
    closed: false,
    nodes: nodes.map(({ point: [x, y, z], corner }, i) =>
      nodeEntry(`n${i}`, `${x}`, `${y}`, `${z}`, corner.kind === 'bend' ? `${corner.radius}` : ''),
    ),
  })
  it('goes over to the bends and back with the shape where it was', () => {
    fc.assert(
      fc.property(chains, (nodes) => {
        const part = partWith(nodePath(nodes))
        const before = worked(part).steps[0]!.output
        fc.pre(before?.path !== undefined)
        const figures = bendFiguresOf(before!)
        fc.pre(figures !== undefined)
        const bends = change(part, letBendsLead, { step: 'path', table: figures! })
        const [a, b] = [before!.path!.path, made(bends).path]
        for (const t of [0, 0.4, 1])
          expect(vec3.distance(pathPoint(a, t * a.length), pathPoint(b, t * b.length))).toBeLessThan(1e-5)
        const points = worked(bends).steps[0]!.nodePoints!
        const again = made(change(bends, letNodesLead, { step: 'path', points })).path
        for (const t of [0, 0.4, 1])
          expect(vec3.distance(pathPoint(a, t * a.length), pathPoint(again, t * again.length))).toBeLessThan(
            1e-5,
          )
      }),
      { numRuns: 60 },
    )
  })
  it('keeps the ids of nodes and the text of radii; a closed path and sharp corners have no table', () => {
    const nodes = [
      nodeEntry('a', '0', '0', '0'),
      nodeEntry('b', '100', '0', '0', '10 + 5'),
      nodeEntry('c', '100', '80', '0'),
    ]
    const step: NodePathStep = { ...nodePath([]), nodes }
    const figures = bendFiguresOf(worked(partWith(step)).steps[0]!.output!)!
    const bends = change(partWith(step), letBendsLead, { step: 'path', table: figures })
    expect(bends.steps[0]).toMatchObject({
      kind: 'bend-table',
      first: 'a',
      end: 'c',
      rows: [{ id: 'b', radius: '10 + 5', rotation: '0' }],
    })
    const closed = { ...step, closed: true }
    expect(letBendsLead(partWith(closed), { step: 'path', table: figures }).ok).toBe(false)
    const sharp = { ...step, nodes: nodes.map((n) => ({ ...n, corner: { kind: 'sharp' } as const })) }
    expect(bendFiguresOf(worked(partWith(sharp)).steps[0]!.output!)).toBeUndefined()
  })
  it('a bend of half a turn has no meeting point, and the nodes cannot lead', () => {
    const hook = { ...table, rows: [{ ...table.rows[0]!, angle: '180' }] }
    expect(meetingPointsOf(worked(partWith(hook)).steps[0]!.output!)).toBeUndefined()
    expect(meetingPointsOf(worked(partWith(table)).steps[0]!.output!)).toHaveLength(3)
  })
})
