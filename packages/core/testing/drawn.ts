import { countingIds } from '../src/base/index.ts'
import {
  measureOf,
  unknownsOf,
  type Constraint,
  type Relation,
  type SketchDraft,
  type SketchEntity,
  type SketchPoint,
} from '../src/sketch/index.ts'

/** Short names for putting sketches together in tests. */
export const pt = (id: string, x: number, y: number): SketchPoint => ({ kind: 'point', id, x, y })
export const line = (id: string, from: string, to: string): SketchEntity => ({ kind: 'line', id, from, to })
export const circle = (id: string, centre: string, radius: number): SketchEntity => ({
  kind: 'circle',
  id,
  centre,
  radius,
})
export const arc = (
  id: string,
  centre: string,
  from: string,
  to: string,
  radius: number,
  clockwise = false,
): SketchEntity => ({ kind: 'arc', id, centre, from, to, radius, clockwise })

type Measured = Extract<Constraint, { kind: 'dimension' }>['measured']
export const dim = (id: string, value: number, measured: Measured): Constraint => ({
  kind: 'dimension',
  id,
  value,
  measured,
})

export const placeOf = (entities: readonly SketchEntity[], id: string): readonly [number, number] => {
  const p = entities.find((e) => e.id === id) as SketchPoint
  return [p.x, p.y]
}

/** What a chain is made of: how each stretch sets off from the last, how long it is, how it turns. */
export interface ChainSeed {
  readonly kind: 'line' | 'arc'
  readonly turn: number
  readonly size: number
  readonly sweep: number
}

/**
 * A chain of lines and tangent arcs drawn exactly, with constraints and dimensions read off it, so that all of them
 * can hold: its first point is fixed, arcs run on smoothly, corners have their angle, everything its size.
 */
export function chainFrom(seeds: readonly ChainSeed[]): {
  readonly entities: readonly SketchEntity[]
  readonly constraints: readonly Constraint[]
} {
  const entities: SketchEntity[] = [pt('p0', 0, 0)]
  const constraints: Constraint[] = [{ kind: 'fixed', id: 'fix', point: 'p0', x: 0, y: 0 }]
  let [x, y, direction] = [0, 0, 0.3]
  let before: { id: string; kind: string } | undefined
  seeds.forEach((s, i) => {
    const [from, to, id] = [`p${i}`, `p${i + 1}`, `c${i}`]
    if (s.kind === 'line' || !before) {
      const corner = before?.kind === 'line' ? s.turn : 0
      direction += corner
      x += Math.cos(direction) * s.size
      y += Math.sin(direction) * s.size
      entities.push(pt(to, x, y), line(id, from, to))
      constraints.push(dim(`d${i}`, s.size, { of: 'distance', a: from, b: to }))
      if (!before) constraints.push(dim('first', 0.3, { of: 'angle', a: 'across-axis', b: id }))
      else if (before.kind === 'line')
        constraints.push(dim(`a${i}`, corner, { of: 'angle', a: before.id, b: id }))
      else constraints.push({ kind: 'tangent', id: `t${i}`, a: id, b: before.id, at: from, side: 1 })
      before = { id, kind: 'line' }
      return
    }
    const clockwise = s.turn < 0
    const side = clockwise ? -1 : 1
    const [cx, cy] = [x - Math.sin(direction) * s.size * side, y + Math.cos(direction) * s.size * side]
    const out = Math.atan2(y - cy, x - cx) + side * s.sweep
    x = cx + s.size * Math.cos(out)
    y = cy + s.size * Math.sin(out)
    direction += side * s.sweep
    entities.push(pt(`m${i}`, cx, cy), pt(to, x, y), arc(id, `m${i}`, from, to, s.size, clockwise))
    constraints.push(
      dim(`d${i}`, s.size, { of: 'radius', round: id }),
      dim(`l${i}`, s.size * s.sweep, { of: 'arc-length', round: id }),
      { kind: 'tangent', id: `t${i}`, a: before.id, b: id, at: from, side: 1 },
    )
    before = { id, kind: 'arc' }
  })
  return { entities, constraints }
}

/** A draft whose new dimensions take what they measure; `typed` ones take the given figure. */
export function draftOf(
  entities: readonly SketchEntity[],
  constraints: readonly Constraint[],
  typed = 0,
): SketchDraft {
  const ids = countingIds(
    'n',
    [...entities, ...constraints].map((x) => x.id),
  )
  const d: SketchDraft = {
    entities: [...entities],
    constraints: [...constraints],
    add(e) {
      const id = ids()
      d.entities.push({ ...e, id } as SketchEntity)
      return id
    },
    point: (at) => d.add({ kind: 'point', x: at[0], y: at[1] }),
    relate(r) {
      const id = ids()
      d.constraints.push({ ...r, id } as Relation)
      return id
    },
    size(measured, figure) {
      const id = ids()
      const u = unknownsOf(d.entities)
      const m = measureOf(measured, u)
      const now = m.evaluate(u.values, new Float64Array(m.unknowns.length))
      const like = figure === 'typed' ? undefined : d.constraints.find((c) => c.id === figure.like)
      const value = like?.kind === 'dimension' ? Math.abs((like as { value?: number }).value!) : typed
      d.constraints.push({ kind: 'dimension', id, measured, value: (now < 0 ? -1 : 1) * value } as Relation)
      return id
    },
  }
  return d
}
