import { fail, ok } from '../../base/index.ts'
import type { Solid } from '../body.ts'
import { besideFace, offsetForm, onFaces, sameForm, type KnownForm } from '../face/forms.ts'
import { cornerCutBoundary } from '../fillet/corner-cut.ts'
import { edgeCutBoundary, type EdgeCut } from '../fillet/edge-cut.ts'
import type { CornerCut } from '../fillet/corner-places.ts'
import type { EdgeEnd } from '../fillet/edge-end.ts'
import type { EdgeStretch } from '../fillet/edge-section.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { keyOn, type Inner } from './leaf.ts'
import { OVERLAP, type Moves } from './moves.ts'
import { NO_ROOM } from './section.ts'

type Of<K extends Solid['kind']> = Extract<Solid, { kind: K }>

/** Places are sought no further than this from where they were, mm. */
const FURTHEST_MOVE = 1e4
/** What forms are compared by, mm. */
const REACH = 100

/**
 * What is laid on edges when their faces are moved: a rounding keeps its middle, and is smaller by the wall at an outer edge, larger at an
 * inner one; undefined where it is no larger than the wall, and the faces beside it meet.
 */
export function movedEdgeCut(s: Of<'edged'>, m: Moves, open: readonly KnownForm[], fineness: number): Inner {
  const { cut } = s
  const w = -m.sign * m.wall
  const by = cut.convex ? -w : w
  const size = cut.shape === 'rounded' ? cut.size - w : bevelMoved(cut, w)
  if (!(size > 0)) return ok(undefined)
  const stretches = cut.stretches.map((x) => movedStretch(x, by))
  if (!stretches.every((x) => x !== undefined)) return ok(undefined)
  const opens = cut.stretches.some((x) => x.faces.some((f) => open.some((o) => sameForm(f, o, REACH))))
  const moved: EdgeCut = {
    ...cut,
    size,
    stretches,
    ends: cut.ends.map((e) => movedEnd(e, by, m, open)) as unknown as EdgeCut['ends'],
    // Beside an opening it goes all the way up.
    ...(opens ? { beyond: m.wall + 2 * OVERLAP } : {}),
  }
  if (!edgeCutBoundary(moved, fineness)) return fail(NO_ROOM)
  return ok({ ...s, step: m.step, key: `${s.step}-${s.key}`, cut: moved })
}

/** The same for a corner where three of them meet. */
export function movedCornerCut(
  s: Of<'cornered'>,
  m: Moves,
  open: readonly KnownForm[],
  fineness: number,
): Inner {
  const cut = movedCorner(s.cut, m, open)
  if (!(cut.size > 0)) return ok(undefined)
  if (!cornerCutBoundary(cut, fineness)) return fail(NO_ROOM)
  return ok({ ...s, step: m.step, ...keyOn(s, m), cut })
}

function movedCorner(cut: CornerCut, m: Moves, open: readonly KnownForm[]): CornerCut {
  const w = -m.sign * m.wall
  const planes = cut.planes.map((p) => offsetForm(p, -w)) as unknown as CornerCut['planes']
  const opens = cut.planes.some((p) => open.some((o) => sameForm(p, o, REACH)))
  return { ...cut, size: cut.size - w, planes, ...(opens ? { beyond: m.wall + 2 * OVERLAP } : {}) }
}

/**
 * How far a bevel goes back when its faces and itself move in by a wall: it lies back from the edge by size sin(h), h half of the angle by
 * which the normals part, and the edge itself moves by wall / cos(h).
 */
function bevelMoved({ size, stretches }: EdgeCut, wall: number): number {
  const halves = stretches.map(({ faces: [a, b], track }) => {
    const at = track.kind === 'places' ? track.places[0]! : track.from
    return vec3.angleBetween(besideFace(a, at).normal, besideFace(b, at).normal) / 2
  })
  return Math.min(...halves.map((h) => size + (wall * (1 - 1 / Math.cos(h))) / Math.sin(h)))
}

function movedStretch({ faces, track }: EdgeStretch, by: number): EdgeStretch | undefined {
  const [a, b] = faces.map((f) => offsetForm(f, by))
  if (!a || !b) return undefined
  const place = (p: Vec3): Vec3 | undefined => onFaces([a, b], p, FURTHEST_MOVE)
  if (track.kind === 'places') {
    const places = track.places.map(place)
    return places.every((p) => p !== undefined) ? { faces: [a, b], track: { ...track, places } } : undefined
  }
  const from = place(track.from)
  if (!from) return undefined
  if (track.kind === 'arc') {
    const { centre, axis } = track
    const moved = vec3.addScaled(centre, axis, vec3.dot(axis, vec3.sub(from, centre)))
    return { faces: [a, b], track: { ...track, from, centre: moved } }
  }
  const to = place(track.to)
  return to && { faces: [a, b], track: { ...track, from, to } }
}

function movedEnd(end: EdgeEnd, by: number, m: Moves, open: readonly KnownForm[]): EdgeEnd {
  if (end.kind === 'on') return end.by > 0 ? { ...end, by: end.by + m.wall + OVERLAP } : end
  if (end.kind === 'corner') return { ...end, corner: movedCorner(end.corner, m, open) }
  return end.face ? { ...end, at: vec3.addScaled(end.at, end.normal, by) } : end
}
