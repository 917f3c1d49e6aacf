import { fail, fault, lengthFault, type Result } from '../base/index.ts'
import type { Region } from './region.ts'

/** Sizes of a shape by name: mm, angles in rad. */
export type Sizes<K extends string> = Readonly<Record<K, number>>

const CODE = 'profile.size'

export const refuse = (message: string): Result<Region> => fail(fault(CODE, message))

/** A refusal whose sentence names lengths, each a `${}` of the template, mm. */
export const refuseLengths = (texts: TemplateStringsArray, ...lengths: number[]): Result<Region> =>
  fail(lengthFault(CODE)(texts, ...lengths))

/** The first size that is not above zero, as a refusal. */
export function needPositive<K extends string>(
  sizes: Sizes<K>,
  keys: readonly K[],
): Result<Region> | undefined {
  const bad = keys.find((k) => !(sizes[k] > 0))
  return bad === undefined ? undefined : refuse(`the ${bad} must be above 0`)
}
