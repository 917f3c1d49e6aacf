import { besideFace, type FaceForm, type KnownForm } from '../face/forms.ts'
import { lineRoots } from '../face/line-roots.ts'
import { tolerance, leastBetween } from '../../num/index.ts'
import { pointAt, vec2, type Curve2, type Loop2, type Vec2 } from '../../plane/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { Body } from '../body.ts'
import { crosserOf, type Crosser } from '../topology/crossings.ts'
import { facesOfBody } from '../topology/faces.ts'
import type { RoundForm } from './form-solid.ts'
import type { TrimmedAt } from '../../sweep/index.ts'

/** An end that is led on to bodies: where it is, the axes of its section, and the way that it goes on (unit). */
export interface End {
  readonly at: Vec3
  readonly n: Vec3
  readonly b: Vec3
  readonly way: Vec3
  /** How far back from its end it is straight, mm. */
  readonly straight: number
  /** The path back from the end, where more of it is known. */
  readonly back?: Back
}

/** A path back from an end: how far it goes, mm, and where a place of the section's plane is at a distance back. */
export interface Back {
  readonly length: number
  at(back: number, p: Vec2): Vec3
}

/** Where one line along an end meets: how far on from the end (below 0 back from it), and at which clock angle of the section. */
export interface Met {
  readonly along: number
  readonly clock: number
  /** The place on the outline. */
  readonly at: Vec2
}

/** How an end meets bodies, by the lines along its outline. */
export interface Cope {
  /** The lines that meet first and last: the innermost and the outermost point of the cut. */
  readonly shortest: Met
  readonly longest: Met
  /** Lines that were looked at, and those of them that meet nothing. */
  readonly lines: number
  readonly missing: number
}

/** Which crossing of a line counts: where it first goes in, or where it next comes out, into a hollow. */
export type Reach = 'outside' | 'inside'

/** How far on from the end the line through a place of the section's plane meets; undefined where it goes by. */
export type Meets = (p: Vec2) => number | undefined

/** Lines that are looked at along each curve of an outline. */
const SAMPLES = 24
/** Golden sections of an interval: each leaves 0.618 of it. */
const SECTIONS = 40

const inSpace = ({ at, n, b }: End, p: Vec2): Vec3 => vec3.addScaled(vec3.addScaled(at, n, p[0]), b, p[1])

/** Meets a plane. */
export const meetsPlane =
  (end: End, plane: Extract<KnownForm, { kind: 'plane' }>): Meets =>
  (p) =>
    lineRoots(plane, inSpace(end, p), end.way, 0)[0]

/** Meets the whole surface of a round face where the line goes into its material, back from the end as far as it is straight. */
export const meetsRound =
  (end: End, form: RoundForm): Meets =>
  (p) => {
    const from = inSpace(end, p)
    // Of a torus a line meets up to four places, each found from near by.
    const near = form.kind === 'torus' ? ringPlaces(form, from, end.way) : [0]
    const goesIn = (s: number): boolean =>
      vec3.dot(besideFace(form, vec3.addScaled(from, end.way, s)).normal, end.way) <= tolerance.cutMeetsOnce
    return near
      .flatMap((s) => lineRoots(form, from, end.way, s))
      .filter((s) => s >= -end.straight && goesIn(s))
      .sort((a, b) => a - b)[0]
  }

/** Places along a line from which its crossings with a torus are looked for: all round where it may lie, each a sixth of its thickness on. */
function ringPlaces(form: Extract<RoundForm, { kind: 'torus' }>, from: Vec3, way: Vec3): number[] {
  const reach = form.radius + form.small
  const middle = vec3.dot(vec3.sub(form.at, from), way)
  const count = Math.min(200, Math.ceil((6 * reach) / form.small))
  return Array.from({ length: 2 * count + 1 }, (_, i) => middle + (reach * (i - count)) / count)
}

/**
 * Meets bodies as they stand, back from the end as far as it is straight; where it still is in their material there, back along its path to where
 * that comes out of them.
 */
export function meetsBodies(end: End, bodies: readonly Body[], reach: Reach): Meets {
  const crosser = crosserOf(bodies, end.way)
  const least = -end.straight
  const round = new Set<Round>()
  return (p) => {
    const from = inSpace(end, p)
    const all = crosser.crossings(from, least)
    const back = reach === 'outside' && all[0]?.into === false ? comesOut(end, p, bodies, crosser) : undefined
    if (back !== undefined) return -back
    const into = all.findIndex((c) => c.into)
    const found = reach === 'outside' ? all[into] : all.slice(Math.max(into, 0)).find((c) => !c.into)
    if (found && isRound(found.form)) round.add(found.form)
    return found?.at ?? touched(round, from, end.way, least)
  }
}

/** Looks back along a path, over the size of what it lies in; rounds that narrow down where it comes out. */
const BACK_LOOKS = 64
const MOST_LOOKS = 4000
const NARROWED = 48
/** A place of a mesh lies this near to its face, as a share of the body's size. */
const NEAR_FACE = 0.02

/** How far back from an end the line of a place of its section comes out of the material that it ends in; undefined where it never does. */
function comesOut(end: End, p: Vec2, bodies: readonly Body[], crosser: Crosser): number | undefined {
  const { back } = end
  if (!back) return undefined
  const size = Math.max(...bodies.map((b) => facesOfBody(b).reach))
  const step = Math.max(size / BACK_LOOKS, back.length / MOST_LOOKS)
  let within = Math.max(0, end.straight)
  if (!crosser.isWithin(back.at(within, p))) return undefined
  for (;;) {
    const next = Math.min(within + step, back.length)
    if (next <= within) return undefined
    if (!crosser.isWithin(back.at(next, p)))
      return onFace(
        back,
        p,
        bodies,
        narrowed(within, next, (u) => crosser.isWithin(back.at(u, p))),
        size,
      )
    within = next
  }
}

