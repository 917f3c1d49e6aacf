import { describe, expect, it } from 'vitest'
import { countingIds, type Result } from '../base/index.ts'
import {
  STARTERS,
  type NodePathStep,
  type Part,
  type StockProfileStep,
  insertNode,
  isHeld,
  moveNode,
  pasteCells,
  placeNode,
  removeNodes,
  setCell,
  setShape,
} from '../recipe/index.ts'
import type { StockShape } from '../profile/index.ts'
import {
  addValue,
  addVariant,
  apply,
  chooseVariant,
  commit,
  moveStep,
  present,
  redo,
  removeStep,
  removeValue,
  renameStep,
  renamePart,
  renameValue,
  reselect,
  reversePath,
  setBuiltTo,
  setFormula,
  setOverride,
  setUnits,
  setValueFormula,
  startHistory,
  undo,
  countUses,
} from './index.ts'

const hoop = STARTERS.hoop.make('Hoop')
const done = (r: Result<Part>): Part => {
  if (!r.ok) throw new Error(r.fault.message)
  return r.value
}
const refused = (r: Result<Part>): string => {
  if (r.ok) throw new Error('was done')
  return r.fault.message
}
const nodes = (p: Part) => (p.steps[0] as NodePathStep).nodes
const ids = (p: Part): string =>
  nodes(p)
    .map((n) => n.id)
    .join(' ')
const node = { id: 'n9', x: '1', y: '2', z: '3', corner: { kind: 'sharp' } } as const

describe('nodes', () => {
  it('are put in, taken out, moved and turned round', () => {
    expect(ids(done(insertNode(hoop, { step: 'path', index: 1, node })))).toBe('n1 n9 n2 n3 n4')
    expect(ids(done(removeNodes(hoop, { step: 'path', nodes: ['n2', 'n3'] })))).toBe('n1 n4')
    expect(ids(done(moveNode(hoop, { step: 'path', node: 'n1', to: 2 })))).toBe('n2 n3 n1 n4')
    expect(ids(done(reversePath(hoop, { step: 'path' })))).toBe('n4 n3 n2 n1')
    const closed = STARTERS.frame.make('Frame')
    expect(ids(done(reversePath(closed, { step: 'path' })))).toBe('n1 n4 n3 n2')
    const empty = done(removeNodes(closed, { step: 'path', nodes: ['n1', 'n2', 'n3', 'n4'] }))
    expect(nodes(done(reversePath(empty, { step: 'path' })))).toEqual([])
  })
  it('take what is typed, and an empty radius makes a corner sharp', () => {
    const p = done(setCell(hoop, { step: 'path', node: 'n2', column: 'radius', formula: ' ' }))
    expect(nodes(p)[1]!.corner).toEqual({ kind: 'sharp' })
    const back = done(setCell(p, { step: 'path', node: 'n2', column: 'radius', formula: 'reach / 2' }))
    expect(nodes(back)[1]!.corner).toEqual({ kind: 'bend', radius: 'reach / 2' })
  })
  it('keep the very same part when nothing changed', () => {
    expect(done(setCell(hoop, { step: 'path', node: 'n2', column: 'x', formula: '0' }))).toBe(hoop)
    expect(done(setFormula(hoop, { step: 'path', field: 'nodes/n2/z', formula: '200' }))).toBe(hoop)
  })
  it('are placed by dragging in the unit shown, and coordinates held by a formula stay', () => {
    const held = done(setCell(hoop, { step: 'path', node: 'n2', column: 'z', formula: 'reach' }))
    expect(isHeld(nodes(held)[1]!, 'z')).toBe(true)
    const inches = done(
      setUnits(held, {
        units: { length: { unit: 'in', style: { kind: 'decimal', places: 3 } }, mass: 'kg' },
      }),
    )
    const p = done(placeNode(inches, { step: 'path', node: 'n2', point: [25.4, 0, 99], axes: ['x', 'z'] }))
    expect(nodes(p)[1]).toMatchObject({ x: { text: '1', bare: 'in' }, y: '0', z: 'reach' })
  })
  it('are pasted as a block, growing the table', () => {
    const newId = countingIds('n', ['n4'])
    const p = done(
      pasteCells(hoop, { step: 'path', row: 3, column: 'x', cells: [['10', '20', '', '5'], ['7']], newId }),
    )
    expect(nodes(p).slice(3)).toEqual([
      { id: 'n4', x: '10', y: '20', z: '0', corner: { kind: 'bend', radius: '5' } },
      { id: 'n5', x: '7', y: '0', z: '0', corner: { kind: 'sharp' } },
    ])
    expect(
      refused(pasteCells(hoop, { step: 'path', row: 0, column: 'z', cells: [['1', '2', '3']], newId })),
    ).toMatch(/have 3 columns; from z on there are 2/)
  })
  it('refuse what is not there', () => {
    expect(refused(setCell(hoop, { step: 'path', node: 'zz', column: 'x', formula: '1' }))).toMatch(
      /no node "zz"/,
    )
    expect(refused(removeNodes(hoop, { step: 'run', nodes: [] }))).toMatch(/no node-path step "run"/)
    expect(refused(setFormula(hoop, { step: 'path', field: 'nodes/n2/w', formula: '1' }))).toMatch(/no field/)
    expect(
      refused(setFormula(hoop, { step: 'path', field: 'nodes/n2/x', formula: '1'.repeat(501) })),
    ).toMatch(/at most 500/)
  })
})

