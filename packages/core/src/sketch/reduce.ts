import { tolerance } from '../num/index.ts'
import type { Id } from '../base/index.ts'
import type { Equation } from './constraints/constraint.ts'
import type { Unknowns } from './unknowns.ts'

/** Unknowns that move as one: each is its group's number plus an offset. Group -1 does not move at all. */
export interface Reduced {
  readonly groups: number
  readonly groupOf: Int32Array
  readonly offset: Float64Array
  /** Members of each group. */
  readonly members: readonly (readonly number[])[]
  /** The groups' numbers that come nearest to the values as they were. */
  readonly start: Float64Array
  /** What is left to be solved. */
  readonly equations: readonly Equation[]
  /** Constraints that say what older ones said already. */
  readonly repeated: readonly Id[]
}

/**
 * Takes out every condition that only says that two unknowns are equal up to a constant, or what one is (level,
 * upright, coincident, fixed, radius and offsets along the axes): what is left is much smaller and as good.
 */
export function reduce(equations: readonly Equation[], u: Unknowns): Reduced {
  const n = u.values.length
  // One more node stands for "does not move"; values are parent's value + offset.
  const ground = n
  const parent = Int32Array.from({ length: n + 1 }, (_, i) => i)
  const offset = new Float64Array(n + 1)
  const find = (i: number): number => {
    if (parent[i] === i) return i
    const up = parent[i]!
    const root = find(up)
    if (up !== root) offset[i]! += offset[up]!
    parent[i] = root
    return root
  }
  for (let i = u.count; i < n; i++) {
    parent[i] = ground
    offset[i] = u.values[i]!
  }
  const left: Equation[] = []
  const repeated: Id[] = []
  for (const e of equations) {
    const { plain } = e.measure
    if (!plain) {
      left.push(e)
      continue
    }
    // values[of] = values[less] + is
    const other = plain.less ?? ground
    const [a, b] = [find(plain.of), find(other)]
    const need = offset[other]! + plain.is - offset[plain.of]!
    if (a === b) {
      // What contradicts stays in and is found failing.
      if (need === 0 || Math.abs(need) <= tolerance.sameDifference * u.size) repeated.push(e.constraint)
      else left.push(e)
    } else if (a === ground) {
      parent[b] = a
      offset[b] = -need
    } else {
      parent[a] = b
      offset[a] = need
    }
  }
  return collect(u, find, offset, ground, left, repeated)
}

function collect(
  u: Unknowns,
  find: (i: number) => number,
  offset: Float64Array,
  ground: number,
  equations: readonly Equation[],
  repeated: readonly Id[],
): Reduced {
  const n = u.values.length
  const groupOf = new Int32Array(n).fill(-1)
  const members: number[][] = []
  const numbers = new Map<number, number>()
  for (let i = 0; i < n; i++) {
    const root = find(i)
    if (root === ground) continue
    let g = numbers.get(root)
    if (g === undefined) {
      g = members.length
      numbers.set(root, g)
      members.push([])
    }
    groupOf[i] = g
    members[g]!.push(i)
  }
  const start = Float64Array.from(members, (m) =>
    m.reduce((sum, i) => sum + (u.values[i]! - offset[i]!) / m.length, 0),
  )
  return { groups: members.length, groupOf, offset: offset.slice(0, n), members, start, equations, repeated }
}

/** Writes the groups' numbers out to all unknowns. */
export function spread(r: Reduced, numbers: Float64Array, values: Float64Array): void {
  for (let i = 0; i < values.length; i++) {
    const g = r.groupOf[i]!
    values[i] = (g < 0 ? 0 : numbers[g]!) + r.offset[i]!
  }
}
