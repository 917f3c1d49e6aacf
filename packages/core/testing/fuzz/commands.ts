import {
  allKinds,
  freshStep,
  idsIn,
  bendEntry,
  FIRST_BENDER,
  FIRST_CHANGES,
  FIRST_RULES,
  nodeEntry,
  PATH_CHANGES,
  OPENING_COLUMNS,
  openingEntry,
  roomWall,
  type HolesStep,
  type BendFigures,
  type BendTableStep,
  type NodePathStep,
  type NodePlace,
  type Part,
  type PathChange,
  type SketchStep,
  type Step,
  type StepKindName,
  type WallPathStep,
} from '../../src/recipe/index.ts'
import { STOCK_SIZES, type StockShape } from '../../src/profile/index.ts'
import { ORIENTATIONS } from '../../src/sweep/index.ts'
import { packMesh } from '../../src/space/index.ts'
import { altered, boxMesh } from '../meshes.ts'
import { countingIds, ok, type Result } from '../../src/base/index.ts'
import type { Random } from './random.ts'
import * as edit from '../../src/recipe/commands.ts'

const FORMULAS = ['0', '1', '12', '40', '-5', '1/2 in', 'reach', 'reach * 2', 't * 3', '90 deg', '2 kg', '']
/** A box of which two triangles are missing. */
const OPEN_MESH = {
  file: 'box.stl',
  ...packMesh(altered(boxMesh([0, 0, 0], [20, 30, 40]), { without: [2, 3] })),
}
const NAMES = ['reach', 'wide', 'Rail', 'a b', '']
const PLANES = [
  { kind: 'xy', offset: '0' },
  { kind: 'yz', offset: '5' },
  { kind: 'square', path: 'path', station: '10' },
] as const

/** A face that may be there. */
function someFace(part: Part, r: Random): { of: string; face: string } {
  const of = anyStep(part, r)
  return { of, face: `${of}/0/${r.pick(['end', 'start', 'side-0', 'side-1', 'gone'] as const)}` }
}

/** Edges as a block has them, on a step that may be one. */
function someEdges(part: Part, r: Random): { id: string; edge: string }[] {
  const of = anyStep(part, r)
  const [top, side, next, before] = ['end', 'side-0', 'side-1', 'side-3'].map((f) => `${of}/0/${f}`)
  return r.chance(0.3)
    ? []
    : [
        {
          id: newId(part, 'e'),
          edge: `${top}|${side}(${r.chance(0.5) ? `${before}>${next}` : `${next}>${before}`})`,
        },
      ]
}

const newId = (part: Part, prefix: string): string => countingIds(prefix, idsIn(part))()
const anyStep = (part: Part, r: Random): string => (part.steps.length > 0 ? r.pick(part.steps).id : 'none')

/** The id of a step of a kind, or now and then of another one, which is refused. */
function stepOf(part: Part, r: Random, kind: StepKindName): Step | undefined {
  const steps = part.steps.filter((s) => s.kind === kind)
  return steps.length > 0 ? r.pick(steps) : undefined
}
const idOf = (part: Part, r: Random, kind: StepKindName): string =>
  stepOf(part, r, kind)?.id ?? anyStep(part, r)
const bendOf = (part: Part, r: Random): { step: string; row: string } => {
  const table = stepOf(part, r, 'bend-table') as BendTableStep | undefined
  const rows = [...(table?.rows.map((row) => row.id) ?? []), edit.LAST]
  return { step: table?.id ?? anyStep(part, r), row: r.pick(rows) }
}
/** A wall of a room. */
function wallOf(part: Part, r: Random): { step: string; row: string } {
  const room = stepOf(part, r, 'wall-path') as WallPathStep | undefined
  return {
    step: room?.id ?? anyStep(part, r),
    row: room && room.rows.length > 0 ? r.pick(room.rows).id : 'n2',
  }
}
/** An opening of a room. */
function openingOf(part: Part, r: Random): { step: string; row: string } {
  const room = stepOf(part, r, 'wall-path') as WallPathStep | undefined
  return {
    step: room?.id ?? anyStep(part, r),
    row: room?.openings && room.openings.length > 0 ? r.pick(room.openings).id : 'o1',
  }
}
const trimChoices = (part: Part, r: Random): edit.MouldingLineChoices =>
  r.pick<edit.MouldingLineChoices>([
    { level: r.pick(['floor', 'ceiling', 'height', 'opening']), around: openingOf(part, r).row },
    { first: null, last: null },
    { first: 'n2' },
    { last: 'n3' },
    { first: openingOf(part, r).row },
    { past: [openingOf(part, r).row] },
  ])
