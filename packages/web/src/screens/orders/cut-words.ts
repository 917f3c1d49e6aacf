import type { ListedCut } from '@flexum/core/report'
import { sawAngle } from '../../ui/saw.ts'

/** A cut in words: what it is, where the handle of the saw goes and where its blade leans. */
export const cutWords = (c: ListedCut): string =>
  c.mitre === 0 && c.bevel === 0 ? c.made : `${c.made} ${sawAngle(c.mitre)}, bevel ${sawAngle(c.bevel)}`
