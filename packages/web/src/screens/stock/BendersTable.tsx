import { formatExact } from '@flexum/core/units'
import type { BenderOfTable } from '../../api/catalogue.ts'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { RowButtons, TableHead } from './TableParts.tsx'

/** The benders that parts are formed on. */
export function BendersTable(props: {
  readonly benders: readonly BenderOfTable[]
  onEdit(bender: BenderOfTable | undefined): void
  onRemove(bender: BenderOfTable): void
}) {
  const { benders } = props
  return (
    <section aria-labelledby="benders" className="mt-6">
      <TableHead
        id="benders"
        title="Benders"
        count={benders.length}
        add="Add a bender"
        onAdd={() => props.onEdit(undefined)}
      />
      {benders.length === 0 ? (
        <EmptyState title="No bender yet">Add what your shop bends on.</EmptyState>
      ) : (
        <table className="table table-sm">
          <thead>
            <tr>
              <th>Name</th>
              <th className="text-right">Clamp, mm</th>
              <th>Dies, mm</th>
              <th>
                <span className="sr-only">Change</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {benders.map((b) => (
              <tr key={b.id}>
                <td className="font-medium">{b.name}</td>
                <td className="figure text-right">{formatExact(b.sizes.clamp)}</td>
                <td className="figure">{b.dies.length === 0 ? 'any' : b.dies.map(formatExact).join(', ')}</td>
                <RowButtons name={b.name} onEdit={() => props.onEdit(b)} onRemove={() => props.onRemove(b)} />
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}
