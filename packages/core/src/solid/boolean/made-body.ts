import { tolerance } from '../../num/index.ts'
import { fail, ok, type Id, type Result } from '../../base/index.ts'
import { partsBy } from '../parts.ts'
import { skinOf } from './skin.ts'
import { solidVolume, type Extrapolated } from '../extrapolated.ts'
import type { MadeSolid } from '../library.ts'
import { IDENTITY, meshReach } from '../../space/index.ts'
import { isEnd } from '../../sweep/index.ts'
import type { Body, BodyPiece, Origin, Solid } from '../body.ts'
import type { Leaf } from './leaf.ts'
import { madeBodyOf, treeOf } from './tree.ts'
import { keepKnown, makeWithin, ROUGHER, sureOf, type Making } from './volume.ts'

/** A chord error of pictures, as a share of the largest coordinate of what meets, within bounds in mm. */
const PICTURE = 1 / 4000
const FINEST = 0.002
const COARSEST = 0.2
/** How near to the true surface bodies are put together: no finer than they could be drawn by themselves. */
export function finenessFor(bodies: readonly Body[], asked: number | undefined): number {
  if (asked !== undefined) return asked
  const size = Math.max(...bodies.map((b) => meshReach(b.mesh)))
  const drawn = Math.max(...bodies.map((b) => b.chordError))
  return Math.max(drawn, Math.min(COARSEST, Math.max(FINEST, stepped(PICTURE * size))))
}

/** The nearest power of two: a body that grows a little is put together as it was, and what was made of it is gone on from. */
const stepped = (x: number): number => (x > 0 ? 2 ** Math.round(Math.log2(x)) : 0)

/** Volume of a body with all its copies, mm3, and how far it may be off. */
export const volumeIn = (b: Body): number => b.figures.volume * b.instances.length
export const boundOf = (b: Body): number =>
  b.figures.theoremVolume === undefined ? b.figures.volumeBound * b.instances.length : 0

/** A body with all its copies as one solid. */
export function standing({ solid, instances: places }: Body): Solid {
  const placed = places.map((at): Solid => (at === IDENTITY ? solid : { kind: 'placed', of: solid, at }))
  return placed.length === 1 ? placed[0]! : { kind: 'joined', of: placed }
}

/** By what bodies are put together, and how fine. */
export interface Work extends Making {
  readonly origins: ReadonlyMap<Id, Origin>
}

/** What each step's faces are of, by the step. */
export function originsOf(bodies: readonly Body[]): Map<Id, Origin> {
  return new Map(bodies.flatMap((b) => b.origins.all.map((o) => [o.step, o] as const)))
}

/** A body that was put together, with how many parts it is of. */
export interface MadeBody {
  readonly body: Body
  readonly solid: MadeSolid
  readonly parts: number
  /** Its volume by its own faces, where these are known; worked out when it is asked for. */
  readonly own: Extrapolated | undefined
  /** Whether it is of so many leaves that its own faces are only asked where nothing else tells for sure. */
  readonly ofMany: boolean
}

/** More leaves are many: their faces take longer than what one more changes. */
const MANY_LEAVES = 16

/** Whether what was worked out from what was done to a body need not be asked of its own faces. */
export const isSure = ({ ofMany }: MadeBody, { value, error }: Extrapolated): boolean =>
  ofMany && error <= tolerance.surelyOff * Math.abs(value)

/** A solid as a body that goes on from another: its id, its look, whether it is seen. */
export function bodyOfTree(
  solid: Solid,
  from: Body,
  { solids, fineness: fine, origins }: Work,
): Result<MadeBody, string> {
  const fineness = solids.rough ? ROUGHER * fine : fine
  madeBodyOf(solid)
  const leaves: Leaf[] = []
  const tidy = tolerance.singlePlaces * meshReach(from.mesh)
  const made = makeWithin(solids, treeOf(solid, fineness, leaves, solids), tidy)
  if (!made.ok) return fail(made.fault.message)
  const skin = skinOf(
    made.value,
    leaves.map((l) => l.shell),
    (_, tag) => isEnd(tag),
  )
  const body: Body = {
    id: from.id,
    solid,
    mesh: skin.mesh,
    chordError: fineness,
    origins: {
      all: leaves.map(({ origin }) => ({ ...origin, materials: origins.get(origin.step)!.materials })),
      of: skin.shells,
    },
    lines: { sharp: skin.sharp, tangent: skin.tangent, corners: skin.corners },
    look: from.look,
    hidden: from.hidden,
    instances: [IDENTITY],
    figures: from.figures,
  }
  const known = keepKnown(solid, fineness, made.value, leaves)
  const before = (from.parts ?? 1) * from.instances.length
  const parted = known.parts > before ? piecesOf(made.value) : undefined
  const whole: Body = { ...body, parts: known.parts, ...(parted ? { parted } : {}) }
  return ok({
    body: whole,
    solid: made.value,
    parts: known.parts,
    get own() {
      return solids.rough ? undefined : sureOf(known)?.volume
    },
    ofMany: leaves.length > MANY_LEAVES,
  })
}

/** The pieces that a solid falls into, the largest first. */
function piecesOf({ positions, triangles }: MadeSolid): BodyPiece[] {
  return partsBy({ positions, triangles }, [0, 0, 0])
    .map(({ volume, on }) => ({ volume, at: on }))
    .sort((a, b) => b.volume - a.volume)
}

/**
 * How much smaller a body is than one that it was made from, mm3: by its own faces where these are known, else worked out from what was done
 * to it.
 */
export function lossFrom(
  from: Body,
  { own }: MadeBody,
  elseBy: () => Result<Extrapolated, string>,
): Result<Extrapolated, string> {
  return own ? ok({ value: volumeIn(from) - own.value, error: own.error + boundOf(from) }) : elseBy()
}

/**
 * The body with its figures: volume and mass, and how far they may be off. What its own faces come to counts, where that is surer than what it
 * was worked out from.
 */
export function weighed(made: MadeBody, volume: number, mass: number, error: number): Body {
  const { body, solid } = made
  const told = { value: volume, error }
  const own = isSure(made, told) ? undefined : made.own
  const surer = own && own.error <= error ? own : told
  return {
    ...body,
    figures: {
      volume: surer.value,
      theoremVolume: undefined,
      meshVolume: solidVolume(solid),
      volumeBound: surer.error,
      mass: volume > 0 ? (mass * surer.value) / volume : mass,
    },
  }
}
