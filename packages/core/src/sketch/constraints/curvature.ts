import type { Id } from '../../base/index.ts'
import { tolerance, dual, type Dual } from '../../num/index.ts'
import { nearestOn, splineByControl, splineThrough, type Vec2 } from '../../plane/index.ts'
import { dualMeasure, dvec, splinePoint, splineStart, type DualVec } from '../dual-geometry.ts'
import type { SketchEntity, SketchSpline } from '../entities.ts'
import type { Measure } from '../measure.ts'
import type { Unknowns } from '../unknowns.ts'
import type { Compile, ConstraintBase } from './constraint.ts'

/** A spline's end runs on into another curve with the same direction and the same curvature. */
export interface Curvature extends ConstraintBase {
  readonly kind: 'curvature'
  readonly spline: Id
  readonly with: Id
  /** The end they share: a point of the spline that also ends, or lies on, the other. */
  readonly at: Id
}

/** Reads points and radii of a sketch out of a measure's inputs. */
class Inputs {
  readonly unknowns: number[] = []
  private readonly u: Unknowns
  constructor(u: Unknowns) {
    this.u = u
  }
  private slot(unknown: number): number {
    const at = this.unknowns.indexOf(unknown)
    return at >= 0 ? at : this.unknowns.push(unknown) - 1
  }
  point(id: Id): (v: readonly Dual[]) => DualVec {
    const p = this.u.point(id)
    const [x, y] = [this.slot(p.x), this.slot(p.y)]
    return (v) => ({ x: v[x]!, y: v[y]! })
  }
  radius(id: Id): (v: readonly Dual[]) => Dual {
    const r = this.slot(this.u.radius(id))
    return (v) => v[r]!
  }
}

type AtPoint = (v: readonly Dual[]) => { readonly direction: DualVec; readonly curvature: Dual }

/** Direction and curvature (positive to the left of that direction) of a curve at one of its points. */
function atPoint(e: SketchEntity, at: Id, inputs: Inputs): AtPoint {
  const here = inputs.point(at)
  switch (e.kind) {
    case 'line': {
      const [from, to] = [inputs.point(e.from), inputs.point(e.to)]
      return (v) => ({
        direction: dvec.sub(to(v), from(v)),
        curvature: dual.constant(0, v.length),
      })
    }
    case 'arc':
    case 'circle': {
      const [centre, radius] = [inputs.point(e.centre), inputs.radius(e.id)]
      return (v) => {
        const out = dvec.sub(here(v), centre(v))
        return { direction: dvec.left(out), curvature: dual.div(dual.constant(1, v.length), radius(v)) }
      }
    }
    case 'ellipse': {
      const [centre, end, radius] = [inputs.point(e.centre), inputs.point(e.end), inputs.radius(e.id)]
      return (v) => {
        const half = dvec.sub(end(v), centre(v))
        const a = dvec.length(half)
        const axis = dvec.times(half, dual.div(dual.constant(1, v.length), a))
        const off = dvec.sub(here(v), centre(v))
        const [p, q] = [dvec.dot(off, axis), dvec.dot(off, dvec.left(axis))]
        const b = radius(v)
        const [gp, gq] = [dual.div(p, dual.mul(a, a)), dual.div(q, dual.mul(b, b))]
        const out = dvec.add(dvec.times(axis, gp), dvec.times(dvec.left(axis), gq))
        // Curvature of an ellipse: 1/(a^2 b^2 (p^2/a^4 + q^2/b^4)^(3/2)).
        const size = dvec.length(out)
        const ab = dual.mul(a, b)
        const bottom = dual.mul(dual.mul(ab, ab), dual.pow(size, 3))
        return {
          direction: dvec.left(out),
          curvature: dual.div(dual.constant(1, v.length), bottom),
        }
      }
    }
    case 'spline': {
      const ids = e.points.at(-1) === at ? [...e.points].reverse() : e.points
      const points = ids.map((id) => inputs.point(id))
      return (v) =>
        splineStart(
          points.map((p) => p(v)),
          e,
        )
    }
    case 'point':
      throw new Error(`"${e.id}" is a point and has no direction`)
  }
}

/** Zero where two curves have one direction at a point; in mm, as sine times the size. */
export function sameDirection(a: Id, b: Id, at: Id, u: Unknowns): Measure {
  const inputs = new Inputs(u)
  const [p, q] = [atPoint(u.entity(a), at, inputs), atPoint(u.entity(b), at, inputs)]
  return dualMeasure(inputs.unknowns, (v) => {
    const [d, e] = [p(v).direction, q(v).direction]
    return dual.scale(dual.div(dvec.cross(d, e), dual.mul(dvec.length(d), dvec.length(e))), u.size)
  })
}

function sameCurvature(a: Id, b: Id, at: Id, u: Unknowns): Measure {
  const inputs = new Inputs(u)
  const [p, q] = [atPoint(u.entity(a), at, inputs), atPoint(u.entity(b), at, inputs)]
  return dualMeasure(inputs.unknowns, (v) => {
    const [x, y] = [p(v), q(v)]
    const along = dvec.dot(x.direction, y.direction).v >= 0 ? 1 : -1
    return dual.scale(dual.sub(x.curvature, dual.scale(y.curvature, along)), u.size * u.size)
  })
}

