import type { BareMesh, Vec3 } from '../src/space/index.ts'

/** A box from a corner, as 8 places and 12 triangles that look outward. */
export function boxMesh([x, y, z]: Vec3, [w, d, h]: Vec3): BareMesh {
  const places = [0, 1].flatMap((k) =>
    [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ].flatMap(([i, j]) => [x + i! * w, y + j! * d, z + k * h]),
  )
  const sides = [
    [0, 3, 2, 1],
    [4, 5, 6, 7],
    [0, 1, 5, 4],
    [1, 2, 6, 5],
    [2, 3, 7, 6],
    [3, 0, 4, 7],
  ]
  return {
    positions: Float64Array.from(places),
    triangles: Uint32Array.from(sides.flatMap(([a, b, c, d2]) => [a!, b!, c!, a!, c!, d2!])),
  }
}

/** Meshes beside each other as one. */
export function together(...meshes: readonly BareMesh[]): BareMesh {
  const positions: number[] = []
  const triangles: number[] = []
  for (const m of meshes) {
    const from = positions.length / 3
    positions.push(...m.positions)
    triangles.push(...[...m.triangles].map((v) => v + from))
  }
  return { positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) }
}

/** With some triangles left out, or some looking the other way. */
export function altered(
  mesh: BareMesh,
  how: { without?: readonly number[]; turned?: readonly number[] },
): BareMesh {
  const triangles: number[] = []
  for (let f = 0; 3 * f < mesh.triangles.length; f++) {
    if (how.without?.includes(f)) continue
    const [a, b, c] = mesh.triangles.subarray(3 * f, 3 * f + 3)
    triangles.push(...(how.turned?.includes(f) ? [a!, c!, b!] : [a!, b!, c!]))
  }
  return { positions: mesh.positions, triangles: Uint32Array.from(triangles) }
}

/** A round rod along Z of n sides, its ends fans about a middle. */
export function rodMesh(radius: number, height: number, n: number): BareMesh {
  const positions = [0, 0, 0, 0, 0, height]
  for (const z of [0, height])
    for (let i = 0; i < n; i++) {
      const a = (2 * Math.PI * i) / n
      positions.push(radius * Math.cos(a), radius * Math.sin(a), z)
    }
  const triangles: number[] = []
  for (let i = 0; i < n; i++) {
    const [a, b] = [2 + i, 2 + ((i + 1) % n)]
    triangles.push(0, b, a, 1, a + n, b + n, a, b, b + n, a, b + n, a + n)
  }
  return { positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) }
}
