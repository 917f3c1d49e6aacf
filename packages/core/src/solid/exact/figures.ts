import { vec3, type Vec3 } from '../../space/index.ts'
import { besideFace, type FaceForm, type KnownForm } from '../forms.ts'
import { arcBetween, COARSE, FINE, type Arc } from './arcs.ts'
import { chained } from './chains.ts'
import { integrandOf, type Integrand, type Sums } from './integrals.ts'
import { rimsOf, type FacedMesh, type Rims } from './rims.ts'
import { settledOn } from './settled.ts'

/** A skin whose faces are known, but for those that only its mesh knows. */
export interface FacedSkin extends FacedMesh {
  readonly forms: readonly FaceForm[]
  /** How far its vertices lie off the true faces at most, mm. */
  readonly chordError: number
}

/** Area and volume of a skin, and how far each may be off. */
export interface ExactFigures {
  /** mm2 */
  readonly area: number
  readonly areaError: number
  /** mm3 */
  readonly volume: number
  readonly volumeError: number
  /** Share of the area of faces that are only known by their mesh: what they are off by is not counted. */
  readonly free: number
  /** Area of each face, mm2, by its number. */
  readonly areas: Float64Array
}

/** Stretches are halved so often at most. */
const HALVINGS = 7
/** What a stretch may be off by, as a share of the square of the skin's reach. */
const GOOD = 1e-12
/** How much two orders of a quadrature may differ more than the better one is off: never was it less than this. */
const SAFETY = 2
/** How much more than its mesh may show the area of a face may differ from it: rims times the chord error, and what is left out between vertices. */
const ALIKE = 8

/**
 * Area and volume by contours of the exact faces; the mesh only says which faces there are and where they part. Undefined, with why, where what the mesh shows cannot be
 * that of these faces: its rims are not where they cross, or a face is not as large.
 */
export function exactFigures(skin: FacedSkin): ExactFigures | string {
  if (skin.triangles.length === 0)
    return { area: 0, areaError: 0, volume: 0, volumeError: 0, free: 0, areas: new Float64Array(0) }
  const middle = middleOf(skin.positions)
  const reach = reachFrom(skin.positions, middle)
  const forms = skin.forms.map((f) => movedTo(f, middle))
  const rims = rimsOf(skin)
  const places = placesOf(skin, rims, forms, middle, reach)
  if (typeof places === 'string') return places
  const meshed = meshedFaces(skin, places.at, forms)
  const gathered = gatherArcs(chained(rims, places.at), forms, places.at, meshed, reach)
  if (typeof gathered === 'string') return gathered
  const off = places.off * reach
  const { areaError, volumeError } = gathered
  return summed(skin, forms, meshed, {
    ...gathered,
    areaError: areaError + off,
    volumeError: volumeError + off * reach,
  })
}

const middleOf = (p: Float64Array): Vec3 => {
  const low = [Infinity, Infinity, Infinity]
  const high = [-Infinity, -Infinity, -Infinity]
  p.forEach((x, i) => {
    low[i % 3] = Math.min(low[i % 3]!, x)
    high[i % 3] = Math.max(high[i % 3]!, x)
  })
  return [(low[0]! + high[0]!) / 2, (low[1]! + high[1]!) / 2, (low[2]! + high[2]!) / 2]
}

const reachFrom = (p: Float64Array, m: Vec3): number =>
  p.reduce((most, x, i) => Math.max(most, Math.abs(x - m[i % 3]!)), 0)

const movedTo = (form: FaceForm, origin: Vec3): FaceForm =>
  form.kind === 'free' ? form : { ...form, at: vec3.sub(form.at, origin) }

interface Places {
  readonly at: (v: number) => Vec3
  /** How far the places on rims still lie beside their faces, mm, in all. */
  readonly off: number
}

/** Vertices on rims, put on all known faces that meet there; the others as they are. */
function placesOf(
  skin: FacedSkin,
  rims: Rims,
  forms: readonly FaceForm[],
  middle: Vec3,
  reach: number,
): Places | string {
  const { positions: p, chordError } = skin
  const faces = new Map<number, Set<number>>()
  const meets = (v: number, face: number): void => {
    const set = faces.get(v)
    if (set) set.add(face)
    else faces.set(v, new Set([face]))
  }
  for (let i = 0; i < rims.a.length; i++)
    for (const v of [rims.a[i]!, rims.b[i]!]) {
      meets(v, rims.left[i]!)
      meets(v, rims.right[i]!)
    }
  const settled = new Map<number, Vec3>()
  let off = 0
  const own = (v: number): Vec3 => [
    p[3 * v]! - middle[0],
    p[3 * v + 1]! - middle[1],
    p[3 * v + 2]! - middle[2],
  ]
  for (const [v, set] of faces) {
    const known = [...set].map((f) => forms[f]!).filter((f): f is KnownForm => f.kind !== 'free')
    if (known.length === 0) continue
    const from = own(v)
    const start = Math.max(...known.map((f) => Math.abs(besideFace(f, from).distance)))
    // A vertex that lies far from its faces is not of them.
    if (start > ALIKE * chordError + 1e-6 * reach) return `a vertex lies ${start} beside its faces`
    const { at, off: left } = settledOn(known, from, 1e-13 * reach)
    settled.set(v, at)
    off += left
  }
  return { at: (v) => settled.get(v) ?? own(v), off }
}

