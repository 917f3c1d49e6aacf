import { spend } from '../base/index.ts'

/** What a rank-revealing QR found out about the columns of a matrix. */
export interface PivotedQr {
  readonly rank: number
  /** Columns in order of choice: the first `rank` are independent, the others depend on them. */
  readonly order: readonly number[]
  /** An orthonormal basis of what no column reaches, a vector each: the null space of the transpose. */
  readonly complement: readonly Float64Array[]
}

/**
 * Householder QR with column pivoting (Businger & Golub 1965) of an m x n matrix, column by column in one array. A
 * column whose remainder is below `relative` times the largest column norm, or below `least`, counts as dependent.
 */
export function pivotedQr(
  columns: Float64Array,
  m: number,
  n: number,
  relative: number,
  least = 0,
): PivotedQr {
  const a = Float64Array.from(columns)
  const order = Array.from({ length: n }, (_, j) => j)
  const norms = order.map((j) => norm2(a, j * m, 0, m))
  const threshold = Math.max(relative * Math.sqrt(Math.max(0, ...norms)), least) ** 2
  const mirrors: Float64Array[] = []
  let rank = 0
  for (let k = 0; k < Math.min(m, n); k++) {
    spend(((m - k) * (n - k)) / 10, 'counting what can still move')
    let best = k
    for (let j = k; j < n; j++) {
      norms[j] = norm2(a, j * m, k, m)
      if (norms[j]! > norms[best]!) best = j
    }
    if (!(norms[best]! > threshold)) break
    if (best !== k) swapColumns(a, m, k, best, order, norms)
    mirrors.push(mirrorColumn(a, m, n, k))
    rank++
  }
  return { rank, order, complement: complementOf(mirrors, m, rank) }
}

function norm2(a: Float64Array, column: number, from: number, to: number): number {
  let sum = 0
  for (let i = from; i < to; i++) sum += a[column + i]! * a[column + i]!
  return sum
}

function swapColumns(
  a: Float64Array,
  m: number,
  k: number,
  j: number,
  order: number[],
  norms: number[],
): void {
  for (let i = 0; i < m; i++) {
    const held = a[k * m + i]!
    a[k * m + i] = a[j * m + i]!
    a[j * m + i] = held
  }
  ;[order[k], order[j]] = [order[j]!, order[k]!]
  ;[norms[k], norms[j]] = [norms[j]!, norms[k]!]
}

/** Mirrors column k onto the axis and all later columns with it; gives the unit vector of the mirror. */
function mirrorColumn(a: Float64Array, m: number, n: number, k: number): Float64Array {
  const v = new Float64Array(m)
  const head = a[k * m + k]!
  const size = Math.sqrt(norm2(a, k * m, k, m))
  for (let i = k; i < m; i++) v[i] = a[k * m + i]!
  v[k] = head + (head >= 0 ? size : -size)
  const length = Math.sqrt(norm2(v, 0, k, m))
  for (let i = k; i < m; i++) v[i]! /= length
  for (let j = k; j < n; j++) reflect(a, j * m, v, k, m)
  return v
}

function reflect(a: Float64Array, column: number, v: Float64Array, from: number, to: number): void {
  let dot = 0
  for (let i = from; i < to; i++) dot += v[i]! * a[column + i]!
  for (let i = from; i < to; i++) a[column + i]! -= 2 * dot * v[i]!
}

/** The last m - rank columns of Q. */
function complementOf(mirrors: readonly Float64Array[], m: number, rank: number): Float64Array[] {
  const basis: Float64Array[] = []
  for (let c = rank; c < m; c++) {
    const e = new Float64Array(m)
    e[c] = 1
    for (let k = rank - 1; k >= 0; k--) reflect(e, 0, mirrors[k]!, k, m)
    basis.push(e)
  }
  return basis
}
