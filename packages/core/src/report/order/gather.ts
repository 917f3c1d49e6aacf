import { tolerance } from '../../num/index.ts'
import type { ListedPiece, ListedStock } from '../pieces.ts'
import type { OrderLine } from './order.ts'

/** A stock of the table, as it is asked for what a part is sawn from. */
export interface StockOfTable {
  readonly id: string
  readonly name: string
  readonly shape: string
  readonly sizes: Readonly<Record<string, number>>
  readonly material: string
  readonly barLengths: readonly number[]
  /** Bars that were left over and are kept, mm. */
  readonly remnants: readonly number[]
}

/** A part of an order with its pieces. */
export interface ListedLine {
  readonly line: OrderLine
  readonly name: string
  readonly revision: number
  readonly pieces: readonly ListedPiece[]
}

/** A piece of an order, as often as its line is wanted. `key` names it; a single one is its key with a copy: `key.3`. */
export interface OrderPiece extends Omit<ListedPiece, 'stock'> {
  readonly key: string
  readonly line: string
  readonly part: string
  readonly quantity: number
}

/** All pieces of one stock. */
export interface StockGroup {
  /** Of its row in the table, else of its section and material. */
  readonly key: string
  readonly row: StockOfTable | undefined
  readonly stock: ListedStock
  readonly pieces: readonly OrderPiece[]
}

/** The row of the table that a section is of: by shape, sizes and material, never by its name. */
function rowOf(stock: ListedStock, table: readonly StockOfTable[]): StockOfTable | undefined {
  return table.find(
    (row) =>
      row.shape === stock.shape &&
      row.material === stock.material &&
      Object.keys(stock.sizes).length === Object.keys(row.sizes).length &&
      Object.entries(row.sizes).every(
        ([k, v]) => Math.abs((stock.sizes[k] ?? Infinity) - v) <= tolerance.sameLength,
      ),
  )
}

/** Pieces of all lines together, by what they are sawn from, in the order in which they first come. */
export function byStock(lines: readonly ListedLine[], table: readonly StockOfTable[]): StockGroup[] {
  const groups = new Map<string, StockGroup>()
  for (const { line, name, pieces } of lines) {
    if (line.quantity === 0) continue
    for (const { stock, ...piece } of pieces) {
      const row = rowOf(stock, table)
      const key = row ? row.id : `${stock.material}: ${stock.drawn ?? stock.words}`
      const own: OrderPiece = {
        ...piece,
        key: `${line.id}.${piece.run}.${piece.number}`,
        line: line.id,
        part: name,
        quantity: line.quantity,
      }
      const had = groups.get(key)
      groups.set(key, had ? { ...had, pieces: [...had.pieces, own] } : { key, row, stock, pieces: [own] })
    }
  }
  return [...groups.values()]
}

/** The names of the single pieces of a kind; each of those that do not count is made up for by one more. */
export function namesOfPiece(p: OrderPiece, uncounted: ReadonlySet<string> = new Set()): string[] {
  const names: string[] = []
  for (let i = 1; names.length < p.quantity; i++) {
    const name = `${p.key}.${i}`
    if (!uncounted.has(name)) names.push(name)
  }
  return names
}

/** The kind that a single piece is of. */
export const kindOfPiece = (name: string): string => name.slice(0, name.lastIndexOf('.'))
