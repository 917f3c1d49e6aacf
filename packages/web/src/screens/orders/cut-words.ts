import type { ListedCut } from '@flexum/core/evaluate'
import { deg } from '@flexum/core/num'
import { formatDecimal } from '@flexum/core/units'

/** Angles nearer than this to 0 are shown as none, deg. */
const NONE = 5e-3

const sided = (angle: number): string => {
  const shown = deg(angle)
  return Math.abs(shown) < NONE
    ? '0°'
    : `${formatDecimal(Math.abs(shown), 2)}° ${shown > 0 ? 'right' : 'left'}`
}

/** A cut in words: what it is, where the handle of the saw goes and where its blade leans. */
export const cutWords = (c: ListedCut): string =>
  c.mitre === 0 && c.bevel === 0 ? c.made : `${c.made} ${sided(c.mitre)}, bevel ${sided(c.bevel)}`
