import { agreement, FAULTS, SHAPES, taken, turned } from '../packages/core/testing/pictures.ts'
import { traceOutlines } from '@flexum/core/trace'

/** What came of one fault, over all shapes, as they are and through JPEG. */
export interface Traced {
  readonly fault: string
  readonly pictures: number
  /** Pictures of which one outline was found, of as many straights and arcs as the true one. */
  readonly alike: number
  /** The farthest that any outline lay off the true one, px, and the middle of the farthest of each. */
  readonly most: number
  readonly middle: number
}

const SIZE = { width: 420, height: 380 }
const QUALITY = 80

/** Traces pictures of known shapes with each fault alone and all together. */
export function traces(): Traced[] {
  return Object.entries(FAULTS).map(([fault, { turn = 0, ...how }]): Traced => {
    const off: number[] = []
    let [pictures, alike] = [0, 0]
    for (const shape of Object.values(SHAPES))
      for (const jpeg of [undefined, QUALITY]) {
        pictures++
        const truth = turned(shape.loop, turn, SIZE.width, SIZE.height)
        const picture = taken([truth], { ...SIZE, ...how, ...(jpeg ? { jpeg } : {}) })
        const found = traceOutlines(picture, { between: 0.5, tolerance: 0.6 })
        if (found.length === 0) {
          off.push(Infinity)
          continue
        }
        const a = agreement(found[0]!.curves, truth)
        off.push(a.most)
        if (found.length === 1 && a.straights === shape.straights && a.arcs === shape.arcs) alike++
      }
    const sorted = off.toSorted((a, b) => a - b)
    return { fault, pictures, alike, most: sorted.at(-1)!, middle: sorted[Math.floor(sorted.length / 2)]! }
  })
}
