import { spend } from '../base/index.ts'
import { tolerance } from './tolerance.ts'
import { pivotedQr } from './pivoted-qr.ts'

/** A row of a matrix by its columns. */
export type SparseRow = ReadonlyMap<number, number>

/** Rank of a matrix, and an orthonormal basis of the vectors it takes to zero. */
export interface NullSpace {
  readonly rank: number
  readonly vectors: readonly Float64Array[]
}

/** Entries of unit rows larger than this are safe to divide by. */
const SAFE = 0.1
/** Of the safe entries of a row those this near to its largest are weighed by how much they fill in. */
const NEARLY_LARGEST = 0.5
/** Rows longer than this are left to the dense part. */
const LONG = 40

/**
 * Rank and null space of a matrix with few entries a row, n columns; rows are taken as of unit length. Rows with an
 * entry that is safe to divide by are eliminated where they fill in least (Markowitz 1957); what is left, which is
 * small, goes to a rank-revealing QR (`relative` as there, against rows of unit length).
 */
export function nullSpace(given: readonly SparseRow[], n: number, relative: number): NullSpace {
  const rows = given.flatMap((row) => unitRow(row) ?? [])
  const inColumn: number[][] = Array.from({ length: n }, () => [])
  rows.forEach((row, i) => {
    for (const c of row.columns) inColumn[c]!.push(i)
  })
  const pivots: { readonly column: number; readonly row: Row }[] = []
  for (;;) {
    spend(rows.length / 10, 'counting what can still move')
    const i = shortest(rows)
    if (i < 0) break
    const pivot = rows[i]!
    pivot.done = true
    const column = leastFilling(pivot, inColumn)
    for (const k of inColumn[column]!) {
      const row = rows[k]!
      if (!row.done) eliminate(row, pivot, column, k, inColumn)
    }
    pivots.push({ column, row: pivot })
  }
  const taken = new Set(pivots.map((p) => p.column))
  const { rank, vectors } = denseNull(
    rows.filter((r) => !r.done && r.columns.length > 0),
    n,
    taken,
    relative,
  )
  for (const v of vectors) for (let k = pivots.length - 1; k >= 0; k--) backFrom(v, pivots[k]!)
  return { rank: pivots.length + rank, vectors: orthonormal(vectors) }
}

/** A row in work: its entries side by side, in no order. */
interface Row {
  readonly columns: number[]
  readonly entries: number[]
  largest: number
  done: boolean
}

function unitRow(row: SparseRow): Row | undefined {
  let size = 0
  for (const x of row.values()) size += x * x
  if (!(size > 0)) return undefined
  const k = 1 / Math.sqrt(size)
  const columns: number[] = []
  const entries: number[] = []
  for (const [c, x] of row) {
    if (x === 0) continue
    columns.push(c)
    entries.push(x * k)
  }
  return { columns, entries, largest: largestOf(entries), done: false }
}

function largestOf(entries: readonly number[]): number {
  let largest = 0
  for (const x of entries) largest = Math.max(largest, Math.abs(x))
  return largest
}

/** The row in work with fewest entries that has a safe one; -1 when none has. */
function shortest(rows: readonly Row[]): number {
  let best = -1
  let fewest = LONG + 1
  for (let i = 0; i < rows.length; i++) {
    const row = rows[i]!
    if (row.done || row.columns.length >= fewest || row.largest < SAFE) continue
    best = i
    fewest = row.columns.length
    if (fewest <= 1) break
  }
  return best
}

/** Of a row's large entries the column that the fewest other rows have. */
function leastFilling(row: Row, inColumn: readonly (readonly number[])[]): number {
  let column = -1
  row.columns.forEach((c, i) => {
    if (Math.abs(row.entries[i]!) < NEARLY_LARGEST * row.largest) return
    if (column < 0 || inColumn[c]!.length < inColumn[column]!.length) column = c
  })
  return column
}

/** Takes as much of the pivot row off another that its entry in the column goes. */
function eliminate(row: Row, pivot: Row, column: number, index: number, inColumn: readonly number[][]): void {
  const { columns, entries } = row
  const at = columns.indexOf(column)
  // A row that has lost the column since it was listed there.
  if (at < 0) return
  const factor = entries[at]! / pivot.entries[pivot.columns.indexOf(column)]!
  for (let i = 0; i < pivot.columns.length; i++) {
    const c = pivot.columns[i]!
    const k = columns.indexOf(c)
    if (k < 0) {
      columns.push(c)
      entries.push(-factor * pivot.entries[i]!)
      inColumn[c]!.push(index)
    } else entries[k]! -= factor * pivot.entries[i]!
  }
  for (let k = columns.length - 1; k >= 0; k--) {
    if (columns[k] !== column && Math.abs(entries[k]!) > tolerance.eliminated) continue
    columns[k] = columns.at(-1)!
    entries[k] = entries.at(-1)!
    columns.pop()
    entries.pop()
  }
  row.largest = largestOf(entries)
}

/** The null space of the rows left, over the columns that were not eliminated: columns in no row are free by themselves. */
function denseNull(
  rows: readonly Row[],
  n: number,
  taken: ReadonlySet<number>,
  relative: number,
): { readonly rank: number; readonly vectors: Float64Array[] } {
  const used = [...new Set(rows.flatMap((r) => r.columns))]
  const place = new Map(used.map((c, i) => [c, i]))
  const columns = new Float64Array(used.length * rows.length)
  rows.forEach((row, j) =>
    row.columns.forEach((c, i) => (columns[j * used.length + place.get(c)!] = row.entries[i]!)),
  )
  const qr = pivotedQr(columns, used.length, rows.length, relative, relative)
  const vectors = qr.complement.map((v) => {
    const whole = new Float64Array(n)
    used.forEach((c, i) => (whole[c] = v[i]!))
    return whole
  })
  for (let c = 0; c < n; c++) {
    if (taken.has(c) || place.has(c)) continue
    const whole = new Float64Array(n)
    whole[c] = 1
    vectors.push(whole)
  }
  return { rank: qr.rank, vectors }
}

function backFrom(v: Float64Array, { column, row }: { readonly column: number; readonly row: Row }): void {
  let sum = 0
  let own = 1
  for (let i = 0; i < row.columns.length; i++) {
    const c = row.columns[i]!
    if (c === column) own = row.entries[i]!
    else sum += row.entries[i]! * v[c]!
  }
  v[column] = -sum / own
}

/** Modified Gram-Schmidt, twice for the round-off. */
function orthonormal(vectors: readonly Float64Array[]): Float64Array[] {
  const done: Float64Array[] = []
  for (const v of vectors) {
    for (let pass = 0; pass < 2; pass++) {
      for (const b of done) {
        let dot = 0
        for (let i = 0; i < v.length; i++) dot += b[i]! * v[i]!
        if (dot !== 0) for (let i = 0; i < v.length; i++) v[i]! -= dot * b[i]!
      }
      let size = 0
      for (const x of v) size += x * x
      const k = 1 / Math.sqrt(size)
      for (let i = 0; i < v.length; i++) v[i]! *= k
    }
    done.push(v)
  }
  return done
}
