import type { Extrapolated } from '../extrapolated.ts'
import type { Solids } from '../library.ts'
import type { Body } from '../body.ts'
import { measuredOf } from '../boolean/volume.ts'
import { keptWith } from '../../base/index.ts'

const known = keptWith<Body, Extrapolated>()

/**
 * Area of a body's skin at no chord error, mm2, of one of its places; undefined where the library that it takes is not there, or does not
 * make it. Remembered for as long as the body is.
 */
export function surfaceOf(body: Body, solids: Solids | undefined): Extrapolated | undefined {
  const before = known.get(body)
  if (before) return before
  const measured = measuredOf(body.solid, { solids, fineness: body.chordError })
  if (!measured.ok) return undefined
  known.put(body, measured.value.area)
  return measured.value.area
}
