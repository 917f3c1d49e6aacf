import { TURN as ROUND } from '../../num/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { KnownForm } from '../face/forms.ts'
import type { ArcNode } from './arcs.ts'

/**
 * Area and moment of a face from its edge alone, by Green's theorem in the face's own coordinates. The edge goes round with the face on
 * its left, seen from outside. Of a surface of revolution (angle theta, meridian angle v) the area is the contour of -S(v) dtheta, where S is the
 * integral of the distance from the axis along the meridian; the moment, which is the integral of r.n, comes from it, as r.n is the same everywhere on
 * planes, and but for c.n on the others.
 */
export interface FaceSums {
  /** Half the contour of r x dr: the integral of the outward normal, mm2. */
  readonly vector: Vec3
  readonly area: number
  /** The integral of r.n, mm3. */
  readonly moment: number
  /** What area and moment are short of by once, where a loop goes round the surface: the mesh tells how many times. */
  readonly round?: { readonly area: number; readonly moment: number }
}

/** What is summed along one stretch of an edge: numbers that its face knows how to read. */
export type Sums = Float64Array

/** How sums of a form are gathered along an arc, and what they come to. */
export interface Integrand {
  along(nodes: readonly ArcNode[]): Sums
  /** The sums of the same arc gone along the other way. */
  back(sums: Sums): Sums
  /** How far two sums of one arc differ, mm2. */
  differ(a: Sums, b: Sums): number
  /** What all arcs come to; `loops` are these arcs in order, each going on where the one before ends. `out` is 1 where the form looks out. */
  total(loops: readonly (readonly Sums[])[], out: 1 | -1): FaceSums
}

/** The integrand of a form; `pole` is the axis that angles on a sphere are counted about. */
export function integrandOf(form: KnownForm, pole: Vec3): Integrand {
  switch (form.kind) {
    case 'plane':
      return planeOf(form)
    case 'cylinder':
      return turnedOf(form, {
        potential: (rho, h) => (form.radius * h) / rho,
        moment: (area, vector, out) => vec3.dot(form.at, vector) + out * form.radius * area,
      })
    case 'cone': {
      const s = Math.sin(form.half)
      return turnedOf(form, {
        potential: (rho) => rho / 2 / s,
        moment: (_, vector) => vec3.dot(form.at, vector),
      })
    }
    case 'sphere':
      return turnedOf(
        { at: form.at, axis: pole },
        {
          potential: (rho, h) => (form.radius * h) / rho,
          moment: (area, vector, out) => vec3.dot(form.at, vector) + out * form.radius * area,
          // A pole that lies in the face counts as an edge of no length.
          round: 2 * Math.PI * form.radius ** 2,
        },
      )
    case 'torus':
      return torusOf(form)
  }
}

/** 0, 1 and 2: half the contour of r x dr. */
export function addVector(sums: Sums, { at, step }: ArcNode): void {
  const c = vec3.cross(at, step)
  for (let j = 0; j < 3; j++) sums[j]! += c[j]! / 2
}
export const vectorIn = (loops: readonly (readonly Sums[])[]): Vec3 => {
  const sum = (j: number): number => loops.reduce((s, l) => s + l.reduce((t, x) => t + x[j]!, 0), 0)
  return [sum(0), sum(1), sum(2)]
}

export const negated = (sums: Sums): Sums => sums.map((x) => -x)
export function mostApart(a: Sums, b: Sums): number {
  let most = 0
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!))
  return most
}

function planeOf({ at, normal }: Extract<KnownForm, { kind: 'plane' }>): Integrand {
  return {
    along(nodes) {
      const sums = new Float64Array(3)
      for (const n of nodes) addVector(sums, n)
      return sums
    },
    back: negated,
    differ: mostApart,
    total(loops, out) {
      const vector = vectorIn(loops)
      const area = out * vec3.dot(vector, normal)
      return { vector, area, moment: out * vec3.dot(at, normal) * area }
    },
  }
}

/** What a surface of revolution but a torus is told by: S over the distance from its axis, and r.n integrated. */
interface Turned {
  potential(rho: number, h: number): number
  moment(area: number, vector: Vec3, out: 1 | -1): number
  readonly round?: number
}

function turnedOf({ at, axis }: { at: Vec3; axis: Vec3 }, turned: Turned): Integrand {
  return {
    along(nodes) {
      const sums = new Float64Array(4)
      for (const n of nodes) {
        addVector(sums, n)
        const from = vec3.sub(n.at, at)
        const h = vec3.dot(from, axis)
        const across = vec3.addScaled(from, axis, -h)
        const rho = vec3.length(across)
        if (rho === 0) continue
        // rho dtheta
        const turn = vec3.dot(vec3.cross(axis, across), n.step) / rho
        sums[3]! -= turned.potential(rho, h) * turn
      }
      return sums
    },
    back: negated,
    differ: mostApart,
    total(loops, out) {
      const vector = vectorIn(loops)
      const area = out * loops.reduce((s, l) => s + l.reduce((t, x) => t + x[3]!, 0), 0)
      const moment = turned.moment(area, vector, out)
      const { round } = turned
      if (round === undefined) return { vector, area, moment }
      const once = turned.moment(round, [0, 0, 0], out)
      return { vector, area, moment, round: { area: round, moment: once } }
    },
  }
}

