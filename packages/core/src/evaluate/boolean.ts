import { tolerance } from '../num/index.ts'
import { fail, ok, type Result } from '../base/index.ts'
import { stepOf, type Operation, type Part, type Step } from '../document/index.ts'
import {
  type Extrapolated,
  type Solids,
  type Body,
  type Solid,
  type Standing,
  massAfter,
  bodyOfTree,
  boundOf,
  finenessFor,
  isSure,
  lossFrom,
  originsOf,
  standing,
  volumeIn,
  weighed,
  type MadeBody,
  type Work,
  partsOf,
  roughVolumeOf,
  sureVolumeOf,
  volumeOf,
} from '../solid/index.ts'
import type { Finding } from './finding.ts'

/** What is needed to let bodies meet. */
export interface Meeting {
  readonly part: Part
  readonly step: Step
  readonly doing: Operation
  readonly own: readonly Body[]
  readonly others: readonly Standing[]
  readonly solids: Solids | undefined
  readonly chordError: number | undefined
}

/** What becomes of a step's body and of those that it does something with; or the finding that says why nothing does. */
export function meet(m: Meeting): Result<readonly Body[], Finding> {
  const refuse = (code: string, message: string): Result<readonly Body[], Finding> =>
    fail({
      id: `${m.step.id}:${code}`,
      severity: 'blocks',
      code: `fit.${code}`,
      message,
      station: 'fit',
      step: m.step.id,
      cures: [],
    })
  const { solids } = m
  if (!solids)
    return refuse('library', 'Bodies cannot be put together here: the library for it is not loaded.')
  const targets = m.others.flatMap((o) => o.bodies)
  const [own] = m.own
  if (!own || targets.length === 0) return refuse('nothing', `There is nothing for "${m.step.name}" to meet.`)
  const fineness = finenessFor([own, ...targets], m.chordError)
  const work = { solids, fineness, origins: originsOf([own, ...targets]) }
  const tool = standing(own)
  const names = targets.map((t) => `"${stepOf(m.part, t.id)?.name ?? t.id}"`)

  if (m.doing.kind === 'joins') {
    const joined = join(m.step.name, own, targets, names, work)
    return joined.ok ? ok([joined.value]) : refuse(...joined.fault)
  }
  const met: Body[] = []
  for (const [i, target] of targets.entries()) {
    const cuts = m.doing.kind === 'cuts'
    const solid: Solid = cuts
      ? { kind: 'cut', of: standing(target), by: [tool] }
      : { kind: 'common', of: [standing(target), tool] }
    const unsound = (why: string) =>
      refuse('unsound', `${names[i]} and "${m.step.name}" cannot be put together: ${why}.`)
    const made = bodyOfTree(solid, target, work)
    if (!made.ok) return unsound(made.fault)
    const both = bothOf(made.value, target, own, cuts, work)
    if (!both.ok) return unsound(both.fault)
    // Where a round face touches, their meshes may lie in each other by a hair: no more than its volume is sure to.
    const least = Math.max(tolerance.noVolume * Math.min(volumeIn(target), volumeIn(own)), both.value.error)
    if (!(both.value.value > least))
      return refuse(
        'apart',
        `"${m.step.name}" and ${names[i]} have nothing in common: it reaches nothing of it, or they only touch.`,
      )
    const left = cuts ? volumeIn(target) - both.value.value : both.value.value
    if (cuts && !(left > tolerance.noVolume * volumeIn(target)))
      return refuse('vanishes', `Nothing is left of ${names[i]} when "${m.step.name}" cuts it.`)
    const mass = massAfter(target, solid, left, work)
    met.push(weighed(made.value, left, mass, both.value.error + boundOf(target)))
  }
  return ok(met)
}

