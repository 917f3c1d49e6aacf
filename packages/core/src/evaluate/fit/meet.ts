import { fail, ok, type Result } from '../../base/index.ts'
import { stepOf, type Doing, type Part, type Step } from '../../document/index.ts'
import type { Extrapolated, Solids } from '../../solid/index.ts'
import type { Body, Solid, Standing } from '../body.ts'
import type { Finding } from '../finding.ts'
import {
  bodyOfTree,
  boundOf,
  finenessFor,
  originsOf,
  standing,
  volumeIn,
  volumeOf,
  weighed,
} from './solid-body.ts'

/** What is needed to let bodies meet. */
export interface Meeting {
  readonly part: Part
  readonly step: Step
  readonly doing: Doing
  readonly own: readonly Body[]
  readonly others: readonly Standing[]
  readonly solids: Solids | undefined
  readonly chordError: number | undefined
}

/** A share of the smaller body under which what both have in common is round-off. */
const NOTHING = 1e-9

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

  const met: Body[] = []
  const over: Extrapolated[] = []
  for (const [i, target] of targets.entries()) {
    const both = volumeOf({ kind: 'common', of: [standing(target), tool] }, work)
    if (!both.ok)
      return refuse('unsound', `${names[i]} and "${m.step.name}" cannot be put together: ${both.fault}.`)
    over.push(both.value)
    const smaller = Math.min(volumeIn(target), volumeIn(own))
    const apart = !(both.value.value > NOTHING * smaller)
    if (apart && m.doing.kind !== 'joins')
      return refuse(
        'apart',
        `"${m.step.name}" and ${names[i]} have nothing in common: it reaches nothing of it.`,
      )
    if (m.doing.kind === 'joins') continue
    const left = m.doing.kind === 'cuts' ? volumeIn(target) - both.value.value : both.value.value
    if (m.doing.kind === 'cuts' && !(left > NOTHING * volumeIn(target)))
      return refuse('vanishes', `Nothing is left of ${names[i]} when "${m.step.name}" cuts it.`)
    const solid: Solid =
      m.doing.kind === 'cuts'
        ? { kind: 'cut', of: standing(target), by: [tool] }
        : { kind: 'common', of: [standing(target), tool] }
    const density = target.figures.mass / target.figures.volume
    const made = bodyOfTree(solid, target, work)
    if (!made.ok)
      return refuse('unsound', `${names[i]} and "${m.step.name}" cannot be put together: ${made.fault}.`)
    met.push(weighed(made.value, left, left * density, both.value.error + boundOf(target)))
  }
  if (m.doing.kind !== 'joins') return ok(met)

  const [first] = targets
  const solid: Solid = { kind: 'joined', of: [...targets.map(standing), tool] }
  const made = bodyOfTree(solid, first!, work)
  if (!made.ok) return refuse('unsound', `"${m.step.name}" cannot be joined: ${made.fault}.`)
  const parts = made.value.parts
  const before = targets.reduce((n, t) => n + t.places.length, 0)
  if (parts > Math.max(1, before) || (parts > 1 && targets.length === 1 && first!.places.length === 1))
    return refuse(
      'apart',
      `"${m.step.name}" does not touch ${names.join(' and ')}, or only along an edge or at a point: they would be ${parts} parts and not one. Let them overlap.`,
    )
  // What was there has its place; what joins it adds what is not there yet.
  const taken = over.reduce((sum, o) => sum + o.value, 0)
  const whole = targets.reduce((sum, t) => sum + volumeIn(t), 0)
  const added = volumeIn(own) - taken
  const mass = targets.reduce((sum, t) => sum + t.figures.mass * t.places.length, 0)
  const ownDensity = own.figures.mass / own.figures.volume
  const error = over.reduce((sum, o) => sum + o.error, 0)
  const bound = [own, ...targets].reduce((sum, b) => sum + boundOf(b), error)
  return ok([weighed(made.value, whole + added, mass + added * ownDensity, bound)])
}
