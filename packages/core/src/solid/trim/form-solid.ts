import type { Id } from '../../base/index.ts'
import { arc2, line2, type Loop2, type Vec2 } from '../../plane/index.ts'
import { region } from '../../profile/index.ts'
import { TURN } from '../../num/index.ts'
import type { KnownForm } from '../face/forms.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { Solid } from '../body.ts'

/** A face that is round, the surface of which goes on beyond its edges as a body of its own. */
export type RoundForm = Extract<KnownForm, { kind: 'cylinder' | 'cone' | 'sphere' | 'torus' }>

/** The body that lies within the whole surface that a round face is part of, as far as `reach` (mm) where it has no end. */
export function solidWithin(form: RoundForm, step: Id, reach: number): Solid {
  if (form.kind === 'sphere') {
    const r = form.radius
    return turnedRound(
      step,
      form.at,
      [0, 0, 1],
      [line2([0, -r], [0, r]), arc2([0, 0], r, TURN / 4, -TURN / 2)],
    )
  }
  const outline = (...corners: readonly Vec2[]): Loop2 =>
    corners.map((p, i) => line2(p, corners[(i + 1) % corners.length]!))
  switch (form.kind) {
    case 'cylinder': {
      const r = form.radius
      return turnedRound(step, form.at, form.axis, outline([0, -reach], [r, -reach], [r, reach], [0, reach]))
    }
    case 'cone':
      return turnedRound(
        step,
        form.at,
        form.axis,
        outline([0, 0], [reach * Math.tan(form.half), reach], [0, reach]),
      )
    case 'torus': {
      const ring = [0, 1].map((k) => arc2([form.radius, 0], form.small, (k * TURN) / 2, TURN / 2))
      return turnedRound(step, form.at, form.axis, ring)
    }
  }
}

/** An outline, by its distance from an axis and its height along it, turned about it. */
function turnedRound(step: Id, at: Vec3, axis: Vec3, outline: Loop2): Solid {
  return {
    kind: 'revolved',
    step,
    section: [region(outline)],
    plane: { origin: at, x: vec3.squareTo(axis), y: axis },
    at: [0, 0],
    along: [0, -1],
    angle: TURN,
  }
}
