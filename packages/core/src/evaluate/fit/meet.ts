import { fail, ok, spend, type Id, type Result } from '../../base/index.ts'
import { stepOf, type Doing, type Part, type Step } from '../../document/index.ts'
import {
  extrapolated,
  skinOf,
  skinVolumes,
  solidSurface,
  solidVolume,
  type Extrapolated,
  type MadeSolid,
  type Solids,
  type SolidTree,
} from '../../solid/index.ts'
import { IN_PLACE, meshReach } from '../../space/index.ts'
import { isEnd } from '../../sweep/index.ts'
import type { Body, Origin, Solid } from '../body.ts'
import type { Finding } from '../finding.ts'
import { treeOf, type Leaf } from './tree.ts'

/** The bodies of a step as they stand when another does something with them. */
export interface Standing {
  readonly step: Id
  readonly bodies: readonly Body[]
}

/** What is needed to let bodies meet. */
export interface Meeting {
  readonly part: Part
  readonly step: Step
  readonly doing: Doing
  readonly own: readonly Body[]
  readonly others: readonly Standing[]
  readonly solids: Solids | undefined
  readonly chordError: number | undefined
}

/** A chord error of pictures, as a share of the largest coordinate of what meets, within bounds in mm. */
const PICTURE = 1 / 4000
const FINEST = 0.002
const COARSEST = 0.2
/** A share of the smaller body under which what both have in common is round-off. */
const NOTHING = 1e-9

/** What becomes of a step's body and of those that it does something with; or the finding that says why nothing does. */
export function meet(m: Meeting): Result<readonly Body[], Finding> {
  const refuse = (code: string, message: string): Result<readonly Body[], Finding> =>
    fail({
      id: `${m.step.id}:${code}`,
      severity: 'blocks',
      code: `fit.${code}`,
      message,
      station: 'fit',
      step: m.step.id,
      cures: [],
    })
  const { solids } = m
  if (!solids)
    return refuse('library', 'Bodies cannot be put together here: the library for it is not loaded.')
  const targets = m.others.flatMap((o) => o.bodies)
  const [own] = m.own
  if (!own || targets.length === 0) return refuse('nothing', `There is nothing for "${m.step.name}" to meet.`)
  const size = Math.max(...[own, ...targets].map((b) => meshReach(b.mesh)))
  // No finer than what meets could be drawn by itself: what was too much there is too much here.
  const drawn = Math.max(...[own, ...targets].map((b) => b.chordError))
  const fineness = m.chordError ?? Math.max(drawn, Math.min(COARSEST, Math.max(FINEST, PICTURE * size)))
  const work = { solids, fineness, origins: originsOf([own, ...targets]) }
  const tool = standing(own)
  const names = targets.map((t) => `"${stepOf(m.part, t.id)?.name ?? t.id}"`)

  const met: Body[] = []
  const over: Extrapolated[] = []
  for (const [i, target] of targets.entries()) {
    const both = volumeOf({ kind: 'common', of: [standing(target), tool] }, work)
    if (!both.ok)
      return refuse('unsound', `${names[i]} and "${m.step.name}" cannot be put together: ${both.fault}.`)
    over.push(both.value)
    const smaller = Math.min(volumeIn(target), volumeIn(own))
    const apart = !(both.value.value > NOTHING * smaller)
    if (apart && m.doing.kind !== 'joins')
      return refuse(
        'apart',
        `"${m.step.name}" and ${names[i]} have nothing in common: it reaches nothing of it.`,
      )
    if (m.doing.kind === 'joins') continue
    const left = m.doing.kind === 'cuts' ? volumeIn(target) - both.value.value : both.value.value
    if (m.doing.kind === 'cuts' && !(left > NOTHING * volumeIn(target)))
      return refuse('vanishes', `Nothing is left of ${names[i]} when "${m.step.name}" cuts it.`)
    const solid: Solid =
      m.doing.kind === 'cuts'
        ? { kind: 'cut', of: standing(target), by: [tool] }
        : { kind: 'common', of: [standing(target), tool] }
    const density = target.figures.mass / target.figures.volume
    const made = bodyOfTree(solid, target, work)
    if (!made.ok)
      return refuse('unsound', `${names[i]} and "${m.step.name}" cannot be put together: ${made.fault}.`)
    met.push(weighed(made.value, left, left * density, both.value.error + boundOf(target)))
  }
  if (m.doing.kind !== 'joins') return ok(met)

  const [first] = targets
  const solid: Solid = { kind: 'joined', of: [...targets.map(standing), tool] }
  const made = bodyOfTree(solid, first!, work)
  if (!made.ok) return refuse('unsound', `"${m.step.name}" cannot be joined: ${made.fault}.`)
  const parts = made.value.parts
  const before = targets.reduce((n, t) => n + t.places.length, 0)
  if (parts > Math.max(1, before) || (parts > 1 && targets.length === 1 && first!.places.length === 1))
    return refuse(
      'apart',
      `"${m.step.name}" does not touch ${names.join(' and ')}, or only along an edge or at a point: they would be ${parts} parts and not one. Let them overlap.`,
    )
  // What was there has its place; what joins it adds what is not there yet.
  const taken = over.reduce((sum, o) => sum + o.value, 0)
  const whole = targets.reduce((sum, t) => sum + volumeIn(t), 0)
  const added = volumeIn(own) - taken
  const mass = targets.reduce((sum, t) => sum + t.figures.mass * t.places.length, 0)
  const ownDensity = own.figures.mass / own.figures.volume
  const error = over.reduce((sum, o) => sum + o.error, 0)
  const bound = [own, ...targets].reduce((sum, b) => sum + boundOf(b), error)
  return ok([weighed(made.value, whole + added, mass + added * ownDensity, bound)])
}

