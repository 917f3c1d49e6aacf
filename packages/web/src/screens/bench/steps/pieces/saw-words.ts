import type { SawnEnd, SawnPiece } from '@flexum/core/evaluate'
import type { Lie, SawSetting } from '@flexum/core/cutting'
import { deg } from '@flexum/core/num'
import { formatDecimal } from '@flexum/core/units'

/** Angles nearer than this to 0 are shown as none, deg. */
const NONE = 5e-3

const sided = (angle: number, below: string, above: string): string => {
  const shown = deg(angle)
  return Math.abs(shown) < NONE ? '0°' : `${formatDecimal(Math.abs(shown), 2)}° ${shown > 0 ? above : below}`
}

/** Where the handle of the saw goes. */
export const mitreWords = (s: SawSetting): string => sided(s.mitre, 'left', 'right')
/** Where the top of the blade leans. */
export const bevelWords = (s: SawSetting): string => sided(s.bevel, 'left', 'right')

/** What a cut is, in a word. */
export const MADE: Readonly<Record<SawnEnd['made'], string>> = {
  square: 'square',
  mitre: 'mitre',
  butt: 'butt',
  angled: 'angled',
  domed: 'domed',
  scarf: 'scarf',
}

/** The ends of a piece as they lie on the saw. */
export function leftAndRight(p: SawnPiece, lie: Lie): readonly [SawnEnd, SawnEnd] {
  return lie.startLeft ? [p.start, p.end] : [p.end, p.start]
}

/** What a piece is called in a list. */
export const pieceName = (p: SawnPiece): string =>
  `${p.number}${p.isReturn ? ', return' : ''}${p.straight ? '' : ', bent'}`
