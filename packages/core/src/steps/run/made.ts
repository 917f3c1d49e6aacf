import { ok } from '../../base/index.ts'
import type { RunStep } from './typed.ts'
import {
  type Orientation,
  chunksOf,
  courseRange,
  piecesBetween,
  rollRates,
  roundedPath,
  seamOf,
  twisted,
  type Carriage,
  type Joint,
  type Seam,
  type CarriedGiven,
  type RunCorner,
  type Strand,
  sweptBody,
  sweptPoints,
  strandLines,
  endTips,
  sweptVolumes,
  sweptWeight,
} from '../../sweep/index.ts'
import { FURTHEST, kinksOf } from '../../path/index.ts'
import { outlinePoints, reachAround } from '../../profile/index.ts'
import { formatExact } from '../../units/index.ts'
import type { Body } from '../../solid/index.ts'
import {
  type PathGiven,
  type StepOutput,
  fineLength,
  shortLength,
  type Later,
  type StepContext,
  type StepEvaluation,
  type StepMaker,
} from '../../evaluate/index.ts'
import { bendingOf } from '../shared/bend-words.ts'
import { cutOf, endsMade } from './ends.ts'
import { placesOf } from '../shared/copies.ts'
import { chordParts, scaleOf, shapingOf, twistOf, type Shaped } from './carriage.ts'
import { bodyFindings, runFindings } from './findings.ts'
import { carriedPath, cornerKey, jointOf } from './path.ts'
import { refusal, type CarriedPath } from './used-path.ts'
import { DOES } from '../shared/body-parts.ts'
import { unbuilt, type Built } from '../shared/refusal.ts'
import { overlaps, strandsOf } from './section.ts'
import { standingPath } from './standing.ts'
import { orientationOf } from './orientation.ts'
import { windingOf } from './winding.ts'

/** How its section turns, in words. */
const TURNED: Readonly<Record<Orientation, string>> = {
  square: 'square',
  upright: 'upright',
  fixed: 'fixed',
  faces: 'by faces',
}

export const runMaker: StepMaker<RunStep> = {
  cheaper: 'A shorter path, fewer turns, less twist, fewer strands or a formula with fewer waves would fit.',
  evaluate(step, context) {
    const path = context.input(step.path, 'path')
    const profile = context.input(step.profile, 'section')
    const placed = strandsOf(step, profile, context)
    if (!placed.ok) return unbuilt(placed)
    const section = placed.value.flatMap((s) => s.section)
    const standing = standingPath(step, path, { profile, section }, context)
    if (!standing.ok) return unbuilt(standing)
    const carried = carriedPath(step, standing.value, section, context)
    if (!carried.ok) return unbuilt(carried)
    return carry(step, standing.value, placed.value, carried.value, context)
  },
  summary({ carried, coming, bodies }, _, step) {
    const body = bodies?.[0] ?? coming?.[0]
    if (!carried || !body) return ''
    if (body.hidden) return 'hidden'
    const { strands } = carried
    const copies = body.instances.length > 1 ? `, ${body.instances.length} times` : ''
    const turned = TURNED[carried.turning]
    if (step.does) return `${turned}, ${DOES[step.does.kind]}`
    return `${turned}, ${strands.length > 1 ? `${strands.length} strands` : (step.look ?? strands[0]!.look)}${copies}`
  },
}

/** Frames, scale, shape and chunks of a run. */
interface Set {
  readonly carriage: Carriage
  readonly shaped: Shaped
  readonly chunks: CarriedGiven['chunks']
  readonly carried: CarriedPath
  readonly sourceStarts: readonly number[]
  /** How many parts of the mesh leave the true surface, each by up to the chord error. */
  readonly parts: number
  /** Of a closed run that changes along its way. */
  readonly seam: Seam | undefined
}

