import { fail, fault, type Result } from '../base/index.ts'
import type { Region } from './region.ts'

/** Sizes of a shape by name: mm, angles in rad. */
export type Sizes<K extends string> = Readonly<Record<K, number>>

export const refuse = (message: string): Result<Region> => fail(fault('profile.size', message))

/** The first size that is not above zero, as a refusal. */
export function needPositive<K extends string>(
  sizes: Sizes<K>,
  keys: readonly K[],
): Result<Region> | undefined {
  const bad = keys.find((k) => !(sizes[k] > 0))
  return bad === undefined ? undefined : refuse(`the ${bad} must be above 0`)
}
