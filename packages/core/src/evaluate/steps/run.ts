import type { RunStep } from '../../document/index.ts'
import { kinksOf } from '../../path/index.ts'
import { meshPlaced } from '../../space/index.ts'
import { chunksOf, roundedPath, twisted, type Carriage, type Joint } from '../../sweep/index.ts'
import type { PathOutput, RunOutput, Strand } from '../output.ts'
import type { StepContext, StepEvaluation, StepEvaluator } from './evaluator.ts'
import { bodyOf, cutOf, endsMade, meshAgain } from './run-body.ts'
import { placesOf } from './run-copies.ts'
import { framesBy, scaleOf, shapingOf, twistOf, uprightDirection, type Shaped } from './run-carriage.ts'
import { runFindings } from './run-findings.ts'
import { carriedPath, cornerKey, jointOf, refusal, type CarriedPath, type OrFindings } from './run-path.ts'
import { overlaps, strandsOf } from './run-section.ts'

export const runEvaluator: StepEvaluator<RunStep> = {
  evaluate(step, context) {
    const path = context.input(step.path, 'path')
    const profile = context.input(step.profile, 'profile')
    if (!path || !profile) {
      const what = path ? 'profile' : 'path'
      return refusal(step, 'run.input', `"${step.name}" needs a ${what}, and the step it names gives none.`)
    }
    const placed = strandsOf(step, profile, context)
    if ('findings' in placed) return placed
    const carried = carriedPath(step, path, context)
    if ('findings' in carried) return carried
    return carry(step, path, placed.strands, carried, context)
  },
  summary(output) {
    if (output.kind !== 'run') return ''
    const { length } = output.strands
    if (output.hidden) return 'hidden'
    const copies = output.places.length > 1 ? `, ${output.places.length} times` : ''
    return `${output.turning}, ${length > 1 ? `${length} strands` : output.look}${copies}`
  },
}

/** A run's mesh with all its copies, for files; at another chord error when one is given. */
export function meshOfRun(run: RunOutput, chordError?: number): RunOutput['mesh'] {
  const one = chordError === undefined ? run.mesh : meshAgain(run, run.outline, chordError)
  return meshPlaced(one, run.places)
}

/** Frames, scale, shape and chunks of a run. */
interface Set {
  readonly carriage: Carriage
  readonly shaped: Shaped
  readonly chunks: RunOutput['chunks']
  readonly carried: CarriedPath
  readonly sourceStarts: readonly number[]
}

function setUp(
  step: RunStep,
  source: PathOutput,
  strands: readonly Strand[],
  given: CarriedPath,
  context: StepContext,
): OrFindings<Set> {
  const up = uprightDirection(step, context)
  if ('findings' in up) return up
  const section = strands.flatMap((s) => s.section)
  const joint =
    (path: CarriedPath['path']) =>
    (k: Parameters<typeof cornerKey>[2]): Joint =>
      jointOf(step, cornerKey(path, source, k))
  const sharp = framesBy(step.turning, given.path, up.toward)
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
  if ('findings' in twist) return twist
  const scale = scaleOf(step, length, context)
  if ('findings' in scale) return scale
  const shaped = shapingOf(step, strands, length, context)
  if ('findings' in shaped) return shaped
  const bare = changed ? framesBy(step.turning, path, up.toward) : sharp
  const frames = twist.twist ? twisted(bare, twist.twist) : bare
  const carriage: Carriage = {
    frames,
    ...(scale.scale ? { scale: scale.scale } : {}),
    ...(shaped.shape ? { shape: shaped.shape } : {}),
  }
  const start = cutOf(step, 'start', carriage, context)
  if ('findings' in start) return start
  const end = cutOf(step, 'end', carriage, context)
  if ('findings' in end) return end
  const chunks = chunksOf(frames, shaped.outline, joint(path), start, end)
  const starts = changed ? rounded.value.sourceStarts : path.starts
  const sourceStarts = starts.map((s) => s + given.from - given.before)
  return { carriage, shaped, chunks, carried: { ...given, path }, sourceStarts }
}

/** The section's area at every station where its shape is known. */
function areasAlong({ shape, at }: Shaped, strands: readonly Strand[]): Float64Array {
  const areaAt = (s: number): number => strands.reduce((sum, _, k) => sum + at(k, s).area, 0)
  return Float64Array.from(shape ? shape.stations : [0], areaAt)
}

function carry(
  step: RunStep,
  source: PathOutput,
  strands: readonly Strand[],
  given: CarriedPath,
  context: StepContext,
): StepEvaluation {
  const set = setUp(step, source, strands, given, context)
  if ('findings' in set) return set
  const { carriage, shaped, chunks, carried } = set
  const { outline, chordError, at } = shaped
  const ends = endsMade(step, carriage, context)
  if ('findings' in ends) return ends
  const copies = placesOf(step, context)
  if ('findings' in copies) return copies
  const plan = { carriage, chunks, strands, made: ends.made }
  const body = bodyOf(plan, outline, at, chordError)
  const section = strands.flatMap((s) => s.section)
  const { path } = carriage.frames
  const sum = (of: (s: Strand) => number): number => strands.reduce((total, s) => total + of(s), 0)
  const output: RunOutput = {
    kind: 'run',
    path,
    from: carried.from,
    before: carried.before,
    sourceStarts: set.sourceStarts,
    turning: step.turning,
    frames: carriage.frames,
    carriage,
    chunks,
    made: ends.made,
    corners: kinksOf(path).map((k) => {
      const key = cornerKey(path, source, k)
      const chosen = step.corners !== undefined || key === 'start' || key === 'end'
      return { key, station: k.station, deflection: k.deflection, joint: jointOf(step, key), chosen }
    }),
    outline,
    section,
    areas: areasAlong(shaped, strands),
    strands,
    anchor: step.anchor,
    look: step.look ?? strands[0]!.look,
    hidden: step.hidden ?? false,
    places: copies.places,
    mesh: body.mesh,
    drawing: body.drawing,
    chordError,
    volume: body.theoremVolume ?? body.meshVolume,
    theoremVolume: body.theoremVolume,
    meshVolume: body.meshVolume,
    volumeBound: chordError * sum((s) => s.perimeter * path.length + 2 * s.area),
    mass: body.mass,
  }
  const findings = runFindings({ step, source, carried, carriage, section, outline, chunks, context })
  return { output, findings: [...findings, ...overlaps(step, strands, chordError, context)] }
}
