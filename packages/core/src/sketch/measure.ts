import { tolerance, TURN } from '../num/index.ts'

/**
 * Something that can be measured on a sketch: a number, and how it changes with each of the unknowns it depends on.
 * `evaluate` reads the unknowns it names from `values` and writes one derivative each into `slopes`.
 */
export interface Measure {
  readonly unknowns: readonly number[]
  /** Set where the measure is just `values[of] - values[less] - is` (or without `less`): such a condition needs no solving. */
  readonly plain?: { readonly of: number; readonly less: number | undefined; readonly is: number }
  evaluate(values: Float64Array, slopes: Float64Array): number
}

/** Step of a difference, as a share of the greatest of what it is taken of. */
const STEP = 1e-6

/** A measure by a formula on plain numbers; its derivatives by central differences. */
export function byDifferences(
  unknowns: readonly number[],
  f: (inputs: readonly number[]) => number,
): Measure {
  return {
    unknowns,
    evaluate(v, g) {
      const inputs = unknowns.map((u) => v[u]!)
      const step = STEP * Math.max(1, ...inputs.map(Math.abs))
      inputs.forEach((x, i) => {
        inputs[i] = x + step
        const more = f(inputs)
        inputs[i] = x - step
        g[i] = (more - f(inputs)) / (2 * step)
        inputs[i] = x
      })
      return f(inputs)
    },
  }
}

interface PointAt {
  readonly x: number
  readonly y: number
}

/** Distance between two points. */
export function distance(a: PointAt, b: PointAt): Measure {
  return {
    unknowns: [a.x, a.y, b.x, b.y],
    evaluate(v, g) {
      const dx = v[b.x]! - v[a.x]!
      const dy = v[b.y]! - v[a.y]!
      const d = Math.hypot(dx, dy)
      const [ux, uy] = d > tolerance.noDirection ? [dx / d, dy / d] : [1, 0]
      g[0] = -ux
      g[1] = -uy
      g[2] = ux
      g[3] = uy
      return d
    },
  }
}

/** One coordinate of b less that of a. */
export function difference(a: number, b: number): Measure {
  return {
    unknowns: [a, b],
    plain: { of: b, less: a, is: 0 },
    evaluate(v, g) {
      g[0] = -1
      g[1] = 1
      return v[b]! - v[a]!
    },
  }
}

/** An unknown itself. */
export function single(a: number): Measure {
  return {
    unknowns: [a],
    plain: { of: a, less: undefined, is: 0 },
    evaluate(v, g) {
      g[0] = 1
      return v[a]!
    },
  }
}

/** Signed distance of p from the line through a and b, positive on the left of a to b. */
export function offLine(p: PointAt, a: PointAt, b: PointAt): Measure {
  return {
    unknowns: [p.x, p.y, a.x, a.y, b.x, b.y],
    evaluate(v, g) {
      const dx = v[b.x]! - v[a.x]!
      const dy = v[b.y]! - v[a.y]!
      const wx = v[p.x]! - v[a.x]!
      const wy = v[p.y]! - v[a.y]!
      const d = Math.max(Math.hypot(dx, dy), tolerance.noDirection)
      const r = (dx * wy - dy * wx) / d
      // r = (d x w)/|d|; by p, then by the line's direction, then by a through both.
      const [px, py] = [-dy / d, dx / d]
      const tx = wy / d - (r * dx) / (d * d)
      const ty = -wx / d - (r * dy) / (d * d)
      g[0] = px
      g[1] = py
      g[2] = -px - tx
      g[3] = -py - ty
      g[4] = tx
      g[5] = ty
      return r
    },
  }
}

/** Distance along the direction a to b from c to p: zero where c to p stands square to the line. */
export function alongLine(p: PointAt, c: PointAt, a: PointAt, b: PointAt): Measure {
  return {
    unknowns: [p.x, p.y, c.x, c.y, a.x, a.y, b.x, b.y],
    evaluate(v, g) {
      const dx = v[b.x]! - v[a.x]!
      const dy = v[b.y]! - v[a.y]!
      const wx = v[p.x]! - v[c.x]!
      const wy = v[p.y]! - v[c.y]!
      const d = Math.max(Math.hypot(dx, dy), tolerance.noDirection)
      const [ux, uy] = [dx / d, dy / d]
      const r = ux * wx + uy * wy
      g[0] = ux
      g[1] = uy
      g[2] = -ux
      g[3] = -uy
      g[6] = (wx - r * ux) / d
      g[7] = (wy - r * uy) / d
      g[4] = -g[6]
      g[5] = -g[7]
      return r
    },
  }
}

