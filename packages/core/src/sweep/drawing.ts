import type { Outline } from '../profile/index.ts'
import { indexArray, type Mesh } from '../space/index.ts'
import type { Rings } from './rings.ts'

/** The lines of a body, as pairs of its mesh's vertices. */
export interface BodyLines {
  /** Edges where the surface breaks. */
  readonly sharp: Uint32Array
  /** Where tangent faces meet. */
  readonly tangent: Uint32Array
  /** Where sharp edges meet: corners of the section at ends and breaks. */
  readonly corners: Uint32Array
}

/** How a run grows along its path: its section as points, and where its rings stand. */
export interface Growth {
  readonly outline: Outline
  readonly stretches: readonly Stretch[]
}

/** What a picture of a run needs besides its mesh. */
export interface RunDrawing {
  readonly lines: BodyLines
  readonly growth: Growth
}

/** One chunk's part of the mesh: its rings follow each other from vertex `base` on, its bands from triangle `face` on. */
export interface Stretch {
  readonly base: number
  readonly face: number
  readonly around: number
  readonly stations: Float64Array
  readonly segments: Int32Array
}

/** The lines of chunks whose meshes are joined in this order. */
export function drawRun(
  outline: Outline,
  parts: readonly { readonly rings: Rings; readonly mesh: Mesh }[],
): RunDrawing {
  const { corners, seams } = jointsOf(outline)
  const sharp: number[] = []
  const tangent: number[] = []
  const meeting: number[] = []
  const stretches: Stretch[] = []
  const around = outline.x.length
  let [base, face] = [0, 0]
  for (const { rings, mesh } of parts) {
    const { segments, stations } = rings
    for (let r = 0; r < rings.count; r++) {
      const here = base + r * around
      if (segments[r]! >= 0) {
        const next = here + around
        for (const i of corners) sharp.push(here + i, next + i)
        for (const i of seams) tangent.push(here + i, next + i)
      }
      const broken = rings.copies[r] !== r
      const joint = r > 0 && segments[r]! >= 0 && segments[r - 1]! >= 0 && segments[r] !== segments[r - 1]
      const open = rings.copies[rings.count - 1] !== 0
      const end = open && (r === 0 || r === rings.count - 1)
      if (!broken && !joint && !end) continue
      const into = broken || end ? sharp : tangent
      if (into === sharp) for (const i of corners) meeting.push(here + i)
      for (let i = 0; i < outline.sideFrom.length; i++)
        into.push(here + outline.sideFrom[i]!, here + outline.sideTo[i]!)
    }
    stretches.push({ base, face, around, stations, segments })
    base += mesh.positions.length / 3
    let bands = 0
    for (const s of segments) if (s >= 0) bands++
    face += bands * outline.sideFrom.length * 2
  }
  return {
    lines: {
      sharp: Uint32Array.from(sharp),
      tangent: Uint32Array.from(tangent),
      corners: Uint32Array.from(meeting),
    },
    growth: { outline, stretches },
  }
}

/** Outline points where two section edges meet: in a corner, or tangent to each other. */
function jointsOf(o: Outline): { corners: number[]; seams: number[] } {
  const starts = new Map<string, number>()
  o.sideFrom.forEach((v, i) => starts.set(`${o.x[v]},${o.y[v]}`, i))
  const corners: number[] = []
  const seams: number[] = []
  o.sideTo.forEach((v, i) => {
    const next = starts.get(`${o.x[v]},${o.y[v]}`)
    if (next === undefined || o.sideEdge[next] === o.sideEdge[i]) return
    if (o.sideFrom[next] === v) seams.push(v)
    else corners.push(v)
  })
  return { corners, seams }
}

/** A run up to a station: how much of the mesh's sides is whole, and what closes it at the front. */
export interface Grown {
  /** Triangles of the mesh from its start that are drawn. */
  readonly triangles: number
  /** The band that is under way and the section's face at the front. */
  readonly front: Mesh
}

/** Cuts the drawing off at a station. Between rings the mesh is straight, so that its front lies on it exactly. */
export function grownTo({ outline, stretches }: Growth, mesh: Mesh, station: number): Grown {
  const stretch = stretches.findLast((s) => s.stations[0]! <= station) ?? stretches[0]!
  const { stations, segments, base, around } = stretch
  let r = -1
  let bands = 0
  for (let k = 0; k < stations.length; k++) {
    if (segments[k]! < 0) continue
    if (stations[k]! > station) break
    if (r >= 0) bands++
    r = k
  }
  const sides = outline.sideFrom.length
  const triangles = stretch.face + bands * sides * 2
  if (r < 0) return { triangles, front: frontOf(mesh, outline, base, base, 0) }
  const [from, to] = [stations[r]!, stations[r + 1]!]
  const share = to > from ? Math.min(Math.max((station - from) / (to - from), 0), 1) : 1
  return { triangles, front: frontOf(mesh, outline, base + r * around, base + (r + 1) * around, share) }
}

function frontOf(mesh: Mesh, o: Outline, here: number, next: number, share: number): Mesh {
  const around = o.x.length
  const positions = new Float32Array(around * 9)
  const normals = new Float32Array(around * 9)
  const { positions: p, normals: n } = mesh
  for (let i = 0; i < around; i++)
    for (let k = 0; k < 3; k++) {
      const [a, b] = [(here + i) * 3 + k, (next + i) * 3 + k]
      const at = i * 3 + k
      positions[at] = p[a]!
      positions[around * 3 + at] = positions[around * 6 + at] = p[a]! + (p[b]! - p[a]!) * share
      normals[at] = n[a]!
      normals[around * 3 + at] = n[b]!
    }
  const facing = faceNormal(positions.subarray(around * 6), o.cap)
  for (let i = 0; i < around; i++) normals.set(facing, around * 6 + i * 3)
  const sides = o.sideFrom.length
  const triangles = indexArray(sides * 6 + o.cap.length, around * 3)
  for (let i = 0; i < sides; i++) {
    const [a, b] = [o.sideFrom[i]!, o.sideTo[i]!]
    triangles.set([a, b, around + b, a, around + b, around + a], i * 6)
  }
  o.cap.forEach((v, i) => (triangles[sides * 6 + i] = around * 2 + v))
  return { positions, normals, triangles, tags: new Uint32Array(triangles.length / 3) }
}

function faceNormal(p: Float32Array, cap: Uint32Array): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0]
  for (let t = 0; t < cap.length; t += 3) {
    const [a, b, c] = [cap[t]! * 3, cap[t + 1]! * 3, cap[t + 2]! * 3]
    for (let k = 0; k < 3; k++) {
      const [i, j] = [(k + 1) % 3, (k + 2) % 3]
      sum[k]! +=
        (p[b + i]! - p[a + i]!) * (p[c + j]! - p[a + j]!) - (p[b + j]! - p[a + j]!) * (p[c + i]! - p[a + i]!)
    }
  }
  const size = Math.hypot(...sum) || 1
  return [sum[0] / size, sum[1] / size, sum[2] / size]
}
