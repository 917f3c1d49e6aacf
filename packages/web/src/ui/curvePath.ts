import { pointAt, type Curve2, type Vec2 } from '@flexum/core/plane'

const FULL_TURN = 2 * Math.PI - 1e-9
/** Chords of a curve that SVG has no form for. */
const CHORDS = 24

/** How a plane is laid on the screen: where a point goes (y turned over), and how many px one mm is. */
export interface Laid {
  place(p: Vec2): Vec2
  readonly scale: number
}

/** The plane as it is, but for y, which is down in SVG. */
export const TRUE_SCALE: Laid = { place: (p) => [p[0], -p[1]], scale: 1 }

const text = (p: Vec2): string => `${p[0]} ${p[1]}`

/** One curve, from where the pen stands. */
function curveCommands(c: Curve2, on: Laid): string {
  const to = on.place(pointAt(c, 1))
  if (c.kind === 'line') return `L${text(to)}`
  if (c.kind === 'arc') {
    const r = c.radius * on.scale
    const arc = (p: Vec2, large: boolean): string =>
      `A${r} ${r} 0 ${large ? 1 : 0} ${c.sweep > 0 ? 0 : 1} ${text(p)}`
    // A whole circle has no end of its own for SVG: it is drawn in two halves.
    if (Math.abs(c.sweep) >= FULL_TURN) return arc(on.place(pointAt(c, 0.5)), false) + arc(to, false)
    return arc(to, Math.abs(c.sweep) > Math.PI)
  }
  if (!c.weights && c.points.length === 4) {
    const [, a, b] = c.points.map((p) => on.place(p))
    return `C${text(a!)} ${text(b!)} ${text(to)}`
  }
  return Array.from({ length: CHORDS }, (_, i) => `L${text(on.place(pointAt(c, (i + 1) / CHORDS)))}`).join('')
}

/** An SVG path of curves end to start. */
export function curvesPath(curves: readonly Curve2[], on: Laid, closed = false): string {
  const [first] = curves
  if (!first) return ''
  const start = on.place(pointAt(first, 0))
  return `M${text(start)}${curves.map((c) => curveCommands(c, on)).join('')}${closed ? 'Z' : ''}`
}
