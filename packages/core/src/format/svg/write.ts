import {
  bezierAt,
  bezierPiece,
  pointAt,
  reachAlong,
  vec2,
  type Bezier2,
  type Curve2,
  type Loop2,
} from '../../plane/index.ts'
import { loopsOf, type Region, type Section } from '../../profile/index.ts'

/** A figure with all the digits it needs and no more. */
const figure = (x: number): string => String(Number(x.toPrecision(15)) + 0)
const place = ([x, y]: readonly [number, number]): string => `${figure(x)} ${figure(-y)}`

/** Pieces that a curve is split into which is no cubic: each is then one to a millionth of its size. */
const PIECES = 16

/** Room round a small picture, as a share of the section's size. */
const MARGIN = 0.06

function frameOf(section: Region | Section): {
  left: number
  top: number
  w: number
  h: number
  data: string
} {
  const all = loopsOf(section).flat()
  const reach = (x: number, y: number): number => Math.max(...all.map((c) => reachAlong(c, [x, y])))
  const [right, top, left, bottom] = [reach(1, 0), reach(0, 1), -reach(-1, 0), -reach(0, -1)]
  return { left, top, w: right - left, h: top - bottom, data: loopsOf(section).map(loopData).join(' ') }
}

/** A section as an SVG file at true scale, mm, y up on the page. Lines and arcs are exact. */
export function sectionSvg(section: Region | Section, title: string): string {
  const { left, top, w, h, data } = frameOf(section)
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${figure(w)}mm" height="${figure(h)}mm" viewBox="${figure(left)} ${figure(-top)} ${figure(w)} ${figure(h)}">`,
    `<title>${title.replace(/[<&>]/g, (c) => `&#${c.charCodeAt(0)};`)}</title>`,
    `<path d="${data}" fill="none" stroke="#23282c" stroke-width="${figure(Math.max(w, h) / 400)}" fill-rule="evenodd"/>`,
    '</svg>',
    '',
  ].join('\n')
}

/** A section as a small picture: an SVG file that fills whatever room it gets, its line as thick at any size. */
export function sectionPicture(section: Region | Section): string {
  const { left, top, w, h, data } = frameOf(section)
  const m = MARGIN * Math.max(w, h)
  const box = [left - m, -top - m, w + 2 * m, h + 2 * m].map(figure).join(' ')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}"><path d="${data}" fill="#d9e4dc" fill-rule="evenodd" stroke="#23282c" stroke-width="1.6" vector-effect="non-scaling-stroke" stroke-linejoin="round"/></svg>`
}

function loopData(loop: Loop2): string {
  return `M${place(pointAt(loop[0]!, 0))} ${loop.map(curveData).join(' ')} Z`
}

function curveData(c: Curve2): string {
  if (c.kind === 'line') return `L${place(c.to)}`
  if (c.kind === 'arc') {
    // An arc by its ends says most when it is no more than half a turn.
    const parts = Math.ceil(Math.abs(c.sweep) / (Math.PI * 0.75))
    const r = figure(c.radius)
    return Array.from({ length: parts }, (_, i) => {
      const to = pointAt(c, (i + 1) / parts)
      return `A${r} ${r} 0 0 ${c.sweep > 0 ? 0 : 1} ${place(to)}`
    }).join(' ')
  }
  if (c.weights === undefined && c.points.length === 4) return `C${c.points.slice(1).map(place).join(' ')}`
  if (c.weights === undefined && c.points.length === 3) return `Q${c.points.slice(1).map(place).join(' ')}`
  return Array.from({ length: PIECES }, (_, i) =>
    pieceData(bezierPiece(c, i / PIECES, (i + 1) / PIECES)),
  ).join(' ')
}

const pieceData = (c: Bezier2): string => (c.weights === undefined ? hermiteData(c) : conicData(c))

/** A short piece as the cubic with its ends and its derivatives there. */
function hermiteData(c: Bezier2): string {
  const [a, b] = [bezierAt(c, 0), bezierAt(c, 1)]
  return `C${place(vec2.addScaled(a.point, a.first, 1 / 3))} ${place(vec2.addScaled(b.point, b.first, -1 / 3))} ${place(b.point)}`
}

/**
 * A short piece of a conic as a cubic with its ends and directions: in the standard form of the rational quadratic, with
 * end weights 1 and middle weight w, the handles are 4 w / (3 (1 + w)) of the way to its control point, so that the middle
 * is on the curve.
 */
function conicData(c: Bezier2): string {
  const [a, p, b] = [c.points[0]!, c.points[1]!, c.points.at(-1)!]
  const [w0, w1, w2] = [c.weights?.[0] ?? 1, c.weights?.[1] ?? 1, c.weights?.[2] ?? 1]
  const w = w1 / Math.sqrt(w0 * w2)
  const k = (4 * w) / (3 * (1 + w))
  const handle = (from: readonly [number, number]): [number, number] => [
    from[0] + k * (p[0] - from[0]),
    from[1] + k * (p[1] - from[1]),
  ]
  return `C${place(handle(a))} ${place(handle(b))} ${place(b)}`
}