/** What the mesh says of each face. */
interface MeshedFace {
  area: number
  /** The integral of r.n over its triangles. */
  moment: number
  /** 1 where its form looks out of the material, -1 where it looks into it. */
  out: 1 | -1
  rim: number
}

function meshedFaces(
  skin: FacedSkin,
  at: (v: number) => Vec3,
  forms: readonly FaceForm[],
): MeshedFace[] {
  const faces = forms.map((): MeshedFace => ({ area: 0, moment: 0, out: 1, rim: 0 }))
  const looks = new Float64Array(forms.length)
  for (let t = 0; t < skin.faces.length; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => at(skin.triangles[3 * t + k]!)) as [Vec3, Vec3, Vec3]
    const cross = vec3.scale(vec3.cross(vec3.sub(b, a), vec3.sub(c, a)), 0.5)
    const f = skin.faces[t]!
    const face = faces[f]!
    face.area += vec3.length(cross)
    face.moment += vec3.dot(cross, a)
    const form = forms[f]!
    if (form.kind === 'free') continue
    const third = vec3.scale(vec3.add(vec3.add(a, b), c), 1 / 3)
    looks[f]! += vec3.dot(cross, besideFace(form, third).normal)
  }
  faces.forEach((f, i) => (f.out = looks[i]! < 0 ? -1 : 1))
  return faces
}

/** The sums along all arcs, for each face its loops, and what they may be off by. */
interface Gathered {
  readonly loops: readonly (readonly (readonly Sums[])[])[]
  readonly integrands: readonly (Integrand | undefined)[]
  readonly areaError: number
  readonly volumeError: number
}

function gatherArcs(
  rims: Rims,
  forms: readonly FaceForm[],
  at: (v: number) => Vec3,
  meshed: readonly MeshedFace[],
  reach: number,
): Gathered | string {
  const poles = polesOf(rims, forms, at)
  const integrands = forms.map((f, i) => (f.kind === 'free' ? undefined : integrandOf(outward(f), poles[i]!)))
  const known = forms.map((f) => (f.kind === 'free' ? undefined : outward(f)))
  const strung = forms.map((): Strung[] => [])
  let [areaError, volumeError] = [0, 0]
  const good = GOOD * reach * reach
  for (let i = 0; i < rims.a.length; i++) {
    const [a, b, l, r] = [rims.a[i]!, rims.b[i]!, rims.left[i]!, rims.right[i]!]
    const [f, g] = [known[l], known[r]]
    const [p, q] = [at(a), at(b)]
    const size = vec3.distance(p, q)
    meshed[l]!.rim += size
    meshed[r]!.rim += size
    const [first, second] = f ? [l, r] : [r, l]
    const form = known[first]
    if (!form) continue
    const found = stretch(p, q, form, known[second], integrands[first]!, integrands[second], reach, good)
    if (typeof found === 'string') return found
    areaError += found.areaError
    volumeError += found.volumeError
    // The arcs go from a to b: with the left face on their left, and back again for the right one.
    const there: Strung = { from: a, to: b, sums: first === l ? found.onA : found.onB }
    const back = (first === l ? found.onB : found.onA).map((x) => integrands[r]!.back(x))
    if (f) strung[l]!.push(there)
    if (g) strung[r]!.push({ from: b, to: a, sums: back.reverse() })
  }
  return { loops: strung.map(looped), integrands, areaError, volumeError }
}

/** A stretch of a face's edge from one vertex to the next. */
interface Strung {
  readonly from: number
  readonly to: number
  readonly sums: readonly Sums[]
}

/** The stretches of a face's edge as loops, each going on where the one before ends. */
function looped(strung: readonly Strung[]): Sums[][] {
  const from = new Map<number, Strung[]>()
  for (const s of strung) from.set(s.from, [...(from.get(s.from) ?? []), s])
  const loops: Sums[][] = []
  for (const first of strung) {
    let next = from.get(first.from)?.pop()
    const loop: Sums[] = []
    // Each stretch is taken once.
    while (next) {
      loop.push(...next.sums)
      next = from.get(next.to)?.pop()
    }
    if (loop.length > 0) loops.push(loop)
  }
  return loops
}

/** For each sphere an axis that its edges keep clear of. */
function polesOf(rims: Rims, forms: readonly FaceForm[], at: (v: number) => Vec3): Vec3[] {
  const clear = forms.map((f) => (f.kind === 'sphere' ? POLES.map(() => Infinity) : undefined))
  for (let i = 0; i < rims.a.length; i++)
    for (const f of [rims.left[i]!, rims.right[i]!]) {
      const form = forms[f]!
      if (form.kind !== 'sphere') continue
      const from = vec3.sub(at(rims.a[i]!), form.at)
      POLES.forEach((pole, k) => {
        clear[f]![k] = Math.min(clear[f]![k]!, vec3.length(vec3.cross(pole, from)))
      })
    }
  return clear.map((c) => (c ? POLES[c.indexOf(Math.max(...c))]! : POLES[0]!))
}