/** Where in the sums of a torus's arc what stands: first the angles at its first node. */
const [THETA, V, TURN, ROLL, S_AREA, S_LEAN, T_AREA, T_LEAN, W_AREA, W_LEAN] = [
  3, 4, 5, 6, 7, 8, 9, 10, 11, 12,
]
const TORUS_SUMS = 13

/**
 * A torus: angles go round both ways. Loops that go round the tube are summed by theta dS, all others by -S dtheta, each angle taken on from
 * arc to arc; what is short by then is a whole number of tori.
 */
function torusOf(form: Extract<KnownForm, { kind: 'torus' }>): Integrand {
  const { at, axis, radius: big, small } = form
  const once = { area: 4 * Math.PI ** 2 * big * small, lean: 2 * Math.PI ** 2 * small * small }
  return {
    along: torusSums,
    back(sums) {
      const back = negated(sums)
      back[THETA] = sums[THETA]! + sums[TURN]!
      back[V] = sums[V]! + sums[ROLL]!
      return back
    },
    differ(a, b) {
      const areas = [0, 1, 2, S_AREA, S_LEAN, T_AREA, T_LEAN, W_AREA, W_LEAN]
      return areas.reduce((most, i) => Math.max(most, Math.abs(a[i]! - b[i]!)), 0)
    },
    total(loops, out) {
      const vector = vectorIn(loops)
      const rolls = loops.some((l) => Math.abs(l.reduce((s, a) => s + a[ROLL]!, 0)) > Math.PI)
      let [area, lean] = [0, 0]
      for (const loop of loops) {
        let [theta, v] = [loop[0]?.[THETA] ?? 0, loop[0]?.[V] ?? 0]
        for (const a of loop) {
          // Whole turns by which the angles of this arc were counted too few.
          const [onTheta, onV] = [wholeTurns(theta - a[THETA]!), wholeTurns(v - a[V]!)]
          if (rolls) {
            area += a[T_AREA]! + onTheta * a[W_AREA]!
            lean += a[T_LEAN]! + onTheta * a[W_LEAN]!
          } else {
            area += a[S_AREA]! - small * big * onV * a[TURN]!
            lean += a[S_LEAN]! - ((small * small) / 2) * onV * a[TURN]!
          }
          theta = a[THETA]! + onTheta + a[TURN]!
          v = a[V]! + onV + a[ROLL]!
        }
      }
      const momentOf = (a: number, l: number): number => out * (small * a + big * l)
      return {
        vector,
        area: out * area,
        moment: vec3.dot(at, vector) + momentOf(out * area, out * lean),
        round: { area: once.area, moment: momentOf(once.area, once.lean) },
      }
    },
  }

  function torusSums(nodes: readonly ArcNode[]): Sums {
    const sums = new Float64Array(TORUS_SUMS)
    const x = vec3.squareTo(axis)
    const y = vec3.cross(axis, x)
    nodes.forEach((n, i) => {
      addVector(sums, n)
      const from = vec3.sub(n.at, at)
      const [px, py, h] = [vec3.dot(from, x), vec3.dot(from, y), vec3.dot(from, axis)]
      const rho = Math.hypot(px, py)
      let theta = Math.atan2(py, px)
      let v = Math.atan2(h, rho - big)
      if (i === 0) [sums[THETA], sums[V]] = [theta, v]
      // Counted from the first node, so that they are taken on over the seam.
      theta += wholeTurns(sums[THETA]! - theta)
      v += wholeTurns(sums[V]! - v)
      const [sx, sy, sh] = [vec3.dot(n.step, x), vec3.dot(n.step, y), vec3.dot(n.step, axis)]
      const turn = (px * sy - py * sx) / (rho * rho)
      const roll = ((rho - big) * sh - (h * (px * sx + py * sy)) / rho) / (small * small)
      const wide = small * (big + small * Math.cos(v))
      sums[TURN]! += turn
      sums[ROLL]! += roll
      sums[S_AREA]! -= small * (big * v + small * Math.sin(v)) * turn
      sums[S_LEAN]! -= small * (big * Math.sin(v) + small * (v / 2 + Math.sin(2 * v) / 4)) * turn
      sums[T_AREA]! += theta * wide * roll
      sums[T_LEAN]! += theta * wide * Math.cos(v) * roll
      sums[W_AREA]! += wide * roll
      sums[W_LEAN]! += wide * Math.cos(v) * roll
    })
    return sums
  }
}

const wholeTurns = (angle: number): number => ROUND * Math.round(angle / ROUND)
