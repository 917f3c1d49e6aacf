import type { Id } from '../base/index.ts'
import { nullSpace, solvePositive, tolerance } from '../num/index.ts'
import { clusterSolver, numbersOf, putNumbers, type State } from './cluster-solver.ts'
import type { Cluster } from './clusters.ts'
import { gradientsOf } from './gradients.ts'
import type { Unknowns } from './unknowns.ts'

/** Where someone drags to: a point toward a place, or a round toward a radius. */
export type Pull =
  | { readonly point: Id; readonly x: number; readonly y: number }
  | { readonly round: Id; readonly radius: number }

/** Steps in which a pull is followed, and how much nearer each must come to go on, as a share of the sketch's size. */
const STEPS = 12
const GAIN = 2e-4
/** A step goes no further than this share of the sketch's size. */
const LONGEST = 0.15
const BACK_ITERATIONS = 25
/** Weight of the way itself against being nearer, the least and the most: motions that hardly help go far for little. */
const LEAST_STIFF = 1e-9
const MOST_STIFF = 1e3
/** Weights tried where a step brings nothing nearer, each so many times the one before, none below the first. */
const TRIES = 7
const STIFFER = 16
const FIRST_STIFFER = 1e-6

interface Target {
  readonly unknown: number
  readonly value: number
}

function targetsOf(p: Pull, u: Unknowns): Target[] {
  if ('round' in p) return [{ unknown: u.radius(p.round), value: p.radius }]
  const { x, y } = u.point(p.point)
  return [
    { unknown: x, value: p.x },
    { unknown: y, value: p.y },
  ]
}

/**
 * Moves what is pulled as near to where it is pulled as its free motions let it: each step goes along the null space
 * of the constraints and is then brought back onto them. What is settled never gives way.
 */
export function follow(
  pulls: readonly Pull[],
  u: Unknowns,
  state: State,
  clusters: readonly Cluster[],
  limit: number,
): void {
  const { r } = state
  const targets = pulls.flatMap((p) => targetsOf(p, u)).filter((t) => r.groupOf[t.unknown]! >= 0)
  const left = new Set(targets)
  for (const cluster of clusters) {
    const own = targets.filter((t) => cluster.groups.includes(r.groupOf[t.unknown]!))
    for (const t of own) left.delete(t)
    if (own.length > 0) followIn(cluster, own, state, limit, u.size)
  }
  // What no constraint ties goes all the way.
  for (const t of left) putNumbers(state, [r.groupOf[t.unknown]!], [t.value - r.offset[t.unknown]!])
}

function followIn(
  cluster: Cluster,
  targets: readonly Target[],
  state: State,
  limit: number,
  size: number,
): void {
  const { r, values } = state
  const { groups } = cluster
  const solver = clusterSolver(cluster, state)
  if (solver.worst() > limit) solver.run(limit, BACK_ITERATIONS)
  if (solver.worst() > limit) return
  const place = targets.map((t) => groups.indexOf(r.groupOf[t.unknown]!))
  let vectors: readonly Float64Array[] = []
  const away = (): number[] => targets.map((t) => t.value - values[t.unknown]!)
  for (let k = 0; k < STEPS; k++) {
    const before = numbersOf(state, groups)
    const off = away()
    const distance = Math.hypot(...off)
    if (distance <= limit) return
    // Where the free motions as they were a step ago would bring it no nearer, those of now hardly would.
    if (k > 0 && nearer(vectors, place, off) < GAIN * size) return
    vectors = nullSpace(gradientsOf(cluster, r, values), groups.length, tolerance.sketchRank).vectors
    let arrived = false
    let stiff = LEAST_STIFF
    // Near the end of its reach the way that helps at first turns off at once: stiffer, only what helps on is left.
    for (let h = 0; h < TRIES && !arrived; h++, stiff = Math.max(stiff * STIFFER, FIRST_STIFFER)) {
      const found = boundedStep(vectors, place, off, groups.length, LONGEST * size, stiff)
      stiff = found.stiff
      if (!(longest(found.step) > limit)) break
      putNumbers(
        state,
        groups,
        before.map((x, i) => x + found.step[i]!),
      )
      solver.run(limit, BACK_ITERATIONS)
      arrived = solver.worst() <= limit && Math.hypot(...away()) < distance
    }
    if (!arrived) {
      putNumbers(state, groups, before)
      return
    }
    if (distance - Math.hypot(...away()) < GAIN * size) return
  }
}

const longest = (step: Float64Array): number => step.reduce((most, x) => Math.max(most, Math.abs(x)), 0)

/** The way toward the pulled places, made stiffer than asked until nothing moves further than it may in one step. */
function boundedStep(
  motions: readonly Float64Array[],
  place: readonly number[],
  off: readonly number[],
  n: number,
  most: number,
  asked: number,
): { readonly step: Float64Array; readonly stiff: number } {
  let stiff = asked
  let step = toward(motions, place, off, n, stiff)
  while (longest(step) > most && stiff < MOST_STIFF) {
    stiff = Math.max(stiff * 4, FIRST_STIFFER)
    step = toward(motions, place, off, n, stiff)
  }
  return { step, stiff }
}

/** By how much the free motions would bring the places nearer to where they should be, to first order. */
function nearer(motions: readonly Float64Array[], place: readonly number[], off: readonly number[]): number {
  const step = toward(motions, place, off, motions[0]?.length ?? 0, LEAST_STIFF)
  const left = off.map((x, i) => x - (step[place[i]!] ?? 0))
  return Math.hypot(...off) - Math.hypot(...left)
}

/** The shortest combination of free motions that brings the places where they should be, as nearly as they can. */
function toward(
  motions: readonly Float64Array[],
  place: readonly number[],
  off: readonly number[],
  n: number,
  stiff: number,
): Float64Array {
  const p = place.length
  const normal = new Float64Array(p * p)
  for (let i = 0; i < p; i++)
    for (let j = 0; j < p; j++) for (const m of motions) normal[i * p + j]! += m[place[i]!]! * m[place[j]!]!
  for (let i = 0; i < p; i++) normal[i * p + i]! += stiff
  const weights = solvePositive(normal, Float64Array.from(off), p) ?? new Float64Array(p)
  const step = new Float64Array(n)
  for (const m of motions) {
    let share = 0
    for (let i = 0; i < p; i++) share += m[place[i]!]! * weights[i]!
    if (share !== 0) for (let i = 0; i < n; i++) step[i]! += share * m[i]!
  }
  return step
}
