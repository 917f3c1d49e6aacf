import type { Id } from '@flexum/core/base'
import { type SketchStep, type Drawing, type SketchConstraint } from '@flexum/core/recipe'
import { numericConstraints, resolveStep } from '@flexum/core/recipe/evaluated'
import {
  changeBetween,
  clashOf,
  freedomOf,
  solve,
  solveGently,
  type Change,
  type SketchEntity,
} from '@flexum/core/sketch'
import { formulaText, type Surroundings } from '@flexum/core/units'
import { onSheet, sheetTooMuch } from './effort.ts'

/** One of the constraints that cannot all hold, and the shape without it. */
export interface ClashRow {
  readonly constraint: Id
  readonly without: readonly SketchEntity[]
}

/** What would come of a change to a drawing. */
export type Outcome =
  | {
      readonly kind: 'good'
      readonly drawing: Drawing
      readonly change: Change
      /** Constraints the change added that others say already. */
      readonly redundant: readonly Id[]
    }
  | { readonly kind: 'clash'; readonly drawing: Drawing; readonly rows: readonly ClashRow[] }
  | { readonly kind: 'fault'; readonly message: string }

/** Names that formulas see with a sketch as it would be: its own dimensions are among them. */
export type AroundOf = (step: SketchStep) => Surroundings

/**
 * Tries a change: solves it, and where it cannot hold finds the smallest set of constraints that clash. What takes more
 * than the page may spend is a fault.
 */
export function tryDrawing(step: SketchStep, drawing: Drawing, aroundOf: AroundOf): Outcome {
  const tried = onSheet(() => tryIt(step, drawing, aroundOf))
  return tried.ok ? tried.value : { kind: 'fault', message: sheetTooMuch(tried.fault) }
}

function tryIt(step: SketchStep, drawing: Drawing, aroundOf: AroundOf): Outcome {
  const next: SketchStep = { ...step, ...drawing }
  const { fields, faults } = resolveStep(next, aroundOf(next))
  const before = new Set(step.constraints.map((c) => c.id))
  const fresh = faults.find((f) => !isOldFault(step, f.field, aroundOf(step)))
  if (fresh) return { kind: 'fault', message: fresh.fault.message }
  const constraints = numericConstraints(withoutFaulty(next, faults), (field) => fields[field]?.value ?? 0)
  const solved = solveGently(drawing.entities, constraints)
  if (!solved.converged) {
    const rows = clashOf(drawing.entities, constraints)
    return { kind: 'clash', drawing, rows }
  }
  const { redundant } = freedomOf(solved.entities, constraints)
  return {
    kind: 'good',
    drawing: { entities: solved.entities, constraints: drawing.constraints },
    change: changeBetween(drawing.entities, solved.entities),
    redundant: redundant.filter((id) => !before.has(id)),
  }
}

/** Whether a drawing can hold without turning anything round; what takes more than the page may spend does not. */
export function holdsAsDrawn(step: SketchStep, drawing: Drawing, aroundOf: AroundOf): boolean {
  const next: SketchStep = { ...step, ...drawing }
  const { fields, faults } = resolveStep(next, aroundOf(next))
  if (faults.length > 0) return false
  const solved = solve(
    drawing.entities,
    numericConstraints(next, (field) => fields[field]?.value ?? 0),
  )
  return solved.converged && changeBetween(drawing.entities, solved.entities).flipped.length === 0
}

function isOldFault(step: SketchStep, field: string, around: Surroundings): boolean {
  return resolveStep(step, around).faults.some((f) => f.field === field)
}

/** What a drawing's constraints ask for in figures; a dimension that cannot be read only measures. */
export function constraintsOf(step: SketchStep, aroundOf: AroundOf): ReturnType<typeof numericConstraints> {
  const { fields, faults } = resolveStep(step, aroundOf(step))
  return numericConstraints(withoutFaulty(step, faults), (field) => fields[field]?.value ?? 0)
}

