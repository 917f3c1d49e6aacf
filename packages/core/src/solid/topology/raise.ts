import { tolerance } from '../../num/index.ts'
import type { Id } from '../../base/index.ts'
import { sameForm, type FaceForm } from '../face/forms.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { Body, Solid } from '../body.ts'
import { edgesOfBody } from './edges.ts'
import { facesOfBody, type BodyFace } from './faces.ts'
import { standing } from '../boolean/made-body.ts'

type Flat = BodyFace & { readonly form: Extract<FaceForm, { kind: 'plane' }> }

/** What stands on a flat face of a body from one distance along its normal to another; its sides go on as the faces beside it do. */
export function raisedOn(step: Id, body: Body, face: Flat, from: number, to: number): Solid {
  const { faces, sources, reach } = facesOfBody(body)
  const { at, normal } = face.form
  // What lies in one plane beside it, of other steps, is pushed with it.
  const own = faces.flatMap((f, i) =>
    f.name === face.name || (stem(f.name) !== stem(face.name) && sameForm(f.form, face.form, reach))
      ? [i]
      : [],
  )
  const names = new Set(own.map((i) => faces[i]!.name))
  const beside = edgesOfBody(body)
    .filter((e) => e.faces.some((f) => names.has(f.name)))
    .flatMap((e) => e.faces.filter((f) => !names.has(f.name)))
  const sides = [...new Set(beside)]
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .map((f) => ({
      of: sources[faces.indexOf(f)]!,
      form: goesOn(f.form, normal) ? f.form : ({ kind: 'free' } as const),
    }))
  return {
    kind: 'raised',
    step,
    of: standing(body),
    faces: own.flatMap((i) => sources[i]!),
    at,
    spot: face.spot,
    normal,
    from,
    to,
    sides,
  }
}

/** What a face is called without the number of its area. */
const stem = (name: string): string => name.split('#')[0]!

const goesOn = (form: FaceForm, way: Vec3): boolean =>
  form.kind === 'plane'
    ? Math.abs(vec3.dot(form.normal, way)) < tolerance.sameDirection
    : form.kind === 'cylinder' && vec3.length(vec3.cross(form.axis, way)) < tolerance.sameDirection
