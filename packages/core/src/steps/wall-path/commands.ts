import { fail, fault, ok, type Id, type Result } from '../../base/index.ts'
import { LIMITS, type Part } from '../../document/index.ts'
import { roomWall, type OpeningColumn, type OpeningEntry, type RoomWall, type WallPathStep } from './typed.ts'
import { stepOfKind, withStep, type Command, sameFormula } from '../../edit/index.ts'
import { typedFormula, type Formula } from '../../units/index.ts'

export const WALL_COLUMNS = ['length', 'bow', 'radius', 'corner'] as const
export type WallColumn = (typeof WALL_COLUMNS)[number]

function changeRows(part: Part, id: Id, change: (step: WallPathStep) => Result<WallPathStep>): Result<Part> {
  const step = stepOfKind(part, id, 'wall-path')
  if (!step.ok) return step
  const next = change(step.value)
  if (!next.ok) return next
  return ok(next.value === step.value ? part : withStep(part, next.value))
}

/** Says whether the last wall meets the first. */
export const closeWalls: Command<{ step: Id; closed: boolean }> = (part, args) =>
  changeRows(part, args.step, (step) =>
    ok(step.closed === args.closed ? step : { ...step, closed: args.closed }),
  )

/** Lets walls stand on a flat path in place of the rows, or on the rows again. */
export const standWallsOn: Command<{ step: Id; drawn: Id | null }> = (part, args) =>
  changeRows(part, args.step, (step) => {
    if (args.drawn !== null) return ok({ ...step, drawn: args.drawn })
    const { drawn, ...typed } = step
    return ok(drawn === undefined ? step : typed)
  })

function changeOpening(
  part: Part,
  id: Id,
  opening: Id,
  change: (o: OpeningEntry) => OpeningEntry,
): Result<Part> {
  return changeRows(part, id, (step) => {
    const all = step.openings ?? []
    const found = all.find((o) => o.id === opening)
    if (!found) return fail(fault('edit.no-opening', `there is no opening "${opening}" in this room`))
    const next = change(found)
    return ok(next === found ? step : { ...step, openings: all.map((o) => (o === found ? next : o)) })
  })
}

/** Types into one cell of the openings. */
export const setOpeningCell: Command<{ step: Id; row: Id; column: OpeningColumn; formula: Formula }> = (
  part,
  { step, row, column, formula },
) =>
  changeOpening(part, step, row, (o) => (sameFormula(o[column], formula) ? o : { ...o, [column]: formula }))

/** Puts an opening into another wall. */
export const setOpeningWall: Command<{ step: Id; row: Id; wall: Id }> = (part, { step, row, wall }) =>
  changeOpening(part, step, row, (o) => (o.wall === wall ? o : { ...o, wall }))

/** Puts an opening in after those that are there. */
export const addOpening: Command<{ step: Id; opening: OpeningEntry }> = (part, args) =>
  changeRows(part, args.step, (step) => {
    const all = step.openings ?? []
    return all.length >= LIMITS.nodes
      ? fail(fault('edit.too-many', `a room has at most ${LIMITS.nodes} openings`))
      : ok({ ...step, openings: [...all, args.opening] })
  })

/** Takes openings out. */
export const removeOpenings: Command<{ step: Id; rows: readonly Id[] }> = (part, args) =>
  changeRows(part, args.step, (step) =>
    ok({ ...step, openings: (step.openings ?? []).filter((o) => !args.rows.includes(o.id)) }),
  )

/** Types into one cell of the walls. */
export const setWallCell: Command<{ step: Id; row: Id; column: WallColumn; formula: Formula }> = (
  part,
  args,
) =>
  changeRows(part, args.step, (step) => {
    const row = step.rows.find((r) => r.id === args.row)
    if (!row) return fail(fault('edit.no-wall', `there is no wall "${args.row}" in this room`))
    const before = row[args.column]
    if (before !== undefined && sameFormula(before, args.formula)) return ok(step)
    const next = { ...row, [args.column]: args.formula }
    return ok({ ...step, rows: step.rows.map((r) => (r === row ? next : r)) })
  })

/** Puts a wall in at an index: 0 before the first, the number of walls after the last. */
export const insertWall: Command<{ step: Id; index: number; row: RoomWall }> = (part, args) =>
  changeRows(part, args.step, (step) =>
    step.rows.length >= LIMITS.nodes
      ? fail(fault('edit.too-many', `a room has at most ${LIMITS.nodes} walls`))
      : ok({ ...step, rows: step.rows.toSpliced(args.index, 0, args.row) }),
  )

/** Takes walls out. */
export const removeWalls: Command<{ step: Id; rows: readonly Id[] }> = (part, args) =>
  changeRows(part, args.step, (step) =>
    ok({ ...step, rows: step.rows.filter((r) => !args.rows.includes(r.id)) }),
  )

/** Moves a wall to another place in the order. */
export const moveWall: Command<{ step: Id; row: Id; to: number }> = (part, args) =>
  changeRows(part, args.step, (step) => {
    const row = step.rows.find((r) => r.id === args.row)
    if (!row) return fail(fault('edit.no-wall', `there is no wall "${args.row}" in this room`))
    return ok({ ...step, rows: step.rows.filter((r) => r !== row).toSpliced(args.to, 0, row) })
  })

/** Lays a block of cells over the walls from a row and column on, adding walls past the end. What is pasted is text in the unit that is shown. */
export const pasteWalls: Command<{
  step: Id
  row: number
  column: WallColumn
  cells: readonly (readonly string[])[]
  newId: () => Id
}> = (part, args) =>
  changeRows(part, args.step, (step) => {
    const from = WALL_COLUMNS.indexOf(args.column)
    const widest = Math.max(0, ...args.cells.map((r) => r.length))
    if (from + widest > WALL_COLUMNS.length)
      return fail(
        fault(
          'edit.too-wide',
          `the pasted rows have ${widest} columns; from ${args.column} on there are ${WALL_COLUMNS.length - from}`,
        ),
      )
    const rows = [...step.rows]
    const first = Math.min(args.row, rows.length)
    if (first + args.cells.length > LIMITS.nodes)
      return fail(fault('edit.too-many', `that would make more than ${LIMITS.nodes} walls`))
    const { unit } = part.units.length
    args.cells.forEach((texts, r) => {
      const before = rows[first + r] ?? roomWall(args.newId(), '1000 mm', '90 deg')
      rows[first + r] = texts.reduce<RoomWall>(
        (row, text, c) =>
          text.trim() === '' ? row : { ...row, [WALL_COLUMNS[from + c]!]: typedFormula(text.trim(), unit) },
        before,
      )
    })
    return ok({ ...step, rows })
  })
