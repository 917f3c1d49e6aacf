import type { Id } from '../../base/index.ts'
import type { Body } from '../body.ts'
import { facesOfBody, type BodyFace } from '../topology/faces.ts'
import { besideFace, type FaceForm } from '../face/forms.ts'
import { trianglesNear, type Triangle, type TrianglesNear } from '../measure/triangles-near.ts'
import { transformPoint, vec3, type Vec3 } from '../../space/index.ts'

/** The most of a wall that chords may take away before it counts as thinner. */
const MOST_BY_CHORDS = 0.5

/**
 * Whether the wall round what a step took out of a body is thinner anywhere than it was meant, mm, by more than chords make it: at corners and
 * middles of the triangles of either side. Beside faces that are open, by their names, there is none: what is nearest there, of either side,
 * does not count.
 */
export function isThinner(
  body: Body,
  hollow: Body,
  step: Id,
  wall: number,
  chords: number,
  open: ReadonlySet<string>,
): boolean {
  const least = wall - Math.min(chords, MOST_BY_CHORDS * wall)
  const inner = sidesOf(hollow, (f) => f.step === step)
  const outer = sidesOf(body, (f) => !open.has(f.name))
  const opening = sidesOf(body, (f) => open.has(f.name))
  const isBeside = (p: Vec3): boolean => opening.some((s) => comesNear(s, p, least))
  const isNear = (list: readonly Side[], other: readonly Side[]): boolean =>
    samplesOf(list.flatMap((s) => s.triangles)).some(
      (p) => other.some((s) => comesNear(s, p, least, (q) => !isBeside(q))) && !isBeside(p),
    )
  return isNear(inner, outer) || isNear(outer, inner)
}

/** A face of a body with its triangles, where it stands. */
interface Side {
  readonly form: FaceForm
  readonly triangles: readonly Triangle[]
  near?: TrianglesNear
}

/** Whether a face comes nearer to a place than a distance: its triangles are only looked at where the surface that it is part of does. */
function comesNear(side: Side, p: Vec3, distance: number, counts?: (nearest: Vec3) => boolean): boolean {
  const { form } = side
  if (form.kind !== 'free' && Math.abs(besideFace(form, p).distance) >= distance) return false
  side.near ??= trianglesNear(side.triangles)
  return side.near(p, distance, counts)
}

/** The corners of some triangles and the middles of their sides, each once. */
function samplesOf(triangles: readonly Triangle[]): Vec3[] {
  const places = new Map<string, Vec3>()
  for (const [a, b, c] of triangles)
    for (const p of [a, b, c, middle(a, b), middle(b, c), middle(c, a)]) places.set(p.join(), p)
  return [...places.values()]
}

const middle = (p: Vec3, q: Vec3): Vec3 => vec3.scale(vec3.add(p, q), 0.5)

/** Some of a body's faces. */
function sidesOf(body: Body, isMeant: (face: BodyFace) => boolean): Side[] {
  const { faces, of } = facesOfBody(body)
  const { positions, triangles } = body.mesh
  const count = triangles.length / 3
  const lists = faces.map((): Triangle[] => [])
  of.forEach((f, i) => {
    if (!isMeant(faces[f]!)) return
    const place = body.instances[Math.floor(i / count)]!
    const corner = (k: number): Vec3 => {
      const v = 3 * triangles[3 * (i % count) + k]!
      return transformPoint(place, [positions[v]!, positions[v + 1]!, positions[v + 2]!])
    }
    lists[f]!.push([corner(0), corner(1), corner(2)])
  })
  return lists.flatMap((list, f) => (list.length > 0 ? [{ form: faces[f]!.form, triangles: list }] : []))
}
