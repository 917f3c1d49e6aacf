import { look } from '../base/index.ts'
import { meshSurface, meshVolume, type Mesh } from '../space/index.ts'
import type { Outline } from '../profile/index.ts'
import type { Rings } from './rings.ts'
import { isEnd } from './tags.ts'

/** What a run's mesh encloses, mm3, and its whole surface, mm2. */
export interface MeshSize {
  readonly volume: number
  readonly surface: number
}

/**
 * Volume and surface of a run's mesh: the same triangles in the same order as `meshRun` lays them, taken band by band
 * straight from the rings' vertices; one third of the time of going through the index. The volume is by the divergence
 * theorem for the field (x, 0, 0), x from the first vertex. Every place of the mesh goes into both sums, and a sum that has
 * once become infinite or no number stays so: where the volume is finite, all places are.
 */
export function runMeshSize(outline: Outline, rings: Rings, mesh: Mesh): MeshSize {
  const bands = bandsSize(outline, rings, mesh.positions)
  let firstEnd = mesh.tags.length
  while (firstEnd > 0 && isEnd(mesh.tags[firstEnd - 1]!)) firstEnd--
  const ends = { ...mesh, triangles: mesh.triangles.subarray(firstEnd * 3) }
  return { volume: bands.volume + meshVolume(ends), surface: bands.surface + meshSurface(ends) }
}

function bandsSize(outline: Outline, rings: Rings, p: Float32Array): MeshSize {
  const { sideFrom, sideTo } = outline
  const around = outline.x.length
  const x0 = p[0] ?? 0
  let six = 0
  let twice = 0
  for (let r = 0; r < rings.count; r++) {
    if (rings.segments[r]! < 0) continue
    look(around, 'what the mesh encloses')
    const here = r * around * 3
    const next = here + around * 3
    for (let i = 0; i < sideFrom.length; i++) {
      const a = here + sideFrom[i]! * 3
      const b = here + sideTo[i]! * 3
      const c = next + sideTo[i]! * 3
      const d = next + sideFrom[i]! * 3
      const x = p[a]!
      const y = p[a + 1]!
      const z = p[a + 2]!
      // Both triangles share the diagonal u from a to c: a b c and a c d.
      const ux = p[c]! - x
      const uy = p[c + 1]! - y
      const uz = p[c + 2]! - z
      const bx = p[b]! - x
      const by = p[b + 1]! - y
      const bz = p[b + 2]! - z
      const dx = p[d]! - x
      const dy = p[d + 1]! - y
      const dz = p[d + 2]! - z
      const fx = by * uz - bz * uy
      const fy = bz * ux - bx * uz
      const fz = bx * uy - by * ux
      const gx = uy * dz - uz * dy
      const gy = uz * dx - ux * dz
      const gz = ux * dy - uy * dx
      const ax = 3 * (x - x0)
      six += (ax + bx + ux) * fx + (ax + ux + dx) * gx
      // Not Math.hypot: it guards against overflow that cannot happen here and costs several times as much.
      twice += Math.sqrt(fx * fx + fy * fy + fz * fz) + Math.sqrt(gx * gx + gy * gy + gz * gz)
    }
  }
  return { volume: six / 6, surface: twice / 2 }
}
