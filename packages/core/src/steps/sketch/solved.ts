import { dimensionsOf, type SketchStep } from './typed.ts'
import type { SketchConstraint } from './typed-drawing.ts'
import {
  areasOf,
  freedomOf,
  measuredValues,
  solveGently,
  type Areas,
  type Constraint,
  type Freedom,
  type SketchEntity,
} from '../../sketch/index.ts'
import type { Id } from '../../base/index.ts'
import type { Vec2 } from '../../plane/index.ts'

/** The value of a formula field of a sketch step, mm or rad. */
export type FieldValue = (field: string) => number

/** Where places of other steps are that points follow, by the constraint that says so. */
export type FollowedPlaces = ReadonlyMap<Id, Vec2>

/** A sketch worked out: its shape, what can still move, what it encloses, what its dimensions measure. */
export interface SolvedSketch {
  readonly entities: readonly SketchEntity[]
  /** The constraints in force, dimensions with their values. */
  readonly constraints: readonly Constraint[]
  readonly converged: boolean
  /** Constraints that do not hold. */
  readonly failing: readonly Id[]
  readonly freedom: Freedom
  readonly areas: Areas
  /** What every dimension measures, by id: as it is shown, positive on its own side. */
  readonly measures: ReadonlyMap<Id, number>
}

/**
 * A constraint as the solver takes it; undefined for a reference dimension. A dimension's value keeps the sign of the
 * side it was put on; a diameter or distance has none.
 */
export function numericConstraint(
  c: SketchConstraint,
  value: FieldValue,
  followed?: FollowedPlaces,
): Constraint | undefined {
  if (c.kind === 'fixed') {
    const [x, y] = followed?.get(c.id) ?? [c.x, c.y]
    return { kind: 'fixed', id: c.id, point: c.point, x, y }
  }
  if (c.kind !== 'dimension') return c
  if (c.role === 'reference') return undefined
  return {
    kind: 'dimension',
    id: c.id,
    measured: c.measured,
    value: c.side * value(`constraints/${c.id}/formula`),
  }
}

export function numericConstraints(
  step: SketchStep,
  value: FieldValue,
  followed?: FollowedPlaces,
): Constraint[] {
  return step.constraints.flatMap((c) => numericConstraint(c, value, followed) ?? [])
}

const NOTHING_FREE: Freedom = { loose: 0, free: new Set(), motions: [], redundant: [] }

/** Works a sketch out from the coordinates it was last seen with. */
export function solveSketch(step: SketchStep, value: FieldValue, followed?: FollowedPlaces): SolvedSketch {
  const constraints = numericConstraints(step, value, followed)
  const solved = solveGently(step.entities, constraints)
  const { converged, failing } = solved
  const entities = converged ? solved.entities : step.entities
  const dimensions = dimensionsOf(step)
  const values = measuredValues(
    entities,
    dimensions.map((d) => d.measured),
  )
  const measures = new Map(dimensions.map((d, i) => [d.id, d.side * values[i]!]))
  return {
    entities,
    constraints,
    converged,
    failing,
    // Freedom is only known at a solution.
    freedom: converged ? freedomOf(entities, constraints) : NOTHING_FREE,
    areas: areasOf(entities),
    measures,
  }
}

/** A sketch as it was drawn, where working it out would take more than it may: nothing holds and nothing is known of it. */
export function unsolvedSketch(step: SketchStep, value: FieldValue, followed?: FollowedPlaces): SolvedSketch {
  return {
    entities: step.entities,
    constraints: numericConstraints(step, value, followed),
    converged: false,
    failing: [],
    freedom: NOTHING_FREE,
    areas: areasOf([]),
    measures: new Map(),
  }
}
