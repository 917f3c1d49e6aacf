import { meanOutline } from '../../profile/index.ts'
import { loftBoundary } from '../loft/boundary.ts'
import { cornerCutBoundary } from '../fillet/corner-cut.ts'
import { edgeCutBoundary } from '../fillet/edge-cut.ts'
import { extrudedMesh, isFlatSide } from '../extrude.ts'
import { isFlatRevolved, revolvedMesh } from '../revolve.ts'
import { meshForSolids, meshToJoin, transformedBoundary, boundaryOf } from '../boundary.ts'
import { movedBoundary } from '../moved-boundary.ts'
import type { Solids, SolidTree } from '../library.ts'
import { composed, transformPoint, type Transform } from '../../space/index.ts'
import { unpackTag, endCaps, exactSweptBody } from '../../sweep/index.ts'
import type { Solid } from '../body.ts'
import { keyOf } from './leaf-key.ts'
import type { Leaf } from './leaf.ts'
import { raisedBoundary } from './raised.ts'
import { imageBy, spaceBefore } from './image.ts'
import { memoLast } from '../../base/index.ts'

type Made = Pick<Leaf, 'shell'> & { readonly edges: number }

/**
 * A solid as a tree for the library at a chord error; its leaves, in the order in which the library counts them, are put to
 * `leaves`. Instances of a step are counted as they come.
 */
export function treeOf(solid: Solid, chordError: number, leaves: Leaf[], solids: Solids): SolidTree {
  return builtTree(solid, chordError, leaves, solids, undefined)
}

/**
 * The same, to be measured only: what stands in it several times is the same in the tree, so that it is made once, and its leaves count
 * once. The leaves of images are counted by those of what they are images of, which then stands in the tree each time.
 */
export const bareTreeOf = (solid: Solid, chordError: number, leaves: Leaf[], solids: Solids): SolidTree =>
  builtTree(solid, chordError, leaves, solids, holdsImage(solid) ? undefined : new Map())

function holdsImage(s: Solid): boolean {
  switch (s.kind) {
    case 'mirrored':
      return true
    case 'joined':
    case 'common':
      return s.of.some(holdsImage)
    case 'cut':
      return [s.of, ...s.by].some(holdsImage)
    case 'parts':
    case 'placed':
    case 'halved':
      return holdsImage(s.of)
    default:
      return false
  }
}

function builtTree(
  solid: Solid,
  chordError: number,
  leaves: Leaf[],
  solids: Solids,
  shared: Map<Solid, SolidTree> | undefined,
): SolidTree {
  const shells = new Map<Solid, Made>()
  /** How many joins what is built stands in. */
  let joins = 0
  /** How many bodies that are told again. */
  let bodies = 0
  const build = (s: Solid, place: Transform | undefined): SolidTree => {
    // Within a body that may be known already nothing is the same as outside of it.
    if (!shared || place || bodies > 0) return buildBody(s, place)
    const before = shared.get(s)
    if (before) return before
    const tree = buildBody(s, place)
    shared.set(s, tree)
    return tree
  }
  const buildBody = (s: Solid, place: Transform | undefined): SolidTree => {
    if (place || !isBody(s)) return buildFresh(s, place)
    bodies++
    const onGrid = joins > 0 || s.kind === 'joined'
    const tree = buildFresh(s, place)
    bodies--
    return { ...tree, body: { of: s, as: `${chordError}${onGrid ? ' to be joined' : ''}` } }
  }
  const buildFresh = (s: Solid, place: Transform | undefined): SolidTree => {
    switch (s.kind) {
      case 'swept':
      case 'revolved':
      case 'extruded':
      case 'edged':
      case 'cornered':
      case 'lofted':
      case 'imported':
      case 'raised': {
        let made = shells.get(s)
        if (!made)
          shells.set(
            s,
            (made =
              s.kind === 'raised'
                ? raisedBoundary(s, chordError, solids, treeOf)
                : bodies > 0
                  ? knownBoundary(s, chordError)
                  : boundaryOfLeaf(s, chordError)),
          )
        const shell = place ? transformedBoundary(made.shell, place) : made.shell
        const key = keyOf(s)
        const instance = leaves.filter((l) => l.origin.step === s.step && l.key === key).length
        leaves.push({ solid: s, place, shell, key, origin: { step: s.step, instance, edges: made.edges } })
        return { kind: 'mesh', mesh: joins > 0 ? meshToJoin(shell) : meshForSolids(shell) }
      }
      case 'joined': {
        joins++
        const of = s.of.map((x) => build(x, place))
        joins--
        return { kind: 'joined', of }
      }
      case 'common':
        return { kind: 'common', of: s.of.map((x) => build(x, place)) }
      case 'cut': {
        const from = build(s.of, place)
        return { kind: 'cut', from, by: s.by.map((x) => build(x, place)) }
      }
      case 'parts': {
        const { near, keep } = s
        return {
          kind: 'parts',
          of: build(s.of, place),
          near: place ? transformPoint(place, near) : near,
          keep,
        }
      }
      case 'placed':
        return build(s.of, place ? composed(s.at, place) : s.at)
      case 'mirrored': {
        const before = leaves.length
        const of = build(s.of, undefined)
        // The image's leaves come after, in the same order.
        const image = imageBy(s)
        for (const leaf of leaves.slice(before)) leaves.push(imageOf(leaf, image, leaves))
        const axis = (['x', 'y', 'z'] as const).indexOf(s.axis) as 0 | 1 | 2
        if (place) throw new Error('a mirrored body is not placed: it has one place')
        return { kind: 'mirrored', of, axis, at: s.offset, ...(s.frame ? { frame: s.frame } : {}) }
      }
      case 'halved': {
        const before = { kind: 'extruded', step: s.step, ...spaceBefore(s) } as const
        return { kind: 'cut', from: build(s.of, place), by: [build(before, place)] }
      }
    }
  }
  return build(solid, undefined)
}

