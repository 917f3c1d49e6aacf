import { tolerance } from '../../num/index.ts'
import { fail, ok, type Result } from '../../base/index.ts'
import type { Solid } from '../body.ts'
import { leavesOf } from '../boolean/leaves.ts'
import { vec3 } from '../../space/index.ts'
import type { Inner } from './leaf.ts'
import { keyOfFace, type LeafFace } from './leaf-face.ts'
import { movesBut, type Moves } from './moves.ts'
import { planesOf, type PlaneFace } from './planes.ts'

/** As a part of the wall, how far what bridges goes into either inside. */
const INTO = 0.5
/** More pairs of touching faces are not bridged. */
const MOST_PAIRS = 500

/**
 * What joins the insides of bodies that stand on each other, their faces flush or sunk in by less than the wall on either side: there, both
 * insides run on through the faces that touch, and what they then have in common is taken out too.
 */
export function bridgesOf(
  bodies: readonly Solid[],
  inners: readonly (Solid | undefined)[],
  first: number,
  m: Moves,
  innerWith: (s: Solid, leaf: number, m: Moves) => Inner,
): Result<readonly Solid[], string> {
  if (m.sign < 0) return ok([])
  let leaf = first
  const members = bodies.map((solid, i) => {
    const from = leaf
    leaf += leavesOf(solid).length
    return { solid, from, planes: inners[i] ? planesOf(solid, from) : [] }
  })
  const bridges: Solid[] = []
  for (const [i, a] of members.entries())
    for (const b of members.slice(i + 1))
      for (const [f, g] of touching(a.planes, b.planes, m.wall)) {
        if (bridges.length >= MOST_PAIRS)
          return fail(`more than ${MOST_PAIRS} places where bodies touch are not hollowed through`)
        const through = [
          innerWith(a.solid, a.from, runningOn(m, f.face)),
          innerWith(b.solid, b.from, runningOn(m, g.face)),
        ]
        const bad = through.find((x) => !x.ok)
        if (bad && !bad.ok) return bad
        const of = through.flatMap((x) => (x.ok && x.value ? [x.value] : []))
        if (of.length === 2) bridges.push({ kind: 'common', of })
      }
  return ok(bridges)
}

function touching(
  a: readonly PlaneFace[],
  b: readonly PlaneFace[],
  wall: number,
): (readonly [PlaneFace, PlaneFace])[] {
  return a.flatMap((f) =>
    b.flatMap((g) => {
      if (vec3.dot(f.normal, g.normal) > tolerance.sameDirection - 1) return []
      const apart = vec3.dot(f.normal, vec3.sub(g.at, f.at))
      return apart <= tolerance.touches && apart >= -2 * wall ? [[f, g] as const] : []
    }),
  )
}

function runningOn(m: Moves, face: LeafFace): Moves {
  const key = keyOfFace(face)
  return movesBut(m, (f) => (keyOfFace(f) === key ? -(1 + INTO) * m.wall : undefined))
}
