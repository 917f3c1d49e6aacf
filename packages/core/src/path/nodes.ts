import { fail, ok, type Result } from '../base/index.ts'
import { tolerance } from '../num/index.ts'
import { vec3, type Vec3 } from '../space/index.ts'
import { makePath, type Origin, type Path } from './path.ts'
import { arcSegment, lineSegment, type Segment } from './segment.ts'

/** What happens at a node: an arc of the centreline, or nothing (the direction breaks). */
export type Corner = { readonly kind: 'bend'; readonly radius: number } | { readonly kind: 'sharp' }

export interface PathNode {
  readonly point: Vec3
  readonly corner: Corner
}

/** What came of a node. `tangent` is the length its corner takes from each leg; stations are those of its arc. */
export interface CornerResult {
  readonly kind: 'end' | 'bend' | 'sharp' | 'straight'
  readonly deflection: number
  readonly tangent: number
  readonly station: number
  readonly stationEnd: number
}

export interface NodePath {
  readonly path: Path
  readonly corners: readonly CornerResult[]
}

/** Why nodes make no path; nodes are counted from 0, lengths are mm. */
export type NodeFault =
  | { readonly kind: 'too-few'; readonly least: number }
  | { readonly kind: 'same-place'; readonly node: number; readonly next: number }
  | { readonly kind: 'fold-back'; readonly node: number }
  | { readonly kind: 'radius'; readonly node: number; readonly radius: number }
  /** `largest` is the radius that fits with all other corners as they are; 0 or less if even none does. */
  | { readonly kind: 'no-room'; readonly node: number; readonly radius: number; readonly largest: number }

interface Legs {
  readonly directions: readonly Vec3[]
  readonly lengths: readonly number[]
}

/**
 * The path through nodes in space. A bend of radius r at a deflection d takes r tan(d/2) from each leg. On an open
 * path the first and last node are ends and their corners do not count. A closed path starts where the corner of
 * its first node ends. All faults are found at once.
 */
export function pathThroughNodes(
  nodes: readonly PathNode[],
  closed: boolean,
): Result<NodePath, readonly NodeFault[]> {
  const least = closed ? 3 : 2
  if (nodes.length < least) return fail([{ kind: 'too-few', least }])
  const legs = legsOf(nodes, closed)
  if (Array.isArray(legs)) return fail(legs)
  const corners = nodes.map((_, i) => cornerAt(nodes, legs as Legs, closed, i))
  const faults = faultsIn(nodes, corners, legs as Legs, closed)
  if (faults.length > 0) return fail(faults)
  return ok(build(nodes, corners, legs as Legs, closed))
}

function legsOf(nodes: readonly PathNode[], closed: boolean): Legs | NodeFault[] {
  const directions: Vec3[] = []
  const lengths: number[] = []
  const faults: NodeFault[] = []
  const count = closed ? nodes.length : nodes.length - 1
  for (let i = 0; i < count; i++) {
    const next = (i + 1) % nodes.length
    const leg = vec3.sub(nodes[next]!.point, nodes[i]!.point)
    const length = vec3.length(leg)
    if (length <= tolerance.pointCoincidence) faults.push({ kind: 'same-place', node: i, next })
    lengths.push(length)
    directions.push(vec3.scale(leg, 1 / length))
  }
  return faults.length > 0 ? faults : { directions, lengths }
}

type Measured = Omit<CornerResult, 'station' | 'stationEnd'>

function cornerAt(nodes: readonly PathNode[], legs: Legs, closed: boolean, i: number): Measured {
  if (!closed && (i === 0 || i === nodes.length - 1)) return { kind: 'end', deflection: 0, tangent: 0 }
  const n = legs.lengths.length
  const deflection = vec3.angleBetween(legs.directions[(i + n - 1) % n]!, legs.directions[i]!)
  if (deflection <= tolerance.sameDirection) return { kind: 'straight', deflection: 0, tangent: 0 }
  const corner = nodes[i]!.corner
  if (corner.kind === 'sharp') return { kind: 'sharp', deflection, tangent: 0 }
  return { kind: 'bend', deflection, tangent: corner.radius * Math.tan(deflection / 2) }
}

