import { vec3, type Vec3 } from '../../space/index.ts'
import { arcBetween, COARSE, FINE, type Arc } from './arcs.ts'
import { ofOneMaker, type Face, type MeshedFace } from './faces.ts'
import type { Integrand, Sums } from './integrals.ts'
import type { Rims } from './rims.ts'
import { settledOn } from './settled.ts'
import { exactly } from './surface.ts'

/** Stretches are halved so often at most. */
const HALVINGS = 7
/** What a stretch may be off by, as a share of the square of the skin's reach. */
const GOOD = 1e-12
/** How much two orders of a quadrature may differ more than the better one is off: never was it less than this. */
const SAFETY = 2

/** The sums along all arcs, for each face its loops, and what they may be off by. */
export interface Gathered {
  readonly loops: readonly (readonly (readonly Sums[])[])[]
  readonly areaError: number
  readonly volumeError: number
}

/** Sums along all rims, for each face; or why they cannot be. Lengths of rims are put to what is known of the faces. */
export function gatherArcs(
  rims: Rims,
  faces: readonly Face[],
  at: (v: number) => Vec3,
  meshed: readonly MeshedFace[],
  reach: number,
): Gathered | string {
  const strung = faces.map((): Strung[] => [])
  let [areaError, volumeError] = [0, 0]
  for (let i = 0; i < rims.a.length; i++) {
    const [a, b, l, r] = [rims.a[i]!, rims.b[i]!, rims.left[i]!, rims.right[i]!]
    const [p, q] = [at(a), at(b)]
    const size = vec3.distance(p, q)
    meshed[l]!.rim += size
    meshed[r]!.rim += size
    const [left, right] = [faces[l], faces[r]]
    const first = left ?? right
    if (!first || (left?.whole && right?.whole)) continue
    const found = stretch(p, q, first, left && right, reach)
    if (typeof found === 'string') return found
    areaError += found.areaError
    volumeError += found.volumeError
    // The arcs go from a to b: with the left face on their left, and back again for the right one.
    if (left) strung[l]!.push({ from: a, to: b, sums: found.onA })
    const back = left ? found.onB : found.onA
    if (right) strung[r]!.push({ from: b, to: a, sums: back.map((x) => right.integrand.back(x)).reverse() })
  }
  return { loops: strung.map(looped), areaError, volumeError }
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

interface Stretch {
  readonly onA: Sums[]
  readonly onB: Sums[]
  areaError: number
  volumeError: number
}

/** Sums along the edge of two faces from one place to another, halved until two orders agree. */
export function stretch(p: Vec3, q: Vec3, a: NonNullable<Face>, b: Face, reach: number): Stretch | string {
  const all: Stretch = { onA: [], onB: [], areaError: 0, volumeError: 0 }
  const surfaces = b ? [a.surface, b.surface] : [a.surface]
  const ends = ofOneMaker(a, b) ? [a.patch!.alongEnd(p, q), b!.patch!.alongEnd(p, q)] : []
  if (ends[0] && ends[1]) return { ...all, onA: [ends[0]], onB: [ends[1]] }
  const eps = exactly(surfaces)
  const good = Math.max(GOOD, eps) * reach * reach
  const go = (from: Vec3, to: Vec3, left: number): string | undefined => {
    const fine = arcBetween(from, to, a.surface, b?.surface, FINE, reach)
    const coarse = fine && arcBetween(from, to, a.surface, b?.surface, COARSE, reach)
    const done = fine && coarse && compared(fine, coarse, a.integrand, b?.integrand)
    const size = vec3.distance(from, to)
    if (done && (done.off <= good || left === 0)) {
      all.onA.push(done.onA)
      if (done.onB) all.onB.push(done.onB)
      // Where they touch, what lies between the two curves is as wide as the angle and the gap let it be.
      const wide = fine.apart > 0 ? Math.min(size, (2 * fine.apart) / Math.max(fine.leans, 1e-9)) : 0
      all.areaError += SAFETY * done.off + size * fine.apart * fine.leans
      all.volumeError += SAFETY * done.off * reach + size * fine.apart * wide
      return undefined
    }
    if (left === 0) return 'no curve was found in which two faces cross'
    const half = vec3.scale(vec3.add(from, to), 0.5)
    const { at, off } = settledOn(surfaces, half, eps * reach)
    if (off > 1e4 * eps * reach && !fine) return 'two faces do not cross where their meshes do'
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
