import type { Body, Solid } from '../body.ts'
import { facesOfBody } from '../topology/faces.ts'
import { leavesOf } from '../boolean/leaves.ts'
import type { PlacedLeaf } from '../boolean/leaf.ts'
import { sameForm, type KnownForm } from '../face/forms.ts'
import { unpackTag } from '../../sweep/index.ts'
import { keyOfFace, type LeafFace } from './leaf-face.ts'

/** The faces of a body at which it is left open, and by which numbers its leaves are told. */
export interface Openings {
  readonly leaves: readonly PlacedLeaf[]
  /** For each leaf how many edges its section has, by which its tags are told. */
  readonly edges: readonly number[]
  isOpen(face: LeafFace): boolean
  /** What the open faces are exactly, where that is known. */
  readonly forms: readonly KnownForm[]
  /** By their names. */
  readonly names: ReadonlySet<string>
}

/** The openings at faces of a body by their names; those that a push made of one face of several count as that. */
export function openingsOf(whole: Solid, body: Body, picked: ReadonlySet<string>): Openings {
  const leaves = leavesOf(whole)
  const edges = leaves.map((_, i) => body.origins.all[i % body.origins.all.length]!.edges)
  const { faces, sources, reach } = facesOfBody(body)
  const isPushed = (i: number): boolean => sources[i]!.some((s) => leaves[s.leaf]!.solid.kind === 'raised')
  const open = faces.flatMap((f, i) => {
    const oneWith = (o: (typeof faces)[number], j: number): boolean =>
      picked.has(o.name) && (isPushed(i) || isPushed(j)) && sameForm(f.form, o.form, reach)
    return picked.has(f.name) || faces.some(oneWith) ? [{ ...f, sources: sources[i]! }] : []
  })
  const keys = new Set(
    open.flatMap((f) =>
      f.sources.map(({ leaf, tag }) => keyOfFace({ ...unpackTag(tag, edges[leaf]!), leaf })),
    ),
  )
  return {
    leaves,
    edges,
    isOpen: (face) => keys.has(keyOfFace(face)),
    forms: open.flatMap((f) => (f.form.kind === 'free' ? [] : [f.form])),
    names: new Set(open.map((f) => f.name)),
  }
}
