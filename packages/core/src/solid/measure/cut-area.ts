import { exactCutArea } from '../exact/cut-area.ts'
import type { Extrapolated } from '../extrapolated.ts'
import type { SkinFace } from '../exact/faces.ts'
import { vec3, type CutPlane, type Slice } from '../../space/index.ts'
import type { Body } from '../body.ts'
import { facesOfLeaf, leavesOf } from '../boolean/leaves.ts'

/**
 * Area of a body's cut in a plane, both as the body's own place has them, mm2, and how far it may be off: along its exact faces, by the slice of its mesh
 * only as to which follow each other; where those do not lead round, that of the slice, within what its mesh may be off by.
 */
export function cutAreaOf(body: Body, plane: CutPlane, slice: Slice): Extrapolated {
  const { origins, mesh, solid, chordError } = body
  const leaves = leavesOf(solid)
  const faceOf = origins.all.map((o, i) => facesOfLeaf(leaves[i]!, o.edges, i))
  const numbers = new Map<string, number>()
  const forms: SkinFace[] = []
  const faceAt = (triangle: number): number => {
    const leaf = origins.of?.[triangle] ?? 0
    const tag = mesh.tags[triangle]!
    const key = `${leaf} ${tag}`
    let number = numbers.get(key)
    if (number === undefined) {
      numbers.set(key, (number = forms.length))
      forms.push(faceOf[leaf]!(tag))
    }
    return number
  }
  const loops = slice.loops.map((loop, i) => ({
    places: loop.map(([x, y]) => vec3.addScaled(vec3.addScaled(plane.origin, plane.x, x), plane.y, y)),
    faces: slice.triangles[i]!.map(faceAt),
  }))
  const normal = vec3.cross(plane.x, plane.y)
  const exact = exactCutArea(loops, forms, { at: plane.origin, normal }, chordError)
  const round = slice.loops.reduce(
    (sum, l) => sum + l.reduce((s, v, i) => s + Math.hypot(...away(v, l[(i + 1) % l.length]!)), 0),
    0,
  )
  const meshed = { value: slice.area, error: 2 * chordError * round }
  if (typeof exact === 'string') return meshed
  // What lies further off than the mesh may be is not this cut.
  return Math.abs(exact.value - slice.area) <= ALIKE * meshed.error + exact.error ? exact : meshed
}

/** How much further than its mesh tells a cut may be off: more than a chord error where the plane runs along a face. */
const ALIKE = 4

const away = (a: readonly [number, number], b: readonly [number, number]): [number, number] => [
  b[0] - a[0],
  b[1] - a[1],
]
