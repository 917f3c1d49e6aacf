import { vec2, type Vec2 } from '../plane/index.ts'
import type { PieceEnd, PieceLengths } from './piece.ts'

/** A place on the outside of a piece, rolled out flat: how far round the section, and where both cuts are there, along the piece, mm. */
export interface Unrolled {
  readonly around: number
  readonly start: number
  readonly end: number
  /** An edge of the piece runs here: its section has a corner. */
  readonly edge: boolean
}

/** How far beyond the end of a piece's line its cut is at a place of the section, mm; below 0 short of it. */
export interface LineAt {
  readonly at: Vec2
  readonly beyond: number
}

/** A cut at one end: a plane, or what was told all round the outline. */
export type CutEnd = PieceEnd & { readonly coped?: readonly LineAt[] | undefined }

/** A turn of the outline from which on its place is a corner, rad: 15 degrees, more than the steps of a curve. */
const CORNER = Math.PI / 12

/** How far a cut lies beyond the end of the piece's line at a place of the outline; of a cope by the place nearest to it. */
function beyondAt(end: CutEnd, p: Vec2, side: 'start' | 'end'): number {
  if (end.coped && end.coped.length > 0)
    return end.coped.reduce((a, b) => (vec2.distance(b.at, p) < vec2.distance(a.at, p) ? b : a)).beyond
  return end.beyond + (side === 'end' ? 1 : -1) * vec2.dot(end.slope, p)
}

/**
 * The outside of a straight piece rolled out flat, from its start to where the outline closes: wrapped round the bar the two lines lie where
 * the saw goes. `outline` is the outer line of the section as points, end to start; curves as steps; where an end is coped the places that
 * it is told at take its place. Lengths are from where the line of the piece starts.
 */
export function unrolled(
  outline: readonly Vec2[],
  length: number,
  start: CutEnd,
  end: CutEnd,
): readonly Unrolled[] {
  const points = (start.coped ?? end.coped)?.map((c) => c.at) ?? outline
  const n = points.length
  let around = 0
  const at = (i: number): Unrolled => {
    const p = points[i % n]!
    const [before, after] = [points[(i + n - 1) % n]!, points[(i + 1) % n]!]
    const [a, b] = [vec2.sub(p, before), vec2.sub(after, p)]
    return {
      around,
      start: 0 - beyondAt(start, p, 'start'),
      end: length + beyondAt(end, p, 'end'),
      edge: Math.abs(Math.atan2(vec2.cross(a, b), vec2.dot(a, b))) > CORNER,
    }
  }
  const places = points.map((p, i) => {
    if (i > 0) around += vec2.distance(points[i - 1]!, p)
    return at(i)
  })
  if (n > 1) around += vec2.distance(points[n - 1]!, points[0]!)
  return n > 1 ? [...places, at(n)] : places
}

/**
 * Lengths of a piece of which one end or both are coped, by the lines along its outline: tip to tip, single lines. `line` is where its path
 * runs.
 */
export function copedLengths(length: number, start: CutEnd, end: CutEnd): PieceLengths {
  const flat = unrolled([], length, start, end)
  const [starts, ends] = [flat.map((p) => p.start), flat.map((p) => p.end)]
  const lines = flat.map((p) => p.end - p.start)
  return {
    long: Math.max(...ends) - Math.min(...starts),
    short: Math.min(...ends) - Math.max(...starts),
    longest: Math.max(...lines),
    shortest: Math.min(...lines),
    line: length + (start.coped ? 0 : start.beyond) + (end.coped ? 0 : end.beyond),
  }
}

/** A template of one cut: wrapped round the bar, its line lies where the bar is cut. */
export interface Template {
  /** Once round the bar, mm. */
  readonly around: number
  /** From the innermost to the outermost place of the cut, along the bar. */
  readonly depth: number
  /** The clock angle of the section at which it begins, rad; from there the clock goes on, or back at the start of a piece. */
  readonly clock: number
  /** The line of the cut: how far round, seen from outside with the waste above, and how far out from the innermost place. */
  readonly line: readonly { readonly around: number; readonly out: number }[]
  /** Corners of the section, where edges of the bar lie, by how far round. */
  readonly edges: readonly number[]
  /** From the other end's furthest place to where the template's straight edge, the innermost place, lies. */
  readonly at: number
}

/**
 * The template of the cut at one end of a straight piece of a length. Seen from outside with the waste above, round the bar goes with the clock
 * of the section at an end and against it at a start, where one looks the other way along the piece.
 */
export function templateOf(
  outline: readonly Vec2[],
  length: number,
  start: CutEnd,
  end: CutEnd,
  side: 'start' | 'end',
): Template {
  const flat = unrolled(outline, length, start, end)
  const own = flat.map((p) => (side === 'end' ? p.end : -p.start))
  const other = flat.map((p) => (side === 'end' ? -p.start : p.end))
  const least = Math.min(...own)
  const total = flat.at(-1)?.around ?? 0
  const round = (around: number): number => (side === 'end' ? around : total - around)
  const line = flat.map((p, i) => ({ around: round(p.around), out: own[i]! - least }))
  const edges = flat.slice(0, -1).flatMap((p) => (p.edge ? [round(p.around)] : []))
  const [x, y] = ((start.coped ?? end.coped)?.[0]?.at ?? outline[0]) as Vec2
  return {
    around: total,
    depth: Math.max(...own) - least,
    clock: Math.atan2(y, x),
    line: side === 'end' ? line : line.toReversed(),
    edges: side === 'end' ? edges : edges.toReversed(),
    at: least + Math.max(...other),
  }
}