/** Axes to choose from, none of them along those of a part. */
const POLES: readonly Vec3[] = [
  [0.36, 0.48, 0.8],
  [0.8, -0.36, 0.48],
  [-0.48, 0.8, 0.36],
  [0.6, 0.64, -0.48],
  [0.64, -0.48, -0.6],
  [0.48, -0.6, 0.64],
]

function summed(
  skin: FacedSkin,
  forms: readonly FaceForm[],
  meshed: readonly MeshedFace[],
  { loops, integrands, areaError, volumeError }: Gathered,
): ExactFigures | string {
  const areas = new Float64Array(forms.length)
  let [area, moment, free] = [0, 0, 0]
  for (const [i, form] of forms.entries()) {
    const mesh = meshed[i]!
    const integrand = integrands[i]
    if (form.kind === 'free' || !integrand) {
      areas[i] = mesh.area
      moment += mesh.moment
      area += mesh.area
      free += mesh.area
      continue
    }
    const sums = integrand.total(loops[i]!, mesh.out)
    const times = sums.round ? Math.round((mesh.area - sums.area) / sums.round.area) : 0
    areas[i] = sums.area + times * (sums.round?.area ?? 0)
    moment += sums.moment + times * (sums.round?.moment ?? 0)
    area += areas[i]!
    const may = ALIKE * skin.chordError * (mesh.rim + mesh.area / leastRadius(form)) + 1e-9 * mesh.area
    if (!(Math.abs(areas[i]! - mesh.area) <= may))
      return `a ${form.kind} of ${mesh.area} mm2 by its mesh comes to ${areas[i]} by its edges`
  }
  return {
    area,
    areaError: areaError + ROUND_OFF * area,
    volume: moment / 3,
    volumeError: volumeError + ROUND_OFF * Math.abs(moment),
    free: area > 0 ? free / area : 0,
    areas,
  }
}

/** What sums lose in double precision, as a share; more than in theory, where faces nearly touch at a vertex. */
const ROUND_OFF = 3e-11

function leastRadius(form: KnownForm): number {
  switch (form.kind) {
    case 'plane':
      return Infinity
    case 'cylinder':
    case 'sphere':
      return form.radius
    case 'torus':
      return form.small
    case 'cone':
      // Near its tip it is as sharp as one likes, and as small.
      return Infinity
  }
}

/** The form as its formula has it: looking away from its axis. */
const outward = (f: KnownForm): KnownForm => (f.kind === 'plane' ? f : { ...f, out: 1 })

interface Stretch {
  readonly onA: Sums[]
  readonly onB: Sums[]
  areaError: number
  volumeError: number
}

/** Sums along the edge of two faces from one place to another, halved until two orders agree. */
function stretch(
  p: Vec3,
  q: Vec3,
  a: KnownForm,
  b: KnownForm | undefined,
  ofA: Integrand,
  ofB: Integrand | undefined,
  reach: number,
  good: number,
): Stretch | string {
  const all: Stretch = { onA: [], onB: [], areaError: 0, volumeError: 0 }
  const go = (from: Vec3, to: Vec3, left: number): string | undefined => {
    const fine = arcBetween(from, to, a, b, FINE, reach)
    const coarse = fine && arcBetween(from, to, a, b, COARSE, reach)
    const done = fine && coarse && compared(fine, coarse, ofA, ofB)
    if (done && (done.off <= good || left === 0)) {
      all.onA.push(done.onA)
      if (done.onB) all.onB.push(done.onB)
      const size = vec3.distance(from, to)
      // Where they touch, what lies between the two curves is as wide as the angle and the gap let it be.
      const wide = fine.apart > 0 ? Math.min(size, (2 * fine.apart) / Math.max(fine.leans, 1e-9)) : 0
      all.areaError += SAFETY * done.off + size * fine.apart * fine.leans
      all.volumeError += SAFETY * done.off * reach + size * fine.apart * wide
      return undefined
    }
    if (left === 0) return 'no curve was found in which two faces cross'
    const half = vec3.scale(vec3.add(from, to), 0.5)
    const { at, off } = settledOn(b ? [a, b] : [a], half, 1e-13 * reach)
    const size = vec3.distance(from, to)
    if (off > 1e-9 * reach && !fine) return 'two faces do not cross where their meshes do'
    if (vec3.distance(at, half) > size) return 'the edge of two faces is not where their meshes part'
    return go(from, at, left - 1) ?? go(at, to, left - 1)
  }
  return go(p, q, HALVINGS) ?? all
}

function compared(fine: Arc, coarse: Arc, ofA: Integrand, ofB: Integrand | undefined) {
  const onA = ofA.along(fine.onA)
  const onB = ofB?.along(fine.onB)
  const off = Math.max(
    ofA.differ(onA, ofA.along(coarse.onA)),
    onB && ofB ? ofB.differ(onB, ofB.along(coarse.onB)) : 0,
  )
  return { onA, onB, off }
}
