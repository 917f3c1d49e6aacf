import { STOCK_TITLES } from '@flexum/core/recipe'
import { type StockShape, stockSection } from '@flexum/core/profile'
import {
  barsOf,
  listBenders,
  listMaterials,
  listStock,
  putBender,
  putMaterial,
  putStock,
  removeBender,
  removeMaterial,
  removeStock,
  type BenderRow,
  type MaterialRow,
  type StockRow,
} from '../db/catalogue-queries.ts'
import type { Database } from '../db/open.ts'

export type { StockForming } from '../db/schema.ts'

/** What became of a change to the tables; a refusal says why in words. */
export type TableChange =
  | { readonly kind: 'done' }
  | { readonly kind: 'missing' }
  | { readonly kind: 'refused'; readonly message: string }

const done: TableChange = { kind: 'done' }
const refused = (message: string): TableChange => ({ kind: 'refused', message })

/** A row of stock as it is set. */
export type StockEntry = Omit<StockRow, 'remnants'> & { readonly remnants?: readonly number[] | undefined }

/** The materials and stock bars to choose from. Parts copy what they take, so that a change here changes no part. */
export function catalogueService(db: Database) {
  return {
    materials: () => listMaterials(db.read),
    stock: () => listStock(db.read),
    benders: () => listBenders(db.read),

    putMaterial: (row: MaterialRow): Promise<TableChange> =>
      db.write(async (tx) => {
        const other = (await listMaterials(tx)).find((m) => m.id !== row.id && sameName(m, row))
        if (other) return refused(`there is a material called “${other.name}” already`)
        await putMaterial(tx, row)
        return done
      }),

    /** Sets a row of stock; left-over bars that are not told are as they were. */
    putStock: (row: StockEntry): Promise<TableChange> =>
      db.write(async (tx) => {
        const unsound = faultOfSizes(row)
        if (unsound) return refused(unsound)
        if (!(await listMaterials(tx)).some((m) => m.id === row.materialId))
          return refused('its material is not in the table')
        const all = await listStock(tx)
        const other = all.find((s) => s.id !== row.id && sameName(s, row))
        if (other) return refused(`there is stock called “${other.name}” already`)
        const sorted = (list: readonly number[]): number[] => [...list].sort((a, b) => a - b)
        await putStock(tx, {
          ...row,
          barLengths: sorted(row.barLengths),
          remnants: sorted(row.remnants ?? all.find((s) => s.id === row.id)?.remnants ?? []),
        })
        return done
      }),

    putBender: (row: BenderRow): Promise<TableChange> =>
      db.write(async (tx) => {
        const other = (await listBenders(tx)).find((b) => b.id !== row.id && sameName(b, row))
        if (other) return refused(`there is a bender called “${other.name}” already`)
        await putBender(tx, { ...row, dies: [...row.dies].sort((a, b) => a - b) })
        return done
      }),

    removeBender: (id: string): Promise<TableChange> =>
      db.write(async (tx) => ((await removeBender(tx, id)) ? done : { kind: 'missing' })),

    removeMaterial: (id: string): Promise<TableChange> =>
      db.write(async (tx) => {
        const bars = await barsOf(tx, id)
        if (bars.length > 0) return refused(`stock is made of it: ${bars.map((b) => b.name).join(', ')}`)
        return (await removeMaterial(tx, id)) ? done : { kind: 'missing' }
      }),

    removeStock: (id: string): Promise<TableChange> =>
      db.write(async (tx) => ((await removeStock(tx, id)) ? done : { kind: 'missing' })),
  }
}

const sameName = (a: { readonly name: string }, b: { readonly name: string }): boolean =>
  a.name.trim().toLowerCase() === b.name.trim().toLowerCase()

/** Why no such bar can be made, if it cannot. */
function faultOfSizes(row: StockEntry): string | undefined {
  const made = stockSection(row.shape as StockShape, row.sizes)
  return made.ok
    ? undefined
    : `this ${STOCK_TITLES[row.shape as StockShape].toLowerCase()} cannot be made: ${made.fault.message}`
}

export type CatalogueService = ReturnType<typeof catalogueService>
