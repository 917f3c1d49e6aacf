import { tolerance } from '../../num/index.ts'
import type { HoleEntry, HolePlace, HolesStep } from './typed.ts'
import {
  type Body,
  type Solid,
  bodyOfTree,
  finenessFor,
  lossFrom,
  massAfter,
  originsOf,
  standing,
  volumeIn,
  roughVolumeOf,
  volumeOf,
  weighed,
} from '../../solid/index.ts'
import { type HoleMark, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { outlineOf } from '../../profile/index.ts'
import type { PlaneFrame } from '../../path/index.ts'
import type { Vec2 } from '../../plane/index.ts'
import { frameAt } from '../../sweep/index.ts'
import { IDENTITY, meshReach, vec3, type Vec3 } from '../../space/index.ts'
import { frameOnFace } from '../shared/face-frame.ts'
import { pickedPlane } from '../shared/picked.ts'
import { allBuilt, refusal, unbuilt, type Built } from '../shared/refusal.ts'
import { holeTool, type HoleSizes } from './tool.ts'

/** A hole with where it begins and which way it goes in. */
interface Placed {
  readonly entry: HoleEntry
  readonly number: number
  readonly at: Vec3
  readonly into: Vec3
  readonly sizes: HoleSizes
  readonly mark: HoleMark | undefined
}

export const holesMaker: StepMaker<HolesStep> = {
  cheaper: 'Fewer holes, or a plainer body, would fit.',
  evaluate(step, context) {
    if (step.rows.length === 0)
      return unbuilt(refusal(step, 'fit', 'holes.none', 'There is no hole in the table yet; add a row.'))
    const rows = allBuilt(step.rows.map((r, i) => placed(step, r, i + 1, context)))
    if (!rows.ok) return unbuilt(rows)
    const bodies = context.others.flatMap((o) => o.bodies)
    const holes = rows.value.flatMap((r) => r.mark ?? [])
    return {
      output: { takes: context.others.map((o) => o.step), holes },
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
          const made = allBuilt(bodies.map((b) => drilled(step, b, rows.value, context)))
          return made.ok ? { bodies: made.value, findings: [] } : { bodies: [], findings: made.fault }
        },
      },
    }
  },
  summary: (_output, _display, step) => `${step.rows.length} ${step.rows.length === 1 ? 'hole' : 'holes'}`,
}

/** A hole where it is, with its sizes, or what is wrong with them. */
function placed(step: HolesStep, entry: HoleEntry, number: number, context: StepContext): Built<Placed> {
  const field = (name: string): string => `rows/${entry.id}/${name}`
  const n = (name: string): number => context.number(field(name))
  const refuse = (name: string, message: string) =>
    refusal(step, 'fit', `holes.size-${entry.id}`, `Hole ${number}: ${message}`, field(name))
  const sizes: HoleSizes = {
    head: entry.head,
    diameter: n('diameter'),
    depth: entry.through ? undefined : n('depth'),
    headDiameter: n('headDiameter'),
    headAngle: n('headAngle'),
    headDepth: n('headDepth'),
  }
  if (!(sizes.diameter > 0)) return refuse('diameter', 'it needs a diameter above 0.')
  if (sizes.depth !== undefined && !(sizes.depth > 0)) return refuse('depth', 'it needs a depth above 0.')
  if (entry.head !== 'none' && !(sizes.headDiameter > sizes.diameter))
    return refuse(
      'headDiameter',
      `its head must be wider than ${shortLength(sizes.diameter, context.display)}, the hole itself.`,
    )
  const deep =
    entry.head === 'bore'
      ? sizes.headDepth
      : (sizes.headDiameter - sizes.diameter) / 2 / Math.tan(sizes.headAngle / 2)
  if (entry.head === 'sink' && !(sizes.headAngle > 0.01 && sizes.headAngle < Math.PI - 0.01))
    return refuse('headAngle', 'a countersink is between 1 and 179 degrees.')
  if (entry.head === 'bore' && !(sizes.headDepth > 0))
    return refuse('headDepth', 'a counterbore needs a depth above 0.')
  if (entry.head !== 'none' && sizes.depth !== undefined && !(deep < sizes.depth))
    return refuse(
      'depth',
      `its head alone is ${shortLength(deep, context.display)} deep; the hole must go further.`,
    )
  const { place } = entry
  if (place.kind !== 'run') {
    const sheet = sheetOf(step, number, place, context)
    if (!sheet.ok) return sheet
    const { frame } = sheet.value
    const [x, y] = sheet.value.point ?? [n('x'), n('y')]
    const at = vec3.addScaled(vec3.addScaled(frame.origin, frame.x, x), frame.y, y)
    return ok({
      entry,
      number,
      at,
      into: vec3.scale(vec3.cross(frame.x, frame.y), -1),
      sizes,
      mark: undefined,
    })
  }
  const run = context.input(place.run, 'carried')
  const [station, clock] = [n('station'), n('clock')]
  if (!(station >= 0 && station <= run.path.length))
    return refuse(
      'station',
      `its station must lie on the run, from 0 to ${shortLength(run.path.length, context.display)}.`,
    )
  const frame = frameAt(run.frames, station)
  const out = vec3.addScaled(vec3.scale(frame.n, Math.cos(clock)), frame.b, Math.sin(clock))
  // The hole begins where the section ends that way.
  const o = outlineOf(run.section, tolerance.reachChord)
  const reach = o.x.reduce((most, x, i) => Math.max(most, x * Math.cos(clock) + o.y[i]! * Math.sin(clock)), 0)
  const at = vec3.addScaled(frame.origin, out, reach)
  const mark: HoleMark = { run: place.run, station, clock, diameter: sizes.diameter }
  return ok({ entry, number, at, into: vec3.scale(out, -1), sizes, mark })
}

