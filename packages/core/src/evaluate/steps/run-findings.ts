import type { RunStep } from '../../document/index.ts'
import { deg, tolerance } from '../../num/index.ts'
import { kinksOf } from '../../path/index.ts'
import { reach, type Outline, type Section } from '../../profile/index.ts'
import {
  contactsOf,
  foldsOf,
  rollJump,
  steepStretches,
  type Carriage,
  type Chunk,
  type Fold,
} from '../../sweep/index.ts'
import type { Cure, Finding } from '../finding.ts'
import type { PathOutput } from '../output.ts'
import { formulaBelow, shortFigures, shortLength, type StepContext } from './evaluator.ts'
import type { CarriedPath } from './run-path.ts'

interface About {
  readonly step: RunStep
  readonly source: PathOutput
  readonly carried: CarriedPath
  readonly carriage: Carriage
  readonly section: Section
  readonly outline: Outline
  readonly chunks: readonly Chunk[]
  readonly context: StepContext
}

/** Everything that is wrong with a run or worth knowing, in order along it. */
export function runFindings(a: About): Finding[] {
  const { carriage, section, outline, chunks, step } = a
  const folds = foldsOf(carriage, section, outline, chunks)
  const found = folds.map((f) => foldFinding(f, a))
  found.push(...jumps(a), ...steep(a), ...away(a))
  // Where it folds anyway, contact is no news.
  if (!folds.some((f) => f.kind === 'across'))
    for (const c of contactsOf(carriage, outline)) {
      const inFold = folds.some(
        (f) => (c.from >= f.from && c.from <= f.to) || (c.to >= f.from && c.to <= f.to),
      )
      if (inFold) continue
      const { display } = a.context
      const message =
        `The run meets itself: at ${shortLength(c.from, display)} and at ${shortLength(c.to, display)} the sections lie ` +
        `${shortLength(c.depth, display)} in each other.`
      found.push({
        id: `${step.id}:contact-${found.length}`,
        severity: 'warns',
        code: 'run.contact',
        message,
        station: 'run',
        step: step.id,
        from: c.from,
        to: c.to,
        places: [c.from, c.to],
        cures: [],
      })
    }
  return found
}

function nodeAt(a: About, segment: number): { id: string; number: number } | undefined {
  const origin = a.carriage.frames.path.origins[segment]!
  if (origin.kind !== 'node') return undefined
  const node = a.source.nodes[origin.index]
  return node && { id: node.id, number: origin.index + 1 }
}

/** A change of turning, when another would do. */
const turningCure = (step: RunStep): Cure => ({
  label: 'Turn square to the path',
  step: step.id,
  field: 'turning',
  formula: 'square',
})

function foldFinding(fold: Fold, a: About): Finding {
  const { step, context } = a
  const { display } = context
  const node = nodeAt(a, fold.segment)
  const base = {
    severity: 'blocks',
    station: 'run',
    step: step.id,
    from: fold.from,
    to: fold.to,
    ...(node ? { node: node.id } : {}),
  } as const
  const between = `from ${shortLength(fold.from, display)} to ${shortLength(fold.to, display)}`
  if (fold.kind === 'mitre') {
    const message = `The straight ${between} is too short for the corners and cuts at its ends; it lacks ${shortLength(fold.missing, display)}.`
    return { ...base, id: `${step.id}:mitre-${fold.segment}`, code: 'run.mitre', message, cures: [] }
  }
  if (fold.kind === 'across') {
    const message = `The section only travels, and ${between} the path runs along its own plane or backward: the body has no thickness there.`
    return {
      ...base,
      id: `${step.id}:across-${fold.segment}`,
      code: 'run.across',
      message,
      cures: [turningCure(step)],
    }
  }
  const where = node ? `The bend at node ${node.number}` : `The path ${between}`
  const share = fold.radius / fold.reach
  const width = Math.max(reach(a.section, [1, 0]) + reach(a.section, [-1, 0]), 0)
  const message =
    `${where} is tighter than the section: radius ${shortLength(fold.radius, display)}, and the section reaches ` +
    `${shortLength(fold.reach, display)} inward, so it folds into itself. A radius above ${shortLength(fold.reach, display)} would do, ` +
    `or a section at most ${Math.floor(share * 1000) / 10} % of its size (${shortFigures(width * share, display)} wide).`
  const formula = formulaBelow(fold.reach * 1.05 + 0.001, display)
  const text = typeof formula === 'string' ? formula : formula.text
  const cures = node
    ? [
        {
          label: `Use radius ${text} at node ${node.number}`,
          step: step.path,
          field: `nodes/${node.id}/radius`,
          formula,
        },
      ]
    : []
  return { ...base, id: `${step.id}:fold-${fold.segment}`, code: 'run.fold', message, cures }
}

/** Corners where the frames before and after do not meet over the mitre. */
function jumps(a: About): Finding[] {
  const { frames } = a.carriage
  return kinksOf(frames.path).flatMap((k): Finding[] => {
    const jump = rollJump(frames, k)
    if (Math.abs(jump) < tolerance.rollJump) return []
    const { display } = a.context
    const message = `At the corner at ${shortLength(k.station, display)} the section would have to roll by ${deg(jump).toFixed(1)}° at once: its two sides do not meet over the mitre.`
    return [
      {
        id: `${a.step.id}:jump-${k.after}`,
        severity: 'warns',
        code: 'run.jump',
        message,
        station: 'run',
        step: a.step.id,
        from: k.station,
        to: k.station,
        cures: [turningCure(a.step)],
      },
    ]
  })
}

/** Stretches where an upright section is led across because the path runs along its up direction. */
function steep(a: About): Finding[] {
  const { frames } = a.carriage
  if (!frames.upright) return []
  return steepStretches(frames.path, frames.upright.toward).map((z, i): Finding => {
    const { display } = a.context
    const message = `From ${shortLength(z.from, display)} to ${shortLength(z.to, display)} the path runs within 10° of the up direction; the roll is led across there.`
    return {
      id: `${a.step.id}:steep-${i}`,
      severity: 'notes',
      code: 'run.steep',
      message,
      station: 'run',
      step: a.step.id,
      from: z.from,
      to: z.to,
      cures: [],
    }
  })
}

/** A section that lies wholly off its path by more than its own size. */
function away(a: About): Finding[] {
  const sides = (
    [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const
  ).map((d) => reach(a.section, d))
  const [right, left, up, down] = sides as [number, number, number, number]
  const size = Math.max(right + left, up + down)
  const gap = Math.max(-right, -left, -up, -down)
  if (gap <= size) return []
  const message = `The section lies ${shortLength(gap, a.context.display)} off its path, more than its own size. Is the anchor where it should be?`
  return [
    {
      id: `${a.step.id}:away`,
      severity: 'warns',
      code: 'run.away',
      message,
      station: 'run',
      step: a.step.id,
      cures: [
        { label: 'Put its centroid on the path', step: a.step.id, field: 'anchor', formula: 'centroid' },
      ],
    },
  ]
}
