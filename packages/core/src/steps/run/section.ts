import { ok } from '../../base/index.ts'
import { LIMITS } from '../../document/index.ts'
import type { RunStep } from './typed.ts'
import { lastHolding } from '../../num/index.ts'
import {
  ALONE,
  areaAndCentroid,
  outlineOf,
  placeStrand,
  region,
  strandsInRow,
  strandsOnCircle,
  woundHalfAngle,
  type Section,
  type SectionProperties,
  type StrandPlace,
} from '../../profile/index.ts'
import { pointInPolygon, type Loop2, type Vec2 } from '../../plane/index.ts'
import { type Finding, type SectionGiven, shortBound, type StepContext } from '../../evaluate/index.ts'
import type { Strand } from '../../sweep/index.ts'
import { refusal, type Built } from '../shared/refusal.ts'

/** The point of the section that sits on the path, in the section's own coordinates. */
export function anchorPoint(step: RunStep, p: SectionProperties, context: StepContext): Vec2 {
  const { anchor } = step
  if (anchor === 'centroid') return p.centroid
  if (anchor === 'origin') return [0, 0]
  if (anchor === 'point') return step.point ? [context.number('point/x'), context.number('point/y')] : [0, 0]
  const { min, max } = p.box
  const mid = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2] as const
  const x = anchor.endsWith('left') ? min[0] : anchor.endsWith('right') ? max[0] : mid[0]
  const y = anchor.startsWith('bottom') ? min[1] : anchor.startsWith('top') ? max[1] : mid[1]
  return [x, y]
}

/** The strands of a run as they lie in the path's frame; one without strands is its own only strand. */
export function strandsOf(
  step: RunStep,
  profile: SectionGiven,
  context: StepContext,
): Built<readonly Strand[]> {
  const placed = placesOf(step, context)
  if (!placed.ok) return placed
  const strands: Strand[] = []
  let edge = 0
  for (const { place, profile: other } of placed.value) {
    const own = other === null ? profile : context.input(other, 'section')
    const section = placeStrand(
      own.section,
      { anchor: anchorPoint(step, own.properties, context), clock: context.number('clock'), flip: step.flip },
      place,
    )
    const { area, centroid } = areaAndCentroid(section)
    strands.push({
      section,
      area,
      bar: { profile: other ?? step.profile, section, area, centroid },
      centroid,
      look: own.look,
      density: own.density,
      firstEdge: edge,
    })
    edge += section.reduce((n, r) => n + r.outer.length + r.holes.flat().length, 0)
  }
  return ok(strands)
}

interface Placed {
  readonly place: StrandPlace
  /** The strand's own profile; null for the run's. */
  readonly profile: string | null
}

function placesOf(step: RunStep, context: StepContext): Built<readonly Placed[]> {
  const { strands } = step
  const alike = (places: readonly StrandPlace[]) => ok(places.map((place) => ({ place, profile: null })))
  if (!strands) return alike(ALONE)
  if (strands.kind === 'free') {
    return ok(
      strands.places.map((p): Placed => {
        const n = (f: string): number => context.number(`strands/${p.id}/${f}`)
        return { place: { at: [n('x'), n('y')], turn: n('turn') }, profile: p.profile }
      }),
    )
  }
  const count = context.number('strands/count')
  if (!Number.isInteger(count) || count < 1 || count > LIMITS.strands) {
    const message = `The number of strands must be a whole number from 1 to ${LIMITS.strands}, not ${count}.`
    return refusal(step, 'run', 'run.strands', message, 'strands/count')
  }
  if (strands.kind === 'row')
    return alike(strandsInRow(count, context.number('strands/spacing'), context.number('strands/lie')))
  const radius = context.number('strands/radius')
  if (radius < 0)
    return refusal(
      step,
      'run',
      'run.strands',
      'The circle of the strands cannot have a radius below 0.',
      'strands/radius',
    )
  return alike(strandsOnCircle(count, radius, context.number('strands/start'), strands.facing))
}

/** Pairs of strands that lie in each other, as one warning. */
export function overlaps(
  step: RunStep,
  strands: readonly Strand[],
  chordError: number,
  rate: number,
  context: StepContext,
): Finding[] {
  const polygons = strands.map((s) => polygonsOf(s.section, chordError))
  const pairs: string[] = []
  for (let i = 0; i < strands.length; i++)
    for (let j = i + 1; j < strands.length; j++)
      if (meet(polygons[i]!, polygons[j]!)) pairs.push(`${i + 1} and ${j + 1}`)
  if (pairs.length === 0) return []
  const named = pairs.slice(0, 3).join(', ') + (pairs.length > 3 ? ` and ${pairs.length - 3} more pairs` : '')
  const circle = step.strands?.kind === 'circle'
  const n = strands.length
  const radius = circle && n > 1 ? roomyRadius(Math.sqrt(strands[0]!.bar.area / Math.PI), n, rate) : undefined
  const room =
    radius !== undefined
      ? ` A circle of radius ${shortBound(radius, context.display, 'above')} has room for round ones.`
      : circle && n > 1
        ? ' They wind so fast that no circle has room for them; less twist would fit.'
        : ''
  const message = `Strands ${named} lie in each other; set them further apart.${room}`
  return [
    {
      id: `${step.id}:overlap`,
      severity: 'warns',
      code: 'run.overlap',
      message,
      station: 'run',
      step: step.id,
      cures: [],
    },
  ]
}

/**
 * The radius of the least circle on which `n` round strands of radius r that wind by `rate` do not lie in each other: each stays
 * within the angle pi/n to either side of its middle, as the plane across the path cuts it. Undefined where none has room.
 */
function roomyRadius(r: number, n: number, rate: number): number | undefined {
  const half = Math.PI / n
  const fits = (radius: number): boolean => woundHalfAngle(r, radius, rate) <= half
  let below = r / Math.sin(half)
  if (fits(below)) return below
  for (let above = below; above < WIDEST * r; below = above) {
    above = below * WIDER
    if (fits(above)) return lastHolding(above, below, fits)
  }
  return undefined
}

/** Circles are tried so much wider each, up to so many radii of a strand. */
const WIDER = 1.05
const WIDEST = 1000

/** A region as polygons inscribed in its loops, so that sections that only touch do not meet. */
interface Sampled {
  readonly outer: readonly Vec2[]
  readonly holes: readonly (readonly Vec2[])[]
}

function polygonsOf(section: Section, chordError: number): Sampled[] {
  const polygon = (loop: Loop2): Vec2[] => {
    const o = outlineOf(region(loop), chordError)
    return Array.from(o.sideFrom, (v): Vec2 => [o.x[v]!, o.y[v]!])
  }
  return section.map((r) => ({ outer: polygon(r.outer), holes: r.holes.map(polygon) }))
}

const isInside = (p: Vec2, s: Sampled): boolean =>
  pointInPolygon(p, s.outer) && !s.holes.some((h) => pointInPolygon(p, h))

const middleOf = (l: readonly Vec2[]): Vec2 => [
  l.reduce((sum, v) => sum + v[0], 0) / l.length,
  l.reduce((sum, v) => sum + v[1], 0) / l.length,
]

/** Whether a corner of one lies in the material of the other, or their middles in each other. */
function meet(a: readonly Sampled[], b: readonly Sampled[]): boolean {
  const reaches = (p: Sampled, q: Sampled): boolean => p.outer.some((v) => isInside(v, q))
  const crossed = (p: Sampled, q: Sampled): boolean => isInside(middleOf(p.outer), q)
  return a.some((p) => b.some((q) => reaches(p, q) || reaches(q, p) || (crossed(p, q) && crossed(q, p))))
}
