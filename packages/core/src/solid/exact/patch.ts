import { transformPoint, vec3, type Transform, type Vec3 } from '../../space/index.ts'
import { across, type Foot } from './foot.ts'
import type { Integrand, Sums } from './integrals.ts'
import { alongEndOf, integrandOfPatch, wholeOf, type PatchSums } from './patch-sums.ts'
import type { ExactSurface } from './surface.ts'

/** A smooth piece of a surface by two parameters, each from 0 to 1. */
export interface Patch {
  at(u: number, v: number): Vec3
  /** It closes on itself along u, or v: where that is 1 it is as where it is 0. */
  readonly roundU?: boolean
  readonly roundV?: boolean
  /** Looks so many times along each way that the nearest of them leads to the foot of a place. */
  readonly looks: readonly [u: number, v: number]
  /** How sharply it bends at most, as a radius, mm. */
  readonly radius: number
}

export const transformedPatch = (patch: Patch, place: Transform): Patch => ({
  ...patch,
  at: (u, v) => transformPoint(place, patch.at(u, v)),
})

/** Step of differences, as a share of a parameter: what is left out goes with its square. */
const STEP = 1e-5
/** What differences leave of ten digits. */
const NOISE = 1e-8
/** Steps of Newton's that are taken at most. */
const STEPS = 20

/** A patch as a surface, and its integrand: sums are by its parameters. */
export interface PatchSurface extends ExactSurface {
  readonly integrand: Integrand
  /** By what it was made: patches of one maker part at their own ends. */
  readonly maker: number
  /** Area and moment of the patch from end to end both ways. */
  whole(): PatchSums
  /** Sums along one of its own ends, from one place on it to another; undefined where they do not lie on one. */
  alongEnd(p: Vec3, q: Vec3): Sums | undefined
}

/** How many places may yet be looked up on the patches of a skin; whoever goes past it leaves by a throw that `exactFigures` catches. */
export interface Looks {
  left: number
}

export class TooManyLooks extends Error {}

export function surfaceOfPatch(patch: Patch, maker: number, origin: Vec3, looks: Looks): PatchSurface {
  const place = slopesOf(patch, origin)
  const slopes = (u: number, v: number): Foot => {
    if (--looks.left < 0) throw new TooManyLooks()
    return place(u, v)
  }
  const footOf = footFinder(patch, slopes, origin)
  const [nu, nv] = patch.looks
  const pieces = patch.roundV ? Math.ceil(nu / 4) : undefined
  let sums: PatchSums | undefined
  const whole = (): PatchSums => (sums ??= wholeOf(slopes, [Math.ceil(nu / 4), Math.ceil(nv / 4)]))
  return {
    kind: 'patch',
    radius: patch.radius,
    noise: NOISE,
    maker,
    beside(p) {
      const { at, du, dv } = footOf(p)
      const n = vec3.cross(du, dv)
      const normal = vec3.scale(n, 1 / (vec3.length(n) || 1))
      return { distance: vec3.dot(vec3.sub(p, at), normal), normal }
    },
    whole,
    alongEnd: (p, q) => alongEndOf(slopes, footOf(p), footOf(q), patch),
    integrand: integrandOfPatch(slopes, footOf, pieces, whole),
  }
}

const wrapped = (x: number, round: boolean | undefined): number => (round ? x - Math.floor(x) : x)

/** Places on the patch, counted from an origin, with their slopes. */
function slopesOf(patch: Patch, origin: Vec3): (u: number, v: number) => Foot {
  const { roundU, roundV } = patch
  const here = (u: number, v: number): Vec3 =>
    vec3.sub(patch.at(wrapped(u, roundU), wrapped(v, roundV)), origin)
  // Beyond its ends a patch need not go on.
  const inside = (x: number, round: boolean | undefined): number =>
    round ? x : Math.min(1 - STEP, Math.max(STEP, x))
  const slope = (after: Vec3, before: Vec3): Vec3 => vec3.scale(vec3.sub(after, before), 0.5 / STEP)
  return (u, v) => {
    const [a, b] = [inside(u, roundU), inside(v, roundV)]
    return {
      u,
      v,
      at: here(u, v),
      du: slope(here(a + STEP, v), here(a - STEP, v)),
      dv: slope(here(u, b + STEP), here(u, b - STEP)),
    }
  }
}

interface Look {
  readonly u: number
  readonly v: number
  readonly at: Vec3
}

/** So many looks are followed to a foot; one this near, as a share of how sharply the patch bends, is the one. */
const TRIED = 6
const NEAR_START = 0.02

/** Finds the foot of a place: from the nearest look, and where that leads to none near it, as where coils lie close, from those of other rows. */
function footFinder(patch: Patch, slopes: (u: number, v: number) => Foot, origin: Vec3): (p: Vec3) => Foot {
  const [nu, nv] = patch.looks
  const row = nv + 1
  let known: readonly Look[] | undefined
  const looks = (): readonly Look[] =>
    (known ??= Array.from({ length: (nu + 1) * row }, (_, i): Look => {
      const [u, v] = [Math.floor(i / row) / nu, (i % row) / nv]
      return { u, v, at: vec3.sub(patch.at(u, v), origin) }
    }))
  const within = (x: number, round: boolean | undefined): number =>
    round ? wrapped(x, round) : Math.min(1, Math.max(0, x))
  const follow = (p: Vec3, look: Look | Foot): Foot => {
    let foot = slopes(look.u, look.v)
    for (let step = 0; step < STEPS; step++) {
      const by = across(foot, vec3.sub(p, foot.at))
      const [u, v] = [within(foot.u + by[0], patch.roundU), within(foot.v + by[1], patch.roundV)]
      const moved = Math.abs(u - foot.u) + Math.abs(v - foot.v)
      foot = slopes(u, v)
      if (moved < 1e-11) break
    }
    return foot
  }
  let last: Foot | undefined
  return (p) => {
    // Places are asked for one beside the other.
    if (last && vec3.distance(last.at, p) < patch.radius) {
      const foot = follow(p, last)
      if (vec3.distance(foot.at, p) < NEAR_START * patch.radius) return (last = foot)
    }
    let best: Foot | undefined
    let least = Infinity
    for (const look of nearestRows(looks(), row, p)) {
      const foot = follow(p, look)
      const away = vec3.distance(foot.at, p)
      if (away < least) [best, least] = [foot, away]
      if (least < NEAR_START * patch.radius) break
    }
    return (last = best!)
  }
}

/** The nearest look of each row, the nearest row first. */
function nearestRows(looks: readonly Look[], row: number, p: Vec3): readonly Look[] {
  const best: { look: Look; away: number }[] = []
  for (let from = 0; from < looks.length; from += row) {
    let [near, least] = [looks[from]!, Infinity]
    for (let i = from; i < from + row; i++) {
      const { at } = looks[i]!
      const [x, y, z] = [at[0] - p[0], at[1] - p[1], at[2] - p[2]]
      const d = x * x + y * y + z * z
      if (d < least) [near, least] = [looks[i]!, d]
    }
    best.push({ look: near, away: least })
  }
  best.sort((a, b) => a.away - b.away)
  return best.slice(0, TRIED).map((b) => b.look)
}
