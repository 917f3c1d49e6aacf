import type { Id } from '../base/index.ts'
import {
  sharedCut,
  type SharedCut,
  type CutsGiven,
  type SawnEnd,
  cutPieces,
  PLAIN_CUTS,
} from '../cutting/index.ts'
import { inputsOf, type Part, operationOf, gives } from '../recipe/index.ts'
import {
  type PartResult,
  blankOf,
  type SectionGiven,
  type StepResult,
  trimsOf,
  inputOf,
} from '../recipe/evaluated/index.ts'
import type { StockShape } from '../profile/index.ts'
import { vec2, type Vec2 } from '../plane/index.ts'
import type { BlankGiven } from '../forming/index.ts'
import type { CarriedGiven } from '../sweep/index.ts'

/** How one end of a listed piece is cut: in a word, and the saw for it, rad. */
export interface ListedCut {
  readonly made: SawnEnd['made']
  readonly mitre: number
  readonly bevel: number
}

/** What a piece is sawn from: a section of a material, as it is told by its stock or by itself. */
export interface ListedStock {
  readonly shape: StockShape | undefined
  /** mm, by name. */
  readonly sizes: Readonly<Record<string, number>>
  readonly material: string
  /** kg/mm */
  readonly massPerLength: number
  /** The profile in words. */
  readonly words: string
  /** What tells a section that was drawn from others: its area and how it spreads, to the micrometre. */
  readonly drawn: string | undefined
}

/** A piece of a part that is sawn from a bar. */
export interface ListedPiece {
  readonly run: Id
  readonly runName: string
  /** From 1, along its run. */
  readonly number: number
  /** Length of bar that it takes, mm: of its long point, or what its blank is cut to. */
  readonly length: number
  readonly short: number
  readonly left: ListedCut
  readonly right: ListedCut
  readonly bent: boolean
  /** What it shares with neighbours on a bar; none where its cuts are square or lean differently. */
  readonly shared?: SharedCut
  readonly mass: number
  readonly stock: ListedStock
}

/** The pieces of a part, and what could not be listed with why. */
export interface PieceList {
  readonly pieces: readonly ListedPiece[]
  readonly faults: readonly string[]
}

/**
 * All that a part is sawn from: each run that is carried along a path, as often as it stands in the part, sawn as its pieces say; without
 * such a step as its blank says where it is one piece, else with nothing chosen. Each strand is a piece of its own, as long as its own line.
 * Runs that cut others away are no material.
 */
export function listPieces(part: Part, result: PartResult): PieceList {
  const pieces: ListedPiece[] = []
  const faults: string[] = []
  const of = (id: Id): StepResult | undefined => result.steps.find((s) => s.id === id)
  for (const step of part.steps) {
    const does = operationOf(step)
    if (!gives(step, 'carried') || step.aside || (does && does.kind !== 'joins')) continue
    const r = of(step.id)
    if (r?.state === 'unbuilt' || r?.state === 'aside') continue
    const carried = r?.output?.carried
    const sectionStep = inputsOf(step).find((i) => i.gives === 'section')!.id
    const section = of(sectionStep)?.output?.section
    if (r?.state !== 'good' || !carried || !section) {
      faults.push(`"${step.name}" of "${part.name}" cannot be worked out`)
      continue
    }
    const own = part.steps.find((s) => gives(s, 'cuts') && inputOf(s, 'carried') === step.id && !s.aside)
    const cuts =
      (own && of(own.id)?.output?.cuts) ??
      cutPieces(step.id, carried, r.output!.pieces ?? [], {
        ...PLAIN_CUTS,
        met: trimsOf(result.steps, step.id),
      })
    if (own && of(own.id)?.state !== 'good') {
      faults.push(`"${own.name}" of "${part.name}" cannot be worked out`)
      continue
    }
    const blankStep = own ? undefined : blankOf(part, step.id)
    const blankResult = blankStep && of(blankStep.id)
    if (blankResult?.state === 'failed') {
      faults.push(`"${blankStep!.name}" of "${part.name}" cannot be worked out`)
      continue
    }
    const blank = blankResult?.state === 'good' ? blankResult.output?.blank : undefined
    const single = cuts.pieces.length === 1 ? blank : undefined
    const strands = carried.strands.map((_, k) => aboutStrand(carried, k, step.name, of))
    for (let copy = 0; copy < carried.instances.length; copy++)
      strands.forEach((about, k) => {
        for (const p of cuts.pieces) {
          const piece = { ...listed(cuts, p, about), ...ofStrand(p, k), ...ofBlank(single, k) }
          pieces.push({ ...piece, number: (copy * strands.length + k) * cuts.pieces.length + p.number })
        }
      })
  }
  if (pieces.length === 0 && faults.length === 0 && !part.steps.some((s) => gives(s, 'carried')))
    faults.push(`"${part.name}" has no run, and nothing of it is sawn from a bar`)
  return { pieces, faults }
}

