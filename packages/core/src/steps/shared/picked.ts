import type { Id } from '../../base/index.ts'
import { NO_FACE, type PickedEdge, type PickedFace } from './typed-picked.ts'
import type { Station } from '../../document/index.ts'
import type { Cure, StepContext } from '../../evaluate/index.ts'
import {
  edgeNamed,
  edgesLike,
  type BodyEdge,
  faceNamed,
  facesLike,
  type BodyFace,
  edgeWords,
  faceWords,
  type KnownForm,
} from '../../solid/index.ts'
import type { Built } from './refusal.ts'

/** Whoever picked something. */
interface Picker {
  readonly id: Id
  readonly name: string
}

/** How many that may be meant in place of one that is gone are offered. */
const OFFERED = 3

/** The face that was picked, or the finding that says it is gone, with the nearest that may be meant. */
export function pickedFace(
  step: Picker,
  station: Station,
  picked: PickedFace,
  context: StepContext,
  fits: (face: BodyFace) => boolean = () => true,
): Built<BodyFace> {
  if (picked.face === NO_FACE) return none(step, station)
  const bodies = context.standing(picked.of)
  const found = faceNamed(bodies, picked.face)
  if (found) return { ok: true, value: found }
  const like = facesLike(bodies, picked.face)
    .filter(fits)
    .map((f) => [f.name, faceWords(f.name, nameIn(context))] as const)
  return gone(step, station, picked.face, faceWords(picked.face, nameIn(context)), like)
}

/** A plane face that was picked, as its plane. */
export function pickedPlane(
  step: Picker,
  station: Station,
  picked: PickedFace,
  context: StepContext,
): Built<BodyFace & { readonly form: Extract<BodyFace['form'], { kind: 'plane' }> }> {
  const face = pickedFace(step, station, picked, context, (f) => f.form.kind === 'plane')
  if (!face.ok) return face
  const { form } = face.value
  if (form.kind === 'plane') return { ok: true, value: { ...face.value, form } }
  const message = `The ${faceWords(picked.face, nameIn(context))} is not flat, and "${step.name}" needs a flat face; pick another.`
  const finding = { severity: 'blocks', code: 'picked.round', message, station, step: step.id } as const
  return { ok: false, fault: [{ ...finding, id: `${step.id}:picked-round`, cures: [] }] }
}

/** A face that was picked whose surface is known beyond its edges too. */
export function pickedKnown(
  step: Picker,
  station: Station,
  picked: PickedFace,
  context: StepContext,
): Built<BodyFace & { readonly form: KnownForm }> {
  const face = pickedFace(step, station, picked, context, (f) => f.form.kind !== 'free')
  if (!face.ok) return face
  const { form } = face.value
  if (form.kind !== 'free') return { ok: true, value: { ...face.value, form } }
  const message = `The ${faceWords(picked.face, nameIn(context))} is neither flat nor round, and "${step.name}" needs one that is; pick another, or the body itself.`
  const finding = { severity: 'blocks', code: 'picked.free', message, station, step: step.id } as const
  return { ok: false, fault: [{ ...finding, id: `${step.id}:picked-free`, cures: [] }] }
}

/** The edge that was picked, or the finding that says it is gone. */
export function pickedEdge(
  step: Picker,
  station: Station,
  picked: PickedEdge,
  context: StepContext,
): Built<BodyEdge> {
  const bodies = context.standing(picked.of)
  const found = edgeNamed(bodies, picked.edge)
  if (found) return { ok: true, value: found }
  const like = edgesLike(bodies, picked.edge).map(
    (e) => [e.name, edgeWords(e.name, nameIn(context))] as const,
  )
  return gone(step, station, picked.edge, edgeWords(picked.edge, nameIn(context)), like)
}

function none(step: Picker, station: Station): Extract<Built<never>, { ok: false }> {
  const message = `No face is picked for "${step.name}" yet; press one in the picture.`
  const finding = { severity: 'blocks', code: 'picked.none', message, station, step: step.id } as const
  return { ok: false, fault: [{ ...finding, id: `${step.id}:picked-none`, cures: [] }] }
}

const nameIn =
  (context: StepContext) =>
  (id: Id): string | undefined =>
    context.around.step(id)?.name

function gone(
  step: Picker,
  station: Station,
  was: string,
  words: string,
  like: readonly (readonly [name: string, words: string])[],
): { readonly ok: false; readonly fault: Extract<Built<never>, { ok: false }>['fault'] } {
  const cures = like.slice(0, OFFERED).map(([now, called]): Cure => ({
    label: `Take the ${called}`,
    change: { do: 'pick-instead', with: { step: step.id, was, now } },
  }))
  const offer =
    like.length > 0 ? ` Nearest is the ${like[0]![1]}.` : ' Nothing like it is there; pick it again.'
  return {
    ok: false,
    fault: [
      {
        id: `${step.id}:gone-${was}`,
        severity: 'blocks',
        code: 'picked.gone',
        message: `The ${words}, which "${step.name}" was picked on, is not there any more.${offer}`,
        station,
        step: step.id,
        cures,
      },
    ],
  }
}
