import { ROUND } from '../boundary.ts'
import type { FacedSkin, SkinFace } from '../exact/faces.ts'
import type { MadeSolid } from '../library.ts'
import type { Leaf } from './leaf.ts'
import { facesOfLeaf } from './leaves.ts'

/** What was made of leaves, in the order in which they stand in its tree: each triangle by the exact face that it is of. */
export function facedSkin(made: MadeSolid, leaves: readonly Leaf[], chordError: number): FacedSkin {
  const faceOf = leaves.map((l, i) => facesOfLeaf(l, l.origin.edges, i))
  const forms: SkinFace[] = []
  const numbers = leaves.map(() => [new Map<number, number>(), new Map<number, number>()])
  const faces = new Uint32Array(made.faces.length)
  for (let t = 0; t < faces.length; t++) {
    const leaf = made.leaves[t]!
    const face = made.faces[t]!
    const tag = face >= ROUND ? leaves[leaf]!.shell.tags[face - ROUND]! : face
    const known = numbers[leaf]![made.turned[t]!]!
    let number = known.get(tag)
    if (number === undefined) {
      number = forms.length
      known.set(tag, number)
      forms.push(faceOf[leaf]!(tag))
    }
    faces[t] = number
  }
  return {
    positions: made.positions,
    triangles: made.triangles,
    faces,
    forms,
    chordError,
    alone: leaves.length === 1,
  }
}
