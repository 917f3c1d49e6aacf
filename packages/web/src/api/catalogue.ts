import type { BenderRow, MaterialRow, StockRow } from '@flexum/server/client'
import { benderRows, materialRows, readAnswer, stockRows } from './answers.ts'
import { api, good } from './client.ts'

/** A material of the table: density in kg/m3, price per kg. */
export type Material = Readonly<MaterialRow>

/** A row of stock: sizes and bar lengths in mm. */
export type StockBar = Readonly<StockRow>

/** A bender of the table: mm, rad, s. */
export type BenderOfTable = Readonly<BenderRow>

/** How a stock bends: mm, rad, shares of 1. */
export type StockForming = NonNullable<StockBar['forming']>

export async function fetchMaterials(): Promise<Material[]> {
  const answer = await good(api.catalogue.materials.$get())
  return readAnswer<{ materials: Material[] }>(materialRows, answer).materials
}

export async function fetchStock(): Promise<StockBar[]> {
  const answer = await good(api.catalogue.stock.$get())
  return readAnswer<{ stock: StockBar[] }>(stockRows, answer).stock
}

export async function fetchBenders(): Promise<BenderOfTable[]> {
  const answer = await good(api.catalogue.benders.$get())
  return readAnswer<{ benders: BenderOfTable[] }>(benderRows, answer).benders
}

export async function putBender({ id, ...json }: BenderOfTable): Promise<void> {
  await good(api.catalogue.benders[':id'].$put({ param: { id }, json: { ...json, dies: [...json.dies] } }))
}

export async function removeBender(id: string): Promise<void> {
  await good(api.catalogue.benders[':id'].$delete({ param: { id } }))
}

export async function putMaterial({ id, ...json }: Material): Promise<void> {
  await good(api.catalogue.materials[':id'].$put({ param: { id }, json }))
}

export async function putStock({ id, barLengths, remnants, ...bar }: StockBar): Promise<void> {
  await good(
    api.catalogue.stock[':id'].$put({
      param: { id },
      json: { ...bar, barLengths: [...barLengths], remnants: [...remnants] } as never,
    }),
  )
}

export async function removeMaterial(id: string): Promise<void> {
  await good(api.catalogue.materials[':id'].$delete({ param: { id } }))
}

export async function removeStock(id: string): Promise<void> {
  await good(api.catalogue.stock[':id'].$delete({ param: { id } }))
}
