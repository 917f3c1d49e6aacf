import { fail, ok, type Id, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { placesWithin, vec2, type Vec2 } from '../plane/index.ts'
import { placesOf } from './curves.ts'
import { endsOf, type SketchCurve, type SketchEntity } from './entities.ts'
import { sizeOf } from './unknowns.ts'

/** A curve as it is travelled. */
export interface Link {
  readonly curve: Id
  readonly forward: boolean
}

export interface Chain {
  readonly links: readonly Link[]
  readonly closed: boolean
}

/** Why curves make no single chain. */
export type ChainFault =
  | { readonly kind: 'none' }
  /** More than two curves meet at a place. */
  | { readonly kind: 'fork'; readonly at: Vec2; readonly curves: readonly Id[] }
  /** The curves fall apart; the gap is the nearest way from one piece to another. */
  | { readonly kind: 'apart'; readonly chains: number; readonly gap: number; readonly at: Vec2 }

/** How to travel: where to start (a point at an end of a curve), and whether against the way it would go by itself. */
export interface Travel {
  readonly start?: Id | undefined
  readonly reversed?: boolean
}

/** Nodes of the chain: points that stand in one place. */
function nodesOf(entities: readonly SketchEntity[], curves: readonly SketchCurve[]) {
  const at = placesOf(entities)
  const places = placesWithin(tolerance.sketchMeet * sizeOf(entities))
  const nodeOf = (point: Id): number => places.of(at(point))
  const ends = new Map<Id, readonly [number, number]>()
  for (const c of curves) {
    const e = endsOf(c)
    if (e) ends.set(c.id, [nodeOf(e[0]), nodeOf(e[1])])
  }
  return { ends, places: places.list, nodeOf }
}

/**
 * The curves of a sketch that hang together with the one drawn first, guides aside: what a path by itself goes along. Curves
 * that do not hang on it are for other uses; but where an end of it all but meets another, all curves are meant, and the gap
 * is told.
 */
export function firstChain(
  entities: readonly SketchEntity[],
  gaps: readonly { readonly a: { readonly curve: Id }; readonly b: { readonly curve: Id } }[] = [],
): readonly Id[] {
  const curves = entities.filter((e): e is SketchCurve => e.kind !== 'point' && e.guide !== true)
  const first = curves.find((c) => endsOf(c)) ?? curves[0]
  if (!first) return []
  const { ends } = nodesOf(entities, curves)
  const at = new Map<number, Id[]>()
  for (const [id, nodes] of ends) for (const n of nodes) at.set(n, [...(at.get(n) ?? []), id])
  const hangs = new Set<Id>()
  const open = [first.id]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (hangs.has(id)) continue
    hangs.add(id)
    for (const n of ends.get(id) ?? []) open.push(...at.get(n)!)
  }
  const all = curves.map((c) => c.id)
  if (gaps.some((g) => hangs.has(g.a.curve) !== hangs.has(g.b.curve))) return all
  return all.filter((id) => hangs.has(id))
}

/**
 * The chain that curves make end to end. By itself it starts at the loose end that was drawn first and goes on from
 * there; a closed one starts at its first curve and goes the way that is drawn.
 */
export function chainOf(
  entities: readonly SketchEntity[],
  picked: readonly Id[],
  travel: Travel = {},
): Result<Chain, ChainFault> {
  const wanted = new Set(picked)
  const curves = entities.filter(
    (e): e is SketchCurve => e.kind !== 'point' && (wanted.size > 0 ? wanted.has(e.id) : e.guide !== true),
  )
  if (curves.length === 0) return fail({ kind: 'none' })
  const whole = curves.find((c) => !endsOf(c))
  if (whole && curves.length === 1)
    return ok({ links: [{ curve: whole.id, forward: travel.reversed !== true }], closed: true })
  const { ends, places, nodeOf } = nodesOf(entities, curves)
  const first = curves.find((c) => ends.has(c.id))
  // Nothing but circles and the like, each closed in itself.
  if (!first) return fail(apart(curves, new Set(), ends, places))
  const around = new Map<number, Id[]>()
  for (const [id, [a, b]] of ends) for (const n of [a, b]) around.set(n, [...(around.get(n) ?? []), id])
  for (const [node, ids] of around)
    if (ids.length > 2) return fail({ kind: 'fork', at: places[node]!, curves: [...new Set(ids)] })

  const loose = [...around].filter(([, ids]) => ids.length === 1).map(([node]) => node)
  const start = travel.start === undefined ? undefined : startNode(entities, travel.start, nodeOf)
  const links: Link[] = []
  const used = new Set<Id>()
  let node =
    loose.length > 0
      ? (loose.find((n) => n === start) ?? loose[0]!)
      : start !== undefined && around.has(start)
        ? start
        : ends.get(first.id)![0]
  for (;;) {
    const options = (around.get(node) ?? []).filter((id) => !used.has(id))
    // On a closed chain the first step goes the way the curve is drawn.
    const next =
      links.length === 0 ? (options.find((id) => ends.get(id)![0] === node) ?? options[0]) : options[0]
    if (next === undefined) break
    const [a, b] = ends.get(next)!
    const forward = a === node
    links.push({ curve: next, forward })
    used.add(next)
    node = forward ? b : a
  }
  if (used.size < curves.length || whole) return fail(apart(curves, used, ends, places))
  const closed = loose.length === 0
  if (!travel.reversed) return ok({ links, closed })
  return ok({ links: links.map((l) => ({ ...l, forward: !l.forward })).reverse(), closed })
}

function startNode(
  entities: readonly SketchEntity[],
  start: Id,
  nodeOf: (p: Id) => number,
): number | undefined {
  return entities.some((e) => e.id === start && e.kind === 'point') ? nodeOf(start) : undefined
}

function apart(
  curves: readonly SketchCurve[],
  used: ReadonlySet<Id>,
  ends: ReadonlyMap<Id, readonly [number, number]>,
  places: readonly Vec2[],
): ChainFault {
  const group = new Map<Id, number>()
  const byNode = new Map<number, Id[]>()
  for (const [id, nodes] of ends)
    for (const n of nodes) {
      const list = byNode.get(n)
      if (list) list.push(id)
      else byNode.set(n, [id])
    }
  let chains = 0
  for (const c of curves) {
    if (group.has(c.id)) continue
    const open = [c.id]
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (group.has(id)) continue
      group.set(id, chains)
      for (const n of ends.get(id) ?? []) open.push(...byNode.get(n)!.filter((other) => !group.has(other)))
    }
    chains++
  }
  let gap = Infinity
  let at: Vec2 = [0, 0]
  for (const [id, mine] of ends) {
    if (!used.has(id)) continue
    for (const [other, theirs] of ends) {
      if (group.get(other) === group.get(id)) continue
      for (const a of mine)
        for (const b of theirs) {
          const d = vec2.distance(places[a]!, places[b]!)
          if (d < gap) [gap, at] = [d, places[a]!]
        }
    }
  }
  return { kind: 'apart', chains, gap, at }
}