/** What is told of one strand of a run: what it is sawn from, and its outline. */
function aboutStrand(
  { outline, strands }: CarriedGiven,
  k: number,
  name: string,
  of: (id: Id) => StepResult | undefined,
): About {
  const { bar, firstEdge } = strands[k]!
  const next = strands[k + 1]?.firstEdge ?? Infinity
  const own = new Set<number>()
  outline.sideEdge.forEach((edge, i) => {
    if (edge >= firstEdge && edge < next) own.add(outline.sideFrom[i]!).add(outline.sideTo[i]!)
  })
  const profile = of(bar.profile)!
  return {
    outline: Array.from(own, (i): Vec2 => [outline.x[i]!, outline.y[i]!]),
    name,
    stock: stockOf(profile.output!.section!, profile.summary),
  }
}

type Sized = Partial<Pick<ListedPiece, 'length' | 'short' | 'mass'>>

const ofStrand = ({ strands }: CutsGiven['pieces'][number], k: number): Sized =>
  strands ? { length: strands[k]!.long, short: strands[k]!.short, mass: strands[k]!.mass } : {}

function ofBlank(blank: BlankGiven | undefined, k: number): Sized {
  const own = blank?.strands?.[k] ?? blank
  return own ? { length: own.cut, mass: own.mass } : {}
}

interface About {
  readonly name: string
  readonly stock: ListedStock
  /** Of its section, as points. */
  readonly outline: readonly Vec2[]
}

function listed(cuts: CutsGiven, p: CutsGiven['pieces'][number], about: About): ListedPiece {
  const { name, stock } = about
  const cut = (e: SawnEnd): ListedCut => ({ made: e.made, ...e.setting })
  const [left, right] = (cuts.lie.startLeft ? [p.start, p.end] : [p.end, p.start]).map(cut) as [
    ListedCut,
    ListedCut,
  ]
  return {
    run: cuts.run,
    runName: name,
    number: p.number,
    length: p.lengths.long,
    short: p.lengths.short,
    left,
    right,
    bent: !p.straight,
    ...sharedBy(cuts, p, about),
    mass: p.mass,
    stock,
  }
}

/** What a straight piece shares with neighbours, seen from its left to its right on the saw. */
function sharedBy(
  { lie }: CutsGiven,
  { straight, start, end }: CutsGiven['pieces'][number],
  { outline }: About,
): Pick<ListedPiece, 'shared'> {
  if (!straight || start.coped || end.coped || start.made === 'domed' || end.made === 'domed') return {}
  const [left, right] = lie.startLeft
    ? [start.slope, end.slope]
    : [vec2.scale(end.slope, -1), vec2.scale(start.slope, -1)]
  const reach = (d: Vec2): number => Math.max(...outline.map((p) => vec2.dot(p, d)))
  const shared = sharedCut(left, right, reach, outline)
  return shared ? { shared } : {}
}

function stockOf(section: SectionGiven, words: string): ListedStock {
  const { shape, sizes, material, massPerLength, properties } = section
  const told = [properties.area, ...properties.box.min, ...properties.box.max, properties.perimeter]
  return {
    shape: section.hollow && !('wall' in sizes) ? undefined : shape,
    sizes,
    material,
    massPerLength,
    words,
    drawn: told.map((v) => v.toFixed(3)).join(' '),
  }
}
