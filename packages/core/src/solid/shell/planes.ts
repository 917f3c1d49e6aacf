import type { Solid } from '../body.ts'
import { leavesOf } from '../boolean/leaves.ts'
import { directionAt, vec2 } from '../../plane/index.ts'
import { loopsOf, sectionProperties } from '../../profile/index.ts'
import { extrudedForms, revolvedForms } from '../face/made-forms.ts'
import { transformedForm, type FaceForm } from '../face/forms.ts'
import { composed, vec3, type Transform, type Vec3 } from '../../space/index.ts'
import { packTag } from '../../sweep/index.ts'
import type { LeafFace } from './leaf-face.ts'

/** A plane face of a leaf, its normal looking out of the solid. */
export interface PlaneFace {
  readonly face: LeafFace
  readonly at: Vec3
  readonly normal: Vec3
}

/** The plane faces of what is extruded or turned in a solid, but for those of what is cut out of it; leaves are counted from `first`. */
export function planesOf(s: Solid, first: number, place?: Transform): PlaneFace[] {
  switch (s.kind) {
    case 'extruded':
      return extrudedPlanes(s, first, place)
    case 'revolved':
      return revolvedPlanes(s, first, place)
    case 'joined':
    case 'common': {
      let leaf = first
      return s.of.flatMap((x) => {
        const found = planesOf(x, leaf, place)
        leaf += leavesOf(x).length
        return found
      })
    }
    case 'cut':
    case 'parts':
    case 'mirrored':
      return planesOf(s.of, first, place)
    case 'halved': {
      const face: LeafFace = { leaf: first + leavesOf(s.of).length, kind: 'start', edge: 0 }
      const { at, normal } = s
      return [...planesOf(s.of, first, place), ...inPlace(face, { kind: 'plane', at, normal }, 1, place)]
    }
    case 'placed':
      return planesOf(s.of, first, place ? composed(s.at, place) : s.at)
    default:
      return []
  }
}

const inPlace = (
  face: LeafFace,
  form: FaceForm,
  turned: 1 | -1,
  place: Transform | undefined,
): PlaneFace[] => {
  const stood = place ? transformedForm(form, place) : form
  return stood.kind === 'plane' ? [{ face, at: stood.at, normal: vec3.scale(stood.normal, turned) }] : []
}

function extrudedPlanes(
  s: Extract<Solid, { kind: 'extruded' }>,
  leaf: number,
  place?: Transform,
): PlaneFace[] {
  const edges = loopsOf(s.section).flat().length
  const forms = extrudedForms(s, edges)
  const { centroid } = sectionProperties(s.section)
  const onward = s.to + vec2.dot(s.lean ?? [0, 0], centroid) > s.from
  const of = (kind: LeafFace['kind'], edge: number, turned: 1 | -1): PlaneFace[] =>
    inPlace({ leaf, kind, edge }, forms(packTag(kind, edge, 0, edges)), turned, place)
  return [
    ...of('start', 0, onward ? -1 : 1),
    ...of('end', 0, onward ? 1 : -1),
    ...Array.from({ length: edges }, (_, e) => of('side', e, 1)).flat(),
  ]
}

function revolvedPlanes(
  s: Extract<Solid, { kind: 'revolved' }>,
  leaf: number,
  place?: Transform,
): PlaneFace[] {
  const curves = loopsOf(s.section).flat()
  const forms = revolvedForms(s, curves.length)
  return curves.flatMap((c, edge) => {
    // The material is on the left of its section's edges.
    const [x, y] = directionAt(c, 0.5)
    const turned = vec2.dot(s.along, [y, -x]) < 0 ? -1 : 1
    return inPlace(
      { leaf, kind: 'side', edge },
      forms(packTag('side', edge, 0, curves.length)),
      turned,
      place,
    )
  })
}
