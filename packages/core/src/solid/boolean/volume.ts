import { WOUND_OFF } from '../../profile/index.ts'
import { fail, ok, spend, type Result, keptWith } from '../../base/index.ts'
import { loftFigures } from '../loft/volume.ts'
import { exactFigures, type ExactFigures } from '../exact/figures.ts'
import {
  extrapolatedByRate,
  skinVolumes,
  solidSurface,
  solidVolume,
  type Extrapolated,
} from '../extrapolated.ts'
import { meshForSolids, type Boundary } from '../boundary.ts'
import type { MadeSolid, Solids, SolidTree } from '../library.ts'
import type { Solid } from '../body.ts'
import { facedSkin } from './faced.ts'
import type { Leaf } from './leaf.ts'
import { nearOnly } from './near.ts'
import { aloneOf, bareTreeOf, isLeafy, boundaryOfLeaf } from './tree.ts'

/** By what bodies are put together, and how fine. */
export interface Making {
  readonly solids: Solids
  readonly fineness: number
}

/** Units of work that a triangle comes to: about ten millionths of a second, to build it and to cut it. */
const UNITS_PER_TRIANGLE = 100

/** A triangle of a body that was made before, and is gone on from. */
const UNITS_PER_KNOWN = 10

/** Has a tree made, its work counted. */
export function makeWithin(solids: Solids, tree: SolidTree, tidy?: number): ReturnType<Solids['make']> {
  const [fresh, known] = [trianglesIn(tree, 'fresh'), trianglesIn(tree, 'known')]
  spend(UNITS_PER_TRIANGLE * fresh + UNITS_PER_KNOWN * known, 'putting bodies together')
  return solids.make(tree, tidy)
}

/** What a solid comes to at a chord error. */
interface Known {
  /** By its mesh: mm3, and mm2. */
  readonly meshed: { readonly volume: number; readonly area: number }
  /** By contours of its faces, as far as these are known; why it cannot be where it cannot. */
  exact(): ExactFigures | string
  /** Of how many parts it is, which do not touch. */
  readonly parts: number
}

/** Of each solid, so long as it is held, by the chord error. */
const known = keptWith<Solid, Map<number, Known>>()

/** Keeps what a solid came to at a chord error, so that it is not made again for its figures. */
export function keepKnown(solid: Solid, chordError: number, made: MadeSolid, leaves: readonly Leaf[]): Known {
  let exact: ExactFigures | string | undefined
  const it: Known = {
    meshed: { volume: made.volume, area: solidSurface(made) },
    exact() {
      if (exact !== undefined) return exact
      spend(UNITS_PER_TRIANGLE * made.faces.length, 'areas and volumes')
      return (exact = exactFigures(facedSkin(made, leaves, chordError)))
    },
    parts: skinVolumes(made).filter((v) => v > 0).length,
  }
  const before = known.get(solid) ?? new Map<number, Known>()
  known.put(solid, before.set(chordError, it))
  return it
}

/** What a solid comes to at a chord error; made only where it was not yet. */
function knownAt(solid: Solid, chordError: number, solids: Solids | undefined): Result<Known, string> {
  const before = known.get(solid)?.get(chordError)
  if (before) return ok(before)
  if (isLeafy(solid)) {
    const leaf = aloneOf(solid, chordError)
    return ok(keepKnown(solid, chordError, madeAlone(leaf.shell), [leaf]))
  }
  if (!solids) return fail('the library that puts bodies together is not loaded')
  const leaves: Leaf[] = []
  const made = makeWithin(solids, bareTreeOf(solid, chordError, leaves, solids))
  return made.ok ? ok(keepKnown(solid, chordError, made.value, leaves)) : fail(made.fault.message)
}

/** What is of one step as if it had been put together: its shell as it is. */
function madeAlone(shell: Boundary): MadeSolid {
  const mesh = meshForSolids(shell)
  const count = mesh.faces.length
  return { ...mesh, leaves: new Uint32Array(count), turned: new Uint8Array(count), volume: solidVolume(mesh) }
}

/** Volume, mm3, and area, mm2, at no chord error. */
export interface Measured {
  readonly volume: Extrapolated
  readonly area: Extrapolated
}

/** What is known exactly of what was made; undefined where some of its faces are only known by their mesh. */
export function sureOf(known: Known): Measured | undefined {
  const exact = known.exact()
  if (typeof exact === 'string' || exact.free > 0) return undefined
  const { volume, volumeError, area, areaError } = exact
  return { volume: { value: volume, error: volumeError }, area: { value: area, error: areaError } }
}

/**
 * Volume and area of a solid: by contours of its faces, made once, where all of them are known; else from three finenesses, those faces
 * that are known by their contours all the same.
 */
