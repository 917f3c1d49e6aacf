import type { TrimStep } from './typed.ts'
import { ok, type Result } from '../../base/index.ts'
import { outerLoopsOf } from '../../profile/index.ts'
import {
  type Extrapolated,
  type Body,
  type Solid,
  bodyOfTree,
  boundOf,
  copeOf,
  filled,
  holesOf,
  hollowsOf,
  isHollow,
  meetsBodies,
  standing,
  volumeIn,
  volumeOf,
  weighed,
  withoutHoles,
  withSections,
  type Work,
  endOf,
  isAddedTo,
  withLonger,
} from '../../solid/index.ts'
import { IDENTITY, vec3 } from '../../space/index.ts'
import { scaleAt, type CarriedGiven } from '../../sweep/index.ts'
import type { Built } from '../shared/refusal.ts'
import { OVERLAP, type Fitted, type Fitting } from './fitting.ts'

/**
 * Run and body as one: never the cut run put to the body, whose faces would be nearly the same, but the body without its hollows and the run
 * from within it joined, and then the hollows taken away, and the run's own bore.
 */
export function joined(
  step: TrimStep,
  f: Fitting,
  body: Body,
  work: Work,
  refuse: (code: string, message: string) => Built<Fitted>,
): Built<Fitted> {
  const { target, run, cope } = f
  const [host] = target.bodies
  if (!host) return refuse('nothing', `There is no body of "${target.name}" to join.`)
  const hosts = target.bodies.map(standing)
  const hollows = hosts.flatMap(hollowsOf)
  if (step.reach === 'inside' && hollows.length === 0)
    return refuse('solid', `"${target.name}" is not hollow: there is no inside to reach.`)
  // Into the body, and not out of it again.
  const out = copeOf(outerLoopsOf(run.section), meetsBodies(endOf(run, step.side), target.bodies, 'inside'))
  const depth = out ? out.shortest.along - cope.longest.along : 0
  const over = step.reach === 'outside' && depth > 0 ? Math.min(OVERLAP, depth / 2) : OVERLAP
  const by = Math.max(0, cope.longest.along + over)
  const longer = withLonger(body.solid, step.of, step.side, by)
  const more = isAddedTo(body.solid, step.of) ? addition(run, step, by) : undefined
  if (host === body) return grown(f, { solid: longer, more }, work, refuse)
  const placed = (of: Solid): Solid[] =>
    body.instances.map((at): Solid => (at === IDENTITY ? of : { kind: 'placed', of, at }))
  const outer = placed(withSections(longer, withoutHoles))
  const whole = hosts.map(filled)
  const bores = isHollow(run.section) ? placed(withSections(longer, holesOf)) : []
  const through: Solid[] =
    step.reach === 'inside' ? bores : bores.map((of): Solid => ({ kind: 'cut', of, by: whole }))
  const away = [...hollows, ...through]
  const together: Solid = { kind: 'joined', of: [...whole, ...outer] }
  const solid: Solid = away.length > 0 ? { kind: 'cut', of: together, by: away } : together
  const made = bodyOfTree(solid, host, work)
  // What of the run lies outside of the body; no more than what lies in it need be looked at.
  const longerVolume = volumeOfLonger(longer, more, body, work)
  const inside = volumeOf(
    { kind: 'common', of: [joinedOf(placed(longer)), joinedOf([...whole, ...hollows])] },
    work,
  )
  const opened =
    step.reach === 'inside' && bores.length > 0
      ? volumeOf({ kind: 'common', of: [joinedOf(hosts), joinedOf(bores)] }, work)
      : ok({ value: 0, error: 0 })
  if (!longerVolume.ok || !inside.ok || !opened.ok || !made.ok)
    return refuse('unsound', `The ${f.words} cannot be joined there.`)
  if (made.value.parts > 1)
    return refuse(
      'apart',
      `The ${f.words} and "${target.name}" do not become one: they would be ${made.value.parts} parts. Let the end reach into it.`,
    )
  const own = target.bodies.reduce((sum, b) => sum + volumeIn(b), 0)
  const weight = (b: Body): number => b.figures.mass * b.instances.length
  const before = target.bodies.reduce((sum, b) => sum + weight(b), 0)
  const added = body.instances.length * longerVolume.value.value - inside.value.value - opened.value.value
  const bound = target.bodies.reduce(
    (e, b) => e + boundOf(b),
    body.instances.length * longerVolume.value.error + inside.value.error + opened.value.error,
  )
  // What is put to the run weighs as it does; what its bore takes of the body, as that does.
  const bar = densityOf(run)
  const mass =
    before + weight(body) + (added - volumeIn(body)) * bar - opened.value.value * (before / own - bar)
  const bodies = [weighed(made.value, own + added, mass, bound)]
  return { ok: true, value: { bodies, leftovers: [] } }
}

