import { memoBy, type Id } from '../../base/index.ts'
import { besideFace, sameForm, turnedOver, type FaceForm } from '../face/forms.ts'
import { meshReach, transformDirection, transformPoint, vec3, type Vec3 } from '../../space/index.ts'
import { packTag, unpackTag } from '../../sweep/index.ts'
import type { Body } from '../body.ts'
import { connectedAreas } from './connected.ts'
import { faceCalled, formsOfLeaf, leavesOf } from '../boolean/leaves.ts'
import { standing } from '../boolean/made-body.ts'
import type { FaceSource } from '../boolean/leaf.ts'

/**
 * What a face is called for as long as there is one: the step that made it, which time it stands there, and which side, start or end of it
 * the face is. Never a number of a mesh.
 */
export type FaceName = string

/** A face of a body as it is in the part. */
export interface BodyFace {
  readonly name: FaceName
  readonly step: Id
  /** Exact where it can be said; the material on its inner side. */
  readonly form: FaceForm
  /** A place on it, about its middle, and its outward direction there. */
  readonly at: Vec3
  readonly out: Vec3
  /** A place that surely lies on it: in its largest facet. */
  readonly spot: Vec3
  /** Of its mesh, mm2. */
  readonly area: number
}

/** The faces of a body where it stands, and of which each triangle of its mesh is. */
export interface BodyFaces {
  readonly faces: readonly BodyFace[]
  /** The face of each triangle, by its number among the faces; copies follow each other. */
  readonly of: Uint32Array
  readonly reach: number
  /** The leaves that each face comes from, by their numbers, with its tag there. */
  readonly sources: readonly (readonly FaceSource[])[]
}

/** The faces of a body and of its copies. */
export const facesOfBody = memoBy(findFaces)

function findFaces(body: Body): BodyFaces {
  const { mesh, origins, instances: places } = body
  const leaves = leavesOf(standing(body))
  const count = mesh.tags.length
  const perPlace = origins.all.length
  const surfaces = new Uint32Array(count * places.length)
  const known = new Map<string, number>()
  const first: Named[] = []
  const from: FaceSource[][] = []
  places.forEach((_, k) => {
    const forms = origins.all.map((o, i) => formsOfLeaf(leaves[k * perPlace + i]!, o.edges))
    const numbers = new Map<number, number>()
    for (let t = 0; t < count; t++) {
      const leaf = origins.of?.[t] ?? 0
      const tag = mesh.tags[t]!
      const key = tag * perPlace + leaf
      let surface = numbers.get(key)
      if (surface === undefined) {
        const origin = origins.all[leaf]!
        const form = forms[leaf]!(tag)
        const same = firstOfRound(tag, form, forms[leaf]!, origin.edges)
        const called = faceCalled(leaves[k * perPlace + leaf]!.solid, same, origin.edges)
        const name = `${origin.step}/${origin.instance + k}/${called}`
        surface = known.get(name) ?? roundWith(first, origin.step, name, form)
        known.set(name, surface ?? first.length)
        if (surface === undefined) {
          surface = first.length
          first.push({ name, step: origin.step, form })
        }
        numbers.set(key, surface)
        from[surface] = [...(from[surface] ?? []), { leaf: k * perPlace + leaf, tag }]
      }
      surfaces[k * count + t] = surface
    }
  })
  const { of, areas } = connectedAreas(body, surfaces, (s) => first[s]!.name)
  const sums = areas.map(() => ({
    area: 0,
    at: [0, 0, 0] as [number, number, number],
    best: -1,
    triangle: 0,
  }))
  places.forEach((place, k) => {
    for (let t = 0; t < count; t++) {
      const { area, middle } = triangleOf(body, t)
      const sum = sums[of[k * count + t]!]!
      const there = transformPoint(place, middle)
      sum.area += area
      for (let j = 0; j < 3; j++) sum.at[j]! += area * there[j]!
      if (area > sum.best) {
        sum.best = area
        sum.triangle = k * count + t
      }
    }
  })
  const faces = areas.map(({ surface, name }, i): BodyFace => {
    const f = first[surface]!
    const { area, at, triangle } = sums[i]!
    const t = triangle % count
    const place = places[Math.floor(triangle / count)]!
    const seen = triangleOf(body, t)
    const normal = transformDirection(place, seen.normal)
    const spot = transformPoint(place, seen.middle)
    const form = facing(f.form, spot, normal)
    // The middle of a plane face lies on it; of a round one that is taken which lies in its largest facet.
    const middle = form.kind === 'plane' && area > 0 ? vec3.scale(at, 1 / area) : spot
    return { name, step: f.step, form, at: middle, out: vec3.unit(normal), spot, area }
  })
  return { faces, of, reach: meshReach(mesh), sources: areas.map((a) => from[a.surface]!) }
}