function setUp(
  step: RunStep,
  source: PathGiven,
  strands: readonly Strand[],
  given: CarriedPath,
  context: StepContext,
  coarser: number,
): Built<Set> {
  const turned = orientationOf(step, source, given, context)
  if (!turned.ok) return turned
  const inSource = (starts: readonly number[]) => starts.map((s) => s + given.from - given.before)
  const section = strands.flatMap((s) => s.section)
  const joint =
    (path: CarriedPath['path']) =>
    (k: Parameters<typeof cornerKey>[2]): Joint =>
      jointOf(step, cornerKey(path, source, k))
  const sharp = turned.value(given.path, inSource(given.path.starts))
  const rounded =
    step.turning === 'fixed'
      ? undefined
      : roundedPath(sharp, section, (k) => joint(given.path)(k) === 'round')
  if (rounded && !rounded.ok)
    return refusal(step, 'run.corner', `A corner cannot be rounded: ${rounded.fault.message}.`)
  const changed = rounded?.ok && rounded.value.rounded > 0
  const path = changed ? rounded.value.path : given.path
  const { length } = path
  const twist = twistOf(step, length, context)
  if (!twist.ok) return twist
  const scale = scaleOf(step, length, context)
  if (!scale.ok) return scale
  const reach = reachAround(section) * (scale.value ? courseRange(scale.value, 0, length).most : 1)
  if (!(reach <= FURTHEST)) {
    const [is, most] = [reach, FURTHEST].map((v) => shortLength(v, context.display))
    const message = `The section of "${step.name}" comes to reach ${is} from its path; ${most} is the most.`
    return refusal(step, 'run.section-size', message)
  }
  const bare = changed ? turned.value(path, inSource(rounded.value.sourceStarts)) : sharp
  const frames = twist.value ? twisted(bare, twist.value) : bare
  const parts = chordParts(step, frames)
  const chord = context.chordError === undefined ? undefined : context.chordError / parts
  const winding = windingOf(step, strands, frames, scale.value)
  const shaping = shapingOf(step, strands, length, context, { chord, coarser, winding })
  if (!shaping.ok) return shaping
  const shaped = shaping.value
  const open: Carriage = {
    frames,
    ...(scale.value ? { scale: scale.value } : {}),
    ...(shaped.shape ? { shape: shaped.shape } : {}),
  }
  const changing = step.twist !== undefined || open.scale !== undefined || open.shape !== undefined
  const seam = path.closed && changing ? seamOf(open, shaped.outline) : undefined
  const carriage: Carriage = seam ? { ...open, seam: seam.meets } : open
  const start = cutOf(step, 'start', carriage, given, context)
  if (!start.ok) return start
  const end = cutOf(step, 'end', carriage, given, context)
  if (!end.ok) return end
  const chunks = chunksOf(frames, shaped.outline, joint(path), start.value, end.value)
  const starts = changed ? rounded.value.sourceStarts : path.starts
  const sourceStarts = inSource(starts)
  return ok({ carriage, shaped, chunks, parts, seam, carried: { ...given, path }, sourceStarts })
}

/** Most points of the mesh of one run: some 100 MB. */
const MOST_POINTS = 2e6
/** Most points of an outline: its faces are parted into triangles in a time that goes with their square, half a second here. */
const MOST_OUTLINE = 25_000
/** A length of path that fits is told from here on, mm. */
const LEAST_TOLD = 1e-3
/** How much coarser than usual a body is drawn before it is refused. */
const COARSEST = 16

/**
 * All that the body is made from, as fine as it is asked for; where that would be too many points, coarser. Refused where even
 * that is too many, and where a fineness was asked for by name.
 */
function setUpWithin(
  step: RunStep,
  source: PathGiven,
  strands: readonly Strand[],
  given: CarriedPath,
  context: StepContext,
): Built<Set & { readonly coarser: number }> {
  const { display, chordError } = context
  if (chordError !== undefined) {
    const section = strands.flatMap((s) => s.section)
    const points = outlinePoints(section, chordError / 2)
    if (points > MOST_OUTLINE) {
      // A curve takes points with the inverse of the chord error's root; what the outline allows may still be too much for all.
      const allowed = chordError * (points / MOST_OUTLINE) ** 2
      const set = setUp(step, source, strands, given, { ...context, chordError: allowed }, 1)
      if (!set.ok) return set
      const all = sweptPoints(set.value, set.value.shaped.outline, set.value.shaped.chordError)
      return tooFine(step, chordError, allowed * Math.max(1, all / MOST_POINTS), display)
    }
  }
  for (let coarser = 1; ; coarser *= 2) {
    const set = setUp(step, source, strands, given, context, coarser)
    if (!set.ok) return set
    const { carriage, shaped } = set.value
    const points = sweptPoints(set.value, shaped.outline, shaped.chordError)
    if (points <= MOST_POINTS) return ok({ ...set.value, coarser })
    // Points go with the chord error's inverse, or slower: so much more is surely enough.
    if (chordError !== undefined)
      return tooFine(step, chordError, (chordError * points) / MOST_POINTS, display)
    const millions =
      points < 1e15
        ? `${formatExact(Number((points / 1e6).toPrecision(3)))} million points`
        : 'points without number'
    if (coarser >= COARSEST) {
      const length = (carriage.frames.path.length * MOST_POINTS) / points
      const fits =
        length > LEAST_TOLD ? `About ${shortLength(length, display)} of the path` : 'A shorter path'
      const message = `The body of "${step.name}" would take ${millions} even drawn coarsely, and at most ${MOST_POINTS / 1e6} million are made. ${fits} would fit as it is carried, or less twist, fewer waves, fewer strands.`
      return refusal(step, 'run.too-much', message)
    }
  }
}

