import { tolerance } from '../../num/index.ts'
import type { Solid } from '../body.ts'
import { imageBy } from '../boolean/image.ts'
import { transformPoint, vec3 } from '../../space/index.ts'
import { keyOfFace } from './leaf-face.ts'
import { movesBut, type Moves } from './moves.ts'
import { planesOf } from './planes.ts'

/** As a part of the wall, how far the halves of the inside run into each other. */
const INTO = 0.5

/** The moves of a half that is mirrored: what lies in the mirror's plane is no face, and runs on a little into the other half. */
export function beyondMirror(s: Extract<Solid, { kind: 'mirrored' }>, first: number, m: Moves): Moves {
  const image = imageBy(s)
  const inPlane = planesOf(s.of, first).filter(({ at, normal }) => {
    // A plane lies in the mirror's where each place of it is its own image, and its normal turns round.
    const [p, q] = [at, vec3.add(at, normal)].map((x) => transformPoint(image, x)) as [typeof at, typeof at]
    return (
      vec3.distance(p, at) < tolerance.touches && vec3.distance(q, vec3.sub(at, normal)) < tolerance.touches
    )
  })
  const keys = new Set(inPlane.map((f) => keyOfFace(f.face)))
  return movesBut(m, (f) => (keys.has(keyOfFace(f)) ? -INTO * m.wall : undefined))
}
