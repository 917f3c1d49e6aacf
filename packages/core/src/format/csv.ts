import { csvFormatRows, csvParseRows, dsvFormat, tsvParseRows } from 'd3-dsv'
import { deg } from '../num/index.ts'
import type { BendTable } from '../forming/index.ts'
import type { Vec3 } from '../space/index.ts'
import { formatExact, LENGTH_FACTORS, type LengthUnit } from '../units/index.ts'

/** A table as rows of text. Values beginning with =, +, - or @ are only ever numbers here, so no cell can run in a spreadsheet. */
function csv(rows: readonly (readonly string[])[]): string {
  return `${csvFormatRows(rows.map((r) => [...r]))}\n`
}

/** The bend table with a row a bend and a last row for the final straight; lengths in the unit, angles in degrees. */
export function bendTableCsv(table: BendTable, unit: LengthUnit): string {
  const length = (mm: number): string => formatExact(mm / LENGTH_FACTORS[unit])
  const head = ['bend', `length (${unit})`, 'rotation (deg)', 'angle (deg)', `radius (${unit})`]
  const rows = table.rows.map((r, i) => [
    String(i + 1),
    length(r.length),
    formatExact(deg(r.rotation)),
    formatExact(deg(r.angle)),
    length(r.radius),
  ])
  return csv([head, ...rows, ['end', length(table.last), '', '', '']])
}

/** Nodes with their bend radius (empty for none). */
export function nodesCsv(
  nodes: readonly { readonly point: Vec3; readonly radius: number | undefined }[],
  unit: LengthUnit,
): string {
  const length = (mm: number): string => formatExact(mm / LENGTH_FACTORS[unit])
  const head = ['node', `x (${unit})`, `y (${unit})`, `z (${unit})`, `radius (${unit})`]
  const rows = nodes.map((n, i) => [
    String(i + 1),
    ...n.point.map(length),
    n.radius === undefined ? '' : length(n.radius),
  ])
  return csv([head, ...rows])
}

/** Rows from a spreadsheet's clipboard: tab-separated if there is a tab, else comma- or semicolon-separated. */
export function rowsFromText(text: string): string[][] {
  const unix = text.replace(/\r\n?/g, '\n')
  let end = unix.length
  while (end > 0 && unix[end - 1] === '\n') end--
  const plain = unix.slice(0, end)
  if (plain.includes('\t')) return tsvParseRows(plain)
  if (plain.includes(';')) return dsvFormat(';').parseRows(plain)
  return csvParseRows(plain)
}
