import { describe, expect, it } from 'vitest'
import { LIMITS, STARTERS, writePart } from '../recipe/index.ts'
import { acceptOf, dropsOf, IMPORT_SORTS } from './import-sorts.ts'
import { IMPORTS } from './imports.ts'

const bytes = (...of: (number | readonly number[])[]): Uint8Array => Uint8Array.from(of.flat())
const word = (n: number): number[] => [n >>> 24, (n >> 16) & 255, (n >> 8) & 255, n & 255]
const png = (width: number, height: number): Uint8Array =>
  bytes(
    [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
    word(13),
    [0x49, 0x48, 0x44, 0x52],
    word(width),
    word(height),
    [8, 6, 0, 0, 0],
    word(0),
  )
/** The first bytes of a JPEG: an application segment, then a frame of a size. */
const jpeg = (width: number, height: number): Uint8Array => {
  const size = [height >> 8, height & 255, width >> 8, width & 255]
  return bytes([0xff, 0xd8, 0xff, 0xe0, 0, 6, 1, 2, 3, 4, 0xff, 0xc0, 0, 17, 8], size, Array(20).fill(0))
}

const refusals: {
  readonly [S in keyof typeof IMPORTS]: readonly (readonly [string, () => unknown, RegExp])[]
} = {
  part: [
    ['no JSON', () => IMPORTS.part.read('nodes: 3'), /JSON/],
    ['another thing', () => IMPORTS.part.read('{"format":"cake"}'), /format/],
  ],
  outlines: [
    ['no SVG', () => IMPORTS.outlines.read('<html></html>'), /svg/i],
    ['nothing', () => IMPORTS.outlines.read(''), /no sound XML/],
  ],
  picture: [
    [
      'another file',
      () => IMPORTS.picture.read(bytes(...'<svg/>'.split('').map((c) => c.charCodeAt(0)))),
      /neither/,
    ],
    ['an empty one', () => IMPORTS.picture.read(bytes()), /empty/],
    ['half a PNG', () => IMPORTS.picture.read(png(3, 4).subarray(0, 20)), /cut off/],
    ['half a JPEG', () => IMPORTS.picture.read(jpeg(5, 5).subarray(0, 12)), /cut off/],
    ['one without a size', () => IMPORTS.picture.read(jpeg(0, 5)), /no size/],
    // Segments that say they are endless end the search.
    ['endless segments', () => IMPORTS.picture.read(bytes([0xff, 0xd8], Array(4000).fill(0xff))), /cut off/],
    ['one too wide', () => IMPORTS.picture.read(png(9000, 20)), /9000 by 20; at most 8000/],
    ['one too large', () => IMPORTS.picture.read(jpeg(7000, 6000)), /42 megapixels/],
  ],
  mesh: [
    ['a picture', () => IMPORTS.mesh.read(png(3, 4)), /no STL, OBJ or 3MF/],
    ['nothing', () => IMPORTS.mesh.read(bytes()), /no STL, OBJ or 3MF/],
    [
      'an STL without a facet',
      () => IMPORTS.mesh.read(new TextEncoder().encode('solid x\nendsolid x\n')),
      /no triangle/,
    ],
  ],
  points: [
    ['nothing', () => IMPORTS.points.read(''), /no lines/],
    ['a picture', () => IMPORTS.points.read('<svg/>\n<g/>'), /no numbers/],
    ['a whole book', () => IMPORTS.points.read('1,2,3\n'.repeat(1_000_000)), /far larger/],
  ],
  nodes: [
    ['blanks', () => IMPORTS.nodes.read(' \t \n\t'), /no cells/],
    [
      'more rows than a path has nodes',
      () => IMPORTS.nodes.read('1\t2\n'.repeat(LIMITS.nodes + 1)),
      /5001 rows/,
    ],
  ],
}

describe('what can be brought in', () => {
  it('is read where it is sound', () => {
    const part = STARTERS.hoop.make('Hoop')
    expect(IMPORTS.part.read(writePart(part))).toEqual({ ok: true, value: part })
    const square = '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0H10V10H0Z"/></svg>'
    const drawing = IMPORTS.outlines.read(square)
    expect(drawing.ok && drawing.value.strokes).toHaveLength(1)
    expect(IMPORTS.picture.read(jpeg(640, 480))).toEqual({
      ok: true,
      value: { type: 'image/jpeg', width: 640, height: 480 },
    })
    // As part of a larger stretch of memory.
    const within = bytes([1, 2, 3], [...png(3, 4)]).subarray(3)
    expect(IMPORTS.picture.read(within)).toMatchObject({ ok: true, value: { width: 3, height: 4 } })
    expect(IMPORTS.nodes.read('0\t1\n2,5\t3\n')).toEqual({
      ok: true,
      value: [
        ['0', '1'],
        ['2,5', '3'],
      ],
    })
  })
  describe.each(Object.entries(refusals))('as %s', (_, cases) => {
    it.each(cases)('is refused in words when it is %s', (_of, read, words) => {
      expect(read()).toMatchObject({ ok: false, fault: { message: expect.stringMatching(words) } })
    })
  })
  it('is offered by its extensions and media types', () => {
    expect(acceptOf('picture')).toBe('.png,.jpg,.jpeg,image/png,image/jpeg')
    expect(dropsOf('part')).toEqual({ 'application/json': ['.json'] })
    for (const [sort, { by, extensions }] of Object.entries(IMPORT_SORTS)) {
      const files = (by as readonly string[]).includes('file')
      expect([sort, extensions.length > 0]).toEqual([sort, files])
    }
  })
})
