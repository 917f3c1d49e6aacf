import type { Vec2 } from '../plane/index.ts'
import { outlineOf, reach, region, sectionProperties, type Outline, type Region } from '../profile/index.ts'
import { meshReach, meshSurface, meshVolume, vec3, type Mesh, type Vec3 } from '../space/index.ts'
import {
  meshClosed,
  type ClosedMesh,
  type ClosedRegion,
  type Closing,
  type Closings,
  type LoopEdges,
} from './closed-ends.ts'
import { drawRun, type RunDrawing } from './drawing.ts'
import { edgesOf, meshRun } from './mesh.ts'
import { frameOn, wayOn, type Frame } from './frames.ts'
import { joinRunMeshes } from './mesh-join.ts'
import { leaned, placeRings } from './rings.ts'
import { plugMesh } from './caps.ts'
import { pointsNeeded } from './ring-steps.ts'
import { ringPlaces } from './doubles.ts'
import { runMeshSize } from './mesh-size.ts'
import { scaleAt, type Carriage, type Chunk } from './carriage.ts'
import { shapeOutline } from './shape.ts'
import { strandLine } from './strand-lines.ts'
import { volumeByTheorem, type SectionAt } from './volume.ts'
import { withoutCollapsed } from './mesh-collapsed.ts'
import type { EndMade, Strand } from './strand.ts'
import type { StrandLine } from './carried.ts'

export function endFrame(c: Carriage, side: 'start' | 'end'): Frame {
  const { path } = c.frames
  const last = path.segments.length - 1
  return side === 'start' ? frameOn(c.frames, 0, 0) : frameOn(c.frames, last, path.segments[last]!.length)
}

export function endWay(c: Carriage, side: 'start' | 'end'): Vec3 {
  const { path } = c.frames
  const last = path.segments.length - 1
  return side === 'start' ? wayOn(c.frames, 0, 0) : wayOn(c.frames, last, path.segments[last]!.length)
}

/** All that a run's body is made from. */
export interface SweptPlan {
  readonly carriage: Carriage
  readonly chunks: readonly Chunk[]
  readonly strands: readonly Strand[]
  readonly made: readonly EndMade[]
}

type SectionAlong = (strand: number, station: number) => SectionAt

/** Volumes of a run before its mesh is made: of each strand where a theorem gives it, and of what stands on its ends. */
export interface SweptVolumes {
  readonly theorems: readonly (number | undefined)[]
  readonly caps: readonly Cap[]
}

export function sweptVolumes(plan: SweptPlan, sectionAt: SectionAlong): SweptVolumes {
  const { carriage, chunks, strands } = plan
  const theorems = strands.map((_, k) => {
    const each = chunks.map((chunk) => volumeByTheorem(carriage, (s) => sectionAt(k, s), chunk))
    return each.every((v) => v !== undefined) ? sum(each) : undefined
  })
  return { theorems, caps: endCaps(plan, sectionAt) }
}

/** Volume and mass of a run; undefined where only its mesh, of a given volume without domes and plugs, can tell. */
export function sweptWeight(
  { strands }: SweptPlan,
  { theorems, caps }: SweptVolumes,
  swept?: number,
): { readonly volume: number; readonly mass: number } | undefined {
  const area = sum(strands.map((s) => s.area))
  const volumes = strands.map(
    (s, k) => theorems[k] ?? (swept === undefined ? undefined : (swept * s.area) / area),
  )
  if (!volumes.every((v) => v !== undefined)) return undefined
  return {
    volume: sum(volumes) + sum(caps.map((c) => c.volume)),
    mass: sum(strands.map((s, k) => s.density * volumes[k]!)) + sum(caps.map((c) => c.volume * c.density)),
  }
}

/** What a run's body is made of, before it is one of the part's. */
export interface SweptBody {
  readonly mesh: Mesh
  readonly drawing: RunDrawing
  /** Edges of the whole section, by which its faces are numbered. */
  readonly edges: number
  /** Of the mesh without domes and plugs, mm3. */
  readonly sweptVolume: number
  readonly meshVolume: number
  /** The most that the mesh's surface can be, mm2, and its coordinates, mm. */
  readonly surfaceMost: number
  readonly reach: number
}

/** The run's body: each chunk carried, then domes and plugs put on. */
export function sweptBody(
  plan: SweptPlan,
  volumes: SweptVolumes,
  outline: Outline,
  chordError: number,
): SweptBody {
  const edges = edgesOf(outline).all
  const parts = sweptMeshes(plan, outline, chordError)
  const sweptVolume = sum(parts.map((p) => p.size.volume))
  const size = {
    surfaceMost: sum(parts.map((p) => p.size.surfaceMost)),
    reach: parts.reduce((most, p) => Math.max(most, p.size.reach), 0),
  }
  const drawing = drawRun(outline, parts)
  if (plan.made.length === 0 && !plan.chunks.some(isCutShort)) {
    const mesh = joinRunMeshes(parts.map((p) => p.mesh))
    return { mesh, drawing, edges, sweptVolume, meshVolume: sweptVolume, ...size }
  }
  const { meshes, apart } = closedMeshes(plan, volumes.caps, parts, outline, chordError)
  const mesh = joinRunMeshes([...meshes.map((m) => m.mesh), ...apart])
  return {
    mesh,
    drawing,
    edges,
    sweptVolume,
    meshVolume: meshVolume(mesh),
    surfaceMost: size.surfaceMost + meshSurface(mesh),
    reach: Math.max(size.reach, meshReach(mesh)),
  }
}

