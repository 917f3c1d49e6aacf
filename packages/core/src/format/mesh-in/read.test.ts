import { zipSync, strToU8 } from 'fflate'
import { describe, expect, it } from 'vitest'
import { boxMesh } from '../../../testing/meshes.ts'
import { solidVolume } from '../../solid/index.ts'
import type { Mesh } from '../../space/index.ts'
import { stlOf } from '../stl.ts'
import type { ReadMesh } from './mesh.ts'
import { readMesh } from './read.ts'

const box = boxMesh([1, 2, 3], [4, 5, 6])
const text = (s: string): Uint8Array => new TextEncoder().encode(s)
const got = (bytes: Uint8Array): ReadMesh => {
  const read = readMesh(bytes)
  if (!read.ok) throw new Error(read.fault.message)
  return read.value
}
const refused = (bytes: Uint8Array): string => {
  const read = readMesh(bytes)
  return read.ok ? '' : read.fault.message
}
const places = (m: ReadMesh): number => m.positions.length / 3
const stl = (): string =>
  [...box.triangles]
    .map(
      (v, i) =>
        `${i % 3 ? '' : 'facet normal 0 0 0\nouter loop\n'}vertex ${[...box.positions.subarray(3 * v, 3 * v + 3)].join(' ')}${i % 3 === 2 ? '\nendloop\nendfacet' : ''}`,
    )
    .join('\n')
const obj = (faces: string): string =>
  `# a box\n${Array.from({ length: 8 }, (_, v) => `v ${[...box.positions.subarray(3 * v, 3 * v + 3)].join(' ')}`).join('\n')}\n${faces}\n`
const model = (unit: string, build: string): Uint8Array => {
  const xml = `<?xml version="1.0"?><model ${unit}><resources><object id="1"><mesh><vertices>${Array.from(
    { length: 8 },
    (_, v) => {
      const [x, y, z] = box.positions.subarray(3 * v, 3 * v + 3)
      return `<vertex x="${x}" y="${y}" z="${z}"/>`
    },
  ).join('')}</vertices><triangles>${Array.from({ length: 12 }, (_, f) => {
    const [a, b, c] = box.triangles.subarray(3 * f, 3 * f + 3)
    return `<triangle v1="${a}" v2="${b}" v3="${c}"/>`
  }).join('')}</triangles></mesh></object>
  <object id="2"><components><component objectid="1"/><component objectid="1" transform="1 0 0 0 1 0 0 0 1 100 0 0"/></components></object>
  </resources><build>${build}</build></model>`
  return zipSync({ '3D/3dmodel.model': strToU8(xml), '[Content_Types].xml': strToU8('<Types/>') })
}

describe('a mesh from a file', () => {
  it('is the same from binary STL, as it is written here too, and from text', () => {
    const mesh: Mesh = {
      positions: Float32Array.from(box.positions),
      normals: new Float32Array(24),
      triangles: box.triangles,
      tags: new Uint32Array(12),
    }
    for (const bytes of [stlOf(mesh, 'a box'), text(`solid box\n${stl()}\nendsolid box\n`)]) {
      const read = got(bytes)
      expect([places(read), read.triangles.length / 3, read.unit]).toEqual([8, 12, undefined])
      expect(solidVolume(read)).toBeCloseTo(120, 9)
    }
  })
  it('from OBJ: faces of many corners, with pictures and normals, counted back; one that is not convex', () => {
    const quads = 'f 1/1 4/2 3/3 2/4\nf 5//1 6//1 7//1 8//1\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf -5 -8 -4 -1'
    const read = got(text(obj(quads)))
    expect([places(read), read.triangles.length / 3]).toEqual([8, 12])
    expect(solidVolume(read)).toBeCloseTo(120, 9)
    // An L of 3 squares as the foot of a prism, its inward corner first: by a fan it would come to another volume.
    const foot = [
      [1, 1],
      [0, 1],
      [0, 0],
      [2, 0],
      [2, 2],
      [1, 2],
    ]
    const v = [0, 1].flatMap((z) => foot.map(([x, y]) => `v ${x} ${y} ${z}`))
    const sides = foot.map((_, i) => `f ${i + 1} ${((i + 1) % 6) + 1} ${((i + 1) % 6) + 7} ${i + 7}`)
    const prism = got(text([...v, 'f 6 5 4 3 2 1', 'f 7 8 9 10 11 12', ...sides].join('\n')))
    expect(solidVolume(prism)).toBeCloseTo(3, 9)
  })
  it('from 3MF: its unit, objects made of objects, each where it stands', () => {
    const one = got(model('unit="inch"', '<item objectid="1"/>'))
    expect([one.unit, solidVolume(one)]).toEqual(['in', 120])
    const two = got(model('', '<item objectid="2" transform="0 1 0 -1 0 0 0 0 1 0 0 7"/>'))
    expect([two.unit, two.triangles.length / 3, solidVolume(two)]).toEqual(['mm', 24, 240])
    // The second box stands 100 further along what is turned to Y.
    expect(Math.max(...two.positions.filter((_, i) => i % 3 === 1))).toBe(105)
    expect(Math.max(...two.positions.filter((_, i) => i % 3 === 2))).toBe(16)
    const mirrored = got(model('', '<item objectid="1" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/>'))
    expect(solidVolume(mirrored)).toBe(120)
    const fine = got(model('unit="micron"', '<item objectid="1"/>'))
    expect(solidVolume(fine)).toBeCloseTo(120e-9, 13)
  })
  it('is refused with what was read and where', () => {
    expect(refused(text('solid x\nfacet\nouter loop\nvertex 1 2\n'))).toMatch(/line 4 is "vertex 1 2"/)
    expect(refused(text('solid x\nfacet\nouter loop\nvertex 1 2 3\nendloop\nendfacet'))).toMatch(
      /line 6 has 1 corners/,
    )
    expect(refused(text(obj('f 1 2 9')))).toMatch(/corner "9"; there are 8 places/)
    expect(refused(text('v 1 2 x'))).toMatch(/line 1 is "v 1 2 x"/)
    expect(refused(text(obj('')))).toMatch(/no triangle/)
    expect(refused(model('unit="cubit"', '<item objectid="1"/>'))).toMatch(/in "cubit"; one of micron/)
    expect(refused(model('', '<item objectid="7"/>'))).toMatch(/object "7"/)
    expect(refused(model('', '<item objectid="1" transform="1 0 0"/>'))).toMatch(/12 numbers/)
    expect(refused(Uint8Array.of(0x50, 0x4b, 3, 4, 9, 9))).toMatch(/cannot be opened/)
    expect(refused(zipSync({ 'a.txt': strToU8('x') }))).toMatch(/no model/)
  })
  it('an object made of itself ends', () => {
    const xml =
      '<model><resources><object id="1"><components><component objectid="1"/></components></object></resources><build><item objectid="1"/></build></model>'
    expect(refused(zipSync({ '3D/3dmodel.model': strToU8(xml) }))).toMatch(/deeper than 16/)
  })
})
