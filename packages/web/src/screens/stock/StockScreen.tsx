import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { toast } from 'sonner'
import {
  fetchBenders,
  fetchMaterials,
  fetchStock,
  putBender,
  putMaterial,
  putStock,
  removeBender,
  removeMaterial,
  removeStock,
  type BenderOfTable,
  type Material,
  type StockBar,
} from '../../api/catalogue.ts'
import { CannotShow } from '../../ui/CannotShow.tsx'
import { EmptyState } from '../../ui/EmptyState.tsx'
import { PlacesHeader } from '../PlacesHeader.tsx'
import { Waiting } from '../../ui/Waiting.tsx'
import { BenderDialog } from './BenderDialog.tsx'
import { BendersTable } from './BendersTable.tsx'
import { RowButtons, TableHead } from './TableParts.tsx'
import { BarDialog } from './BarDialog.tsx'
import { barWords, massOfMetre } from './entry.ts'
import { MaterialDialog } from './MaterialDialog.tsx'

type Editing =
  | { readonly kind: 'bar'; readonly bar: StockBar | undefined }
  | { readonly kind: 'material'; readonly material: Material | undefined }
  | { readonly kind: 'bender'; readonly bender: BenderOfTable | undefined }

/** The tables of stock bars and materials that profiles are chosen from. Parts keep what they took. */
export function StockScreen() {
  const queries = useQueryClient()
  const stock = useQuery({ queryKey: ['stock'], queryFn: fetchStock })
  const materials = useQuery({ queryKey: ['materials'], queryFn: fetchMaterials })
  const benders = useQuery({ queryKey: ['benders'], queryFn: fetchBenders })
  const [editing, setEditing] = useState<Editing>()
  const refresh = (): void => {
    void queries.invalidateQueries({ queryKey: ['stock'] })
    void queries.invalidateQueries({ queryKey: ['materials'] })
    void queries.invalidateQueries({ queryKey: ['benders'] })
  }
  const tell = (error: Error): void => void toast.error(error.message)
  const takingOut = useMutation({
    mutationFn: (row: Editing) => wayOut(row).out(),
    onSuccess: (_, row) => {
      refresh()
      const { name, back } = wayOut(row)
      toast(`“${name}” is taken out`, {
        action: { label: 'Undo', onClick: () => void back().then(refresh, tell) },
      })
    },
    onError: tell,
  })
  const failed = stock.error ?? materials.error ?? benders.error
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
        {(stock.isPending || materials.isPending || benders.isPending) && <Waiting what="Stock" />}
        {failed && <CannotShow title="The tables cannot be shown" error={failed} onAgain={refresh} />}
        {stock.data && materials.data && benders.data && (
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
                <BarsTable
                  bars={stock.data}
                  materials={byId}
                  onEdit={setEditing}
                  onRemove={takingOut.mutate}
                />
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
              <MaterialsTable materials={materials.data} onEdit={setEditing} onRemove={takingOut.mutate} />
              <p className="muted mt-3">
                Parts keep the sizes, density and limits they took from here; changing a row changes no part.
              </p>
              <BendersTable
                benders={benders.data}
                onEdit={(bender) => setEditing({ kind: 'bender', bender })}
                onRemove={(bender) => takingOut.mutate({ kind: 'bender', bender })}
              />
            </section>
          </div>
        )}
      </main>
      {editing?.kind === 'bar' && (
        <BarDialog bar={editing.bar} materials={materials.data ?? []} onKept={kept} onClose={close} />
      )}
      {editing?.kind === 'bender' && <BenderDialog bender={editing.bender} onKept={kept} onClose={close} />}
      {editing?.kind === 'material' && (
        <MaterialDialog material={editing.material} onKept={kept} onClose={close} />
      )}
    </div>
  )
}

/** The bars and tubes in stock, a row each. */
function BarsTable(props: {
  readonly bars: readonly StockBar[]
  readonly materials: ReadonlyMap<string, Material>
  onEdit(row: Editing): void
  onRemove(row: Editing): void
}) {
  return (
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
        {props.bars.map((bar) => (
          <tr key={bar.id}>
            <td className="font-medium">{bar.name}</td>
            <td className="figure">{barWords(bar)}</td>
            <td>{props.materials.get(bar.materialId)?.name}</td>
            <td className="figure text-right">{massOfMetre(bar, props.materials.get(bar.materialId))}</td>
            <td className="figure text-right">{bar.barLengths.join(', ')}</td>
            <RowButtons
              name={bar.name}
              onEdit={() => props.onEdit({ kind: 'bar', bar })}
              onRemove={() => props.onRemove({ kind: 'bar', bar })}
            />
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** The materials, a row each. */
function MaterialsTable(props: {
  readonly materials: readonly Material[]
  onEdit(row: Editing): void
  onRemove(row: Editing): void
}) {
  return (
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
        {props.materials.map((m) => (
          <tr key={m.id}>
            <td className="font-medium">
              {m.name}
              {m.look !== m.name.toLowerCase() && <span className="muted"> looks like {m.look}</span>}
            </td>
            <td className="figure text-right">{m.density}</td>
            <td className="figure text-right">{m.price.toFixed(2)}</td>
            <RowButtons
              name={m.name}
              onEdit={() => props.onEdit({ kind: 'material', material: m })}
              onRemove={() => props.onRemove({ kind: 'material', material: m })}
            />
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** How a row is taken out, what it is called, and how it comes back. */
function wayOut(row: Editing): { readonly name: string; out(): Promise<void>; back(): Promise<void> } {
  switch (row.kind) {
    case 'bar': {
      const bar = row.bar!
      return { name: bar.name, out: () => removeStock(bar.id), back: () => putStock(bar) }
    }
    case 'material': {
      const material = row.material!
      return {
        name: material.name,
        out: () => removeMaterial(material.id),
        back: () => putMaterial(material),
      }
    }
    case 'bender': {
      const bender = row.bender!
      return { name: bender.name, out: () => removeBender(bender.id), back: () => putBender(bender) }
    }
  }
}
