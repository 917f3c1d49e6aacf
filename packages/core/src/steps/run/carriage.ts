import { fail, fault, ok, own, spend, type Result } from '../../base/index.ts'
import type { RunStep } from './typed.ts'
import type { Step } from '../../document/index.ts'
import {
  outlineOf,
  outlinePlan,
  outlinePoints,
  reachAround,
  type Outline,
  type Section,
} from '../../profile/index.ts'
import {
  courseBetween,
  courseOf,
  courseRange,
  keepSections,
  sampleShape,
  type Carriage,
  type Course,
  type Frames,
  type SectionAt,
  type Strand,
} from '../../sweep/index.ts'
import type { AlongField, FieldChange, StepContext } from '../../evaluate/index.ts'
import { strandsOf } from './section.ts'
import type { WindingStrands } from './winding.ts'
import type { Built } from '../shared/refusal.ts'
import { refusal } from './used-path.ts'

/** A formula along the run as a course; the place where it has no value is told. */
function courseBy(at: AlongField, length: number): Result<Course> {
  let wrong: string | undefined
  const { course, sound } = courseOf(0, length, (s) => {
    const r = at(s / length, s)
    if (r.ok) return r.value
    wrong ??= `has no value at t = ${(s / length).toFixed(3)}: ${r.fault.message}`
    return 0
  })
  if (!sound) wrong ??= 'changes too fast to be followed; some hundred waves along the run would fit'
  return wrong === undefined ? ok(course) : fail(fault('run.formula', wrong))
}

/** The twist along the run, if any. */
export function twistOf(step: RunStep, length: number, context: StepContext): Built<Course | undefined> {
  const { twist } = step
  if (!twist) return ok(undefined)
  if (twist.kind === 'formula') {
    const course = courseBy(context.along('twist/formula'), length)
    return course.ok
      ? course
      : refusal(step, 'run.twist', `The twist ${course.fault.message}.`, 'twist/formula')
  }
  const angle = context.number('twist/angle')
  if (twist.kind === 'total') return ok(courseBetween(0, length, 0, angle))
  const every = context.number('twist/every')
  if (!(every > 0))
    return refusal(step, 'run.twist', 'A twist every so far needs a length above 0.', 'twist/every')
  return ok(courseBetween(0, length, 0, (angle * length) / every))
}

/** The scale along the run, if any; never 0 or less. */
export function scaleOf(step: RunStep, length: number, context: StepContext): Built<Course | undefined> {
  const { scale } = step
  if (!scale) return ok(undefined)
  let course: Course
  if (scale.kind === 'formula') {
    const made = courseBy(context.along('scale/formula'), length)
    if (!made.ok) return refusal(step, 'run.scale', `The scale ${made.fault.message}.`, 'scale/formula')
    course = made.value
  } else {
    const [a, b] = [context.number('scale/start'), context.number('scale/end')]
    course = courseBetween(0, length, a, b, scale.ease)
  }
  const { least } = courseRange(course, 0, length)
  if (!(least > 0)) {
    const message = `The scale goes down to ${Number(least.toFixed(4))}; it must stay above 0.`
    return refusal(step, 'run.scale', message, scale.kind === 'formula' ? 'scale/formula' : 'scale/end')
  }
  return ok(course)
}

export interface Shaped {
  /** The strands as the plane across the path cuts them, at the start when that changes. */
  readonly strands: readonly Strand[]
  readonly outline: Outline
  readonly chordError: number
  readonly shape?: Carriage['shape']
  /** A strand's area and centroid at a station. */
  readonly at: (strand: number, station: number) => SectionAt
}

/** Units of work of an outline: its faces are parted into triangles in a time that goes with the square of its points. */
const outlineWork = (section: Section, chordError: number): number =>
  outlinePoints(section, chordError) ** 2 / 90

/** Chord error of each part of the picture as a share of the section's reach: about 35 sides to a circle. */
const CHORD_SHARE = 0.004

/**
 * How many parts of a mesh leave the true surface, each by up to its chord error: the outline's sides and the bands along the
 * path, and where there is such, the roll with its winding sides, the scale, and the shape between its stations.
 */
export function chordParts(step: RunStep, frames: Frames): number {
  const rolls = frames.rolls.length > 0 || frames.upright !== undefined
  return 2 + (rolls ? 2 : 0) + (step.scale ? 1 : 0) + (step.shaping?.length ? 0.5 : 0)
}

/**
 * The outline that is carried, and how its points go along the run when sizes of the profile are shaped; at a chord error of
 * its own if one is given, else at that of the picture times `coarser`.
 */
