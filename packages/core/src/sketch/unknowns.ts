import type { Id } from '../base/index.ts'
import type { SketchArc, SketchCircle, SketchEntity, SketchLine, SketchPoint } from './entities.ts'

/** Where in the vector of unknowns an entity's numbers stand: a point has x and y, a circle or an arc its radius. */
export interface Unknowns {
  readonly values: Float64Array
  /** A length the sketch is measured against: the diagonal of its points, at least 1 mm. */
  readonly size: number
  point(id: Id): { x: number; y: number }
  radius(id: Id): number
  entity(id: Id): SketchEntity
  line(id: Id): SketchLine
  round(id: Id): SketchArc | SketchCircle
  /** The entity that an unknown belongs to. */
  owner(index: number): Id
}

export function unknownsOf(entities: readonly SketchEntity[]): Unknowns {
  const byId = new Map(entities.map((e) => [e.id, e]))
  const first = new Map<Id, number>()
  const owners: Id[] = []
  const values: number[] = []
  const put = (id: Id, ...numbers: number[]): void => {
    first.set(id, values.length)
    for (const n of numbers) {
      values.push(n)
      owners.push(id)
    }
  }
  for (const e of entities) {
    if (e.kind === 'point') put(e.id, e.x, e.y)
    else if (e.kind !== 'line') put(e.id, e.radius)
  }
  const entity = (id: Id): SketchEntity => {
    const e = byId.get(id)
    if (!e) throw new Error(`the sketch has no entity "${id}"`)
    return e
  }
  const must = <K extends SketchEntity['kind']>(id: Id, ...kinds: K[]) => {
    const e = entity(id)
    if (!(kinds as string[]).includes(e.kind))
      throw new Error(`"${id}" is a ${e.kind}, not a ${kinds.join(' or ')}`)
    return e as Extract<SketchEntity, { kind: K }>
  }
  return {
    values: Float64Array.from(values),
    size: sizeOf(entities.filter((e): e is SketchPoint => e.kind === 'point')),
    entity,
    point(id) {
      must(id, 'point')
      const x = first.get(id)!
      return { x, y: x + 1 }
    },
    radius(id) {
      must(id, 'arc', 'circle')
      return first.get(id)!
    },
    line: (id) => must(id, 'line'),
    round: (id) => must(id, 'arc', 'circle'),
    owner: (index) => owners[index]!,
  }
}

function sizeOf(points: readonly SketchPoint[]): number {
  if (points.length === 0) return 1
  const xs = points.map((p) => p.x)
  const ys = points.map((p) => p.y)
  return Math.max(1, Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)))
}

/** The entities with new numbers. */
export function entitiesWith(entities: readonly SketchEntity[], values: Float64Array): SketchEntity[] {
  let at = 0
  return entities.map((e) => {
    if (e.kind === 'point') return { ...e, x: values[at++]!, y: values[at++]! }
    return e.kind === 'line' ? e : { ...e, radius: values[at++]! }
  })
}