/** Where something that holds at one place and not at the other ceases to hold. */
function narrowed(holds: number, not: number, test: (u: number) => boolean): number {
  let [low, high] = [holds, not]
  for (let k = 0; k < NARROWED; k++) {
    const middle = (low + high) / 2
    if (test(middle)) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** The same place on the face itself, where that is known and lies near. */
function onFace({ at, length }: Back, p: Vec2, bodies: readonly Body[], met: number, size: number): number {
  const there = at(met, p)
  const forms = bodies.flatMap((b) =>
    facesOfBody(b).faces.flatMap(({ form }) => (form.kind === 'free' ? [] : [form])),
  )
  const away = (form: KnownForm): number => Math.abs(besideFace(form, there).distance)
  const form = forms.reduce<KnownForm | undefined>(
    (best, f) => (!best || away(f) < away(best) ? f : best),
    undefined,
  )
  if (!form || away(form) > NEAR_FACE * size) return met
  const off = (u: number): number => besideFace(form, at(u, p)).distance
  const span = 4 * away(form) + NARROWEST
  const [low, high] = [Math.max(0, met - span), Math.min(length, met + span)]
  if (!(off(low) <= 0 && off(high) >= 0)) return met
  return narrowed(low, high, (u) => off(u) < 0)
}

/** mm */
const NARROWEST = 1e-6

type Round = Extract<KnownForm, { kind: 'cylinder' | 'sphere' }>
const isRound = (f: FaceForm): f is Round => f.kind === 'cylinder' || f.kind === 'sphere'

/** A line that goes by the mesh by a hair may still touch one of the faces that others met. */
function touched(round: ReadonlySet<Round>, from: Vec3, way: Vec3, least: number): number | undefined {
  for (const f of round) {
    const [first, last = first] = lineRoots(f, from, way, 0)
    if (first !== undefined && last! - first < tolerance.cutMeetsOnce * f.radius && first >= least)
      return first
  }
  return undefined
}

/** How an outline meets: on looks along all its curves, the extremes then by golden section. Undefined where no line meets anything. */
export function copeOf(loops: readonly Loop2[], meets: Meets): Cope | undefined {
  const looks = loops.flat().flatMap((curve) =>
    Array.from({ length: SAMPLES }, (_, i) => {
      const t = i / SAMPLES
      return { curve, t, along: meets(pointAt(curve, t)) }
    }),
  )
  const met = looks.flatMap((l) => (l.along === undefined ? [] : [{ ...l, along: l.along }]))
  if (met.length === 0) return undefined
  return {
    shortest: extremeOf(met, meets, -1),
    longest: extremeOf(met, meets, 1),
    lines: looks.length,
    missing: looks.length - met.length,
  }
}

/** Steps of a line of an outline, and of a free curve; none of an arc turns by more than 4 degrees. */
const CHORDS_PER_CURVE = { line: 12, bezier: 32 } as const
const TURN_PER_CHORD = (4 * Math.PI) / 180

/**
 * The line of a cut all round an outline, as a template shows it, with its innermost and its outermost place. Where nothing is met the bar goes on
 * square beside it: as far as the furthest place of the cut, and no shorter than it was.
 */
export function copeLine(loop: Loop2, meets: Meets, { shortest, longest }: Cope): readonly TrimmedAt[] {
  const beside = Math.max(0, longest.along)
  const line = loop.flatMap((curve) => {
    const steps =
      curve.kind === 'arc' ? Math.ceil(Math.abs(curve.sweep) / TURN_PER_CHORD) : CHORDS_PER_CURVE[curve.kind]
    return Array.from({ length: steps }, (_, i): TrimmedAt => {
      const at = pointAt(curve, i / steps)
      return { at, along: meets(at) ?? beside }
    })
  })
  return [shortest, longest].reduce(withPlace, line)
}

/** A line with one more place, between the two that it lies between. */
function withPlace(line: readonly TrimmedAt[], { at, along }: Met): readonly TrimmedAt[] {
  const detour = (i: number): number => {
    const [a, b] = [line[i]!.at, line[(i + 1) % line.length]!.at]
    return vec2.distance(a, at) + vec2.distance(at, b) - vec2.distance(a, b)
  }
  const nearest = line.reduce((best, _, i) => (detour(i) < detour(best) ? i : best), 0)
  const isThere = line.some((p) => vec2.distance(p.at, at) < tolerance.pointCoincidence)
  return isThere ? line : line.toSpliced(nearest + 1, 0, { at, along })
}

interface Look {
  readonly curve: Curve2
  readonly t: number
  readonly along: number
}

function extremeOf(looks: readonly Look[], meets: Meets, sign: 1 | -1): Met {
  const best = looks.reduce((a, b) => (sign * b.along > sign * a.along ? b : a))
  const value = (t: number): number => {
    const along = meets(pointAt(best.curve, t))
    return along === undefined ? -Infinity : sign * along
  }
  const [low, high] = [Math.max(best.t - 1 / SAMPLES, 0), Math.min(best.t + 1 / SAMPLES, 1)]
  const furthest = leastBetween((t) => -value(t), low, high, SECTIONS)
  const found = { t: furthest, along: sign * value(furthest) }
  const { t, along } = sign * best.along >= sign * found.along ? best : found
  const at = pointAt(best.curve, t)
  return { along, clock: Math.atan2(at[1], at[0]), at }
}
