import type { Look, StockShape } from '@flexum/core/document'
import { materialRows, readAnswer, stockRows } from './answers.ts'
import { api, good } from './client.ts'

export interface Material {
  readonly id: string
  readonly name: string
  /** kg/m3 */
  readonly density: number
  readonly look: Look
  readonly price: number
}

export interface StockBar {
  readonly id: string
  readonly name: string
  readonly shape: StockShape
  readonly sizes: Readonly<Record<string, number>>
  readonly materialId: string
  readonly barLengths: readonly number[]
}

export async function fetchMaterials(): Promise<Material[]> {
  const answer = await good(api.catalogue.materials.$get())
  return readAnswer<{ materials: Material[] }>(materialRows, answer).materials
}

export async function fetchStock(): Promise<StockBar[]> {
  const answer = await good(api.catalogue.stock.$get())
  return readAnswer<{ stock: StockBar[] }>(stockRows, answer).stock
}

export async function putMaterial({ id, ...json }: Material): Promise<void> {
  await good(api.catalogue.materials[':id'].$put({ param: { id }, json } as never))
}

export async function putStock({ id, ...json }: StockBar): Promise<void> {
  await good(api.catalogue.stock[':id'].$put({ param: { id }, json } as never))
}

export async function removeMaterial(id: string): Promise<void> {
  await good(api.catalogue.materials[':id'].$delete({ param: { id } }))
}

export async function removeStock(id: string): Promise<void> {
  await good(api.catalogue.stock[':id'].$delete({ param: { id } }))
}
