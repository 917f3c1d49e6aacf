import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { toast } from 'sonner'
import {
  fetchMaterials,
  fetchStock,
  putMaterial,
  putStock,
  removeMaterial,
  removeStock,
  type Material,
  type StockBar,
} from '../../api/catalogue.ts'
import { CannotShow } from '../../ui/CannotShow.tsx'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { BarDialog } from './BarDialog.tsx'
import { barWords, massPerMetre } from './entry.ts'
import { MaterialDialog } from './MaterialDialog.tsx'

type Editing =
  | { readonly kind: 'bar'; readonly bar: StockBar | undefined }
  | { readonly kind: 'material'; readonly material: Material | undefined }

/** The tables of stock bars and materials that profiles are chosen from. Parts keep what they took. */
export function StockScreen() {
  const queries = useQueryClient()
  const stock = useQuery({ queryKey: ['stock'], queryFn: fetchStock })
  const materials = useQuery({ queryKey: ['materials'], queryFn: fetchMaterials })
  const [editing, setEditing] = useState<Editing>()
  const refresh = (): void => {
    void queries.invalidateQueries({ queryKey: ['stock'] })
    void queries.invalidateQueries({ queryKey: ['materials'] })
  }
  const tell = (error: Error): void => void toast.error(error.message)
  const takingOut = useMutation({
    mutationFn: (row: Editing) =>
      row.kind === 'bar' ? removeStock(row.bar!.id) : removeMaterial(row.material!.id),
    onSuccess: (_, row) => {
      refresh()
      const name = row.kind === 'bar' ? row.bar!.name : row.material!.name
      const back = () => (row.kind === 'bar' ? putStock(row.bar!) : putMaterial(row.material!))
      toast(`“${name}” is taken out`, {
        action: { label: 'Undo', onClick: () => void back().then(refresh, tell) },
      })
    },
    onError: tell,
  })
  const failed = stock.error ?? materials.error
  const byId = new Map(materials.data?.map((m) => [m.id, m]))
  const close = (): void => setEditing(undefined)
  const kept = (): void => {
    refresh()
    close()
  }
  return (
    <div className="flex min-h-full flex-col">
      <PlacesHeader here="stock" />
      <main className="mx-auto w-full max-w-[1232px] flex-1 px-6 py-5">
        {(stock.isPending || materials.isPending) && <Waiting what="Stock" />}
        {failed && <CannotShow title="The tables cannot be shown" error={failed} onAgain={refresh} />}
        {stock.data && materials.data && (
          <div className="grid grid-cols-[minmax(0,1.75fr)_minmax(0,1fr)] items-start gap-8">
            <section aria-labelledby="bars">
              <TableHead
                id="bars"
                title="Stock"
                count={stock.data.length}
                add="Add stock"
                onAdd={() => setEditing({ kind: 'bar', bar: undefined })}
              />
              {stock.data.length === 0 ? (
                <EmptyState title="No stock yet">Add the bars and tubes you buy.</EmptyState>
              ) : (
                <table className="table table-sm">
                  <thead>
                    <tr>
                      <th>Name</th>
                      <th>Section</th>
                      <th>Material</th>
                      <th className="text-right">kg/m</th>
                      <th className="text-right">Bars, mm</th>
                      <th>
                        <span className="sr-only">Change</span>
                      </th>
                    </tr>
                  </thead>
                  <tbody>
                    {stock.data.map((bar) => (
                      <tr key={bar.id}>
                        <td className="font-medium">{bar.name}</td>
                        <td className="figure">{barWords(bar)}</td>
                        <td>{byId.get(bar.materialId)?.name}</td>
                        <td className="figure text-right">
                          {massPerMetre(bar, byId.get(bar.materialId))?.toFixed(3)}
                        </td>
                        <td className="figure text-right">{bar.barLengths.join(', ')}</td>
                        <RowButtons
                          name={bar.name}
                          onEdit={() => setEditing({ kind: 'bar', bar })}
                          onRemove={() => takingOut.mutate({ kind: 'bar', bar })}
                        />
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </section>
            <section aria-labelledby="materials">
              <TableHead
                id="materials"
                title="Materials"
                count={materials.data.length}
                add="Add a material"
                onAdd={() => setEditing({ kind: 'material', material: undefined })}
              />
              <table className="table table-sm">
                <thead>
                  <tr>
                    <th>Name</th>
                    <th className="text-right">kg/m³</th>
                    <th className="text-right">Price/kg</th>
                    <th>
                      <span className="sr-only">Change</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {materials.data.map((m) => (
                    <tr key={m.id}>
                      <td className="font-medium">
                        {m.name}
                        {m.look !== m.name.toLowerCase() && (
                          <span className="muted"> looks like {m.look}</span>
                        )}
                      </td>
                      <td className="figure text-right">{m.density}</td>
                      <td className="figure text-right">{m.price.toFixed(2)}</td>
                      <RowButtons
                        name={m.name}
                        onEdit={() => setEditing({ kind: 'material', material: m })}
                        onRemove={() => takingOut.mutate({ kind: 'material', material: m })}
                      />
                    </tr>
                  ))}
                </tbody>
              </table>
              <p className="muted mt-3">
                Parts keep the sizes and density they took from here; changing a row changes no part.
              </p>
            </section>
          </div>
        )}
      </main>
      {editing?.kind === 'bar' && (
        <BarDialog bar={editing.bar} materials={materials.data ?? []} onKept={kept} onClose={close} />
      )}
      {editing?.kind === 'material' && (
        <MaterialDialog material={editing.material} onKept={kept} onClose={close} />
      )}
    </div>
  )
}

function TableHead(props: {
  readonly id: string
  readonly title: string
  readonly count: number
  readonly add: string
  onAdd(): void
}) {
  return (
    <div className="mb-2 flex items-baseline gap-3">
      <h1 id={props.id} className="text-[19px] font-semibold">
        {props.title}
      </h1>
      <span className="figure muted">{props.count}</span>
      <div className="flex-1" />
      <button type="button" className="btn btn-sm btn-paper" onClick={props.onAdd}>
        {props.add}
      </button>
    </div>
  )
}

function RowButtons(props: { readonly name: string; onEdit(): void; onRemove(): void }) {
  return (
    <td className="text-right whitespace-nowrap">
      <button
        type="button"
        className="btn btn-xs btn-ghost"
        aria-label={`Change ${props.name}`}
        onClick={props.onEdit}
      >
        Change
      </button>
      <button
        type="button"
        className="btn btn-xs btn-ghost"
        aria-label={`Take out ${props.name}`}
        onClick={props.onRemove}
      >
        Take out
      </button>
    </td>
  )
}
