import type { Id } from '../../base/index.ts'
import type { Solid } from '../body.ts'

/** By which a leaf is told from others of its step, where that makes several. */
export const keyOf = (s: Solid): Id | undefined => ('key' in s ? s.key : undefined)
