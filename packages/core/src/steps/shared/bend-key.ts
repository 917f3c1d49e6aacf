import type { Id } from '../../base/index.ts'
import type { PathGiven } from '../../evaluate/index.ts'
import type { BendRow } from '../../forming/index.ts'

/** What a bend goes by as long as its path has it: the node, the row or the curve that it comes from; undefined where it comes from none. */
export function bendKey({ origin }: BendRow, { nodes, pieces }: PathGiven): Id | undefined {
  if (origin.kind === 'node') return nodes[origin.index]?.id
  return origin.kind === 'piece' ? pieces?.[origin.index] : undefined
}
