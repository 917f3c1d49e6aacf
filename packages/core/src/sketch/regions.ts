import type { Id } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { arrange, vec2, type Curve2, type Loop2, type Vec2 } from '../plane/index.ts'
import { drawnBy, placesOf } from './curves.ts'
import { endsOf, type SketchEntity } from './entities.ts'
import { sizeOf } from './unknowns.ts'

/** A closed region of a sketch. `curves` are the entities of its outer boundary, which name it for as long as they bound it. */
export interface SketchRegion {
  readonly outer: Loop2
  readonly holes: readonly Loop2[]
  /** The entity of each edge: of the outer loop, then of the holes. */
  readonly edges: readonly Id[]
  readonly curves: readonly Id[]
  readonly area: number
}

/** Two loose ends that nearly meet. */
export interface Gap {
  readonly a: LooseEnd
  readonly b: LooseEnd
  readonly distance: number
}

/** An end of a curve that meets nothing. */
export interface LooseEnd {
  readonly curve: Id
  readonly point: Id
  readonly at: Vec2
}

export interface Areas {
  readonly regions: readonly SketchRegion[]
  /** Loose ends that nearly meet, and so were meant to. */
  readonly gaps: readonly Gap[]
  /** All other loose ends. */
  readonly loose: readonly LooseEnd[]
}

/** Loose ends that nearly meet nothing, told apart. */
export interface OpenEnds {
  /** Each with the nearest that is left for it, at any distance, the nearest first. */
  readonly open: readonly Gap[]
  /** Those with nothing left to be paired with; of many, all of them. */
  readonly alone: readonly LooseEnd[]
}

/** Ends further apart than this share of the sketch's size are meant to be apart. */
const GAP_SHARE = 0.04
/** Loose ends that are paired at any distance; the pairs go with their square. */
const MOST_PAIRED = 200

/**
 * The closed regions of the curves that are no guides, the smallest first, and the loose ends: those nearer to each other than
 * `widest` mm (by itself a twenty-fifth of the sketch's size) are gaps, the nearest first.
 */
export function areasOf(entities: readonly SketchEntity[], widest?: number): Areas {
  const size = sizeOf(entities)
  const drawn = drawnBy(entities, placesOf(entities))
  const owners: { readonly id: Id; readonly first: boolean; readonly last: boolean }[] = []
  const curves: Curve2[] = []
  for (const e of entities) {
    if (e.kind === 'point' || e.guide === true) continue
    const pieces = drawn.get(e.id)!
    pieces.forEach((p, i) => {
      curves.push(p)
      owners.push({ id: e.id, first: i === 0, last: i === pieces.length - 1 })
    })
  }
  const made = arrange(curves, tolerance.sketchMeet * size)
  const regions = made.faces
    .filter((f) => f.area > tolerance.sketchMeet * size * size)
    .map((f): SketchRegion => {
      const outerIds = f.outer.map((e) => owners[e.source]!.id)
      return {
        outer: f.outer.map((e) => e.curve),
        holes: f.holes.map((h) => h.map((e) => e.curve)),
        edges: [...outerIds, ...f.holes.flat().map((e) => owners[e.source]!.id)],
        curves: [...new Set(outerIds)],
        area: f.area,
      }
    })
  const byId = new Map(entities.map((e) => [e.id, e]))
  const ends = made.looseEnds.flatMap((l) => {
    const o = owners[l.source]!
    const points = endsOf(byId.get(o.id)!)
    if (!points || (l.end === 0 ? !o.first : !o.last)) return []
    return [{ curve: o.id, point: points[l.end], at: l.point }]
  })
  const most = widest ?? GAP_SHARE * size
  const gaps = paired(ends, most)
  return { regions, gaps, loose: without(ends, gaps) }
}

/** Pairs loose ends that nearly meet nothing, where they are not too many. */
export function openEnds(loose: readonly LooseEnd[]): OpenEnds {
  const open = loose.length <= MOST_PAIRED ? paired(loose, Infinity) : []
  return { open, alone: without(loose, open) }
}

function without(ends: readonly LooseEnd[], pairs: readonly Gap[]): LooseEnd[] {
  const taken = new Set(pairs.flatMap((g) => [g.a, g.b]))
  return ends.filter((e) => !taken.has(e))
}

function paired(ends: readonly LooseEnd[], widest: number): Gap[] {
  const pairs: (Gap & { readonly order: number })[] = []
  const across = ends.map((end, order) => ({ end, order })).sort((p, q) => p.end.at[0] - q.end.at[0])
  across.forEach((p, i) => {
    for (let j = i + 1; j < across.length; j++) {
      const q = across[j]!
      // All further ones lie further to the right yet.
      if (q.end.at[0] - p.end.at[0] > widest) break
      const distance = vec2.distance(p.end.at, q.end.at)
      if (distance > widest) continue
      const [a, b] = p.order < q.order ? [p, q] : [q, p]
      pairs.push({ a: a.end, b: b.end, distance, order: a.order * ends.length + b.order })
    }
  })
  pairs.sort((p, q) => p.distance - q.distance || p.order - q.order)
  const taken = new Set<LooseEnd>()
  return pairs.flatMap(({ a, b, distance }) => {
    if (taken.has(a) || taken.has(b)) return []
    taken.add(a)
    taken.add(b)
    return [{ a, b, distance }]
  })
}