/** Volume of a body with all its copies, mm3, and how far it may be off. */
const volumeIn = (b: Body): number => b.figures.volume * b.places.length
const boundOf = (b: Body): number =>
  b.figures.theoremVolume === undefined ? b.figures.volumeBound * b.places.length : 0

/** A body with all its copies as one solid. */
function standing({ solid, places }: Body): Solid {
  const placed = places.map((at): Solid => (at === IN_PLACE ? solid : { kind: 'placed', of: solid, at }))
  return placed.length === 1 ? placed[0]! : { kind: 'joined', of: placed }
}

interface Work {
  readonly solids: Solids
  readonly fineness: number
  readonly origins: ReadonlyMap<Id, Origin>
}

/** What each step's faces are of, by the step. */
function originsOf(bodies: readonly Body[]): Map<Id, Origin> {
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
  return (tree.kind === 'cut' ? [tree.from, ...tree.by] : tree.of).reduce((n, t) => n + trianglesIn(t), 0)
}

/** Triangles that are few. */
const FEW = 20_000

/** A volume at no chord error, from two finenesses. */
function volumeOf(solid: Solid, { solids, fineness }: Work): Result<Extrapolated, string> {
  const at = (e: number): Result<number, string> => {
    const made = makeWithin(solids, treeOf(solid, e, []))
    return made.ok ? ok(solidVolume(made.value)) : fail(made.fault.message)
  }
  // Where it costs little, finer than the picture is: figures are asked to more digits than pictures are looked at.
  const first = trianglesIn(treeOf(solid, fineness, [])) < FEW ? fineness / 2 : fineness
  const coarse = at(first)
  if (!coarse.ok) return coarse
  const fine = at(first / 4)
  return fine.ok ? ok(extrapolated(coarse.value, fine.value)) : fine
}

interface MadeBody {
  readonly body: Body
  readonly solid: MadeSolid
  readonly parts: number
}

/** A solid as a body that goes on from another: its id, its look, whether it is seen. */
function bodyOfTree(solid: Solid, from: Body, { solids, fineness, origins }: Work): Result<MadeBody, string> {
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

/** The body with its figures: volume and mass, and how far they may be off. */
function weighed({ body, solid }: MadeBody, volume: number, mass: number, error: number): Body {
  return {
    ...body,
    figures: {
      volume,
      theoremVolume: undefined,
      meshVolume: solidVolume(solid),
      volumeBound: Math.max(error, body.chordError ** 2 * Math.sqrt(solidSurface(solid))),
      mass,
    },
  }
}
