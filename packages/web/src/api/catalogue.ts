import type { Look, StockShape } from '@flexum/core/document'
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
  return ((await good(api.catalogue.materials.$get())) as unknown as { materials: Material[] }).materials
}

export async function fetchStock(): Promise<StockBar[]> {
  return ((await good(api.catalogue.stock.$get())) as unknown as { stock: StockBar[] }).stock
}
