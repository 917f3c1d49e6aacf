import type { Id } from '@flexum/core/base'
import { pointAt, vec2, type Vec2 } from '@flexum/core/plane'
import type { SheetModel } from './model.ts'
import type { SketchConstraint } from '@flexum/core/recipe'

/** A constraint drawn beside what it ties. */
export interface Mark {
  readonly constraint: Id
  readonly at: Vec2
  /** In a word, for one that is pointed at, and as a sign for when all are shown. */
  readonly word: string
  readonly sign: string
}

const WORDS: Readonly<Record<Exclude<SketchConstraint['kind'], 'dimension'>, readonly [string, string]>> = {
  coincident: ['together', '•'],
  horizontal: ['level', '―'],
  vertical: ['upright', '|'],
  midpoint: ['middle', '÷'],
  'arc-middle': ['middle', '÷'],
  symmetric: ['symmetric', '⇋'],
  fixed: ['fixed', '×'],
  'point-on': ['on it', '⊸'],
  parallel: ['parallel', '∥'],
  perpendicular: ['square', '⟂'],
  collinear: ['in line', '⋯'],
  equal: ['equal', '='],
  concentric: ['same centre', '◎'],
  tangent: ['tangent', '⌒'],
  curvature: ['smooth', '≈'],
}

/** Of a point that follows a place of another step. */
const FOLLOWS = ['follows', '⇠'] as const

/** The middle of a curve, or the place of a point. */
function placeOf(model: SheetModel, id: Id): Vec2 | undefined {
  const e = model.byId.get(id)
  if (!e) return undefined
  if (e.kind === 'point') return [e.x, e.y]
  const pieces = model.pieces.get(id)
  const middle = pieces?.[Math.floor((pieces.length - 1) / 2)]
  return middle && pointAt(middle, 0.5)
}

/** Marks of constraints, one beside each thing they tie. */
export function marksOf(model: SheetModel, constraints: readonly SketchConstraint[]): Mark[] {
  return constraints.flatMap((c): Mark[] => {
    if (c.kind === 'dimension') return []
    const [word, sign] = c.kind === 'fixed' && c.follows ? FOLLOWS : WORDS[c.kind]
    return anchorsOf(model, c).map((at) => ({ constraint: c.id, at, word, sign }))
  })
}

function anchorsOf(model: SheetModel, c: SketchConstraint): Vec2[] {
  const at = (...ids: readonly (Id | undefined)[]): Vec2[] =>
    ids.flatMap((id) => {
      const p = id === undefined ? undefined : placeOf(model, id)
      return p ? [p] : []
    })
  switch (c.kind) {
    case 'horizontal':
    case 'vertical': {
      const origin: Vec2 = [0, 0]
      const [a, b] = [placeOf(model, c.a) ?? origin, placeOf(model, c.b) ?? origin]
      return [vec2.scale(vec2.add(a, b), 0.5)]
    }
    case 'tangent':
      return c.at === undefined ? at(c.a, c.b) : at(c.at)
    case 'curvature':
      return at(c.at)
    case 'midpoint':
    case 'arc-middle':
    case 'point-on':
    case 'fixed':
      return at(c.point)
    case 'coincident':
      return at(c.a).length > 0 ? at(c.a) : at(c.b)
    case 'dimension':
      return []
    default:
      return at(c.a, c.b)
  }
}
