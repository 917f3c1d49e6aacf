import type { Id } from '../../base/index.ts'
import type { Openings } from './openings.ts'
import type { LeafFace } from './leaf-face.ts'

/** Inward for what has material within; outward for what is cut out of that. */
export type Sign = 1 | -1

/** How the faces of a solid are moved, so that what lies within them is left for a wall. */
export interface Moves {
  /** The step that what is made is of. */
  readonly step: Id
  /** mm */
  readonly wall: number
  readonly sign: Sign
  /** Whether leaves need keys of their own, as there are several. */
  readonly keyed: boolean
  /** How far a face is moved into the solid that it is of, mm; below 0 out of it. */
  by(face: LeafFace, sign: Sign): number
}

/** How far an opening goes beyond its face, mm. */
export const OVERLAP = 1

/** How far the inside goes beyond a face of what was cut out that is open, mm: so little that what is beside it stays as it is. */
const JUST_OVER = 1e-8

/** All faces moved by the wall, and those that are open out of the material, beyond where they are. */
export const movesFor = (step: Id, wall: number, { leaves, isOpen }: Openings): Moves => ({
  step,
  wall,
  sign: 1,
  keyed: leaves.length > 1,
  by: (face, sign) => (isOpen(face) ? (sign > 0 ? -OVERLAP : JUST_OVER) : sign * wall),
})

/** The same for what is cut out: its faces move out of it. */
export const turnedRound = (m: Moves): Moves => ({ ...m, sign: m.sign === 1 ? -1 : 1 })

/** The same but for some faces. */
export const movesBut = (m: Moves, other: (face: LeafFace, sign: Sign) => number | undefined): Moves => ({
  ...m,
  by: (face, sign) => other(face, sign) ?? m.by(face, sign),
})