/** A hook of one bend. */
const bendFigures = (id: string): BendFigures => ({
  rows: [{ id, length: 40, rotationDeg: 0, angleDeg: 90, radius: 10 }],
  last: 30,
  at: [0, 0, 5],
  headingDeg: 30,
  riseDeg: 0,
  rollDeg: -90,
})
/** Places for all that a bend table has as nodes. */
function somePoints(part: Part, r: Random): NodePlace[] {
  const table = stepOf(part, r, 'bend-table') as BendTableStep | undefined
  const ids = table ? [table.first, ...table.rows.map((row) => row.id), table.end] : []
  return ids.map((id, i) => ({ id, point: [50 * i, 20 * (i % 2), r.below(9)] }))
}
const nodeOf = (part: Part, r: Random): { step: string; node: string } => {
  const path = stepOf(part, r, 'node-path') as NodePathStep | undefined
  return path && path.nodes.length > 0
    ? { step: path.id, node: r.pick(path.nodes).id }
    : { step: anyStep(part, r), node: 'none' }
}
const dimensionOf = (part: Part, r: Random): { step: string; dimension: string } => {
  const sketch = stepOf(part, r, 'sketch') as SketchStep | undefined
  const dimensions = sketch?.constraints.filter((c) => c.kind === 'dimension') ?? []
  return { step: sketch?.id ?? 'none', dimension: dimensions.length > 0 ? r.pick(dimensions).id : 'none' }
}
const valueOf = (part: Part, r: Random): string => (part.values.length > 0 ? r.pick(part.values).id : 'none')
const variantOf = (part: Part, r: Random): string =>
  part.variants.length > 0 ? r.pick(part.variants).id : 'none'
const formula = (r: Random): string => r.pick(FORMULAS)
const profileOf = (part: Part, r: Random): string =>
  idOf(part, r, r.chance(0.7) ? 'stock-profile' : 'sketch-profile')

type Try = (part: Part, r: Random) => Result<Part>
const through = <A>(command: edit.Command<A>, args: (part: Part, r: Random) => A): Try => {
  return (part, r) => edit.apply(command, part, args(part, r))
}