export function shapingOf(
  step: RunStep,
  strands: readonly Strand[],
  length: number,
  context: StepContext,
  {
    chord,
    coarser,
    winding,
  }: {
    readonly chord: number | undefined
    readonly coarser: number
    readonly winding: WindingStrands | undefined
  },
): Built<Shaped> {
  const entries = step.shaping ?? []
  if (entries.length === 0 && (!winding || winding.even)) {
    const cut = winding ? winding.at(strands, 0) : strands
    const section = cut.flatMap((s) => s.section)
    const chordError = chord ?? coarser * CHORD_SHARE * reachAround(section)
    spend(outlineWork(section, chordError), 'the outline')
    return ok({ strands: cut, outline: outlineOf(section, chordError), chordError, at: (k) => cut[k]! })
  }
  const missing = entries.find((e) => !holderOf(step, e.field, context))
  if (missing)
    return refusal(
      step,
      'run.shaping',
      `The profile has no size "${sizeName(missing.field)}" to shape; choose another.`,
      `shaping/${missing.id}/formula`,
    )
  let wrong: { message: string; field: string } | undefined
  const shapedAt = (station: number): readonly Strand[] => {
    if (entries.length === 0) return strands
    spend(200, 'the shaping')
    const t = station / length
    const changes: FieldChange[] = []
    for (const e of entries) {
      const field = `shaping/${e.id}/formula`
      const r = context.along(field)(t, station)
      if (!r.ok) wrong ??= { message: `has no value at t = ${t.toFixed(3)}: ${r.fault.message}`, field }
      else changes.push({ step: holderOf(step, e.field, context)!.id, field: e.field, value: r.value })
    }
    const own = wrong ? undefined : context.around.again(step.profile, changes)
    const made = own?.section && strandsOf(step, own.section, context)
    const good = made?.ok ? made.value : undefined
    if (!good) {
      const sizes = changes.map((c) => `${sizeName(c.field)} ${Number(c.value.toFixed(4))}`).join(', ')
      wrong ??= {
        message: `gives no section at t = ${t.toFixed(3)} (${sizes})`,
        field: `shaping/${entries[0]!.id}/formula`,
      }
    }
    return good ?? strands
  }
  const known = new Map<number, readonly Strand[]>()
  const strandsAt = (station: number): readonly Strand[] => {
    const before = known.get(station)
    if (before) return before
    const own = shapedAt(station)
    const cut = winding ? winding.at(own, station) : own
    known.set(station, cut)
    return cut
  }
  const stop = () => refusal(step, 'run.shaping', `The shaping ${wrong!.message}.`, wrong!.field)
  const states = Array.from({ length: 25 }, (_, i) => strandsAt((length * i) / 24).flatMap((s) => s.section))
  if (wrong) return stop()
  const section = strandsAt(0).flatMap((s) => s.section)
  const chordError = chord ?? coarser * CHORD_SHARE * Math.max(...states.map((s) => reachAround(s)))
  spend(outlineWork(section, chordError), 'the outline')
  const plan = outlinePlan(states, chordError)
  if (!plan)
    return refusal(
      step,
      'run.shaping',
      'The shaped section changes its edges along the run (a corner radius that comes or goes, or a hollow that closes); keep such a size above 0 all along.',
      `shaping/${entries[0]!.id}/formula`,
    )
  const edges = plan.steps.length
  const outlineAt = (station: number): Outline => {
    const now: Section = strandsAt(station).flatMap((s) => s.section)
    if (now.reduce((n, r) => n + r.outer.length + r.holes.flat().length, 0) !== edges) {
      wrong ??= {
        message: `changes its edges at t = ${(station / length).toFixed(3)}`,
        field: `shaping/${entries[0]!.id}/formula`,
      }
      return outlineOf(section, chordError, plan)
    }
    return outlineOf(now, chordError, plan)
  }
  const outline = outlineAt(0)
  const shape = keepSections(sampleShape(0, length, chordError / 2, outlineAt), (station) =>
    strandsAt(station).flatMap((s) => s.section),
  )
  if (wrong) return stop()
  return ok({ strands: strandsAt(0), outline, chordError, shape, at: (k, station) => strandsAt(station)[k]! })
}

/** The step whose field is shaped: the profile, or the sketch it is made of. */
function holderOf(step: RunStep, field: string, context: StepContext): Step | undefined {
  const profile = context.around.step(step.profile)
  if (profile?.kind === 'stock-profile') {
    const [group, name] = field.split('/')
    return group === 'sizes' && name !== undefined && own(profile.sizes, name) !== undefined
      ? profile
      : undefined
  }
  if (profile?.kind !== 'sketch-profile') return undefined
  const sketch = context.around.step(profile.sketch)
  const has =
    sketch?.kind === 'sketch' && sketch.constraints.some((c) => field === `constraints/${c.id}/formula`)
  return has ? sketch : undefined
}

/** What a field is called in a sentence. */
const sizeName = (field: string): string => field.split('/')[1] ?? field
