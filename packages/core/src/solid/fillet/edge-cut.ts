import { tolerance, chordTurn, TURN } from '../../num/index.ts'
import { meanReach } from '../../profile/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { packTag } from '../../sweep/index.ts'
import { endedIn, goesInto, type EdgeEnd } from './edge-end.ts'
import { edgeSection, type EdgeSection, type EdgeStretch } from './edge-section.ts'
import type { FaceForm } from '../face/forms.ts'
import { between, beyondFaces, roundSteps } from './rounding.ts'
import type { Boundary } from '../boundary.ts'
import { rightSideOut } from '../right-side-out.ts'

/**
 * A fillet or a chamfer of one edge, as a solid: of a radius, or of a setback on each face, mm. At a convex edge it is taken off, at a
 * concave one it is added. It fills the space between the new surface and the two faces, and goes a little beyond these.
 */
export interface EdgeCut {
  readonly shape: 'rounded' | 'bevelled'
  readonly size: number
  readonly convex: boolean
  readonly stretches: readonly EdgeStretch[]
  readonly closed: boolean
  readonly ends: readonly [EdgeEnd, EdgeEnd]
  /** The largest angle between the normals of any edge that is cut together with it: fillets that meet at a corner are cut into equal steps. */
  readonly widest?: number
  /** How far it goes beyond the faces, mm; by its size if left out. */
  readonly beyond?: number
}

/** Points and directions along a stretch, close enough that chords at a distance of `reach` from its axis stay within the chord error. */
function stationsOf({ track }: EdgeStretch, chordError: number, reach: number): { at: Vec3; way: Vec3 }[] {
  if (track.kind === 'line') {
    const way = vec3.unit(vec3.sub(track.to, track.from))
    return [
      { at: track.from, way },
      { at: track.to, way },
    ]
  }
  if (track.kind === 'arc') {
    const out = vec3.sub(track.from, track.centre)
    const radius = vec3.length(out)
    const side = vec3.cross(track.axis, out)
    const steps = Math.max(
      3,
      Math.ceil(Math.abs(track.sweep) / Math.min(chordTurn(radius + reach, chordError), Math.PI / 6)),
    )
    return Array.from({ length: steps + 1 }, (_, i) => {
      const a = (track.sweep * i) / steps
      const [c, s] = [Math.cos(a), Math.sin(a)]
      const at = vec3.add(track.centre, vec3.addScaled(vec3.scale(out, c), side, s))
      const way = vec3.scale(vec3.addScaled(vec3.scale(out, -s), side, c), Math.sign(track.sweep) / radius)
      return { at, way }
    })
  }
  const { places } = track
  return places.map((at, i) => {
    const [before, after] = [places[Math.max(0, i - 1)]!, places[Math.min(places.length - 1, i + 1)]!]
    return { at, way: vec3.unit(vec3.sub(after, before)) }
  })
}

/** The boundary of the solid; undefined where a ball of the radius does not fit somewhere along the edge. */
export function edgeCutBoundary(
  cut: EdgeCut,
  chordError: number,
): { readonly shell: Boundary; readonly edges: number } | undefined {
  const straight = cut.stretches.every((s) => s.track.kind === 'line')
  const sink = straight ? 0 : (cut.convex ? -2 : 2) * chordError
  const rings: { section: EdgeSection; stretch: number }[] = []
  for (const [k, stretch] of cut.stretches.entries()) {
    const stations = stationsOf(stretch, chordError, 2 * cut.size)
    // The joint of two stretches is the first place of the second.
    const last = k === cut.stretches.length - 1
    for (const { at, way } of last && !cut.closed ? stations : stations.slice(0, -1)) {
      const section = edgeSection(cut, stretch.faces, at, way)
      if (!section) return undefined
      rings.push({ section, stretch: k })
    }
  }
  const arc = Math.max(
    cut.widest ?? 0,
    ...rings.map(({ section: s }) => vec3.angleBetween(s.normals[0], s.normals[1])),
  )
  const radius = Math.max(...rings.map(({ section }) => section.radius))
  const steps = cut.shape === 'bevelled' ? 1 : roundSteps(arc, radius, chordError)
  const beyond = (cut.convex ? 1 : -1) * beyondFaces(cut)
  const outlines: (readonly Vec3[])[] = rings.map(({ section }) =>
    outlineOfSection(section, cut, steps, beyond, sink),
  )
  if (!cut.closed) {
    const [first, last] = [rings[0]!, rings.at(-1)!]
    outlines.splice(0, 1, ...endedIn(outlines[0]!, first.section, cut.ends[0], -1, beyond).toReversed())
    outlines.splice(-1, 1, ...endedIn(outlines.at(-1)!, last.section, cut.ends[1], 1, beyond))
    if (outlines.some((o) => o.length !== steps + 4)) return undefined
    if (outlines.length > rings.length && goesInto(cut.ends[0])) rings.unshift(first)
    if (outlines.length > rings.length) rings.push(last)
  }
  return { shell: lofted(outlines, rings, cut, steps), edges: EDGES }
}

/** Its sides: the new surface, and four that lie beyond the faces. */
const EDGES = 5

