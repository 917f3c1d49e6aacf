import { tolerance } from '../num/index.ts'
import type { Loop2, Vec2 } from '../plane/index.ts'
import type { Section } from './region.ts'

/** A round tube's outside diameter and wall, mm. */
export interface RoundTube {
  readonly diameter: number
  readonly wall: number
}

/** Whether a section is one round tube: a circle with a circle about the same centre in it, drawn or from stock. */
export function roundTube(section: Section): RoundTube | undefined {
  const [region, more] = section
  if (!region || more || region.holes.length !== 1) return undefined
  const [outer, inner] = [circleOf(region.outer), circleOf(region.holes[0]!)]
  if (!outer || !inner) return undefined
  const off = Math.hypot(outer.centre[0] - inner.centre[0], outer.centre[1] - inner.centre[1])
  if (off > tolerance.sameRadius * outer.radius) return undefined
  return { diameter: 2 * outer.radius, wall: outer.radius - inner.radius }
}

function circleOf(loop: Loop2): { readonly centre: Vec2; readonly radius: number } | undefined {
  const [first] = loop
  if (first?.kind !== 'arc') return undefined
  const { centre, radius } = first
  const same = loop.every(
    (c) =>
      c.kind === 'arc' &&
      Math.abs(c.radius - radius) <= tolerance.sameRadius * radius &&
      Math.hypot(c.centre[0] - centre[0], c.centre[1] - centre[1]) <= tolerance.sameRadius * radius,
  )
  return same ? { centre, radius } : undefined
}
