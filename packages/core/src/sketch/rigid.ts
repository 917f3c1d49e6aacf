import type { Id } from '../base/index.ts'
import { tolerance, solvePositive } from '../num/index.ts'
import { equationsOf, type Constraint } from './constraints/index.ts'
import type { Equation } from './constraints/constraint.ts'
import { referencesOf } from './constraints/references.ts'
import { isBuiltIn, type SketchEntity } from './entities.ts'
import { islandsOf } from './islands.ts'
import { entitiesWith, unknownsOf, type Unknowns } from './unknowns.ts'

/** What hangs together by what holds already: the places of its points among the unknowns, and their middle. */
interface Whole {
  readonly at: readonly number[]
  readonly middle: readonly [number, number]
}

/** Most wholes that are shifted and turned against each other. */
const MOST_WHOLES = 12
/** Rounds in which a shift and a turn are found; each is the nearest by what is left of the residuals. */
const ROUNDS = 24
/** Less than this of the residuals gone in a round, and no shift will do. */
const SLOW = 0.7

/**
 * Entities moved as wholes so that all constraints hold, where a shift, or a shift and a turn, of what hangs together by what holds already can
 * do that; what is held in place stays, and lines between it and what moves follow. Undefined where all holds already, or where it takes a
 * change of shape. The least such move is looked for: a shift before a turn, all of it before all but what is held.
 */
export function movedAsWholes(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  size: number,
  limit: number,
): SketchEntity[] | undefined {
  const u = unknownsOf(entities, size)
  const equations = equationsOf(entities, constraints, u)
  const failing = failingIn(equations, u.values, limit)
  if (failing.size === 0) return undefined
  const holding = constraints.filter((c) => !failing.has(c.id))
  const wholes = wholesOf(entities, holding, u)
  // Points alone have no shape to keep.
  if (wholes.length > MOST_WHOLES || wholes.every((w) => w.at.length < 2)) return undefined
  if (!canBeMet(constraints, failing, entities)) return undefined
  const held = heldPoints(constraints, u)
  for (const stay of held.size > 0 ? [new Set<number>(), held] : [held])
    for (const turns of [false, true]) {
      const moving = wholes
        .map((w) => ({ ...w, at: w.at.filter((x) => !stay.has(x)) }))
        .filter((w) => w.at.length > 0)
      const values = moved(equations, u, moving, turns, size, limit)
      if (values && !hasCollapsed(entities, values, u, size)) return entitiesWith(entities, values)
    }
  return undefined
}

function failingIn(equations: readonly Equation[], values: Float64Array, limit: number): Set<Id> {
  const failing = new Set<Id>()
  for (const { constraint, measure } of equations) {
    const off = measure.evaluate(values, new Float64Array(measure.unknowns.length))
    if (!(Math.abs(off) <= limit)) failing.add(constraint)
  }
  return failing
}

/** Sizes are the same however something is moved: a dimension of one thing that is off is met by no shift and no turn. */
function canBeMet(
  constraints: readonly Constraint[],
  failing: ReadonlySet<Id>,
  entities: readonly SketchEntity[],
): boolean {
  const known = new Set(constraints.map((c) => c.id))
  // The ends of an arc that are not as far from its middle as its radius says are its own.
  if ([...failing].some((id) => !known.has(id))) return false
  const rounds = new Set(entities.flatMap((e) => ('radius' in e ? [e.id] : [])))
  return constraints.every((c) => {
    if (!failing.has(c.id)) return true
    if (c.kind === 'equal') return false
    if (c.kind !== 'dimension') return true
    const { measured } = c
    return !('round' in measured && rounds.has(measured.round)) && measured.of !== 'chain'
  })
}

/** Entities that hang together by their points and by constraints that hold. */
function wholesOf(entities: readonly SketchEntity[], holding: readonly Constraint[], u: Unknowns): Whole[] {
  return islandsOf(entities, holding).flatMap((island): Whole[] => {
    const at = island.entities.flatMap((e) =>
      e.kind === 'point' && !isBuiltIn(e.id) ? [u.point(e.id).x] : [],
    )
    if (at.length === 0) return []
    const mean = (off: number): number => at.reduce((sum, x) => sum + u.values[x + off]!, 0) / at.length
    return [{ at, middle: [mean(0), mean(1)] }]
  })
}

/** Points that are held in place by themselves: by a place, or by lying on the origin. */
function heldPoints(constraints: readonly Constraint[], u: Unknowns): ReadonlySet<number> {
  const held = new Set<number>()
  for (const c of constraints) {
    if (c.kind === 'fixed') held.add(u.point(c.point).x)
    else if (c.kind === 'coincident') {
      const ids = referencesOf(c)
      if (ids.some(isBuiltIn)) for (const id of ids) if (!isBuiltIn(id)) held.add(u.point(id).x)
    }
  }
  return held
}

