import type { ComponentType } from 'react'
import type { PlaceName } from './places.ts'

/** The screen of each place, loaded when one first goes there. */
export const PLACE_SCREENS: Readonly<Record<PlaceName, () => Promise<ComponentType>>> = {
  rack: async () => (await import('./rack/RackScreen.tsx')).Rack,
  profiles: async () => (await import('./profiles/ProfilesScreen.tsx')).ProfilesScreen,
  stock: async () => (await import('./stock/StockScreen.tsx')).StockScreen,
  orders: async () => (await import('./orders/OrdersScreen.tsx')).OrdersScreen,
  bin: async () => (await import('./rack/RackScreen.tsx')).Bin,
}
