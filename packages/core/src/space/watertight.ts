import type { Mesh } from './mesh.ts'

/** What an independent look at a mesh found; a sound body has no open and no crossed edges. */
export interface MeshCheck {
  readonly watertight: boolean
  /** Directed edges whose opposite is missing. */
  readonly openEdges: number
  /** Directed edges used more than once. */
  readonly crossedEdges: number
  /** Triangles with two corners in one place. */
  readonly collapsed: number
  readonly places: number
}

/**
 * Checks that every edge is used exactly once each way, taking vertices with equal coordinates as one place.
 * It knows nothing of how the mesh was made.
 */
export function checkWatertight(m: Mesh): MeshCheck {
  const placeOf = weld(m.positions)
  let places = 0
  for (const p of placeOf) if (p >= places) places = p + 1
  const edges = new Map<number, number>()
  let collapsed = 0
  for (let i = 0; i < m.triangles.length; i += 3) {
    const corners = [0, 1, 2].map((k) => placeOf[m.triangles[i + k]!]!)
    if (new Set(corners).size < 3) {
      collapsed++
      continue
    }
    for (let k = 0; k < 3; k++) {
      const key = corners[k]! * places + corners[(k + 1) % 3]!
      edges.set(key, (edges.get(key) ?? 0) + 1)
    }
  }
  let openEdges = 0
  let crossedEdges = 0
  for (const [key, uses] of edges) {
    const from = Math.floor(key / places)
    const to = key - from * places
    if (uses > 1) crossedEdges++
    if (!edges.has(to * places + from)) openEdges++
  }
  const watertight = openEdges === 0 && crossedEdges === 0 && collapsed === 0
  return { watertight, openEdges, crossedEdges, collapsed, places }
}

/** For each vertex, the number of its place. */
function weld(positions: Float32Array): Uint32Array {
  const known = new Map<string, number>()
  const placeOf = new Uint32Array(positions.length / 3)
  for (let v = 0; v < placeOf.length; v++) {
    // + 0 turns -0 into 0, which is the same place.
    const key = `${positions[v * 3]! + 0},${positions[v * 3 + 1]! + 0},${positions[v * 3 + 2]! + 0}`
    let place = known.get(key)
    if (place === undefined) known.set(key, (place = known.size))
    placeOf[v] = place
  }
  return placeOf
}
