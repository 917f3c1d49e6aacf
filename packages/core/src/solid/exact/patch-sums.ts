import { tolerance, gaussRule } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { ArcNode } from './arcs.ts'
import { addVector, mostApart, negated, vectorIn, type Integrand, type Sums } from './integrals.ts'
import { across, type Foot } from './foot.ts'

type Slopes = (u: number, v: number) => Foot

/** Area, mm2, and the integral of r.n as the patch looks, mm3; and how far each may be off. */
export interface PatchSums {
  readonly area: number
  readonly moment: number
  readonly areaError: number
  readonly momentError: number
}

/** Places of Gauss's rule across a patch, for arcs of few nodes and of many. */
const INSIDE = [6, 10] as const
const FEW_NODES = 4
/** Places of Gauss's rule over a whole patch, each way in each piece, to compare and to count. */
const WHOLE = [5, 7] as const
/** Where in the sums of a patch's arc stand area, moment, how far it goes round, and which end strips were counted from. */
const [AREA, MOMENT, ROUND, FROM] = [3, 4, 5, 6]
const PATCH_SUMS = 7

/** Area and moment of a strip of width one, from one parameter to another. */
function strip(
  from: number,
  to: number,
  at: (x: number) => Foot,
  pieces: number,
  places: number,
): readonly [number, number] {
  const { nodes, weights } = gaussRule(places)
  let [area, moment] = [0, 0]
  const size = (to - from) / pieces
  for (let k = 0; k < pieces; k++)
    for (let i = 0; i < places; i++) {
      const foot = at(from + size * (k + (1 + nodes[i]!) / 2))
      const n = vec3.cross(foot.du, foot.dv)
      const w = (weights[i]! * size) / 2
      area += w * vec3.length(n)
      moment += w * vec3.dot(foot.at, n)
    }
  return [area, moment]
}

/**
 * Area and moment as the contour of minus the integral across the patch, from v = 0 on, times du. Of one that closes on itself that way, told by
 * `pieces`, of the integral along it times dv, which has one value all round: from the nearer end on, as a patch may be long; a loop that goes round at
 * the far end is short of the whole patch by that.
 */
export function integrandOfPatch(
  slopes: Slopes,
  footOf: (p: Vec3) => Foot,
  pieces: number | undefined,
  whole: () => PatchSums,
): Integrand {
  return {
    along(nodes: readonly ArcNode[]) {
      const sums = new Float64Array(PATCH_SUMS)
      const places = INSIDE[nodes.length > FEW_NODES ? 1 : 0]
      const far = nodes.length > 0 && pieces !== undefined && footOf(nodes[0]!.at).u > 0.5 ? 1 : 0
      sums[FROM] = far
      for (const n of nodes) {
        addVector(sums, n)
        const foot = footOf(n.at)
        const [du, dv] = across(foot, n.step)
        const by = pieces === undefined ? -du : dv
        sums[ROUND]! += dv
        if (Math.abs(by) < 1e-13) continue
        const [area, moment] =
          pieces === undefined
            ? strip(0, foot.v, (x) => slopes(foot.u, x), 1, places)
            : strip(far, foot.u, (x) => slopes(x, foot.v), piecesOf(pieces, foot.u - far), places)
        sums[AREA]! += area * by
        sums[MOMENT]! += moment * by
      }
      return sums
    },
    back(sums) {
      const back = negated(sums)
      back[FROM] = sums[FROM]!
      return back
    },
    differ: (a, b) => mostApart(a.subarray(0, MOMENT), b.subarray(0, MOMENT)),
    total(loops, out) {
      let [area, moment] = [0, 0]
      for (const loop of loops) {
        const sum = (j: number): number => loop.reduce((t, x) => t + x[j]!, 0)
        area += sum(AREA)
        moment += sum(MOMENT)
        const far = sum(FROM)
        if (far === 0) continue
        const round = Math.round(sum(ROUND))
        // Counted from both ends it has no one value.
        if (far !== loop.length) area = NaN
        if (round === 0) continue
        area += round * whole().area
        moment += round * whole().moment
      }
      return { vector: vectorIn(loops), area: out * area, moment }
    },
  }
}

const piecesOf = (all: number, share: number): number => Math.max(1, Math.ceil(all * Math.abs(share)))

/** The same along one of the patch's own ends; undefined where two places do not lie on one. */
export function alongEndOf(slopes: Slopes, a: Foot, b: Foot, patch: Rounds): Sums | undefined {
  const sums = new Float64Array(PATCH_SUMS)
  const on = (x: number, y: number, end: number): boolean =>
    Math.abs(x - end) < tolerance.parameterEnd && Math.abs(y - end) < tolerance.parameterEnd
  if (patch.roundV) {
    // Strips from the end that the places lie on have no length.
    sums[FROM] = on(a.u, b.u, 1) ? 1 : 0
    sums[ROUND] = b.v - a.v - Math.round(b.v - a.v)
    return on(a.u, b.u, 0) || on(a.u, b.u, 1) ? sums : undefined
  }
  if (!patch.roundU && (on(a.u, b.u, 0) || on(a.u, b.u, 1))) return sums
  if (on(a.v, b.v, 0)) return sums
  if (!on(a.v, b.v, 1)) return undefined
  let by = b.u - a.u
  if (patch.roundU) by -= Math.round(by)
  const { nodes, weights } = gaussRule(INSIDE[1])
  for (let i = 0; i < INSIDE[1]; i++) {
    const u = a.u + (by / 2) * (1 + nodes[i]!)
    const [area, moment] = strip(0, 1, (x) => slopes(u, x), 1, INSIDE[1])
    sums[AREA]! -= (weights[i]! * by * area) / 2
    sums[MOMENT]! -= (weights[i]! * by * moment) / 2
  }
  return sums
}

/** Which ways a patch closes on itself. */
type Rounds = { readonly roundU?: boolean; readonly roundV?: boolean }

/** A whole patch by Gauss's rule in so many pieces each way; what it is off by is told by a rule of fewer places. */
export function wholeOf(slopes: Slopes, [alongU, alongV]: readonly [number, number]): PatchSums {
  const by = (places: number): readonly [number, number] => {
    const { nodes, weights } = gaussRule(places)
    let [area, moment] = [0, 0]
    for (let i = 0; i < alongU * places; i++)
      for (let j = 0; j < alongV * places; j++) {
        const u = (Math.floor(i / places) + (1 + nodes[i % places]!) / 2) / alongU
        const v = (Math.floor(j / places) + (1 + nodes[j % places]!) / 2) / alongV
        const { at, du, dv } = slopes(u, v)
        const n = vec3.cross(du, dv)
        const w = (weights[i % places]! * weights[j % places]!) / (4 * alongU * alongV)
        area += w * vec3.length(n)
        moment += w * vec3.dot(at, n)
      }
    return [area, moment]
  }
  const [few, many] = [by(WHOLE[0]), by(WHOLE[1])]
  return {
    area: many[0],
    moment: many[1],
    areaError: Math.abs(many[0] - few[0]),
    momentError: Math.abs(many[1] - few[1]),
  }
}
