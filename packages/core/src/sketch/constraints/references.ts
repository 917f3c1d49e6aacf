import type { Id } from '../../base/index.ts'
import type { Constraint } from './index.ts'
import type { Dimension, Measured } from './dimensions.ts'

/** A constraint as far as it says what it ties, without the value of a dimension. */
export type Relation = Exclude<Constraint, Dimension> | Omit<Dimension, 'value'>

/** The entities a dimension measures. */
export function measuredIds(m: Measured): readonly Id[] {
  switch (m.of) {
    case 'distance':
    case 'across':
    case 'up':
    case 'angle':
    case 'between':
      return [m.a, m.b]
    case 'off-line':
      return [m.point, m.line]
    case 'radius':
    case 'diameter':
    case 'arc-length':
    case 'sweep':
      return [m.round]
    case 'chain':
      return m.curves
  }
}

function mapMeasured(m: Measured, swap: (id: Id) => Id): Measured {
  switch (m.of) {
    case 'distance':
    case 'across':
    case 'up':
    case 'angle':
    case 'between':
      return { ...m, a: swap(m.a), b: swap(m.b) }
    case 'off-line':
      return { ...m, point: swap(m.point), line: swap(m.line) }
    case 'radius':
    case 'diameter':
    case 'arc-length':
    case 'sweep':
      return { ...m, round: swap(m.round) }
    case 'chain':
      return { ...m, curves: m.curves.map(swap) }
  }
}

/** The entities a constraint ties. */
export function referencesOf(c: Relation): readonly Id[] {
  switch (c.kind) {
    case 'midpoint':
      return [c.point, c.a, c.b]
    case 'arc-middle':
      return [c.point, c.round]
    case 'symmetric':
      return [c.a, c.b, c.line]
    case 'fixed':
      return [c.point]
    case 'point-on':
      return [c.point, c.curve]
    case 'tangent':
      return c.at === undefined ? [c.a, c.b] : [c.a, c.b, c.at]
    case 'curvature':
      return [c.spline, c.with, c.at]
    case 'dimension':
      return measuredIds(c.measured)
    default:
      return [c.a, c.b]
  }
}

/** The constraint with other entities put in place of those it ties. */
export function mapReferences<C extends Relation>(c: C, swap: (id: Id) => Id): C {
  const r: Relation = c
  const mapped = ((): Relation => {
    switch (r.kind) {
      case 'midpoint':
        return { ...r, point: swap(r.point), a: swap(r.a), b: swap(r.b) }
      case 'arc-middle':
        return { ...r, point: swap(r.point), round: swap(r.round) }
      case 'symmetric':
        return { ...r, a: swap(r.a), b: swap(r.b), line: swap(r.line) }
      case 'fixed':
        return { ...r, point: swap(r.point) }
      case 'point-on':
        return { ...r, point: swap(r.point), curve: swap(r.curve) }
      case 'tangent': {
        const moved = { ...r, a: swap(r.a), b: swap(r.b) }
        return r.at === undefined ? moved : { ...moved, at: swap(r.at) }
      }
      case 'curvature':
        return { ...r, spline: swap(r.spline), with: swap(r.with), at: swap(r.at) }
      case 'dimension':
        return { ...r, measured: mapMeasured(r.measured, swap) }
      default:
        return { ...r, a: swap(r.a), b: swap(r.b) }
    }
  })()
  return mapped as C
}

/** Whether a constraint ties two different things after a change of references; one that ties a thing to itself says nothing. */
export function saysSomething(c: Relation): boolean {
  const ids = referencesOf(c)
  if (c.kind === 'dimension')
    return c.measured.of === 'chain' ? ids.length > 0 : new Set(ids).size === ids.length
  if (c.kind === 'tangent') return c.a !== c.b
  return new Set(ids).size === ids.length
}
