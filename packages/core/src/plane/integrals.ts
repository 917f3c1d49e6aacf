import { gaussRule } from '../num/index.ts'
import { bezierSum, type Bezier2 } from './bezier.ts'
import { pointAt, type Arc2, type Curve2, type Line2, type Loop2 } from './curve.ts'

/**
 * Area integrals of what a loop encloses: 1, x, y, x^2, y^2, xy; positive for a counter-clockwise loop.
 * By Green's theorem with the single potential (0, P), dP/dx = integrand, for lines and arcs alike, so that the
 * pieces of a loop add up.
 */
export interface AreaIntegrals {
  readonly area: number
  readonly x: number
  readonly y: number
  readonly xx: number
  readonly yy: number
  readonly xy: number
}

export const NO_AREA: AreaIntegrals = { area: 0, x: 0, y: 0, xx: 0, yy: 0, xy: 0 }

export function combineIntegrals(a: AreaIntegrals, b: AreaIntegrals, weight = 1): AreaIntegrals {
  return {
    area: a.area + weight * b.area,
    x: a.x + weight * b.x,
    y: a.y + weight * b.y,
    xx: a.xx + weight * b.xx,
    yy: a.yy + weight * b.yy,
    xy: a.xy + weight * b.xy,
  }
}

export function loopIntegrals(loop: Loop2): AreaIntegrals {
  return loop.reduce((sum, curve) => combineIntegrals(sum, curveIntegrals(curve)), NO_AREA)
}

function curveIntegrals(c: Curve2): AreaIntegrals {
  if (c.kind === 'bezier') return bezierIntegrals(c)
  return c.kind === 'line' ? lineIntegrals(c) : arcIntegrals(c)
}

function bezierIntegrals(c: Bezier2): AreaIntegrals {
  const [area, px, py, xx, yy, xy] = bezierSum(c, (x, y) => [
    x,
    (x * x) / 2,
    x * y,
    x ** 3 / 3,
    x * y * y,
    (x * x * y) / 2,
  ])
  return { area: area!, x: px!, y: py!, xx: xx!, yy: yy!, xy: xy! }
}

/** All integrands are cubic along a line, so two Gauss points are exact. */
function lineIntegrals(c: Line2): AreaIntegrals {
  const { nodes } = gaussRule(2)
  const dy = (c.to[1] - c.from[1]) / 2
  let sum = NO_AREA
  for (const node of nodes) {
    const [x, y] = pointAt(c, (1 + node) / 2)
    const here = { area: x, x: (x * x) / 2, y: x * y, xx: x ** 3 / 3, yy: x * y * y, xy: (x * x * y) / 2 }
    sum = combineIntegrals(sum, here, dy)
  }
  return sum
}

/** Integrals of cos^m sin^n over [a, b], by their antiderivatives. */
function trigIntegrals(a: number, b: number) {
  const at = (t: number) => {
    const c = Math.cos(t)
    const s = Math.sin(t)
    return {
      c: s,
      cs: (s * s) / 2,
      c2: t / 2 + (s * c) / 2,
      c3: s - s ** 3 / 3,
      c2s: -(c ** 3) / 3,
      cs2: s ** 3 / 3,
      c4: (3 * t) / 8 + Math.sin(2 * t) / 4 + Math.sin(4 * t) / 32,
      c3s: -(c ** 4) / 4,
      c2s2: t / 8 - Math.sin(4 * t) / 32,
    }
  }
  const from = at(a)
  const to = at(b)
  return {
    c: to.c - from.c,
    cs: to.cs - from.cs,
    c2: to.c2 - from.c2,
    c3: to.c3 - from.c3,
    c2s: to.c2s - from.c2s,
    cs2: to.cs2 - from.cs2,
    c4: to.c4 - from.c4,
    c3s: to.c3s - from.c3s,
    c2s2: to.c2s2 - from.c2s2,
  }
}

/** x = p + r cos, y = q + r sin, dy = r cos dt, multiplied out. */
function arcIntegrals(arc: Arc2): AreaIntegrals {
  const [p, q] = arc.centre
  const r = arc.radius
  const i = trigIntegrals(arc.start, arc.start + arc.sweep)
  return {
    area: r * (p * i.c + r * i.c2),
    x: (r / 2) * (p * p * i.c + 2 * p * r * i.c2 + r * r * i.c3),
    y: r * (p * q * i.c + p * r * i.cs + q * r * i.c2 + r * r * i.c2s),
    xx: (r / 3) * (p ** 3 * i.c + 3 * p * p * r * i.c2 + 3 * p * r * r * i.c3 + r ** 3 * i.c4),
    yy:
      r *
      (p * q * q * i.c +
        2 * p * q * r * i.cs +
        p * r * r * i.cs2 +
        q * q * r * i.c2 +
        2 * q * r * r * i.c2s +
        r ** 3 * i.c2s2),
    xy:
      (r / 2) *
      (p * p * q * i.c +
        p * p * r * i.cs +
        2 * p * q * r * i.c2 +
        2 * p * r * r * i.c2s +
        q * r * r * i.c3 +
        r ** 3 * i.c3s),
  }
}
