import { emptyOrder, type Order } from '@flexum/core/report'

/** How many of each part the opening in spring takes, by the part's name; some of them in a variant. */
const WANTED: readonly (readonly [part: string, quantity: number, variant?: string])[] = [
  ['Pot hook', 24],
  ['Pot hook', 12, 'large'],
  ['Bench hoop', 8],
  ['Mist rail', 6],
  ['Pump loom', 2],
  ['Drawer bail', 10],
  ['Bay cornice', 1],
  ['Bay room', 1],
  ['Notice frame', 3],
  ['Notice frame', 2, 'small'],
  ['Tray rim', 4],
  ['Vine spring', 16],
  ['Valve wheel', 3],
  ['Trellis arch', 4],
  ['Vent lamp', 2],
  ['Gate latch', 4],
]

const BAIL_BAR = 'Brass: 108.137 -7.000 0.000 7.000 8.000 41.425'

/** The order over all parts, as far as they are there. */
export function springOpening(parts: readonly { readonly id: string; readonly name: string }[]): Order {
  return {
    ...emptyOrder('Spring opening'),
    lines: WANTED.flatMap(([name, quantity, variant = null], i) => {
      const part = parts.find((p) => p.name === name)
      return part ? [{ id: `l${i + 1}`, part: part.id, variant, quantity }] : []
    }),
    // The drawn section of the bail is rolled for it, and has no row in the table.
    stocks: [{ key: BAIL_BAR, bars: [{ id: 'b1', length: 3000, count: 4, price: 14, remnant: false }] }],
  }
}
