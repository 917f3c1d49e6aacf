import {
  IDENTITY,
  mirrored,
  mirroredAbout,
  transformPoint,
  vec3,
  transformDirection,
  type Transform,
} from '../../space/index.ts'
import type { Solid } from '../body.ts'
import type { Extrusion } from '../extrude.ts'
import { region } from '../../profile/index.ts'
import { line2 } from '../../plane/index.ts'

/** Where a mirrored solid's other half is. */
export function imageBy({ axis, offset, frame }: Extract<Solid, { kind: 'mirrored' }>): Transform {
  if (!frame) return mirrored(axis, offset)
  return mirroredAbout(
    transformPoint(frame, vec3.scale(IDENTITY[axis], offset)),
    transformDirection(frame, IDENTITY[axis]),
  )
}

/** All that lies before a plane as far as anything reaches, as a block. */
export function spaceBefore({ at, normal, reach }: Extract<Solid, { kind: 'halved' }>): Extrusion {
  const x = vec3.squareTo(normal)
  const plane = { origin: at, x, y: vec3.cross(normal, x) }
  const corners = [
    [-reach, -reach],
    [reach, -reach],
    [reach, reach],
    [-reach, reach],
  ] as const
  const square = region(corners.map((c, i) => line2(c, corners[(i + 1) % 4]!)))
  return { section: [square], plane, from: 0, to: reach }
}