function faultsIn(
  nodes: readonly PathNode[],
  corners: readonly Measured[],
  legs: Legs,
  closed: boolean,
): NodeFault[] {
  const faults: NodeFault[] = []
  corners.forEach((c, node) => {
    if (c.deflection >= Math.PI - tolerance.foldBack) faults.push({ kind: 'fold-back', node })
    const corner = nodes[node]!.corner
    if (c.kind === 'bend' && corner.kind === 'bend' && !(corner.radius > 0)) {
      faults.push({ kind: 'radius', node, radius: corner.radius })
    }
  })
  if (faults.length > 0) return faults

  const n = legs.lengths.length
  const overfull = legs.lengths.map((length, i) => {
    const taken = corners[i]!.tangent + corners[(i + 1) % nodes.length]!.tangent
    return taken > length * (1 + tolerance.straightVanishes)
  })
  corners.forEach((c, node) => {
    const corner = nodes[node]!.corner
    if (c.kind !== 'bend' || corner.kind !== 'bend') return
    const before = closed ? (node + n - 1) % n : node - 1
    if (!overfull[before] && !overfull[node]) return
    const roomBefore = legs.lengths[before]! - corners[before]!.tangent
    const roomAfter = legs.lengths[node]! - corners[(node + 1) % nodes.length]!.tangent
    const largest = Math.min(roomBefore, roomAfter) / Math.tan(c.deflection / 2)
    faults.push({ kind: 'no-room', node, radius: corner.radius, largest })
  })
  return faults
}

function build(
  nodes: readonly PathNode[],
  corners: readonly Measured[],
  legs: Legs,
  closed: boolean,
): NodePath {
  const parts: { segment: Segment; origin: Origin }[] = []
  const stations = nodes.map(() => [0, 0] as [number, number])
  let station = 0
  const add = (segment: Segment, origin: Origin): void => {
    parts.push({ segment, origin })
    station += segment.length
  }
  const addCorner = (i: number): void => {
    const from = station
    const c = corners[i]!
    const corner = nodes[i]!.corner
    if (c.kind === 'bend' && corner.kind === 'bend') {
      const n = legs.lengths.length
      const incoming = legs.directions[(i + n - 1) % n]!
      add(bendSegment(nodes[i]!.point, incoming, legs.directions[i]!, corner.radius, c), {
        kind: 'node',
        index: i,
      })
    }
    stations[i] = [from, station]
  }
  const count = legs.lengths.length
  for (let i = 0; i < count; i++) {
    if (i > 0) addCorner(i)
    else stations[0] = [0, 0]
    const next = (i + 1) % nodes.length
    const straight = legs.lengths[i]! - corners[i]!.tangent - corners[next]!.tangent
    if (straight > legs.lengths[i]! * tolerance.straightVanishes) {
      const start = vec3.addScaled(nodes[i]!.point, legs.directions[i]!, corners[i]!.tangent)
      add(lineSegment(start, legs.directions[i]!, straight), { kind: 'leg', index: i })
    }
  }
  if (closed) addCorner(0)
  else stations[nodes.length - 1] = [station, station]
  return {
    path: makePath(parts, closed),
    corners: corners.map((c, i) => ({ ...c, station: stations[i]![0], stationEnd: stations[i]![1] })),
  }
}

/** The arc that rounds a node: it starts `tangent` before the node and turns from one leg into the other. */
function bendSegment(node: Vec3, incoming: Vec3, outgoing: Vec3, radius: number, c: Measured): Segment {
  const normal = vec3.unit(vec3.cross(incoming, outgoing))
  const inward = vec3.cross(normal, incoming)
  const start = vec3.addScaled(node, incoming, -c.tangent)
  const centre = vec3.addScaled(start, inward, radius)
  return arcSegment(centre, vec3.scale(inward, -1), incoming, radius, c.deflection)
}
