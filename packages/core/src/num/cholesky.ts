/**
 * Solves A x = b for a symmetric positive definite A (row by row in one array, n x n; its lower half is overwritten by
 * the Cholesky factor). Gives undefined when A is not positive definite to working precision.
 */
export function solvePositive(a: Float64Array, b: Float64Array, n: number): Float64Array | undefined {
  for (let j = 0; j < n; j++) {
    const row = j * n
    let d = a[row + j]!
    for (let k = 0; k < j; k++) d -= a[row + k]! * a[row + k]!
    if (!(d > 0)) return undefined
    const root = Math.sqrt(d)
    a[row + j] = root
    for (let i = j + 1; i < n; i++) {
      const other = i * n
      let s = a[other + j]!
      for (let k = 0; k < j; k++) s -= a[other + k]! * a[row + k]!
      a[other + j] = s / root
    }
  }
  const x = Float64Array.from(b)
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i]! -= a[i * n + k]! * x[k]!
    x[i]! /= a[i * n + i]!
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i]! -= a[k * n + i]! * x[k]!
    x[i]! /= a[i * n + i]!
  }
  return x
}
