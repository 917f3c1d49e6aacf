import type { Path } from '../../path/index.ts'
import { outerLoopsOf } from '../../profile/index.ts'
import { pointAt } from '../../plane/index.ts'
import { frameAt, frameOn, lengthened, scaleAt, wayOn, type CarriedGiven } from '../../sweep/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import type { Solid } from '../body.ts'
import type { End } from './cope.ts'

/** An end of a run as it goes on straight. */
export function endOf({ carriage }: CarriedGiven, side: 'start' | 'end'): End {
  const { frames } = carriage
  const { path } = frames
  const index = side === 'start' ? 0 : path.segments.length - 1
  const g = path.segments[index]!
  const s = side === 'start' ? 0 : g.length
  const { origin, n, b } = frameOn(frames, index, s)
  const size = scaleAt(carriage, side === 'start' ? 0 : path.length)
  const way = vec3.scale(wayOn(frames, index, s), side === 'start' ? -1 : 1)
  return {
    at: origin,
    n: vec3.scale(n, size),
    b: vec3.scale(b, size),
    way,
    straight: straightBack(path, side),
    back: {
      length: path.length,
      at: (u, [x, y]) => {
        const station = side === 'start' ? u : path.length - u
        const f = frameAt(frames, station)
        const k = scaleAt(carriage, station)
        return vec3.addScaled(vec3.addScaled(f.origin, f.n, k * x), f.b, k * y)
      },
    },
  }
}

/** How far back from an end a path goes without a turn, mm. */
function straightBack(path: Path, side: 'start' | 'end'): number {
  const g = path.segments[side === 'start' ? 0 : path.segments.length - 1]!
  return g.kind === 'line' ? g.length : 0
}

/** A place on the run's outside at its middle: by it the run is told from what falls off. */
export function middleOf({ carriage, section }: CarriedGiven): Vec3 {
  const { frames } = carriage
  const { path } = frames
  const half = path.length / 2
  const index = Math.max(
    0,
    path.starts.findLastIndex((from, i) => i < path.segments.length && from <= half),
  )
  const { origin, n, b } = frameOn(frames, index, half - path.starts[index]!)
  const [x, y] = pointAt(outerLoopsOf(section)[0]![0]!, 0)
  const size = scaleAt(carriage, half)
  return vec3.addScaled(vec3.addScaled(origin, n, size * x), b, size * y)
}

/** Whether a run stands in a solid as what is put to it: nowhere as what is cut out, and not where it is halved or in common with others. */
export function isAddedTo(solid: Solid, run: string): boolean {
  switch (solid.kind) {
    case 'swept':
      return solid.step === run
    case 'joined':
      return solid.of.some((s) => isAddedTo(s, run))
    case 'cut':
      return isAddedTo(solid.of, run) && !solid.by.some((s) => isAddedTo(s, run))
    default:
      return false
  }
}

/** A solid in which a run goes on by so many mm at an end; nothing stands on its ends then. */
export function withLonger(solid: Solid, run: string, side: 'start' | 'end', by: number): Solid {
  const go = (s: Solid): Solid => {
    switch (s.kind) {
      case 'swept':
        if (s.step !== run) return s
        return {
          ...s,
          ...(by > 0 ? lengthened(s, side, by) : {}),
          made: s.made.filter((m) => m.side !== side),
        }
      case 'extruded':
      case 'revolved':
      case 'edged':
      case 'cornered':
      case 'lofted':
      case 'imported':
      case 'raised':
        return s
      case 'joined':
      case 'common':
        return { ...s, of: s.of.map(go) }
      case 'cut':
        return { ...s, of: go(s.of), by: s.by.map(go) }
      default:
        return { ...s, of: go(s.of) }
    }
  }
  return go(solid)
}