/** The values with wholes moved so that all equations hold: Gauss and Newton, the least step by a little damping. */
function moved(
  equations: readonly Equation[],
  u: Unknowns,
  wholes: readonly Whole[],
  turns: boolean,
  size: number,
  limit: number,
): Float64Array | undefined {
  const each = turns ? 3 : 2
  const n = each * wholes.length
  if (n === 0) return undefined
  const by = new Float64Array(n)
  let values = u.values
  let { off, columns } = slopesOf(equations, values, wholes, by, size)
  let worst = mostOf(off)
  for (let round = 0; round < ROUNDS && worst > limit; round++) {
    const matrix = new Float64Array(n * n)
    const wanted = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      wanted[i] = -dot(columns[i]!, off)
      for (let j = 0; j < n; j++) matrix[i * n + j] = dot(columns[i]!, columns[j]!)
      matrix[i * n + i]! += DAMPING
    }
    const go = solvePositive(matrix, wanted, n)
    if (!go) return undefined
    go.forEach((v, k) => (by[k]! += v))
    values = placed(u.values, wholes, by, each, size)
    ;({ off, columns } = slopesOf(equations, values, wholes, by, size))
    const left = mostOf(off)
    if (!(left < SLOW * worst) && left > limit) return undefined
    worst = left
  }
  return worst <= limit ? values : undefined
}

/** How far off each equation is, and how that changes with each shift and turn. */
function slopesOf(
  equations: readonly Equation[],
  values: Float64Array,
  wholes: readonly Whole[],
  by: Float64Array,
  size: number,
): { readonly off: Float64Array; readonly columns: readonly Float64Array[] } {
  const each = by.length / wholes.length
  const whole = new Map(
    wholes.flatMap(({ at }, k) => at.flatMap((x) => [[x, k] as const, [x + 1, k] as const])),
  )
  const isX = new Set(wholes.flatMap(({ at }) => at))
  const middles = wholes.map(({ middle: [x, y] }, k) => {
    const [dx, dy] = by.subarray(each * k, each * k + 2)
    return [x + dx!, y + dy!] as const
  })
  const off = new Float64Array(equations.length)
  const columns = Array.from({ length: each * wholes.length }, () => new Float64Array(equations.length))
  equations.forEach(({ measure }, row) => {
    const slopes = new Float64Array(measure.unknowns.length)
    off[row] = measure.evaluate(values, slopes)
    measure.unknowns.forEach((x, i) => {
      const k = whole.get(x)
      if (k === undefined) return
      const along = isX.has(x)
      columns[each * k + (along ? 0 : 1)]![row]! += slopes[i]!
      if (each < 3) return
      const [mx, my] = middles[k]!
      const arm = along ? -(values[x + 1]! - my) : values[x - 1]! - mx
      columns[each * k + 2]![row]! += (slopes[i]! * arm) / size
    })
  })
  return { off, columns }
}

/** What keeps what nothing asks for where it is; residuals and moves are both lengths. */
const DAMPING = 1e-9

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, v, i) => sum + v * b[i]!, 0)
const mostOf = (a: Float64Array): number => a.reduce((most, v) => Math.max(most, Math.abs(v)), 0)

/** Values with each whole shifted, and turned about its middle by an arc of a circle of the sketch's size. */
function placed(
  values: Float64Array,
  wholes: readonly Whole[],
  by: Float64Array,
  each: number,
  size: number,
): Float64Array {
  const next = Float64Array.from(values)
  wholes.forEach(({ at, middle: [mx, my] }, k) => {
    const [dx, dy, turn = 0] = by.subarray(each * k, each * (k + 1))
    const [c, s] = [Math.cos(turn / size), Math.sin(turn / size)]
    for (const x of at) {
      const [px, py] = [values[x]! - mx, values[x + 1]! - my]
      next[x] = mx + px * c - py * s + dx!
      next[x + 1] = my + px * s + py * c + dy!
    }
  })
  return next
}

/** Whether a curve has no length that had one. */
export function hasCollapsed(
  entities: readonly SketchEntity[],
  values: Float64Array,
  u: Unknowns,
  size: number,
): boolean {
  const long = (of: Float64Array, e: SketchEntity): number => {
    if (e.kind !== 'line' && e.kind !== 'arc') return 'radius' in e ? Math.abs(of[u.radius(e.id)]!) : Infinity
    const [a, b] = [u.point(e.from), u.point(e.to)]
    const between = Math.hypot(of[b.x]! - of[a.x]!, of[b.y]! - of[a.y]!)
    return e.kind === 'arc' ? Math.min(between, Math.abs(of[u.radius(e.id)]!)) : between
  }
  return entities.some(
    (e) =>
      !isBuiltIn(e.id) &&
      long(values, e) <= tolerance.noCurve * size &&
      long(u.values, e) > tolerance.noCurve * size,
  )
}
