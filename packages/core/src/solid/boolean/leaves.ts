import { cornerForm } from '../fillet/corner-cut.ts'
import { edgeForms } from '../fillet/edge-cut.ts'
import { outwardAt } from '../loft/boundary.ts'
import { extrudedForms, revolvedForms } from '../face/made-forms.ts'
import { extrudedPatches, sweptPatches, revolvedPatches } from '../exact/made-patches.ts'
import { transformedForm, type FaceForm } from '../face/forms.ts'
import { transformedPatch, type Patch } from '../exact/patch.ts'
import { sweptForms } from '../face/swept-forms.ts'
import type { SkinFace } from '../exact/faces.ts'
import { composed, vec3, type Transform } from '../../space/index.ts'
import { packTag, unpackTag } from '../../sweep/index.ts'
import type { Solid } from '../body.ts'
import { keyOf } from './leaf-key.ts'
import type { LeafSolid, PlacedLeaf } from './leaf.ts'
import { imageBy, spaceBefore } from './image.ts'

/** The leaves of a solid, in the order in which the library counts them. */
export function leavesOf(solid: Solid): PlacedLeaf[] {
  const leaves: PlacedLeaf[] = []
  const walk = (s: Solid, place: Transform | undefined): void => {
    switch (s.kind) {
      case 'swept':
      case 'extruded':
      case 'revolved':
      case 'edged':
      case 'cornered':
      case 'raised':
      case 'lofted':
      case 'imported':
        leaves.push({ solid: s, place })
        return
      case 'joined':
      case 'common':
        for (const x of s.of) walk(x, place)
        return
      case 'cut':
        for (const x of [s.of, ...s.by]) walk(x, place)
        return
      case 'parts':
        walk(s.of, place)
        return
      case 'placed':
        walk(s.of, place ? composed(s.at, place) : s.at)
        return
      case 'mirrored': {
        const before = leaves.length
        walk(s.of, undefined)
        const image = imageBy(s)
        for (const leaf of leaves.slice(before))
          leaves.push({ ...leaf, place: leaf.place ? composed(leaf.place, image) : image })
        return
      }
      case 'halved':
        walk(s.of, place)
        leaves.push({ solid: { kind: 'extruded', step: s.step, ...spaceBefore(s) }, place })
    }
  }
  walk(solid, undefined)
  return leaves
}

/** The forms of a leaf's faces by their tags, where it stands; the material on either side of them. */
export function formsOfLeaf({ solid, place }: PlacedLeaf, edges: number): (tag: number) => FaceForm {
  const own = ownForms(solid, edges)
  return place ? (tag) => transformedForm(own(tag), place) : own
}

/** The faces of a leaf by their tags, where it stands: forms, or patches where there is no form; free where there is neither. */
export function facesOfLeaf(
  { solid, place }: PlacedLeaf,
  edges: number,
  maker: number,
): (tag: number) => SkinFace {
  const forms = ownForms(solid, edges)
  const patches = ownPatches(solid, edges)
  return (tag) => {
    const form = forms(tag)
    if (form.kind !== 'free') return place ? transformedForm(form, place) : form
    const patch = patches?.(tag)
    if (!patch) return form
    return { kind: 'patch', patch: place ? transformedPatch(patch, place) : patch, maker }
  }
}

function ownPatches(s: LeafSolid, edges: number): ((tag: number) => Patch | undefined) | undefined {
  switch (s.kind) {
    case 'extruded':
      return extrudedPatches(s, edges)
    case 'revolved':
      return revolvedPatches(s, edges)
    case 'swept':
      return sweptPatches(sweptFaces(s), edges)
    default:
      return undefined
  }
}

const sweptFaces = (s: Extract<LeafSolid, { kind: 'swept' }>) => ({
  carriage: s.carriage,
  chunks: s.chunks,
  section: s.strands.flatMap((x) => x.section),
  bare: s.made.length === 0,
})

function ownForms(s: LeafSolid, edges: number): (tag: number) => FaceForm {
  switch (s.kind) {
    case 'extruded':
      return extrudedForms(s, edges)
    case 'revolved':
      return revolvedForms(s, edges)
    case 'edged': {
      const forms = edgeForms(s.cut)
      return (tag) => {
        const { kind, segment } = unpackTag(tag, edges)
        return kind === 'side' ? forms(segment) : { kind: 'free' }
      }
    }
    case 'raised':
      return (tag) => {
        const { kind, edge } = unpackTag(tag, edges)
        if (kind === 'side') return s.sides[edge]?.form ?? { kind: 'free' }
        const at = vec3.addScaled(s.at, s.normal, kind === 'start' ? s.from : s.to)
        return { kind: 'plane', at, normal: s.normal }
      }
    case 'imported':
      return (tag) => s.forms[unpackTag(tag, edges).edge] ?? { kind: 'free' }
    case 'lofted':
      return (tag) => {
        const { kind } = unpackTag(tag, edges)
        if (kind === 'side') return { kind: 'free' }
        const [first, last] = [s.blend.sections[0]!, s.blend.sections.at(-1)!]
        const { plane } = kind === 'start' ? first : last
        const normal = vec3.cross(plane.x, plane.y)
        return { kind: 'plane', at: vec3.addScaled(plane.origin, normal, beyondEnd(s, kind)), normal }
      }
    case 'cornered':
      return (tag) => (tag === packTag('side', 0, 0, edges) ? cornerForm(s.cut) : { kind: 'free' })
    case 'swept':
      return sweptForms(sweptFaces(s), edges)
  }
}

/** How far along its plane's normal an end of a blend goes on beyond its outline. */
function beyondEnd({ blend, moved }: Extract<LeafSolid, { kind: 'lofted' }>, kind: 'start' | 'end'): number {
  if (!moved) return 0
  const { plane } = kind === 'start' ? blend.sections[0]! : blend.sections.at(-1)!
  return moved[kind] * (vec3.dot(outwardAt(blend, kind), vec3.cross(plane.x, plane.y)) < 0 ? -1 : 1)
}

/** What a face of a leaf is called: its kind, the edge of the section that made it, and where along the way. */
export function faceCalled(s: LeafSolid, tag: number, edges: number): string {
  const key = keyOf(s)
  return `${key === undefined ? '' : `${key}.`}${ownName(s, tag, edges)}`
}

function ownName(s: LeafSolid, tag: number, edges: number): string {
  const { kind, edge, segment } = unpackTag(tag, edges)
  if (kind !== 'side') return kind
  if (s.kind === 'edged') return `side-0-${segment}`
  const names = s.kind === 'extruded' || s.kind === 'revolved' ? s.edgeNames : undefined
  return `side-${names?.[edge] ?? edge}${s.kind === 'swept' ? `-${segment}` : ''}`
}
