import type { BlankOutput, PathOutput } from '@flexum/core/evaluate'

/** A stretch of the straight bar. Places are mm along the bar, stations mm along the path. */
export interface Zone {
  readonly kind: 'allowance' | 'straight' | 'bend' | 'curve' | 'offcut'
  readonly from: number
  readonly to: number
  readonly stationFrom: number
  readonly stationTo: number
  /** Path segment; -1 for what is no part of the path. */
  readonly segment: number
  readonly radius: number
  readonly turn: number
  /** Bends are counted from 1. */
  readonly bend: number
}

/** The straight bar a path is bent from, zone after zone. */
export interface StripLayout {
  readonly zones: readonly Zone[]
  readonly length: number
  /** The last zone that is part of the path ends here. */
  readonly pathEnd: number
}

/** Lays the path out straight; with a blank, at its developed lengths and with its allowances and rounding. */
export function layOut(path: PathOutput, blank: BlankOutput | undefined): StripLayout {
  const zones: Zone[] = []
  const developed = new Map(blank?.developed.bends.map((b) => [b.segment, b.length]))
  const off = (kind: Zone['kind'], from: number, length: number, station: number): Zone => ({
    kind,
    from,
    to: from + length,
    stationFrom: station,
    stationTo: station,
    segment: -1,
    radius: Infinity,
    turn: 0,
    bend: 0,
  })
  let at = 0
  let bend = 0
  if (blank && blank.startAllowance > 0) zones.push(off('allowance', 0, blank.startAllowance, 0))
  at += blank?.startAllowance ?? 0
  path.analysis.rows.forEach((row, segment) => {
    const length = developed.get(segment) ?? row.length
    const kind = row.kind === 'line' ? 'straight' : row.kind === 'arc' ? 'bend' : 'curve'
    if (kind === 'bend') bend++
    zones.push({
      kind,
      from: at,
      to: at + length,
      stationFrom: row.station,
      stationTo: row.station + row.length,
      segment,
      radius: row.radius,
      turn: row.turn,
      bend: kind === 'bend' ? bend : 0,
    })
    at += length
  })
  const pathEnd = at
  const end = path.analysis.length
  if (blank && blank.endAllowance > 0) {
    zones.push(off('allowance', at, blank.endAllowance, end))
    at += blank.endAllowance
  }
  if (blank && blank.cut > at) {
    zones.push(off('offcut', at, blank.cut - at, end))
    at = blank.cut
  }
  return { zones, length: at, pathEnd }
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

/** The place on the bar for a station on the path. */
export function placeOf(layout: StripLayout, station: number): number | undefined {
  const zone = layout.zones.find((z) => z.segment >= 0 && station >= z.stationFrom && station <= z.stationTo)
  if (!zone) return undefined
  const span = zone.stationTo - zone.stationFrom
  return zone.from + (span > 0 ? (station - zone.stationFrom) / span : 0) * (zone.to - zone.from)
}
