import { tolerance, TURN } from '../../num/index.ts'
import { line2, pointAt, vec2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { outlineOf, region, reverseLoop } from '../../profile/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { Solid } from '../body.ts'

type Turned = Extract<Solid, { kind: 'revolved' }>

/** A point of a section by its height along the axis and its distance from it. */
type Place = readonly [height: number, away: number]

/** The space round the axis of what is turned, between its lowest and its highest place; none where it is solid in the middle. */
export function insideOfRevolved(solid: Turned): readonly Solid[] {
  const { section, at, along, angle } = solid
  if (Math.abs(angle) < TURN - tolerance.onAxis) return []
  const left: Vec2 = [-along[1], along[0]]
  const placeOf = (p: Vec2): Place => {
    const from = vec2.sub(p, at)
    return [vec2.dot(along, from), vec2.dot(left, from)]
  }
  const o = outlineOf(section, tolerance.reachChord)
  const places = Array.from(o.x, (x, i) => placeOf([x, o.y[i]!]))
  const heights = places.map(([h]) => h)
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  const reach = Math.max(...places.map(([, r]) => r))
  const middle = (low + high) / 2
  // At its middle height the axis must lie free of it.
  const sides = Array.from(o.sideFrom, (a, i) => [places[a]!, places[o.sideTo[i]!]!] as const)
  const least = Math.min(
    ...sides.flatMap(([p, q]) => ((p[0] - middle) * (q[0] - middle) <= 0 ? [Math.min(p[1], q[1])] : [])),
  )
  if (!(least > tolerance.overAxis * reach)) return []
  const corner = ([h, r]: Place): Vec2 => vec2.add(at, vec2.add(vec2.scale(along, h), vec2.scale(left, r)))
  const { edgeNames: _, ...bare } = solid
  const inner = innerChain(
    section.length === 1 ? section[0]!.outer : [],
    placeOf,
    [low, high],
    tolerance.onAxis * reach,
  )
  if (inner) {
    const [from, to] = [placeOf(pointAt(inner[0]!, 0)), placeOf(pointAt(inner.at(-1)!, 1))]
    const ends = [corner([from[0], 0]), corner([to[0], 0])] as const
    const lines = [line2(ends[0], ends[1])]
    if (to[1] > tolerance.onAxis * reach) lines.push(line2(ends[1], corner(to)))
    const back = from[1] > tolerance.onAxis * reach ? [line2(corner(from), ends[0])] : []
    return [{ ...bare, section: [region([...lines, ...reverseLoop(inner), ...back])], as: section }]
  }
  // In any other shape it is what is left of a block of that height round the axis.
  const block = (
    [
      [low, 0],
      [high, 0],
      [high, 2 * reach],
      [low, 2 * reach],
    ] as const
  ).map(corner)
  const all: Solid = { ...bare, section: [region(block.map((c, i) => line2(c, block[(i + 1) % 4]!)))] }
  const { plane } = solid
  const inSpace = (v: Vec2): Vec3 =>
    vec3.addScaled(vec3.addScaled(plane.origin, plane.x, v[0]), plane.y, v[1])
  return [
    {
      kind: 'parts',
      of: { kind: 'cut', of: all, by: [solid] },
      near: inSpace(corner([middle, 0])),
      keep: [0],
    },
  ]
}

/**
 * The curves of an outline from its lowest place to its highest along the side that looks to the axis, which it leaves once at most at
 * each end; undefined where its lowest or highest place is within a curve, or it comes to the axis between.
 */
function innerChain(
  outer: readonly Curve2[],
  placeOf: (p: Vec2) => Place,
  [low, high]: readonly [number, number],
  near: number,
): readonly Curve2[] | undefined {
  const starts = outer.map((c) => placeOf(pointAt(c, 0)))
  const lowest = (height: number): number => {
    let best = -1
    starts.forEach(([h, r], i) => {
      if (Math.abs(h - height) <= near && (best < 0 || r < starts[best]![1])) best = i
    })
    return best
  }
  const [from, to] = [lowest(low), lowest(high)]
  if (from < 0 || to < 0 || from === to) return undefined
  const count = outer.length
  const chain: Curve2[] = []
  for (let i = from; i !== to; i = (i + 1) % count) chain.push(outer[i]!)
  const onAxis = (c: Curve2): boolean => [0, 1].every((t) => placeOf(pointAt(c, t))[1] <= near)
  const first = chain.findIndex((c) => !onAxis(c))
  const last = chain.findLastIndex((c) => !onAxis(c))
  if (first < 0) return undefined
  const inner = chain.slice(first, last + 1)
  return inner.slice(1).some((c) => placeOf(pointAt(c, 0))[1] <= near) ? undefined : inner
}