/** The mesh of a run, its places in double precision and so that they hold what the run does. */
export function exactSweptBody(
  plan: SweptPlan,
  outline: Outline,
  chordError: number,
  caps: readonly Cap[] = [],
): {
  readonly mesh: Mesh
  readonly places: Float64Array
  readonly edges: number
  /** Its plugs lie in it as bodies of their own. */
  readonly apart: boolean
} {
  const parts = sweptMeshes(plan, outline, chordError)
  const { meshes, apart } = closedMeshes(plan, caps, parts, outline, chordError)
  const places = [...meshes.map((m) => m.places), ...apart.map((m) => Float64Array.from(m.positions))]
  const all = new Float64Array(sum(places.map((p) => p.length)))
  let at = 0
  for (const p of places) {
    all.set(p, at)
    at += p.length
  }
  const mesh = joinRunMeshes([...meshes.map((m) => m.mesh), ...apart])
  return { mesh, places: all, edges: edgesOf(outline).all, apart: apart.length > 0 }
}

type SweptPart = ReturnType<typeof sweptMeshes>[number]

/** The meshes of a run's chunks, closed at the run's ends as is asked; and plugs that cannot be of one skin with theirs. */
function closedMeshes(
  plan: SweptPlan,
  caps: readonly Cap[],
  parts: readonly SweptPart[],
  outline: Outline,
  chordError: number,
): { readonly meshes: readonly ClosedMesh[]; readonly apart: readonly Mesh[] } {
  const { carriage, chunks, made } = plan
  const { path } = carriage.frames
  const edges = edgesOf(outline).all
  const on = (side: 'start' | 'end'): Closing | undefined => made.find((m) => m.side === side)
  const apart: Mesh[] = []
  const closed = parts.map(({ rings, mesh }, k): ClosedMesh => {
    const plain = (): ClosedMesh => ({ mesh, places: ringPlaces(outline, rings, path, chunks[k]!.closed) })
    const [start, end] = [k === 0 ? on('start') : undefined, k === chunks.length - 1 ? on('end') : undefined]
    if (!start && !end) return plain()
    const closedBy = (closings: Closings) =>
      meshClosed(carriage, chunks[k]!, outline, rings, closings, regionsClosed(plan), chordError, edges)
    const both = closedBy({ start, end })
    if (both) return both
    // Domes are of one skin all the same.
    const sides = [start?.kind === 'plug' && 'start', end?.kind === 'plug' && 'end']
    apart.push(
      ...caps.filter((c) => sides.includes(c.side)).flatMap((c) => c.mesh?.(chordError, edges) ?? []),
    )
    const domed = (closing: Closing | undefined) => (closing?.kind === 'dome' ? closing : undefined)
    return closedBy({ start: domed(start), end: domed(end) }) ?? plain()
  })
  return { meshes: closed.map((m, k) => (isCutShort(chunks[k]!) ? withoutCollapsed(m) : m)), apart }
}

/** Whether a chunk ends square before its path does, as a return of no length, of which nothing may be left on one side. */
const isCutShort = ({ start, end }: Chunk): boolean =>
  [start, end].some((e) => e.shift < 0 && e.plane === undefined)

/** The regions of a run's section by the edges of their loops, in the order in which its outline counts them. */
function regionsClosed(plan: SweptPlan): ClosedRegion[] {
  return plan.strands.flatMap((s) => {
    let edge = s.firstEdge
    const loop = (length: number): LoopEdges => ({ from: edge, to: (edge += length) })
    return s.section.map((r): ClosedRegion => {
      const outer = loop(r.outer.length)
      const holes = r.holes.map((h) => loop(h.length))
      return {
        outer,
        holes,
        centroid: sectionProperties(region(r.outer)).centroid,
        thick: plugThickness(r, plan),
      }
    })
  })
}

/** Points that a body's mesh comes to at a chord error, without its domes and plugs. */
export function sweptPoints(
  { carriage, chunks }: Pick<SweptPlan, 'carriage' | 'chunks'>,
  outline: Outline,
  chordError: number,
): number {
  return sum(chunks.map((chunk) => pointsNeeded(carriage, outline, chordError, chunk)))
}

/** How each strand of a run goes: along its own centre line, and beyond its ends as far as it is cut askew. */
export function strandLines(plan: SweptPlan, outline: Outline): StrandLine[] {
  const { carriage, strands } = plan
  return strands.map((s): StrandLine => {
    const askew = s.area / s.bar.area
    const tips = endTips({ ...plan, strands: [s] }, outline)
    return {
      length: strandLine(carriage, s.bar.centroid, 0, carriage.frames.path.length),
      tips: { start: tips.start * askew, end: tips.end * askew },
    }
  })
}

