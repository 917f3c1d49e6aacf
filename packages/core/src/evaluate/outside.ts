import type { Solids } from '../solid/index.ts'

/** What the core needs from outside, given by whoever runs it. */
export interface Outside {
  /** A library of solids, once it is loaded; without it steps that need one say so. */
  readonly solids?: Solids
}
