import { vec3, type Vec3 } from '../../space/index.ts'
import type { Face, SkinFace } from './faces.ts'
import { stretch } from './gathered.ts'
import { integrandOf } from './integrals.ts'
import { surfaceOfPatch, TooManyLooks } from './patch.ts'
import { settledOn } from './settled.ts'
import { exactly, surfaceOfForm } from './surface.ts'

/** A closed line in a plane on the faces of a body, material on its left: places, and the face that each stretch to the next lies on. */
export interface CutLoop {
  readonly places: readonly Vec3[]
  readonly faces: readonly number[]
}

/** Stretches turn no further than this from their first side, rad, and are of no more sides. */
const TURNS = 0.3
const SIDES = 12
/** Places that are looked up on patches at most. */
const MOST_LOOKS = 100_000

/**
 * Area that a plane cuts out of a body, mm2, and how far it may be off: the contour of the curves in which it crosses the exact faces. The loops only
 * tell which faces follow each other; what lies on a face that only its mesh knows may be off by the chord error all along.
 */
export function exactCutArea(
  ...of: Parameters<typeof byContour>
): { readonly value: number; readonly error: number } | string {
  try {
    return byContour(...of)
  } catch (error) {
    if (error instanceof TooManyLooks) return 'its free surfaces are too much to look over'
    throw error
  }
}

function byContour(
  loops: readonly CutLoop[],
  forms: readonly SkinFace[],
  plane: { readonly at: Vec3; readonly normal: Vec3 },
  chordError: number,
): { readonly value: number; readonly error: number } | string {
  const form = { kind: 'plane', at: [0, 0, 0], normal: plane.normal } as const
  const cut = { surface: surfaceOfForm(form), integrand: integrandOf(form, plane.normal) }
  const looks = { left: MOST_LOOKS }
  const known = new Map<number, Face>()
  const faceOf = (i: number): Face => {
    if (!known.has(i)) known.set(i, faceBy(forms[i]!, plane.at, looks))
    return known.get(i)
  }
  const reach = Math.max(1e-9, ...loops.flatMap((l) => l.places.map((p) => vec3.distance(p, plane.at))))
  let [value, error] = [0, 0]
  for (const { places, faces } of loops) {
    const count = places.length
    const at = places.map((p, i) => {
      const beside = [faces[(i + count - 1) % count]!, faces[i]!].flatMap((f) => faceOf(f)?.surface ?? [])
      const surfaces = [cut.surface, ...beside]
      return settledOn(surfaces, vec3.sub(p, plane.at), exactly(surfaces) * reach).at
    })
    for (const [from, to] of stretchesOf(at, faces)) {
      const face = faceOf(faces[from]!)
      const [p, q] = [at[from]!, at[to % count]!]
      const found = stretch(p, q, cut, face && { surface: face.surface, integrand: cut.integrand }, reach)
      if (typeof found === 'string') return found
      for (const sums of found.onA) value += vec3.dot([sums[0]!, sums[1]!, sums[2]!], plane.normal)
      error += found.areaError
      if (!face) error += chordError * vec3.distance(p, q)
    }
  }
  return { value, error: error + 1e-11 * Math.abs(value) }
}

function faceBy(form: SkinFace, origin: Vec3, looks: { left: number }): Face {
  if (form.kind === 'free') return undefined
  if (form.kind === 'patch') {
    const surface = surfaceOfPatch(form.patch, form.maker, origin, looks)
    return { surface, integrand: surface.integrand }
  }
  const moved = { ...form, at: vec3.sub(form.at, origin) }
  return { surface: surfaceOfForm(moved), integrand: integrandOf(moved, [0, 0, 1]) }
}

/** Stretches of a loop on one face each, that turn little: from a place to another, by their numbers. */
function stretchesOf(at: readonly Vec3[], faces: readonly number[]): (readonly [number, number])[] {
  const count = at.length
  const way = (i: number): Vec3 => vec3.sub(at[(i + 1) % count]!, at[i % count]!)
  const stretches: (readonly [number, number])[] = []
  for (let from = 0; from < count;) {
    let to = from + 1
    while (
      to < count &&
      to - from < SIDES &&
      faces[to] === faces[from] &&
      vec3.dot(way(from), way(to)) > Math.cos(TURNS) * vec3.length(way(from)) * vec3.length(way(to))
    )
      to++
    stretches.push([from, to])
    from = to
  }
  return stretches
}
