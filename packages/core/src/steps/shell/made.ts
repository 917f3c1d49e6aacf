import { tolerance } from '../../num/index.ts'
import type { ShellStep } from './typed.ts'
import {
  type Body,
  type Solid,
  bodyOfTree,
  boundOf,
  finenessFor,
  lossFrom,
  massAfter,
  originsOf,
  standing,
  volumeIn,
  volumeOf,
  weighed,
  type Work,
  innerOf,
  movesFor,
  openingsOf,
  NO_ROOM,
  isThinner,
} from '../../solid/index.ts'
import type { StepContext, StepMaker } from '../../evaluate/index.ts'
import { IDENTITY } from '../../space/index.ts'
import { pickedFace } from '../shared/picked.ts'
import { allBuilt, refusal, unbuilt, type Built } from '../shared/refusal.ts'

export const shellMaker: StepMaker<ShellStep> = {
  cheaper: 'A plainer body would fit.',
  evaluate(step, context) {
    const wall = context.number('wall')
    if (!(wall > 0)) return unbuilt(refusal(step, 'fit', 'hollowed.wall', 'A wall is above 0.', 'wall'))
    const faces = allBuilt(step.open.map((f) => pickedFace(step, 'fit', f, context)))
    if (!faces.ok) return unbuilt(faces)
    const bodies = context.others.flatMap((o) => o.bodies)
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
          const made = allBuilt(
            bodies.map((b) => hollowed(step, b, wall, new Set(faces.value.map((f) => f.name)), context)),
          )
          return made.ok ? { bodies: made.value, findings: [] } : { bodies: [], findings: made.fault }
        },
      },
    }
  },
  summary: (_output, _display, step) =>
    `wall${typeof step.wall === 'string' ? ` ${step.wall}` : ''}, ${step.open.length} open`,
}

/** Places in single precision, and chords on either side of a wall, may bring its faces nearer by so many chord errors. */
const CHORDS = 4

function hollowed(
  step: ShellStep,
  body: Body,
  wall: number,
  open: ReadonlySet<string>,
  context: StepContext,
): Built<Body> {
  const { solids } = context
  const refuse = (code: string, message: string) => refusal(step, 'fit', `hollowed.${code}`, message, 'wall')
  if (!solids) return refuse('library', 'Bodies cannot be hollowed here: the library for it is not loaded.')
  const whole = standing(body)
  const fineness = finenessFor([body], context.chordError)
  const openings = openingsOf(whole, body, open)
  const moves = movesFor(step.id, wall, openings)
  const inner = innerOf(whole, 0, moves, { openings, fineness })
  if (!inner.ok) return refuse('room', `"${step.name}" cannot be made: ${inner.fault}.`)
  const noRoom = () => refuse('room', `"${step.name}" cannot be made: ${NO_ROOM}.`)
  if (!inner.value) return noRoom()
  const own = { step: step.id, instance: 0, edges: 1, materials: body.origins.all[0]!.materials }
  const work: Work = {
    solids,
    fineness,
    origins: new Map([...originsOf([body]), [step.id, own] as const]),
  }
  // What is closed all round lies within the body, or the wall is too thin somewhere.
  const within: Solid = open.size > 0 ? { kind: 'common', of: [whole, inner.value] } : inner.value
  const hollow: Solid = { kind: 'cut', of: whole, by: [inner.value] }
  const made = bodyOfTree(hollow, body, work)
  if (!made.ok) return refuse('unsound', 'The wall cannot be made so.')
  const taken = lossFrom(body, made.value, () => volumeOf(within, work))
  if (!taken.ok) return refuse('unsound', 'The wall cannot be made so.')
  const result = made.value.body
  if (!(taken.value.value > tolerance.noVolume * volumeIn(body))) return noRoom()
  if (isThinner(body, result, step.id, wall, CHORDS * result.chordError, openings.names)) return noRoom()
  const volume = volumeIn(body) - taken.value.value
  return {
    ok: true,
    value: weighed(
      made.value,
      volume,
      massAfter(body, hollow, volume, work),
      taken.value.error + boundOf(body),
    ),
  }
}