describe('steps', () => {
  it('stay in an order that can be built', () => {
    expect(refused(moveStep(hoop, { step: 'run', to: 0 }))).toBe('"Run" needs "Centre line" before it')
    expect(done(moveStep(hoop, { step: 'profile', to: 0 })).steps.map((s) => s.id)).toEqual([
      'profile',
      'path',
      'run',
      'blank',
    ])
  })
  it('that others build on are not taken out', () => {
    expect(refused(removeStep(hoop, { step: 'path' }))).toMatch(/"Run" builds on "Centre line"/)
    const marked = done(setBuiltTo(hoop, { step: 'blank' }))
    expect(done(removeStep(marked, { step: 'blank' })).builtTo).toBeNull()
  })
  it('change shape and keep sizes of the same name', () => {
    const p = done(setShape(hoop, { step: 'profile', shape: 'square-tube' }))
    expect((p.steps[1] as StockProfileStep).sizes).toEqual({ side: '10', wall: '2', corner: '0' })
  })
})

describe('named values', () => {
  const named = done(
    setCell(
      done(addValue(hoop, { value: { id: 'v1', name: 'reach', dimension: 'length', formula: '200' } })),
      {
        step: 'path',
        node: 'n2',
        column: 'z',
        formula: 'reach',
      },
    ),
  )
  const varied = done(
    addVariant(named, { variant: { id: 'w1', name: 'Large', overrides: { reach: '260' } } }),
  )
  it('are counted, renamed everywhere, and kept while used', () => {
    expect(countUses(varied).get('reach')).toBe(1)
    expect(refused(removeValue(varied, { value: 'v1' }))).toMatch(/1 formula\(s\) use "reach"/)
    const renamed = done(renameValue(varied, { value: 'v1', name: 'rise' }))
    expect(nodes(renamed)[1]!.z).toBe('rise')
    expect(renamed.variants[0]!.overrides).toEqual({ rise: '260' })
    expect(renamed.values[0]!.name).toBe('rise')
    expect(refused(renameValue(varied, { value: 'v1', name: 'sin' }))).toMatch(/is a function/)
    expect(
      refused(addValue(varied, { value: { id: 'v2', name: 'reach', dimension: 'length', formula: '1' } })),
    ).toMatch(/already/)
  })
  it('are overridden by the variant in force', () => {
    expect(done(chooseVariant(varied, { variant: 'w1' })).variant).toBe('w1')
    expect(refused(chooseVariant(varied, { variant: 'zz' }))).toMatch(/no variant/)
    const cleared = done(setOverride(varied, { variant: 'w1', name: 'reach', formula: undefined }))
    expect(cleared.variants[0]!.overrides).toEqual({})
  })
})

describe('history', () => {
  it('undoes, redoes, and brings the selection back', () => {
    let h = startHistory<string>(hoop, 'n1')
    const a = done(renamePart(hoop, { name: 'A' }))
    h = commit(h, { part: a, selection: 'n2', label: 'rename' })
    h = reselect(h, 'n3')
    h = undo(h)
    expect(present(h)).toMatchObject({ part: hoop, selection: 'n1' })
    h = redo(h)
    expect(present(h)).toMatchObject({ part: a, selection: 'n3', label: 'rename' })
    expect(redo(h)).toBe(h)
    expect(undo(undo(undo(h))).past).toHaveLength(1)
  })
  it('takes changes with one key together, and an unchanged part as nothing', () => {
    let h = startHistory<string>(hoop, '')
    for (const name of ['a', 'ab', 'abc'])
      h = commit(h, { part: done(renamePart(hoop, { name })), selection: '', label: 'type' }, 'name')
    expect(h.past).toHaveLength(2)
    expect(commit(h, { part: present(h).part, selection: '', label: 'none' })).toBe(h)
    expect(present(undo(h)).part).toBe(hoop)
  })
  it('drops what could be redone once something else is done', () => {
    let h = startHistory<string>(hoop, '')
    h = commit(h, {
      part: done(
        setValueFormula(
          { ...hoop, values: [{ id: 'v', name: 'v', dimension: 'length', formula: '1' }] },
          { value: 'v', formula: '2' },
        ),
      ),
      selection: '',
      label: '',
    })
    h = commit(undo(h), { part: done(renamePart(hoop, { name: 'B' })), selection: '', label: '' })
    expect(h.future).toEqual([])
  })
})

describe('names of steps', () => {
  const tubes = STARTERS.straight.make('Part')
  const profile = (part: Part) => part.steps.find((s) => s.kind === 'stock-profile')!
  const shaped = (part: Part, shape: StockShape): Part => {
    const done = apply(setShape, part, { step: profile(part).id, shape })
    if (!done.ok) throw new Error(done.fault.message)
    return done.value
  }
  it('follow what they hold until they are renamed', () => {
    expect(profile(tubes).name).toBe('Round bar')
    const tube = shaped(tubes, 'tube')
    expect(profile(tube).name).toBe('Tube')
    const named = apply(renameStep, tube, { step: profile(tube).id, name: 'Rail tube' })
    if (!named.ok) throw new Error(named.fault.message)
    expect(profile(shaped(named.value, 'flat')).name).toBe('Rail tube')
    // One with a number follows too, and keeps a number where another has the name.
    const second = apply(renameStep, tube, { step: profile(tube).id, name: 'Tube 2' })
    if (!second.ok) throw new Error(second.fault.message)
    expect(profile(shaped(second.value, 'round-bar')).name).toBe('Round bar')
  })
})
