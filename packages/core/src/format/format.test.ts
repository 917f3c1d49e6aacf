import { csvParseRows } from 'd3-dsv'
import { describe, expect, it } from 'vitest'
import { bend, sharp } from '../../testing/chains.ts'
import { bendTableOf } from '../forming/index.ts'
import { pathThroughNodes } from '../path/index.ts'
import { outlineOf, STOCK_SHAPES } from '../profile/index.ts'
import { checkWatertight, meshVolume, type Mesh } from '../space/index.ts'
import { meshRun, placeRings, squareFrames } from '../sweep/index.ts'
import { bendTableCsv, nodesCsv, pictureOf, rowsFromText, stlOf } from './index.ts'

const nodes = [sharp(0, 0, 0), bend(100, 0, 0, 20), bend(100, 80, 0, 10), sharp(100, 80, 60)]
const built = pathThroughNodes(nodes, false)
const bar = STOCK_SHAPES['round-bar']({ diameter: 8 })
if (!built.ok || !bar.ok) throw new Error('the sample must build')
const outline = outlineOf(bar.value, 0.02)
const mesh: Mesh = meshRun(
  outline,
  placeRings({ frames: squareFrames(built.value.path) }, outline, 0.02),
  false,
)

describe('csv', () => {
  it('writes the bend table so that it reads back', () => {
    const table = bendTableOf(built.value.path)
    if (!table.ok) throw new Error()
    const rows = csvParseRows(bendTableCsv(table.value, 'in').trimEnd())
    expect(rows[0]).toEqual(['bend', 'length (in)', 'rotation (deg)', 'angle (deg)', 'radius (in)'])
    expect(Number(rows[2]![1]) * 25.4).toBeCloseTo(table.value.rows[1]!.length, 9)
    expect(rows[2]!.slice(2, 4)).toEqual(['90', '90'])
    expect(rows[3]!.slice(0, 1)).toEqual(['end'])
  })
  it('writes nodes, and reads rows from a spreadsheet', () => {
    const text = nodesCsv(
      nodes.map((n) => ({ point: n.point, radius: n.corner.kind === 'bend' ? n.corner.radius : undefined })),
      'mm',
    )
    expect(rowsFromText(text)[2]).toEqual(['2', '100', '0', '0', '20'])
    expect(rowsFromText('1\t2\t3\r\n4\t5\t6\r\n')).toEqual([
      ['1', '2', '3'],
      ['4', '5', '6'],
    ])
    // A decimal comma stays in its cell, where the formula refuses it with advice; it never makes two cells.
    expect(rowsFromText('1,5;2\n3;4\n')).toEqual([
      ['1,5', '2'],
      ['3', '4'],
    ])
    expect(rowsFromText('1\'-3 1/2"\t2')).toHaveLength(1)
    // Line ends without end are read in one go.
    expect(rowsFromText(`1\t2${'\r\n'.repeat(300_000)}`)).toEqual([['1', '2']])
    expect(rowsFromText('\n'.repeat(300_000) + 'x')).toHaveLength(300_001)
    expect(rowsFromText('\n'.repeat(300_000)).flat().join('')).toBe('')
  })
})

/** Reads a binary STL back as a mesh, one vertex a corner. */
function readStl(bytes: Uint8Array): Mesh {
  const view = new DataView(bytes.buffer, bytes.byteOffset)
  const faces = view.getUint32(80, true)
  expect(bytes.length).toBe(84 + faces * 50)
  const positions = new Float32Array(faces * 9)
  for (let f = 0; f < faces; f++) {
    for (let k = 0; k < 9; k++) positions[f * 9 + k] = view.getFloat32(84 + f * 50 + 12 + k * 4, true)
  }
  const triangles = Uint32Array.from({ length: faces * 3 }, (_, i) => i)
  return { positions, normals: positions, triangles, tags: new Uint32Array(faces) }
}

describe('stl', () => {
  it('reads back as the same closed body', () => {
    const again = readStl(stlOf(mesh, 'Pipe ø'))
    expect(checkWatertight(again)).toMatchObject({ watertight: true })
    expect(meshVolume(again)).toBeCloseTo(meshVolume(mesh), 6)
    expect(new TextDecoder().decode(stlOf(mesh, 'x').subarray(0, 5))).not.toBe('solid')
  })
})

describe('small picture', () => {
  it('shows the body in its colour on a clear ground', () => {
    const p = pictureOf([{ mesh, look: { colour: [180, 98, 45], shine: 0.4, sharpness: 20 } }], 60, 40)
    const alpha = (x: number, y: number): number => p.pixels[(y * 60 + x) * 4 + 3]!
    expect(alpha(0, 0)).toBe(0)
    const solid = Array.from({ length: 2400 }, (_, i) => i).filter((i) => p.pixels[i * 4 + 3] === 255)
    expect(solid.length).toBeGreaterThan(60)
    const redder = solid.filter((i) => p.pixels[i * 4]! >= p.pixels[i * 4 + 2]!)
    expect(redder.length / solid.length).toBeGreaterThan(0.7)
  })
})
