import { fail, fault, ok, type Result } from '../../base/index.ts'
import type { LengthUnit } from '../../units/index.ts'
import { cellsOf, numberIn, type DecimalMark, type Delimiter, type TableLine } from './cells.ts'

/** What a column of a table of points holds. */
export type PointColumn = 'x' | 'y' | 'z' | 'radius' | 'none'

/** A table of points as it was read: what its columns seem to be, and what the file says of its unit. */
export interface PointTable {
  readonly delimiter: Delimiter
  readonly decimal: DecimalMark
  /** The words over the columns, where there are any. */
  readonly head: readonly string[] | undefined
  readonly lines: readonly TableLine[]
  /** What each column seems to be. */
  readonly columns: readonly PointColumn[]
  /** As the words over the columns say; undefined if they do not, or differ. */
  readonly unit: LengthUnit | undefined
}

/** A point of a table; its radius where it has one. Lengths are in the unit of the table. */
export interface TablePoint {
  readonly x: number
  readonly y: number
  readonly z: number
  readonly radius: number | undefined
}

/** Columns that are looked at; a wider table is none of points. */
const WIDEST = 40

/** Letters that are read at most: ten times what the points of the longest path take. */
const LONGEST = 5_000_000

/** Reads a table of points, such as CSV; a first line that is no numbers is the words over its columns. */
export function readPointTable(text: string): Result<PointTable> {
  if (text.length > LONGEST)
    return fail(fault('points.long', 'it is far larger than any table of points that makes a path'))
  const { delimiter, decimal, lines } = cellsOf(text)
  const [first, ...rest] = lines
  if (!first) return fail(fault('points.none', 'there are no lines in it'))
  const isHead = !first.cells.some((c) => numberIn(c, decimal) !== undefined)
  const body = isHead ? rest : lines
  if (!body.some((l) => l.cells.some((c) => numberIn(c, decimal) !== undefined)))
    return fail(
      fault(
        'points.none',
        'there are words in it and no numbers; a line of numbers is needed for each point',
      ),
    )
  const width = body.reduce((most, l) => Math.max(most, l.cells.length), 0)
  if (width < 2)
    return fail(
      fault(
        'points.narrow',
        `line ${body[0]!.line} has one column; x and y at least are needed, parted by commas, semicolons, tabs or blanks`,
      ),
    )
  if (width > WIDEST)
    return fail(
      fault('points.wide', `it has ${width} columns, which is no table of points; ${WIDEST} is the most`),
    )
  const head = isHead ? first.cells : undefined
  const columns = (head && columnsBySaying(head, width)) ?? columnsByPlace(body, width, decimal)
  return ok({ delimiter, decimal, head, lines: body, columns, unit: head && unitSaid(head) })
}

/** What words over a column mean. */
const SAID: readonly (readonly [PointColumn, RegExp])[] = [
  ['x', /^(?:x|east(?:ing)?)\b/i],
  ['y', /^(?:y|north(?:ing)?)\b/i],
  ['z', /^(?:z|height|elevation|level)\b/i],
  ['radius', /^(?:r|rad|radius|bend[ _-]?radius|clr)\b/i],
]

/** The columns by the words over them; undefined unless they say where x and y are. */
function columnsBySaying(head: readonly string[], width: number): readonly PointColumn[] | undefined {
  const taken = new Set<PointColumn>()
  const columns = Array.from({ length: width }, (_, i): PointColumn => {
    const word = (head[i] ?? '').trim().replace(/^["'(]+/, '')
    const [means] = SAID.find(([column, words]) => !taken.has(column) && words.test(word)) ?? []
    if (means) taken.add(means)
    return means ?? 'none'
  })
  return taken.has('x') && taken.has('y') ? columns : undefined
}

/** The columns by where they stand: a first one that counts the lines is left out, then x, y, z and radius. */
function columnsByPlace(
  lines: readonly TableLine[],
  width: number,
  decimal: DecimalMark,
): readonly PointColumn[] {
  const counted = lines.map((l) => numberIn(l.cells[0] ?? '', decimal))
  const from = counted[0]
  const counts =
    width > 2 && lines.length > 1 && (from === 0 || from === 1) && counted.every((v, i) => v === from + i)
  const words = lines.every((l) => numberIn(l.cells[0] ?? '', decimal) === undefined)
  const skip = counts || (words && width > 2) ? 1 : 0
  const order: readonly PointColumn[] = ['x', 'y', 'z', 'radius']
  return Array.from({ length: width }, (_, i) => (i < skip ? 'none' : (order[i - skip] ?? 'none')))
}

const UNITS: readonly (readonly [LengthUnit, RegExp])[] = [
  ['mm', /[([{,\s_]mm\b|millimet/i],
  ['cm', /[([{,\s_]cm\b|centimet/i],
  ['in', /[([{,\s_](?:in|inch|inches)\b|"/i],
  ['ft', /[([{,\s_](?:ft|foot|feet)\b/i],
  ['m', /[([{,\s_]m\b|\bmet(?:er|re)/i],
]

function unitSaid(head: readonly string[]): LengthUnit | undefined {
  const said = new Set(head.flatMap((word) => UNITS.find(([, r]) => r.test(word))?.[0] ?? []))
  return said.size === 1 ? [...said][0] : undefined
}

/** The points of a table by what its columns are said to be; a table without z lies level. */
export function pointsOf(
  table: Pick<PointTable, 'lines' | 'decimal'>,
  columns: readonly PointColumn[],
): Result<readonly TablePoint[]> {
  const at = (column: PointColumn): number => columns.indexOf(column)
  for (const column of ['x', 'y', 'z', 'radius'] as const)
    if (columns.filter((c) => c === column).length > 1)
      return fail(fault('points.twice', `two columns are ${column}; one of them must be something else`))
  if (at('x') < 0 || at('y') < 0)
    return fail(fault('points.columns', 'it is not said which columns are x and y'))
  const points: TablePoint[] = []
  for (const { line, cells } of table.lines) {
    const figure = (column: 'x' | 'y' | 'z'): number | undefined =>
      at(column) < 0 ? 0 : numberIn(cells[at(column)] ?? '', table.decimal)
    const [x, y, z] = [figure('x'), figure('y'), figure('z')]
    if (x === undefined || y === undefined || z === undefined) {
      const column = x === undefined ? 'x' : y === undefined ? 'y' : 'z'
      const read = cells[at(column)] ?? ''
      return fail(
        fault(
          'points.number',
          read === ''
            ? `line ${line} has nothing in the column of ${column}; a number is needed there`
            : `line ${line}: "${read}" is not a number, in the column of ${column}${hint(read, table.decimal)}`,
        ),
      )
    }
    const cell = at('radius') < 0 ? '' : (cells[at('radius')] ?? '')
    const radius = cell === '' || cell === '-' ? undefined : numberIn(cell, table.decimal)
    if (cell !== '' && cell !== '-' && (radius === undefined || radius < 0))
      return fail(
        fault(
          'points.radius',
          `line ${line}: "${cell}" is no bend radius; a number of 0 or more, or nothing, is`,
        ),
      )
    points.push({ x, y, z, radius: radius === 0 ? undefined : radius })
  }
  return ok(points)
}

/** What may be meant by what is no number. */
function hint(read: string, decimal: DecimalMark): string {
  const other = decimal === 'point' ? 'comma' : 'point'
  return numberIn(read, other) === undefined ? '' : `; with a decimal ${other} it would be one`
}
