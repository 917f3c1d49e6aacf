import { extrapolatedByRate, solidSurface, type Extrapolated, type Solids } from '../../solid/index.ts'
import type { Body } from '../body.ts'
import { isLeafy, shellOfLeaf } from './tree.ts'
import { knownAt } from './volume.ts'

/** Triangles of a picture up to which its area is looked at finer than it, too. */
const FEW = 6_000

const known = new WeakMap<Body, Extrapolated>()

/**
 * Area of a body's skin at no chord error, mm2, of one of its places, from three finenesses; undefined where the library that it takes
 * is not there, or does not make it. Remembered for as long as the body is.
 */
export function surfaceOf(body: Body, solids: Solids | undefined): Extrapolated | undefined {
  const before = known.get(body)
  if (before) return before
  const first = body.chordError * (body.mesh.tags.length < FEW ? 4 : 16)
  const all = [first, first / 4, first / 16].map((e) => areaAt(body, e, solids))
  if (!all.every((a) => a !== undefined)) return undefined
  const [a, b, c] = all as [number, number, number]
  const area = a === c ? { value: c, error: 0 } : extrapolatedByRate(a, b, c)
  known.set(body, area)
  return area
}

function areaAt({ solid }: Body, chordError: number, solids: Solids | undefined): number | undefined {
  if (isLeafy(solid)) return solidSurface(shellOfLeaf(solid, chordError).shell)
  if (!solids) return undefined
  const it = knownAt(solid, chordError, solids)
  return it.ok ? it.value.area : undefined
}