/** What a body has in common with one that does something with it: what lies in it, or where that is more than half, all but what lies outside. */
function sharedVolume(target: Body, own: Body, work: Work): Result<Extrapolated, string> {
  const [there, tool] = [standing(target), standing(own)]
  const shared: Solid = { kind: 'common', of: [there, tool] }
  const all = volumeIn(own)
  if (own.instances.length === 1 && boundOf(own) <= tolerance.knownVolume * all) {
    const rough = roughVolumeOf(shared, work)
    if (rough.ok && rough.value > all / 2) {
      const rest = volumeOf({ kind: 'cut', of: tool, by: [there] }, work)
      if (rest.ok) return ok({ value: all - rest.value.value, error: rest.value.error + boundOf(own) })
    }
  }
  return volumeOf(shared, work)
}

/** A body joined to others, which become one; or the code and the sentence of why it cannot be. */
function join(
  name: string,
  own: Body,
  targets: readonly Body[],
  names: readonly string[],
  work: Work,
): Result<Body, readonly [code: string, message: string]> {
  const unsound = (why: string) => fail(['unsound', `"${name}" cannot be joined: ${why}.`] as const)
  const [first] = targets
  const tool = standing(own)
  const solids = targets.map(standing)
  const there: Solid = solids.length === 1 ? solids[0]! : { kind: 'joined', of: solids }
  const made = bodyOfTree({ kind: 'joined', of: [...solids, tool] }, first!, work)
  if (!made.ok) return unsound(made.fault)
  // Of as many parts as they are by themselves, they are not one.
  const apart = (): number => [...solids, tool].reduce((n, s) => n + partsOf(s, work), 0)
  if (made.value.parts > 1 && made.value.parts >= apart())
    return fail([
      'apart',
      `"${name}" does not touch ${names.join(' and ')}, or only along an edge or at a point: they would be ${made.value.parts} parts and not one. Let them overlap.`,
    ] as const)
  // What was there has its place; what joins it adds what is not there yet. Several may lie in each other.
  const sum = targets.reduce((v, t) => v + volumeIn(t), 0)
  const before = targets.length === 1 ? ok({ value: sum, error: 0 }) : volumeOf(there, work)
  if (!before.ok) return unsound(before.fault)
  const over = overlapOf(made.value, own, before.value, there, work)
  if (!over.ok) return unsound(over.fault)
  const added = volumeIn(own) - over.value.value
  const mass =
    targets.reduce((kg, t) => kg + t.figures.mass * t.instances.length, 0) * (before.value.value / sum)
  const bound = [own, ...targets].reduce((e, b) => e + boundOf(b), over.value.error + before.value.error)
  const ownDensity = own.figures.mass / own.figures.volume
  return ok(weighed(made.value, before.value.value + added, mass + added * ownDensity, bound))
}

/** What a body has in common with one that cut it, or left only that of it. */
function bothOf(
  made: MadeBody,
  target: Body,
  own: Body,
  cuts: boolean,
  work: Work,
): Result<Extrapolated, string> {
  const sure = sureOfMany(made, standing(target), standing(own), volumeIn(target), work)
  if (sure) return ok(sure)
  const shared = () => sharedVolume(target, own, work)
  if (cuts) return lossFrom(target, made, shared)
  return made.own ? ok(made.own) : shared()
}

/** What a body that joined others has in common with them: by the faces of what all of them are now, where these are known, else worked out. */
function overlapOf(
  made: MadeBody,
  own: Body,
  before: Extrapolated,
  there: Solid,
  work: Work,
): Result<Extrapolated, string> {
  const tool = standing(own)
  const sure = sureOfMany(made, there, tool, before.value, work)
  if (sure) return ok(sure)
  return made.own
    ? ok({ value: before.value + volumeIn(own) - made.own.value, error: made.own.error })
    : volumeOf({ kind: 'common', of: [there, tool] }, work)
}

/** Of many, whose faces take long, what one has in common with what is there is looked at by itself; where that tells for sure. */
function sureOfMany(
  made: MadeBody,
  there: Solid,
  tool: Solid,
  volume: number,
  work: Work,
): Extrapolated | undefined {
  const sure = made.ofMany ? sureVolumeOf({ kind: 'common', of: [there, tool] }, work) : undefined
  return sure && isSure(made, { value: volume, error: sure.error }) ? sure : undefined
}
