import { tolerance } from '../num/index.ts'
import { equationsOf, type Constraint } from './constraints/index.ts'
import { measureOf, type Measured } from './constraints/dimensions.ts'
import { referencesOf } from './constraints/references.ts'
import { pointsOf, type SketchEntity } from './entities.ts'
import { residualsOf } from './solve.ts'
import { sizeOf, unknownsOf } from './unknowns.ts'

/** What a dimension measures on a sketch as it stands: mm, or rad. */
export function measuredValue(entities: readonly SketchEntity[], m: Measured): number {
  const u = unknownsOf(entities)
  const measure = measureOf(m, u)
  return measure.evaluate(u.values, new Float64Array(measure.unknowns.length))
}

/** The same for many dimensions of one sketch. */
export function measuredValues(entities: readonly SketchEntity[], all: readonly Measured[]): number[] {
  const u = unknownsOf(entities)
  return all.map((m) => {
    const measure = measureOf(m, u)
    return measure.evaluate(u.values, new Float64Array(measure.unknowns.length))
  })
}

/** How far a constraint is from holding, mm: the largest of its conditions. */
export const residualOf = (entities: readonly SketchEntity[], c: Constraint): number =>
  residualOfSize(entities, c, sizeOf(entities))

/** Whether a constraint holds on a sketch as it stands. */
export function holds(entities: readonly SketchEntity[], c: Constraint): boolean {
  const size = sizeOf(entities)
  return residualOfSize(entities, c, size) <= HOLDS * tolerance.sketchResidual * size
}

/** Only what the constraint ties, and the points of that, is looked at. */
function residualOfSize(entities: readonly SketchEntity[], c: Constraint, size: number): number {
  const tied = new Set(referencesOf(c))
  const hung = new Set(entities.flatMap((e) => (tied.has(e.id) ? pointsOf(e) : [])))
  const u = unknownsOf(
    entities.filter((e) => tied.has(e.id) || hung.has(e.id)),
    size,
  )
  const equations = equationsOf([], [c], u)
  return residualsOf(equations, u.values).reduce((most, r) => Math.max(most, Math.abs(r)), 0)
}

/** What was solved holds with room to spare. */
const HOLDS = 100
