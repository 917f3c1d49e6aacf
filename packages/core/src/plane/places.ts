import { vec2, type Vec2 } from './vec2.ts'

/** Places that count as one where they are near, found without looking at all of them. */
export interface Places {
  readonly list: readonly Vec2[]
  /** The number of the first place within the tolerance of a point; the point itself is put in where there is none. */
  of(p: Vec2): number
}

/** A number for a square; far squares may share one, and what is in them is told apart by its distance. */
const keyOf = (i: number, j: number): number => Math.imul(i, 73856093) ^ Math.imul(j, 19349663)
const NONE: readonly number[] = []

/** An empty list of places; those within `eps` mm, more than 0, of one that is there are that one. */
export function placesWithin(eps: number): Places {
  const list: Vec2[] = []
  // Squares of twice the tolerance's width: what is near lies in the same one or those beside it on the nearer sides.
  const squares = new Map<number, number[]>()
  return {
    list,
    of(p) {
      const [x, y] = [p[0] / (2 * eps), p[1] / (2 * eps)]
      const [i, j] = [Math.floor(x), Math.floor(y)]
      const [beside, above] = [x - i < 0.5 ? i - 1 : i + 1, y - j < 0.5 ? j - 1 : j + 1]
      let first = Infinity
      const look = (key: number): void => {
        for (const n of squares.get(key) ?? NONE)
          if (n < first && vec2.distance(p, list[n]!) <= eps) first = n
      }
      look(keyOf(i, j))
      look(keyOf(beside, j))
      look(keyOf(i, above))
      look(keyOf(beside, above))
      if (first < Infinity) return first
      const key = keyOf(i, j)
      const here = squares.get(key)
      const n = list.push(p) - 1
      if (here) here.push(n)
      else squares.set(key, [n])
      return n
    },
  }
}