/** The sheet or the face that a hole goes into, and the point of it where that is picked. */
function sheetOf(
  step: HolesStep,
  number: number,
  place: Exclude<HolePlace, { kind: 'run' }>,
  context: StepContext,
): Built<{ readonly frame: PlaneFrame; readonly point?: Vec2 }> {
  if (place.kind === 'face') {
    const face = pickedPlane(step, 'fit', place.on, context)
    return face.ok ? { ok: true, value: { frame: frameOnFace(face.value.form, 0) } } : face
  }
  const { frame, entities } = context.input(place.sketch, 'sketch')
  if (place.kind === 'sheet') return { ok: true, value: { frame } }
  const point = entities.find((e) => e.id === place.point)
  if (point?.kind !== 'point')
    return refusal(
      step,
      'fit',
      `holes.point-${number}`,
      `Hole ${number}: the point that it was at is not on its sheet any more; choose another.`,
    )
  return { ok: true, value: { frame, point: [point.x, point.y] } }
}

const ok = (value: Placed): Built<Placed> => ({ ok: true, value })

/** A body with the holes in it. */
function drilled(step: HolesStep, body: Body, rows: readonly Placed[], context: StepContext): Built<Body> {
  const { solids } = context
  const refuse = (code: string, message: string, field?: string) =>
    refusal(step, 'fit', `holes.${code}`, message, field)
  if (!solids) return refuse('library', 'Bodies cannot be drilled here: the library for it is not loaded.')
  const far = 4 * (meshReach(body.mesh) + Math.max(...rows.map((r) => vec3.length(r.at))) + 1)
  const materials = body.origins.all[0]!.materials.slice(0, 1)
  const work = {
    solids,
    fineness: finenessFor([body], context.chordError),
    origins: new Map([
      ...originsOf([body]),
      [step.id, { step: step.id, instance: 0, edges: 6, materials }] as const,
    ]),
  }
  const whole = standing(body)
  const tools = rows.map((r): Solid => ({
    kind: 'revolved',
    step: step.id,
    key: r.entry.id,
    ...holeTool(r.at, r.into, r.sizes, far),
  }))
  for (const [i, tool] of tools.entries()) {
    const taken = roughVolumeOf({ kind: 'common', of: [whole, tool] }, work)
    if (!taken.ok) return refuse('unsound', `Hole ${rows[i]!.number} cannot be made: ${taken.fault}.`)
    if (!(taken.value > tolerance.noVolume * volumeIn(body)))
      return refuse(
        `misses-${rows[i]!.entry.id}`,
        `Hole ${rows[i]!.number} goes by: there is nothing of the body where it is.`,
        `rows/${rows[i]!.entry.id}/diameter`,
      )
  }
  const solid: Solid = { kind: 'cut', of: whole, by: tools }
  const made = bodyOfTree(solid, body, work)
  if (!made.ok) return refuse('unsound', 'The holes cannot be made together.')
  const taken = lossFrom(body, made.value, () =>
    volumeOf({ kind: 'common', of: [whole, { kind: 'joined', of: tools }] }, work),
  )
  if (!taken.ok) return refuse('unsound', 'The holes cannot be made together.')
  const volume = volumeIn(body) - taken.value.value
  if (!(volume > tolerance.noVolume * volumeIn(body)))
    return refuse('vanishes', 'The holes leave nothing of the body.')
  const bound = body.figures.theoremVolume === undefined ? body.figures.volumeBound : 0
  return {
    ok: true,
    value: weighed(made.value, volume, massAfter(body, solid, volume, work), taken.value.error + bound),
  }
}
