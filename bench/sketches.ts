import type { Constraint, SketchEntity } from '@flexum/core/sketch'

export interface Drawn {
  readonly entities: readonly SketchEntity[]
  readonly constraints: readonly Constraint[]
  /** A point that can be dragged, and where to. */
  readonly drag: { readonly point: string; readonly x: number; readonly y: number }
}

/**
 * A chain of lines and tangent arcs in turns, `curves` long, standing on the origin: all of its sizes are given but the
 * last length. `name` keeps the ids of several apart.
 */
function chain(
  curves: number,
  name: string,
  left: number,
): { entities: SketchEntity[]; constraints: Constraint[]; tip: string } {
  const entities: SketchEntity[] = [{ kind: 'point', id: `${name}p0`, x: left, y: 0 }]
  const constraints: Constraint[] = [{ kind: 'fixed', id: `${name}f`, point: `${name}p0`, x: left, y: 0 }]
  let [x, y, way] = [left, 0, Math.PI / 2]
  for (let i = 0; i < curves; i++) {
    const [from, to, id] = [`${name}p${i}`, `${name}p${i + 1}`, `${name}c${i}`]
    const before = `${name}c${i - 1}`
    if (i % 2 === 0) {
      const long = 20 + (i % 3)
      x += Math.cos(way) * long
      y += Math.sin(way) * long
      entities.push({ kind: 'point', id: to, x, y }, { kind: 'line', id, from, to })
      if (i === 0) constraints.push({ kind: 'vertical', id: `${name}v`, a: from, b: to })
      else constraints.push({ kind: 'tangent', id: `${name}t${i}`, a: id, b: before, at: from, side: 1 })
      if (i < curves - 1)
        constraints.push({
          kind: 'dimension',
          id: `${name}d${i}`,
          value: long,
          measured: { of: 'distance', a: from, b: to },
        })
      continue
    }
    const clockwise = i % 4 === 1
    const side = clockwise ? -1 : 1
    const [r, sweep] = [6 + (i % 5), 1.1]
    const [cx, cy] = [x - Math.sin(way) * r * side, y + Math.cos(way) * r * side]
    const out = Math.atan2(y - cy, x - cx) + side * sweep
    x = cx + r * Math.cos(out)
    y = cy + r * Math.sin(out)
    way += side * sweep
    entities.push(
      { kind: 'point', id: `${name}m${i}`, x: cx, y: cy },
      { kind: 'point', id: to, x, y },
      { kind: 'arc', id, centre: `${name}m${i}`, from, to, radius: r, clockwise },
    )
    constraints.push(
      { kind: 'tangent', id: `${name}t${i}`, a: before, b: id, at: from, side: 1 },
      { kind: 'dimension', id: `${name}r${i}`, value: r, measured: { of: 'radius', round: id } },
    )
    if (i < curves - 2)
      constraints.push({
        kind: 'dimension',
        id: `${name}a${i}`,
        value: r * sweep,
        measured: { of: 'arc-length', round: id },
      })
  }
  return { entities, constraints, tip: `${name}p${curves}` }
}

function drawn(parts: readonly ReturnType<typeof chain>[]): Drawn {
  const entities = parts.flatMap((p) => p.entities)
  const { tip } = parts.at(-1)!
  const at = entities.find((e) => e.id === tip) as { x: number; y: number }
  return {
    entities,
    constraints: parts.flatMap((p) => p.constraints),
    drag: { point: tip, x: at.x + 3, y: at.y + 2 },
  }
}

/** Curves in chains of five that share nothing. */
export const independent = (curves: number): Drawn =>
  drawn(Array.from({ length: curves / 5 }, (_, k) => chain(5, `k${k}-`, 60 * k)))

/** The same number of curves in one chain. */
export const linked = (curves: number): Drawn => drawn([chain(curves, '', 0)])
