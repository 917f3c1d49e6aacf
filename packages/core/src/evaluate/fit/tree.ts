import { meanOutline, outlineOf } from '../../profile/index.ts'
import {
  extrudedMesh,
  isFlatSide,
  isFlatTurned,
  meshForSolids,
  placedShell,
  shellOf,
  turnedMesh,
  type Shell,
  type SolidTree,
} from '../../solid/index.ts'
import { placedThen, type Placement } from '../../space/index.ts'
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
      case 'halved':
        throw new Error('halves are not made yet')
    }
  }
  return build(solid, undefined)
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
