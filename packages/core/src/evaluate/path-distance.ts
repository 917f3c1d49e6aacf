import type { Id } from '../base/index.ts'
import type { Part } from '../document/index.ts'
import { pathPoint, segmentTurn, type Path } from '../path/index.ts'
import { nearestPiece, type StraightPiece, type Triangle, meshOfBody } from '../solid/index.ts'
import type { Vec3 } from '../space/index.ts'
import type { Evaluator } from './evaluator.ts'

/** How near a path's centre line comes to something, and at which station, mm. */
export interface PathDistance {
  readonly distance: number
  readonly station: number
}

/** A bend is followed by straight pieces that turn by no more than this, rad: they lie off it by a twenty-thousandth of its radius at most. */
const TURN_PER_CHORD = 0.02
/** The piece that comes nearest, and those beside it, are looked at again by so many. */
const AGAIN = 300

/** A path as straight pieces, with the station at which each begins. */
export function piecesOfPath(path: Path): {
  readonly pieces: readonly StraightPiece[]
  readonly stations: readonly number[]
} {
  const stations: number[] = []
  path.segments.forEach((g, i) => {
    const steps = g.kind === 'line' ? 1 : Math.max(2, Math.ceil(segmentTurn(g) / TURN_PER_CHORD))
    for (let k = 0; k < steps; k++) stations.push(path.starts[i]! + (g.length * k) / steps)
  })
  stations.push(path.length)
  const places = stations.map((s) => pathPoint(path, s))
  return { pieces: places.slice(1).map((q, i) => [places[i]!, q] as const), stations }
}

/** How near a step's path comes to the surface of another step's bodies, all copies; undefined where either is not there. */
export function pathToBodies(evaluator: Evaluator, part: Part, of: Id, to: Id): PathDistance | undefined {
  const result = evaluator.evaluate(part)
  const path = result.steps.find((s) => s.id === of)?.output?.path?.path
  const bodies = result.steps.find((s) => s.id === to)?.output?.bodies ?? []
  if (!path || bodies.length === 0) return undefined
  const triangles = bodies.flatMap((body): Triangle[] => {
    const { positions: p, triangles: t } = meshOfBody(body)
    const place = (v: number): Vec3 => [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!]
    return Array.from({ length: t.length / 3 }, (_, i) => [
      place(t[3 * i]!),
      place(t[3 * i + 1]!),
      place(t[3 * i + 2]!),
    ])
  })
  const { pieces, stations } = piecesOfPath(path)
  const near = nearestPiece(pieces, triangles)
  if (!near) return undefined
  const [from, end] = [
    stations[Math.max(near.piece - 1, 0)]!,
    stations[Math.min(near.piece + 2, pieces.length)]!,
  ]
  const finer = Array.from({ length: AGAIN + 1 }, (_, i) => from + ((end - from) * i) / AGAIN)
  const places = finer.map((s) => pathPoint(path, s))
  const again = nearestPiece(
    places.slice(1).map((q, i) => [places[i]!, q] as const),
    triangles,
  )!
  return { distance: again.distance, station: from + ((again.piece + again.share) * (end - from)) / AGAIN }
}
