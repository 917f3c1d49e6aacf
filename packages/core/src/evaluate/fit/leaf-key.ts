import type { Id } from '../../base/index.ts'
import type { Solid } from '../body.ts'

/** By which a leaf is told from others of its step, where that makes several. */
export const keyOf = (s: Solid): Id | undefined =>
  s.kind === 'turned' || s.kind === 'edged' ? s.key : undefined
