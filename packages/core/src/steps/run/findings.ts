import type { RunStep } from './typed.ts'
import { deg, TURN, tolerance } from '../../num/index.ts'
import { kinksOf } from '../../path/index.ts'
import { reach, type Outline, type Section } from '../../profile/index.ts'
import {
  contactsOf,
  foldsOf,
  rollJump,
  steepStretches,
  turnsOnto,
  type Carriage,
  type Chunk,
  type Contact,
  type Fold,
  type Seam,
} from '../../sweep/index.ts'
import { formatExact } from '../../units/index.ts'
import {
  formulaCure,
  type Cure,
  type Finding,
  type PathGiven,
  formulaBound,
  shortBound,
  shortLength,
  type StepContext,
} from '../../evaluate/index.ts'
import type { CarriedPath } from './used-path.ts'
import { wallFindings } from './walls.ts'

interface About {
  readonly step: RunStep
  readonly source: PathGiven
  readonly carried: CarriedPath
  readonly carriage: Carriage
  readonly section: Section
  readonly outline: Outline
  readonly chunks: readonly Chunk[]
  readonly context: StepContext
  readonly seam: Seam | undefined
  /** Of each part of the mesh, mm. */
  readonly chordError: number
}

/** What is wrong with a run or worth knowing before its body is made, in order along it. */
export function runFindings(a: About): Finding[] {
  return [
    ...foldsIn(a).map((f) => foldFinding(f, a)),
    ...jumps(a),
    ...steep(a),
    ...away(a),
    ...wallFindings(a),
    ...seam(a),
  ]
}

const foldsIn = ({ carriage, section, outline, chunks }: About): Fold[] =>
  foldsOf(carriage, section, outline, chunks)

/** What is found along with the body: where it is coarse, and where the run meets itself. */
export function bodyFindings(a: About, coarser: number | undefined): Finding[] {
  const found = coarse(a, coarser)
  const folds = foldsIn(a)
  // Where it folds anyway, contact is no news.
  if (folds.some((f) => f.kind === 'across')) return found
  const inFold = (s: number): boolean => folds.some((f) => s >= f.from && s <= f.to)
  const contacts = contactsOf(a.carriage, a.outline).filter((c) => !inFold(c.from) && !inFold(c.to))
  found.push(...contacts.slice(0, MOST_CONTACTS).map((c, i) => contactFinding(c, i, a)))
  const more = contacts.length - MOST_CONTACTS
  if (more > 0)
    found.push({
      ...about(a.step),
      id: `${a.step.id}:more-contacts`,
      severity: 'warns',
      code: 'run.contact',
      message: `The run meets itself at ${more} more places.`,
    })
  return found
}

/** Contacts told one by one. */
const MOST_CONTACTS = 12

const about = (step: RunStep) => ({ station: 'run', step: step.id, cures: [] }) as const

function contactFinding(c: Contact, i: number, a: About): Finding {
  const { display } = a.context
  const length = (s: number): string => shortLength(s, display)
  const [one, other] = c.stretches
  const long =
    Math.max(one[1] - one[0], other[1] - other[0]) > tolerance.stretch * a.carriage.frames.path.length
  const message = long
    ? `The run lies in itself: from ${length(one[0])} to ${length(one[1])} and from ${length(other[0])} to ${length(other[1])} ` +
      `the sections lie in each other, by up to ${length(c.depth)}.`
    : `The run meets itself: at ${length(c.from)} and at ${length(c.to)} the sections lie ${length(c.depth)} in each other.`
  return {
    ...about(a.step),
    id: `${a.step.id}:contact-${i}`,
    severity: 'warns',
    code: 'run.contact',
    message,
    from: c.from,
    to: c.to,
    places: [c.from, c.to],
    ...(long ? { stretches: c.stretches } : {}),
  }
}

/** A closed run that does not arrive as it set off. */
function seam({ step, seam: at, outline, chordError, context, carriage }: About): Finding[] {
  if (!at || at.apart <= 2 * chordError) return []
  const { display } = context
  const turned = Math.abs(at.turned) > tolerance.rollJump ? ` and ${deg(at.turned).toFixed(1)}° turned` : ''
  const message =
    `The section does not meet itself where the closed path comes round: it arrives up to ${shortLength(at.apart, display)} off${turned}. ` +
    'A twist by whole steps of its symmetry, and a scale or shaping that ends as it began, would close it.'
  return [
    {
      ...about(step),
      id: `${step.id}:seam`,
      severity: 'blocks',
      code: 'run.seam',
      message,
      from: 0,
      to: 0,
      cures: seamCures(step, turnsOnto(outline, 2 * chordError), context, carriage.frames.path.length),
    },
  ]
}

