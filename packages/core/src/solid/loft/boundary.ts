import { spend } from '../../base/index.ts'
import { tolerance, TURN } from '../../num/index.ts'
import { triangulate } from '../../plane/index.ts'
import { curveSteps } from '../../profile/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { packTag } from '../../sweep/index.ts'
import { across, cornersOf, rowAt, wrapped, type Loft, type LoftSection, type Row } from './surface.ts'
import { rightSideOut } from '../right-side-out.ts'
import type { Boundary } from '../boundary.ts'

/** Faces of a blend: its one side, and both ends. */
const EDGES = 1
const MOST_BANDS = 512

/** The places of outlines that meet, by how far round they are, 0 to 1: corners of any of them, and evenly between. */
function sharesOf(
  sections: readonly LoftSection[],
  chordError: number,
): { share: number; corner: boolean }[] {
  const [first] = sections
  const count = first!.knots.length
  const marks = new Set<number>()
  if (count > 1) for (let i = 0; i < count; i++) marks.add(i / count)
  else for (const s of sections) for (const c of cornersOf(s.loop)) marks.add(wrapped(c - s.knots[0]!))
  const corners = [...marks].sort((a, b) => a - b)
  const starts = corners.length > 0 ? corners : [0]
  const steps = Math.max(
    24,
    ...sections.map(({ loop }) => loop.reduce((sum, c) => sum + curveSteps(c, chordError), 0)),
  )
  return starts.flatMap((share, i) => {
    const to = i + 1 < starts.length ? starts[i + 1]! : starts[0]! + 1
    const n = Math.ceil(evenly((to - share) * steps))
    return Array.from({ length: n }, (_, k) => ({
      share: share + ((to - share) * k) / n,
      corner: k === 0 && corners.length > 0,
    }))
  })
}

/** The shell of a blend within a chord error: rings from outline to outline, and both ends. */
export function loftBoundary(
  blend: Loft,
  chordError: number,
): { readonly shell: Boundary; readonly edges: number } {
  const { sections } = blend
  const shares = sharesOf(sections, chordError)
  const around = shares.length
  const rows = shares.map(({ share }) => rowAt(blend, share))
  const rings: Vec3[][] = []
  for (let span = 0; span + 1 < sections.length; span++) {
    const bands = Math.max(blend.smooth ? bandsOf(rows, blend, span, chordError) : 1, bandsOfTurn(rows, span))
    for (let k = 0; k < bands; k++) rings.push(rows.map((row) => across(row, blend, span, k / bands)))
  }
  rings.push(rows.map((row) => row.places.at(-1)!))
  spend((around * rings.length) / 50, 'the mesh')
  const positions = Float64Array.from(rings.flat(2))
  const triangles: number[] = []
  const tags: number[] = []
  const flat: number[] = []
  const normals: number[] = []
  const at = (k: number, i: number): Vec3 => rings[k]![(i + around) % around]!
  const way = (k: number, i: number): Vec3 =>
    vec3.sub(at(Math.min(k + 1, rings.length - 1), i), at(Math.max(k - 1, 0), i))
  /** The normal at a place, of the side after it round (1) or before it (-1): of a corner each has its own. */
  const normalAt = (k: number, i: number, side: 1 | -1): Vec3 => {
    const { corner } = shares[(i + around) % around]!
    const round = corner
      ? vec3.scale(vec3.sub(at(k, i + side), at(k, i)), side)
      : vec3.sub(at(k, i + 1), at(k, i - 1))
    const n = vec3.cross(round, way(k, i))
    return vec3.scale(n, 1 / (vec3.length(n) || 1))
  }
  const put = (abc: readonly number[], tag: number, isFlat: boolean, ns: readonly Vec3[]): void => {
    triangles.push(...abc)
    tags.push(tag)
    flat.push(isFlat ? 1 : 0)
    for (const n of ns) normals.push(...n)
  }
  for (let k = 0; k + 1 < rings.length; k++)
    for (let i = 0; i < around; i++) {
      const j = (i + 1) % around
      const [a, b, c, d] = [k * around + i, k * around + j, (k + 1) * around + j, (k + 1) * around + i]
      const [na, nb, nc, nd] = [
        normalAt(k, i, 1),
        normalAt(k, i + 1, -1),
        normalAt(k + 1, i + 1, -1),
        normalAt(k + 1, i, 1),
      ]
      const tag = packTag('side', 0, 0, EDGES)
      put([a, b, c], tag, false, [na, nb, nc])
      put([a, c, d], tag, false, [na, nc, nd])
    }
  for (const [k, kind] of [
    [0, 'start'],
    [rings.length - 1, 'end'],
  ] as const) {
    const { plane } = sections[k === 0 ? 0 : sections.length - 1]!
    const down = rings[k]!.flatMap((p): number[] => {
      const off = vec3.sub(p, plane.origin)
      return [vec3.dot(off, plane.x), vec3.dot(off, plane.y)]
    })
    const cap = triangulate([down])
    const normal = vec3.cross(plane.x, plane.y)
    const out = outwardAt(blend, kind)
    const up = vec3.dot(out, normal) > 0
    const tag = packTag(kind, 0, 0, EDGES)
    for (let i = 0; i < cap.length; i += 3) {
      const [p, q, r] = [cap[i]!, cap[i + 1]!, cap[i + 2]!].map((v) => k * around + v) as [
        number,
        number,
        number,
      ]
      put(up ? [p, q, r] : [p, r, q], tag, true, [out, out, out])
    }
  }
  const shell = rightSideOut({
    positions,
    triangles: Uint32Array.from(triangles),
    tags: Uint32Array.from(tags),
    flat: Uint8Array.from(flat),
    normals: Float32Array.from(normals),
  })
  return { shell, edges: EDGES }
}