/** How far the material goes beyond the path's ends: a leaning cut to its furthest tip, a dome by its height. */
export function endTips(plan: SweptPlan, outline: Outline): { readonly start: number; readonly end: number } {
  const { carriage: c, chunks, made, strands } = plan
  if (c.frames.path.closed) return { start: 0, end: 0 }
  const tip = (side: 'start' | 'end'): number => {
    const dome = made.find((m) => m.kind === 'dome' && m.side === side)
    if (dome?.kind === 'dome') return dome.height
    const { plane } = side === 'start' ? chunks[0]!.start : chunks.at(-1)!.end
    if (!plane) return 0
    const station = side === 'start' ? 0 : c.frames.path.length
    const frame = endFrame(c, side)
    const way = endWay(c, side)
    const k = scaleAt(c, station)
    const [u, v] = [frame.n, frame.b].map((axis) => -vec3.dot(axis, plane) / vec3.dot(way, plane)) as [
      number,
      number,
    ]
    const sign = side === 'start' ? -1 : 1
    if (c.shape) {
      const o = shapeOutline(c.shape, station, outline)
      return o.x.reduce((most, x, i) => Math.max(most, sign * k * (u * x + v * o.y[i]!)), 0)
    }
    // By the true outline: a tip may lie between the points that are drawn.
    const lean = Math.hypot(u, v)
    const toward: Vec2 = [(sign * u) / lean, (sign * v) / lean]
    return lean === 0 ? 0 : Math.max(0, ...strands.map((s) => k * lean * reach(s.section, toward)))
  }
  return { start: tip('start'), end: tip('end') }
}

function sweptMeshes({ carriage, chunks }: SweptPlan, outline: Outline, chordError: number) {
  return chunks.map((chunk) => {
    const rings = placeRings(carriage, outline, chordError, chunk)
    const mesh = meshRun(outline, rings, chunk.closed)
    return { rings, mesh, size: runMeshSize(outline, rings, mesh) }
  })
}

/** What stands on an end. */
interface Cap {
  readonly side: 'start' | 'end'
  /** The mesh of a plug that is not of one skin with the run, at a chord error, its faces numbered among so many edges. */
  mesh?(chordError: number, edges: number): Mesh
  readonly volume: number
  readonly density: number
}

/** A frame with its axes leaned along the travel into a plane, so that what stands on it ends in that plane. */
function leanedInto(f: Frame, way: Vec3, plane: Vec3 | undefined): Frame {
  const lean = plane && { plane, way }
  return { ...f, t: way, n: leaned(f.n, lean), b: leaned(f.b, lean) }
}

/** What stands on the ends of a run; `sectionAt` is how a strand's section is along it. */
export function endCaps(plan: SweptPlan, sectionAt: SectionAlong): Cap[] {
  const { carriage: c, chunks, strands, made } = plan
  return made.flatMap((end) => {
    const frame = endFrame(c, end.side)
    const station = end.side === 'start' ? 0 : c.frames.path.length
    const k = scaleAt(c, station)
    const scaled: Frame = { ...frame, n: vec3.scale(frame.n, k), b: vec3.scale(frame.b, k) }
    const out = end.side === 'start' ? -1 : 1
    return strands.flatMap((s, n) =>
      s.section.flatMap((r): Cap[] => {
        if (end.kind === 'dome') {
          // A hollow end is domed over its whole outline.
          const { area } = sectionProperties(region(r.outer))
          const grown = sectionAt(n, station).area / s.area
          const volume = (2 / 3) * area * grown * k * k * end.height
          return [{ side: end.side, volume, density: s.density }]
        }
        return r.holes.map((hole) => {
          const plug = region(hole)
          const thick = plugThickness(r, plan)
          const [from, to] = out > 0 ? [-thick, 0] : [0, thick]
          const cut = end.side === 'start' ? chunks[0]!.start : chunks.at(-1)!.end
          // Its faces lie as the end is cut; leaning along the travel changes no volume.
          const face = leanedInto(scaled, endWay(c, end.side), cut.plane)
          const mesh: Cap['mesh'] = (chordError, all) =>
            plugMesh(outlineOf(plug, chordError), face, from, to, { first: s.firstEdge, all })
          const volume = sectionProperties(plug).area * k * k * thick * vec3.dot(face.t, frame.t)
          return { side: end.side, mesh, volume, density: s.density }
        })
      }),
    )
  })
}

/**
 * A plug as thick as the wall round it: twice the wall's area over the length of its outlines, exact for an even wall. In a run that is too
 * short for them plugs meet in its middle, or one fills it.
 */
function plugThickness(r: Region, { carriage, made }: SweptPlan): number {
  const { area, perimeter } = sectionProperties(r)
  const plugs = made.filter((m) => m.kind === 'plug').length
  return Math.min((2 * area) / perimeter, carriage.frames.path.length / Math.max(1, plugs))
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)
