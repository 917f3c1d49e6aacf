import { deg } from '../num/index.ts'
import { formatAngle } from '../units/index.ts'
import type { ListedCut } from './pieces.ts'

/** Digits of an angle that a saw is set to, deg: finer than any scale of one. */
const SAW_DIGITS = 2

/** How far a saw is set, deg, to the digits that are told of it everywhere; above 0 to the right. */
export const sawDegrees = (angle: number): number => Number(deg(angle).toFixed(SAW_DIGITS)) + 0

/** How far a saw is set, rad, and to which side: where its handle goes, or where the top of its blade leans. */
export function sawAngle(angle: number): string {
  const shown = sawDegrees(angle)
  return shown === 0 ? '0°' : `${formatAngle(Math.abs(angle), SAW_DIGITS)} ${shown > 0 ? 'right' : 'left'}`
}

/** A cut in words: what it is, where the handle of the saw goes and where its blade leans. */
export const cutWords = (c: ListedCut): string =>
  c.mitre === 0 && c.bevel === 0 ? c.made : `${c.made} ${sawAngle(c.mitre)}, bevel ${sawAngle(c.bevel)}`
