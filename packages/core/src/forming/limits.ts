import { tolerance } from '../num/index.ts'
import {
  ovality,
  outerStrain,
  radiusForOvality,
  radiusForStrain,
  radiusForThinning,
  wallThinning,
} from './stretch.ts'

/** What a stock and a bender can do. Left out is what nobody limits. Lengths mm, angles rad, shares of 1. */
export interface Limits {
  readonly smallest?: number
  readonly strain?: number
  readonly thinning?: number
  readonly ovality?: number
  /** Factor of `ovality`, measured on a trial bend. */
  readonly ovalityFactor?: number
  readonly mostAngle?: number
  /** Straight that the clamp needs before a bend, and that the pressure die needs after the last. */
  readonly clamp: number
  readonly pressure: number
  /** The longest straight before the first bend. */
  readonly mostFirst?: number
  /** Centreline radii of the dies at hand; any radius when there are none. */
  readonly dies: readonly number[]
}

/** A bend as the limits see it. */
export interface LimitedBend {
  readonly radius: number
  /** The angle it is bent to, before it springs back. */
  readonly set: number
  readonly inside: number
  readonly outside: number
  readonly neutral: number
  /** Of a round tube. */
  readonly tube?: { readonly diameter: number; readonly wall: number }
}

/** What a bend does to the section: shares of 1. */
export interface BendEffects {
  readonly strain: number
  readonly thinning: number | undefined
  readonly ovality: number | undefined
}

export function effectsOf(bend: LimitedBend, ovalityFactor: number | undefined): BendEffects {
  const { tube } = bend
  return {
    strain: outerStrain(bend),
    thinning: tube && wallThinning(bend),
    ovality:
      tube && ovalityFactor !== undefined
        ? ovality(ovalityFactor, tube.diameter, tube.wall, bend.radius)
        : undefined,
  }
}

export type Breach =
  /** `least` is the smallest radius that would do. */
  | {
      readonly kind: 'radius' | 'strain' | 'thinning' | 'ovality'
      readonly bend: number
      readonly value: number
      readonly limit: number
      readonly least: number
    }
  /** No die of its radius; `dies` are the next smaller and the next larger one. */
  | {
      readonly kind: 'die'
      readonly bend: number
      readonly value: number
      readonly dies: readonly number[]
    }
  | { readonly kind: 'angle'; readonly bend: number; readonly value: number; readonly limit: number }
  /** A straight before this bend, or after the last (then `bend` is how many there are), shorter than what has to hold it. */
  | {
      readonly kind: 'clamp' | 'pressure'
      readonly bend: number
      readonly value: number
      readonly limit: number
    }
  | { readonly kind: 'first'; readonly value: number; readonly limit: number }

/** The straights of a bar in the order in which they are fed, what is held beyond the part counted in: one before each bend, one after the last. */
export type Straights = readonly number[]

/** All limits that bends pass; `bends` and `straights` in the order in which they are bent. */
export function breachesOf(bends: readonly LimitedBend[], straights: Straights, limits: Limits): Breach[] {
  const found: Breach[] = []
  const over = (value: number | undefined, limit: number | undefined): limit is number =>
    value !== undefined && limit !== undefined && value > limit * (1 + tolerance.allowedExcess)
  bends.forEach((bend, i) => {
    const { strain, thinning, ovality: oval } = effectsOf(bend, limits.ovalityFactor)
    const shift = bend.radius - bend.neutral
    if (limits.smallest !== undefined && bend.radius < limits.smallest * (1 - tolerance.allowedExcess))
      found.push({
        kind: 'radius',
        bend: i,
        value: bend.radius,
        limit: limits.smallest,
        least: limits.smallest,
      })
    if (over(strain, limits.strain))
      found.push({
        kind: 'strain',
        bend: i,
        value: strain,
        limit: limits.strain,
        least: radiusForStrain(limits.strain, bend.outside, shift),
      })
    if (over(thinning, limits.thinning))
      found.push({
        kind: 'thinning',
        bend: i,
        value: thinning!,
        limit: limits.thinning,
        least: radiusForThinning(limits.thinning, bend.outside, shift),
      })
    if (over(oval, limits.ovality))
      found.push({
        kind: 'ovality',
        bend: i,
        value: oval!,
        limit: limits.ovality,
        least: radiusForOvality(limits.ovalityFactor!, bend.tube!.diameter, bend.tube!.wall, limits.ovality),
      })
    const { dies } = limits
    if (dies.length > 0 && !dies.some((d) => Math.abs(d - bend.radius) <= tolerance.sameDie * d))
      found.push({ kind: 'die', bend: i, value: bend.radius, dies: nextDies(dies, bend.radius) })
    if (over(bend.set, limits.mostAngle))
      found.push({ kind: 'angle', bend: i, value: bend.set, limit: limits.mostAngle })
    if (straights[i]! < limits.clamp * (1 - tolerance.allowedExcess))
      found.push({ kind: 'clamp', bend: i, value: straights[i]!, limit: limits.clamp })
  })
  if (bends.length === 0) return found
  const last = straights[bends.length]!
  if (last < limits.pressure * (1 - tolerance.allowedExcess))
    found.push({ kind: 'pressure', bend: bends.length, value: last, limit: limits.pressure })
  if (over(straights[0], limits.mostFirst))
    found.push({ kind: 'first', value: straights[0]!, limit: limits.mostFirst })
  return found
}

function nextDies(dies: readonly number[], radius: number): number[] {
  const sorted = dies.toSorted((a, b) => a - b)
  const [below, above] = [sorted.findLast((d) => d < radius), sorted.find((d) => d > radius)]
  return [below, above].filter((d) => d !== undefined)
}
