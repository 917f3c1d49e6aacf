import { ok, type Id } from '../../base/index.ts'
import { LIMITS, type Station } from '../../document/index.ts'
import type { CopiesEntry } from './typed-copies.ts'
import { TURN, tolerance } from '../../num/index.ts'
import {
  IDENTITY,
  mirrored,
  composed,
  shifted,
  turned,
  vec3,
  type Transform,
  type Vec3,
} from '../../space/index.ts'
import type { Finding, StepContext } from '../../evaluate/index.ts'
import { refusal, type Built } from './refusal.ts'

/** A step whose body is set again. */
export interface Copied {
  readonly id: Id
  readonly copies?: readonly CopiesEntry[]
}

const NORMALS = { xy: 'z', xz: 'y', yz: 'x' } as const

/** Where a body stands, once for itself and once for each copy. Every way of copying takes all that came before it. */
export function placesOf(step: Copied, context: StepContext, station: Station): Built<readonly Transform[]> {
  const refuse = (message: string, field: string) =>
    refusal(step, station, `${station}.copies`, message, field)
  let places: readonly Transform[] = [IDENTITY]
  for (const entry of step.copies ?? []) {
    const moves = movesOf(entry, context, refuse)
    if (!moves.ok) return moves
    places = moves.value.flatMap((m) =>
      m === IDENTITY ? places : places.map((before) => composed(before, m)),
    )
    if (places.length > LIMITS.copies) {
      const message = `That makes ${places.length} copies; at most ${LIMITS.copies} are shown.`
      return refuse(message, `copies/${entry.id}/count`)
    }
  }
  return ok(places)
}

function movesOf(
  entry: CopiesEntry,
  context: StepContext,
  refuse: (message: string, field: string) => { readonly ok: false; readonly fault: readonly Finding[] },
): Built<readonly Transform[]> {
  const number = (field: string): number => context.number(`copies/${entry.id}/${field}`)
  if (entry.kind === 'mirror') return ok([IDENTITY, mirrored(NORMALS[entry.plane], number('offset'))])
  const count = number('count')
  if (!Number.isInteger(count) || count < 1 || count > LIMITS.copies) {
    const message = `The number of copies must be a whole number from 1 to ${LIMITS.copies}, not ${count}.`
    return refuse(message, `copies/${entry.id}/count`)
  }
  const place: Vec3 = [number('x'), number('y'), number('z')]
  const at = (i: number): Transform => {
    if (entry.kind === 'row') return shifted(vec3.scale(place, i))
    const whole = number('angle')
    // A whole turn has its last copy one step before the first; less than that has it at the end.
    const closes = Math.abs(Math.abs(whole) - TURN) < tolerance.wholeTurn
    return turned(entry.axis, place, (whole * i) / (closes ? count : Math.max(count - 1, 1)))
  }
  return ok(Array.from({ length: count }, (_, i) => (i === 0 ? IDENTITY : at(i))))
}
