import { own } from '../../base/index.ts'

/** Attributes of an element as written. */
export type Attributes = Readonly<Record<string, string>>

/** mm in a unit of length; a bare number and px are 1/96 in. */
const UNITS: Readonly<Record<string, number>> = {
  '': 25.4 / 96,
  px: 25.4 / 96,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  mm: 1,
  cm: 10,
  in: 25.4,
}

/** A length in mm; undefined for what is no length (percentages, em). */
export function lengthOf(text: string | undefined): number | undefined {
  const [, figure, unit] = /^\s*([-+]?[\d.]+(?:e[-+]?\d+)?)\s*([a-z%]*)\s*$/i.exec(text ?? '') ?? []
  const factor = own(UNITS, (unit ?? '?').toLowerCase())
  const value = Number(figure)
  return factor !== undefined && Number.isFinite(value) ? value * factor : undefined
}

/** A figure in the drawing's own units: a unit counts in px, as the units are. */
function figure(at: Attributes, name: string): number {
  const text = at[name]
  if (text === undefined) return 0
  const mm = lengthOf(text)
  return mm === undefined ? NaN : mm / UNITS['px']!
}

const ring = (cx: number, cy: number, rx: number, ry: number): string =>
  `M${cx - rx} ${cy}A${rx} ${ry} 0 0 0 ${cx + rx} ${cy}A${rx} ${ry} 0 0 0 ${cx - rx} ${cy}Z`

/** A basic shape as path data; '' for one without extent, undefined for what is no shape. */
export function pathDataOf(name: string, at: Attributes): string | undefined {
  switch (name) {
    case 'path':
      return at['d'] ?? ''
    case 'line':
      return `M${figure(at, 'x1')} ${figure(at, 'y1')}L${figure(at, 'x2')} ${figure(at, 'y2')}`
    case 'polyline':
    case 'polygon': {
      const points = (at['points'] ?? '').trim()
      return points === '' ? '' : `M${points}${name === 'polygon' ? 'Z' : ''}`
    }
    case 'circle': {
      const r = figure(at, 'r')
      return r > 0 ? ring(figure(at, 'cx'), figure(at, 'cy'), r, r) : ''
    }
    case 'ellipse': {
      const [rx, ry] = [figure(at, 'rx'), figure(at, 'ry')]
      return rx > 0 && ry > 0 ? ring(figure(at, 'cx'), figure(at, 'cy'), rx, ry) : ''
    }
    case 'rect':
      return rectangle(at)
    default:
      return undefined
  }
}

function rectangle(at: Attributes): string {
  const [x, y, w, h] = [figure(at, 'x'), figure(at, 'y'), figure(at, 'width'), figure(at, 'height')]
  if (!(w > 0 && h > 0)) return ''
  const [given, other] = [at['rx'] ?? at['ry'], at['ry'] ?? at['rx']]
  const rx = Math.min(figure({ r: given ?? '0' }, 'r'), w / 2)
  const ry = Math.min(figure({ r: other ?? '0' }, 'r'), h / 2)
  if (!(rx > 0 && ry > 0)) return `M${x} ${y}h${w}v${h}h${-w}Z`
  const corner = (dx: number, dy: number): string => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`
  const [sx, sy] = [w - 2 * rx, h - 2 * ry]
  return `M${x + rx} ${y}h${sx}${corner(rx, ry)}v${sy}${corner(-rx, ry)}h${-sx}${corner(-rx, -ry)}v${-sy}${corner(rx, -ry)}Z`
}
