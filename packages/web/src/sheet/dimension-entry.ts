import type { Id } from '@flexum/core/base'
import type { Part, SketchDimension, SketchMeasured, SketchStep } from '@flexum/core/document'
import type { Drawing } from '@flexum/core/edit'
import { measuredValue, type SketchEntity } from '@flexum/core/sketch'
import { formatExact, LENGTH_FACTORS, typedFormula, type Formula } from '@flexum/core/units'
import { draftOf } from './drafting.ts'
import { dimensionOf, sheetModel, type SheetModel } from './model.ts'
import { tryDrawing, type AroundOf } from './outcome.ts'
import type { NewDimension } from './tools/tool.ts'

/** What typing a dimension may ask of the sheet. */
export interface EntryHost {
  part(): Part
  model(): SheetModel
  aroundOf: AroundOf
  /** Tries a drawing; `asked` is how far the typed figure itself moves things, mm. True when it was kept. */
  attempt(label: string, drawing: Drawing, asked: number): boolean
  keep(label: string, drawing: Drawing): boolean
  say(message: string): void
}

/** Puts a new dimension on; one that is determined already only measures. */
export function putOnDimension(host: EntryHost, editing: NewDimension, formula: Formula): boolean {
  const { step } = host.model()
  const build = (role: 'driving' | 'reference'): Drawing => {
    const entities = role === 'driving' ? scaledTo(host, editing.measured, formula) : host.model().entities
    const draft = draftOf(host.part(), step, entities)
    draft.dimension(editing.measured, role === 'driving' ? formula : undefined, { place: editing.place })
    return draft.done()
  }
  const outcome = tryDrawing(step, build('driving'), host.aroundOf)
  if (outcome.kind === 'good' && outcome.redundant.length > 0) {
    host.say('That is determined already; the dimension only measures it.')
    return host.keep('Dimension', build('reference'))
  }
  return host.attempt('Dimension', build('driving'), outcome.kind === 'good' ? outcome.change.farthest : 0)
}

/** Types another formula into a dimension that is there; a reference then drives. */
export function retypeDimension(host: EntryHost, id: Id, formula: Formula): boolean {
  const model = host.model()
  const before = dimensionOf(model, id)
  if (!before) return false
  const constraints = model.step.constraints.map((c) =>
    c.id === id && c.kind === 'dimension' ? { ...c, formula, role: 'driving' as const } : c,
  )
  const drawing = { entities: model.entities, constraints }
  const outcome = tryDrawing(model.step, drawing, host.aroundOf)
  const asked = outcome.kind === 'good' ? changeOf(host, outcome.drawing, before) : 0
  return host.attempt(`Dimension ${before.name}`, drawing, asked)
}

/** By how much a dimension would change, mm; an angle's by the arc at the sketch's size. */
function changeOf(host: EntryHost, drawing: Drawing, d: SketchDimension): number {
  const model = host.model()
  const was = model.solved.measures.get(d.id) ?? 0
  const next: SketchStep = { ...model.step, ...drawing }
  const off = Math.abs((sheetModel(next, host.aroundOf(next)).solved.measures.get(d.id) ?? was) - was)
  return d.measured.of === 'angle' ? off * model.size : off
}

/** The first length on a drawing sizes all of it, so that it keeps its shape. */
function scaledTo(host: EntryHost, measured: SketchMeasured, formula: Formula): readonly SketchEntity[] {
  const m = host.model()
  const sized = m.step.constraints.some(
    (c) =>
      (c.kind === 'dimension' && c.role === 'driving' && c.measured.of !== 'angle') || c.kind === 'fixed',
  )
  if (sized || measured.of === 'angle') return m.entities
  const draft = draftOf(host.part(), m.step, m.entities)
  const id = draft.dimension(measured, formula)
  const probe: SketchStep = { ...m.step, constraints: draft.constraints }
  const wanted = sheetModel(probe, host.aroundOf(probe)).solved.constraints.find((c) => c.id === id)
  if (wanted?.kind !== 'dimension') return m.entities
  const factor = Math.abs(wanted.value) / Math.abs(measuredValue(m.entities, measured))
  if (!(factor > 0) || !Number.isFinite(factor)) return m.entities
  return m.entities.map((e) => {
    if (e.kind === 'point') return { ...e, x: e.x * factor, y: e.y * factor }
    return 'radius' in e ? { ...e, radius: e.radius * factor } : e
  })
}

/** What a dimension measures now, as a formula. */
export function presentFormula(m: SheetModel, d: SketchDimension): Formula {
  const value = m.solved.measures.get(d.id) ?? 0
  return figureFormula(value, d.measured.of === 'angle', 'mm')
}

/** A value in mm or rad as a formula in a unit, to six places. */
export function figureFormula(value: number, isAngle: boolean, unit: keyof typeof LENGTH_FACTORS): Formula {
  if (isAngle) return formatExact(Number(((value * 180) / Math.PI).toFixed(6)))
  return typedFormula(formatExact(Number((value / LENGTH_FACTORS[unit]).toFixed(6))), unit)
}
