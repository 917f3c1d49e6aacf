import { dsvFormat } from 'd3-dsv'

/** What parts the cells of a line. */
export const DELIMITERS = { ';': 'semicolons', '\t': 'tabs', ',': 'commas', ' ': 'spaces' } as const
export type Delimiter = keyof typeof DELIMITERS

/** What is before the fraction of a number. */
export type DecimalMark = 'point' | 'comma'

/** A line of a table: its cells, and its number in the file, from 1. */
export interface TableLine {
  readonly line: number
  readonly cells: readonly string[]
}

/** A table as its cells, and how it was told from text. */
export interface Cells {
  readonly delimiter: Delimiter
  readonly decimal: DecimalMark
  readonly lines: readonly TableLine[]
}

const NUMBER = {
  point: /^[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?$/,
  comma: /^[-+]?(?:\d+,?\d*|,\d+)(?:[eE][-+]?\d+)?$/,
} as const

/** A number as a table writes it; undefined if it is none, or too large to be one. */
export function numberIn(cell: string, decimal: DecimalMark): number | undefined {
  const text = cell.trim().replace(/^\u2212/, '-')
  if (!NUMBER[decimal].test(text)) return undefined
  const value = Number(text.replace(',', '.'))
  return Number.isFinite(value) ? value : undefined
}

/** So many lines are looked at to tell how they are parted. */
const LOOKED_AT = 200

/** Lines that are no part of a table: empty, or a remark. */
const isRemark = (line: string): boolean => /^\s*(?:#|\/\/|$)/.test(line)

/**
 * Parts the lines of a text into cells. What parts them is whichever of semicolon, tab, comma and blanks makes the most lines into numbers;
 * the mark before fractions is a comma where cells are parted by something else and more of them are numbers so.
 */
export function cellsOf(text: string): Cells {
  const lines = text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .map((line, i) => ({ line: i + 1, text: line }))
    .filter((l) => !isRemark(l.text))
  const parted = (delimiter: Delimiter, most = Infinity): TableLine[] =>
    lines.slice(0, most).map((l) => ({ line: l.line, cells: cellsOfLine(l.text, delimiter) }))
  let best: (Omit<Cells, 'lines'> & { readonly score: number }) | undefined
  for (const delimiter of Object.keys(DELIMITERS) as Delimiter[]) {
    const table = parted(delimiter, LOOKED_AT)
    for (const decimal of ['point', 'comma'] as const) {
      if (decimal === 'comma' && delimiter === ',') continue
      // A line counts where it has two numbers at least, and nothing but numbers; more of its cells being numbers breaks a tie.
      const score = table.reduce((sum, { cells }) => {
        const numbers = cells.filter((c) => numberIn(c, decimal) !== undefined).length
        return sum + (numbers >= 2 ? (numbers === cells.length ? 1 : 0.25) : 0)
      }, 0)
      if (!best || score > best.score) best = { delimiter, decimal, score }
    }
  }
  const { delimiter, decimal } = best!
  return { delimiter, decimal, lines: parted(delimiter) }
}

function cellsOfLine(line: string, delimiter: Delimiter): readonly string[] {
  if (delimiter === ' ') return line.trim().split(/\s+/)
  const [cells = []] = dsvFormat(delimiter).parseRows(line)
  const trimmed = cells.map((c) => c.trim())
  // A delimiter at the end of a line begins no cell.
  while (trimmed.length > 1 && trimmed.at(-1) === '') trimmed.pop()
  return trimmed
}
