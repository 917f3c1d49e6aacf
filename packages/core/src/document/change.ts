import type { Id } from '../base/index.ts'
import type { Formula } from '../units/index.ts'
import type { Step } from './registry.ts'

/** Changes that a finding may offer, by the name of the command that makes them, with what that is told. Kinds of step add their own. */
export interface Changes {
  'set-formula': { readonly step: Id; readonly field: string; readonly formula: Formula }
  'add-step': { readonly step: Step; readonly index: number }
  /** Another face or edge in place of one that was picked. */
  'pick-instead': { readonly step: Id; readonly was: string; readonly now: string }
  'keep-piece': { readonly step: Id; readonly at?: readonly number[] }
}

/** A change of the part, as the command that makes it and what that is told. */
export type Change = {
  [K in keyof Changes]: { readonly do: K; readonly with: Changes[K] }
}[keyof Changes]