/** Outward at an end of a blend: against the way at its start, along it at its end; its outlines may run either way round. */
export function outwardAt(blend: Loft, end: 'start' | 'end'): Vec3 {
  const { sections } = blend
  const { places } = rowAt(blend, 0)
  const { plane } = end === 'start' ? sections[0]! : sections.at(-1)!
  const normal = vec3.cross(plane.x, plane.y)
  const way = Math.sign(vec3.dot(normal, vec3.sub(places.at(-1)!, places[0]!)) || 1)
  return vec3.scale(normal, way * (end === 'start' ? -1 : 1))
}

/** Bands of a span that keep chords across within the chord error, for a cubic by its sharpest bend. */
function bandsOf(rows: readonly Row[], blend: Loft, span: number, chordError: number): number {
  let bow = 0
  for (const row of rows)
    for (let i = 1; i < 8; i++) {
      const [a, b, c] = [i - 1, i, i + 1].map((n) => across(row, blend, span, n / 8)) as [Vec3, Vec3, Vec3]
      // Second difference over an eighth of the span: a band of a share h bows by h^2 / 8 of what it is for the whole.
      bow = Math.max(bow, vec3.length(vec3.addScaled(vec3.add(a, c), b, -2)) * 64)
    }
  return Math.min(MOST_BANDS, evenly(Math.sqrt(bow / (8 * chordError))))
}

/**
 * Bands of a span over which the side turns no further than it does from one place round to the next: of narrow strips from end to end the
 * places come to lie on the true side, and their area does not come to be its.
 */
function bandsOfTurn(rows: readonly Row[], span: number): number {
  const around = rows.length
  let most = 0
  rows.forEach(({ places }, i) => {
    const [p, q] = [places[span]!, places[span + 1]!]
    const [next, last] = [rows[(i + 1) % around]!.places, rows[(i + around - 1) % around]!.places]
    const way = vec3.sub(q, p)
    const [here, there] = [span, span + 1].map((k) => vec3.cross(vec3.sub(next[k]!, last[k]!), way)) as [
      Vec3,
      Vec3,
    ]
    most = Math.max(most, vec3.angleBetween(here, there))
  })
  return most < tolerance.straightSpan ? 1 : Math.min(MOST_BANDS, evenly((most * around) / TURN))
}

/** So many or some more: a power of two, or one and a half of one, so that a quarter of the chord error has just twice as many. */
function evenly(count: number): number {
  if (count <= 1) return 1
  const two = 2 ** Math.floor(Math.log2(count))
  return count <= two ? two : count <= 1.5 * two ? 1.5 * two : 2 * two
}
