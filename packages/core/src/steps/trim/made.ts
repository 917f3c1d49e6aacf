import { tolerance } from '../../num/index.ts'
import type { TrimStep } from './typed.ts'
import { FURTHEST } from '../../path/index.ts'
import { line2 } from '../../plane/index.ts'
import { loopsOf, outerLoopsOf, reachAround, region } from '../../profile/index.ts'
import { scaleAt, type CarriedGiven, type EndTrim } from '../../sweep/index.ts'
import {
  partsBy,
  type KnownForm,
  type Solid,
  bodyOfTree,
  copeLine,
  copeOf,
  finenessFor,
  massAfter,
  holesOf,
  hollowsOf,
  meetsBodies,
  meetsPlane,
  meetsRound,
  originsOf,
  solidWithin,
  standing,
  treeOf,
  volumeIn,
  volumeOf,
  weighed,
  type Cope,
  type End,
  type RoundForm,
  type Work,
  endOf,
  middleOf,
  withLonger,
} from '../../solid/index.ts'
import {
  IDENTITY,
  meshReach,
  transformDirection,
  transformPoint,
  vec3,
  type Transform,
  type Vec3,
} from '../../space/index.ts'
import { type Finding, shortLength, type StepContext, type StepMaker } from '../../evaluate/index.ts'
import { pickedKnown } from '../shared/picked.ts'
import { refusal, unbuilt, type Built } from '../shared/refusal.ts'
import { OVERLAP, type Fitted, type Fitting, type Target } from './fitting.ts'
import { joined } from './joined.ts'

export const trimMaker: StepMaker<TrimStep> = {
  cheaper: 'A plainer body to meet would fit.',
  evaluate(step, context) {
    const run = context.input(step.of, 'carried')
    const refuse = (code: string, message: string) =>
      unbuilt(refusal(step, 'fit', `meeting.${code}`, message))
    if (run.path.closed)
      return refuse('closed', 'A closed run has no ends; choose another run, or let it join or cut the body.')
    if (run.carriage.shape)
      return refuse('shaped', 'The end of a run whose section changes its shape is not led on.')
    const bodies = context.standing(step.of)
    const target = targetOf(step, context)
    if (!target.ok) return unbuilt(target)
    // Its other end may have been joined to the same body: then only what lies before this end counts.
    const itself = target.value.bodies.some((b) => bodies.includes(b))
    if (itself && !step.joined)
      return refuse(
        'itself',
        'The run has gone into that body already; let both become one body, or choose another.',
      )
    const own = endOf(run, step.side)
    const end = itself ? { ...own, straight: -tolerance.touches } : own
    const { face } = target.value
    const meets = face ? meetsFace(end, face) : meetsBodies(end, target.value.bodies, step.reach)
    const cope = copeOf(outerLoopsOf(run.section), meets)
    if (!cope) return refuse('misses', missesWords(step, endWords(step, context), target.value.name))
    const hollow = holesCope(run, meets)
    const both = hollow ? widest(cope, hollow) : cope
    const { shortest, longest } = both
    if (longest.along > FURTHEST) {
      const is = shortLength(longest.along, context.display)
      return refuse('far', `"${target.value.name}" lies ${is} on; the end is not led so far.`)
    }
    const given: EndTrim = {
      run: step.of,
      side: step.side,
      gap: cope.shortest.along,
      shortest,
      longest,
      line: copeLine(outerLoopsOf(run.section)[0] ?? [], meets, cope),
      length: run.path.length + longest.along,
      leftovers: [],
    }
    const findings: Finding[] = []
    if (cope.missing > 0) {
      const message = `Part of the ${endWords(step, context)} goes by "${target.value.name}": it is cut where it meets, and goes on square beside it.`
      findings.push({
        id: `${step.id}:partly`,
        severity: 'warns',
        code: 'meeting.partly',
        message,
        station: 'fit',
        step: step.id,
        cures: [],
      })
    }
    const taken = step.joined && step.to.kind === 'body' ? [...target.value.bodies] : []
    return {
      output: { takes: context.others.map((o) => o.step), trims: [given] },
      findings,
      later: {
        coming: [...new Set([...taken, ...bodies])].map((b) => ({
          id: b.id,
          hidden: b.hidden,
          instances: [IDENTITY],
          figures: undefined,
        })),
        points: Math.max(1, ...bodies.map((b) => b.mesh.positions.length / 3)),
        make() {
          const made = fitted(step, context, {
            run,
            words: endWords(step, context),
            bodies,
            target: target.value,
            cope: both,
          })
          if (!made.ok) return { bodies: [], findings: made.fault }
          const { leftovers } = made.value
          return {
            bodies: made.value.bodies,
            findings: [],
            more: { trims: [{ ...given, leftovers }] },
          }
        },
      },
    }
  },
  summary({ trims }, display, step) {
    const [m] = trims ?? []
    if (!m) return ''
    const by = m.longest.along
    const change = by >= 0 ? `${shortLength(by, display)} longer` : `${shortLength(-by, display)} shorter`
    return step.joined ? `${change}, joined` : change
  },
}

