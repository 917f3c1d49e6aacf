import type { PastedBends } from '@flexum/core/recipe'
import { counted } from '../../../../../ui/counted.ts'

/** What pasted rows were taken for, in a sentence. */
export function pastedWords({ rows, last, whole, from }: PastedBends, bends: number): string {
  const end = last === undefined ? '' : `, last straight ${last}`
  const many = counted(rows.length, 'bend')
  if (whole) return `Taken for a whole table, in place of the one that was: ${many}${end}`
  const over = Math.max(0, Math.min(rows.length, bends - from))
  const added = rows.length - over
  const parts = [
    over > 0 && `put over ${over === 1 ? `bend ${from + 1}` : `bends ${from + 1} to ${from + over}`}`,
    added > 0 && `${counted(added, 'bend')} added`,
    last !== undefined && `last straight ${last}`,
  ].filter((p) => p !== false)
  return `Pasted: ${parts.join(', ')}`
}
