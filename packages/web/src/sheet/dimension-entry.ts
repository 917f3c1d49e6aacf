import type { Id } from '@flexum/core/base'
import { type Drawing, type SketchDimension, type SketchMeasured } from '@flexum/core/recipe'
import { formulaBound, shortBound } from '@flexum/core/recipe/evaluated'
import { deg, lastHolding } from '@flexum/core/num'
import { measuresAngle, measuredValue, type SketchEntity } from '@flexum/core/sketch'
import {
  formatExact,
  formulaText,
  LENGTH_FACTORS,
  resolveFormula,
  typedFormula,
  type Formula,
} from '@flexum/core/units'
import { withOriginalHeld } from './beside.ts'
import type { Board } from './board.ts'
import { onSheet } from './effort.ts'
import { dimensionOf, type SheetModel } from './model.ts'
import { holdsAsDrawn } from './outcome.ts'
import type { Fitting } from './state.ts'
import type { NewDimension } from './tools/tool.ts'

/** Puts a new dimension on; one that is determined already only measures. */
export function putOnDimension(
  board: Board,
  editing: NewDimension,
  formula: Formula,
  scales = true,
): boolean {
  const model = board.model()
  const sized = scales ? scaledTo(model, editing.measured, formula) : model.entities
  const build = (role: 'driving' | 'reference'): Drawing => {
    const entities = role === 'driving' ? sized : model.entities
    const draft = board.draftFrom({ entities, constraints: model.step.constraints })
    draft.dimension(editing.measured, role === 'driving' ? formula : undefined, { place: editing.place })
    return draft.done()
  }
  const outcome = board.tried(build('driving'))
  if (outcome.kind === 'good' && outcome.redundant.length > 0) {
    board.set({ said: 'That is determined already; the dimension only measures it.' })
    return board.keep('Dimension', build('reference'))
  }
  // A typed size may move things as far as it has to.
  const done = board.settleOn('Dimension', outcome, outcome.kind === 'good' ? outcome.change.farthest : 0)
  if (done && sized !== model.entities) {
    board.set({
      said: SCALED,
      instead: {
        with: SCALED,
        label: 'Only this',
        act() {
          board.session.undo()
          board.set({ said: undefined, instead: undefined })
          putOnDimension(board, editing, formula, false)
        },
      },
    })
  }
  return done
}

const SCALED = 'The first size scaled the whole drawing, so that it keeps its shape.'

/** Types another formula into a dimension that is there; a reference then drives. */
export function retypeDimension(board: Board, id: Id, formula: Formula): boolean {
  const model = board.model()
  const before = dimensionOf(model, id)
  if (!before) return false
  const retyped = (typed: Formula): Drawing => ({
    entities: model.entities,
    constraints: model.step.constraints.map((c) =>
      c === before ? { ...before, formula: typed, role: 'driving' as const } : c,
    ),
  })
  const wanted = retyped(formula)
  const outcome = withOriginalHeld(board, before, wanted) ?? board.tried(wanted)
  const asked = outcome.kind === 'good' ? changeOf(model, outcome.drawing, before) : 0
  const done = board.settleOn(`Dimension ${before.name}`, outcome, asked)
  const { pending } = board.store.getState()
  const turned = outcome.kind === 'clash' || (outcome.kind === 'good' && outcome.change.flipped.length > 0)
  const fits = pending && turned ? fittingOf(board, before, formula, retyped) : undefined
  if (pending && fits) board.set({ pending: { ...pending, fits } })
  return done
}

/** Halvings in looking for a figure that fits: each solves the sketch once. */
const HALVINGS = 16

/** The figure nearest to one typed that a dimension can have, between what it measures now and that. */
function fittingOf(
  board: Board,
  before: SketchDimension,
  formula: Formula,
  retyped: (typed: Formula) => Drawing,
): Fitting | undefined {
  const model = board.model()
  const angle = measuresAngle(before.measured)
  const wanted = resolveFormula(formula, angle ? 'angle' : 'length', model.around)
  if (!wanted.ok) return undefined
  const now = Math.abs(measuredValue(model.entities, before.measured))
  const display = board.part().units.length
  const side = wanted.value.value > now ? 'below' : 'above'
  const round = side === 'below' ? Math.floor : Math.ceil
  const written = (x: number): Formula =>
    angle ? formatExact(round(deg(x) * 1e4) / 1e4) : formulaBound(x, display, side)
  const found = onSheet(() =>
    lastHolding(
      now,
      wanted.value.value,
      (x) => holdsAsDrawn(model.step, retyped(figureFormula(x, angle, 'mm')), board.aroundOf),
      HALVINGS,
    ),
  )
  if (!found.ok || found.value === now) return undefined
  const typed = written(found.value)
  return {
    words: `${side === 'below' ? 'up to' : 'down to'} ${angle ? `${formulaText(typed)} deg` : shortBound(found.value, display, side)}`,
    take() {
      board.set({ pending: undefined })
      retypeDimension(board, before.id, typed)
    },
  }
}

/** By how much a dimension would change, mm; an angle's by the arc at the sketch's size. */
function changeOf(model: SheetModel, drawing: Drawing, { measured }: SketchDimension): number {
  const now = measuredValue(drawing.entities, measured)
  const off = Math.abs(now - measuredValue(model.entities, measured))
  return measuresAngle(measured) ? off * model.size : off
}

/** The first length on a drawing sizes all of it, so that it keeps its shape. */
function scaledTo(m: SheetModel, measured: SketchMeasured, formula: Formula): readonly SketchEntity[] {
  const sized = m.step.constraints.some(
    (c) =>
      (c.kind === 'dimension' && c.role === 'driving' && !measuresAngle(c.measured)) || c.kind === 'fixed',
  )
  if (sized || measuresAngle(measured)) return m.entities
  const wanted = resolveFormula(formula, 'length', m.around)
  if (!wanted.ok) return m.entities
  const factor = Math.abs(wanted.value.value) / Math.abs(measuredValue(m.entities, measured))
  if (!(factor > 0) || !Number.isFinite(factor)) return m.entities
  return m.entities.map((e) => {
    if (e.kind === 'point') return { ...e, x: e.x * factor, y: e.y * factor }
    return 'radius' in e ? { ...e, radius: e.radius * factor } : e
  })
}

/** What a dimension measures now, as a formula. */
export function presentFormula(m: SheetModel, d: SketchDimension): Formula {
  const value = m.solved.measures.get(d.id) ?? 0
  return figureFormula(value, measuresAngle(d.measured), 'mm')
}

/** A value in mm or rad as a formula in a unit, to six places. */
export function figureFormula(value: number, isAngle: boolean, unit: keyof typeof LENGTH_FACTORS): Formula {
  if (isAngle) return formatExact(Number(((value * 180) / Math.PI).toFixed(6)))
  return typedFormula(formatExact(Number((value / LENGTH_FACTORS[unit]).toFixed(6))), unit)
}
