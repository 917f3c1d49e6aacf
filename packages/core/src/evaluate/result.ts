import type { Id, Result } from '../base/index.ts'
import type { Quantity } from '../units/index.ts'
import type { StepResult } from './output.ts'
import type { Finding } from './finding.ts'
import type { Extrapolated } from '../solid/index.ts'

/** A named value, or a dimension of a sketch by its name, worked out. */
export interface ValueResult {
  readonly id: Id
  readonly name: string
  readonly result: Result<Quantity>
}

export interface PartResult {
  readonly values: readonly ValueResult[]
  readonly steps: readonly StepResult[]
  /** All findings, in order of the recipe. */
  readonly findings: readonly Finding[]
  /** Points of meshes that are still to be made; 0 when all is there. */
  readonly awaits: number
  /** When they are asked for: areas of the bodies that stand, mm2 a place, in their order by the step that made them, with how far they may be off. */
  readonly areas?: ReadonlyMap<Id, readonly (Extrapolated | undefined)[]>
}

/**
 * `figures`: all that is there before meshes are made; where they are what is asked for, or many points, they wait. `whole`: all.
 */
export type Phase = 'figures' | 'whole'

/** Whose part it is, and how near to the true surface meshes are to be, mm: without that as fine as the picture needs. */
export interface How {
  readonly owner?: string
  readonly chordError?: number
  /** All of it, unless only figures are wanted at first. */
  readonly phase?: Phase
  /** While something is dragged: bodies that meet are put together coarsely. */
  readonly rough?: boolean
  /** Areas of bodies too, once all of them are there. */
  readonly areas?: boolean
}
