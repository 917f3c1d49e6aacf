import { type Bending, shortLength } from '../../evaluate/index.ts'
import { bendTableOf, type NotBendable } from '../../forming/index.ts'
import type { Path } from '../../path/index.ts'
import type { LengthDisplay } from '../../units/index.ts'

/** A path's bend table, or why it has none, in words. */
export function bendingOf(path: Path, display: LengthDisplay, apart = false): Bending {
  const table = bendTableOf(path, apart)
  return table.ok
    ? { table: table.value, notBendable: undefined }
    : { table: undefined, notBendable: words(table.fault, display) }
}

function words({ kind, station }: NotBendable, display: LengthDisplay): string {
  switch (kind) {
    case 'sharp':
      return `the sharp corner at ${shortLength(station, display)} cannot be bent; give it a radius`
    case 'helix':
      return 'a helix is not bendable in this form: it has no straights between bends'
    case 'spline':
    case 'curve':
      return `the free curve from ${shortLength(station, display)} is not bendable in this form: its radius changes all along`
  }
}
