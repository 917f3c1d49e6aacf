import { ok } from '../../base/index.ts'
import type { EndEntry, RunStep } from '../../document/index.ts'
import { FURTHEST } from '../../path/index.ts'
import type { Vec2 } from '../../plane/index.ts'
import {
  outlineOf,
  reach,
  region,
  sectionProperties,
  type Outline,
  type Region,
} from '../../profile/index.ts'
import { meshReach, meshSurface, meshVolume, vec3, type Mesh, type Vec3 } from '../../space/index.ts'
import {
  meshClosed,
  drawRun,
  edgesOf,
  frameOn,
  joinRunMeshes,
  leaned,
  meshRun,
  placeRings,
  plugMesh,
  pointsNeeded,
  ringPlaces,
  runMeshSize,
  scaleAt,
  shapeOutline,
  SQUARE_END,
  strandLine,
  volumeByTheorem,
  wayOn,
  withoutCollapsed,
  type Carriage,
  type ClosedMesh,
  type ClosedRegion,
  type Closing,
  type Closings,
  type LoopEdges,
  type Chunk,
  type ChunkEnd,
  type Frame,
  type RunDrawing,
  type SectionAt,
} from '../../sweep/index.ts'
import type { EndMade } from '../../evaluate/body.ts'
import type { Strand, StrandLine } from '../../evaluate/output.ts'
import { shortLength, type StepContext } from '../../evaluate/kind.ts'
import type { Built } from '../shared/refusal.ts'
import { refusal, type CarriedPath } from './used-path.ts'

/** How an end is cut: square, or in a plane turned about the section's axes. */
export function cutOf(
  step: RunStep,
  side: 'start' | 'end',
  carriage: Carriage,
  { sooner }: CarriedPath,
  context: StepContext,
): Built<ChunkEnd> {
  const entry: EndEntry | undefined = step.ends?.[side]
  const back = sooner?.[side] ?? 0
  if (back > 0) return ok({ shift: -back })
  if (entry?.kind !== 'angled' || carriage.frames.path.closed) return ok(SQUARE_END)
  const [across, tilt] = ['across', 'tilt'].map((f) => context.number(`ends/${side}/${f}`)) as [
    number,
    number,
  ]
  const most = (85 * Math.PI) / 180
  if (Math.abs(across) > most || Math.abs(tilt) > most)
    return refusal(
      step,
      'run.end',
      'An end is angled by less than 85 degrees each way.',
      `ends/${side}/across`,
    )
  const frame = endFrame(carriage, side)
  // The plane holds the section's y turned by the tilt, and its x turned by the angle across.
  const normal = vec3.unit(
    vec3.addScaled(vec3.addScaled(frame.t, frame.n, Math.tan(across)), frame.b, Math.tan(tilt)),
  )
  if (vec3.dot(normal, endWay(carriage, side)) < LEAST_ACROSS)
    return refusal(
      step,
      'run.end',
      'An end angled so would lie along the path: the section only travels, and stands askew to its way here. Give it less, or turn the section with the path.',
      `ends/${side}/across`,
    )
  return ok({ shift: 0, plane: normal })
}

/** Sine of the least angle between a cut and the way that it cuts across. */
const LEAST_ACROSS = 0.02

function endFrame(c: Carriage, side: 'start' | 'end'): Frame {
  const { path } = c.frames
  const last = path.segments.length - 1
  return side === 'start' ? frameOn(c.frames, 0, 0) : frameOn(c.frames, last, path.segments[last]!.length)
}

function endWay(c: Carriage, side: 'start' | 'end'): Vec3 {
  const { path } = c.frames
  const last = path.segments.length - 1
  return side === 'start' ? wayOn(c.frames, 0, 0) : wayOn(c.frames, last, path.segments[last]!.length)
}

/** What the ends ask for, in numbers. Only what is hollow is closed by a plug. */
export function endsMade(
  step: RunStep,
  c: Carriage,
  hollow: boolean,
  context: StepContext,
): Built<EndMade[]> {
  const made: EndMade[] = []
  if (!step.ends || c.frames.path.closed) return ok(made)
  for (const side of ['start', 'end'] as const) {
    const entry = step.ends[side]
    if (entry.kind === 'domed') {
      const height = context.number(`ends/${side}/height`)
      if (!(height > 0))
        return refusal(step, 'run.end', 'A dome needs a height above 0.', `ends/${side}/height`)
      if (height > FURTHEST) {
        const [is, most] = [height, FURTHEST].map((v) => shortLength(v, context.display))
        const message = `The dome of ${is} is too high; ${most} is the most.`
        return refusal(step, 'run.end', message, `ends/${side}/height`)
      }
      made.push({ kind: 'dome', side, height })
    }
    if (hollow && (entry.kind === 'square' || entry.kind === 'angled') && entry.closed)
      made.push({ kind: 'plug', side })
  }
  return ok(made)
}

/** All that a run's body is made from. */
export interface BodyPlan {
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

export function volumesOf(plan: BodyPlan, sectionAt: SectionAlong): SweptVolumes {
  const { carriage, chunks, strands } = plan
  const theorems = strands.map((_, k) => {
    const each = chunks.map((chunk) => volumeByTheorem(carriage, (s) => sectionAt(k, s), chunk))
    return each.every((v) => v !== undefined) ? sum(each) : undefined
  })
  return { theorems, caps: capsOf(plan, sectionAt) }
}

/** Volume and mass of a run; undefined where only its mesh, of a given volume without domes and plugs, can tell. */
export function weighed(
  { strands }: BodyPlan,
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
export function bodyOf(
  plan: BodyPlan,
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
export function exactBodyOf(
  plan: BodyPlan,
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
  plan: BodyPlan,
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
function regionsClosed(plan: BodyPlan): ClosedRegion[] {
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
export function pointsOf(
  { carriage, chunks }: Pick<BodyPlan, 'carriage' | 'chunks'>,
  outline: Outline,
  chordError: number,
): number {
  return sum(chunks.map((chunk) => pointsNeeded(carriage, outline, chordError, chunk)))
}

/** How each strand of a run goes: along its own centre line, and beyond its ends as far as it is cut askew. */
export function strandLines(plan: BodyPlan, outline: Outline): StrandLine[] {
  const { carriage, strands } = plan
  return strands.map((s): StrandLine => {
    const askew = s.area / s.bar.area
    const tips = tipsOf({ ...plan, strands: [s] }, outline)
    return {
      length: strandLine(carriage, s.bar.centroid, 0, carriage.frames.path.length),
      tips: { start: tips.start * askew, end: tips.end * askew },
    }
  })
}

/** How far the material goes beyond the path's ends: a leaning cut to its furthest tip, a dome by its height. */
export function tipsOf(plan: BodyPlan, outline: Outline): { readonly start: number; readonly end: number } {
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

function sweptMeshes({ carriage, chunks }: BodyPlan, outline: Outline, chordError: number) {
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
export function capsOf(plan: BodyPlan, sectionAt: SectionAlong): Cap[] {
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
function plugThickness(r: Region, { carriage, made }: BodyPlan): number {
  const { area, perimeter } = sectionProperties(r)
  const plugs = made.filter((m) => m.kind === 'plug').length
  return Math.min((2 * area) / perimeter, carriage.frames.path.length / Math.max(1, plugs))
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)
