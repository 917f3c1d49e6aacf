import { fail, ok, type Result } from '../../base/index.ts'
import type { Solid } from '../body.ts'
import { spaceBefore } from '../boolean/image.ts'
import { tolerance, TURN } from '../../num/index.ts'
import { directionAt, pointAt, vec2, type SimpleCurve } from '../../plane/index.ts'
import { loopsOf, sectionProperties, type Section } from '../../profile/index.ts'
import { reachBeside } from '../revolve.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { lengthened, wayOn, type Chunk, type ChunkEnd } from '../../sweep/index.ts'
import type { LeafFace } from './leaf-face.ts'
import type { Moves } from './moves.ts'
import { movedSection, NO_ROOM, type MovedSection } from './section.ts'

type Of<K extends Solid['kind']> = Extract<Solid, { kind: K }>

/** What is left of a solid whose faces are moved: undefined where nothing is; or why it cannot be said. */
export type Inner = Result<Solid | undefined, string>

type LeafMoves = (kind: LeafFace['kind'], edge: number) => number

const of =
  (leaf: number, m: Moves): LeafMoves =>
  (kind, edge) =>
    m.by({ leaf, kind, edge }, m.sign)

/** By which leaves of one step are told apart where there are several: what each was made of. */
export const keyOn = (s: { readonly step: string; readonly key?: string }, m: Moves) =>
  m.keyed ? { key: s.key === undefined ? s.step : `${s.step}-${s.key}` } : {}

/** What the edges that are left of a section are called. */
const namesOf = (names: readonly string[] | undefined, { edges }: MovedSection, count: number) =>
  names || edges.length < count ? { edgeNames: edges.map((e) => names?.[e] ?? String(e)) } : {}

const countOf = (section: Section): number => loopsOf(section).flat().length

/** An extrusion: its sides in its section, where they lean by as much more as they do; its ends along its way. */
export function movedExtrusion(s: Of<'extruded'>, leaf: number, m: Moves): Inner {
  const by = of(leaf, m)
  const { section, end, lean = [0, 0] } = s
  const { centroid } = sectionProperties(section)
  const way = Math.sign(s.to + vec2.dot(lean, centroid) - s.from)
  const high = Math.abs(s.to - s.from)
  const inward = end ? inwardTo(section, end) / high : 0
  const [atStart, atEnd] = [by('start', 0), by('end', 0)]
  const from = s.from + way * atStart
  const to = s.to - way * atEnd * Math.hypot(1, ...lean)
  if (!(way * (to + vec2.dot(lean, centroid) - from) > 0)) return ok(undefined)
  const at = (height: number) =>
    movedSection(section, (_, e) => inward * height + by('side', e) * Math.hypot(1, inward))
  const first = at(atStart)
  if (!first.ok || !first.value) return first as Inner
  const shape = {
    ...s,
    step: m.step,
    ...keyOn(s, m),
    section: first.value.section,
    ...namesOf(s.edgeNames, first.value, countOf(section)),
    from,
    to,
  }
  if (!end) return ok(shape)
  const last = at(high - atEnd)
  if (!last.ok) return last
  // A pyramid may close before it gets to its end.
  if (!last.value || last.value.edges.join() !== first.value.edges.join()) return fail(NO_ROOM)
  return ok({ ...shape, end: last.value.section })
}

/** How far further in a section lies than another that is beside it all round, mm. */
function inwardTo(section: Section, end: Section): number {
  const [a, b] = [section, end].map((x) => loopsOf(x)[0]![0] as SimpleCurve)
  if (a!.kind === 'arc' && b!.kind === 'arc') return Math.sign(a!.sweep) * (a!.radius - b!.radius)
  return vec2.cross(directionAt(a!, 0), vec2.sub(pointAt(b!, 0), pointAt(a!, 0)))
}

