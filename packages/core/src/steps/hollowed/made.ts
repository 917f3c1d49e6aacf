import type { HollowedStep } from '../../document/index.ts'
import type { Body, Solid } from '../../evaluate/body.ts'
import {
  bodyOfTree,
  boundOf,
  facesOfBody,
  finenessFor,
  originsOf,
  standing,
  volumeIn,
  volumeOf,
  weighed,
  type Work,
} from '../../evaluate/fit/index.ts'
import { type StepContext, type StepMaker } from '../../evaluate/kind.ts'
import { IN_PLACE } from '../../space/index.ts'
import { pickedFace } from '../shared/picked.ts'
import { allBuilt, refusal, unbuilt, type Built } from '../shared/refusal.ts'
import { innerOf } from './inner.ts'

export const hollowedMaker: StepMaker<HollowedStep> = {
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
        coming: bodies.map((b) => ({ id: b.id, hidden: b.hidden, places: [IN_PLACE], figures: undefined })),
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

function hollowed(
  step: HollowedStep,
  body: Body,
  wall: number,
  open: ReadonlySet<string>,
  context: StepContext,
): Built<Body> {
  const { solids } = context
  const refuse = (code: string, message: string) => refusal(step, 'fit', `hollowed.${code}`, message, 'wall')
  if (!solids) return refuse('library', 'Bodies cannot be hollowed here: the library for it is not loaded.')
  const { solid } = body
  if (solid.kind !== 'extruded' && solid.kind !== 'turned')
    return refuse(
      'joined',
      'Only what is extruded or turned gets a wall, before others are joined to it or cut out of it; put this step before those.',
    )
  const names = facesOfBody(body).faces.flatMap((f) => (open.has(f.name) ? [f.name.split('/')[2]!] : []))
  const inner = innerOf(step.id, solid, wall, new Set(names))
  if (!inner.ok) return refuse('room', `"${step.name}" cannot be made: ${inner.fault}.`)
  const own = {
    step: step.id,
    instance: 0,
    edges: body.origins.all[0]!.edges,
    materials: body.origins.all[0]!.materials,
  }
  const work: Work = {
    solids,
    fineness: finenessFor([body], context.chordError),
    origins: new Map([...originsOf([body]), [step.id, own] as const]),
  }
  const whole = standing(body)
  const taken = volumeOf({ kind: 'common', of: [whole, inner.value] }, work)
  const hollow: Solid = { kind: 'cut', of: whole, by: [inner.value] }
  const made = bodyOfTree(hollow, body, work)
  if (!taken.ok || !made.ok) return refuse('unsound', 'The wall cannot be made so.')
  const volume = volumeIn(body) - taken.value.value
  const density = body.figures.mass / body.figures.volume
  return {
    ok: true,
    value: weighed(made.value, volume, volume * density, taken.value.error + boundOf(body)),
  }
}