export const curvature: Compile<Curvature> = (c, u) => [
  sameDirection(c.spline, c.with, c.at, u),
  sameCurvature(c.spline, c.with, c.at, u),
]

/** How far a point lies outside an ellipse, near it; zero on it. */
export function offEllipse(point: Id, ellipse: Id, u: Unknowns): Measure {
  const e = u.must(ellipse, 'ellipse')
  const inputs = new Inputs(u)
  const [p, c, end, radius] = [
    inputs.point(point),
    inputs.point(e.centre),
    inputs.point(e.end),
    inputs.radius(ellipse),
  ]
  return dualMeasure(inputs.unknowns, (v) => {
    const half = dvec.sub(end(v), c(v))
    const a = dvec.length(half)
    const b = radius(v)
    const off = dvec.sub(p(v), c(v))
    const x = dual.div(dvec.dot(off, half), dual.mul(a, a))
    const y = dual.div(dvec.cross(half, off), dual.mul(a, b))
    const square = dual.add(dual.mul(x, x), dual.mul(y, y))
    const share = square.v > 0 ? dual.pow(square, 0.5) : square
    return dual.mul(dual.sub(share, dual.constant(1, v.length)), a.v < b.v ? a : b)
  })
}

/** How far a line passes outside an ellipse, on the given side of the line (+1: the centre is left of it); zero where it touches. */
export function lineOffEllipse(line: Id, ellipse: Id, side: 1 | -1, u: Unknowns): Measure {
  const l = u.must(line, 'line')
  const e = u.must(ellipse, 'ellipse')
  const inputs = new Inputs(u)
  const [from, to] = [inputs.point(l.from), inputs.point(l.to)]
  const [c, end, radius] = [inputs.point(e.centre), inputs.point(e.end), inputs.radius(ellipse)]
  return dualMeasure(inputs.unknowns, (v) => {
    const along = dvec.sub(to(v), from(v))
    const one = dual.constant(1, v.length)
    const normal = dvec.times(dvec.left(along), dual.div(one, dvec.length(along)))
    const half = dvec.sub(end(v), c(v))
    const second = dvec.times(dvec.left(half), dual.div(radius(v), dvec.length(half)))
    // The reach of an ellipse along n is the length of (a . n, b . n).
    const [p, q] = [dvec.dot(half, normal), dvec.dot(second, normal)]
    const reach = dual.pow(dual.add(dual.mul(p, p), dual.mul(q, q)), 0.5)
    return dual.sub(dvec.dot(dvec.sub(c(v), from(v)), normal), dual.scale(reach, side))
  })
}

/** Distance of a point from a spline at its nearest place, signed by the side; its derivative holds there. */
export function offSpline(point: Id, spline: Id, u: Unknowns): Measure {
  const e = u.must(spline, 'spline')
  const inputs = new Inputs(u)
  const p = inputs.point(point)
  const points = e.points.map((id) => inputs.point(id))
  return dualMeasure(inputs.unknowns, (v) => {
    const at = p(v)
    const control = points.map((q) => q(v))
    const near = nearestPlace(e, control, [at.x.v, at.y.v])
    const on = splinePoint(control, e, near.piece, near.t)
    const constant = (x: number): Dual => dual.constant(x, v.length)
    return dvec.dot(dvec.sub(at, on), { x: constant(near.normal[0]), y: constant(near.normal[1]) })
  })
}

function nearestPlace(e: SketchSpline, points: readonly DualVec[], p: Vec2) {
  const plain = points.map((q): Vec2 => [q.x.v, q.y.v])
  const pieces = e.form === 'through' ? splineThrough(plain) : splineByControl(plain, e.degree)
  let best = { piece: 0, t: 0, distance: Infinity, point: p }
  pieces.forEach((c, piece) => {
    const near = nearestOn(c, p)
    if (near.distance < best.distance) best = { piece, ...near }
  })
  const curve = pieces[best.piece]!
  const t = Math.min(Math.max(best.t, tolerance.sameShare), 1 - tolerance.sameShare)
  const [a, b] = [nearestTangent(curve.points, t), best]
  return { piece: b.piece, t: b.t, normal: [-a[1], a[0]] as Vec2 }
}

function nearestTangent(points: readonly Vec2[], t: number): Vec2 {
  let row = [...points]
  while (row.length > 2)
    row = row
      .slice(1)
      .map((q, i): Vec2 => [row[i]![0] + (q[0] - row[i]![0]) * t, row[i]![1] + (q[1] - row[i]![1]) * t])
  const d: Vec2 = [row[1]![0] - row[0]![0], row[1]![1] - row[0]![1]]
  const size = Math.hypot(...d)
  return size > 0 ? [d[0] / size, d[1] / size] : [1, 0]
}