/** Angle from the direction a to b to the direction c to d, counter-clockwise in (-pi, pi]. */
export function angleBetween(a: PointAt, b: PointAt, c: PointAt, d: PointAt): Measure {
  return {
    unknowns: [a.x, a.y, b.x, b.y, c.x, c.y, d.x, d.y],
    evaluate(v, g) {
      const [px, py] = [v[b.x]! - v[a.x]!, v[b.y]! - v[a.y]!]
      const [qx, qy] = [v[d.x]! - v[c.x]!, v[d.y]! - v[c.y]!]
      const p2 = Math.max(px * px + py * py, tolerance.noDirection)
      const q2 = Math.max(qx * qx + qy * qy, tolerance.noDirection)
      g[2] = py / p2
      g[3] = -px / p2
      g[0] = -g[2]
      g[1] = -g[3]
      g[6] = -qy / q2
      g[7] = qx / q2
      g[4] = -g[6]
      g[5] = -g[7]
      return Math.atan2(px * qy - py * qx, px * qx + py * qy)
    },
  }
}

/**
 * Length of an arc from a round c to b, by its radius unknown and its sense; its sweep is in (0, 2 pi]. With a `wanted`
 * length an arc that is turned inside out on the way to it counts as negative, so that there is no jump.
 */
export function arcLength(
  c: PointAt,
  a: PointAt,
  b: PointAt,
  radius: number,
  clockwise: boolean,
  wanted?: number,
): Measure {
  const turn = angleBetween(c, a, c, b)
  const inner = new Float64Array(8)
  return {
    unknowns: [c.x, c.y, a.x, a.y, b.x, b.y, radius],
    evaluate(v, g) {
      const raw = turn.evaluate(v, inner) * (clockwise ? -1 : 1)
      const whole = raw <= 0 ? raw + TURN : raw
      const inside = wanted !== undefined && whole - Math.abs(wanted / v[radius]!) > Math.PI
      const sweep = inside ? whole - TURN : whole
      const k = v[radius]! * (clockwise ? -1 : 1)
      g[0] = k * (inner[0]! + inner[4]!)
      g[1] = k * (inner[1]! + inner[5]!)
      g[2] = k * inner[2]!
      g[3] = k * inner[3]!
      g[4] = k * inner[6]!
      g[5] = k * inner[7]!
      g[6] = sweep
      return v[radius]! * sweep
    },
  }
}

/** A weighted sum of measures, constant added. */
export function sum(parts: readonly (readonly [weight: number, of: Measure])[], constant = 0): Measure {
  const unknowns = [...new Set(parts.flatMap(([, m]) => m.unknowns))]
  const places = parts.map(([, m]) => m.unknowns.map((u) => unknowns.indexOf(u)))
  const inner = parts.map(([, m]) => new Float64Array(m.unknowns.length))
  return {
    unknowns,
    evaluate(v, g) {
      g.fill(0, 0, unknowns.length)
      let total = constant
      parts.forEach(([weight, m], i) => {
        const slopes = inner[i]!
        total += weight * m.evaluate(v, slopes)
        for (let k = 0; k < slopes.length; k++) g[places[i]![k]!]! += weight * slopes[k]!
      })
      return total
    },
  }
}

/** A measure seen through a function of one number, with its derivative. */
export function through(m: Measure, f: (x: number) => number, slope: (x: number) => number): Measure {
  return {
    unknowns: m.unknowns,
    evaluate(v, g) {
      const x = m.evaluate(v, g)
      const k = slope(x)
      for (let i = 0; i < m.unknowns.length; i++) g[i]! *= k
      return f(x)
    },
  }
}

/** A measure less a constant. */
export function less(m: Measure, value: number): Measure {
  return {
    unknowns: m.unknowns,
    ...(m.plain ? { plain: { ...m.plain, is: m.plain.is + value } } : {}),
    evaluate: (v, g) => m.evaluate(v, g) - value,
  }
}
