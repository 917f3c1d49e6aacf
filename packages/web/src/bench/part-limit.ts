import type { PartEntry, PartLimit } from '@flexum/core/recipe'
import { pathPoint, type Path } from '@flexum/core/path'
import type { Vec3 } from '@flexum/core/space'
import { formatExact, LENGTH_FACTORS, typedFormula, type LengthUnit } from '@flexum/core/units'

/** Shortest part that dragging leaves, as a share of the path. */
const SHORTEST_PART = 0.01

/** A limit put at a station, said as it was before: as a percentage, or as a length. */
function limitAt(before: PartLimit, station: number, length: number, unit: LengthUnit): PartLimit {
  if (before.kind === 'percent')
    return { kind: 'percent', at: formatExact(Number(((100 * station) / length).toFixed(1))) }
  const figure = formatExact(Number((station / LENGTH_FACTORS[unit]).toFixed(unit === 'mm' ? 1 : 3)))
  return { kind: 'length', at: typedFormula(figure, unit) }
}

/** A part with one of its limits moved, kept on the path and before or after the other. */
export function movedLimit(
  part: PartEntry,
  side: 'from' | 'to',
  station: number,
  other: number,
  length: number,
  unit: LengthUnit,
): PartEntry {
  const room = SHORTEST_PART * length
  const held =
    side === 'from'
      ? Math.min(Math.max(station, 0), other - room)
      : Math.max(Math.min(station, length), other + room)
  return { ...part, [side]: limitAt(part[side], held, length, unit) }
}

const SAMPLES = 300

/** The station of a path that lies nearest to a place on the picture. */
export function stationUnder(
  path: Path,
  at: readonly [number, number],
  project: (p: Vec3) => readonly [number, number] | undefined,
): number | undefined {
  const away = (s: number): number => {
    const seen = project(pathPoint(path, s))
    return seen ? Math.hypot(seen[0] - at[0], seen[1] - at[1]) : Infinity
  }
  let [best, least] = [0, Infinity]
  for (let i = 0; i <= SAMPLES; i++) {
    const s = (path.length * i) / SAMPLES
    const d = away(s)
    if (d < least) [best, least] = [s, d]
  }
  if (least === Infinity) return undefined
  for (let step = path.length / SAMPLES / 2; step > path.length * 1e-5; step /= 2)
    for (const s of [best - step, best + step]) {
      const d = s >= 0 && s <= path.length ? away(s) : Infinity
      if (d < least) [best, least] = [s, d]
    }
  return best
}
