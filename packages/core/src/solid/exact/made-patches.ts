import { recent } from '../../base/index.ts'
import { tolerance, TURN } from '../../num/index.ts'
import { pointAt, vec2, type Bezier2, type Curve2, type Vec2 } from '../../plane/index.ts'
import { loopsOf } from '../../profile/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { frameOn, scaleAt, sectionsAlong, unpackTag, type Frame, type ShapeTable } from '../../sweep/index.ts'
import type { Patch } from './index.ts'
import type { Extrusion } from '../extrude.ts'
import type { SweptFaces } from '../face/swept-forms.ts'
import type { Revolution } from '../revolve.ts'

/** A patch turns no further than this between two looks, rad, and is looked at so often at most. */
const BETWEEN = 0.35
const MOST_LOOKS = 1024
/** Looks along a curve that is neither straight nor an arc. */
const ALONG_CURVE = 12

/** The patch of a side face, by its tag; undefined where it is none. */
export type PatchOf = (tag: number) => Patch | undefined

/** The sides of an extrusion by their tags, of whatever curves. */
export function extrudedPatches(e: Extrusion, edges: number): PatchOf {
  const { plane, section, from, to, lean = [0, 0] } = e
  const curves = loopsOf(section).flat()
  const ends = e.end && loopsOf(e.end).flat()
  const along = vec3.cross(plane.x, plane.y)
  return (tag) => {
    const { kind, edge } = unpackTag(tag, edges)
    const curve = curves[edge]
    if (kind !== 'side' || !curve) return undefined
    const other = ends?.[edge] ?? curve
    return {
      at(u, v) {
        const [p, q] = [pointAt(curve, u), pointAt(other, u)]
        const at = vec2.add(vec2.scale(p, 1 - v), vec2.scale(q, v))
        const height = from + v * (to + vec2.dot(lean, q) - from)
        return vec3.addScaled(inPlane(plane, at), along, height)
      },
      looks: [looksAlong(curve), 2],
      radius: sizeOf(curve),
      roundU: closes(curve),
    }
  }
}

/** The sides of a turned section by their tags, of whatever curves. */
export function revolvedPatches(r: Revolution, edges: number): PatchOf {
  const { plane, section, at, along, angle } = r
  const curves = loopsOf(section).flat()
  const origin = inPlane(plane, at)
  const axis = vec3.addScaled(vec3.scale(plane.x, along[0]), plane.y, along[1])
  return (tag) => {
    const { kind, edge } = unpackTag(tag, edges)
    const curve = curves[edge]
    if (kind !== 'side' || !curve) return undefined
    return {
      at(u, v) {
        const off = vec3.sub(inPlane(plane, pointAt(curve, u)), origin)
        return vec3.add(origin, vec3.turnAbout(off, axis, v * angle))
      },
      looks: [looksAlong(curve), Math.ceil(angle / BETWEEN)],
      radius: sizeOf(curve),
      roundU: closes(curve),
      roundV: angle > TURN - tolerance.wholeTurn,
    }
  }
}

/**
 * The sides of a run by their tags: of a section that rolls or grows on its way, goes along curves of any kind, or is of any curves itself.
 * One that changes its shape is one where its true sections are known.
 */
export function sweptPatches(run: SweptFaces, edges: number): PatchOf {
  const { carriage, section } = run
  const { frames } = carriage
  const { path } = frames
  const curves = loopsOf(section).flat()
  const looks = new Map<number, number>()
  const looksOn = (index: number): number => {
    let count = looks.get(index)
    if (count === undefined) {
      const { length } = path.segments[index]!
      looks.set(index, (count = looksOnWay((share) => frameOn(frames, index, share * length))))
    }
    return count
  }
  return (tag) => {
    const { kind, edge, segment } = unpackTag(tag, edges)
    const curve = curves[edge]
    const g = path.segments[segment]
    if (kind !== 'side' || !curve || !g) return undefined
    const along = carriage.shape && sectionsAlong(carriage.shape)
    if (carriage.shape && !along) return undefined
    if (path.closed && path.segments.length === 1) return undefined
    const start = path.starts[segment]!
    const ringAt = recent((_: SweptFaces, u) => {
      const s = u * g.length
      const { origin, n, b } = frameOn(frames, segment, s)
      const scale = scaleAt(carriage, start + s)
      const there = along ? loopsOf(along(start + s)).flat()[edge]! : curve
      return { origin, n: vec3.scale(n, scale), b: vec3.scale(b, scale), curve: there }
    })
    return {
      at(u, v) {
        const ring = ringAt(run, u)
        const { origin, n, b } = ring
        const [x, y] = pointAt(ring.curve, v)
        return vec3.addScaled(vec3.addScaled(origin, n, x), b, y)
      },
      looks: [
        along ? Math.max(looksOn(segment), rowsOn(carriage.shape!, start, g.length)) : looksOn(segment),
        looksAlong(curve),
      ],
      radius: sizeOf(curve),
      roundV: closes(curve),
    }
  }
}

const inPlane = (plane: { origin: Vec3; x: Vec3; y: Vec3 }, p: Vec2): Vec3 =>
  vec3.addScaled(vec3.addScaled(plane.origin, plane.x, p[0]), plane.y, p[1])

const closes = (c: Curve2): boolean => vec2.distance(pointAt(c, 0), pointAt(c, 1)) < tolerance.vanishes

/** About how sharply a curve bends, mm. */
function sizeOf(c: Curve2): number {
  if (c.kind === 'arc') return c.radius
  return vec2.distance(pointAt(c, 0), pointAt(c, 0.5)) + vec2.distance(pointAt(c, 0.5), pointAt(c, 1))
}

function looksAlong(c: Curve2): number {
  if (c.kind === 'line') return 2
  if (c.kind === 'arc') return Math.max(3, Math.ceil(Math.abs(c.sweep) / BETWEEN))
  return evenTurn(c) < BETWEEN * EVEN_LOOKS ? EVEN_LOOKS : ALONG_CURVE
}

/** How far a curve turns at most, by the legs of its control points; of one that goes unevenly without bound. */
function evenTurn({ points, weights }: Bezier2): number {
  const legs = points.slice(1).map((p, i) => vec2.sub(p, points[i]!))
  const sizes = legs.map((l) => vec2.length(l))
  if (weights || Math.min(...sizes) < UNEVEN * Math.max(...sizes)) return Infinity
  return legs
    .slice(1)
    .reduce((sum, l, i) => sum + Math.abs(Math.atan2(vec2.cross(legs[i]!, l), vec2.dot(legs[i]!, l))), 0)
}

/** Looks along a curve that turns little and goes evenly. */
const EVEN_LOOKS = 4
/** Legs of control points that differ more than this go unevenly. */
const UNEVEN = 0.5

/** Rows of a shape on a stretch: it goes straight between two of them, to the chord error. */
const rowsOn = ({ stations }: ShapeTable, from: number, length: number): number =>
  Math.min(
    MOST_LOOKS,
    stations.reduce((n, s) => n + (s >= from && s <= from + length ? 1 : 0), 0),
  )

/** Looks along a way so that the frame turns little from one to the next. */
function looksOnWay(frameAt: (share: number) => Frame): number {
  for (let count = 8; ; count *= 2) {
    let most = 0
    let before = frameAt(0)
    for (let i = 1; i <= count; i++) {
      const next = frameAt(i / count)
      most = Math.max(most, vec3.angleBetween(before.n, next.n), vec3.angleBetween(before.t, next.t))
      before = next
    }
    if (most < BETWEEN || count >= MOST_LOOKS) return count
  }
}