/** Solids that bodies were made of. */
const ofBodies = new WeakSet<Solid>()

/** Says that a body is made of a solid: what is made of several goes on from it. */
export const madeBodyOf = (s: Solid): void => void ofBodies.add(s)

const isBody = (s: Solid): boolean =>
  ofBodies.has(s) && (s.kind === 'joined' || s.kind === 'cut' || s.kind === 'common')

/** The mirror image of a leaf, as another instance of its step. */
function imageOf(
  { solid, place, shell, key, origin }: Leaf,
  image: Transform,
  leaves: readonly Leaf[],
): Leaf {
  const instance = leaves.filter((l) => l.origin.step === origin.step && l.key === key).length
  return {
    solid,
    place: place ? composed(place, image) : image,
    shell: transformedBoundary(shell, image),
    key,
    origin: { ...origin, instance },
  }
}

/** Chord errors are split between the section and the way of a run. */
const PARTS = 2

type Leafy = Extract<
  Solid,
  { kind: 'swept' | 'revolved' | 'extruded' | 'edged' | 'cornered' | 'lofted' | 'imported' }
>

/** Whether a solid is of one step, and needs nothing else to be made. */
export const isLeafy = (s: Solid): s is Leafy => LEAFY.has(s.kind)
const LEAFY: ReadonlySet<Solid['kind']> = new Set([
  'swept',
  'extruded',
  'revolved',
  'edged',
  'cornered',
  'lofted',
  'imported',
] satisfies Leafy['kind'][])

/** The shell of what one step made, within a chord error. */
export function boundaryOfLeaf(s: Leafy, chordError: number): Made {
  if (s.kind === 'imported') return { shell: s.shell, edges: s.forms.length }
  if (s.kind === 'lofted') {
    const made = loftBoundary(s.blend, chordError)
    const { moved } = s
    if (!moved) return made
    const by = { side: moved.sides, start: -moved.start, end: -moved.end }
    return { ...made, shell: movedBoundary(made.shell, (tag) => by[unpackTag(tag, made.edges).kind]) }
  }
  if (s.kind === 'edged' || s.kind === 'cornered') {
    const made =
      s.kind === 'edged' ? edgeCutBoundary(s.cut, chordError) : cornerCutBoundary(s.cut, chordError)
    if (!made) throw new Error('a rounding that has no room was to be made')
    return made
  }
  if (s.kind === 'extruded') {
    const mesh = extrudedMesh(s, chordError, meanOutline)
    return { shell: boundaryOf(mesh, isFlatSide(s.section, mesh.edges)), edges: mesh.edges }
  }
  if (s.kind === 'revolved') {
    const mesh = revolvedMesh(s, chordError, meanOutline)
    return { shell: boundaryOf(mesh, isFlatRevolved(s, mesh.edges)), edges: mesh.edges }
  }
  const { strands, made } = s
  const section = strands.flatMap((x) => x.section)
  const error = chordError / PARTS
  const caps = made.length === 0 ? [] : endCaps(s, (k) => strands[k]!)
  const { mesh, places, edges, apart } = exactSweptBody(
    s,
    s.outline ?? meanOutline(section, error),
    error,
    caps,
  )
  const domed = new Set(made.flatMap((m) => (m.kind === 'dome' ? [m.side] : [])))
  const isFlat = (tag: number): boolean => {
    const { kind } = unpackTag(tag, edges)
    return !apart && kind !== 'side' && !domed.has(kind)
  }
  return { shell: boundaryOf({ ...mesh, positions: places }, isFlat), edges }
}

/** Shells of what bodies are made of, as near to the true surface as was asked for last. */
const knownBoundary = memoLast(boundaryOfLeaf)

/** What one step made as the only leaf of a body. */
export function aloneOf(s: Leafy, chordError: number): Leaf {
  const { shell, edges } = boundaryOfLeaf(s, chordError)
  const origin = { step: s.step, instance: 0, edges }
  return { solid: s, place: undefined, shell, key: keyOf(s), origin }
}
