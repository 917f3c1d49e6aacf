/** Neighbours of a pixel, from above clockwise: steps across and down. */
export const ROUND = [
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
] as const

/** Most rounds: each takes a pixel off both sides of what is thinned. */
const MOST_ROUNDS = 60

/**
 * An area of pixels thinned to a line one pixel wide in its middle that hangs together as it did (Zhang and Suen 1984); steps
 * of two pixels that a corner would do are taken out too. Pixels at the sides of the picture are not looked at.
 */
export function thinned(isIn: ArrayLike<number>, width: number, height: number): Uint8Array {
  const on = new Uint8Array(isIn.length).map((_, i) => (isIn[i] ? 1 : 0))
  const near = ROUND.map(([dx, dy]) => dy * width + dx)
  const inner: number[] = []
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) if (on[y * width + x]) inner.push(y * width + x)
  const around = (i: number): number[] => near.map((d) => on[i + d]!)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let changed = false
    for (const half of [0, 1]) {
      const off = inner.filter((i) => on[i] && goes(around(i), half))
      for (const i of off) on[i] = 0
      if (off.length > 0) changed = true
    }
    if (!changed) break
  }
  for (const i of inner) if (on[i] && isStep(around(i))) on[i] = 0
  return on
}

function goes(p: readonly number[], half: number): boolean {
  const count = p.reduce((a, b) => a + b, 0)
  if (count < 2 || count > 6) return false
  let rises = 0
  for (let k = 0; k < 8; k++) if (!p[k] && p[(k + 1) % 8]) rises++
  if (rises !== 1) return false
  const [up, right, down, left] = [p[0]!, p[2]!, p[4]!, p[6]!]
  return half === 0
    ? up * right * down === 0 && right * down * left === 0
    : up * right * left === 0 && up * down * left === 0
}

/** A pixel between two that touch by a corner, and nothing else beside it. */
function isStep(p: readonly number[]): boolean {
  for (let k = 0; k < 8; k += 2) {
    const [a, b] = [p[k], p[(k + 2) % 8]]
    if (!a || !b) continue
    const others = [3, 4, 5, 6, 7].filter((o) => o !== 3 && o !== 7).map((o) => p[(k + o) % 8]!)
    if (others.every((v) => !v)) return true
  }
  return false
}