/** What is turned: in its section, but for what of that lies on the axis; where it is no whole turn, its ends in their planes. */
export function movedRevolved(s: Of<'revolved'>, leaf: number, m: Moves): Inner {
  const by = of(leaf, m)
  const { at, along, section, plane, angle } = s
  const onAxis = (c: SimpleCurve): boolean =>
    c.kind === 'line' &&
    [0, 1].every((t) => Math.abs(vec2.cross(along, vec2.sub(pointAt(c, t), at))) < tolerance.onAxis)
  const curves = loopsOf(section).flat() as SimpleCurve[]
  const sides = curves.flatMap((c, e) => (onAxis(c) ? [] : [by('side', e)]))
  if (sides.length < curves.length && reachBeside(section, at, along).left <= Math.min(...sides))
    return ok(undefined)
  const moved = movedSection(section, (c, e) => (onAxis(c) ? 0 : by('side', e)))
  if (!moved.ok || !moved.value) return moved as Inner
  if (reachBeside(moved.value.section, at, along).right > tolerance.onAxis) return fail(NO_ROOM)
  const whole = {
    ...s,
    step: m.step,
    ...keyOn(s, m),
    section: moved.value.section,
    ...namesOf(s.edgeNames, moved.value, curves.length),
  }
  if (Math.abs(angle) >= TURN - tolerance.onAxis) return ok(whole)
  const inSpace = (v: readonly [number, number]): Vec3 =>
    vec3.addScaled(vec3.scale(plane.x, v[0]), plane.y, v[1])
  const axis = inSpace(along)
  const onward = vec3.scale(vec3.cross(axis, inSpace([-along[1], along[0]])), Math.sign(angle))
  const origin = vec3.add(plane.origin, inSpace(at))
  const outward = [vec3.scale(onward, -1), vec3.turnAbout(onward, axis, angle)] as const
  const { box } = sectionProperties(section)
  const corners = [box.min, box.max, [box.min[0], box.max[1]], [box.max[0], box.min[1]]] as const
  const reach = 4 * Math.max(...corners.map((c) => vec2.distance(c, at))) + 4 * m.wall
  const planes = (['start', 'end'] as const).map((kind, i) => ({
    normal: outward[i]!,
    at: vec3.addScaled(origin, outward[i]!, -by(kind, 0)),
    reach,
    step: m.step,
  }))
  const round: Solid = { ...whole, angle: TURN }
  if (Math.abs(angle) <= TURN / 2)
    return ok(planes.reduce<Solid>((x, p) => ({ kind: 'halved', of: x, ...p }), round))
  // More than half: what is missing is what lies before both.
  const missing = planes.map((p): Solid => ({
    kind: 'extruded',
    step: m.step,
    ...spaceBefore({ kind: 'halved', of: round, ...p }),
  }))
  return ok({ kind: 'cut', of: round, by: [{ kind: 'common', of: missing }] })
}

/** A run of one section all along: in its section, its ends along its way. */
export function movedRun(s: Of<'swept'>, leaf: number, m: Moves): Inner {
  const by = of(leaf, m)
  const { carriage, chunks, strands } = s
  if (s.outline || carriage.scale || carriage.shape)
    return fail('the section of a run in it changes on its way')
  if (s.made.length > 0) return fail('something stands on the ends of a run in it')
  const moved = strands.map((x) => movedSection(x.section, (_, e) => by('side', x.firstEdge + e)))
  const bad = moved.find((x) => !x.ok)
  if (bad && !bad.ok) return bad
  const left = strands.flatMap((x, i) => {
    const found = moved[i]!
    return found.ok && found.value ? [{ ...x, section: found.value.section }] : []
  })
  if (left.length === 0) return ok(undefined)
  let run: Of<'swept'> = { ...s, step: m.step, ...keyOn(s, m), strands: left }
  if (carriage.frames.path.closed || chunks.some((c) => c.closed)) return ok(run)
  for (const side of ['start', 'end'] as const) {
    const next = movedEnd(run, side, by(side, 0))
    if (!next.ok) return next
    run = next.value
  }
  return ok(run)
}

/** A run with an end moved back by so many mm, or on (below 0). */
function movedEnd(s: Of<'swept'>, side: 'start' | 'end', back: number): Result<Of<'swept'>, string> {
  const { frames } = s.carriage
  const { segments } = frames.path
  const index = side === 'start' ? 0 : segments.length - 1
  const g = segments[index]!
  if (g.kind !== 'line') {
    if (back > 0) return fail('a run in it ends in a bend; let it end in a straight')
    return ok({ ...s, ...lengthened(s, side, -back) })
  }
  if (back >= g.length) return fail(NO_ROOM)
  const at = side === 'start' ? 0 : s.chunks.length - 1
  const along = wayOn(frames, index, side === 'start' ? 0 : g.length)
  const moved = (end: ChunkEnd): ChunkEnd => ({
    ...end,
    shift: end.shift - back / (end.plane ? Math.abs(vec3.dot(end.plane, along)) : 1),
  })
  return ok({
    ...s,
    chunks: s.chunks.map((c, i): Chunk => (i === at ? { ...c, [side]: moved(c[side]) } : c)),
  })
}
