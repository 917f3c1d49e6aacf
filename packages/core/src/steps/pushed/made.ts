import { tolerance } from '../../num/index.ts'
import type { PushedStep } from './typed.ts'
import {
  type Body,
  type Solid,
  bodyOfTree,
  boundOf,
  facesOfBody,
  finenessFor,
  massAfter,
  originsOf,
  raisedOn,
  standing,
  volumeIn,
  volumeOf,
  weighed,
  type Work,
} from '../../solid/index.ts'
import { shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { FURTHEST } from '../../path/index.ts'
import { IDENTITY } from '../../space/index.ts'
import { pickedPlane } from '../shared/picked.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'

/** How far what is taken off goes beyond the face, mm, so that no skin is left. */
const OVERLAP = 1

export const pushedMaker: StepMaker<PushedStep> = {
  cheaper: 'A plainer body would fit.',
  evaluate(step, context) {
    const by = context.number('by')
    const refuse = (code: string, message: string, field?: string) =>
      unbuilt(refusal(step, 'fit', `pushed.${code}`, message, field))
    if (!(Math.abs(by) > 0)) return refuse('by', 'A face is pushed by a distance that is not 0.', 'by')
    if (Math.abs(by) > FURTHEST) return refuse('by', 'So far nothing is pushed.', 'by')
    const face = pickedPlane(step, 'fit', step.on, context)
    if (!face.ok) return unbuilt(face)
    const bodies = context.others.flatMap((o) => o.bodies)
    const body = bodies.find((b) => facesOfBody(b).faces.some((f) => f.name === face.value.name))
    if (!body)
      return refuse('other', `The face lies on another body than "${step.name}" is of; pick one of its own.`)
    return {
      output: { takes: context.others.map((o) => o.step) },
      findings: [],
      later: {
        coming: bodies.map((b) => ({
          id: b.id,
          hidden: b.hidden,
          instances: [IDENTITY],
          figures: undefined,
        })),
        points: Math.max(1, ...bodies.map((b) => b.mesh.positions.length / 3)),
        make() {
          const made = pushed(step, body, face.value, by, context)
          if (!made.ok) return { bodies: [], findings: made.fault }
          return { bodies: bodies.map((b) => (b === body ? made.value : b)), findings: [] }
        },
      },
    }
  },
  summary: (_output, _display, step) => (typeof step.by === 'string' ? `by ${step.by}` : 'pushed'),
}

function pushed(
  step: PushedStep,
  body: Body,
  face: Extract<ReturnType<typeof pickedPlane>, { ok: true }>['value'],
  by: number,
  context: StepContext,
): Built<Body> {
  const { solids, display } = context
  const refuse = (code: string, message: string) => refusal(step, 'fit', `pushed.${code}`, message, 'by')
  if (!solids) return refuse('library', 'Faces cannot be pushed here: the library for it is not loaded.')
  const materials = body.origins.all[0]!.materials.slice(0, 1)
  const own = { step: step.id, instance: 0, edges: 1, materials }
  const work: Work = {
    solids,
    fineness: finenessFor([body], context.chordError),
    origins: new Map([...originsOf([body]), [step.id, own] as const]),
  }
  const whole = standing(body)
  const tool = by > 0 ? raisedOn(step.id, body, face, 0, by) : raisedOn(step.id, body, face, OVERLAP, by)
  const solid: Solid = by > 0 ? { kind: 'joined', of: [whole, tool] } : { kind: 'cut', of: whole, by: [tool] }
  const made = bodyOfTree(solid, body, work)
  if (!made.ok) return refuse('unsound', 'The face cannot be pushed so far.')
  const before = volumeIn(body)
  const { own: after } = made.value
  const change = after
    ? { ok: true as const, value: { value: Math.abs(after.value - before), error: after.error } }
    : volumeOf(by > 0 ? { kind: 'cut', of: tool, by: [whole] } : { kind: 'common', of: [whole, tool] }, work)
  if (!change.ok) return refuse('unsound', 'The face cannot be pushed so far.')
  const volume = before + Math.sign(by) * change.value.value
  if (!(volume > tolerance.noVolume * before)) {
    const is = shortLength(-by, display)
    return refuse('vanishes', `Nothing is left of the body when the face is pushed in by ${is}.`)
  }
  return {
    ok: true,
    value: weighed(
      made.value,
      volume,
      massAfter(body, solid, volume, work),
      change.value.error + boundOf(body),
    ),
  }
}