interface Named {
  readonly name: string
  readonly step: Id
  readonly form: FaceForm
}

/** The tag of the first edge of a section that makes the same round face, as arcs of one circle do: it goes by that, whichever of them are seen. */
function firstOfRound(tag: number, form: FaceForm, formOf: (tag: number) => FaceForm, edges: number): number {
  if (form.kind === 'free' || form.kind === 'plane') return tag
  const { kind, edge, segment } = unpackTag(tag, edges)
  for (let e = 0; e < edge; e++) {
    const other = packTag(kind, e, segment, edges)
    if (sameForm(formOf(other), form, 1)) return other
  }
  return tag
}

/** The round face that this is a further piece of: of the same step in the same place, as the arcs of one circle make it. */
function roundWith(faces: readonly Named[], step: Id, name: string, form: FaceForm): number | undefined {
  if (form.kind === 'free' || form.kind === 'plane') return undefined
  const leaf = name.slice(0, name.lastIndexOf('/'))
  const at = faces.findIndex(
    (f) => f.step === step && f.name.startsWith(`${leaf}/`) && sameForm(f.form, form, 1),
  )
  return at < 0 ? undefined : at
}

/** The form with the material on the side that the mesh says. */
function facing(form: FaceForm, at: Vec3, normal: Vec3): FaceForm {
  if (form.kind === 'free') return form
  return vec3.dot(besideFace(form, at).normal, normal) < 0 ? turnedOver(form) : form
}

function triangleOf({ mesh: { positions: p, normals: n, triangles } }: Body, t: number) {
  const at = (v: number): Vec3 => [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!]
  const [i, j, k] = [triangles[3 * t]!, triangles[3 * t + 1]!, triangles[3 * t + 2]!]
  const [a, b, c] = [at(i), at(j), at(k)]
  const area = vec3.length(vec3.cross(vec3.sub(b, a), vec3.sub(c, a))) / 2
  const sum = (f: (v: number) => number): number => f(i) + f(j) + f(k)
  const normal: Vec3 = [sum((v) => n[3 * v]!), sum((v) => n[3 * v + 1]!), sum((v) => n[3 * v + 2]!)]
  const middle: Vec3 = vec3.scale(vec3.add(vec3.add(a, b), c), 1 / 3)
  return { area, normal, middle }
}

/** The face of a name among those of bodies; undefined where it is gone. */
export function faceNamed(bodies: readonly Body[], name: FaceName): BodyFace | undefined {
  for (const b of bodies) {
    const found = facesOfBody(b).faces.find((f) => f.name === name)
    if (found) return found
  }
  return undefined
}

/** Faces that may be meant by a name that is gone: those of the same step first, by how far they are from a place. */
export function facesLike(bodies: readonly Body[], name: FaceName, near?: Vec3): BodyFace[] {
  const [step, , called] = name.split('/')
  const kindOf = (c: string | undefined): string | undefined => c?.slice(c.indexOf('.') + 1).split('-')[0]
  const kind = kindOf(called)
  const all = bodies.flatMap((b) => facesOfBody(b).faces)
  const away = (f: BodyFace): number => (near ? vec3.distance(f.at, near) : 0)
  const alike = (f: BodyFace): number =>
    (f.step === step ? 2 : 0) + (kindOf(f.name.split('/')[2]) === kind ? 1 : 0)
  return all.sort((a, b) => alike(b) - alike(a) || away(a) - away(b))
}

/** Whether two faces of a body lie in one surface, so that no edge parts them. */
export const areOne = ({ faces, reach }: BodyFaces, a: number, b: number): boolean =>
  a === b || sameForm(faces[a]!.form, faces[b]!.form, reach)
