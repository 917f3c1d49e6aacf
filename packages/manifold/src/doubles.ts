/** Places in double precision that a library takes in single precision, and gets back after. */
export interface Doubles {
  readonly floats: Float32Array
  /** Puts the doubles in place of the singles among so many places; ones that are none of them stay. */
  put(places: Float64Array, count: number): void
}

/** Tells places by their singles. Two places that are one in single precision keep that one. */
export function createDoubles(positions: Float64Array): Doubles {
  const floats = Float32Array.from(positions)
  const count = positions.length / 3
  const bits = new Uint32Array(floats.buffer)
  let slots = 4
  while (slots < 2 * count) slots *= 2
  const table = new Int32Array(slots).fill(-1)
  const hash = (x: number, y: number, z: number): number =>
    ((Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca6b) ^ Math.imul(z, 0xc2b2ae35)) >>> 0) & (slots - 1)
  const same = (v: number, x: number, y: number, z: number): boolean =>
    bits[3 * v] === x && bits[3 * v + 1] === y && bits[3 * v + 2] === z
  /** Of places that share their singles: they stay apart in the library by these alone. */
  const shared = new Uint8Array(count)
  for (let v = 0; v < count; v++) {
    const [x, y, z] = [bits[3 * v]!, bits[3 * v + 1]!, bits[3 * v + 2]!]
    let at = hash(x, y, z)
    while (table[at]! >= 0 && !same(table[at]!, x, y, z)) at = (at + 1) & (slots - 1)
    if (table[at]! >= 0) shared[table[at]!] = 1
    else table[at] = v
  }
  const single = new Float32Array(3)
  const singleBits = new Uint32Array(single.buffer)
  return {
    floats,
    put(places, n) {
      for (let i = 0; i < n; i++) {
        single[0] = places[3 * i]!
        single[1] = places[3 * i + 1]!
        single[2] = places[3 * i + 2]!
        const [x, y, z] = [singleBits[0]!, singleBits[1]!, singleBits[2]!]
        let at = hash(x, y, z)
        while (table[at]! >= 0 && !same(table[at]!, x, y, z)) at = (at + 1) & (slots - 1)
        const v = table[at]!
        if (v < 0 || shared[v]) continue
        places[3 * i] = positions[3 * v]!
        places[3 * i + 1] = positions[3 * v + 1]!
        places[3 * i + 2] = positions[3 * v + 2]!
      }
    },
  }
}
