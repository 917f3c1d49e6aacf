import type { Id } from '../base/index.ts'
import type { Change, Station } from '../document/index.ts'
import type { Formula } from '../units/index.ts'

/** `blocks`: there is no sound result. `warns`: there is one, and the shop will not like it. `notes`: good to know. */
export type Severity = 'blocks' | 'warns' | 'notes'

/** A change that would put a finding right. */
export interface Cure {
  readonly label: string
  readonly change: Change
}

/** The cure that puts a formula into a field. */
export const formulaCure = (label: string, step: Id, field: string, formula: Formula): Cure => ({
  label,
  change: { do: 'set-formula', with: { step, field, formula } },
})

/** Something a person should know, with where it is and what would help. */
export interface Finding {
  /** Stable while the finding lasts. */
  readonly id: string
  readonly severity: Severity
  readonly code: string
  readonly message: string
  readonly station: Station
  readonly step: Id
  readonly node?: Id
  readonly field?: string
  /** Stations along the path that it concerns. */
  readonly from?: number
  readonly to?: number
  /** Single stations that belong together, when it is about places far apart. */
  readonly places?: readonly number[]
  /** Stretches that belong together, each from one station to another: of two that lie on each other. */
  readonly stretches?: readonly (readonly [number, number])[]
  readonly cures: readonly Cure[]
}
