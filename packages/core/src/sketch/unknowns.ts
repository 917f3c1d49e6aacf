import type { Id } from '../base/index.ts'
import { BUILT_IN, isBuiltIn, type SketchEntity, type SketchPoint } from './entities.ts'

type Kind = SketchEntity['kind']
type OfKind<K extends Kind> = Extract<SketchEntity, { kind: K }>

/**
 * Where in the vector of unknowns an entity's numbers stand: a point has x and y, a circle, arc or ellipse its radius.
 * The sheet's own origin and axes come last and are not unknown: from `count` on nothing may move.
 */
export interface Unknowns {
  readonly values: Float64Array
  readonly count: number
  /** A length the sketch is measured against: the diagonal of its points, at least 1 mm. */
  readonly size: number
  point(id: Id): { x: number; y: number }
  radius(id: Id): number
  entity(id: Id): SketchEntity
  /** The entity, which must be of one of the kinds. */
  must<K extends Kind>(id: Id, ...kinds: K[]): OfKind<K>
  /** The entity that an unknown belongs to. */
  owner(index: number): Id
}

/** The unknowns of entities; `size` where they are part of a sketch of another size than their own. */
export function unknownsOf(entities: readonly SketchEntity[], size = sizeOf(entities)): Unknowns {
  const all = entities.some((e) => isBuiltIn(e.id)) ? entities : [...entities, ...BUILT_IN]
  const byId = new Map(all.map((e) => [e.id, e]))
  const first = new Map<Id, number>()
  const owners: Id[] = []
  const values: number[] = []
  let count = 0
  const put = (id: Id, ...numbers: number[]): void => {
    first.set(id, values.length)
    for (const n of numbers) {
      values.push(n)
      owners.push(id)
    }
    if (!isBuiltIn(id)) count = values.length
  }
  for (const e of all) {
    if (e.kind === 'point') put(e.id, e.x, e.y)
    else if ('radius' in e) put(e.id, e.radius)
  }
  const entity = (id: Id): SketchEntity => {
    const e = byId.get(id)
    if (!e) throw new Error(`the sketch has no entity "${id}"`)
    return e
  }
  const must = <K extends Kind>(id: Id, ...kinds: K[]): OfKind<K> => {
    const e = entity(id)
    if (!(kinds as string[]).includes(e.kind))
      throw new Error(`"${id}" is a ${e.kind}, not a ${kinds.join(' or ')}`)
    return e as OfKind<K>
  }
  return {
    values: Float64Array.from(values),
    count,
    size,
    entity,
    must,
    point(id) {
      must(id, 'point')
      const x = first.get(id)!
      return { x, y: x + 1 }
    },
    radius(id) {
      must(id, 'arc', 'circle', 'ellipse')
      return first.get(id)!
    },
    owner: (index) => owners[index]!,
  }
}

/** The diagonal of a sketch's points and circles, at least 1 mm. */
export function sizeOf(entities: readonly SketchEntity[]): number {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  let most = 1
  for (const e of entities) {
    if (e.kind === 'point' && !isBuiltIn(e.id)) {
      x0 = Math.min(x0, e.x)
      x1 = Math.max(x1, e.x)
      y0 = Math.min(y0, e.y)
      y1 = Math.max(y1, e.y)
    } else if (e.kind === 'circle' || e.kind === 'ellipse') most = Math.max(most, 2 * Math.abs(e.radius))
  }
  return x1 >= x0 ? Math.max(most, Math.hypot(x1 - x0, y1 - y0)) : most
}

/** The entities with new numbers. */
export function entitiesWith(entities: readonly SketchEntity[], values: Float64Array): SketchEntity[] {
  let at = 0
  return entities.map((e) => {
    if (isBuiltIn(e.id)) return e
    if (e.kind === 'point') {
      const [x, y] = [values[at++]!, values[at++]!]
      return x === e.x && y === e.y ? e : { ...e, x, y }
    }
    if (!('radius' in e)) return e
    const radius = values[at++]!
    return radius === e.radius ? e : { ...e, radius }
  })
}

/** A point of a list of entities. */
export function pointAmong(entities: readonly SketchEntity[], id: Id): SketchPoint | undefined {
  const e = entities.find((x) => x.id === id) ?? BUILT_IN.find((x) => x.id === id)
  return e?.kind === 'point' ? e : undefined
}
