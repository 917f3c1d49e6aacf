import { SaxesParser } from 'saxes'
import { fail, fault, ok, type Result } from '../../base/index.ts'
import { recognised, type Curve2 } from '../../plane/index.ts'
import { compose, identity, scale, type Matrix } from 'transformation-matrix'
import { transformOf } from './affine.ts'
import { lengthOf, pathDataOf, type Attributes } from './elements.ts'
import { strokesOf, type SubPath } from './path-data.ts'

/** What a drawing holds, in mm with y pointing up. */
export interface SvgDrawing {
  readonly strokes: readonly SubPath[]
  /** Elements that draw something else (text, pictures, references), with how often. */
  readonly leftOut: ReadonlyMap<string, number>
}

/** Past these a file is refused rather than half read. */
const MOST_TEXT = 8_000_000
const MOST_ELEMENTS = 50_000
const MOST_DEPTH = 200
const MOST_CURVES = 100_000

/** What stands inside is not drawn where it stands. */
const UNDRAWN = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'style',
  'script',
  'metadata',
  'title',
  'desc',
])
const LEFT_OUT = new Set(['text', 'image', 'use', 'foreignObject', 'script'])

/**
 * Reads the outlines of an SVG file: paths and basic shapes with their transforms and units. Nothing in the file is run and
 * nothing it names is fetched; entities of its own are refused. Curves that are straights or arcs within `tolerance` mm come
 * out as such.
 */
export function readSvg(text: string, tolerance = 0.01): Result<SvgDrawing> {
  const refuse = (code: string, message: string): Result<SvgDrawing> => fail(fault(code, message))
  if (text.length > MOST_TEXT) return refuse('svg.large', 'The file is larger than 8 million characters.')
  const strokes: SubPath[] = []
  const leftOut = new Map<string, number>()
  const open: { readonly matrix: Matrix; readonly drawn: boolean }[] = []
  let problem: { code: string; message: string } | undefined
  let elements = 0
  let curves = 0
  let root = false
  const stop = (code: string, message: string): void => void (problem ??= { code, message })
  const parser = new SaxesParser({ xmlns: false, position: true })
  parser.on('error', (e) => stop('svg.xml', `This is no sound XML: ${e.message}`))
  parser.on('doctype', (d) => {
    if (/<!ENTITY/i.test(d)) stop('svg.entity', 'The file defines entities of its own; these are not read.')
  })
  parser.on('opentag', ({ name, attributes }) => {
    if (problem) return
    const at = attributes as Attributes
    const tag = name.replace(/^svg:/, '')
    if (!root && tag !== 'svg') return stop('svg.root', `This is no SVG file; it begins with <${name}>.`)
    if (++elements > MOST_ELEMENTS)
      return stop('svg.many', `The file has more than ${MOST_ELEMENTS} elements.`)
    if (open.length >= MOST_DEPTH) return stop('svg.deep', `The file is nested deeper than ${MOST_DEPTH}.`)
    const outer = open.at(-1)
    const own = at['transform'] === undefined ? identity() : transformOf(at['transform'])
    if (!own) return stop('svg.transform', `The transform "${at['transform']!.slice(0, 60)}" cannot be read.`)
    const base = outer ? outer.matrix : viewOf(at)
    root = true
    const hidden = at['display'] === 'none' || /display\s*:\s*none/.test(at['style'] ?? '')
    const drawn = (outer?.drawn ?? true) && !hidden && !UNDRAWN.has(tag)
    const matrix = compose(base, own)
    open.push({ matrix, drawn })
    if (LEFT_OUT.has(tag)) leftOut.set(tag, (leftOut.get(tag) ?? 0) + 1)
    const data = drawn ? pathDataOf(tag, at) : undefined
    if (data === undefined || data === '') return
    const made = strokesOf(data, matrix)
    if (!made.ok)
      return stop('svg.path', `<${tag}> number ${elements} cannot be read: ${made.fault.message}.`)
    curves += made.value.reduce((n, s) => n + s.curves.length, 0)
    if (curves > MOST_CURVES) return stop('svg.many', `The drawing has more than ${MOST_CURVES} curves.`)
    strokes.push(...made.value.map((s): SubPath => ({ ...s, curves: recognisedIn(s, tolerance) })))
  })
  parser.on('closetag', () => void open.pop())
  // In pieces, so that a file that is refused early is not read to its end.
  for (let i = 0; i < text.length && !problem; i += PIECE) parser.write(text.slice(i, i + PIECE))
  if (!problem) parser.close()
  if (problem) return refuse((problem as { code: string }).code, (problem as { message: string }).message)
  if (!root) return refuse('svg.root', 'This is no SVG file; there is nothing in it.')
  return ok({ strokes, leftOut })
}

const PIECE = 1 << 16

function recognisedIn(s: SubPath, tolerance: number): Curve2[] {
  const found = recognised(s.curves, tolerance)
  if (!s.closed || found.length < 2) return found
  // Where the stroke begins in the middle of an arc, its two parts are one.
  const turned = recognised([...found.slice(1), found[0]!], tolerance)
  return turned.length < found.length ? turned : found
}

/** From the drawing's units to mm with y up, its origin the origin: the size of the page over its view box, or 1/96 in. */
function viewOf(at: Attributes): Matrix {
  const box = (at['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const px = 25.4 / 96
  const sound = box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0
  if (!sound) return scale(px, -px)
  const [w, h] = [box[2]!, box[3]!]
  const [wide, high] = [lengthOf(at['width']), lengthOf(at['height'])]
  const across = wide === undefined ? undefined : wide / w
  const up = high === undefined ? undefined : high / h
  // The drawing keeps its proportions: the smaller of the two scales counts, as the standard has it.
  const k = across !== undefined && up !== undefined ? Math.min(across, up) : (across ?? up ?? px)
  return scale(k, -k)
}
