import { tolerance } from '../../num/index.ts'
import { spend } from '../../base/index.ts'
import { vec3, type Vec3 } from '../../space/index.ts'
import { chained } from './chains.ts'
import { facesOf, meshedFaces, ofOneMaker, type Face, type FacedSkin, type MeshedFace } from './faces.ts'
import { gatherArcs, type Gathered } from './gathered.ts'
import type { FaceSums } from './integrals.ts'
import { TooManyLooks } from './patch.ts'
import type { PatchSums } from './patch-sums.ts'
import { rimsOf, type Rims } from './rims.ts'
import { settledOn } from './settled.ts'
import { crossing, exactly, type ExactSurface } from './surface.ts'
import { touchOf } from './touch.ts'

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

/** How much more than its mesh may show the area of a face may differ from it: rims times the chord error, and what is left out between vertices. */
const ALIKE = 8
/** The share that a mesh may be off by where it does not come to the true area. */
const ROUGHLY = 0.1
/** What sums lose in double precision, as a share; more than in theory, where faces nearly touch at a vertex. */
const ROUND_OFF = 3e-11

/**
 * Area and volume by contours of the exact faces; the mesh only says which faces there are and where they part. Where what it shows cannot be
 * that of these faces, why: its rims are not where they cross, or a face is not as large.
 */
export function exactFigures(skin: FacedSkin): ExactFigures | string {
  if (skin.triangles.length === 0)
    return { area: 0, areaError: 0, volume: 0, volumeError: 0, free: 0, areas: new Float64Array(0) }
  try {
    return byContours(skin)
  } catch (error) {
    if (error instanceof TooManyLooks) return 'its free surfaces are too much to look over'
    throw error
  }
}

/** Places that are looked up on patches at most, some millionths of a second each; of a run by itself more, as nothing else tells its area. */
const MOST_LOOKS = 100_000
const MOST_ALONE = 1_000_000
const LOOK_UNITS = 50

