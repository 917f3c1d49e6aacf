import type { HalvedStep } from '../../document/index.ts'
import type { Body, Solid } from '../../evaluate/body.ts'
import {
  bodyOfTree,
  boundOf,
  finenessFor,
  originsOf,
  standing,
  volumeIn,
  volumeOf,
  weighed,
} from '../../evaluate/fit/solid-body.ts'
import type { Finding } from '../../evaluate/finding.ts'
import { shortLength, type StepContext, type StepMaker } from '../../evaluate/kind.ts'
import { FURTHEST } from '../../path/index.ts'
import { IN_PLACE, meshReach, vec3, type Vec3 } from '../../space/index.ts'
import { tolerance } from '../../num/index.ts'
import { heightsOf } from '../shared/heights.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'

const NORMALS: Readonly<Record<HalvedStep['plane'], 'x' | 'y' | 'z'>> = { xy: 'z', xz: 'y', yz: 'x' }

export const halvedMaker: StepMaker<HalvedStep> = {
  evaluate(step, context) {
    const offset = context.number('offset')
    if (!(Math.abs(offset) <= FURTHEST)) {
      const [is, most] = [offset, FURTHEST].map((v) => shortLength(v, context.display))
      return unbuilt(
        refusal(step, 'fit', 'halved.plane', `The plane lies ${is} away; ${most} is the most.`, 'offset'),
      )
    }
    const bodies = context.others.flatMap((o) => o.bodies)
    return {
      output: { takes: context.others.map((o) => o.step) },
      findings: [],
      later: {
        coming: bodies.map((b) => ({ id: b.id, hidden: b.hidden, places: [IN_PLACE], figures: undefined })),
        points: Math.max(1, ...bodies.map((b) => b.mesh.positions.length / 3)),
        make: () => made(step, bodies, offset, context),
      },
    }
  },
  summary: (_output, _display, step) =>
    `${step.mirrored ? 'mirrored in' : 'cut by'} ${step.plane.toUpperCase()}`,
}

function made(
  step: HalvedStep,
  bodies: readonly Body[],
  offset: number,
  context: StepContext,
): { readonly bodies: readonly Body[]; readonly findings: readonly Finding[] } {
  const all: Body[] = []
  const findings: Finding[] = []
  for (const body of bodies) {
    const half = halfOf(step, body, offset, context)
    if (half.ok) all.push(half.value)
    else findings.push(...half.fault)
  }
  return { bodies: all, findings }
}

/** A body's half, or both; or the finding that says why it is none. */
function halfOf(step: HalvedStep, body: Body, offset: number, context: StepContext): Built<Body> {
  const refuse = (code: string, message: string) => refusal(step, 'fit', `halved.${code}`, message, 'offset')
  const { solids } = context
  if (!solids) return refuse('library', 'Bodies cannot be cut here: the library for it is not loaded.')
  const axis = NORMALS[step.plane]
  const along = IN_PLACE[axis]
  const at: Vec3 = vec3.scale(along, offset)
  // What lies before this normal is taken away.
  const normal = step.keeps === 'behind' ? along : vec3.scale(along, -1)
  const heights = heightsOf([body], at, normal)
  if (!(heights.low < 0))
    return refuse(
      'nothing',
      'All of the body lies on the side that is taken away; move the plane, or keep the other side.',
    )
  const reach = 4 * (meshReach(body.mesh) + vec3.length(at) + 1)
  const half: Solid = { kind: 'halved', step: step.id, of: standing(body), at, normal, reach }
  const materials = body.origins.all[0]!.materials
  const work = {
    solids,
    fineness: finenessFor([body], context.chordError),
    origins: new Map([
      ...originsOf([body]),
      [step.id, { step: step.id, instance: 0, edges: 4, materials: materials.slice(0, 1) }] as const,
    ]),
  }
  const slit = -heights.high
  if (step.mirrored && slit > tolerance.samePlace * (heights.high - heights.low)) {
    const is = shortLength(2 * slit, context.display)
    return refuse(
      'slit',
      `The half does not reach the plane: mirrored, it would leave a slit of ${is}. Move the plane by half of that.`,
    )
  }
  // Nothing of it lies before the plane: it is its own half, and its volume is known.
  const whole = heights.high <= tolerance.samePlace * (heights.high - heights.low)
  const volume = whole ? { value: volumeIn(body), error: boundOf(body) } : undefined
  const halfVolume = volume ? { ok: true as const, value: volume } : volumeOf(half, work)
  if (!halfVolume.ok) return refuse('unsound', `It cannot be cut there: ${halfVolume.fault}.`)
  const solid: Solid = step.mirrored ? { kind: 'mirrored', of: half, axis, offset } : half
  const made = bodyOfTree(solid, body, work)
  if (!made.ok) return refuse('unsound', `It cannot be put together: ${made.fault}.`)
  const times = step.mirrored ? 2 : 1
  const density = body.figures.mass / body.figures.volume
  const { value, error } = halfVolume.value
  return { ok: true, value: weighed(made.value, times * value, times * value * density, times * error) }
}
