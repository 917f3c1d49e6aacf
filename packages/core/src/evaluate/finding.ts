import type { Id } from '../base/index.ts'
import type { BroughtBodyStep, FormingStep, RunStep, TrimPathStep, Station, Step } from '../document/index.ts'
import type { Formula } from '../units/index.ts'

/** `blocks`: there is no sound result. `warns`: there is one, and the shop will not like it. `notes`: good to know. */
export type Severity = 'blocks' | 'warns' | 'notes'

/** A change of the part, as the command that makes it and what that is told: a formula for a field, or choices of a run. */
export type Change =
  | {
      readonly do: 'set-formula'
      readonly with: { readonly step: Id; readonly field: string; readonly formula: Formula }
    }
  | {
      readonly do: 'add-step'
      readonly with: { readonly step: Step; readonly index: number }
    }
  | {
      /** Another face or edge in place of one that was picked. */
      readonly do: 'pick-instead'
      readonly with: { readonly step: Id; readonly was: string; readonly now: string }
    }
  | {
      readonly do: 'change-brought-body'
      readonly with: {
        readonly step: Id
        readonly choices: Partial<Pick<BroughtBodyStep, 'unit' | 'mended'>>
      }
    }
  | {
      readonly do: 'change-forming'
      readonly with: {
        readonly step: Id
        readonly choices: Partial<Pick<FormingStep, 'fromEnd'>> & {
          readonly order?: FormingStep['order'] | undefined
        }
      }
    }
  | {
      readonly do: 'shift-nodes'
      readonly with: {
        readonly step: Id
        readonly nodes: readonly Id[]
        readonly by: readonly [number, number, number]
      }
    }
  | { readonly do: 'close-walls'; readonly with: { readonly step: Id; readonly closed: boolean } }
  | {
      readonly do: 'change-trim'
      readonly with: { readonly step: Id; readonly choices: Partial<Pick<TrimPathStep, 'past'>> }
    }
  | {
      readonly do: 'break-trim'
      readonly with: { readonly step: Id; readonly opening: Id; readonly round: boolean }
    }
  | {
      readonly do: 'keep-piece'
      readonly with: { readonly step: Id; readonly at?: readonly number[] }
    }
  | { readonly do: 'split-bend'; readonly with: { readonly step: Id; readonly row: Id } }
  | {
      readonly do: 'change-run'
      readonly with: {
        readonly step: Id
        readonly choices: Partial<Pick<RunStep, 'turning' | 'corners' | 'anchor' | 'flip' | 'ends'>>
      }
    }

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
