import { countingIds, fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { idsIn, LIMITS, type Part } from '../../document/index.ts'
import { nodeEntry, type NodeEntry, type NodePathStep } from '../node-path/typed.ts'
import type { BendEntry, BendFigures, BendTableStep, NodePlace } from './typed.ts'
import { stepOfKind, withStep, type Command, sameFormula } from '../../edit/index.ts'
import {
  formatExact,
  formulaText,
  namesUsed,
  typedFormula,
  writtenFigure,
  writtenLength,
  type Formula,
  type LengthUnit,
} from '../../units/index.ts'

export const BEND_COLUMNS = ['length', 'rotation', 'angle', 'radius'] as const
export type BendColumn = (typeof BEND_COLUMNS)[number]

/** The row of the last straight, which has a length only. */
export const LAST = 'last'

function changeRows(
  part: Part,
  id: Id,
  change: (step: BendTableStep) => Result<BendTableStep>,
): Result<Part> {
  const step = stepOfKind(part, id, 'bend-table')
  if (!step.ok) return step
  const next = change(step.value)
  if (!next.ok) return next
  return ok(next.value === step.value ? part : withStep(part, next.value))
}

/** Types into one cell of the bend table; `row` is a bend, or `LAST`. */
export const setBendCell: Command<{ step: Id; row: Id; column: BendColumn; formula: Formula }> = (
  part,
  args,
) =>
  changeRows(part, args.step, (step) => {
    if (args.row === LAST)
      return ok(sameFormula(step.last, args.formula) ? step : { ...step, last: args.formula })
    const row = step.rows.find((r) => r.id === args.row)
    if (!row) return fail(fault('edit.no-bend', `there is no bend "${args.row}" in this table`))
    if (sameFormula(row[args.column], args.formula)) return ok(step)
    const next = { ...row, [args.column]: args.formula }
    return ok({ ...step, rows: step.rows.map((r) => (r === row ? next : r)) })
  })

/** Types the lengths of straights, mm, in the unit that is shown; what a formula with names says stays, and then nothing changes. */
export const setStraights: Command<{
  step: Id
  lengths: readonly { readonly row: Id; readonly length: number }[]
}> = (part, args) =>
  changeRows(part, args.step, (step) => {
    const length = lengthIn(part.units.length.unit)
    let next = step
    for (const { row: id, length: mm } of args.lengths) {
      const row = step.rows.find((r) => r.id === id)
      const before = id === LAST ? step.last : row?.length
      if (before === undefined) return fail(fault('edit.no-bend', `there is no bend "${id}" in this table`))
      if (namesUsed(before).length > 0)
        return fail(fault('edit.held', `the straight is held by its formula, ${formulaText(before)}`))
      const after = length(mm)
      if (sameFormula(before, after)) continue
      next =
        id === LAST
          ? { ...next, last: after }
          : { ...next, rows: next.rows.map((r) => (r.id === id ? { ...r, length: after } : r)) }
    }
    return ok(next)
  })

/** Puts a bend in at an index: 0 before the first, the number of bends after the last. */
export const insertBend: Command<{ step: Id; index: number; row: BendEntry }> = (part, args) =>
  changeRows(part, args.step, (step) =>
    step.rows.length >= LIMITS.nodes
      ? fail(fault('edit.too-many', `a table has at most ${LIMITS.nodes} bends`))
      : ok({ ...step, rows: step.rows.toSpliced(args.index, 0, args.row) }),
  )

/** Takes bends out. */
export const removeBends: Command<{ step: Id; rows: readonly Id[] }> = (part, args) =>
  changeRows(part, args.step, (step) =>
    ok({ ...step, rows: step.rows.filter((r) => !args.rows.includes(r.id)) }),
  )

/** Moves a bend to another place in the order. */
export const moveBend: Command<{ step: Id; row: Id; to: number }> = (part, args) =>
  changeRows(part, args.step, (step) => {
    const row = step.rows.find((r) => r.id === args.row)
    if (!row) return fail(fault('edit.no-bend', `there is no bend "${args.row}" in this table`))
    const rest = step.rows.filter((r) => r !== row)
    return ok({ ...step, rows: rest.toSpliced(args.to, 0, row) })
  })

/** What pasted cells are taken for: rows of bends, a last straight after them, and whether that is a whole table. */
export interface PastedBends {
  readonly rows: readonly (readonly string[])[]
  readonly last: string | undefined
  /** It takes the place of the table, and is not laid over some of its rows. */
  readonly whole: boolean
  /** The row from which on it is laid over the table, from 0. */
  readonly from: number
}

/**
 * What cells are taken for that are pasted at a row and column of a table of so many bends. A heading row, and a column that counts the rows, are
 * left out. Rows with a straight and a bend, and a last one with a length only, are a whole table where they are pasted at its first cell;
 * elsewhere a last row with a length only is the last straight where it comes to lie past the last bend.
 */
export function readPastedBends(
  bends: number,
  {
    row,
    column,
    cells: all,
  }: { readonly row: number; readonly column: BendColumn; readonly cells: readonly (readonly string[])[] },
): PastedBends {
  const cells = withoutHeads(all)
  const filled = (texts: readonly string[]): number => texts.filter((t) => t.trim() !== '').length
  // Past the end they go on from it: there are no rows between.
  const from = Math.min(row, bends)
  const end = cells.at(-1) ?? []
  const isEnd = column === 'length' && filled(end) === 1 && end[0]!.trim() !== ''
  const body = cells.slice(0, -1)
  const whole = isEnd && from === 0 && body.length > 0 && body.every((r) => filled(r) > 1)
  if (whole || (isEnd && from + body.length >= bends))
    return { rows: body, last: end[0]!.trim(), whole, from }
  return { rows: cells, last: undefined, whole: false, from }
}

/**
 * Lays a block of cells over the table from a row and column on, adding bends past its end; a whole table at the first cell takes its place
 * (`readPastedBends`). What is pasted is text in the unit that is shown, angles in degrees.
 */
export const pasteBends: Command<{
  step: Id
  row: number
  column: BendColumn
  cells: readonly (readonly string[])[]
  newId: () => Id
}> = (part, args) =>
  changeRows(part, args.step, (step) => {
    const pasted = readPastedBends(step.rows.length, args)
    const column = BEND_COLUMNS.indexOf(args.column)
    const widest = Math.max(0, ...pasted.rows.map((r) => r.length))
    if (column + widest > BEND_COLUMNS.length)
      return fail(
        fault(
          'edit.too-wide',
          `the pasted rows have ${widest} columns; from ${args.column} on there are ${BEND_COLUMNS.length - column}`,
        ),
      )
    if (pasted.from + pasted.rows.length > LIMITS.nodes)
      return fail(fault('edit.too-many', `that would make more than ${LIMITS.nodes} bends`))
    const { unit } = part.units.length
    const rows = pasted.whole ? [] : [...step.rows]
    pasted.rows.forEach((texts, r) => {
      const at = pasted.from + r
      const before = rows[at] ?? {
        id: step.rows[at]?.id ?? args.newId(),
        length: '0',
        rotation: '0',
        angle: '90',
        radius: rows.at(-1)?.radius ?? step.rows.at(-1)?.radius ?? '25',
      }
      rows[at] = texts.reduce<BendEntry>(
        (row, text, c) =>
          text.trim() === '' ? row : { ...row, [BEND_COLUMNS[column + c]!]: typedFormula(text.trim(), unit) },
        before,
      )
    })
    return ok({
      ...step,
      rows,
      last: pasted.last === undefined ? step.last : typedFormula(pasted.last, unit),
    })
  })

const isNumber = (text: string): boolean => text.trim() !== '' && Number.isFinite(Number(text))

/** Rows without a heading, and without a first column that counts 1, 2, 3 where there is one too many. */
function withoutHeads(cells: readonly (readonly string[])[]): readonly (readonly string[])[] {
  const [head, ...rest] = cells
  const named =
    head !== undefined && rest.length > 0 && !head.some(isNumber) && head.some((t) => t.trim() !== '')
  const body = named ? rest : cells
  const counts =
    body.some((r) => r.length > BEND_COLUMNS.length) &&
    body.every((r, i) => Number(r[0]) === i + 1 || (i === body.length - 1 && !isNumber(r[0] ?? '')))
  return counts ? body.map((r) => r.slice(1)) : body
}

/**
 * Makes two bends of one, with nothing between them: each half its angle. The second takes the first free id that begins as the first.
 */
export const splitBend: Command<{ step: Id; row: Id }> = (part, args) =>
  changeRows(part, args.step, (step) => {
    const at = step.rows.findIndex((r) => r.id === args.row)
    const row = step.rows[at]
    if (!row) return fail(fault('edit.no-bend', `there is no bend "${args.row}" in this table`))
    if (step.rows.length >= LIMITS.nodes)
      return fail(fault('edit.too-many', `a table has at most ${LIMITS.nodes} bends`))
    const angle = halved(row.angle)
    const id = countingIds('n', idsIn(part))()
    const half = { ...row, id, length: '0', rotation: '0', angle }
    return ok({ ...step, rows: step.rows.toSpliced(at, 1, { ...row, angle }, half) })
  })

/** Half of what a formula comes to: of a plain figure the half, else the formula over 2. */
function halved(formula: Formula): Formula {
  const text = formulaText(formula).trim()
  const value = isNumber(text) ? formatExact(Number(text) / 2) : `(${text}) / 2`
  return typeof formula === 'string' ? value : { ...formula, text: value }
}

/** Lets the bends of a path through nodes lead, and changes them. */
export const bendsLeadThen =
  <A>(then: Command<A>): Command<{ lead: { step: Id; table: BendFigures }; then: A }> =>
  (part, args) => {
    const led = letBendsLead(part, args.lead)
    return led.ok ? then(led.value, args.then) : led
  }

/** Lets the nodes of a bend table lead, and changes them. */
export const nodesLeadThen =
  <A>(then: Command<A>): Command<{ lead: { step: Id; points: readonly NodePlace[] }; then: A }> =>
  (part, args) => {
    const led = letNodesLead(part, args.lead)
    return led.ok ? then(led.value, args.then) : led
  }

const lengthIn =
  (unit: LengthUnit) =>
  (mm: number): Formula =>
    writtenLength(mm, unit)

/** Lets the bends lead a path through nodes: its table as it is now is what is typed from here on. Radii keep their text. */
export const letBendsLead: Command<{ step: Id; table: BendFigures }> = (part, { step: id, table }) => {
  const step = stepOfKind(part, id, 'node-path')
  if (!step.ok) return step
  const { nodes, closed, smooth, kind: _, ...base } = step.value
  if (smooth) return fail(fault('edit.smooth', 'a smooth curve has no bend table'))
  if (closed) return fail(fault('edit.closed', 'a closed path has no bend table'))
  const radii = new Map(
    nodes.flatMap((n) => (n.corner.kind === 'bend' ? [[n.id, n.corner.radius] as const] : [])),
  )
  return ok(
    withStep(part, typedTable(part, { ...base, first: nodes[0]!.id, end: nodes.at(-1)!.id }, table, radii)),
  )
}

/** A bend table typed in the unit that is shown, from its figures; radii that were typed keep their text. */
export function typedTable(
  part: Part,
  base: Pick<BendTableStep, 'id' | 'name' | 'aside' | 'first' | 'end'>,
  table: BendFigures,
  radii: ReadonlyMap<Id, Formula> = new Map(),
): BendTableStep {
  const length = lengthIn(part.units.length.unit)
  return {
    ...base,
    kind: 'bend-table',
    rows: table.rows.map((r) => ({
      id: r.id,
      length: length(r.length),
      rotation: writtenFigure(r.rotationDeg),
      angle: writtenFigure(r.angleDeg),
      radius: radii.get(r.id) ?? length(r.radius),
    })),
    last: length(table.last),
    x: length(table.at[0]),
    y: length(table.at[1]),
    z: length(table.at[2]),
    heading: writtenFigure(table.headingDeg),
    rise: writtenFigure(table.riseDeg),
    roll: writtenFigure(table.rollDeg),
  }
}

/** Lets the nodes lead a bend table: where they are now is what is typed from here on. Radii keep their text. */
export const letNodesLead: Command<{
  step: Id
  points: readonly NodePlace[]
}> = (part, { step: id, points }) => {
  const found = stepOfKind(part, id, 'bend-table')
  if (!found.ok) return found
  const step = found.value
  const length = lengthIn(part.units.length.unit)
  const { name, aside } = step
  const nodes = points.map((p): NodeEntry => {
    const [x, y, z] = p.point.map(length) as [Formula, Formula, Formula]
    const row = step.rows.find((r) => r.id === p.id)
    return row
      ? { id: p.id, x, y, z, corner: { kind: 'bend', radius: row.radius } }
      : nodeEntry(p.id, x, y, z)
  })
  const next: NodePathStep = { id: step.id, name, aside, kind: 'node-path', closed: false, nodes }
  return ok(withStep(part, next))
}