/** The nearest twist that brings the section onto itself, and an end scale like that at the start. */
function seamCures(step: RunStep, order: number, context: StepContext, length: number): Cure[] {
  const cures: Cure[] = []
  const { twist, scale } = step
  if (twist && twist.kind !== 'formula' && order > 0) {
    const every = twist.kind === 'rate' ? context.number('twist/every') : length
    const total = (context.number('twist/angle') * length) / every
    const whole = (Math.round((total * order) / TURN) * TURN) / order
    const angle = (whole * every) / length
    const formula = `${formatExact(deg(angle))} deg`
    if (Math.abs(whole - total) > tolerance.rollJump)
      cures.push(
        formulaCure(
          `Twist by ${formatExact(Number(deg(whole).toFixed(3)))}° in all`,
          step.id,
          'twist/angle',
          formula,
        ),
      )
  }
  if (scale?.kind === 'ends' && context.number('scale/start') !== context.number('scale/end'))
    cures.push(formulaCure('End at the scale of the start', step.id, 'scale/end', scale.start))
  return cures
}

/** A body that is drawn and written coarser than usual: how far it lies off the true surface. */
function coarse({ step, context }: About, error: number | undefined): Finding[] {
  if (error === undefined) return []
  const message =
    `The body of "${step.name}" is so large for its section that its mesh is made coarser than usual: the picture lies up to ` +
    `${shortLength(error, context.display)} off the true surface. Length, volume and mass are not touched by that.`
  return [{ ...about(step), id: `${step.id}:coarse`, severity: 'warns', code: 'run.coarse', message }]
}

/** The node, or the row of a table, that a bend is of: what it is called, and where its radius is typed. */
interface BendPlace {
  readonly id: string
  readonly called: string
  readonly field: string
}

function nodeAt(a: About, segment: number): BendPlace | undefined {
  const origin = a.carriage.frames.path.origins[segment]!
  if (origin.kind !== 'node') return undefined
  const node = a.source.nodes[origin.index]
  if (!node) return undefined
  const { id, radiusField } = node
  return radiusField === undefined
    ? { id, called: `node ${origin.index + 1}`, field: `nodes/${id}/radius` }
    : { id, called: `row ${origin.index}`, field: radiusField }
}

/** A change of turning, when another would do. */
const turningCure = (step: RunStep): Cure => ({
  label: 'Turn square to the path',
  change: { do: 'change-run', with: { step: step.id, choices: { turning: 'square' } } },
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
  const where = node ? `The bend at ${node.called}` : `The path ${between}`
  if (fold.touches) {
    const message = `${where} is as tight as the section allows: it reaches the centre, ${shortLength(fold.radius, display)} inward, and no inside radius is left.`
    return {
      ...base,
      severity: 'warns',
      id: `${step.id}:fold-${fold.segment}`,
      code: 'run.no-inside',
      message,
      cures: [],
    }
  }
  const share = fold.radius / fold.reach
  const width = Math.max(reach(a.section, [1, 0]) + reach(a.section, [-1, 0]), 0)
  const message =
    `${where} is tighter than the section: radius ${shortLength(fold.radius, display)}, and the section reaches ` +
    `${shortLength(fold.reach, display)} inward, so it folds into itself. A radius above ${shortBound(fold.reach, display, 'above')} would do, ` +
    `or a section at most ${Math.floor(share * 1000) / 10} % of its size (${shortBound(width * share, display, 'below')} wide).`
  const formula = formulaBound(fold.reach * 1.05 + 0.001, display, 'below')
  const text = typeof formula === 'string' ? formula : formula.text
  const cures = node
    ? [formulaCure(`Use radius ${text} at ${node.called}`, step.path, node.field, formula)]
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
        {
          label: 'Put its centroid on the path',
          change: { do: 'change-run', with: { step: a.step.id, choices: { anchor: 'centroid' } } },
        },
      ],
    },
  ]
}
