import type { OffPiece, Order } from '@flexum/core/report'
import { formatDecimal } from '@flexum/core/units'
import type { PlanGroup } from '../../api/orders.ts'
import { counted } from '../../ui/counted.ts'

/** Pieces that were sawn to another length than is wanted by now: sawn anew, or taken as they are. */
export function OffPieces(props: { readonly group: PlanGroup; onChange(of: (o: Order) => Order): void }) {
  const { off = [] } = props.group
  if (off.length === 0) return null
  const take = (asSawn: boolean): void =>
    props.onChange((o) => {
      const these = new Set(off.map((p) => p.id))
      const rest = (o.asSawn ?? []).filter((id) => !these.has(id))
      const { asSawn: _, ...plain } = o
      const all = asSawn ? [...rest, ...these] : rest
      return all.length > 0 ? { ...plain, asSawn: all } : plain
    })
  const anew = off.filter((p) => !p.asSawn)
  return (
    <div
      role="note"
      aria-label="Sawn to another size"
      className="mb-2 rounded-[3px] bg-[var(--warn-wash)] px-2 py-1.5 print:border"
    >
      <p>
        <span aria-hidden>◇ </span>
        {offWords(off)}
        {anew.length > 0
          ? `; ${counted(anew.length, 'piece')} ${anew.length === 1 ? 'is' : 'are'} sawn anew in ${anew.length === 1 ? 'its' : 'their'} place.`
          : '; they are taken as they are.'}
      </p>
      <div className="mt-1 flex gap-2 print:hidden">
        {anew.length > 0 && (
          <button type="button" className="btn btn-xs btn-paper" onClick={() => take(true)}>
            Take them as they are
          </button>
        )}
        {anew.length < off.length && (
          <button type="button" className="btn btn-xs btn-paper" onClick={() => take(false)}>
            Saw them anew
          </button>
        )}
      </div>
    </div>
  )
}

/** How many are too short or too long, and by how much. */
export function offWords(off: readonly OffPiece[]): string {
  const kinds = new Map<string, { times: number; length: number; by: number }>()
  for (const { length, wanted } of off) {
    const key = `${length.toFixed(3)} ${wanted.toFixed(3)}`
    const had = kinds.get(key)
    kinds.set(key, { times: (had?.times ?? 0) + 1, length, by: length - wanted })
  }
  return [...kinds.values()]
    .map(({ times, length, by }) => {
      const size = formatDecimal(Math.abs(by), 1)
      return `${counted(times, 'sawn piece')} of ${formatDecimal(length, 1)} mm ${times === 1 ? 'is' : 'are'} ${size} mm too ${by < 0 ? 'short' : 'long'} by now`
    })
    .join(', ')
}
