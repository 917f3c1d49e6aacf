import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { altered, boxMesh, rodMesh, together } from '../../../testing/meshes.ts'
import { unpackTag } from '../../sweep/index.ts'
import { solidVolume } from '../extrapolated.ts'
import { importedBoundary } from './facets.ts'
import { healthOf, isWhole } from './health.ts'
import { mended } from './mend.ts'

const box = boxMesh([0, 0, 0], [4, 5, 6])
const inner = boxMesh([1, 1, 1], [1, 2, 3])
const all = Array.from({ length: 12 }, (_, f) => f)

describe('a mesh looked over', () => {
  it('is whole: a box; a hollow in it that looks inward; two that touch along an edge', () => {
    expect(isWhole(healthOf(box))).toBe(true)
    const hollow = healthOf(together(box, altered(inner, { turned: all })))
    expect([isWhole(hollow), hollow.shells]).toEqual([true, 2])
    const touching = healthOf(together(box, boxMesh([4, 5, 0], [1, 1, 6])))
    expect(isWhole(touching)).toBe(true)
  })
  it('tells holes with their size, what is inside out, what disagrees, what is spare', () => {
    const open = healthOf(altered(box, { without: [2, 3] }))
    expect(open.holes.map((h) => [h.rim.length, h.at, h.across])).toEqual([
      [4, [2, 2.5, 6], Math.hypot(4, 5)],
    ])
    expect(healthOf(altered(box, { turned: all })).insideOut).toEqual([0])
    expect(healthOf(together(box, inner)).insideOut).toEqual([1])
    expect(healthOf(altered(box, { turned: [0] })).disagreeing).toBe(3)
    const twice = { ...box, triangles: Uint32Array.from([...box.triangles, ...box.triangles.subarray(0, 3)]) }
    expect(healthOf(twice).spare).toBe(1)
  })
})

describe('a mesh mended', () => {
  it('comes to the volume that it should have', () => {
    for (const [mesh, volume] of [
      [altered(box, { without: [2, 3] }), 120],
      [altered(box, { without: [0, 5, 7] }), 120],
      [altered(box, { turned: all }), 120],
      [altered(box, { turned: [0, 4, 9] }), 120],
      [together(box, inner), 114],
      [together(box, altered(inner, { turned: all })), 114],
      [{ ...box, triangles: Uint32Array.from([...box.triangles, ...box.triangles.subarray(0, 3)]) }, 120],
    ] as const) {
      const made = mended(mesh)
      expect(healthOf(made)).toMatchObject({ holes: [], insideOut: [], disagreeing: 0, spare: 0 })
      expect(solidVolume(made)).toBeCloseTo(volume, 9)
    }
  })
  it('whichever triangles of a rod are left out or turned, it is whole after, if pieces of it are left', () => {
    const rod = rodMesh(3, 10, 12)
    const some = fc.uniqueArray(fc.nat(47), { maxLength: 6 })
    fc.assert(
      fc.property(some, some, (without, turned) => {
        const made = mended(altered(rod, { without, turned }))
        expect(isWhole(healthOf(made))).toBe(true)
        expect(solidVolume(made)).toBeGreaterThan(0)
      }),
      { numRuns: 60 },
    )
  })
  it('a triangle that stands alone goes, and what is round it is closed', () => {
    for (const [without, turned] of [
      [
        [47, 21, 44, 38, 3, 30],
        [36, 46, 21, 34, 6, 37],
      ],
      [
        [4, 42, 3, 5, 39, 45],
        [41, 7, 21, 13, 47],
      ],
    ] as const) {
      const made = mended(altered(rodMesh(3, 10, 12), { without, turned }))
      expect(isWhole(healthOf(made))).toBe(true)
      expect(healthOf(made).shells).toBe(1)
    }
  })
  it('places that single precision parts are one again', () => {
    const positions = Float64Array.from(
      [...box.triangles].flatMap((v) => [...box.positions.subarray(3 * v, 3 * v + 3)]),
    )
    positions.forEach((v, i) => (positions[i] = v + 1e-7 * ((i * 7919) % 13)))
    const soup = { positions, triangles: Uint32Array.from({ length: 36 }, (_, i) => i) }
    expect(healthOf(soup).holes.length).toBe(12)
    const made = mended(soup)
    expect([isWhole(healthOf(made)), made.positions.length]).toEqual([true, 24])
  })
})

describe('the faces of a mesh', () => {
  it('of a box are six planes with their normals', () => {
    const { shell, forms } = importedBoundary(box)
    expect(forms.map((f) => f.kind)).toEqual(Array(6).fill('plane'))
    expect(new Set(shell.tags).size).toBe(6)
    expect(forms.map((f) => f.kind === 'plane' && f.normal.map(Math.round).join())).toContain('0,0,1')
  })
  it('of a rod are two planes and one round face, its normals square to the axis', () => {
    const { shell, forms } = importedBoundary(rodMesh(3, 10, 48))
    expect(forms.map((f) => f.kind).sort()).toEqual(['free', 'plane', 'plane'])
    shell.tags.forEach((tag, f) => {
      if (forms[unpackTag(tag, forms.length).edge]!.kind !== 'free') return
      for (let k = 0; k < 3; k++) {
        const n = shell.normals.subarray(9 * f + 3 * k, 9 * f + 3 * k + 3)
        const v = 3 * shell.triangles[3 * f + k]!
        const [x, y] = shell.positions.subarray(v, v + 2)
        expect(n[2]).toBeCloseTo(0, 6)
        expect((n[0]! * x! + n[1]! * y!) / 3).toBeGreaterThan(0.998)
      }
    })
  })
})