/** A fineness was asked for that nothing can be made at; `fits` is one that it can. */
function tooFine(step: RunStep, asked: number, fits: number, display: StepContext['display']) {
  const message = `At ${fineLength(asked, display)} from the true surface the mesh of "${step.name}" would take more than the ${MOST_POINTS / 1e6} million points that are made at most; ${fineLength(fits, display, 'up')} would fit.`
  return refusal(step, 'run.too-fine', message)
}

/** The section's area at every station where its shape is known. */
function areasAlong({ shape, at }: Shaped, strands: readonly Strand[]): Float64Array {
  const areaAt = (s: number): number => strands.reduce((sum, _, k) => sum + at(k, s).area, 0)
  return Float64Array.from(shape ? shape.stations : [0], areaAt)
}

function carry(
  step: RunStep,
  source: PathGiven,
  placed: readonly Strand[],
  along: CarriedPath,
  context: StepContext,
): StepEvaluation {
  const found = setUpWithin(step, source, placed, along, context)
  if (!found.ok) return unbuilt(found)
  const set = found.value
  const { carriage, shaped, chunks, carried } = set
  const { strands, outline, chordError, at } = shaped
  const hollow = strands.some((s) => s.section.some((r) => r.holes.length > 0))
  const ends = endsMade(step, carriage, hollow, context)
  if (!ends.ok) return unbuilt(ends)
  const copies = placesOf(step, context, 'run')
  if (!copies.ok) return unbuilt(copies)
  const plan = { carriage, chunks, strands, made: ends.value }
  const section = strands.flatMap((s) => s.section)
  const { path } = carriage.frames
  const corners = cornersOf(step, source, path)
  const volumes = sweptVolumes(plan, at)
  const { look = strands[0]!.look, hidden = false } = step
  const given: CarriedGiven = {
    path,
    from: carried.from,
    before: carried.before,
    sourceStarts: set.sourceStarts,
    turning: step.turning,
    frames: carriage.frames,
    carriage,
    chunks,
    made: ends.value,
    corners,
    tips: endTips(plan, outline),
    outline,
    section,
    areas: areasAlong(shaped, strands),
    strands,
    ...(step.strands ? { strandLines: strandLines(plan, outline) } : {}),
    anchor: step.anchor,
    instances: copies.value,
  }
  const about = {
    step,
    source,
    carried,
    carriage,
    section,
    outline,
    chunks,
    context,
    seam: set.seam,
    chordError,
  }
  const later: Later = {
    coming: [{ id: step.id, hidden, instances: copies.value, figures: sweptWeight(plan, volumes) }],
    points: sweptPoints(set, outline, chordError),
    make() {
      const swept = sweptBody(plan, volumes, outline, chordError)
      // Single precision holds 24 binary digits of the largest coordinate.
      const error = set.parts * chordError + swept.reach * 2 ** -24
      const known = sweptWeight(plan, volumes)
      const body: Body = {
        id: step.id,
        solid: {
          kind: 'swept',
          step: step.id,
          carriage,
          chunks,
          strands,
          outline: carriage.shape && outline,
          made: ends.value,
        },
        mesh: swept.mesh,
        chordError: error,
        origins: {
          all: [
            {
              step: step.id,
              instance: 0,
              edges: swept.edges,
              materials: strands.map((s) => ({ look: s.look, density: s.density, firstEdge: s.firstEdge })),
            },
          ],
        },
        lines: swept.drawing.lines,
        growth: swept.drawing.growth,
        look,
        hidden,
        instances: copies.value,
        figures: {
          volume: known?.volume ?? swept.meshVolume,
          theoremVolume: known?.volume,
          meshVolume: swept.meshVolume,
          volumeBound: error * swept.surfaceMost,
          mass: sweptWeight(plan, volumes, swept.sweptVolume)!.mass,
        },
      }
      return { bodies: [body], findings: bodyFindings(about, set.coarser > 1 ? error : undefined) }
    },
  }
  const output: StepOutput = {
    carried: given,
    pieces: piecesBetween(
      path.length,
      path.closed,
      corners.filter((c) => c.joint !== 'round').map((c) => c.station),
    ),
    table: bendingOf(path, context.display, step.partedBends),
  }
  return {
    output,
    findings: [
      ...runFindings(about),
      ...overlaps(step, strands, chordError, rollRates(carriage.frames).most, context),
    ],
    later,
  }
}

/** Places where the direction breaks, with what is made of each. */
function cornersOf(step: RunStep, source: PathGiven, path: CarriedGiven['path']): RunCorner[] {
  return kinksOf(path).map((k) => {
    const key = cornerKey(path, source, k)
    const chosen = step.corners !== undefined || key === 'start' || key === 'end'
    return { key, station: k.station, deflection: k.deflection, joint: jointOf(step, key), chosen }
  })
}