/** Every command there is, with arguments that mostly make sense for the part. */
export const TRIES: Readonly<Record<string, Try>> = {
  setFormula: through(edit.setFormula, (part, r) => {
    const step = part.steps.length > 0 ? r.pick(part.steps) : undefined
    const fields = step ? fieldsOf(step) : []
    return {
      step: step?.id ?? 'none',
      field: fields.length > 0 ? r.pick(fields) : 'none',
      formula: formula(r),
    }
  }),
  makeChange: through(edit.makeChange, (part, r) => ({
    do: 'change-run' as const,
    with: { step: idOf(part, r, 'run'), choices: { turning: r.pick(ORIENTATIONS) } },
  })),
  insertNode: through(edit.insertNode, (part, r) => ({
    step: idOf(part, r, 'node-path'),
    index: r.below(4),
    node: nodeEntry(newId(part, 'n'), formula(r), formula(r), '0', r.chance(0.5) ? '8' : ''),
  })),
  moveNode: through(edit.moveNode, (part, r) => ({ ...nodeOf(part, r), to: r.below(4) })),
  pasteCells: through(edit.pasteCells, (part, r) => ({
    step: idOf(part, r, 'node-path'),
    row: r.below(3),
    column: r.pick(edit.COLUMNS),
    cells: [[formula(r)], [formula(r)]],
    newId: countingIds('n', idsIn(part)),
  })),
  placeNode: through(edit.placeNode, (part, r) => ({
    ...nodeOf(part, r),
    point: [r.below(90), r.below(90), r.below(90)] as const,
    axes: ['x', 'y'] as const,
  })),
  removeNodes: through(edit.removeNodes, (part, r) => {
    const { step, node } = nodeOf(part, r)
    return { step, nodes: [node] }
  }),
  setCell: through(edit.setCell, (part, r) => ({
    ...nodeOf(part, r),
    column: r.pick(edit.COLUMNS),
    formula: formula(r),
  })),
  setClosed: through(edit.setClosed, (part, r) => ({
    step: idOf(part, r, 'node-path'),
    closed: r.chance(0.5),
  })),
  addStep: (part, r) => {
    const kind = r.pick(allKinds()).kind as StepKindName
    const made = freshStep(part, kind, { id: newId(part, 's') })
    return made.ok ? edit.apply(edit.addStep, part, { step: made.value, index: part.steps.length }) : made
  },
  moveStep: through(edit.moveStep, (part, r) => ({ step: anyStep(part, r), to: r.below(5) })),
  removeStep: through(edit.removeStep, (part, r) => ({ step: anyStep(part, r) })),
  renameStep: through(edit.renameStep, (part, r) => ({ step: anyStep(part, r), name: r.pick(NAMES) })),
  setSuppressed: through(edit.setSuppressed, (part, r) => ({ step: anyStep(part, r), aside: r.chance(0.4) })),
  setBuiltTo: through(edit.setBuiltTo, (part, r) => ({ step: r.chance(0.6) ? null : anyStep(part, r) })),
  changeRun: through(edit.changeRun, (part, r) => ({
    step: idOf(part, r, 'run'),
    choices: r.pick<edit.RunChoices>([
      { turning: r.pick(ORIENTATIONS) },
      { twist: { kind: 'total', angle: '90 deg' } },
      { twist: undefined },
      { scale: { kind: 'ends', start: '1', end: '0.5', ease: 'smooth' } },
      { hidden: true },
      { hidden: undefined },
      { stands: r.pick([undefined, 'section'] as const) },
      { path: anyStep(part, r) },
      { profile: anyStep(part, r) },
      {
        shaping: [
          { id: newId(part, 'h'), field: 'sizes/diameter', dimension: 'length', formula: '8 + 2 * t' },
        ],
      },
      { shaping: undefined },
    ]),
  })),
  setSmooth: through(edit.setSmooth, (part, r) => ({
    step: idOf(part, r, 'node-path'),
    smooth: r.pick([undefined, {}, { start: { x: '0', y: '0', z: formula(r), weight: '1' } }]),
  })),
  setBendCell: through(edit.setBendCell, (part, r) => ({
    ...bendOf(part, r),
    column: r.pick(edit.BEND_COLUMNS),
    formula: formula(r),
  })),
  insertBend: through(edit.insertBend, (part, r) => ({
    step: idOf(part, r, 'bend-table'),
    index: r.below(3),
    row: bendEntry(newId(part, 'n'), formula(r), '30', '45', '8'),
  })),
  moveBend: through(edit.moveBend, (part, r) => ({ ...bendOf(part, r), to: r.below(3) })),
  removeBends: through(edit.removeBends, (part, r) => {
    const { step, row } = bendOf(part, r)
    return { step, rows: [row] }
  }),
  pasteBends: through(edit.pasteBends, (part, r) => ({
    step: idOf(part, r, 'bend-table'),
    row: r.below(3),
    column: r.pick(edit.BEND_COLUMNS),
    cells: [[formula(r)], [formula(r)]],
    newId: countingIds('n', idsIn(part)),
  })),
  letBendsLead: through(edit.letBendsLead, (part, r) => ({
    step: idOf(part, r, 'node-path'),
    table: bendFigures(newId(part, 'n')),
  })),
  letNodesLead: through(edit.letNodesLead, (part, r) => ({
    step: idOf(part, r, 'bend-table'),
    points: somePoints(part, r),
  })),
  closeWalls: through(edit.closeWalls, (part, r) => ({
    step: idOf(part, r, 'wall-path'),
    closed: r.chance(0.5),
  })),
  setWallCell: through(edit.setWallCell, (part, r) => {
    return { ...wallOf(part, r), column: r.pick(edit.WALL_COLUMNS), formula: formula(r) }
  }),
  insertWall: through(edit.insertWall, (part, r) => ({
    step: idOf(part, r, 'wall-path'),
    index: r.below(4),
    row: roomWall(newId(part, 'n'), formula(r), '90', r.pick(['0', '100', '-50'])),
  })),
  removeWalls: through(edit.removeWalls, (part, r) => {
    const { step, row } = wallOf(part, r)
    return { step, rows: [row] }
  }),
  moveWall: through(edit.moveWall, (part, r) => ({ ...wallOf(part, r), to: r.below(4) })),
  pasteWalls: through(edit.pasteWalls, (part, r) => ({
    step: idOf(part, r, 'wall-path'),
    row: r.below(7),
    column: r.pick(edit.WALL_COLUMNS),
    cells: [[formula(r)], [formula(r)]],
    newId: countingIds('n', idsIn(part)),
  })),
  standWallsOn: through(edit.standWallsOn, (part, r) => ({
    step: idOf(part, r, 'wall-path'),
    drawn: r.pick([null, anyStep(part, r)]),
  })),
  addOpening: through(edit.addOpening, (part, r) => {
    const { step, row } = wallOf(part, r)
    const opening = openingEntry(newId(part, 'o'), row, formula(r), '800', '2000', r.pick(['0', '900']))
    return { step, opening }
  }),
  setOpeningCell: through(edit.setOpeningCell, (part, r) => ({
    ...openingOf(part, r),
    column: r.pick(OPENING_COLUMNS),
    formula: formula(r),
  })),
  setOpeningWall: through(edit.setOpeningWall, (part, r) => ({
    ...openingOf(part, r),
    wall: wallOf(part, r).row,
  })),
  removeOpenings: through(edit.removeOpenings, (part, r) => {
    const { step, row } = openingOf(part, r)
    return { step, rows: [row] }
  }),
  changeMouldingLine: through(edit.changeMouldingLine, (part, r) => ({
    step: idOf(part, r, 'trim-path'),
    choices: trimChoices(part, r),
  })),
  setMouldingLineFigure: through(edit.setMouldingLineFigure, (part, r) => ({
    step: idOf(part, r, 'trim-path'),
    figure: r.pick(['clear', 'straights'] as const),
    formula: r.pick([formula(r), '3']),
  })),
  runMoulding: through(edit.runMoulding, (part, r) => ({
    line: idOf(part, r, 'trim-path'),
    profile: idOf(part, r, 'stock-profile'),
    run: newId(part, 's'),
    name: 'Moulding',
  })),
  sameMoulding: through(edit.sameMoulding, (part, r) => ({
    step: idOf(part, r, 'trim-path'),
    name: 'Again',
    choices: trimChoices(part, r),
  })),
  breakMouldingLine: through(edit.breakMouldingLine, (part, r) => ({
    step: idOf(part, r, 'trim-path'),
    opening: openingOf(part, r).row,
    round: r.chance(0.5),
  })),
  changePieces: through(edit.changePieces, (part, r) => ({
    step: idOf(part, r, 'pieces'),
    choices: r.pick<edit.PiecesChoices>([
      { lies: r.pick([undefined, 0, 1, 2, 9]) },
      { spring: r.pick([undefined, formula(r), '38 deg']) },
      { turned: r.chance(0.5) },
      { bar: { length: formula(r), scarf: formula(r) } },
      { bar: undefined },
      { measured: [{ corner: r.pick(['n2', 'n3', 'start']), angle: formula(r) }] },
      { measured: undefined },
    ]),
  })),
  changeBlank: through(edit.changeBlank, (part, r) => ({
    step: idOf(part, r, 'blank'),
    choices: r.pick<edit.BlankChoices>([
      { shares: [{ id: newId(part, 'k'), ratio: formula(r), share: '0.45' }] },
      { shares: undefined },
      { each: [{ bend: 'n2', share: formula(r) }] },
      { cutOff: { start: formula(r), end: '10' } },
      { cutOff: undefined },
      { bar: formula(r) },
    ]),
  })),
  changeBentPath: through(edit.changeBentPath, (part, r) => ({
    step: idOf(part, r, 'bent-path'),
    choices: { path: r.pick(['path', 'coil', 'none']) },
  })),
  turnIntoBends: through(edit.turnIntoBends, (part, r) => ({
    step: {
      id: newId(part, 's'),
      kind: 'bent-path' as const,
      name: 'Bends',
      aside: false,
      path: r.pick(['path', 'none']),
      tolerance: formula(r),
      radius: '5',
      straight: '0',
      last: formula(r),
    },
  })),
  typeBends: through(edit.typeBends, (part, r) => {
    const ids = countingIds('n', idsIn(part))
    return { step: idOf(part, r, 'bent-path'), table: bendFigures(ids()), first: ids(), end: ids() }
  }),
  changeChangedPath: through(edit.changeChangedPath, (part, r) => ({
    step: idOf(part, r, 'changed-path'),
    choices: r.chance(0.2)
      ? { path: r.pick(['path', 'none']) }
      : {
          change: r.pick<PathChange>([
            ...PATH_CHANGES.map((k) => FIRST_CHANGES[k]),
            { kind: 'join', with: [r.pick(['path', 'none'])], radius: formula(r) },
            { kind: 'part', from: formula(r), to: formula(r) },
            { kind: 'start', at: formula(r) },
            { kind: 'views', with: r.pick(['path', 'none', 'other']) },
            { kind: 'beside', by: formula(r), corners: r.pick(['extended', 'rounded'] as const) },
            { kind: 'arc', angle: formula(r), x: '0', y: '0', z: formula(r) },
            { kind: 'rebuild', spans: r.pick(['1', '3', '2.5', '40']) },
          ]),
        },
  })),
  changeForming: through(edit.changeForming, (part, r) => ({
    step: idOf(part, r, 'forming'),
    choices: r.pick<edit.FormingChoices>([
      { fromEnd: r.chance(0.5) },
      { springback: r.pick(['none', 'model', 'trials'] as const) },
      { order: [2, 1] },
      { order: undefined },
      { trials: [{ id: newId(part, 't'), radius: '40', set: formula(r), got: '90' }] },
      { bender: { ...FIRST_BENDER, bothHands: true, dies: [{ id: newId(part, 'd'), radius: formula(r) }] } },
      { stock: { ...FIRST_RULES, strain: '0.1', smallest: formula(r) } },
    ]),
  })),
  pasteTrials: through(edit.pasteTrials, (part, r) => ({
    step: idOf(part, r, 'forming'),
    row: r.below(3),
    column: r.pick(['radius', 'set', 'got'] as const),
    cells: [['40', '92', '90'], [formula(r)]],
    newId: countingIds('t', idsIn(part)),
  })),
  changeHelix: through(edit.changeHelix, (part, r) => ({
    step: idOf(part, r, 'helix-path'),
    choices: r.pick<edit.HelixChoices>([
      { hand: r.pick(['right', 'left'] as const) },
      { by: 'turns-height', height: formula(r) },
      { endRadius: formula(r) },
      { endRadius: undefined },
      { closed: { start: '1', end: '1', rise: '2' } },
      { ends: { end: { kind: 'hook', radius: '5', angle: '180', length: '0' } } },
    ]),
  })),
  setShape: through(edit.setShape, (part, r) => ({
    step: idOf(part, r, 'stock-profile'),
    shape: r.pick(Object.keys(STOCK_SIZES) as StockShape[]),
  })),
  setWall: through(edit.setWall, (part, r) => ({
    step: profileOf(part, r),
    wall: r.chance(0.5) ? { side: r.pick(['in', 'out', 'even'] as const), thickness: '1' } : undefined,
  })),
  setMaterial: through(edit.setMaterial, (part, r) => ({
    step: profileOf(part, r),
    material: { name: r.pick(NAMES), density: r.pick(['8 g/cm3', '0', 'reach']), look: 'brass' as const },
  })),
  setSource: through(edit.setSource, (part, r) => ({
    step: profileOf(part, r),
    source: { section: 's1', version: 1 + r.below(3) },
  })),
  putSection: (part, r) => {
    const taken = edit.takeSection(part, profileOf(part, r), 'Kept')
    if (!taken.ok) return taken
    const source = { section: 's2', version: 1 }
    return edit.apply(edit.putSection, part, { section: taken.value, source, id: newId(part, 'p') })
  },
  changeSketchPath: through(edit.changeSketchPath, (part, r) => ({
    step: idOf(part, r, 'sketch-path'),
    choices: { reversed: r.chance(0.5) },
  })),
  changeSketchProfile: through(edit.changeSketchProfile, (part, r) => ({
    step: idOf(part, r, 'sketch-profile'),
    choices: { regions: [] },
  })),
  putDrawing: through(edit.putDrawing, (part, r) => ({
    step: idOf(part, r, 'sketch'),
    entities: square(10 + r.below(30), r),
    constraints: [],
  })),
  setPlane: through(edit.setPlane, (part, r) => ({ step: idOf(part, r, 'sketch'), plane: r.pick(PLANES) })),
  setFacing: through(edit.setFacing, (part, r) => ({
    step: idOf(part, r, 'sketch'),
    facing: { over: r.chance(0.5), quarters: r.pick([0, 1, 2, 3] as const) },
  })),
  setPicture: through(edit.setPicture, (part, r) => ({
    step: idOf(part, r, 'sketch'),
    picture: r.chance(0.5)
      ? { image: 'a'.repeat(64), width: 9, height: 9, at: [0, 0] as const, scale: 1, angle: 0, shade: 0.5 }
      : undefined,
  })),
  changeDimension: through(edit.changeDimension, (part, r) => ({
    ...dimensionOf(part, r),
    change: { formula: formula(r) },
  })),
  renameDimension: through(edit.renameDimension, (part, r) => ({
    ...dimensionOf(part, r),
    name: r.pick(NAMES),
  })),
  addValue: through(edit.addValue, (part, r) => ({
    value: {
      id: newId(part, 'v'),
      name: r.pick(NAMES),
      dimension: r.pick(['length', 'number', 'angle'] as const),
      formula: formula(r),
    },
  })),
  removeValue: through(edit.removeValue, (part, r) => ({ value: valueOf(part, r) })),
  renameValue: through(edit.renameValue, (part, r) => ({ value: valueOf(part, r), name: r.pick(NAMES) })),
  setValueFormula: through(edit.setValueFormula, (part, r) => ({
    value: valueOf(part, r),
    formula: formula(r),
  })),
  setValueDimension: through(edit.setValueDimension, (part, r) => ({
    value: valueOf(part, r),
    dimension: r.pick(['length', 'number'] as const),
  })),
  addVariant: through(edit.addVariant, (part, r) => ({
    variant: { id: newId(part, 'w'), name: r.pick(NAMES), overrides: {} },
  })),
  removeVariant: through(edit.removeVariant, (part, r) => ({ variant: variantOf(part, r) })),
  renameVariant: through(edit.renameVariant, (part, r) => ({
    variant: variantOf(part, r),
    name: r.pick(NAMES),
  })),
  chooseVariant: through(edit.chooseVariant, (part, r) => ({
    variant: r.chance(0.3) ? null : variantOf(part, r),
  })),
  setOverride: through(edit.setOverride, (part, r) => ({
    variant: variantOf(part, r),
    name: 'reach',
    formula: r.chance(0.7) ? formula(r) : undefined,
  })),
  changeOperation: through(edit.changeOperation, (part, r) => ({
    step: idOf(part, r, r.chance(0.7) ? 'extruded' : 'run'),
    doing: r.chance(0.3)
      ? null
      : {
          kind: r.pick(['joins', 'cuts', 'common'] as const),
          with: [idOf(part, r, r.pick(['run', 'turned'] as const))],
        },
  })),
  changeExtruded: through(edit.changeExtruded, (part, r) => ({
    step: idOf(part, r, 'extruded'),
    choices: { way: r.pick(['out', 'in', 'even', 'both'] as const), through: r.chance(0.3) },
  })),
  changeHoles: through(edit.changeHoles, (part, r) => {
    const holes = stepOf(part, r, 'holes') as HolesStep | undefined
    const rows = holes?.rows.map((row) => ({
      ...row,
      through: r.chance(0.5),
      head: r.pick(['none', 'sink', 'bore'] as const),
    }))
    return { step: holes?.id ?? 'none', choices: rows ? { rows } : {} }
  }),
  changeTrim: through(edit.changeTrim, (part, r) => ({
    step: idOf(part, r, 'meeting'),
    choices: {
      side: r.pick(['start', 'end'] as const),
      reach: r.pick(['outside', 'inside'] as const),
      joined: r.chance(0.5),
      keeps: r.pick([[], [1]]),
    },
  })),
  changeFillet: through(edit.changeFillet, (part, r) => ({
    step: idOf(part, r, 'edges'),
    choices: { shape: r.pick(['rounded', 'bevelled'] as const), edges: someEdges(part, r) },
  })),
  changeEdgePath: through(edit.changeEdgePath, (part, r) => ({
    step: idOf(part, r, 'edge-path'),
    choices: { reversed: r.chance(0.5), edges: someEdges(part, r).map(({ edge }) => ({ edge })) },
  })),
  changeLoft: through(edit.changeLoft, (part, r) => ({
    step: idOf(part, r, 'blended'),
    choices: r.chance(0.3)
      ? {
          smooth: true,
          start: 'tangent' as const,
          startOn: idOf(part, r, r.pick(['turned', 'plain-body', 'run'] as const)),
        }
      : { smooth: r.chance(0.5), start: r.pick(['free', 'square'] as const) },
  })),
  changeImportedBody: through(edit.changeImportedBody, (part, r) => ({
    step: idOf(part, r, 'brought-body'),
    choices: r.pick([
      { unit: r.pick(['mm', 'in', 'unsaid'] as const) },
      { mended: r.chance(0.5) },
      { mesh: OPEN_MESH },
    ]),
  })),
  changeCopies: through(edit.changeCopies, (part, r) => ({
    step: idOf(part, r, r.pick(['extruded', 'turned', 'plain-body'] as const)),
    copies: r.chance(0.4)
      ? []
      : [
          {
            id: newId(part, 'k'),
            kind: 'row',
            count: r.pick(['2', '3', '0']),
            x: '30',
            y: '0',
            z: '0',
          } as const,
        ],
  })),
  changePushed: through(edit.changePushed, (part, r) => ({
    step: idOf(part, r, 'pushed'),
    choices: { on: someFace(part, r) },
  })),
  changeShell: through(edit.changeShell, (part, r) => ({
    step: idOf(part, r, 'hollowed'),
    choices: { open: r.chance(0.3) ? [] : [someFace(part, r)] },
  })),
  pickInstead: through(edit.pickInstead, (part, r) => ({
    step: anyStep(part, r),
    was: `${anyStep(part, r)}/0/end`,
    now: `${anyStep(part, r)}/0/${r.pick(['start', 'side-0'] as const)}`,
  })),
  changeHalved: through(edit.changeHalved, (part, r) => ({
    step: idOf(part, r, 'halved'),
    choices: { plane: r.pick(['xy', 'xz', 'yz'] as const), mirrored: r.chance(0.5) },
  })),
  moveNodesBy: through(edit.moveNodesBy, (part, r) => ({
    step: idOf(part, r, 'node-path'),
    moves: [
      { node: r.pick(['n1', 'n2', 'none']), by: [r.pick([0, 3, -1e9]), 0, 7] as const },
      { node: 'n3', by: [0, r.pick([0.1, -50]), 0] as const },
    ],
  })),
  setStraights: through(edit.setStraights, (part, r) => ({
    step: idOf(part, r, 'bend-table'),
    lengths: [{ row: r.pick([edit.LAST, 'r1', 'n1', 'none']), length: r.pick([0, 12.5, -3, 1e12]) }],
  })),
  addPathFromPoints: through(edit.addPathFromPoints, (part, r) => ({
    points: Array.from({ length: r.pick([1, 2, 4]) }, (_, i) => ({
      x: r.pick([0, 12.5, -1e9, 40 * i]),
      y: r.pick([0, 30 * i]),
      z: 0,
      radius: r.pick([undefined, 3]),
    })),
    unit: r.pick(['mm', 'in'] as const),
    corners: r.pick([{ kind: 'table' }, { kind: 'smooth' }, { kind: 'bend', radius: 2 }] as const),
    base: { id: newId(part, 's'), name: 'Points' },
    index: r.pick([0, part.steps.length]),
    newId: countingIds('p', idsIn(part)),
  })),
  grindEnds: through(edit.grindEnds, (part, r) => {
    const ids = countingIds('g', idsIn(part))
    return { run: idOf(part, r, 'run'), steps: [ids(), ids()] as const }
  }),
  changePlainBody: through(edit.changePlainBody, (part, r) => ({
    step: idOf(part, r, 'plain-body'),
    choices: { shape: r.pick(['block', 'cylinder'] as const), axis: r.pick(['x', 'y', 'z'] as const) },
  })),
  changeRevolved: through(edit.changeRevolved, (part, r) => ({
    step: idOf(part, r, 'turned'),
    choices: {
      axis: r.pick(['up-axis', 'across-axis', 'l0', 'none'] as const),
      wall: r.chance(0.3) ? ({ side: 'even', thickness: '2' } as const) : undefined,
    },
  })),
  keepPiece: through(edit.keepPiece, (part, r) => ({
    step: anyStep(part, r),
    ...(r.chance(0.6) ? { at: [r.below(40), 0, 10] } : {}),
  })),
  reversePath: through(edit.reversePath, (part, r) => ({ step: anyStep(part, r) })),
  takeFromEnd: through(edit.takeFromEnd, (part, r) => ({ step: anyStep(part, r), path: 'path' })),
  renamePart: through(edit.renamePart, (_, r) => ({ name: r.pick(NAMES) })),
  setExpected: through(edit.setExpected, (_, r) => ({
    of: r.pick(['mass', 'volume', 'length'] as const),
    text: r.pick(['', '1', '0.25', '12,5', 'much']),
    unit: r.pick(['mm', 'kg', 'in'] as const),
  })),
  setUnits: through(edit.setUnits, (_, r) => ({
    units: {
      length: { unit: r.pick(['mm', 'in'] as const), style: { kind: 'decimal' as const, places: 3 } },
      mass: r.pick(['kg', 'lb'] as const),
    },
  })),
}

