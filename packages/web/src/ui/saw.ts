import { deg } from '@flexum/core/num'
import { formatDecimal } from '@flexum/core/units'

/** Angles nearer than this to 0 are shown as none, deg. */
const NONE = 5e-3

/** How far a saw is set, rad, and to which side: where its handle goes, or where the top of its blade leans. */
export function sawAngle(angle: number): string {
  const shown = deg(angle)
  return Math.abs(shown) < NONE
    ? '0°'
    : `${formatDecimal(Math.abs(shown), 2)}° ${shown > 0 ? 'right' : 'left'}`
}
