import { fail, fault, ok, type Result } from '../base/index.ts'
import { TURN } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { makePath, type Path } from './path.ts'
import { helixSegment } from './segment.ts'

/** A cylindrical helix rising along +Z from a centre, starting on the +X side. */
export interface HelixSource {
  readonly centre: Vec3
  readonly radius: number
  /** Rise per whole turn; negative descends. */
  readonly pitch: number
  readonly turns: number
  readonly hand: 'right' | 'left'
}

/** The path of a helix; length = turns * hypot(2 pi r, pitch). */
export function pathOfHelix(h: HelixSource): Result<Path> {
  if (!(h.radius > 0)) return fail(fault('helix.radius', 'the radius of a helix must be above 0'))
  if (!(h.turns > 0)) return fail(fault('helix.turns', 'a helix needs more than 0 turns'))
  const out: Vec3 = [1, 0, 0]
  // A left hand turns the other way round while it rises: its own axis points down.
  const along: Vec3 = h.hand === 'right' ? [0, 1, 0] : [0, -1, 0]
  const upright = vec3.cross(out, along)[2]
  const segment = helixSegment(h.centre, out, along, h.radius, h.turns * TURN, h.turns * h.pitch * upright)
  return ok(makePath([{ segment, origin: { kind: 'piece', index: 0 } }], false))
}
