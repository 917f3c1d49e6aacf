import type { Shell } from '../../solid/index.ts'
import type { Id } from '../../base/index.ts'
import type { Origin } from '../body.ts'

/** A body of one step in one place, as something to be put together with others. */
export interface Leaf {
  readonly shell: Shell
  /** By which it is told from others of its step. */
  readonly key: Id | undefined
  readonly origin: Pick<Origin, 'step' | 'instance' | 'edges'>
}