function byContours(skin: FacedSkin): ExactFigures | string {
  const middle = middleOf(skin.positions)
  const reach = reachFrom(skin.positions, middle)
  const rims = rimsOf(skin)
  const most = skin.alone ? MOST_ALONE : MOST_LOOKS
  const looks = { left: most }
  const faces = facesOf(skin, rims, middle, looks)
  const places = placesOf(skin, rims, faces, middle, reach)
  if (typeof places === 'string') return places
  const meshed = meshedFaces(skin, places.at, faces)
  const stretches = chained(rims, places.at, crossAt(faces))
  const gathered = gatherArcs(stretches, faces, places.at, meshed, reach)
  spend(LOOK_UNITS * (most - looks.left), 'areas and volumes')
  if (typeof gathered === 'string') return gathered
  const off = places.off * reach
  return summed(skin, faces, meshed, {
    loops: gathered.loops,
    areaError: gathered.areaError + off,
    volumeError: gathered.volumeError + off * reach,
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

interface Places {
  readonly at: (v: number) => Vec3
  /** How far the places on rims still lie beside their faces, mm, in all. */
  readonly off: number
}

/** Vertices on rims, put on all known faces that meet there; the others as they are. */
function placesOf(
  skin: FacedSkin,
  rims: Rims,
  all: readonly Face[],
  middle: Vec3,
  reach: number,
): Places | string {
  const { positions: p, chordError } = skin
  const faces = new Map<number, Set<number>>()
  const beside = new Map<number, number[]>()
  const meets = (v: number, face: number): void => {
    const set = faces.get(v)
    if (set) set.add(face)
    else faces.set(v, new Set([face]))
  }
  for (let i = 0; i < rims.a.length; i++)
    for (const [v, other] of [
      [rims.a[i]!, rims.b[i]!],
      [rims.b[i]!, rims.a[i]!],
    ] as const) {
      meets(v, rims.left[i]!)
      meets(v, rims.right[i]!)
      const others = beside.get(v)
      if (others) others.push(other)
      else beside.set(v, [other])
    }
  const settled = new Map<number, Vec3>()
  let off = 0
  const own = (v: number): Vec3 => [
    p[3 * v]! - middle[0],
    p[3 * v + 1]! - middle[1],
    p[3 * v + 2]! - middle[2],
  ]
  for (const [v, set] of faces) {
    const known = [...set].flatMap((f) => all[f]?.surface ?? [])
    if (known.length === 0 || ofOne([...set].map((f) => all[f]))) continue
    const from = own(v)
    // A vertex that lies far from one of its faces is not of it.
    const far = known.find(
      (s) =>
        Math.abs(s.beside(from).distance) > (s.flat ? 0 : 4 * chordError) + tolerance.flatVertices * reach,
    )
    if (far) return `a vertex of a ${far.kind} lies beside it`
    // Where two faces cross along two curves at once, these meet where the faces touch: at the vertex nearest to that.
    const two = twoOf(known, from)
    const touch =
      two && crossing(from, two[0], two[1]) < NEARLY ? touchOf(two[0], two[1], from, reach) : undefined
    const away = touch ? vec3.distance(touch, from) : Infinity
    // Two as near as each other both are: the mesh has the place between them.
    const least = away - tolerance.equallyNear * reach
    if (touch && beside.get(v)!.every((o) => least <= vec3.distance(touch, own(o)))) {
      settled.set(v, touch)
      continue
    }
    const { at, off: left } = settledOn(known, from, exactly(known) * reach)
    settled.set(v, at)
    off += left
    // Close by the curve that is meant may not be the one that was found: they are as far apart as that is from where it began.
    if (touch && barelyCross(known, at)) off += vec3.distance(at, from) ** 2 / reach
  }
  return { at: (v) => settled.get(v) ?? own(v), off }
}

/** Two faces that touch somewhere near cross at less than this (the sine of their angle). */
const NEARLY = 0.5
/** The two surfaces that several faces at a place come to, where they are two. */
function twoOf(known: readonly ExactSurface[], p: Vec3): readonly [ExactSurface, ExactSurface] | undefined {
  const apart: ExactSurface[] = []
  for (const s of known) if (!apart.some((o) => isAlike(o, s, p))) apart.push(s)
  return apart.length === 2 ? [apart[0]!, apart[1]!] : undefined
}

/** Whether two faces look alike about a place: of one surface, on whichever side. */
function isAlike(a: ExactSurface, b: ExactSurface, p: Vec3): boolean {
  const [x, y] = [a.beside(p), b.beside(p)]
  const near =
    Math.abs(Math.abs(x.distance) - Math.abs(y.distance)) < tolerance.equallyNear * (1 + a.radius + b.radius)
  return near && vec3.length(vec3.cross(x.normal, y.normal)) < tolerance.sameDirection
}

/** Whether two of some faces hardly cross at a place. */
const barelyCross = (known: readonly ExactSurface[], p: Vec3): boolean =>
  known.some((a, i) =>
    known.slice(i + 1).some((b) => {
      const sine = crossing(p, a, b)
      return sine < CLEARLY && sine > TOUCHES
    }),
  )
const TOUCHES = 1e-4

/** Whether faces are patches of one maker: they part where each ends, wherever their mesh has that. */
const ofOne = (faces: readonly Face[]): boolean => faces.every((f) => ofOneMaker(f, faces[0]))

/** Faces at a smaller angle than this (its sine) are not taken to run on along one curve. */
const CLEARLY = 0.05

/** Whether two faces cross at a place. */
const crossAt =
  (faces: readonly Face[]) =>
  (left: number, right: number, at: Vec3): boolean => {
    const [f, g] = [faces[left], faces[right]]
    if (!f || !g) return false
    return ofOneMaker(f, g) || crossing(at, f.surface, g.surface) > CLEARLY
  }

/** What a patch comes to from end to end, looking out of the material. */
const wholly = ({ area, moment }: PatchSums, out: 1 | -1): Pick<FaceSums, 'area' | 'moment' | 'round'> => ({
  area,
  moment: out * moment,
})

function summed(
  skin: FacedSkin,
  faces: readonly Face[],
  meshed: readonly MeshedFace[],
  { loops, areaError, volumeError }: Gathered,
): ExactFigures | string {
  const areas = new Float64Array(faces.length)
  let [area, moment, free, noise] = [0, 0, 0, 0]
  const inside = { area: 0, volume: 0 }
  for (const [i, face] of faces.entries()) {
    const mesh = meshed[i]!
    if (!face) {
      areas[i] = mesh.area
      moment += mesh.moment
      area += mesh.area
      free += mesh.area
      continue
    }
    const { kind, radius } = face.surface
    const sums = face.whole ? wholly(face.whole, mesh.out) : face.integrand.total(loops[i]!, mesh.out)
    inside.area += face.whole?.areaError ?? 0
    inside.volume += (face.whole?.momentError ?? 0) / 3
    const times = sums.round ? Math.round((mesh.area - sums.area) / sums.round.area) : 0
    areas[i] = sums.area + times * (sums.round?.area ?? 0)
    moment += sums.moment + times * (sums.round?.moment ?? 0)
    area += areas[i]!
    noise = Math.max(noise, face.surface.noise)
    // The mesh of what rolls on its way comes to no true area, however fine it is.
    const least = kind === 'patch' ? ROUGHLY : 1e-9
    const may = ALIKE * skin.chordError * (mesh.rim + mesh.area / radius) + least * mesh.area
    if (!(Math.abs(areas[i]! - mesh.area) <= may))
      return `a ${kind} of ${mesh.area} mm2 by its mesh comes to ${areas[i]} by its edges`
  }
  const share = ROUND_OFF + noise
  return {
    area,
    areaError: areaError + inside.area + share * area,
    volume: moment / 3,
    volumeError: volumeError + inside.volume + share * Math.abs(moment),
    free: area > 0 ? free / area : 0,
    areas,
  }
}