/** The points of one cross-section: along the new surface from one face to the other, then back outside the faces. */
function outlineOfSection(s: EdgeSection, cut: EdgeCut, steps: number, beyond: number, sink: number): Vec3[] {
  const [na, nb] = s.normals
  const middle = vec3.scale(vec3.add(na, nb), 1 / (1 + vec3.dot(na, nb)))
  const move = vec3.scale(middle, sink)
  const [ta, tb] = s.touches
  const angle = vec3.angleBetween(na, nb)
  const out = meanReach(angle, steps)
  const places = Array.from({ length: steps + 1 }, (_, i): Vec3 => {
    if (i === 0) return ta
    if (i === steps) return tb
    const way = between(na, nb, angle, i / steps)
    return vec3.addScaled(s.centre, way, (cut.convex ? 1 : -1) * s.radius * out)
  })
  const back = [
    vec3.addScaled(tb, nb, beyond),
    vec3.addScaled(s.at, middle, beyond),
    vec3.addScaled(ta, na, beyond),
  ]
  return [...places, ...back].map((p) => vec3.add(p, move))
}

function lofted(
  outlines: readonly (readonly Vec3[])[],
  rings: readonly { readonly section: EdgeSection; readonly stretch: number }[],
  cut: EdgeCut,
  steps: number,
): Boundary {
  const around = steps + 4
  const count = outlines.length
  const positions = new Float64Array(3 * around * count)
  outlines.forEach((o, k) => o.forEach((p, i) => positions.set(p, 3 * (k * around + i))))
  const triangles: number[] = []
  const tags: number[] = []
  const normals: number[] = []
  const flat: number[] = []
  const place = (v: number): Vec3 => [positions[3 * v]!, positions[3 * v + 1]!, positions[3 * v + 2]!]
  const put = (
    abc: readonly [number, number, number],
    tag: number,
    isFlat: boolean,
    round: boolean,
  ): void => {
    const [a, b, c] = abc.map(place) as [Vec3, Vec3, Vec3]
    const facet = vec3.cross(vec3.sub(b, a), vec3.sub(c, a))
    const size = vec3.length(facet)
    if (size === 0) return
    triangles.push(...abc)
    tags.push(tag)
    flat.push(isFlat ? 1 : 0)
    for (const v of abc) {
      // Of the rounding the normal looks to the ball's centre; turned over, as a cut is, away from it.
      const { centre } = rings[Math.floor(v / around)]!.section
      const n = round ? vec3.sub(centre, place(v)) : facet
      normals.push(...vec3.scale(n, 1 / vec3.length(n)))
    }
  }
  const bands = cut.closed ? count : count - 1
  for (let k = 0; k < bands; k++) {
    const [here, next] = [k * around, ((k + 1) % count) * around]
    const { stretch } = rings[k]!
    const line = cut.stretches[stretch]!.track.kind === 'line'
    for (let i = 0; i < around; i++) {
      const j = (i + 1) % around
      const edge = i < steps ? 0 : i - steps + 1
      const tag = packTag('side', edge, stretch, EDGES)
      const round = edge === 0 && cut.shape === 'rounded'
      put([here + i, next + i, next + j], tag, line && !round, round)
      put([here + i, next + j, here + j], tag, line && !round, round)
    }
  }
  if (!cut.closed) {
    const apex = steps + 2
    for (const [k, kind] of [
      [0, 'start'],
      [count - 1, 'end'],
    ] as const)
      for (let i = 0; i < around; i++) {
        const j = (i + 1) % around
        if (i === apex || j === apex) continue
        const [p, q, r] = [k * around + apex, k * around + i, k * around + j]
        put(k === 0 ? [p, q, r] : [p, r, q], packTag(kind, 0, 0, EDGES), true, false)
      }
  }
  return rightSideOut({
    positions,
    triangles: Uint32Array.from(triangles),
    tags: Uint32Array.from(tags),
    flat: Uint8Array.from(flat),
    normals: Float32Array.from(normals),
  })
}

/**
 * The exact forms of the new surface, by stretch: cylinders and tori of fillets along straights and circles, planes of chamfers. The solid is
 * sunk a little, so that strips of its other sides may show: they count with the new surface.
 */
export function edgeForms(cut: EdgeCut): (stretch: number) => FaceForm {
  return (k) => {
    const stretch = cut.stretches[k]
    if (!stretch || stretch.track.kind === 'places') return { kind: 'free' }
    const { track } = stretch
    const way =
      track.kind === 'line'
        ? vec3.unit(vec3.sub(track.to, track.from))
        : vec3.unit(vec3.cross(track.axis, vec3.sub(track.from, track.centre)))
    const section = edgeSection(cut, stretch.faces, track.from, way)
    if (!section) return { kind: 'free' }
    if (track.kind === 'line') {
      if (cut.shape === 'bevelled') {
        const [ta, tb] = section.touches
        return { kind: 'plane', at: ta, normal: vec3.unit(vec3.cross(vec3.sub(tb, ta), section.along)) }
      }
      return { kind: 'cylinder', at: section.centre, axis: section.along, radius: section.radius, out: 1 }
    }
    if (cut.shape === 'bevelled') return { kind: 'free' }
    const off = vec3.sub(section.centre, track.centre)
    const height = vec3.dot(off, track.axis)
    const away = vec3.length(vec3.addScaled(off, track.axis, -height))
    const at = vec3.addScaled(track.centre, track.axis, height)
    if (away < tolerance.onAxis * section.radius)
      return { kind: 'sphere', at, radius: section.radius, out: 1 }
    if (away < section.radius) return { kind: 'free' }
    return { kind: 'torus', at, axis: track.axis, radius: away, small: section.radius, out: 1 }
  }
}

export const isWholeTurn = (sweep: number): boolean => Math.abs(Math.abs(sweep) - TURN) < tolerance.wholeTurn
