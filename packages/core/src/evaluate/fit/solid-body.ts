import { fail, ok, spend, type Id, type Result } from '../../base/index.ts'
import {
  extrapolated,
  skinOf,
  skinVolumes,
  solidVolume,
  type Extrapolated,
  type MadeSolid,
  type Solids,
  type SolidTree,
} from '../../solid/index.ts'
import { IN_PLACE, meshReach } from '../../space/index.ts'
import { isEnd } from '../../sweep/index.ts'
import type { Body, Origin, Solid } from '../body.ts'
import { treeOf, type Leaf } from './tree.ts'

/** A chord error of pictures, as a share of the largest coordinate of what meets, within bounds in mm. */
const PICTURE = 1 / 4000
const FINEST = 0.002
const COARSEST = 0.2
/** How near to the true surface bodies are put together: no finer than they could be drawn by themselves. */
export function finenessFor(bodies: readonly Body[], asked: number | undefined): number {
  if (asked !== undefined) return asked
  const size = Math.max(...bodies.map((b) => meshReach(b.mesh)))
  const drawn = Math.max(...bodies.map((b) => b.chordError))
  return Math.max(drawn, Math.min(COARSEST, Math.max(FINEST, PICTURE * size)))
}

/** Volume of a body with all its copies, mm3, and how far it may be off. */
export const volumeIn = (b: Body): number => b.figures.volume * b.places.length
export const boundOf = (b: Body): number =>
  b.figures.theoremVolume === undefined ? b.figures.volumeBound * b.places.length : 0

/** A body with all its copies as one solid. */
export function standing({ solid, places }: Body): Solid {
  const placed = places.map((at): Solid => (at === IN_PLACE ? solid : { kind: 'placed', of: solid, at }))
  return placed.length === 1 ? placed[0]! : { kind: 'joined', of: placed }
}

/** By what bodies are put together, and how fine. */
export interface Work {
  readonly solids: Solids
  readonly fineness: number
  readonly origins: ReadonlyMap<Id, Origin>
}

/** What each step's faces are of, by the step. */
export function originsOf(bodies: readonly Body[]): Map<Id, Origin> {
  return new Map(bodies.flatMap((b) => b.origins.all.map((o) => [o.step, o] as const)))
}

/** Units of work that a triangle comes to: about ten millionths of a second, to build it and to cut it. */
const UNITS_PER_TRIANGLE = 100

/** Has a tree made, its work counted. */
function makeWithin(solids: Solids, tree: SolidTree): ReturnType<Solids['make']> {
  spend(UNITS_PER_TRIANGLE * trianglesIn(tree), 'putting bodies together')
  return solids.make(tree)
}

function trianglesIn(tree: SolidTree): number {
  if (tree.kind === 'mesh') return tree.mesh.faces.length
  if (tree.kind === 'mirrored') return 2 * trianglesIn(tree.of)
  return (tree.kind === 'cut' ? [tree.from, ...tree.by] : tree.of).reduce((n, t) => n + trianglesIn(t), 0)
}

/** Triangles, at the picture's fineness, that are few, and that are many; with a run among what is put together, and without. */
const OF_RUNS = { few: 5_000, many: 12_000 }
const OF_OTHERS = { few: 20_000, many: 40_000 }

/** Whether something carried along a path is in a solid. */
function holdsRun(s: Solid): boolean {
  switch (s.kind) {
    case 'swept':
      return true
    case 'extruded':
    case 'turned':
      return false
    case 'joined':
    case 'common':
      return s.of.some(holdsRun)
    case 'cut':
      return [s.of, ...s.by].some(holdsRun)
    case 'placed':
    case 'halved':
    case 'mirrored':
      return holdsRun(s.of)
  }
}

/** A volume at no chord error, from two finenesses. */
export function volumeOf(solid: Solid, { solids, fineness }: Work): Result<Extrapolated, string> {
  const at = (e: number): Result<number, string> => {
    const made = makeWithin(solids, treeOf(solid, e, []))
    return made.ok ? ok(solidVolume(made.value)) : fail(made.fault.message)
  }
  // Where it costs little, finer than the picture is: figures are asked to more digits than pictures are looked at. Where it costs
  // much, no finer: runs may lie in themselves, which takes the library ten times as long.
  const triangles = trianglesIn(treeOf(solid, fineness, []))
  const { few, many } = holdsRun(solid) ? OF_RUNS : OF_OTHERS
  const first = triangles < few ? fineness / 2 : triangles < many ? fineness : 4 * fineness
  const coarse = at(first)
  if (!coarse.ok) return coarse
  const fine = at(first / 4)
  return fine.ok ? ok(extrapolated(coarse.value, fine.value)) : fine
}

/** How many parts a solid is of, which do not touch; 0 where it cannot be made. */
export function partsOf(solid: Solid, { solids, fineness }: Work): number {
  const made = makeWithin(solids, treeOf(solid, fineness, []))
  return made.ok ? skinVolumes(made.value).filter((v) => v > 0).length : 0
}

/** A body that was put together, with how many parts it is of. */
export interface MadeBody {
  readonly body: Body
  readonly solid: MadeSolid
  readonly parts: number
}

/** A solid as a body that goes on from another: its id, its look, whether it is seen. */
export function bodyOfTree(
  solid: Solid,
  from: Body,
  { solids, fineness, origins }: Work,
): Result<MadeBody, string> {
  const leaves: Leaf[] = []
  const made = makeWithin(solids, treeOf(solid, fineness, leaves))
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
    places: [IN_PLACE],
    figures: from.figures,
  }
  return ok({ body, solid: made.value, parts: skinVolumes(made.value).filter((v) => v > 0).length })
}

/** What two finenesses that agree can still be off by, as a share: their difference was once too small by 2.5 at this. */
const LEAST_ERROR = 1e-6

/** The body with its figures: volume and mass, and how far they may be off. */
export function weighed({ body, solid }: MadeBody, volume: number, mass: number, error: number): Body {
  return {
    ...body,
    figures: {
      volume,
      theoremVolume: undefined,
      meshVolume: solidVolume(solid),
      volumeBound: Math.max(error, LEAST_ERROR * volume),
      mass,
    },
  }
}