function targetOf({ id, name, to }: TrimStep, context: StepContext): Built<Target> {
  if (to.kind === 'face') {
    const face = pickedKnown({ id, name }, 'fit', to.on, context)
    if (!face.ok) return face
    return { ok: true, value: { name: 'the face', bodies: [], face: face.value.form } }
  }
  const bodies = context.standing(to.body)
  return { ok: true, value: { name: context.around.step(to.body)?.name ?? 'it', bodies, face: undefined } }
}

/** An end as it is called in a sentence: the start or the end of its run. */
const endWords = ({ of, side, name }: TrimStep, context: StepContext): string =>
  `${side === 'start' ? 'start' : 'end'} of "${context.around.step(of)?.name ?? name}"`

const missesWords = (step: TrimStep, end: string, what: string): string =>
  step.reach === 'inside'
    ? `No line along the ${end} comes through a wall of "${what}"; let it meet only the outside, or aim the end at it.`
    : `The ${end} goes by "${what}": no line along it meets it. Turn the path toward it, or choose another body.`

/** How the inner outlines of a hollow section meet. */
function holesCope(run: CarriedGiven, meets: Parameters<typeof copeOf>[1]): Cope | undefined {
  const inner = loopsOf(holesOf(run.section))
  return inner.length > 0 ? copeOf(inner, meets) : undefined
}

const widest = (a: Cope, b: Cope): Cope => ({
  ...a,
  shortest: b.shortest.along < a.shortest.along ? b.shortest : a.shortest,
  longest: b.longest.along > a.longest.along ? b.longest : a.longest,
})

/** The run cut to fit, or both as one. */
function fitted(step: TrimStep, context: StepContext, f: Fitting): Built<Fitted> {
  const { solids } = context
  const refuse = (code: string, message: string): Built<Fitted> =>
    refusal(step, 'fit', `meeting.${code}`, message)
  if (!solids) return refuse('library', 'Ends cannot be cut here: the library for it is not loaded.')
  const [body] = f.bodies
  if (!body) return refuse('nothing', 'There is no body of the run to cut.')
  const { target } = f
  const all = [body, ...target.bodies]
  const materials = body.origins.all[0]!.materials.slice(0, 1)
  const own = { step: step.id, instance: 0, edges: 4, materials }
  const work: Work = {
    solids,
    fineness: finenessFor(all, context.chordError),
    origins: new Map([...originsOf(all), [step.id, own] as const]),
  }
  if (step.joined && !target.face) return joined(step, f, body, work, refuse)
  const tools = target.bodies.map((b) => (step.reach === 'inside' ? hollowsOf(standing(b)) : [standing(b)]))
  if (!target.face && tools.flat().length === 0)
    return refuse('solid', `"${target.name}" is not hollow: there is no inside to reach.`)
  const longer = withLonger(body.solid, step.of, step.side, Math.max(0, f.cope.longest.along + OVERLAP))
  const cut = (place: Transform): Solid => {
    const of: Solid = place === IDENTITY ? longer : { kind: 'placed', of: longer, at: place }
    const { face } = target
    if (!face) return { kind: 'cut', of, by: tools.flat() }
    if (face.kind !== 'plane') return { kind: 'cut', of, by: [beyondRound(step, f, face, place)] }
    const { at, normal } = face
    const { way } = endOf(f.run, step.side)
    const reach = 4 * (meshReach(body.mesh) + vec3.length(at) + Math.abs(f.cope.longest.along) + 1)
    const toward = vec3.dot(normal, way) < 0 ? vec3.scale(normal, -1) : normal
    return { kind: 'halved', step: step.id, of, at, normal: toward, reach }
  }
  const near = middleOf(f.run)
  const keep = [0, ...step.keeps]
  const pieces = body.instances.map((place): Solid => ({
    kind: 'parts',
    of: cut(place),
    near: transformPoint(place, near),
    keep,
  }))
  const solid: Solid = pieces.length === 1 ? pieces[0]! : { kind: 'joined', of: pieces }
  const leftovers = leftoversOf(
    cut(body.instances[0]!),
    transformPoint(body.instances[0]!, near),
    step.keeps,
    placedEnd(endOf(f.run, step.side), body.instances[0]!),
    work,
  )
  const made = bodyOfTree(solid, body, work)
  if (!made.ok) return refuse('unsound', `The ${f.words} cannot be cut there.`)
  const faces = made.value.own
  const volume = faces ? { ok: true as const, value: faces } : volumeOf(solid, work)
  if (!volume.ok) return refuse('unsound', `The ${f.words} cannot be cut there.`)
  const { value, error } = volume.value
  if (!(value > tolerance.noVolume * volumeIn(body)))
    return refuse('vanishes', `Nothing is left of the run when it is cut by "${target.name}".`)
  const whole = weighed(made.value, value, massAfter(body, solid, value, work), error)
  // Pieces that were said to stay are no news.
  const { parted: _, ...told } = whole
  return { ok: true, value: { bodies: [step.keeps.length > 0 ? told : whole], leftovers } }
}

