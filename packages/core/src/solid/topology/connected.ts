import type { Body } from '../body.ts'
import { weldedOf } from './welded.ts'

/** A part of a surface that hangs together. */
export interface Area {
  readonly surface: number
  /** What its surface is called; of several parts of one, with a number by what lies beside each. */
  readonly name: string
}

/** Parts the surfaces of a body, by which each of its triangles is of one, into areas that hang together. */
export function connectedAreas(
  body: Body,
  surfaces: Uint32Array,
  nameOf: (surface: number) => string,
): { readonly of: Uint32Array; readonly areas: readonly Area[] } {
  const places = weldedOf(body)
  const { triangles, tags } = body.mesh
  const count = tags.length
  const parent = Uint32Array.from(surfaces.keys())
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!
    return i
  }
  /** Sides of triangles at which two surfaces part, by their triangles. */
  const beside: (readonly [number, number])[] = []
  const open = new Map<number, number>()
  const width = 2 ** 26
  for (let k = 0; k < body.instances.length; k++)
    for (let t = 0; t < count; t++)
      for (let side = 0; side < 3; side++) {
        const [v, w] = [
          places.of(k, triangles[3 * t + side]!),
          places.of(k, triangles[3 * t + ((side + 1) % 3)]!),
        ]
        if (v === w) continue
        const key = Math.min(v, w) * width + Math.max(v, w)
        const here = k * count + t
        const other = open.get(key)
        if (other === undefined) {
          open.set(key, here)
          continue
        }
        open.delete(key)
        if (surfaces[here] === surfaces[other]) parent[root(here)] = root(other)
        else beside.push([here, other])
      }
  const roots = new Map<number, number>()
  const of = Uint32Array.from(surfaces, (_, i) => {
    const r = root(i)
    let area = roots.get(r)
    if (area === undefined) roots.set(r, (area = roots.size))
    return area
  })
  const surfaceOf = [...roots.keys()].map((r) => surfaces[r]!)
  const neighbours = surfaceOf.map(() => new Set<string>())
  for (const [a, b] of beside) {
    neighbours[of[a]!]!.add(nameOf(surfaces[b]!))
    neighbours[of[b]!]!.add(nameOf(surfaces[a]!))
  }
  const keys = neighbours.map((n) => [...n].sort().join(' '))
  const parts = new Map<number, number[]>()
  surfaceOf.forEach((s, area) => parts.set(s, [...(parts.get(s) ?? []), area]))
  const names = surfaceOf.map((s) => nameOf(s))
  for (const [s, list] of parts) {
    // Which lie beside most others comes first: the outermost, as a rim has more beside it than a field.
    const order = list.sort(
      (a, b) =>
        neighbours[b]!.size - neighbours[a]!.size || (keys[a]! < keys[b]! ? -1 : keys[a]! > keys[b]! ? 1 : 0),
    )
    order.forEach((area, i) => {
      if (i > 0) names[area] = `${nameOf(s)}#${i + 1}`
    })
  }
  return { of, areas: surfaceOf.map((surface, i) => ({ surface, name: names[i]! })) }
}
