import { fail, fault, type Result } from '../../base/index.ts'
import type { BareMesh } from '../../space/index.ts'
import type { LengthUnit } from '../../units/index.ts'

/** A mesh as a file holds it. */
export interface ReadMesh extends BareMesh {
  /** In which unit its numbers are, where the file says so; undefined where it does not. */
  readonly unit: LengthUnit | undefined
}

/** Past these a file is refused rather than half read. */
export const MOST_TRIANGLES = 60_000
export const MOST_BYTES = 40_000_000

export const refuseMesh = (code: string, message: string): Result<never> =>
  fail(fault(`mesh.${code}`, message))

export const tooMany = (what: string): Result<never> =>
  refuseMesh(
    'many',
    `the file has ${what}; a body that is brought in has at most ${MOST_TRIANGLES} triangles. Write it out coarser.`,
  )

/** Collects triangles, places with the very same numbers being one. */
export function collectMesh() {
  const places: number[] = []
  const triangles: number[] = []
  const known = new Map<string, number>()
  const placeOf = (x: number, y: number, z: number): number => {
    // As 32-bit numbers, as which they are kept; + 0 makes 0 of -0, which is the same place.
    const [a, b, c] = [Math.fround(x) + 0, Math.fround(y) + 0, Math.fround(z) + 0]
    const key = `${a} ${b} ${c}`
    let at = known.get(key)
    if (at === undefined) {
      known.set(key, (at = places.length / 3))
      places.push(a, b, c)
    }
    return at
  }
  return {
    placeOf,
    triangle: (a: number, b: number, c: number): void => void triangles.push(a, b, c),
    count: (): number => triangles.length / 3,
    done: (): BareMesh => ({
      positions: Float64Array.from(places),
      triangles: Uint32Array.from(triangles),
    }),
  }
}
