import { fail, ok, spend, type Result } from '../../base/index.ts'
import {
  extrapolatedByRate,
  skinVolumes,
  solidSurface,
  type Extrapolated,
  type MadeSolid,
  type Solids,
  type SolidTree,
} from '../../solid/index.ts'
import type { Solid } from '../body.ts'
import { nearOnly } from './near.ts'
import { bareTreeOf } from './tree.ts'

/** By what bodies are put together, and how fine. */
export interface Making {
  readonly solids: Solids
  readonly fineness: number
}

/** Units of work that a triangle comes to: about ten millionths of a second, to build it and to cut it. */
const UNITS_PER_TRIANGLE = 100

/** Has a tree made, its work counted. */
export function makeWithin(solids: Solids, tree: SolidTree, tidy?: number): ReturnType<Solids['make']> {
  spend(UNITS_PER_TRIANGLE * trianglesIn(tree), 'putting bodies together')
  return solids.make(tree, tidy)
}

/** What is kept of a solid that was made at a chord error: its volume, mm3, its area, mm2, and of how many parts it is, which do not touch. */
interface Known {
  readonly volume: number
  readonly area: number
  readonly parts: number
}

/** Of each solid, so long as it is held, by the chord error. */
const known = new WeakMap<Solid, Map<number, Known>>()

/** Keeps what a solid came to at a chord error, so that it is not made again for its figures. */
export function keepKnown(solid: Solid, chordError: number, made: MadeSolid): Known {
  const skins = skinVolumes(made)
  const it = {
    volume: made.volume,
    area: solidSurface(made),
    parts: skins.filter((v) => v > 0).length,
  }
  const before = known.get(solid) ?? new Map<number, Known>()
  known.set(solid, before.set(chordError, it))
  return it
}

/** What a solid comes to at a chord error; made only where it was not yet. */
export function knownAt(solid: Solid, chordError: number, solids: Solids): Result<Known, string> {
  const before = known.get(solid)?.get(chordError)
  if (before) return ok(before)
  const made = makeWithin(solids, bareTreeOf(solid, chordError, solids))
  return made.ok ? ok(keepKnown(solid, chordError, made.value)) : fail(made.fault.message)
}

function trianglesIn(tree: SolidTree): number {
  if (tree.kind === 'mesh') return tree.mesh.faces.length
  if (tree.kind === 'mirrored') return 2 * trianglesIn(tree.of)
  if (tree.kind === 'parts') return trianglesIn(tree.of)
  return (tree.kind === 'cut' ? [tree.from, ...tree.by] : tree.of).reduce((n, t) => n + trianglesIn(t), 0)
}

/** How much coarser bodies are put together while something is dragged, and what share their volumes may be off by then. */
export const ROUGHER = 6
const ROUGHLY = 0.02
/** Triangles, at the picture's fineness, so few that a volume is looked at three times, up to 16 times as fine. */
const FEWEST = 1_500
/** Triangles up to which that is done four times as fine yet. */
const FINE_ENOUGH = 8_000
/** Triangles, at the picture's fineness, so few that it is looked at eight times as fine. */
const FEW = 4_000
/** Triangles, at the picture's fineness, that are many; with a run among what is put together, and without. */
const MANY_OF_RUNS = 12_000
const MANY_OF_OTHERS = 40_000

/** Whether something carried along a path is in a solid. */
function holdsRun(s: Solid): boolean {
  switch (s.kind) {
    case 'swept':
      return true
    case 'extruded':
    case 'turned':
    case 'edged':
    case 'cornered':
    case 'blended':
    case 'brought':
      return false
    case 'raised':
      return holdsRun(s.of)
    case 'joined':
    case 'common':
      return s.of.some(holdsRun)
    case 'cut':
      return [s.of, ...s.by].some(holdsRun)
    case 'parts':
    case 'placed':
    case 'halved':
    case 'mirrored':
      return holdsRun(s.of)
  }
}

/** A volume at no chord error, from what it is at several. Of what is made already at the picture's fineness that is made use of. */
export function volumeOf(solid: Solid, { solids, fineness }: Making): Result<Extrapolated, string> {
  const near = nearOnly(solid, fineness)
  if (!near) return ok({ value: 0, error: 0 })
  if (solids.rough) {
    const once = roughVolumeOf(near, { solids, fineness })
    return once.ok ? ok({ value: once.value, error: ROUGHLY * Math.abs(once.value) }) : once
  }
  const at = (e: number): Result<number, string> => {
    const it = knownAt(near, e, solids)
    return it.ok ? ok(it.value.volume) : it
  }
  const first = coarsestFor(near, fineness, solids)
  const all = [first, first / 4, first / 16].map(at)
  const bad = all.find((v) => !v.ok)
  if (bad && !bad.ok) return bad
  const [a, b, c] = all.flatMap((v) => (v.ok ? [v.value] : []))
  return ok(extrapolatedByRate(a!, b!, c!))
}

/** A volume as it is at the picture's fineness, mm3. */
export function roughVolumeOf(solid: Solid, { solids, fineness }: Making): Result<number, string> {
  const near = nearOnly(solid, fineness)
  if (!near) return ok(0)
  const it = knownAt(near, solids.rough ? ROUGHER * fineness : fineness, solids)
  return it.ok ? ok(it.value.volume) : it
}

/**
 * The coarsest of the three chord errors that a volume is looked at with, each a quarter of the one before. Where it costs little,
 * the finest is finer than the picture's: figures are asked to more digits than pictures are looked at. Where it costs much, no
 * finer: runs may lie in themselves, which takes the library ten times as long.
 */
function coarsestFor(solid: Solid, fineness: number, solids: Solids): number {
  const trianglesAt = (e: number): number => trianglesIn(bareTreeOf(solid, e, solids))
  const triangles = trianglesAt(fineness)
  if (triangles < FEWEST) return trianglesAt(fineness / 64) < FINE_ENOUGH ? fineness / 4 : fineness
  if (triangles < FEW) return 2 * fineness
  return triangles < (holdsRun(solid) ? MANY_OF_RUNS : MANY_OF_OTHERS) ? 4 * fineness : 16 * fineness
}

/** Of how many parts a solid is, which do not touch; 0 where it cannot be made. */
export function partsOf(solid: Solid, { solids, fineness }: Making): number {
  const it = knownAt(solid, fineness, solids)
  return it.ok ? it.value.parts : 0
}
