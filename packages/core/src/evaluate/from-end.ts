import { keptWith, type Id } from '../base/index.ts'
import type { StepBase } from '../document/index.ts'
import { analysePath, locate, makePath, reversePath, type Origin, type Path } from '../path/index.ts'
import { facingFrames, frameOn, type Facing } from '../sweep/index.ts'
import type { OnWalls, PathGiven, PlacedNode, StepOutput } from './output.ts'

const made = keptWith<PathGiven, PathGiven>()

/** A path as a step takes it: from its end where the step says so. */
export const pathTaken = (
  step: Pick<StepBase, 'against'> | undefined,
  path: Id,
  given: PathGiven,
): PathGiven => (isAgainst(step, path) ? fromEnd(given) : given)

/** What a step gives as another takes it: a path from its end where that says so. */
export const outputTaken = (
  step: Pick<StepBase, 'against'> | undefined,
  id: Id,
  output: StepOutput | undefined,
): StepOutput | undefined =>
  output?.path && isAgainst(step, id) ? { ...output, path: fromEnd(output.path) } : output

/** Whether a step takes a path from its end, against its travel. */
export const isAgainst = (step: Pick<StepBase, 'against'> | undefined, path: Id | undefined): boolean =>
  path !== undefined && (step?.against?.includes(path) ?? false)

/**
 * The same path travelled from its end: what the path gives when it is reversed, so that from the end of a reversed path is the path as it
 * was. A closed one through nodes begins after the corner of its first node either way.
 */
export function fromEnd(given: PathGiven): PathGiven {
  const known = made.get(given)
  if (known) return known
  const { path, follows, facing, onWalls, sheet, pieces } = given
  const back = turnedPath(given)
  const at = (station: number): number => stationFromEnd(given, station)
  const turned: PathGiven = {
    path: back,
    analysis: analysePath(back),
    nodes: turnedNodes(given),
    ...(follows
      ? {
          follows: {
            deviation: { ...follows.deviation, station: at(follows.deviation.station) },
            ...(follows.off
              ? {
                  off: {
                    stations: follows.off.stations.map((s) => path.length - s).reverse(),
                    distances: follows.off.distances.toReversed(),
                  },
                }
              : {}),
          },
        }
      : {}),
    ...(facing ? { facing: turnedFacing(facing, path, back) } : {}),
    ...(onWalls ? { onWalls: turnedWalls(onWalls) } : {}),
    ...(sheet ? { sheet } : {}),
    ...(pieces ? { pieces } : {}),
  }
  made.put(given, turned)
  return turned
}

/** A station of a path as one of it from its end, and the other way round. */
export function stationFromEnd(given: PathGiven, station: number): number {
  const { length, closed } = given.path
  const back = length - station - firstCorner(given)
  if (!closed) return back
  return back < 0 ? back + length : back >= length ? back - length : back
}

/** A segment of a path as one of it from its end, by their indexes, and the other way round. */
export function segmentFromEnd(given: PathGiven, segment: number): number {
  const { starts } = given.path
  const middle = (starts[segment]! + starts[segment + 1]!) / 2
  return locate(fromEnd(given).path, stationFromEnd(given, middle)).index
}

/** Length of the corner that a closed path ends with, which it would begin with when it is turned round; else 0. */
function firstCorner({ path }: PathGiven): number {
  const last = path.origins.at(-1)
  const isCorner = path.closed && last?.kind === 'node' && last.index === 0
  return isCorner ? path.segments.at(-1)!.length : 0
}

function turnedPath(given: PathGiven): Path {
  const { path, nodes } = given
  const back = reversePath(path)
  const origins = back.origins.map((o) => turnedOrigin(o, nodes.length, path.closed))
  const parts = back.segments.map((segment, i) => ({ segment, origin: origins[i]! }))
  if (firstCorner(given) > 0) parts.push(parts.shift()!)
  return makePath(parts, path.closed)
}

/** Nodes are counted from the other end; the first of a closed path stays the first. */
const turnedIndex = (index: number, count: number, closed: boolean): number =>
  closed ? (count - index) % count : count - 1 - index

function turnedOrigin(o: Origin, count: number, closed: boolean): Origin {
  if (count === 0) return o
  if (o.kind === 'node') return { kind: 'node', index: turnedIndex(o.index, count, closed) }
  return o.kind === 'leg' ? { kind: 'leg', index: (closed ? count : count - 1) - 1 - o.index } : o
}

function turnedNodes(given: PathGiven): readonly PlacedNode[] {
  const { nodes, path } = given
  return nodes.map((_, i) => {
    const node = nodes[turnedIndex(i, nodes.length, path.closed)]!
    // A closed path ends with the corner of its first node either way.
    if (path.closed && i === 0) return node
    const { station, stationEnd } = node.corner
    const from = stationFromEnd(given, stationEnd)
    return { ...node, corner: { ...node.corner, station: from, stationEnd: from + stationEnd - station } }
  })
}

function turnedFacing({ frames }: Facing, path: Path, back: Path): Facing {
  const n = path.segments.length
  return facingFrames(back, (index, s) => {
    const g = n - 1 - index
    return frameOn(frames, g, path.segments[g]!.length - s).b
  })
}

/** What is about a line along walls, of the same from its end. */
export const turnedWalls = ({ room, corners, beside, free, ...rest }: OnWalls): OnWalls => ({
  ...rest,
  room: room === 'left' ? 'right' : 'left',
  corners: { start: corners.end, end: corners.start },
  ...(beside ? { beside: { start: beside.end, end: beside.start } } : {}),
  ...(free ? { free: { start: free.end, end: free.start } } : {}),
})