export function measuredOf(
  solid: Solid,
  { solids, fineness }: { readonly solids: Solids | undefined; readonly fineness: number },
): Result<Measured, string> {
  if (solid.kind === 'lofted' && !solid.moved) return ok(loftFigures(solid.blend))
  let byFaces = false
  for (const e of isLeafy(solid) ? [COARSELY * fineness, fineness] : [fineness]) {
    const once = knownAt(solid, e, solids)
    if (!once.ok) return once
    const sure = sureOf(once.value)
    if (sure) return ok(asWound(solid, sure))
    byFaces = typeof once.value.exact() !== 'string'
  }
  const first = coarsestFor(solid, fineness, solids)
  const all = [first, first / 4, first / 16].map((e) => knownAt(solid, e, solids))
  const bad = all.find((k) => !k.ok)
  if (bad && !bad.ok) return bad
  const three = all.flatMap((k) => (k.ok ? [k.value] : []))
  // Of all three in the one way.
  const exact = byFaces && three.every((k) => typeof k.exact() !== 'string')
  const at = (figure: 'volume' | 'area', k: Known): number => {
    const x = k.exact()
    return (exact && typeof x !== 'string' ? x : k.meshed)[figure]
  }
  // A section that changes on its way is cut up once, and no finer after that.
  const cutUp = holdsChanging(solid) ? CUT_UP * fineness * at('area', three[2]!) : 0
  const of = (figure: 'volume' | 'area'): Extrapolated => {
    const [a, b, c] = three.map((k) => at(figure, k)) as [number, number, number]
    const { value, error } = extrapolatedByRate(a, b, c)
    const volume = at('volume', three[2]!)
    const share = volume > 0 ? cutUp / volume : 0
    return { value, error: Math.max(error, (LEAST_ERROR + share) * Math.abs(value)) }
  }
  return ok(asWound(solid, { volume: of('volume'), area: of('area') }))
}

/** Outlines of strands that wind are cubics, which leave them by a share of their reach: so much of a figure is not known. */
function asWound(solid: Solid, { volume, area }: Measured): Measured {
  if (!holds(solid, (run) => run.strands.some((s) => s.winds))) return { volume, area }
  const wider = ({ value, error }: Extrapolated): Extrapolated => ({
    value,
    error: error + 4 * WOUND_OFF * Math.abs(value),
  })
  return { volume: wider(volume), area: wider(area) }
}

/** Triangles of its leaves: all, or only of those outside or inside of bodies that were made before, and it is put together from. */
function trianglesIn(tree: SolidTree, which: 'all' | 'fresh' | 'known' = 'all'): number {
  const within = (t: SolidTree): number => {
    if (t.body === undefined || which === 'all') return trianglesIn(t, which)
    return which === 'known' ? trianglesIn(t) : 0
  }
  if (tree.kind === 'mesh') return which === 'known' ? 0 : tree.mesh.faces.length
  if (tree.kind === 'mirrored') return 2 * within(tree.of)
  if (tree.kind === 'parts') return within(tree.of)
  return (tree.kind === 'cut' ? [tree.from, ...tree.by] : tree.of).reduce((n, t) => n + within(t), 0)
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
const holdsRun = (s: Solid): boolean => holds(s, () => true)
/** Whether a run whose section changes on its way is. */
const holdsChanging = (s: Solid): boolean => holds(s, (run) => run.outline !== undefined)
/** Chord errors by which the skin of such a run may lie off everywhere. */
const CUT_UP = 1

function holds(s: Solid, wanted: (run: Extract<Solid, { kind: 'swept' }>) => boolean): boolean {
  const holdsRun = (x: Solid): boolean => holds(x, wanted)
  switch (s.kind) {
    case 'swept':
      return wanted(s)
    case 'extruded':
    case 'revolved':
    case 'edged':
    case 'cornered':
    case 'lofted':
    case 'imported':
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

/** How much coarser what is of one step is looked at, of which the mesh need only tell which faces there are. */
const COARSELY = 8
/** What finenesses that agree can still be off by, as a share. */
const LEAST_ERROR = 1e-6

/** A volume at no chord error, mm3. Of what is made already at the picture's fineness that is made use of. */
export function volumeOf(solid: Solid, { solids, fineness }: Making): Result<Extrapolated, string> {
  const near = nearOnly(solid, fineness)
  if (!near) return ok({ value: 0, error: 0 })
  if (solids.rough) {
    const once = roughVolumeOf(near, { solids, fineness })
    return once.ok ? ok({ value: once.value, error: ROUGHLY * Math.abs(once.value) }) : once
  }
  const measured = measuredOf(near, { solids, fineness })
  return measured.ok ? ok(measured.value.volume) : measured
}

/** A volume by its own faces, mm3, of what goes on from bodies that are made already; undefined where some of its faces are not known. */
export function sureVolumeOf(solid: Solid, { solids, fineness }: Making): Extrapolated | undefined {
  if (solids.rough) return undefined
  const once = knownAt(solid, fineness, solids)
  return once.ok ? sureOf(once.value)?.volume : undefined
}

/** A volume as it is at the picture's fineness, mm3. */
export function roughVolumeOf(solid: Solid, { solids, fineness }: Making): Result<number, string> {
  const near = nearOnly(solid, fineness)
  if (!near) return ok(0)
  const it = knownAt(near, solids.rough ? ROUGHER * fineness : fineness, solids)
  return it.ok ? ok(it.value.meshed.volume) : it
}

/**
 * The coarsest of the three chord errors that a volume is looked at with, each a quarter of the one before. Where it costs little,
 * the finest is finer than the picture's: figures are asked to more digits than pictures are looked at. Where it costs much, no
 * finer: runs may lie in themselves, which takes the library ten times as long.
 */
function coarsestFor(solid: Solid, fineness: number, solids: Solids | undefined): number {
  const trianglesAt = (e: number): number =>
    isLeafy(solid)
      ? boundaryOfLeaf(solid, e).shell.tags.length
      : solids
        ? trianglesIn(bareTreeOf(solid, e, [], solids))
        : 0
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
