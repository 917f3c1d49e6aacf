/**
 * Singular values of a matrix given by columns of length m, largest first, by one-sided Jacobi rotations (Hestenes 1958):
 * slow, simple and independent of the QR that the solver uses.
 */
export function singularValues(columns: readonly (readonly number[])[]): number[] {
  const a = columns.map((c) => [...c])
  for (let sweep = 0; sweep < 60; sweep++) {
    let turned = false
    for (let p = 0; p < a.length; p++)
      for (let q = p + 1; q < a.length; q++) {
        let [alpha, beta, gamma] = [0, 0, 0]
        a[p]!.forEach((x, i) => {
          alpha += x * x
          beta += a[q]![i]! * a[q]![i]!
          gamma += x * a[q]![i]!
        })
        if (Math.abs(gamma) <= 1e-15 * Math.sqrt(alpha * beta) || gamma === 0) continue
        turned = true
        const zeta = (beta - alpha) / (2 * gamma)
        const t = (zeta >= 0 ? 1 : -1) / (Math.abs(zeta) + Math.sqrt(1 + zeta * zeta))
        const c = 1 / Math.sqrt(1 + t * t)
        const s = c * t
        a[p]!.forEach((x, i) => {
          const y = a[q]![i]!
          a[p]![i] = c * x - s * y
          a[q]![i] = s * x + c * y
        })
      }
    if (!turned) break
  }
  return a.map((c) => Math.hypot(...c)).sort((x, y) => y - x)
}
