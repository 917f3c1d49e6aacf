/** Numbers that follow from a seed: the same seed, the same case, on every machine. */
export interface Random {
  /** From 0 up to 1. */
  next(): number
  /** A whole number from 0 up to n. */
  below(n: number): number
  pick<T>(list: readonly T[]): T
  /** True so often, as a share. */
  chance(share: number): boolean
}

/** A generator of 32 bits of state (mulberry32, T. Ettinger, public domain): good enough to pick cases by. */
export function randomOf(seed: number): Random {
  let a = seed >>> 0
  const next = (): number => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
  const below = (n: number): number => Math.floor(next() * n)
  return { next, below, pick: (list) => list[below(list.length)]!, chance: (share) => next() < share }
}
