import type { BlankGiven, BendTable } from '@flexum/core/forming'
import type { PathGiven } from '@flexum/core/recipe/evaluated'
import { type CarriedGiven, frameAt } from '@flexum/core/sweep'
import { locate, segmentCurvature, segmentRadius, segmentTurn } from '@flexum/core/path'
import { vec3 } from '@flexum/core/space'

/** A stretch of the straight bar. Places are mm along the bar, stations mm along the path. */
export interface Zone {
  readonly kind: 'allowance' | 'cutoff' | 'straight' | 'bend' | 'curve' | 'added' | 'offcut' | 'unused'
  readonly from: number
  readonly to: number
  readonly stationFrom: number
  readonly stationTo: number
  /** Segment of the path; -1 for what is no part of it. */
  readonly segment: number
  readonly radius: number
  readonly turn: number
  /** Bends are counted from 1, as in the bend table. */
  readonly bend: number
  /** All segments of the path it takes: bends that touch are one zone. */
  readonly segments: readonly number[]
  /** By how much the plane of a bend is turned against that of the one before, rad; undefined for the first, and what is no bend. */
  readonly rotation: number | undefined
  /** To which side of the section a bend goes, rad from its x toward its y; undefined without a run. */
  readonly clock: number | undefined
}

/** What is left of the stock bar beyond the blank, and how many more of it that is. */
export interface Beyond {
  readonly from: number
  readonly to: number
  readonly more: number
}

/** The straight bar a path is bent from, zone after zone. */
export interface StripLayout {
  readonly zones: readonly Zone[]
  /** Where the bar begins; past 0 when the run starts part of the way along its path. */
  readonly start: number
  readonly length: number
  /** The last zone that is part of the path ends here. */
  readonly pathEnd: number
  /** Undefined where the stock bar is not told, or is no longer than the blank. */
  readonly beyond: Beyond | undefined
}

/**
 * Lays out the straight bar of a path, or of the run along it: with a blank, at its developed lengths and with its
 * allowances and rounding. What the run leaves of its path stands beside the bar; its stations are those of the path.
 */
export function layOut(
  path: PathGiven,
  run: CarriedGiven | undefined,
  blank: BlankGiven | undefined,
  table: BendTable | undefined,
): StripLayout {
  const zones: Zone[] = []
  const developed = new Map(blank?.developed.bends.map((b) => [b.segment, b.length]))
  const off = (kind: Zone['kind'], from: number, length: number, station: number): Zone => ({
    kind,
    from,
    to: from + length,
    stationFrom: station,
    stationTo: kind === 'unused' ? station + length : station,
    segment: -1,
    radius: Infinity,
    turn: 0,
    bend: 0,
    segments: [],
    rotation: undefined,
    clock: undefined,
  })
  const along = run?.path ?? path.path
  const stations = run?.sourceStarts ?? path.path.starts
  const start = run?.from ?? 0
  let at = start
  let bend = 0
  if (start > 0) zones.push(off('unused', 0, start, 0))
  const { cutOff = { start: 0, end: 0 } } = blank ?? {}
  if (cutOff.start > 0) zones.push(off('cutoff', at, cutOff.start, start))
  at += cutOff.start
  const before = (blank?.startAllowance ?? 0) + (blank?.tips.start ?? 0)
  if (before > 0) zones.push(off('allowance', at, before, start))
  at += before
  const rows = table?.rows ?? []
  const rowAt = new Map(rows.map((r, k) => [r.segments[0], k]))
  for (let i = 0; i < along.segments.length; i++) {
    const g = along.segments[i]!
    const kind = g.kind === 'line' ? 'straight' : g.kind === 'arc' ? 'bend' : 'curve'
    const added = along.origins[i]!.kind === 'added'
    const row = rowAt.get(i) ?? -1
    const last = rows[row]?.segments[1] ?? i
    const own = Array.from({ length: last - i + 1 }, (_, k) => i + k)
    const length = own.reduce((sum, k) => sum + (developed.get(k) ?? along.segments[k]!.length), 0)
    const segments = added
      ? []
      : own.map((k) => locate(path.path, (stations[k]! + stations[k + 1]!) / 2).index)
    if (kind === 'bend') bend++
    zones.push({
      kind: added ? 'added' : kind,
      from: at,
      to: at + length,
      stationFrom: stations[i]!,
      stationTo: stations[last + 1]!,
      segment: segments[0] ?? -1,
      radius: segmentRadius(g),
      turn: own.reduce((sum, k) => sum + segmentTurn(along.segments[k]!), 0),
      bend: kind === 'bend' ? bend : 0,
      segments,
      rotation: row > 0 ? rows[row]!.rotation : undefined,
      clock: kind === 'bend' && run ? insideOf(run, i) : undefined,
    })
    at += length
    i = last
  }
  const pathEnd = at
  const end = stations.at(-1)!
  const after = (blank?.endAllowance ?? 0) + (blank?.tips.end ?? 0)
  if (after > 0) {
    zones.push(off('allowance', at, after, end))
    at += after
  }
  if (cutOff.end > 0) {
    zones.push(off('cutoff', at, cutOff.end, end))
    at += cutOff.end
  }
  // The strip is the line of all strands; each of them may be longer.
  const cut = blank && blank.cut - (blank.developed.length - blank.line)
  if (cut !== undefined && cut > at - start) {
    zones.push(off('offcut', at, start + cut - at, end))
    at = start + cut
  }
  const length = at - start
  const left = path.path.length - end
  if (run && left > 1e-6) zones.push(off('unused', at, left, end))
  return { zones, start, length, pathEnd, beyond: beyondOf(start, length, blank) }
}

/** The side of the section that a bend of a run goes to, where it begins. */
function insideOf({ path, frames }: CarriedGiven, segment: number): number {
  const { n, b } = frameAt(frames, path.starts[segment]!)
  const inward = segmentCurvature(path.segments[segment]!, 0)
  return Math.atan2(vec3.dot(inward, b), vec3.dot(inward, n))
}

function beyondOf(start: number, length: number, blank: BlankGiven | undefined): Beyond | undefined {
  if (blank?.bar === undefined || blank.pieces > 1 || !(blank.bar > length)) return undefined
  return { from: start + length, to: start + blank.bar, more: Math.floor(blank.bar / length) - 1 }
}

/** The zone at a place on the bar. */
export function zoneAt(layout: StripLayout, place: number): Zone | undefined {
  return layout.zones.find((z) => place >= z.from && place <= z.to)
}

/** The station on the path for a place on the bar. */
export function stationAt(zone: Zone, place: number): number {
  const share = zone.to > zone.from ? (place - zone.from) / (zone.to - zone.from) : 0
  return zone.stationFrom + share * (zone.stationTo - zone.stationFrom)
}

/** The station of the path for any place, beside the bar and past it too. */
export function stationBeside(layout: StripLayout, place: number): number {
  const zone = zoneAt(layout, place)
  if (zone) return stationAt(zone, place)
  return place < 0 ? 0 : (layout.zones.at(-1)?.stationTo ?? 0)
}

/** The place on the bar for a station on the path. */
export function placeOf(layout: StripLayout, station: number): number | undefined {
  const zone = layout.zones.find(
    (z) =>
      z.kind !== 'allowance' &&
      z.kind !== 'cutoff' &&
      z.kind !== 'offcut' &&
      station >= z.stationFrom &&
      station <= z.stationTo,
  )
  if (!zone) return undefined
  const span = zone.stationTo - zone.stationFrom
  return zone.from + (span > 0 ? (station - zone.stationFrom) / span : 0) * (zone.to - zone.from)
}