/** Names that `edit` gives out and that are no commands: they read, ask, or make something that is put in by one. */
export const NO_COMMANDS: ReadonlySet<string> = new Set([
  'changeBy',
  'renameEverywhere',
  'sameFormula',
  'stepOfKind',
  'withStep',
  'apply',
  'bendsLeadThen',
  'commit',
  'countUses',
  'freeName',
  'isHeld',
  'nodesLeadThen',
  'present',
  'profileOf',
  'readPastedBends',
  'redo',
  'reselect',
  'startHistory',
  'takeSection',
  'takenName',
  'undo',
])

function fieldsOf(step: Step): string[] {
  const fields: string[] = []
  const kind = allKinds().find((k) => k.kind === step.kind)!
  kind.mapFormulas(step, (f, field) => {
    fields.push(field)
    return f
  })
  return fields
}

/** Four lines round a square, its corners moved a little. */
function square(size: number, r: Random): SketchStep['entities'] {
  const at = [
    [0, 0],
    [size, 0],
    [size, size],
    [0, size],
  ] as const
  return [
    ...at.map(([x, y], i) => ({ kind: 'point', id: `q${i}`, x: x + r.next(), y: y + r.next() }) as const),
    ...at.map((_, i) => ({ kind: 'line', id: `l${i}`, from: `q${i}`, to: `q${(i + 1) % 4}` }) as const),
  ]
}

/** A part after a command, told at random; the same part where it was refused. */
export function changed(part: Part, name: string, r: Random): Part {
  const done = TRIES[name]!(part, r)
  return (done.ok ? done : ok(part)).value
}
