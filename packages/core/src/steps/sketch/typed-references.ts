import type { Id } from '../../base/index.ts'
import type { SketchConstraint, SketchItem, SketchMeasured } from './typed-drawing.ts'

type Kind = SketchItem['kind']
type Found = (id: Id) => Kind | undefined

const POINT: readonly Kind[] = ['point']
const LINE: readonly Kind[] = ['line']
const ROUND: readonly Kind[] = ['arc', 'circle']
const WITH_RADIUS: readonly Kind[] = ['arc', 'circle', 'ellipse']
const CURVE: readonly Kind[] = ['line', 'arc', 'circle', 'ellipse', 'spline']
const MEASURABLE: readonly Kind[] = ['line', 'arc', 'circle', 'ellipse', 'spline']

/** Kinds that each reference may name. */
type Wants = readonly (readonly [id: Id, kinds: readonly Kind[]])[]

function wantsOfItem(x: SketchItem): Wants {
  switch (x.kind) {
    case 'point':
      return []
    case 'line':
      return [
        [x.from, POINT],
        [x.to, POINT],
      ]
    case 'arc':
      return [
        [x.centre, POINT],
        [x.from, POINT],
        [x.to, POINT],
      ]
    case 'circle':
      return [[x.centre, POINT]]
    case 'ellipse':
      return [
        [x.centre, POINT],
        [x.end, POINT],
      ]
    case 'spline':
      return x.points.map((p) => [p, POINT] as const)
  }
}

function wantsOfMeasured(m: SketchMeasured): Wants {
  switch (m.of) {
    case 'distance':
    case 'across':
    case 'up':
      return [
        [m.a, POINT],
        [m.b, POINT],
      ]
    case 'off-line':
      return [
        [m.point, POINT],
        [m.line, LINE],
      ]
    case 'angle':
      return [
        [m.a, LINE],
        [m.b, LINE],
      ]
    case 'radius':
    case 'diameter':
      return [[m.round, WITH_RADIUS]]
    case 'sweep':
      return [[m.round, ['arc']]]
    case 'arc-length':
      return [[m.round, ['line', 'arc', 'circle']]]
    case 'between':
      return [
        [m.a, WITH_RADIUS],
        [m.b, WITH_RADIUS],
      ]
    case 'chain':
      return m.curves.map((c) => [c, MEASURABLE] as const)
  }
}

function wantsOfConstraint(c: SketchConstraint, kindOf: Found): Wants {
  switch (c.kind) {
    case 'coincident':
    case 'horizontal':
    case 'vertical':
      return [
        [c.a, POINT],
        [c.b, POINT],
      ]
    case 'midpoint':
      return [
        [c.point, POINT],
        [c.a, POINT],
        [c.b, POINT],
      ]
    case 'arc-middle':
      return [
        [c.point, POINT],
        [c.round, ['arc']],
      ]
    case 'symmetric':
      return [
        [c.a, POINT],
        [c.b, POINT],
        [c.line, LINE],
      ]
    case 'fixed':
      return [[c.point, POINT]]
    case 'point-on':
      return [
        [c.point, POINT],
        [c.curve, CURVE],
      ]
    case 'parallel':
    case 'perpendicular':
    case 'collinear':
      return [
        [c.a, LINE],
        [c.b, LINE],
      ]
    case 'equal': {
      const like = kindOf(c.a) === 'line' ? LINE : WITH_RADIUS
      return [
        [c.a, like],
        [c.b, like],
      ]
    }
    case 'concentric':
      return [
        [c.a, ROUND],
        [c.b, ROUND],
      ]
    case 'tangent':
      return wantsOfTangent(c, kindOf)
    case 'curvature':
      return [
        [c.spline, ['spline']],
        [c.with, CURVE],
        [c.at, POINT],
      ]
    case 'dimension':
      return wantsOfMeasured(c.measured)
  }
}

/** A line comes first, and two of them touch nowhere; ellipses and splines touch at a point they share, but for a line on an ellipse. */
function wantsOfTangent(c: Extract<SketchConstraint, { kind: 'tangent' }>, kindOf: Found): Wants {
  const [a, b] = [kindOf(c.a), kindOf(c.b)]
  const free = [a, b].some((k) => k === 'ellipse' || k === 'spline')
  const at: Wants = c.at === undefined ? [] : [[c.at, POINT]]
  if (free && c.at !== undefined) return [[c.a, CURVE], [c.b, CURVE], ...at]
  if (free)
    return [
      [c.a, LINE],
      [c.b, ['ellipse']],
    ]
  return [[c.a, a === 'line' ? LINE : ROUND], [c.b, ROUND], ...at]
}

const words = (kinds: readonly Kind[]): string =>
  kinds.length === CURVE.length ? 'curve' : kinds.join(', ').replace(/, ([^,]*)$/, ' or $1')

/**
 * What is wrong with the references of an entity or constraint: the id of something that is not there, or of another kind than
 * it can stand on. `kindOf` knows the sheet's own origin and axes.
 */
export function wrongReference(x: SketchItem | SketchConstraint, kindOf: Found): string | undefined {
  const wants =
    'x' in x && x.kind === 'point' ? [] : isItem(x) ? wantsOfItem(x) : wantsOfConstraint(x, kindOf)
  for (const [id, kinds] of wants) {
    const kind = kindOf(id)
    if (kind === undefined) return `"${x.id}" refers to "${id}", which is not there`
    if (!kinds.includes(kind))
      return `"${x.id}" refers to "${id}", a ${kind}, where a ${words(kinds)} must be`
  }
  if (x.kind === 'spline' && x.points.length < 2) return `the spline "${x.id}" has fewer than 2 points`
  return undefined
}

const ITEM_KINDS: ReadonlySet<string> = new Set(['point', ...CURVE])
const isItem = (x: SketchItem | SketchConstraint): x is SketchItem => ITEM_KINDS.has(x.kind)

/** Kinds of the origin and axes that every sheet has by itself. */
export const SHEET_KINDS: ReadonlyMap<Id, Kind> = new Map([
  ['origin', 'point'],
  ['across-unit', 'point'],
  ['up-unit', 'point'],
  ['across-axis', 'line'],
  ['up-axis', 'line'],
])
