import { halfTurn } from '../num/index.ts'
import type { BendTable } from './bend-table.ts'

/** A bend as the straight bar has it before it is bent. */
export interface BarBend {
  /** Which it is in the bend table, counted from 0. */
  readonly bend: number
  /** Straight before it, mm. */
  readonly straight: number
  /** Turn of its plane against that of the bend before, rad, as in the bend table; 0 for the first. */
  readonly rotation: number
  readonly angle: number
  /** The angle it is bent to before it springs back. */
  readonly set: number
  readonly radius: number
  /** Length of straight bar that goes into it. */
  readonly developed: number
}

/** The straight bar of a bend table, from the end that is bent first; what is held or sawn off beyond the part is in its first and last straight. */
export interface Bar {
  readonly bends: readonly BarBend[]
  readonly last: number
}

/** The bar of a table: `developed` and `set` by bend, and what there is of bar beyond the part at its ends. */
export function barOf(
  table: BendTable,
  developed: (bend: number) => number,
  set: (bend: number) => number,
  beyond: { readonly start: number; readonly end: number },
): Bar {
  return {
    bends: table.rows.map(({ length, rotation, angle, radius }, bend) => ({
      bend,
      straight: bend === 0 ? Math.max(length + beyond.start, 0) : length,
      rotation,
      angle,
      set: set(bend),
      radius,
      developed: developed(bend),
    })),
    last: Math.max(table.last + (table.rows.length === 0 ? beyond.start : 0) + beyond.end, 0),
  }
}

/** The same bar from its other end: the turns between bends keep their sign. */
export function otherEnd({ bends, last }: Bar): Bar {
  return {
    bends: bends.toReversed().map((b, i, all) => ({
      ...b,
      straight: i === 0 ? last : all[i - 1]!.straight,
      rotation: i === 0 ? 0 : all[i - 1]!.rotation,
    })),
    last: bends[0]?.straight ?? last,
  }
}

/** Where a bend lies on the straight bar: from where to where, and by how much its plane is turned against that of the first. */
export interface BarZone {
  readonly from: number
  readonly to: number
  readonly clock: number
}

export function zonesOf({ bends }: Bar): BarZone[] {
  let at = 0
  let clock = 0
  return bends.map((b) => {
    const from = at + b.straight
    at = from + b.developed
    clock = halfTurn(clock + b.rotation)
    return { from, to: at, clock }
  })
}

export const barLength = (bar: Bar): number => (zonesOf(bar).at(-1)?.to ?? 0) + bar.last
