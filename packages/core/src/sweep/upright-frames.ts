import { segmentTangent, type Path } from '../path/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { carried, squareFrames, type Frames } from './frames.ts'
import { angleFrom, nearTurn, STEEP, type SteepStretch } from './upright.ts'
import { lastHolding } from '../num/index.ts'

/** Places looked at along each segment for steep stretches. */
const SAMPLES = 96
const HALVINGS = 50

/**
 * Upright turning: up leans toward a unit direction. Where the path nears that direction (within 10 degrees) the roll is
 * led across by a cubic that meets the roll and its rate on both sides; at a steep end it stays as it was.
 */
export function uprightFrames(path: Path, toward: Vec3): Frames {
  const base = squareFrames(path)
  const bare: Frames = { ...base, turning: 'upright', rolls: [] }
  const stretches = steepStretches(path, toward)
  const steep: SteepStretch[] = stretches.map(({ from, to }) => bridge(bare, path, toward, from, to))
  return { ...bare, upright: { toward, steep } }
}

const isSteep = (t: Vec3, toward: Vec3): boolean => vec3.length(vec3.cross(t, toward)) < STEEP

/** Stations between which the path runs within 10 degrees of a direction. */
export function steepStretches(path: Path, toward: Vec3): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = []
  let open: number | undefined
  path.segments.forEach((g, i) => {
    const start = path.starts[i]!
    const at = (k: number): number => (g.length * k) / SAMPLES
    const steepAt = (s: number): boolean => isSteep(segmentTangent(g, s), toward)
    for (let k = 0; k <= SAMPLES; k++) {
      const here = steepAt(at(k))
      if (here === (open !== undefined)) continue
      let edge = at(k)
      if (k > 0) {
        edge = lastHolding(at(k), at(k - 1), (s) => steepAt(s) === here, HALVINGS)
      }
      if (here) open = start + edge
      else {
        found.push({ from: open!, to: start + edge })
        open = undefined
      }
    }
  })
  if (open !== undefined) found.push({ from: open, to: path.length })
  return found.filter((z) => z.to > z.from)
}

function bridge(f: Frames, path: Path, toward: Vec3, from: number, to: number): SteepStretch {
  const h = 1e-4 * path.length
  const angleAt = (s: number): number => {
    const index = indexAt(path, s)
    const g = path.segments[index]!
    const local = Math.min(Math.max(s - path.starts[index]!, 0), g.length)
    const t = segmentTangent(g, local)
    const [side, up] = carried(g, f.sides[index]!, f.ups[index]!, local)
    return angleFrom(side, up, vec3.addScaled(toward, t, -vec3.dot(toward, t)))
  }
  const [atStart, atEnd] = [from <= h, to >= path.length - h]
  if (atStart && atEnd) return stretch(from, to, 0, 0, 0, 0)
  const [a, b] = [atStart ? undefined : angleAt(from - 1e-9), atEnd ? undefined : angleAt(to + 1e-9)]
  if (a === undefined) return stretch(from, to, b!, b!, 0, 0)
  if (b === undefined) return stretch(from, to, a, a, 0, 0)
  const rate = (s: number, d: number): number => nearTurn(angleAt(s + d) - angleAt(s)) / d
  return stretch(from, to, a, a + nearTurn(b - a), rate(from - 1e-9, -h), rate(to + 1e-9, h))
}

function indexAt(path: Path, s: number): number {
  let i = 0
  while (i < path.segments.length - 1 && path.starts[i + 1]! <= s) i++
  return i
}

function stretch(
  from: number,
  to: number,
  a: number,
  b: number,
  slopeA: number,
  slopeB: number,
): SteepStretch {
  return { from, to, angle: { stations: [from, to], values: [a, b], slopes: [slopeA, slopeB] } }
}
