import { beforeAll, describe, expect, it } from 'vitest'
import { arc2, line2, type Curve2 } from '@flexum/core/plane'
import type { PlaneFrame } from '@flexum/core/path'
import { meanOutline, region } from '@flexum/core/profile'
import {
  extrapolatedByRate,
  extrudedMesh,
  meshForSolids,
  boundaryOf,
  skinOf,
  skinVolumes,
  solidVolume,
  type Boundary,
  type Solids,
  type SolidTree,
} from '@flexum/core/solid'
import { loadManifold } from './index.ts'

let solids: Solids
beforeAll(async () => {
  solids = await loadManifold()
})

const XY: PlaneFrame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] }
const YZ: PlaneFrame = { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] }
const disc = (r: number, at: readonly [number, number] = [0, 0]) =>
  region([arc2(at, r, 0, Math.PI), arc2(at, r, Math.PI, Math.PI)])
const rectangle = (x: number, y: number) => {
  const c = [
    [0, 0],
    [x, 0],
    [x, y],
    [0, y],
  ] as const
  return region(c.map((p, i): Curve2 => line2(p, c[(i + 1) % 4]!)))
}
const prism = (
  section: ReturnType<typeof region>,
  plane: PlaneFrame,
  from: number,
  to: number,
  e = 0.01,
): Boundary => boundaryOf(extrudedMesh({ section: [section], plane, from, to }, e, meanOutline), () => true)
const rod = (r: number, plane: PlaneFrame, long: number, e?: number): Boundary => {
  const mesh = extrudedMesh({ section: [disc(r)], plane, from: -long, to: long }, e ?? 0.01, meanOutline)
  // Its side is round, its ends are plane.
  return boundaryOf(mesh, (tag) => tag % 3 !== 0)
}
const leaf = (shell: Boundary): SolidTree => ({ kind: 'mesh', mesh: meshForSolids(shell) })
const made = (tree: SolidTree) => {
  const m = solids.make(tree)
  if (!m.ok) throw new Error(m.fault.message)
  return m.value
}

describe('the library of solids', () => {
  it('two equal rods that cross have 16 r^3 / 3 in common, nearer the finer they are', () => {
    const r = 12
    const exact = (16 * r ** 3) / 3
    const at = (e: number): number =>
      solidVolume(made({ kind: 'common', of: [leaf(rod(r, XY, 40, e)), leaf(rod(r, YZ, 40, e))] }))
    const [coarse, fine, finest] = [at(0.02), at(0.005), at(0.00125)]
    expect(Math.abs(coarse / exact - 1)).toBeLessThan(3e-5)
    const { value, error } = extrapolatedByRate(coarse, fine, finest)
    expect(Math.abs(value / exact - 1)).toBeLessThan(5e-7)
    expect(Math.abs(value - exact)).toBeLessThan(error)
  })
  it('join and common are the sum of both; cut and common are the whole', () => {
    const [a, b] = [prism(rectangle(30, 20), XY, 0, 10), rod(7, YZ, 50)]
    const v = (kind: 'joined' | 'common'): number => solidVolume(made({ kind, of: [leaf(a), leaf(b)] }))
    const cut = made({ kind: 'cut', from: leaf(a), by: [leaf(b)] })
    const [va, vb] = [solidVolume(a), solidVolume(b)]
    expect(v('joined') + v('common')).toBeCloseTo(va + vb, 6)
    expect(solidVolume(cut) + v('common')).toBeCloseTo(va, 6)
  })
  it('every triangle says which face it comes from, and the wall of a cut looks the other way', () => {
    const [plate, hole] = [prism(rectangle(30, 20), XY, 0, 10), rod(4, { ...XY, origin: [15, 10, 0] }, 30)]
    const drilled = made({ kind: 'cut', from: leaf(plate), by: [leaf(hole)] })
    expect(solidVolume(drilled)).toBeCloseTo((600 - Math.PI * 16) * 10, 6)
    expect(skinVolumes(drilled)).toHaveLength(1)
    const skin = skinOf(drilled, [plate, hole], (_, tag) => tag % 3 !== 0)
    const { positions: p, normals: n, triangles: t, tags } = skin.mesh
    let walls = 0
    skin.shells.forEach((shell, i) => {
      if (shell !== 1) return
      walls++
      expect(tags[i]! % 3).toBe(0)
      for (let k = 0; k < 3; k++) {
        const v = 3 * t[3 * i + k]!
        // Into the hole, toward its middle.
        const [x, y] = [p[v]! - 15, p[v + 1]! - 10]
        expect((x * n[v]! + y * n[v + 1]!) / Math.hypot(x, y)).toBeCloseTo(-1, 3)
        expect(n[v + 2]).toBeCloseTo(0, 6)
      }
    })
    expect(walls).toBeGreaterThan(20)
    // Twelve edges of the plate and two rims; the plate's eight corners.
    const heights = [...skin.sharp].filter((v) => Math.hypot(p[3 * v]! - 15, p[3 * v + 1]! - 10) < 4.1)
    expect(new Set(heights.map((v) => p[3 * v + 2]))).toEqual(new Set([0, 10]))
    expect(skin.corners).toHaveLength(8)
  })
  it('bodies that do not touch are two skins, nothing in common is empty, a hollow is a skin below nothing', () => {
    const [a, b] = [
      prism(rectangle(10, 10), XY, 0, 10),
      prism(rectangle(10, 10), { ...XY, origin: [20, 0, 0] }, 0, 10),
    ]
    expect(skinVolumes(made({ kind: 'joined', of: [leaf(a), leaf(b)] }))).toEqual([1000, 1000])
    expect(made({ kind: 'common', of: [leaf(a), leaf(b)] }).triangles).toHaveLength(0)
    const inner = prism(rectangle(4, 4), { ...XY, origin: [3, 3, 0] }, 3, 7)
    const hollow = skinVolumes(made({ kind: 'cut', from: leaf(a), by: [leaf(inner)] }))
    expect(hollow.toSorted((x, y) => x - y)).toEqual([expect.closeTo(-64, 9), expect.closeTo(1000, 9)])
  })
  it('what is not closed is refused in words', () => {
    const a = prism(rectangle(10, 10), XY, 0, 10)
    const open = { ...a, triangles: a.triangles.slice(3), tags: a.tags.slice(1), flat: a.flat.slice(1) }
    expect(solids.make(leaf(open))).toMatchObject({ ok: false, fault: { message: 'it is not closed' } })
  })
  it('leaves no object of the library behind', () => {
    const [a, b] = [rod(5, XY, 20), rod(5, YZ, 20)]
    const once = (): void => void made({ kind: 'joined', of: [leaf(a), leaf(b)] })
    for (let i = 0; i < 50; i++) once()
    const before = process.memoryUsage().arrayBuffers
    for (let i = 0; i < 400; i++) once()
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(40e6)
  })
})
