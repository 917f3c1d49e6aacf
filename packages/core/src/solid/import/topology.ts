import type { BareMesh } from '../../space/index.ts'

/** Where triangles of a mesh lie against each other: `edges` by their two places, whichever way, with the triangles that have them. */
export interface Topology {
  /** For each half edge (3 a triangle, from its corner to the next): the number of its edge. */
  readonly edgeOf: Uint32Array
  /** For each edge its half edges. */
  readonly halves: readonly (readonly number[])[]
}

/** The edges of a mesh. */
export function topologyOf({ triangles: t, positions }: BareMesh): Topology {
  const places = positions.length / 3
  const known = new Map<number, number>()
  const halves: number[][] = []
  const edgeOf = Uint32Array.from(t, (a, h) => {
    const b = t[nextHalf(h)]!
    const key = Math.min(a, b) * places + Math.max(a, b)
    let e = known.get(key)
    if (e === undefined) {
      known.set(key, (e = halves.length))
      halves.push([])
    }
    halves[e]!.push(h)
    return e
  })
  return { edgeOf, halves }
}

/** The half edge after one in its triangle. */
export const nextHalf = (h: number): number => (h % 3 === 2 ? h - 2 : h + 1)

/** The pieces that hang together by edges: for each triangle the number of its piece. */
export function piecesOf(
  { triangles }: BareMesh,
  { edgeOf, halves }: Topology,
): { of: Uint32Array; count: number } {
  const faces = triangles.length / 3
  const of = new Uint32Array(faces).fill(faces)
  let count = 0
  for (let f = 0; f < faces; f++) {
    if (of[f] !== faces) continue
    const open = [f]
    of[f] = count
    for (let g = open.pop(); g !== undefined; g = open.pop())
      for (let k = 0; k < 3; k++)
        for (const h of halves[edgeOf[3 * g + k]!]!) {
          const other = Math.floor(h / 3)
          if (of[other] !== faces) continue
          of[other] = count
          open.push(other)
        }
    count++
  }
  return { of, count }
}
