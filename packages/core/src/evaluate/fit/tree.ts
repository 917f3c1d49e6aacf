import { line2 } from '../../plane/index.ts'
import { meanOutline, outlineOf, region } from '../../profile/index.ts'
import {
  extrudedMesh,
  isFlatSide,
  isFlatTurned,
  meshForSolids,
  placedShell,
  shellOf,
  turnedMesh,
  type Extrusion,
  type Shell,
  type SolidTree,
} from '../../solid/index.ts'
import { mirrored, placedThen, vec3, type Placement } from '../../space/index.ts'
import { isEnd } from '../../sweep/index.ts'
import { bodyOf, capsOf } from '../../steps/run/body.ts'
import type { Origin, Solid } from '../body.ts'

/** A body of one step in one place, as something to be put together with others. */
export interface Leaf {
  readonly shell: Shell
  readonly origin: Pick<Origin, 'step' | 'instance' | 'edges'>
}

type Made = Pick<Leaf, 'shell'> & { readonly edges: number }

/**
 * A solid as a tree for the library at a chord error; its leaves, in the order in which the library counts them, are put to
 * `leaves`. Instances of a step are counted as they come.
 */
export function treeOf(solid: Solid, chordError: number, leaves: Leaf[]): SolidTree {
  const shells = new Map<Solid, Made>()
  const build = (s: Solid, place: Placement | undefined): SolidTree => {
    switch (s.kind) {
      case 'swept':
      case 'turned':
      case 'extruded': {
        let made = shells.get(s)
        if (!made) shells.set(s, (made = shellOfLeaf(s, chordError)))
        const shell = place ? placedShell(made.shell, place) : made.shell
        const instance = leaves.filter((l) => l.origin.step === s.step).length
        leaves.push({ shell, origin: { step: s.step, instance, edges: made.edges } })
        return { kind: 'mesh', mesh: meshForSolids(shell) }
      }
      case 'joined':
      case 'common':
        return { kind: s.kind, of: s.of.map((x) => build(x, place)) }
      case 'cut': {
        const from = build(s.of, place)
        return { kind: 'cut', from, by: s.by.map((x) => build(x, place)) }
      }
      case 'placed':
        return build(s.of, place ? placedThen(s.at, place) : s.at)
      case 'mirrored': {
        const before = leaves.length
        const of = build(s.of, undefined)
        // The image's leaves come after, in the same order.
        const image = mirrored(s.axis, s.offset)
        for (const leaf of leaves.slice(before)) leaves.push(imageOf(leaf, image, leaves))
        const axis = (['x', 'y', 'z'] as const).indexOf(s.axis) as 0 | 1 | 2
        if (place) throw new Error('a mirrored body is not placed: it has one place')
        return { kind: 'mirrored', of, axis, at: s.offset }
      }
      case 'halved': {
        const before = { kind: 'extruded', step: s.step, ...spaceBefore(s) } as const
        return { kind: 'cut', from: build(s.of, place), by: [build(before, place)] }
      }
    }
  }
  return build(solid, undefined)
}

/** The mirror image of a leaf, as another instance of its step. */
function imageOf({ shell, origin }: Leaf, image: Placement, leaves: readonly Leaf[]): Leaf {
  const instance = leaves.filter((l) => l.origin.step === origin.step).length
  return { shell: placedShell(shell, image), origin: { ...origin, instance } }
}

/** All that lies before a plane as far as anything reaches, as a block. */
function spaceBefore({ at, normal, reach }: Extract<Solid, { kind: 'halved' }>): Extrusion {
  const x = vec3.squareTo(normal)
  const plane = { origin: at, x, y: vec3.cross(normal, x) }
  const corners = [
    [-reach, -reach],
    [reach, -reach],
    [reach, reach],
    [-reach, reach],
  ] as const
  const square = region(corners.map((c, i) => line2(c, corners[(i + 1) % 4]!)))
  return { section: [square], plane, from: 0, to: reach }
}

/** Chord errors are split between the section and the way of a run. */
const PARTS = 2

function shellOfLeaf(s: Extract<Solid, { kind: 'swept' | 'turned' | 'extruded' }>, chordError: number): Made {
  if (s.kind === 'extruded') {
    const mesh = extrudedMesh(s, chordError, meanOutline)
    return { shell: shellOf(mesh, isFlatSide(s.section, mesh.edges)), edges: mesh.edges }
  }
  if (s.kind === 'turned') {
    const mesh = turnedMesh(s, chordError, meanOutline)
    return { shell: shellOf(mesh, isFlatTurned(s, mesh.edges)), edges: mesh.edges }
  }
  const { strands, made } = s
  const outline =
    s.outline ??
    outlineOf(
      strands.flatMap((x) => x.section),
      chordError / PARTS,
    )
  const swept = bodyOf(s, { theorems: [], caps: capsOf(s, (k) => strands[k]!) }, outline, chordError / PARTS)
  // A dome or a plug on an end counts as part of the end, and is no plane with it.
  const bare = made.length === 0
  return { shell: shellOf(swept.mesh, (tag) => bare && isEnd(tag)), edges: swept.edges }
}