function withoutFaulty(step: SketchStep, faults: readonly { readonly field: string }[]): SketchStep {
  if (faults.length === 0) return step
  const bad = new Set(faults.map((f) => f.field.split('/')[1]))
  return {
    ...step,
    constraints: step.constraints.map((c) =>
      c.kind === 'dimension' && bad.has(c.id) ? { ...c, role: 'reference' } : c,
    ),
  }
}

/** A share of the sketch's size past which a change that nobody asked for is shown before it counts. */
const GOES_FAR = 0.3

/** Whether a change turns something round, or moves it further than was asked; `asked` is how much a typed figure changed, mm. */
export function goesFar(change: Change, size: number, asked: number): boolean {
  return change.flipped.length > 0 || change.farthest > GOES_FAR * size + 3 * Math.abs(asked)
}

/** Whether a constraint was put on, or typed anew, by a drawing that does not count yet. */
export function isFresh(step: SketchStep, c: SketchConstraint): boolean {
  const before = step.constraints.find((x) => x.id === c.id)
  return before === undefined || (c !== before && JSON.stringify(c) !== JSON.stringify(before))
}

/** The row of a clash that is the dimension just put on or typed, if it is one of them. */
export function freshRow(
  step: SketchStep,
  drawing: Drawing,
  rows: readonly ClashRow[],
): ClashRow | undefined {
  return rows.find((row) => {
    const c = drawing.constraints.find((x) => x.id === row.constraint)
    return c?.kind === 'dimension' && isFresh(step, c)
  })
}

/** The drawing without a constraint, and with the shape it then has. */
export function withoutConstraint(drawing: Drawing, row: ClashRow): Drawing {
  return {
    entities: row.without,
    constraints: drawing.constraints.filter((c) => c.id !== row.constraint),
  }
}

/** The drawing with a dimension that only measures from now on, and the shape it then has. */
export function asReference(drawing: Drawing, row: ClashRow): Drawing {
  return {
    entities: row.without,
    constraints: drawing.constraints.map((c) =>
      c.id === row.constraint && c.kind === 'dimension' ? { ...c, role: 'reference' } : c,
    ),
  }
}

/** Drawn constraints that others say already are left out; a dimension then only measures. */
export function withoutRedundant(drawing: Drawing, redundant: readonly Id[]): Drawing {
  if (redundant.length === 0) return drawing
  const extra = new Set(redundant)
  return {
    entities: drawing.entities,
    constraints: drawing.constraints.flatMap((c) => {
      if (!extra.has(c.id)) return c
      return c.kind === 'dimension' ? { ...c, role: 'reference' as const } : []
    }),
  }
}

/** Constraints and dimensions that an edit put on and that others say already are left out. */
export function withoutNew(drawing: Drawing, redundant: readonly Id[]): Drawing {
  if (redundant.length === 0) return drawing
  // A point that follows says where it comes from, even where others would hold it in part.
  const follows = new Set(drawing.constraints.flatMap((c) => (c.kind === 'fixed' && c.follows ? [c.id] : [])))
  const extra = new Set(redundant.filter((id) => !follows.has(id)))
  const constraints = drawing.constraints.filter((c) => !extra.has(c.id))
  return { entities: drawing.entities, constraints: withoutLost(constraints, drawing.constraints, extra) }
}

/** Of the dimensions that followed one that is left out the first takes its formula, and the others follow that one. */
export function withoutLost(
  kept: Drawing['constraints'],
  all: Drawing['constraints'],
  extra: ReadonlySet<Id>,
): Drawing['constraints'] {
  const lost = new Map(
    all.flatMap((c) => (c.kind === 'dimension' && extra.has(c.id) ? [[c.name, c.formula] as const] : [])),
  )
  return kept.map((c) => {
    if (c.kind !== 'dimension') return c
    const followed = formulaText(c.formula)
    const formula = lost.get(followed)
    if (formula === undefined) return c
    lost.set(followed, c.name)
    return { ...c, formula }
  })
}