/** A body that the run has gone into with its other end: the run in it goes on into it with this one too. */
function grown(
  { run, target, words }: Fitting,
  { solid, more }: { readonly solid: Solid; readonly more: Addition | undefined },
  work: Work,
  refuse: (code: string, message: string) => Built<Fitted>,
): Built<Fitted> {
  const [body] = target.bodies
  const made = bodyOfTree(solid, body!, work)
  const own = made.ok ? made.value.own : undefined
  const volume = own
    ? ok(own)
    : more && !isHollow(run.section)
      ? outside(more, joinedOf([filled(body!.solid), ...hollowsOf(body!.solid)]), body!, work)
      : volumeOf(solid, work)
  if (!volume.ok || !made.ok) return refuse('unsound', `The ${words} cannot be joined there.`)
  if (made.value.parts > 1) return refuse('apart', `The ${words} does not reach into "${target.name}".`)
  const { value, error } = volume.value
  const mass = body!.figures.mass + (value - body!.figures.volume) * densityOf(run)
  return { ok: true, value: { bodies: [weighed(made.value, value, mass, error)], leftovers: [] } }
}

/** What a run weighs over all of its section, kg/mm3. */
function densityOf({ strands }: CarriedGiven): number {
  const area = strands.reduce((sum, s) => sum + s.area, 0)
  return strands.reduce((sum, s) => sum + s.area * s.density, 0) / area
}

/** Several as one, each of them once. */
function joinedOf(of: readonly Solid[]): Solid {
  const flat = (s: Solid): readonly Solid[] => (s.kind === 'joined' ? s.of.flatMap(flat) : [s])
  const all = [...new Set(of.flatMap(flat))]
  return all.length === 1 ? all[0]! : { kind: 'joined', of: all }
}

/** What is put to a run when its end is led on. */
interface Addition {
  readonly solid: Solid
  /** mm3 */
  readonly volume: number
}

/** The straight piece by which an end is led on, of its own size; undefined where the end is not as the section is. */
function addition(run: CarriedGiven, { id, side }: TrimStep, by: number): Addition | undefined {
  const { carriage, chunks, section, areas, tips, made } = run
  const { path } = carriage.frames
  const chunk = side === 'start' ? chunks[0]! : chunks.at(-1)!
  const bare = chunk[side].shift === 0 && tips[side] === 0 && made.every((m) => m.side !== side)
  if (!bare || scaleAt(carriage, side === 'start' ? 0 : path.length) !== 1) return undefined
  const { at, n, b, way } = endOf(run, side)
  const [from, to] = vec3.dot(vec3.cross(n, b), way) > 0 ? [0, by] : [-by, 0]
  return {
    solid: { kind: 'extruded', step: id, section, plane: { origin: at, x: n, y: b }, from, to },
    volume: by * areas[0]!,
  }
}

/** A body with what is put to it where something else is not. */
function outside(more: Addition, there: Solid, body: Body, work: Work): Result<Extrapolated, string> {
  const taken = volumeOf({ kind: 'common', of: [more.solid, there] }, work)
  if (!taken.ok) return taken
  return ok({
    value: body.figures.volume + more.volume - taken.value.value,
    error: taken.value.error + boundOf({ ...body, instances: body.instances.slice(0, 1) }),
  })
}

/** What one place of a run comes to when its end is led on. */
function volumeOfLonger(
  longer: Solid,
  more: Addition | undefined,
  body: Body,
  work: Work,
): Result<Extrapolated, string> {
  const { solid } = body
  if (!more || (solid.kind !== 'swept' && !(solid.kind === 'cut' && solid.of.kind === 'swept')))
    return volumeOf(longer, work)
  // What was cut out of the run is cut out of what is put to it.
  return outside(more, joinedOf(solid.kind === 'cut' ? solid.by : []), body, work)
}
