import { spend, keptWith } from '../base/index.ts'
import type { Outline, Section } from '../profile/index.ts'
import type { Vec2 } from '../plane/index.ts'

/**
 * The points of a section at stations of a run, row after row with `around` points each; between stations points go
 * straight. All rows have the sides and the order of points of one outline.
 */
export interface ShapeTable {
  readonly stations: Float64Array
  readonly around: number
  readonly x: Float64Array
  readonly y: Float64Array
  readonly nx: Float64Array
  readonly ny: Float64Array
}

/** The true sections of shapes, for whoever asks between their stations or finer than their sides. */
const sections = keptWith<ShapeTable, (station: number) => Section>()

/** Keeps by what a shape was sampled: its section at a station, always of the same curves in the same order. */
export function keepSections(shape: ShapeTable, at: (station: number) => Section): ShapeTable {
  sections.put(shape, at)
  return shape
}

/** The true section of a shape at a station; undefined where only its points are known. */
export const sectionsAlong = (shape: ShapeTable): ((station: number) => Section) | undefined =>
  sections.get(shape)

/** Stations a shape is looked at first; then it is halved where points leave the straight between two. */
const FIRST = 48
const DEEPEST = 7
/** Most stations kept. */
const MOST_STATIONS = 6000
/** Shares of a stretch that no even wave meets all at once. */
const UNEVEN = [0.218, 0.793] as const

/**
 * Samples a shape that changes along a run so that points going straight between stations stay within `chordError`.
 * `at` gives the outline at a station, always with the same points in the same order.
 */
export function sampleShape(
  from: number,
  to: number,
  chordError: number,
  at: (station: number) => Outline,
): ShapeTable {
  const rows: { station: number; outline: Outline }[] = []
  const row = (station: number) => {
    const outline = at(station)
    spend(2 * outline.x.length, 'the shaping')
    return { station, outline }
  }
  const between = (a: (typeof rows)[0], b: (typeof rows)[0], depth: number): void => {
    const mid = row((a.station + b.station) / 2)
    // A wave through both ends and the middle shows at uneven shares of the way.
    const off = Math.max(
      leaving(a.outline, mid.outline, b.outline, 0.5),
      ...(depth < 2 ? UNEVEN : []).map((u) =>
        leaving(a.outline, at(a.station * (1 - u) + b.station * u), b.outline, u),
      ),
    )
    if (off <= chordError || depth >= DEEPEST || rows.length > MOST_STATIONS) {
      rows.push(mid, b)
      return
    }
    between(a, mid, depth + 1)
    between(mid, b, depth + 1)
  }
  let before = row(from)
  rows.push(before)
  for (let i = 1; i <= FIRST; i++) {
    const next = row(from + ((to - from) * i) / FIRST)
    between(before, next, 0)
    before = next
  }
  const around = before.outline.x.length
  const pack = (of: (o: Outline) => Float64Array): Float64Array => {
    const all = new Float64Array(rows.length * around)
    rows.forEach((r, k) => all.set(of(r.outline), k * around))
    return all
  }
  return {
    stations: Float64Array.from(rows, (r) => r.station),
    around,
    x: pack((o) => o.x),
    y: pack((o) => o.y),
    nx: pack((o) => o.nx),
    ny: pack((o) => o.ny),
  }
}

/** How far the points at a share of the way leave the straight from a to b. */
function leaving(a: Outline, mid: Outline, b: Outline, share: number): number {
  let most = 0
  for (let i = 0; i < mid.x.length; i++) {
    const dx = mid.x[i]! - a.x[i]! * (1 - share) - b.x[i]! * share
    const dy = mid.y[i]! - a.y[i]! * (1 - share) - b.y[i]! * share
    most = Math.max(most, Math.hypot(dx, dy))
  }
  return most
}

function rowAt(s: ShapeTable, station: number): { k: number; share: number } {
  const last = s.stations.length - 1
  if (station <= s.stations[0]!) return { k: 0, share: 0 }
  if (station >= s.stations[last]!) return { k: last - 1, share: 1 }
  let [low, high] = [0, last - 1]
  while (low < high) {
    const mid = (low + high + 1) >> 1
    if (s.stations[mid]! <= station) low = mid
    else high = mid - 1
  }
  return { k: low, share: (station - s.stations[low]!) / (s.stations[low + 1]! - s.stations[low]!) }
}

/** The shape's points at a station, written into rows of `around` numbers from `offset` on. */
export function writeShape(
  s: ShapeTable,
  station: number,
  into: { x: Float64Array; y: Float64Array; nx: Float64Array; ny: Float64Array },
  offset: number,
): void {
  const { k, share } = rowAt(s, station)
  mix(s.x, s.around, k, share, into.x, offset)
  mix(s.y, s.around, k, share, into.y, offset)
  mix(s.nx, s.around, k, share, into.nx, offset)
  mix(s.ny, s.around, k, share, into.ny, offset)
}

/** Between two rows of a table. */
function mix(
  table: Float64Array,
  around: number,
  row: number,
  share: number,
  into: Float64Array,
  offset: number,
): void {
  const a = row * around
  const b = a + around
  for (let i = 0; i < around; i++) into[offset + i] = table[a + i]! * (1 - share) + table[b + i]! * share
}

/** The outline at a station, with the sides of `like`. */
export function shapeOutline(s: ShapeTable, station: number, like: Outline): Outline {
  const made = () => new Float64Array(s.around)
  const rows = { x: made(), y: made(), nx: made(), ny: made() }
  writeShape(s, station, rows, 0)
  return { ...like, ...rows }
}

/** How far the shape reaches at a station in a unit direction. */
export function shapeReach(s: ShapeTable, station: number, d: Vec2): number {
  const { k, share } = rowAt(s, station)
  const [a, b] = [k * s.around, (k + 1) * s.around]
  let most = -Infinity
  for (let i = 0; i < s.around; i++) {
    const x = s.x[a + i]! * (1 - share) + s.x[b + i]! * share
    const y = s.y[a + i]! * (1 - share) + s.y[b + i]! * share
    most = Math.max(most, x * d[0] + y * d[1])
  }
  return most
}
