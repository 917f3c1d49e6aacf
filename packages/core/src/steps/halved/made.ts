import type { HalvedStep } from './typed.ts'
import {
  type Body,
  type Solid,
  bodyOfTree,
  boundOf,
  finenessFor,
  massAfter,
  originsOf,
  standing,
  volumeIn,
  volumeOf,
  weighed,
} from '../../solid/index.ts'
import { type Finding, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { FURTHEST, pathPoint } from '../../path/index.ts'
import {
  IDENTITY,
  meshReach,
  transformPoint,
  vec3,
  type AxisName,
  type Transform,
  type Vec3,
} from '../../space/index.ts'
import { tolerance } from '../../num/index.ts'
import { pickedPlane } from '../shared/picked.ts'
import { heightsOf } from '../shared/heights.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'

const NORMALS = { xy: 'z', xz: 'y', yz: 'x' } as const

export const halvedMaker: StepMaker<HalvedStep> = {
  cheaper: 'A plainer body would fit.',
  evaluate(step, context) {
    const offset = context.number('offset')
    if (!(Math.abs(offset) <= FURTHEST)) {
      const [is, most] = [offset, FURTHEST].map((v) => shortLength(v, context.display))
      return unbuilt(
        refusal(step, 'fit', 'halved.plane', `The plane lies ${is} away; ${most} is the most.`, 'offset'),
      )
    }
    const bodies = context.others.flatMap((o) => o.bodies)
    const plane = planeOf(step, offset, context)
    if (!plane.ok) return unbuilt(plane)
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
        make: () => made(step, bodies, plane.value, context),
      },
    }
  },
  summary: (_output, _display, step) =>
    `${step.mirrored ? 'mirrored in' : 'cut by'} ${step.plane === 'face' ? 'a face' : step.plane.toUpperCase()}`,
}

/** The plane of a half: a main one by its axis, a face's by the axes of a frame on it. */
interface HalvingPlane {
  readonly at: Vec3
  /** The way along which it was moved. */
  readonly along: Vec3
  readonly mirror: { readonly axis: AxisName; readonly offset: number; readonly frame?: Transform }
}

function planeOf(step: HalvedStep, offset: number, context: StepContext): Built<HalvingPlane> {
  if (step.plane !== 'face') {
    const axis = NORMALS[step.plane]
    const along = IDENTITY[axis]
    const from = offset + (step.through ? vec3.dot(along, endOfRun(step.through, context)) : 0)
    return { ok: true, value: { at: vec3.scale(along, from), along, mirror: { axis, offset: from } } }
  }
  if (!step.on) return refusal(step, 'fit', 'halved.face', 'Pick the face that it is cut along.')
  const face = pickedPlane(step, 'fit', step.on, context)
  if (!face.ok) return face
  const { at, normal } = face.value.form
  const x = vec3.squareTo(normal)
  const frame: Transform = { x, y: vec3.cross(normal, x), z: normal, shift: at }
  return {
    ok: true,
    value: { at: vec3.addScaled(at, normal, offset), along: normal, mirror: { axis: 'z', offset, frame } },
  }
}

/** Where the path of a run ends, in the first place where the run stands. */
function endOfRun({ run, end }: NonNullable<HalvedStep['through']>, context: StepContext): Vec3 {
  const { path, instances: places } = context.input(run, 'carried')
  return transformPoint(places[0]!, pathPoint(path, end === 'start' ? 0 : path.length))
}

function made(
  step: HalvedStep,
  bodies: readonly Body[],
  plane: HalvingPlane,
  context: StepContext,
): { readonly bodies: readonly Body[]; readonly findings: readonly Finding[] } {
  const all: Body[] = []
  const findings: Finding[] = []
  for (const body of bodies) {
    const half = halfOf(step, body, plane, context)
    if (half.ok) all.push(half.value)
    else findings.push(...half.fault)
  }
  return { bodies: all, findings }
}

/** A body's half, or both; or the finding that says why it is none. */
function halfOf(step: HalvedStep, body: Body, plane: HalvingPlane, context: StepContext): Built<Body> {
  const refuse = (code: string, message: string) => refusal(step, 'fit', `halved.${code}`, message, 'offset')
  const { solids } = context
  if (!solids) return refuse('library', 'Bodies cannot be cut here: the library for it is not loaded.')
  const { at, along, mirror } = plane
  // What lies before this normal is taken away.
  const normal = step.keeps === 'behind' ? along : vec3.scale(along, -1)
  const heights = heightsOf([body], at, normal)
  if (!(heights.low < 0))
    return refuse(
      'nothing',
      'All of the body lies on the side that is taken away; move the plane, or keep the other side.',
    )
  const reach = 4 * (meshReach(body.mesh) + vec3.length(at) + 1)
  // The picture's mesh is in single precision.
  const near = Math.max(
    tolerance.samePlace * (heights.high - heights.low),
    tolerance.singlePrecision * (meshReach(body.mesh) + vec3.length(at)),
  )
  // Nothing of it lies before the plane: it is its own half, and its volume is known.
  const whole = heights.high <= near
  const half: Solid = whole
    ? standing(body)
    : { kind: 'halved', step: step.id, of: standing(body), at, normal, reach }
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
  if (step.mirrored && slit > near) {
    const is = shortLength(2 * slit, context.display)
    return refuse(
      'slit',
      `The half does not reach the plane: mirrored, it would leave a slit of ${is}. Move the plane by half of that.`,
    )
  }
  const solid: Solid = step.mirrored ? { kind: 'mirrored', of: half, ...mirror } : half
  const made = bodyOfTree(solid, body, work)
  if (!made.ok) return refuse('unsound', `It cannot be put together: ${made.fault}.`)
  const times = step.mirrored ? 2 : 1
  const { own } = made.value
  const volume = whole
    ? { value: volumeIn(body), error: boundOf(body) }
    : own && { value: own.value / times, error: own.error / times }
  const halfVolume = volume ? { ok: true as const, value: volume } : volumeOf(half, work)
  if (!halfVolume.ok) return refuse('unsound', `It cannot be cut there: ${halfVolume.fault}.`)
  const { value, error } = halfVolume.value
  return {
    ok: true,
    value: weighed(made.value, times * value, massAfter(body, solid, times * value, work), times * error),
  }
}