const meetsFace = (end: End, face: KnownForm) =>
  face.kind === 'plane' ? meetsPlane(end, face) : meetsRound(end, face)

/** What of a straight end lies in the material of a round face, from where the first of its lines meets it on. */
function beyondRound(step: TrimStep, { run, cope }: Fitting, face: RoundForm, place: Transform): Solid {
  const { at, way } = endOf(run, step.side)
  const x = vec3.squareTo(way)
  const wide =
    2 * reachAround(run.section) * scaleAt(run.carriage, step.side === 'start' ? 0 : run.path.length)
  const corners = [
    [-wide, -wide],
    [wide, -wide],
    [wide, wide],
    [-wide, wide],
  ] as const
  const ahead: Solid = {
    kind: 'extruded',
    step: step.id,
    section: [region(corners.map((c, i) => line2(c, corners[(i + 1) % 4]!)))],
    plane: { origin: at, x, y: vec3.cross(way, x) },
    from: cope.shortest.along - OVERLAP,
    to: Math.max(0, cope.longest.along) + 2 * OVERLAP,
  }
  const local: Solid = place === IDENTITY ? ahead : { kind: 'placed', of: ahead, at: place }
  const reach = 4 * (vec3.length(at) + vec3.length(face.at) + wide + Math.abs(cope.longest.along))
  const within = solidWithin(face, step.id, reach)
  // Before the first line meets, a surface that is hollow toward the end has nothing of it.
  return face.out === 1 ? { kind: 'common', of: [local, within] } : { kind: 'cut', of: local, by: [within] }
}

const placedEnd = ({ at, way }: End, place: Transform): Pick<End, 'at' | 'way'> => ({
  at: transformPoint(place, at),
  way: transformDirection(place, way),
})

/** What falls off of a run when its end is cut, from the run on; what it was only led on by is none of it. */
function leftoversOf(
  cut: Solid,
  near: Vec3,
  keeps: readonly number[],
  { at, way }: Pick<End, 'at' | 'way'>,
  { solids, fineness }: Work,
): EndTrim['leftovers'] {
  const isOfRun = (outline: Float32Array): boolean => {
    for (let i = 0; i < outline.length; i += 3) {
      const off: Vec3 = [outline[i]! - at[0], outline[i + 1]! - at[1], outline[i + 2]! - at[2]]
      if (vec3.dot(off, way) < -tolerance.ofTheRun) return true
    }
    return false
  }
  const made = solids.make(treeOf(cut, fineness, [], solids))
  if (!made.ok) return []
  return partsBy(made.value, near)
    .slice(1)
    .map((part, i) => ({ ...part, number: i + 1 }))
    .filter(({ outline }) => isOfRun(outline))
    .map(({ number, volume, middle, outline }) => ({
      number,
      volume,
      kept: keeps.includes(number),
      middle,
      outline,
    }))
}
